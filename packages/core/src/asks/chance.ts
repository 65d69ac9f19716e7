/**
 * How likely a draft fits when it is made by a hand, and what would make it surer: more room, found by drawing anew, or each notch
 * by a measure of its own. Loaded when it is asked for.
 */
import { type Asked, askable, fit, type FitAnswer } from "../hand/fit.ts";
import type { Hand } from "../model/hand.ts";
import type { ChangePath } from "../model/piece.ts";
import type { PathChange, Solution } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";
import { changed, valueAt } from "../recipe/change.ts";
import { solve } from "../solve.ts";

export { askable, type Asked, type Blame, fit, type Fit, type FitAnswer, type NoFit } from "../hand/fit.ts";
export { ACTS, type Hand, HAND_MM, type HandAct, HANDS, handSchema } from "../model/hand.ts";

/** The chance of a draft: that of the holder which fits least often. */
export function leastFit(solution: Solution, hand: Hand, asked: Asked): FitAnswer {
  const answers = askable(solution).map(({ on }) => fit(solution, hand, { ...asked, of: on.piece }));
  const told = answers.filter((one) => one.ok);
  return told.sort((a, b) => a.fit.chance - b.fit.chance)[0] ?? answers[0] ?? { ok: false, why: "holds-nothing" };
}

/** A chance that nobody asks more of. */
export const SURE = 0.99;
/** Rounds of drawing anew: a ruler rounds up, so that one is often enough. */
const MOST_ROUNDS = 3;

/** What makes it surer, with the chance that is then found; or that room alone does not. */
export type Surer =
  | { readonly ok: true; readonly changes: readonly PathChange[]; readonly chance: number; readonly by: number }
  | { readonly ok: false };

/** The room that makes 99 of 100 fit, as changes of the settings that ask for room: each tried, drawn and run anew. */
export function roomForSure(spec: Spec, hand: Hand, asked: Asked): Surer {
  let now = spec;
  const set = new Map<string, { readonly at: ChangePath; readonly value: number; readonly was: number }>();
  for (let round = 0; round <= MOST_ROUNDS; round += 1) {
    const answer = leastFit(solve(now), hand, asked);
    if (!answer.ok) return { ok: false };
    const { chance, more } = answer.fit;
    if (chance >= SURE) {
      const changes = [...set.values()];
      return { ok: true, changes, chance, by: Math.max(0, ...changes.map(({ value, was }) => value - was)) };
    }
    const at = more.axis === "depth" ? undefined : answer.lying.asks[more.axis];
    const value = at && valueAt(now, at);
    if (!at || typeof value !== "number") return { ok: false };
    const key = at.join("/");
    const change = { at, value: value + more.by };
    const next = changed(now, change);
    if (!next.ok) return { ok: false };
    now = next.value;
    set.set(key, { ...change, was: set.get(key)?.was ?? value });
  }
  return { ok: false };
}

/** The same draft with each notch set by a measure of its own; undefined where nothing is punched, or it is so already. */
export function measuredEach(spec: Spec): Spec | undefined {
  const { method } = spec;
  if (method.kind !== "punch-board" || method.each) return undefined;
  const next = changed(spec, { at: ["method", "each"], value: true });
  return next.ok ? next.value : undefined;
}
