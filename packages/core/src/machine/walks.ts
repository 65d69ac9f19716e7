/** Lines of one role as they may be walked: from where, which way, and what must be done before. */
import type { Point } from "../geometry/point.ts";
import type { Made } from "../model/job.ts";
import { nth } from "../units/nth.ts";
import { type Dashes, dashed } from "./dashes.ts";
import type { Mark } from "./marks.ts";
import { holdersOf } from "./nesting.ts";
import { walked } from "./walked.ts";

/** A line as it is walked. */
export interface Walk {
  readonly mark: Omit<Mark, "path">;
  readonly points: readonly Point[];
  readonly closed: boolean;
  /** where a loop may begin, by number of its points */
  readonly starts: readonly number[];
  /** walks, by number, that must come first */
  readonly after: readonly number[];
  /** of a perforation: its strokes in their order along it */
  readonly dashes?: readonly (readonly Point[])[];
}

/** No loop is tried from more places; a smooth one from so many. */
export const MOST_STARTS = 12;
const SMOOTH_STARTS = 8;

/** Its corners, where a start shows least, no more than are tried; a smooth loop may begin anywhere. */
function startsOf(points: readonly Point[], corners: readonly number[]): readonly number[] {
  const spread = (count: number, of: number, at: (i: number) => number): number[] =>
    Array.from({ length: Math.min(count, of) }, (_, i) => at(Math.floor((i * of) / Math.min(count, of))));
  if (corners.length > 1) return spread(MOST_STARTS, corners.length, (i) => nth(corners, i));
  return spread(SMOOTH_STARTS, points.length, (i) => i);
}

/** How lines are walked. */
export interface Walking {
  readonly dashes: Dashes;
  /** nothing holds the sheet's parts: every opening of it is cut before any outline */
  readonly loose: boolean;
}

/** Walks of one role. What is too short to be made is left out: `dropped` has it. */
export function walksOf(
  marks: readonly Mark[],
  role: Made,
  { dashes, loose }: Walking,
): { readonly walks: readonly Walk[]; readonly dropped: readonly Mark[] } {
  const flat = marks
    .filter((mark) => mark.role === role)
    .map((mark) => ({ mark, ...walked(mark.path) }))
    .filter(({ points }) => points.length > 1);
  if (role === "perforate") {
    // dashes of one line are one to the planner: they are made in their order, one way or the other
    const all = flat.map((walk) => ({ walk, strokes: dashed(walk, dashes) }));
    const walks = all.flatMap(({ walk: { mark, points, closed }, strokes }): Walk[] =>
      strokes.length === 0
        ? []
        : [
            {
              mark,
              ...{ points: closed ? [...points, nth(points, 0)] : points, closed: false },
              ...{ starts: [0], after: [], dashes: strokes },
            },
          ],
    );
    return { walks, dropped: all.flatMap(({ walk: { mark }, strokes }) => (strokes.length === 0 ? [mark] : [])) };
  }
  const holders = role === "cut" ? holdersOf(flat) : [];
  const after = flat.map((): number[] => []);
  holders.forEach((holder, i) => {
    if (holder >= 0) after[holder]?.push(i);
  });
  if (loose) {
    const inner = holders.flatMap((holder, i) => (holder >= 0 ? [i] : []));
    holders.forEach((holder, i) => {
      if (holder < 0) after[i] = inner;
    });
  }
  const walks = flat.map(({ mark, points, corners, closed }, i): Walk => ({
    ...{ mark, points, closed, after: nth(after, i) },
    starts: closed ? startsOf(points, corners) : [0],
  }));
  return { walks, dropped: [] };
}
