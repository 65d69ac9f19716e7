/** A fold or a filling at the table, in space: it comes from before it is done, and stands where it is seen how. */
import type { Drawing, PaperColours, RunPart } from "@cut-fold/core";
import { useEffect, useState } from "react";
import { InSpace } from "./InSpace.tsx";

/** Where a stage is seen best: the paper on its way, most of it done. */
const SEEN_AT = 0.72;
const SECONDS = 1.1;

const NO_MOTION = {};
const NOTHING_MET: readonly string[] = [];
const nothing = (): void => undefined;

interface StepInSpaceProps extends RunPart {
  readonly solution: Drawing;
  readonly colours: PaperColours;
  /** the paper lies turned over: the hand is on its other side */
  readonly isTurned: boolean;
}

export function StepInSpace({ solution, colours, from, to, isTurned }: StepInSpaceProps) {
  const progress = from + useComing() * (to - from);
  return (
    <InSpace
      {...{ solution, colours, progress }}
      side={isTurned ? "address" : "closing"}
      motion={NO_MOTION}
      onMotion={nothing}
      met={NOTHING_MET}
    />
  );
}

/** From 0 to where it is seen best; with reduced motion it is there at once. */
function useComing(): number {
  const [part, setPart] = useState(() => (matchMedia("(prefers-reduced-motion: reduce)").matches ? SEEN_AT : 0));
  useEffect(() => {
    if (part >= SEEN_AT) return undefined;
    const began = performance.now();
    let frame = requestAnimationFrame(function tick(now) {
      const next = Math.min(SEEN_AT, Math.max(0, now - began) / (SECONDS * 1000));
      setPart(next);
      if (next < SEEN_AT) frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
    // it runs once, from where it began
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return part;
}
