/** What of an outline lies above a level line: where paper is folded, an outline is cut off straight and goes on mirrored. */
import { flatten, line, type Path, pointAt, type Segment, split } from "./path.ts";
import type { Point } from "./point.ts";
import { SAME_POINT_MM } from "./tolerance.ts";
import { nth } from "../units/nth.ts";

/** A curve is looked at in so many places: outlines of ours cross a line no more often. */
const LOOKS = 24;
/** Halvings that find a crossing to the last bit that matters. */
const HALVINGS = 40;

/** Where a curve crosses the level, as parts of its run, in order. */
function crossings(s: Segment, level: number): number[] {
  const off = (t: number): number => pointAt(s, t)[1] - level;
  const found: number[] = [];
  for (let i = 0; i < LOOKS; i += 1) {
    let [a, b] = [i / LOOKS, (i + 1) / LOOKS];
    if (off(a) < 0 === off(b) < 0) continue;
    for (let n = 0; n < HALVINGS; n += 1) {
      const middle = (a + b) / 2;
      if (off(a) < 0 === off(middle) < 0) a = middle;
      else b = middle;
    }
    found.push((a + b) / 2);
  }
  return found;
}

/** A curve cut at places of its run. */
function cutAt(s: Segment, places: readonly number[]): Segment[] {
  const [first, ...rest] = places;
  if (first === undefined) return [s];
  const [before, after] = split(s, first);
  return [
    before,
    ...cutAt(
      after,
      rest.map((t) => (t - first) / (1 - first)),
    ),
  ];
}

/** How an outline meets a level line: from where to where it runs along it or is cut by it, mm. Undefined where it does so more than once, or not at all. */
export function chordAt(path: Path, level: number): readonly [number, number] | undefined {
  const points = flatten(path);
  const meets: number[] = [];
  points.forEach(([x, y], i) => {
    const [u, v] = nth(points, i + 1);
    if (y < level - SAME_POINT_MM === v < level - SAME_POINT_MM) return;
    meets.push(x + ((level - SAME_POINT_MM - y) / (v - y)) * (u - x));
  });
  const base = points.filter(([, y]) => Math.abs(y - level) <= SAME_POINT_MM).map(([x]) => x);
  const all = meets.length > 0 ? meets : base;
  if (meets.length > 2 || all.length < 2) return undefined;
  return [Math.min(...all), Math.max(...all)];
}

/**
 * The part of a closed anticlockwise outline above a level, moved down so that the level is 0, closed by a straight edge.
 * Curves stay curves. The outline meets the level once (`chordAt`). @throws when nothing of it lies above
 */
export function above(path: Path, level: number): Path {
  const kept = path
    .flatMap((s) => cutAt(s, s.kind === "line" && s.from[1] === s.to[1] ? [] : crossings(s, level)))
    .filter((s) => pointAt(s, 0.5)[1] > level + SAME_POINT_MM);
  const start = kept.findIndex((s) => Math.abs(s.from[1] - level) < 1e-6);
  const first = kept[start];
  const last = kept.at(start - 1);
  if (!first || !last) throw new Error("above: nothing of the outline lies above the level");
  const down = ([x, y]: Point): Point => [x, Math.abs(y - level) < 1e-6 ? 0 : y - level];
  const open = [...kept.slice(start), ...kept.slice(0, start)].map((s): Segment => {
    const ends = { from: down(s.from), to: down(s.to) };
    if (s.kind === "line") return { ...s, ...ends };
    if (s.kind === "arc") return { ...s, ...ends, centre: [s.centre[0], s.centre[1] - level] };
    return { ...s, ...ends, control1: down(s.control1), control2: down(s.control2) };
  });
  return [line(down(last.to), down(first.from)), ...open];
}
