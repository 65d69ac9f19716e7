/** A motion walked, no coarser than its steps: glue stays, and nothing runs through anything; or what does, and where. */
import type { Drawing } from "../model/solution.ts";
import { stepsIn } from "../paper/motion.ts";
import { filledWith, foldedPanels, lastOrder, STILL } from "../paper/pose.ts";
import type { Clash } from "./clash.ts";
import { contentsCrossings, type Crossing, foldedCrossings } from "./crossings.ts";
import { type At, type ProofFacet, sheetsOf } from "./inSpace.ts";
import { hasLanded, type Landing, landingsOf } from "./landings.ts";

/** The paper at each step of a motion, and how far it has gone there, 0 to 1. */
function* walked(
  solution: Drawing,
  id: string,
): Generator<{ readonly gone: number; readonly sheets: readonly ProofFacet[]; readonly at: At }> {
  const motion = solution.motions.find((m) => m.id === id);
  if (!motion) throw new Error(`there is no motion '${id}'`);
  const steps = stepsIn(motion);
  const filled = filledWith(solution.contents);
  const state = { progress: lastOrder(solution), caliper: solution.spec.stock.caliper, filled };
  const before = motion.after === undefined ? {} : { [motion.after]: 1 };
  for (let i = 0; i <= steps; i += 1) {
    const moment = { ...state, motion: { ...before, [id]: i / steps } };
    const poses = foldedPanels(solution, moment);
    const at: At = (piece, panel) => poses.get(`${piece}/${panel}`) ?? STILL;
    yield { gone: i / steps, sheets: sheetsOf(solution, moment), at };
  }
}

/** What walking a motion found. */
export interface MotionProof {
  readonly ok: boolean;
  readonly landings: readonly Landing[];
  readonly crossings: readonly Crossing[];
}

/** Walks a motion and proves at every step what must hold at rest: glue stays, nothing runs through anything. */
export function proveMotion(solution: Drawing, id: string): MotionProof {
  const seen = [...walked(solution, id)].map(({ gone, sheets }) => ({
    landings: landingsOf(solution, () => sheets),
    crossings: foldedCrossings(sheets, `${id} ${String(gone)}`),
  }));
  const landings = seen.flatMap((s) => s.landings);
  const crossings = seen.flatMap((s) => s.crossings);
  return { ok: crossings.length === 0 && landings.every(hasLanded), landings, crossings };
}

/** What runs into what over the whole of a motion, contents as well; moments of one pair that follow on one another are one. */
export function clashesIn(solution: Drawing, motion: string): readonly Clash[] {
  const open = new Map<string, Clash>();
  const done: Clash[] = [];
  for (const { gone, sheets, at } of walked(solution, motion)) {
    const all = [...foldedCrossings(sheets, motion), ...contentsCrossings(solution, sheets, at, motion)];
    const now = new Map(all.map((c) => [c.panels.join(" "), c]));
    for (const [pair, clash] of open)
      if (!now.has(pair)) {
        done.push(clash);
        open.delete(pair);
      }
    for (const [pair, { panels, area }] of now) {
      const was = open.get(pair) ?? { motion, between: panels, from: gone, to: gone, area };
      open.set(pair, { ...was, to: gone, area: Math.max(was.area, area) });
    }
  }
  return [...done, ...open.values()];
}
