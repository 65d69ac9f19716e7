/** What checks of cuts that rows of the recipe make have in common: the cuts with their points, and a finding of one. */
import { type Bounds, boundsOf, flatten } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Cut, Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
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
