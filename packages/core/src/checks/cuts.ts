import { sharedConvex } from "../geometry/convex.ts";
import { boundsOf, flatten, holds } from "../geometry/path.ts";
import { between, direction, distance, offLine, type Point } from "../geometry/point.ts";
import { TOUCHING_MM2 } from "../geometry/tolerance.ts";
import { IN_THE_MIDDLE } from "../model/fitting.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { nearTo } from "../geometry/near.ts";
import { type Check, isShort, remedy } from "./check.ts";
import type { Whole } from "../fittings/whole.ts";
import { belongsTogether, DOUBLED_MM, isDoubled, isNear } from "./fineCuts.ts";
import {
  byPlace,
  isClosed,
  nameOf,
  nearestTo,
  onceARow,
  oncePerPair,
  placeOf,
  type RowCut,
  roundOf,
  rowCuts,
  tellsOf,
} from "./rowCuts.ts";
import { nth } from "../units/nth.ts";

/** Paper that is left between two cuts, or a cut and an edge, tears where it is narrower when it is cut by hand, mm (geometry notes). */
const LEAST_PAPER_MM = 3;
/** A score or an edge this near (mm) is met. */
const MET_MM = 0.05;

/** What rows of the recipe do to paper: enough of it is left round a cut, and nothing runs over a score or lies in the glue. */
export const cuts: Check = {
  id: "cuts",
  codes: ["near-edge", "past-edge", "close", "over-score", "drawn-over", "in-glue"],
  run: (checked) => checked.pieces.flatMap((piece) => inPiece(checked, piece)),
};

function inPiece(checked: Whole, piece: Piece): Finding[] {
  // what a fitting's own paper is cut to is another check's
  const all = rowCuts(piece).filter(({ fitting }) => fitting !== piece.fitting);
  const { near } = byPlace(all);
  const order = new Map(all.map((one, i) => [one, i]));
  const after = (one: RowCut): RowCut[] => {
    const at = order.get(one) ?? 0;
    return near(one.box, LEAST_PAPER_MM).filter((other) => (order.get(other) ?? 0) > at);
  };
  const how = { apart: oncePerPair(apart), isDoubled: oncePerPair(isDoubled) };
  return onceARow([
    ...drawnOver(checked, piece),
    ...all.flatMap((one) => [
      ...atEdge(checked, piece, one),
      ...overScore(checked, piece, one),
      ...inGlue(checked, piece, one),
      ...close(checked, piece, one, after(one), how),
    ]),
  ]);
}

const told = tellsOf("cuts");

/** One of them in place of a row; kinds that know no rows refuse it, and it is not offered. */
const onlyOne = (fitting: string) => ({
  code: "only-one",
  changes: ["columns", "rows"].map((setting) => ({ at: ["fittings", fitting, setting], value: 1 })),
});

/** Into the middle of what it lies on, or fewer of them. */
const movedOff = (fitting: string) => ({
  ...remedy("in-middle", ["fittings", fitting, "at"], IN_THE_MIDDLE),
  others: [onlyOne(fitting)],
});

function atEdge(checked: Whole, piece: Piece, one: RowCut): Finding[] {
  const { cut, fitting, points, box } = one;
  // a string's hole has a rule of its own
  if (cut.kind === "hole") return [];
  const edge = flatten(piece.outline[0] ?? []);
  const { left, right, bottom, top } = boundsOf(edge);
  const past = Math.max(left - box.left, box.right - right, bottom - box.bottom, box.top - top);
  const where = { ...placeOf(one), ...movedOff(fitting) };
  if (past > MET_MM)
    return [told(checked, piece, fitting, { ...where, code: "past-edge", severity: "error", figure: past })];
  const figure = points.reduce(
    (least, p) => Math.min(least, nearTo(edge, p, Math.min(least, LEAST_PAPER_MM))),
    Infinity,
  );
  // a slit that is cut in from the edge is meant to
  if (!isShort(figure, LEAST_PAPER_MM) || (cut.kind === "slit" && figure < MET_MM)) return [];
  const near = { code: "near-edge", severity: "warning", figure, limit: LEAST_PAPER_MM } as const;
  return [told(checked, piece, fitting, { ...where, ...near })];
}

/** Whether a line of points goes over a straight score between its ends. */
function goesOver(points: readonly Point[], { from, to, path, slack }: Fold): boolean {
  if (path || slack) return false;
  const [dx, dy] = direction(from, to);
  const off = points.map((p) => offLine(p, from, to));
  return points.some((p, i) => {
    const next = (i + 1) % points.length;
    const [one, two] = [nth(off, i), nth(off, next)];
    if (one > 0 === two > 0 || Math.max(Math.abs(one), Math.abs(two)) < MET_MM) return false;
    const [x, y] = between(p, nth(points, next), one / (one - two));
    const along = (x - from[0]) * dx + (y - from[1]) * dy;
    return along > -MET_MM && along < distance(from, to) + MET_MM;
  });
}

const isOverScore = ({ folds }: Piece, points: readonly Point[]): boolean => folds.some((f) => goesOver(points, f));

/** A box a hair smaller: artwork that fills a panel ends in its folds, and does not run over them. */
function withinBox(points: readonly Point[]): readonly Point[] {
  const middle = points.reduce<Point>(([x, y], p) => [x + p[0] / points.length, y + p[1] / points.length], [0, 0]);
  return points.map((p) => between(p, middle, WITHIN_PART));
}
const WITHIN_PART = 0.002;

/** What is printed, drawn or foiled over a score cracks with the paper. */
const drawnOver = (checked: Whole, piece: Piece): Finding[] =>
  (piece.strokes ?? []).flatMap(({ fitting, role, path, art }) =>
    fitting !== undefined &&
    fitting !== piece.fitting &&
    ["print", "pen", "foil"].includes(role) &&
    isOverScore(piece, art ? withinBox(flatten(path)) : flatten(path))
      ? [told(checked, piece, fitting, { code: "drawn-over", severity: "advice", ...movedOff(fitting) })]
      : [],
  );

const overScore = (checked: Whole, piece: Piece, one: RowCut): Finding[] =>
  isOverScore(piece, one.points)
    ? [
        told(checked, piece, one.fitting, {
          ...{ ...placeOf(one), code: "over-score", severity: "warning" },
          ...movedOff(one.fitting),
        }),
      ]
    : [];

/** Glue that would come through, or that has nothing to hold there. */
function inGlue(checked: Whole, piece: Piece, one: RowCut): Finding[] {
  const { cut, fitting, points, box } = one;
  const isGlued = piece.glue.some(
    ({ panel, polygon }) =>
      panel === cut.panel &&
      isNear(boundsOf(polygon), box, 0) &&
      (points.some((p) => holds(polygon, p)) || (isClosed(cut) && sharedConvex(points, polygon) > TOUCHING_MM2)),
  );
  if (!isGlued) return [];
  return [
    told(checked, piece, fitting, { ...placeOf(one), code: "in-glue", severity: "warning", ...movedOff(fitting) }),
  ];
}

/** mm between two cuts, each taken to the other; Infinity where paper enough is left. */
function apart(a: RowCut, b: RowCut): number {
  const off = (from: RowCut, to: RowCut): number => nearestTo(from.points, roundOf(to), to.box, LEAST_PAPER_MM);
  return Math.min(off(a, b), off(b, a));
}

/** What is asked of pairs of cuts. */
interface Pairs {
  readonly apart: typeof apart;
  readonly isDoubled: typeof isDoubled;
}

function close(checked: Whole, piece: Piece, one: RowCut, others: readonly RowCut[], how: Pairs): Finding[] {
  const { fitting } = one;
  // letters stand as near as they are set: what is left between them is the typeface's
  const [near] = (belongsTogether(checked, fitting) ? others.filter((other) => other.fitting !== fitting) : others)
    .map((other) => ({ other, off: how.apart(one, other) }))
    // a line that is cut twice is told as that
    .filter(({ other, off }) => isShort(off, LEAST_PAPER_MM) && !(off < DOUBLED_MM && how.isDoubled(one, other)))
    .sort((a, b) => a.off - b.off);
  if (!near) return [];
  const isSame = near.other.fitting === fitting;
  const over = isSame ? "" : nameOf(checked, near.other.fitting);
  const mends = isSame
    ? { ...remedy("spread-out", ["fittings", fitting, "apart"], "auto"), others: [onlyOne(fitting)] }
    : {};
  const found = {
    code: "close",
    severity: "warning",
    figure: near.off,
    limit: LEAST_PAPER_MM,
    facts: { over },
  } as const;
  return [told(checked, piece, fitting, { ...placeOf(one), ...found, ...mends })];
}
