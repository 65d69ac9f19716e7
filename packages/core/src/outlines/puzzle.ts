/**
 * An outline cut into pieces that fit together: lines across it in a grid, each with a knob to one side or the other.
 *
 *      ╭───────┬──╮        ╭─╮  knob: a neck, then round        Where an outline leaves a cell only a crumb, the line to
 *      │   1  (_   │     ──╯ ╰──                                its fullest neighbour is not cut.
 *      ├──╮╭───┴╮╭─┤
 *      │  ╰╯ 3  ╰╯ │
 *      ╰───────────╯
 */
import {
  boundsOf,
  flatten,
  holds,
  line,
  type Path,
  placePath,
  pointAt,
  type Segment,
  split,
  mapPath,
} from "../geometry/path.ts";
import { comesInto } from "../geometry/near.ts";
import { distance, HERE, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";

/** What lines look like between two pieces. */
export type PuzzleEdge = "knobs" | "waves" | "straight";

/** The lines that part an outline, and where each piece has room for its number. mm, as the outline lies. */
export interface Puzzle {
  readonly lines: readonly Path[];
  /** from the upper left, row by row */
  readonly pieces: readonly { readonly at: Point; readonly room: number }[];
}

/** Of a cell that an outline covers less than this, no piece is cut. */
const LEAST_PART = 0.3;
/** Of a cell that it covers less than this, the edges are straight. */
const WHOLE_PART = 0.8;
/** Places of a cell, each way, by which it is judged how much of it is covered. */
const LOOKS = 14;
/** Halvings that find where a line crosses the outline. */
const HALVINGS = 30;
/** A line is looked at in so many places of each of its curves. */
const STEPS = 12;

/** A line from 0 to 1 along x with its knob upwards, the way most are cut: a neck of a quarter, round and no wider than a third. */
const KNOB: Path = [
  { kind: "cubic", from: [0, 0], control1: [0.18, -0.02], control2: [0.4, -0.07], to: [0.41, 0.02] },
  { kind: "cubic", from: [0.41, 0.02], control1: [0.42, 0.09], control2: [0.33, 0.1], to: [0.33, 0.17] },
  { kind: "cubic", from: [0.33, 0.17], control1: [0.33, 0.29], control2: [0.67, 0.29], to: [0.67, 0.17] },
  { kind: "cubic", from: [0.67, 0.17], control1: [0.67, 0.1], control2: [0.58, 0.09], to: [0.59, 0.02] },
  { kind: "cubic", from: [0.59, 0.02], control1: [0.6, -0.07], control2: [0.82, -0.02], to: [1, 0] },
];
const WAVE: Path = [{ kind: "cubic", from: [0, 0], control1: [0.35, 0.28], control2: [0.65, -0.28], to: [1, 0] }];
const EDGES: Readonly<Record<PuzzleEdge, Path>> = { knobs: KNOB, waves: WAVE, straight: [line([0, 0], [1, 0])] };

/** A line laid from one corner to the next, its knob to the left of the way or to the right. */
function laid(edge: PuzzleEdge, from: Point, to: Point, left: boolean, deep: number): Path {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy);
  // a knob is as high as the shorter side of its pieces lets it be
  const k = (left ? 1 : -1) * Math.min(long, deep);
  const at = ([x, y]: Point): Point => [from[0] + dx * x - (dy / long) * y * k, from[1] + dy * x + (dx / long) * y * k];
  return mapPath(EDGES[edge], at);
}

/** The parts of a line that lie within a ring. */
function within(path: Path, ring: readonly Point[]): Path[] {
  const [first] = path;
  if (first && !comesInto(ring, boundsOf(flatten(path)))) return holds(ring, first.from) ? [path] : [];
  const runs: Segment[][] = [];
  for (const s of path) {
    const isIn = (t: number): boolean => holds(ring, pointAt(s, t));
    const places: number[] = [];
    for (let i = 0; i < STEPS; i += 1) {
      let [a, b] = [i / STEPS, (i + 1) / STEPS];
      if (isIn(a) === isIn(b)) continue;
      for (let n = 0; n < HALVINGS; n += 1) {
        const middle = (a + b) / 2;
        if (isIn(a) === isIn(middle)) a = middle;
        else b = middle;
      }
      places.push((a + b) / 2);
    }
    let [rest, from] = [s, 0];
    for (const t of [...places, 1]) {
      const [part, after] = t === 1 ? [rest, rest] : split(rest, (t - from) / (1 - from));
      const last = runs.at(-1)?.at(-1);
      if (holds(ring, pointAt(part, 0.5))) {
        if (last && distance(last.to, part.from) < 1e-6) runs.at(-1)?.push(part);
        else runs.push([part]);
      }
      [rest, from] = [after, t];
    }
  }
  return runs;
}

interface Cell {
  readonly part: number;
  /** the middle of what is covered */
  readonly middle: Point;
}

/** How much of a cell lies within the ring, and where. */
function covered(ring: readonly Point[], left: number, low: number, wide: number, high: number): Cell {
  const own: Point = [left + wide / 2, low + high / 2];
  if (!comesInto(ring, { left, bottom: low, right: left + wide, top: low + high }))
    return { part: holds(ring, own) ? 1 : 0, middle: own };
  const places = Array.from({ length: LOOKS ** 2 }, (_, n): Point => [
    left + (((n % LOOKS) + 0.5) / LOOKS) * wide,
    low + ((Math.floor(n / LOOKS) + 0.5) / LOOKS) * high,
  ]).filter((p) => holds(ring, p));
  const part = places.length / LOOKS ** 2;
  if (places.length === 0) return { part, middle: own };
  const mean: Point = [
    places.reduce((sum, [x]) => sum + x, 0) / places.length,
    places.reduce((sum, [, y]) => sum + y, 0) / places.length,
  ];
  // of what bends round a hollow the middle lies outside: the nearest place that is paper
  const [middle = mean] = holds(ring, mean)
    ? [mean]
    : [...places].sort((a, b) => distance(a, mean) - distance(b, mean));
  return { part, middle };
}

/** Cuts an outline into so many pieces across and up. The same outline is always cut alike. */
export function puzzleOf(outline: Path, columns: number, rows: number, edge: PuzzleEdge): Puzzle {
  const ring = flatten(outline);
  const { left, right, bottom, top } = boundsOf(ring);
  const [wide, high] = [(right - left) / columns, (top - bottom) / rows];
  const deep = Math.min(wide, high);
  const cells = Array.from({ length: columns * rows }, (_, n) =>
    covered(ring, left + (n % columns) * wide, bottom + Math.floor(n / columns) * high, wide, high),
  );
  const cellAt = (i: number, j: number): number | undefined =>
    i >= 0 && j >= 0 && i < columns && j < rows ? j * columns + i : undefined;
  /** where a crumb belongs: its fullest neighbour */
  const homeOf = (n: number): number => {
    const { part } = nth(cells, n);
    if (part === 0 || part >= LEAST_PART) return n;
    const [i, j] = [n % columns, Math.floor(n / columns)];
    const beside = [cellAt(i - 1, j), cellAt(i + 1, j), cellAt(i, j - 1), cellAt(i, j + 1)].filter(
      (m) => m !== undefined,
    );
    return beside.reduce((best, m) => (nth(cells, m).part > nth(cells, best).part ? m : best), n);
  };
  const home = cells.map((_, n) => homeOf(n));
  const isOne = (a: number, b: number): boolean => home[a] === b || home[b] === a;
  const lines: Path[] = [];
  const knobLeft = (i: number, j: number): boolean => (i + j) % 2 === 0;
  const put = (a: number | undefined, b: number | undefined, from: Point, to: Point, isLeft: boolean): void => {
    if (a === undefined || b === undefined || isOne(a, b)) return;
    // a knob would take most of a piece that the outline leaves a part of
    const whole = [a, b].every((n) => nth(cells, n).part >= WHOLE_PART);
    lines.push(...within(laid(whole ? edge : "straight", from, to, isLeft, deep), ring));
  };
  for (let j = 0; j < rows; j += 1)
    for (let i = 1; i < columns; i += 1) {
      const x = left + i * wide;
      put(cellAt(i - 1, j), cellAt(i, j), [x, bottom + j * high], [x, bottom + (j + 1) * high], knobLeft(i, j));
    }
  for (let j = 1; j < rows; j += 1)
    for (let i = 0; i < columns; i += 1) {
      const y = bottom + j * high;
      put(cellAt(i, j - 1), cellAt(i, j), [left + i * wide, y], [left + (i + 1) * wide, y], knobLeft(i + 1, j));
    }
  // read like a page: from the top, left to right
  const order = Array.from(
    { length: columns * rows },
    (_, n) => (rows - 1 - Math.floor(n / columns)) * columns + (n % columns),
  );
  return {
    lines,
    pieces: order
      .filter((n) => home[n] === n && nth(cells, n).part > 0)
      .map((n) => ({ at: nth(cells, n).middle, room: deep })),
  };
}

/** A path mirrored left to right about a place: written on the back it is read from there. */
export const mirroredAbout = (path: Path, x: number): Path => placePath(path, { ...HERE, x: 2 * x, flip: true });
