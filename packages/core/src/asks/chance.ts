/**
 * How likely a draft fits when it is made by a hand, and what would make it surer: more room, found by drawing anew, or each notch
 * by a measure of its own. Loaded when it is asked for.
 */
import { draw } from "../draw.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import { askable } from "../hand/askable.ts";
import { type Asked, fit, type FitAnswer } from "../hand/fit.ts";
import { scatterFound } from "../measure/tools.ts";
import { type Hand, HAND_MM, HANDS } from "../model/hand.ts";
import type { ChangePath, Contained, Extent } from "../model/piece.ts";
import type { OnShelf } from "../model/shelf.ts";
import type { PathChange, Solution } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";
import { changed, valueAt } from "../recipe/change.ts";
import { solve } from "../solve.ts";

export { askable, type NoFit } from "../hand/askable.ts";
export { type Around, type Asked, type Blame, cardFit, fit, type Fit, type FitAnswer } from "../hand/fit.ts";
export { ACTS, type Hand, HAND_MM, type HandAct, HANDS, handSchema, HAND_NAMES, type HandName } from "../model/hand.ts";

/**
 * A hand of the maker's own: like one that is known, and in placing and scoring as its scores have shown. What those do not tell
 * (trimming, reading, turning, creasing) stays as it is of the one it is like.
 */
export function ownHand({ like, scores = [], with: read = "ruler" }: OnShelf<"hand">): Hand {
  const base = HANDS[like];
  const usual = Math.hypot(base.place, base.score);
  const more = scatterFound(scores, read, usual) / usual;
  return { ...base, place: Math.min(HAND_MM.max, base.place * more), score: Math.min(HAND_MM.max, base.score * more) };
}

/** How many runs came to each mm of room: columns of one width, on whole steps of it, so that one begins where it just fits. */
export interface Spread {
  /** mm where the first column begins, and how wide each is */
  readonly from: number;
  readonly step: number;
  readonly counts: readonly number[];
}

/** mm a column may be wide, and how many there are about */
const COLUMNS_MM = [0.05, 0.1, 0.2, 0.25, 0.5, 1, 2] as const;
const COLUMNS = 24;
/** of the runs at either end that are left out of the picture */
const OUTSIDE = 0.002;

/** The runs by their smallest room. @param gaps mm, the least first */
export function spreadOf(gaps: Float64Array): Spread {
  const at = (part: number): number => gaps[Math.min(gaps.length - 1, Math.floor(part * gaps.length))] ?? 0;
  const [low, high] = [Math.min(0, at(OUTSIDE)), Math.max(0, at(1 - OUTSIDE))];
  const step = COLUMNS_MM.find((mm) => (high - low) / mm <= COLUMNS) ?? COLUMNS_MM[COLUMNS_MM.length - 1] ?? 2;
  const first = Math.floor(low / step);
  const counts = Array.from({ length: Math.max(1, Math.ceil(high / step) - first) }, () => 0);
  for (const gap of gaps) {
    const column = Math.floor(gap / step) - first;
    if (column >= 0 && column < counts.length) counts[column] = (counts[column] ?? 0) + 1;
  }
  return { from: first * step, step, counts };
}

/** The chance of a draft: that of the holder which fits least often. */
export function leastFit(solution: Solution, hand: Hand, asked: Asked): FitAnswer {
  const answers = askable(solution).map(({ on }) => fit(solution, hand, { ...asked, of: on.piece }));
  const told = answers.filter((one) => one.ok);
  return told.sort((a, b) => a.fit.chance - b.fit.chance)[0] ?? answers[0] ?? { ok: false, why: "holds-nothing" };
}

/** A chance that nobody asks more of. */
export const SURE = 0.99;
/** What makes it surer by less than this, nobody changes anything for. */
export const WORTH = 0.005;
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
    const { axis } = more;
    const at = axis === "depth" ? undefined : answer.lying.asks[axis];
    const was = at && valueAt(now, at);
    if (!at || typeof was !== "number") return { ok: false };
    const grown = grownBy(now, { at, value: was }, answer.lying, axis, more.by);
    if (!grown) return { ok: false };
    const key = at.join("/");
    now = grown.spec;
    set.set(key, { at, value: grown.value, was: set.get(key)?.was ?? was });
  }
  return { ok: false };
}

/** Parts of a mark by which more is asked for, and marks past what is wanted at which that ends. */
const PARTS_OF_MARK = 4;
const MOST_MARKS = 3;

/**
 * A recipe with so much more room as it is drawn (mm): a ruler rounds up, so that a little more that is asked for may change
 * nothing. Undefined where no setting gives it.
 */
function grownBy(
  spec: Spec,
  { at, value }: { readonly at: ChangePath; readonly value: number },
  { on, gap }: Contained,
  axis: keyof Extent,
  by: number,
): { readonly spec: Spec; readonly value: number } | undefined {
  const { grid } = draw(spec);
  for (let more = by; more <= by + grid * MOST_MARKS; more += grid / PARTS_OF_MARK) {
    const next = changed(spec, { at, value: value + more });
    if (!next.ok) return undefined;
    const room = draw(next.value).contents.find((lying) => lying.on.piece === on.piece)?.gap[axis] ?? 0;
    if (room >= gap[axis] + by - SAME_POINT_MM) return { spec: next.value, value: value + more };
  }
  return undefined;
}

/** The same draft with each notch set by a measure of its own; undefined where nothing is punched, or it is so already. */
export function measuredEach(spec: Spec): Spec | undefined {
  const { method } = spec;
  if (method.kind !== "punch-board" || method.each) return undefined;
  const next = changed(spec, { at: ["method", "each"], value: true });
  return next.ok ? next.value : undefined;
}
