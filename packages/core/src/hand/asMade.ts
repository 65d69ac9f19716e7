/**
 * A piece as it was made. Every corner goes with the fold lines and sheet edges it lies on: with two that cross, to where these
 * now cross; with one, along its normal; with none it stays. One map for all panels, so that they stay joined.
 */
import type { Path, Segment } from "../geometry/path.ts";
import { line } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import type { Fold, Piece } from "../model/piece.ts";
import { type Made, normalOf } from "./made.ts";

/** A line that a corner lies on, and how far it has moved there along its normal, mm. */
interface Moved {
  readonly n: Point;
  readonly by: number;
}

/** mm within which a corner lies on a line, and how far past a fold's ends it may */
const ON_MM = 1e-5;
const PAST_MM = 1e-3;
/** sine of the angle at which two lines cross well */
const CROSSES = 0.2;

const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1];
const isWithin = (p: Point, { from, to }: Fold): boolean =>
  distance(p, from) + distance(p, to) < distance(from, to) + PAST_MM;

export function pieceAsMade(piece: Piece, made: Made): Piece {
  const { width, height } = piece.blank;
  const edges: readonly (Moved & { readonly c: number })[] = [
    { n: [1, 0], c: 0, by: 0 },
    { n: [1, 0], c: width, by: made.width - width },
    { n: [0, 1], c: 0, by: 0 },
    { n: [0, 1], c: height, by: made.height - height },
  ];
  const folds = piece.folds
    .filter(({ path }) => !path)
    .map((fold) => {
      const n = normalOf(fold);
      return { fold, n, c: dot(n, fold.from) };
    });
  const shiftAt = ({ id, from, to }: Fold, p: Point): Point => {
    const shift = made.folds.get(id);
    if (!shift) return [0, 0];
    const long = distance(from, to);
    const t = ((p[0] - from[0]) * (to[0] - from[0]) + (p[1] - from[1]) * (to[1] - from[1])) / (long * long);
    return [shift.from[0] + (shift.to[0] - shift.from[0]) * t, shift.from[1] + (shift.to[1] - shift.from[1]) * t];
  };
  const known = new Map<string, Point>();
  const at = (p: Point): Point => {
    const key = `${p[0].toFixed(5)} ${p[1].toFixed(5)}`;
    const before = known.get(key);
    if (before) return before;
    const on: Moved[] = [
      ...folds
        .filter(({ fold, n, c }) => Math.abs(dot(n, p) - c) < ON_MM && isWithin(p, fold))
        .map(({ fold, n }) => ({ n, by: dot(n, shiftAt(fold, p)) })),
      ...edges.filter(({ n, c }) => Math.abs(dot(n, p) - c) < ON_MM),
    ];
    const to = movedBy(p, on);
    known.set(key, to);
    return to;
  };
  const path = (from: Path): Path => from.map((segment) => movedSegment(segment, at));
  return {
    ...piece,
    panels: piece.panels.map((panel) => ({ ...panel, outline: path(panel.outline) })),
    folds: piece.folds.map((fold) => (fold.path ? fold : { ...fold, from: at(fold.from), to: at(fold.to) })),
  };
}

/** A corner where the lines it lies on have gone. */
function movedBy(p: Point, on: readonly Moved[]): Point {
  const [a] = on;
  if (!a) return p;
  const b = on.find(({ n }) => Math.abs(a.n[0] * n[1] - a.n[1] * n[0]) > CROSSES);
  if (!b) return [p[0] + a.n[0] * a.by, p[1] + a.n[1] * a.by];
  const between = a.n[0] * b.n[1] - a.n[1] * b.n[0];
  return [p[0] + (a.by * b.n[1] - b.by * a.n[1]) / between, p[1] + (b.by * a.n[0] - a.by * b.n[0]) / between];
}

/** A line between its moved ends; what is curved goes by half of what both moved. */
function movedSegment(segment: Segment, at: (p: Point) => Point): Segment {
  const [from, to] = [at(segment.from), at(segment.to)];
  if (segment.kind === "line") return line(from, to);
  const by: Point = [
    (from[0] - segment.from[0] + to[0] - segment.to[0]) / 2,
    (from[1] - segment.from[1] + to[1] - segment.to[1]) / 2,
  ];
  const off = ([x, y]: Point): Point => [x + by[0], y + by[1]];
  return segment.kind === "arc"
    ? { ...segment, from, to, centre: off(segment.centre) }
    : { ...segment, from, to, control1: off(segment.control1), control2: off(segment.control2) };
}
