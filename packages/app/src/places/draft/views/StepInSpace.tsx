/** A fold or a filling at the table, in space: it comes from before it is done, and stands where it is seen how. */
import { assembledAt, type Drawing, type PaperColours, type RunPart, stagesOf, stateAt } from "@cut-fold/core";
import { useEffect } from "react";
import type { LookFrom } from "../../../drawing/framing.ts";
import { InSpace } from "./InSpace.tsx";
import { usePlaying } from "./usePlaying.ts";

/** Where a part of the run is seen best: the paper on its way, most of it done. */
const SEEN_AT = 0.72;

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
  const { progress, runTo } = usePlaying(to, from / to);
  useEffect(() => runTo(from + SEEN_AT * (to - from)), [runTo, from, to]);
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
