/** A fold or a filling at the table, in space: it comes from before it is done, and stands where it is seen how. */
import { assembledAt, type Drawing, type PaperColours, type RunPart, stagesOf, stateAt } from "@cut-fold/core";
import { useEffect, useState } from "react";
import type { LookFrom } from "../../../drawing/framing.ts";
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
      side={handSide(solution, to, isTurned)}
      motion={NO_MOTION}
      onMotion={nothing}
      met={NOTHING_MET}
    />
  );
}

/** The side where the hand is: over the face that something is put in on, else as the paper lies. */
function handSide(solution: Drawing, to: number, isTurned: boolean): LookFrom {
  const stage = stagesOf(solution).run[to - 1];
  const [first] = stage?.kind === "fill" ? stage.contents : [];
  const lying = first === undefined ? undefined : solution.contents[first];
  if (!lying) return isTurned ? "address" : "closing";
  const { poses } = assembledAt(solution, { folded: stateAt(solution, to).folded });
  const up = poses.get(`${lying.on.piece}/${lying.on.panel}`)?.r[8] ?? 1;
  return up < 0 ? "address" : "closing";
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
