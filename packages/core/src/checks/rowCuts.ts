/** What checks of cuts that rows of the recipe make have in common: the cuts with their points, and a finding of one. */
import Flatbush from "flatbush";
import { type Bounds, boundsOf, flatten } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Cut, Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
import { nearTo } from "../geometry/near.ts";
import { nth } from "../units/nth.ts";
import type { Whole } from "../fittings/whole.ts";

/** A cut of a row with its points, and the box round it. */
export interface RowCut {
  readonly cut: Cut;
  readonly fitting: string;
  readonly points: readonly Point[];
  readonly box: Bounds;
  /** which shape it is, wherever it stands: cuts of one piece with the same number are the same shape */
  readonly shape: number;
}

/** A cut of a row; by itself it is a shape of its own. */
export function rowCut(cut: Cut, fitting: string, shapes = new Map<string, number>()): RowCut {
  const points = flatten(cut.path);
  const box = boundsOf(points);
  const said = shapeOf(points, box, cut.kind);
  const shape = shapes.get(said) ?? shapes.size + 1;
  shapes.set(said, shape);
  return { cut, fitting, points, box, shape };
}

/** mm: shapes that are nowhere farther off than a thousandth of this are one. */
const SAME_SHAPE = 1000;
function shapeOf(points: readonly Point[], { left, bottom }: Bounds, kind: string): string {
  const at = ([x, y]: Point): string =>
    `${String(Math.round((x - left) * SAME_SHAPE))},${String(Math.round((y - bottom) * SAME_SHAPE))}`;
  return `${kind} ${points.map(at).join(" ")}`;
}

/** All that rows have cut in a piece, with an index of where. */
export interface RowCuts {
  readonly all: readonly RowCut[];
  /** those that come nearer a box than so far (mm), in their order */
  readonly near: (box: Bounds, mm: number) => readonly RowCut[];
}

const known = new WeakMap<Piece, readonly RowCut[]>();

/** All that rows have cut in a piece. */
export function rowCuts(piece: Piece): readonly RowCut[] {
  const before = known.get(piece);
  if (before) return before;
  const shapes = new Map<string, number>();
  const cuts = piece.cuts.flatMap((cut): RowCut[] =>
    cut.fitting === undefined ? [] : [rowCut(cut, cut.fitting, shapes)],
  );
  known.set(piece, cuts);
  return cuts;
}

/** Some of them, to be asked for by place. */
export function byPlace(all: readonly RowCut[]): RowCuts {
  if (all.length === 0) return { all, near: () => [] };
  const index = new Flatbush(all.length);
  for (const { box } of all) index.add(box.left, box.bottom, box.right, box.top);
  index.finish();
  const near = ({ left, bottom, right, top }: Bounds, mm: number): readonly RowCut[] =>
    index
      .search(left - mm, bottom - mm, right + mm, top + mm)
      .sort((a, b) => a - b)
      .map((i) => nth(all, i));
  return { all, near };
}

/**
 * The same asked of two cuts is answered once for all pairs of their shapes that stand as they do to one another: of a row
 * one cell and its neighbours are looked at.
 */
export function oncePerPair<T>(ask: (a: RowCut, b: RowCut) => T): (a: RowCut, b: RowCut) => T {
  const answers = new Map<number, Map<number, T>>();
  return (a, b) => {
    const shapes = a.shape * MOST_SHAPES + b.shape;
    const by = Math.round((b.box.left - a.box.left) * SAME_SHAPE);
    const up = Math.round((b.box.bottom - a.box.bottom) * SAME_SHAPE);
    const places = answers.get(shapes) ?? new Map<number, T>();
    answers.set(shapes, places);
    const place = by * FAR + up;
    const known = places.get(place);
    if (known !== undefined) return known;
    const answer = ask(a, b);
    places.set(place, answer);
    return answer;
  };
}
/** A piece has fewer shapes cut in it; no two of its cuts stand so many thousandths of a mm from one another. */
const MOST_SHAPES = 2 ** 20;
const FAR = 2 ** 25;

/** Whether it has an inside. */
export const isClosed = ({ kind }: Cut): boolean => kind !== "slit";

/** Its points; an open line there and back, so that it has no side that closes it. */
export function roundOf({ cut, points }: RowCut): readonly Point[] {
  if (isClosed(cut)) return points;
  const before = rounds.get(points);
  const round = before ?? [...points, ...points.slice(1, -1).reverse()];
  rounds.set(points, round);
  return round;
}
const rounds = new WeakMap<readonly Point[], readonly Point[]>();

/** Whether a place comes nearer a box than so far (mm). */
const comesNear = ([x, y]: Point, { left, right, bottom, top }: Bounds, mm: number): boolean =>
  x > left - mm && x < right + mm && y > bottom - mm && y < top + mm;

/**
 * mm from the nearest of some places to a closed line, where that is less than `most`; Infinity where it is more. Only
 * places near the line's box are measured: most pairs of cuts share no such place.
 */
export function nearestTo(places: readonly Point[], line: readonly Point[], box: Bounds, most: number): number {
  let least = Infinity;
  for (const p of places) {
    const far = Math.min(most, least);
    if (comesNear(p, box, far)) least = Math.min(least, nearTo(line, p, far));
  }
  return least;
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
  const said = new Set<string>();
  return found.filter(({ code, facts }) => {
    const key = `${code} ${String(facts?.["fitting"])}`;
    return said.size < said.add(key).size;
  });
}
