/**
 * Outlines of the maker's own: what a file held, as lines to cut, and one of them kept in a recipe as path data.
 */
import {
  areaOf,
  boundsOf,
  flatten,
  line,
  mapPath,
  type Path,
  pathData,
  pointAt,
  reverse,
  type Segment,
  split,
  sweep,
} from "../geometry/path.ts";
import { depthsOf } from "../geometry/nest.ts";
import { distance, type Point, subtract } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import { lately } from "../units/lately.ts";
import { nth } from "../units/nth.ts";

/** Where a line stood in its file, as the file says it: what it is for may be told by any of them. */
export interface Came {
  /** the group, layer or pen it was in */
  readonly group?: string;
  readonly colour?: string;
  /** how it is dashed */
  readonly dash?: string;
}

/** A line of a file: closed or open, mm, y up, its lower left where the file has it. */
export interface Outline extends Came {
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

/** Why lines cannot be kept as an outline. Lengths in mm. */
export type Unkept =
  | { readonly why: "nothing" }
  | { readonly why: "long"; readonly signs: number }
  | { readonly why: "many"; readonly lines: number }
  | { readonly why: "large"; readonly width: number; readonly height: number }
  /** its lines do not hang together when they are read again */
  | { readonly why: "torn" };

/**
 * Loops as a recipe keeps them, their box at the origin, its outer line first; or why they cannot be kept. What is kept was
 * read again first, as it will be read.
 */
export function keptOrWhy(loops: Loops): KeptOutline | Unkept {
  if (loops.length === 0) return { why: "nothing" };
  if (loops.length > MOST_LOOPS) return { why: "many", lines: loops.length };
  const { left, right, bottom, top } = boundsOf(loops.flatMap((loop) => flatten(loop)));
  const [width, height] = [right - left, top - bottom];
  if (!(width > 0 && height > 0)) return { why: "nothing" };
  if (Math.max(width, height) > MOST_SIDE_MM) return { why: "large", width, height };
  const to = ([x, y]: Point): Point => [x - left, y - bottom];
  const drawn = loops.map((loop) => pathData(mapPath(cubicsOnly(loop), to))).join("");
  if (drawn.length > MOST_DRAWN) return { why: "long", signs: drawn.length };
  return loopsOf(drawn)?.length === loops.length ? { drawn, width, height } : { why: "torn" };
}

/** The same; undefined where they cannot be kept. */
export function keptLoops(loops: Loops): KeptOutline | undefined {
  const kept = keptOrWhy(loops);
  return "why" in kept ? undefined : kept;
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
  // paper is anticlockwise, a hole in it clockwise, and paper in that again the other way
  const depths = depthsOf(loops.map((loop) => flatten(loop)));
  return loops.map((loop, i) => (areaOf(loop) > 0 === (nth(depths, i) % 2 === 0) ? loop : reverse(loop)));
}
/** Closed lines of one outline: more nobody cuts. */
export const MOST_LOOPS = 200;
/** No side of an outline is longer, mm: no paper is. */
export const MOST_SIDE_MM = 5000;

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
  const [only] = path;
  // one curve that ends where it began is an outline, like a petal; of two parts, as every closed line here
  if (path.length === 1 && only?.kind === "cubic") return [...split(only, 0.5)];
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
