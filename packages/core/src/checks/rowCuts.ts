/** What checks of cuts that rows of the recipe make have in common: the cuts with their points, and a finding of one. */
import { type Bounds, boundsOf, flatten } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Cut, Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
import { offOutline } from "../paper/hole.ts";
import type { Whole } from "../fittings/whole.ts";

/** A cut of a row with its points, and the box round it. */
export interface RowCut {
  readonly cut: Cut;
  readonly fitting: string;
  readonly points: readonly Point[];
  readonly box: Bounds;
}

/** All that rows have cut in a piece. */
export const rowCuts = (piece: Piece): readonly RowCut[] =>
  piece.cuts.flatMap((cut): RowCut[] => {
    if (cut.fitting === undefined) return [];
    const points = flatten(cut.path);
    return [{ cut, fitting: cut.fitting, points, box: boundsOf(points) }];
  });

/** Whether it has an inside. */
export const isClosed = ({ kind }: Cut): boolean => kind !== "slit";

/** Its points; an open line there and back, so that it has no side that closes it. */
export const roundOf = ({ cut, points }: RowCut): readonly Point[] =>
  isClosed(cut) ? points : [...points, ...points.slice(1, -1).reverse()];

/** Whether a place comes nearer a box than so far (mm). */
const comesNear = ([x, y]: Point, { left, right, bottom, top }: Bounds, mm: number): boolean =>
  x > left - mm && x < right + mm && y > bottom - mm && y < top + mm;

/**
 * mm from the nearest of some places to a closed line, where that is less than `most`; Infinity where it is more. Only
 * places near the line's box are measured: most pairs of cuts share no such place.
 */
export function nearestTo(places: readonly Point[], line: readonly Point[], box: Bounds, most: number): number {
  let least = Infinity;
  for (const p of places) if (comesNear(p, box, Math.min(most, least))) least = Math.min(least, offOutline(line, p));
  return least < most ? least : Infinity;
}

/** Where a cut is, for the drawing. */
export const placeOf = ({ cut, points }: RowCut) => ({ panel: cut.panel, ...(points[0] && { at: points[0] }) });

/** What the maker calls a row. */
export const nameOf = ({ spec }: Pick<Whole, "spec">, fitting: string): string =>
  String(valueAt(spec, ["fittings", fitting, "name"]));

type CutFinding = Pick<Finding, "code" | "severity"> & Partial<Finding>;

/** A finding of what a row does in a piece, for one check. */
export const tellsOf =
  (check: string) =>
  (checked: Whole, piece: Piece, fitting: string, found: CutFinding): Finding => ({
    ...{ check, piece: piece.id, figure: 0, limit: 0, ...found },
    facts: { name: nameOf(checked, fitting), fitting, ...found.facts },
  });

/** What many cuts of one row do is told once. */
export function onceARow(found: readonly Finding[]): Finding[] {
  const key = ({ code, facts }: Finding): string => `${code} ${String(facts?.["fitting"])}`;
  return found.filter((f, i) => found.findIndex((g) => key(g) === key(f)) === i);
}
