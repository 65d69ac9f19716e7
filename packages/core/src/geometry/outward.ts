/**
 * Outlines as polygons that hold them: what is laid by such a polygon has all of its paper there.
 *
 *        ╱‾‾╲            where the edge turns left (paper on the left) corners are where tangents meet, outside the curve;
 *   ────╱    ╲────       where it turns right they are on the curve, and the chord runs outside the paper
 *
 * Straight edges stay as they are, so that three strips of 70 lie across 210. Flattened and grown by the tolerance they would not.
 */
import { nth } from "../units/nth.ts";
import { areaOf, type Path, pointAt, reverse, type Segment, sweep } from "./path.ts";
import { cross, distance, type Point, subtract } from "./point.ts";
import type { Ring } from "./areas.ts";
import { CURVE_SAG_MM, SAME_POINT_MM } from "./tolerance.ts";

/** The direction a segment runs in at `t`, of any length; where a cubic's control lies on its end, towards the other. */
function directionAt(s: Segment, t: number): Point {
  if (s.kind === "line") return subtract(s.to, s.from);
  if (s.kind === "arc") {
    const [x, y] = subtract(pointAt(s, t), s.centre);
    return s.ccw ? [-y, x] : [y, -x];
  }
  const [a, b, c] = [subtract(s.control1, s.from), subtract(s.control2, s.control1), subtract(s.to, s.control2)];
  const m = 1 - t;
  const along = (k: 0 | 1): number => m * m * a[k] + 2 * m * t * b[k] + t * t * c[k];
  const found: Point = [along(0), along(1)];
  return Math.hypot(...found) > 1e-9 ? found : subtract(s.to, s.from);
}

/** In how many parts a segment is taken, so that the corners outside it stand off by no more than `sag` mm. */
function partsOf(s: Segment, sag: number): number {
  if (s.kind === "line") return 1;
  if (s.kind === "arc") {
    // tangents over the angle 2a meet at r / cos a
    const half = Math.acos(1 / (1 + sag / distance(s.centre, s.from)));
    return Math.max(2, Math.ceil(Math.abs(sweep(s)) / (2 * half)));
  }
  const second = (a: Point, b: Point, c: Point): number => Math.hypot(a[0] - 2 * b[0] + c[0], a[1] - 2 * b[1] + c[1]);
  const bend = 6 * Math.max(second(s.from, s.control1, s.control2), second(s.control1, s.control2, s.to));
  // tangents meet about twice as far out as a chord lies in: a fourth of the bend, not an eighth
  return Math.max(1, Math.ceil(Math.sqrt(bend / (4 * sag))));
}

/** Where the lines through two points meet; undefined where they run alike, or meet behind the first. */
function meet(a: Point, along: Point, b: Point, other: Point): Point | undefined {
  const turn = cross(along, other);
  if (turn <= 1e-12 * Math.hypot(...along) * Math.hypot(...other)) return undefined;
  const t = cross(subtract(b, a), other) / turn;
  return t > 0 ? [a[0] + along[0] * t, a[1] + along[1] * t] : undefined;
}

/**
 * A closed path as a polygon that holds it: anticlockwise, at most `sag` mm outside it; of a hole the polygon it holds, clockwise.
 * @param sag mm
 */
export function outward(loop: Path, isHole = false, sag = CURVE_SAG_MM): Ring {
  const isForward = areaOf(loop) > 0 !== isHole;
  const points: Point[] = [];
  for (const s of isForward ? loop : reverse(loop)) {
    const parts = partsOf(s, sag);
    for (let k = 0; k < parts; k += 1) {
      const [from, to] = [k / parts, (k + 1) / parts];
      const at = pointAt(s, from);
      points.push(at);
      const corner = parts > 1 && meet(at, directionAt(s, from), pointAt(s, to), directionAt(s, to));
      if (corner) points.push(corner);
    }
  }
  return points.filter((p, i) => distance(p, nth(points, i - 1)) > SAME_POINT_MM);
}

/** Distance of a point from a chord, mm. */
function offChord([ax, ay]: Point, [bx, by]: Point, [x, y]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const long = dx * dx + dy * dy || 1;
  const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / long));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

/** Whether three corners turn left. */
const turnsLeft = (a: Point, b: Point, c: Point): boolean => cross(subtract(b, a), subtract(c, a)) > 0;

/**
 * A polygon with fewer corners that holds it: hollows shallower than `mm` are filled, and two blunt corners become the one where
 * their outer edges meet, if that is no farther out.
 */
export function fewer(ring: Ring, mm: number): Ring {
  const kept = [...ring];
  const at = (i: number): Point => nth(kept, i % kept.length);
  for (let isDone = false; !isDone && kept.length > 4;) {
    isDone = true;
    for (let i = 0; i < kept.length && kept.length > 4; i += 1) {
      const [a, b, c, d] = [nth(kept, i - 1), at(i), at(i + 1), at(i + 2)];
      const isHollow = !turnsLeft(a, b, c);
      if (offChord(a, c, b) < (isHollow ? mm : SAME_POINT_MM)) {
        kept.splice(i, 1);
        i -= 1;
        isDone = false;
        continue;
      }
      if (isHollow || !turnsLeft(b, c, d)) continue;
      const corner = meet(a, subtract(b, a), d, subtract(d, c));
      // beyond both corners, on the way of the outer edges
      if (!corner || distance(a, corner) < distance(a, b) || offChord(b, c, corner) >= mm) continue;
      kept[i] = corner;
      kept.splice((i + 1) % kept.length, 1);
      isDone = false;
    }
  }
  return kept;
}
