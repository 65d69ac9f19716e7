/**
 * Outlines of the maker's own: what a file held, as lines to cut, and one of them kept in a recipe as path data.
 */
import {
  areaOf,
  boundsOf,
  flatten,
  holds,
  line,
  mapPath,
  type Path,
  pathData,
  pointAt,
  reverse,
  type Segment,
  sweep,
} from "../geometry/path.ts";
import { distance, type Point, subtract } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import { lately } from "../units/lately.ts";
import { nth } from "../units/nth.ts";

/** A line of a file: closed or open, mm, y up, its lower left where the file has it. */
export interface Outline {
  readonly id: string;
  readonly closed: boolean;
  readonly path: Path;
}

/** All that a file held. */
export interface OutlineFile {
  /** mm */
  readonly width: number;
  readonly height: number;
  readonly outlines: readonly Outline[];
  /** what was left out or taken for granted, in sentences */
  readonly warnings: readonly string[];
}

/** An outline as a recipe keeps it: path data of lines and cubics, its box at the origin; mm. */
export interface KeptOutline {
  readonly drawn: string;
  readonly width: number;
  readonly height: number;
}

/** Path data longer than this is no outline that anybody cuts. */
export const MOST_DRAWN = 20_000;

/** Closed lines: outer ones, and holes in them. */
export type Loops = readonly Path[];

/**
 * The closed outlines of a file as one that a recipe keeps, the largest first, with its holes or as silhouettes; undefined
 * where there is none or it is too long to keep.
 */
export function keptOf(
  { outlines }: Pick<OutlineFile, "outlines">,
  { holes = true }: { readonly holes?: boolean } = {},
): KeptOutline | undefined {
  const closed = outlines
    .filter((o) => o.closed)
    .map(({ path }) => ({ path, area: Math.abs(areaOf(path)), points: flatten(path) }))
    .filter(({ area }) => area >= LEAST_MM2)
    .sort((a, b) => b.area - a.area);
  // the largest first: what lies in one of them is a hole
  const isIn = (one: (typeof closed)[number]): boolean =>
    closed.some((other) => other.area > one.area && holds(other.points, nth(one.points, 0)));
  return keptLoops(closed.filter((one) => holes || !isIn(one)).map(({ path }) => path));
}
/** An outline that encloses less than this (mm²) is a speck. */
const LEAST_MM2 = 1;

/** Loops as a recipe keeps them, their box at the origin, its outer line first; undefined where it is too long to keep. */
export function keptLoops(loops: Loops): KeptOutline | undefined {
  if (loops.length === 0) return undefined;
  const { left, right, bottom, top } = boundsOf(loops.flatMap((loop) => flatten(loop)));
  const to = ([x, y]: Point): Point => [x - left, y - bottom];
  const drawn = loops.map((loop) => pathData(mapPath(cubicsOnly(loop), to))).join("");
  return drawn.length > MOST_DRAWN ? undefined : { drawn, width: right - left, height: top - bottom };
}

/** Arcs as cubics, which stay what they are when they are stretched; no more than a quarter turn each. */
function cubicsOnly(path: Path): Path {
  return path.flatMap((s): Segment[] => {
    if (s.kind !== "arc") return [s];
    const swept = sweep(s);
    const parts = Math.max(1, Math.ceil(Math.abs(swept) / (Math.PI / 2) - 1e-9));
    const k = (4 / 3) * Math.tan(swept / parts / 4);
    return Array.from({ length: parts }, (_, i): Segment => {
      const [from, to] = [pointAt(s, i / parts), pointAt(s, (i + 1) / parts)];
      const [a, b] = [subtract(from, s.centre), subtract(to, s.centre)];
      return {
        kind: "cubic",
        from,
        control1: [from[0] - a[1] * k, from[1] + a[0] * k],
        control2: [to[0] + b[1] * k, to[1] - b[0] * k],
        to,
      };
    });
  });
}

const parsed = lately<Loops | undefined>(40);

/** The loops of kept data: M, L, C and Z with plain numbers; outer lines anticlockwise, holes clockwise. Undefined for anything else. */
export const loopsOf = (drawn: string): Loops | undefined => parsed(drawn, () => parse(drawn));

function parse(drawn: string): Loops | undefined {
  if (!/^(?:M[-\d.\s]+([LC][-\d.\s]+)+Z?)+$/u.test(drawn)) return undefined;
  const loops = drawn.split(/(?=M)/u).map(loopOf);
  if (loops.length > MOST_LOOPS || !loops.every((loop) => loop !== undefined)) return undefined;
  const rings = loops.map((loop) => flatten(loop));
  // paper is anticlockwise, a hole in it clockwise, and paper in that again the other way
  return loops.map((loop, i): Path => {
    const depth = rings.filter((ring, j) => j !== i && holds(ring, nth(nth(rings, i), 0))).length;
    return areaOf(loop) > 0 === (depth % 2 === 0) ? loop : reverse(loop);
  });
}
/** Holes that anybody cuts in one outline. */
const MOST_LOOPS = 200;

function loopOf(drawn: string): Path | undefined {
  const path: Segment[] = [];
  let at: Point = [0, 0];
  let start: Point = [0, 0];
  for (const [, command, numbers = ""] of drawn.matchAll(/([MLC])([^MLCZ]*)/gu)) {
    const n = numbers.trim().split(/\s+/u).map(Number);
    if (!n.every((v) => Number.isFinite(v) && Math.abs(v) < FAR_MM)) return undefined;
    const point = (i: number): Point => [n[i] ?? NaN, n[i + 1] ?? NaN];
    if (command === "M") {
      at = start = point(0);
      continue;
    }
    const to = command === "L" ? point(0) : point(4);
    if (Number.isNaN(to[0] + to[1])) return undefined;
    path.push(command === "L" ? line(at, to) : { kind: "cubic", from: at, control1: point(0), control2: point(2), to });
    at = to;
  }
  if (distance(at, start) > SAME_POINT_MM) path.push(line(at, start));
  return path.length < 2 ? undefined : path;
}

/** No paper is so large, mm. */
const FAR_MM = 10_000;

/** The outer line that encloses most: what a face, which is one piece of paper, is cut to. */
export const outerOf = (drawn: string): Path | undefined =>
  [...(loopsOf(drawn) ?? [])].sort((a, b) => areaOf(b) - areaOf(a))[0];

/** A loop stretched to fill a box with its lower left at the origin. */
export function stretched(loop: Path, width: number, height: number): Path {
  const { left, right, bottom, top } = boundsOf(flatten(loop));
  const [kx, ky] = [width / (right - left || 1), height / (top - bottom || 1)];
  return mapPath(loop, ([x, y]) => [(x - left) * kx, (y - bottom) * ky]);
}

/** Kept path data stretched to fill a box; undefined where it cannot be read. */
export function loopsTo(drawn: string, width: number, height: number): Loops | undefined {
  const loops = loopsOf(drawn);
  if (!loops) return undefined;
  const { left, right, bottom, top } = boundsOf(loops.flatMap((loop) => flatten(loop)));
  const [kx, ky] = [width / (right - left || 1), height / (top - bottom || 1)];
  return loops.map((loop) => mapPath(loop, ([x, y]) => [(x - left) * kx, (y - bottom) * ky]));
}

/** So much of an outline's height must be straight for it to be laid on a fold by that side. */
const STRAIGHT_PART = 0.6;

/** Whether an outline's left edge is one straight line, as that of a half is: it is laid on a fold at the side. */
export function isStraightAtLeft(drawn: string): boolean {
  const loops = loopsOf(drawn) ?? [];
  const { left, bottom, top } = boundsOf(loops.flatMap((loop) => flatten(loop)));
  const along = loops
    .flat()
    .filter((s) => s.kind === "line" && Math.abs(s.from[0] - left) < SEEN_MM && Math.abs(s.to[0] - left) < SEEN_MM)
    .reduce((sum, s) => sum + Math.abs(s.to[1] - s.from[1]), 0);
  return along > STRAIGHT_PART * (top - bottom);
}
const SEEN_MM = 0.05;
