/**
 * Outlines of the maker's own: what a file held, as lines to cut, and one of them kept in a recipe as path data.
 */
import { areaOf, boundsOf, flatten, line, type Path, pathData, type Segment } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";

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

/** The closed outline that encloses most, as a recipe keeps it; undefined where there is none or it is too long to keep. */
export function keptOf({ outlines }: Pick<OutlineFile, "outlines">): KeptOutline | undefined {
  const [largest] = outlines
    .filter((o) => o.closed)
    .map(({ path }) => ({ path, area: Math.abs(areaOf(path)) }))
    .sort((a, b) => b.area - a.area);
  if (!largest || largest.area < LEAST_MM2) return undefined;
  const { left, right, bottom, top } = boundsOf(flatten(largest.path));
  const to = ([x, y]: Point): Point => [x - left, y - bottom];
  const drawn = pathData(largest.path.map((s) => moved(s, to)));
  return drawn.length > MOST_DRAWN ? undefined : { drawn, width: right - left, height: top - bottom };
}
/** An outline that encloses less than this (mm²) is a speck. */
const LEAST_MM2 = 1;

const moved = (s: Segment, to: (p: Point) => Point): Segment =>
  s.kind === "cubic"
    ? { ...s, from: to(s.from), control1: to(s.control1), control2: to(s.control2), to: to(s.to) }
    : s.kind === "line"
      ? line(to(s.from), to(s.to))
      : { ...s, from: to(s.from), to: to(s.to), centre: to(s.centre) };

const parsed = new Map<string, Path>();
const MOST_PARSED = 40;

/** The path of kept data: M, L, C and Z with plain numbers. Undefined for anything else. */
export function pathOf(drawn: string): Path | undefined {
  const was = parsed.get(drawn);
  if (was) return was;
  const path: Segment[] = [];
  let at: Point = [0, 0];
  let start: Point = [0, 0];
  if (!/^M[-\d.\s]+([LC][-\d.\s]+)+Z?$/u.test(drawn)) return undefined;
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
  if (path.length < 2) return undefined;
  const round = areaOf(path) < 0 ? turned(path) : path;
  if (parsed.size >= MOST_PARSED) parsed.delete(parsed.keys().next().value as string);
  parsed.set(drawn, round);
  return round;
}
/** No paper is so large, mm. */
const FAR_MM = 10_000;

/** The same line walked the other way: outlines are anticlockwise. */
const turned = (path: Path): Path =>
  [...path]
    .reverse()
    .map((s): Segment =>
      s.kind === "cubic"
        ? { kind: "cubic", from: s.to, control1: s.control2, control2: s.control1, to: s.from }
        : line(s.to, s.from),
    );

/** Kept path data stretched to a box; undefined where it cannot be read. */
export function drawnTo(drawn: string, width: number, height: number): Path | undefined {
  const path = pathOf(drawn);
  if (!path) return undefined;
  const { left, right, bottom, top } = boundsOf(flatten(path));
  const [kx, ky] = [width / (right - left || 1), height / (top - bottom || 1)];
  return path.map((s) => moved(s, ([x, y]) => [(x - left) * kx, (y - bottom) * ky]));
}
