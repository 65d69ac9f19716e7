/**
 * Polygons of any shape as convex parts, so that what clips convex polygons clips all. Each part is cut off from a corner
 * that turns inwards, half way between its two edges:
 *
 *   ┌──┐  ┌──┐        ┌──┐  ┌──┐
 *   │  └──┘  │   →    │  └──┘  │      Edges that were cut through paper and not along its rim are known as such: nothing
 *   └────────┘        └─╱────╲─┘      is kept clear of them. A cut that ran on along an edge would leave a part whose rim
 *                                     is drawn in along the cut as well.
 */
import {
  areaOf,
  type Bounds,
  boundsOf,
  clipConvex,
  flattenTo,
  leftOf,
  type Path,
  polygon,
  split,
  sweep,
} from "./path.ts";
import { add, between, cross, direction, distance, type Point, scale, subtract } from "./point.ts";
import { SAME_POINT_MM } from "./tolerance.ts";
import { nth } from "../units/nth.ts";

/** A convex part of a polygon, anticlockwise: `rim` says of each corner whether the edge that begins there was the polygon's own. */
export interface ConvexPart {
  readonly points: readonly Point[];
  readonly rim: readonly boolean[];
}

/** Points in anticlockwise order, whichever way they were given. */
export const anticlockwise = (points: readonly Point[]): readonly Point[] =>
  areaOf(polygon(points)) < 0 ? [...points].reverse() : points;

/** Sine of the turn at a corner from which it is a turn inwards and no rounding of sums. */
const TURNS_IN = -1e-7;

const turnAt = (points: readonly Point[], i: number): number => {
  const at = (k: number): Point => nth(points, k);
  return cross(direction(at(i - 1), at(i)), direction(at(i), at(i + 1)));
};

/** Whether an anticlockwise polygon turns left at every corner. */
export function isConvex(points: readonly Point[]): boolean {
  const count = points.length;
  let [ax, ay] = points[count - 2] ?? [0, 0];
  let [bx, by] = points[count - 1] ?? [0, 0];
  // by hand, with no vector made: every seam asks it of every panel
  for (const [cx, cy] of points) {
    const [ux, uy, vx, vy] = [bx - ax, by - ay, cx - bx, cy - by];
    if (ux * vy - uy * vx <= TURNS_IN * Math.sqrt((ux * ux + uy * uy) * (vx * vx + vy * vy))) return false;
    [ax, ay, bx, by] = [bx, by, cx, cy];
  }
  return true;
}

/** The convex parts of a simple polygon, anticlockwise. */
export function convexParts(given: readonly Point[]): ConvexPart[] {
  const points = given.filter((p, i) => distance(p, nth(given, i + 1)) > SAME_POINT_MM);
  const done: ConvexPart[] = [];
  const open: ConvexPart[] = [{ points, rim: points.map(() => true) }];
  for (let part = open.pop(); part; part = open.pop()) {
    const corners = part.points;
    const inwards = corners.findIndex((_, i) => turnAt(corners, i) <= TURNS_IN);
    if (inwards < 0) done.push(part);
    else open.push(...cutFrom(part, inwards));
  }
  return done;
}

/** Cuts a polygon from a corner that turns inwards, half way between its edges, until it meets the rim. */
function cutFrom({ points, rim }: ConvexPart, i: number): ConvexPart[] {
  const count = points.length;
  const at = (k: number): Point => nth(points, k % count);
  const start = at(i);
  const way = direction([0, 0], subtract(direction(at(i - 1), start), direction(start, at(i + 1))));
  let [near, edge] = [Infinity, -1];
  for (let k = i + 1; k < i + count - 1; k += 1) {
    const [a, b] = [subtract(at(k), start), subtract(at(k + 1), start)];
    const [offA, offB] = [cross(way, a), cross(way, b)];
    // a corner right ahead is met too, though the rim there may not go over to the other side
    const ahead = Math.abs(offB) < SAME_POINT_MM;
    if (!ahead && offA > 0 === offB > 0) continue;
    const hit = ahead ? b : between(a, b, offA / (offA - offB));
    const along = hit[0] * way[0] + hit[1] * way[1];
    if (along > SAME_POINT_MM && along < near) [near, edge] = [along, k];
  }
  // sums that do not meet are slivers: nothing to cut
  if (edge < 0) return [];
  const meets = add(start, scale(way, near));
  const run = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, k) => from + k);
  const rimAt = (k: number): boolean => rim[((k % count) + count) % count] as boolean;
  const ahead = run(i, edge);
  const behind = run(edge + 1, i + count);
  const parts = [
    { points: [...ahead.map(at), meets], rim: [...ahead.map(rimAt), false] },
    { points: [meets, ...behind.map(at)], rim: [rimAt(edge), ...behind.slice(0, -1).map(rimAt), false] },
  ];
  return parts.map(tidied).filter((p) => p.points.length > 2);
}

/** Without points that came to lie on one another. */
function tidied({ points, rim }: ConvexPart): ConvexPart {
  const kept = points.flatMap((p, i) => (distance(p, nth(points, i + 1)) > SAME_POINT_MM ? [i] : []));
  return { points: kept.map((i) => nth(points, i)), rim: kept.map((i) => nth(rim, i)) };
}

/** A part drawn in by `by` mm from the polygon's rim; nothing where none is left. */
export const insetPart = ({ points, rim }: ConvexPart, by: number): Point[] =>
  points.reduce(
    (kept: Point[], a, i) => {
      if (!rim[i]) return kept;
      const b = nth(points, i + 1);
      const [dx, dy] = direction(a, b);
      const inwards: Point = [-dy * by, dx * by];
      return leftOf(kept, add(a, inwards), add(b, inwards));
    },
    [...points],
  );

/** Curves are taken by chords that stand off them up to this (mm): much less than the margin that tape keeps. */
const CURVE_MM = 0.25;
/** A rounding up to this radius (mm) is inside its sharp corner once that is drawn in by a tape's margin. */
const SHARP_MM = 3;

/**
 * An outline by few corners, all of them on paper once it is drawn in: roundings that turn inwards by the corner they
 * round, small ones too, larger ones by their chord.
 */
export function cornersOf(outline: Path): readonly Point[] {
  const halved = outline.flatMap((s) => (s.kind === "arc" && Math.abs(sweep(s)) > Math.PI * 0.6 ? split(s, 0.5) : [s]));
  const points = halved.flatMap((s): readonly Point[] => {
    if (s.kind === "line") return [s.from];
    if (s.kind === "cubic") return flattenTo([s], CURVE_MM).slice(0, -1);
    const radius = distance(s.centre, s.from);
    if (s.ccw && radius > SHARP_MM) return [s.from];
    // the tangents at its ends meet on the line from its centre through the middle of its chord
    const middle = between(s.from, s.to, 0.5);
    const off = distance(s.centre, middle);
    const corner = add(s.centre, scale(subtract(middle, s.centre), (radius * radius) / (off * off)));
    return [s.from, corner, s.to];
  });
  const spaced = points.filter((p, i) => distance(p, nth(points, i - 1)) > 1e-4);
  // what a rounding leaves on a straight run is no corner
  return anticlockwise(spaced).filter((_, i, all) => Math.abs(turnAt(all, i)) > 1e-6);
}

/** Polygons that were parted, while they are there: a ground's edge is asked for with every border that is tried on it. */
const parted = new WeakMap<readonly Point[], readonly (readonly Point[])[]>();

/** A polygon as convex ones: itself where it is, parts of its corners where it turns inwards. */
export function convexes(points: readonly Point[]): readonly (readonly Point[])[] {
  const known = parted.get(points);
  if (known) return known;
  const round = anticlockwise(points);
  const parts = isConvex(round) ? [round] : convexParts(cornersOf(polygon(round))).map((part) => part.points);
  parted.set(points, parts);
  return parts;
}

/**
 * mm² that two polygons share; close to it where both have many corners that turn inwards. Where one is convex the other is
 * clipped by it whole: where that turns inwards its clip runs along the edge and back again, which adds no area.
 */
export function sharedConvex(a: readonly Point[], b: readonly Point[]): number {
  if (a.length < 3 || b.length < 3 || !boxesMeet(a, b)) return 0;
  const area = (points: readonly Point[]): number => (points.length < 3 ? 0 : Math.abs(areaOf(polygon(points))));
  const [one, other] = [anticlockwise(a), anticlockwise(b)];
  if (isConvex(other)) return area(clipConvex(one, other));
  if (isConvex(one)) return area(clipConvex(other, one));
  return sharedParts(convexes(a), convexes(b)).reduce((sum, p) => sum + area(p), 0);
}

const boxes = new WeakMap<readonly Point[], Bounds>();
function boxOf(points: readonly Point[]): Bounds {
  const known = boxes.get(points);
  if (known) return known;
  const box = boundsOf(points);
  boxes.set(points, box);
  return box;
}
function boxesMeet(a: readonly Point[], b: readonly Point[]): boolean {
  const [p, q] = [boxOf(a), boxOf(b)];
  return p.left <= q.right && q.left <= p.right && p.bottom <= q.top && q.bottom <= p.top;
}

/** What two polygons share, as convex polygons: all of it, or less where both turn inwards. */
export const sharedParts = (a: readonly (readonly Point[])[], b: readonly (readonly Point[])[]): Point[][] =>
  a.flatMap((p) => b.map((q) => (p.length < 3 || q.length < 3 ? [] : clipConvex(p, q)))).filter((p) => p.length > 2);

/** The edges from `a` and from `c` run along one another, in opposite ways. */
function runsBack([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point, [dx, dy]: Point): boolean {
  const [ux, uy, vx, vy] = [bx - ax, by - ay, dx - cx, dy - cy];
  const [long, other] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
  if (ux * vx + uy * vy >= 0 || Math.abs(ux * vy - uy * vx) > 1e-9 * long * other) return false;
  const off = (ux * (cy - ay) - uy * (cx - ax)) / long;
  if (Math.abs(off) > SAME_POINT_MM) return false;
  const along = (x: number, y: number): number => (ux * (x - ax) + uy * (y - ay)) / long;
  return Math.min(long, along(cx, cy)) - Math.max(0, along(dx, dy)) > SAME_POINT_MM;
}

/**
 * What a clipped polygon really is: where it turned inwards the clipper runs along the window's edge and back again, to a
 * spike or to a part that lies apart. The polygons without those runs; of the same area.
 */
export function unpinched(points: readonly Point[]): readonly (readonly Point[])[] {
  const count = points.length;
  const at = (k: number): Point => points[k < count ? k : k - count] as Point;
  for (let i = 0; i < count; i += 1) {
    const [from, to] = [at(i), at(i + 1)];
    const [left, right] = from[0] < to[0] ? [from[0], to[0]] : [to[0], from[0]];
    const [low, high] = from[1] < to[1] ? [from[1], to[1]] : [to[1], from[1]];
    for (let k = i + 1; k < count; k += 1) {
      const [c, d] = [at(k), at(k + 1)];
      // by hand: nearly all edges of a long line lie clear of one another
      if ((c[0] < left && d[0] < left) || (c[0] > right && d[0] > right)) continue;
      if ((c[1] < low && d[1] < low) || (c[1] > high && d[1] > high)) continue;
      if (runsBack(from, to, c, d))
        return [points.slice(i + 1, k + 1), [...points.slice(k + 1), ...points.slice(0, i + 1)]]
          .filter((part) => part.length > 2)
          .flatMap(unpinched);
    }
  }
  return [points];
}
