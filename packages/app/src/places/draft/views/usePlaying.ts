import { useCallback, useEffect, useRef, useState } from "react";

/** Seconds for each fold. */
const SECONDS_A_FOLD = 1.1;

/** How far the folding has come, from 0 (flat) to `end`, and what makes it run. */
export interface Playing {
  readonly progress: number;
  readonly playing: boolean;
  /** runs on, holds, or begins anew where it was done */
  readonly play: () => void;
  readonly goTo: (progress: number) => void;
  /** runs there, forwards or back */
  readonly runTo: (progress: number) => void;
}

/** A run of folds, begun at a part of the way. With reduced motion the paper jumps from fold to fold. */
export function usePlaying(end: number, begins: number): Playing {
  const [progress, setProgress] = useState(end * begins);
  const [playing, setPlaying] = useState(false);
  const clock = useRef(0);
  const target = useRef(end);
  useEffect(() => {
    if (!playing) return undefined;
    let frame = requestAnimationFrame(function tick(now) {
      const passed = clock.current === 0 ? 0 : (now - clock.current) / 1000;
      clock.current = now;
      setProgress((p) => {
        const left = target.current - p;
        const step = passed / SECONDS_A_FOLD;
        if (Math.abs(left) > step) return p + Math.sign(left) * step;
        setPlaying(false);
        return target.current;
      });
      frame = requestAnimationFrame(tick);
    });
    return () => {
      cancelAnimationFrame(frame);
      clock.current = 0;
    };
  }, [playing, end]);
  const play = (): void => {
    target.current = end;
    if (matchMedia("(prefers-reduced-motion: reduce)").matches)
      setProgress((p) => (p >= end ? 0 : Math.min(end, Math.floor(p) + 1)));
    else {
      if (progress >= end) setProgress(0);
      setPlaying((on) => !on);
    }
  };
  const goTo = useCallback((to: number): void => {
    setPlaying(false);
    setProgress(to);
  }, []);
  const runTo = useCallback(
    (to: number): void => {
      target.current = to;
      if (matchMedia("(prefers-reduced-motion: reduce)").matches) goTo(to);
      else setPlaying(true);
    },
    [goTo],
  );
  return { progress, playing, play, goTo, runTo };
}
