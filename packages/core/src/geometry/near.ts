/** How far places are from a closed line of chords: a short one chord by chord, a long one by an index of its chords. */
import Flatbush from "flatbush";
import { nth } from "../units/nth.ts";
import type { Bounds } from "./path.ts";
import type { Point } from "./point.ts";

/** Lines of fewer chords are looked through faster than an index of them is made. */
const INDEXED_FROM = 48;
/** mm: where looking begins for the nearest chord of a long line; twice as far each time none is found. */
const FIRST_LOOK_MM = 2;

/** Distance of a point from the chord that begins at a corner of a closed line, squared. */
function offChord(ring: readonly Point[], i: number, x: number, y: number): number {
  const [ax, ay] = ring[i] as Point;
  const [bx, by] = ring[i + 1 === ring.length ? 0 : i + 1] as Point;
  const [dx, dy] = [bx - ax, by - ay];
  const long = dx * dx + dy * dy;
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / long));
  const [ox, oy] = [x - ax - t * dx, y - ay - t * dy];
  return ox * ox + oy * oy;
}

const indexed = new WeakMap<readonly Point[], Flatbush>();

function indexOf(ring: readonly Point[]): Flatbush {
  const known = indexed.get(ring);
  if (known) return known;
  const index = new Flatbush(ring.length);
  ring.forEach(([ax, ay], i) => {
    const [bx, by] = nth(ring, i + 1);
    index.add(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by));
  });
  index.finish();
  indexed.set(ring, index);
  return index;
}

/** mm of a place from a closed line, where that is less than `most`; Infinity where it is as much or more. */
export function nearTo(ring: readonly Point[], [x, y]: Point, most: number): number {
  let least = most * most;
  const look = (i: number): void => {
    least = Math.min(least, offChord(ring, i, x, y));
  };
  if (ring.length < INDEXED_FROM) for (let i = 0; i < ring.length; i += 1) look(i);
  else for (const i of indexOf(ring).search(x - most, y - most, x + most, y + most)) look(i);
  return least < most * most ? Math.sqrt(least) : Infinity;
}

/** Distance of a point from the edge of a polygon, mm; Infinity of one that has no points. */
export function offOutline(ring: readonly Point[], p: Point): number {
  if (ring.length < INDEXED_FROM) return nearTo(ring, p, Infinity);
  const { minX, minY, maxX, maxY } = indexOf(ring);
  // no place of the line is farther than its box's farthest corner
  const far = Math.hypot(Math.max(p[0] - minX, maxX - p[0]), Math.max(p[1] - minY, maxY - p[1]));
  for (let most = FIRST_LOOK_MM; most < far; most *= 2) {
    const off = nearTo(ring, p, most);
    if (off < Infinity) return off;
  }
  return nearTo(ring, p, far + 1);
}

/** Whether a closed line comes into a box: where it does not, all of the box is on one side of it. */
export function comesInto(ring: readonly Point[], { left, bottom, right, top }: Bounds): boolean {
  if (ring.length === 0) return false;
  return indexOf(ring).search(left, bottom, right, top).length > 0;
}
