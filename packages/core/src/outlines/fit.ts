/**
 * A ring of many points as few lines and cubics: corners where two straight arms meet, and between them the longest run that
 * one curve can follow (least squares after Schneider, 1990, its places improved by Newton's rule).
 *
 *      ·····●           ●  a corner is where the lines through both arms cross: sharper than any point that was seen
 *          · ╲
 *         ·   ·
 */
import type { Path, Segment } from "../geometry/path.ts";
import { distance, type Point, subtract } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";

/** How a ring is fitted, in its own unit. */
export interface FitOptions {
  /** how far a curve may stand off its points */
  readonly off: number;
  /** points are taken so far apart, and arms are so long */
  readonly step: number;
  readonly arm: number;
}

/** From this turn (degrees) it is a corner. */
const CORNER_DEG = 42;
/** A corner that lies further (steps) from what was seen is none. */
const FAR_CORNER = 3.5;

type CubicPoints = readonly [Point, Point, Point, Point];

/** Points along a closed ring, evenly spaced. */
function evenly(ring: readonly Point[], step: number): Point[] {
  const count = ring.length;
  const at = (i: number): Point => nth(ring, i % count);
  const long = ring.reduce((sum, p, i) => sum + distance(p, at(i + 1)), 0);
  const parts = Math.max(8, Math.round(long / step));
  const out: Point[] = [];
  let [i, passed, edge] = [0, 0, distance(at(0), at(1))];
  for (let k = 0; k < parts; k += 1) {
    const wanted = (k * long) / parts;
    while (passed + edge < wanted - 1e-9 && i < count) {
      passed += edge;
      i += 1;
      edge = distance(at(i), at(i + 1));
    }
    const t = edge > 0 ? (wanted - passed) / edge : 0;
    out.push([at(i)[0] + (at(i + 1)[0] - at(i)[0]) * t, at(i)[1] + (at(i + 1)[1] - at(i)[1]) * t]);
  }
  return out;
}

/** The straight line through points that stands off them least: its middle and its way, from the first to the last. */
function throughAll(points: readonly Point[]): { readonly middle: Point; readonly way: Point } {
  const n = points.length;
  const middle: Point = [points.reduce((s, p) => s + p[0], 0) / n, points.reduce((s, p) => s + p[1], 0) / n];
  let [a, b, c] = [0, 0, 0];
  for (const p of points) {
    const [x, y] = subtract(p, middle);
    a += x * x;
    b += x * y;
    c += y * y;
  }
  const turn = 0.5 * Math.atan2(2 * b, a - c);
  const way: Point = [Math.cos(turn), Math.sin(turn)];
  const run = subtract(nth(points, n - 1), nth(points, 0));
  return { middle, way: way[0] * run[0] + way[1] * run[1] < 0 ? [-way[0], -way[1]] : way };
}

const pointAt = ([p, q, r, s]: CubicPoints, t: number): Point => {
  const u = 1 - t;
  const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return [a * p[0] + b * q[0] + c * r[0] + d * s[0], a * p[1] + b * q[1] + c * r[1] + d * s[1]];
};

/** The cubic with these tangents at its ends that follows the points best, each at its place `t`. */
function fitted(points: readonly Point[], places: readonly number[], start: Point, end: Point): CubicPoints {
  const [p, s] = [nth(points, 0), nth(points, -1)];
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0];
  points.forEach((point, i) => {
    const t = nth(places, i);
    const u = 1 - t;
    const [b0, b1, b2, b3] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
    const [a1, a2]: [Point, Point] = [
      [start[0] * b1, start[1] * b1],
      [end[0] * b2, end[1] * b2],
    ];
    c00 += a1[0] * a1[0] + a1[1] * a1[1];
    c01 += a1[0] * a2[0] + a1[1] * a2[1];
    c11 += a2[0] * a2[0] + a2[1] * a2[1];
    const rest: Point = [
      point[0] - (p[0] * (b0 + b1) + s[0] * (b2 + b3)),
      point[1] - (p[1] * (b0 + b1) + s[1] * (b2 + b3)),
    ];
    x0 += a1[0] * rest[0] + a1[1] * rest[1];
    x1 += a2[0] * rest[0] + a2[1] * rest[1];
  });
  const det = c00 * c11 - c01 * c01;
  const chord = distance(p, s);
  let [a, b] = det === 0 ? [0, 0] : [(x0 * c11 - x1 * c01) / det, (x1 * c00 - x0 * c01) / det];
  if (!(a > 1e-3 * chord && b > 1e-3 * chord && a < 4 * chord && b < 4 * chord)) a = b = chord / 3;
  return [p, [p[0] + start[0] * a, p[1] + start[1] * a], [s[0] + end[0] * b, s[1] + end[1] * b], s];
}

/** The place on a cubic nearer to a point, one step of Newton's rule from `t`. */
function nearer(cubic: CubicPoints, point: Point, t: number): number {
  const u = 1 - t;
  const [p, q, r, s] = cubic;
  const off = subtract(pointAt(cubic, t), point);
  const way = (i: 0 | 1): number => 3 * (u * u * (q[i] - p[i]) + 2 * u * t * (r[i] - q[i]) + t * t * (s[i] - r[i]));
  const bend = (i: 0 | 1): number => 6 * (u * (r[i] - 2 * q[i] + p[i]) + t * (s[i] - 2 * r[i] + q[i]));
  const above = off[0] * way(0) + off[1] * way(1);
  const below = way(0) ** 2 + way(1) ** 2 + off[0] * bend(0) + off[1] * bend(1);
  return below === 0 ? t : Math.max(0, Math.min(1, t - above / below));
}

interface Tried {
  readonly segment: Segment;
  readonly off: number;
}

/** A line or a cubic over points, and how far it stands off the worst of them. */
function tried(points: readonly Point[], start: Point, end: Point, off: number): Tried {
  const [from, to] = [nth(points, 0), nth(points, -1)];
  const chord = distance(from, to);
  const run = subtract(to, from);
  const aside = Math.max(
    ...points.map((p) => Math.abs(run[0] * (p[1] - from[1]) - run[1] * (p[0] - from[0])) / (chord || 1)),
  );
  const along = (way: Point): number => (way[0] * run[0] + way[1] * run[1]) / (chord || 1);
  const isStraight = points.length < 3 || (aside < off * 0.8 && along(start) > STRAIGHT && -along(end) > STRAIGHT);
  if (isStraight) return { segment: { kind: "line", from, to }, off: 0 };
  const lengths = points.map((p, i) => (i === 0 ? 0 : distance(p, nth(points, i - 1))));
  const long = lengths.reduce((sum, v) => sum + v, 0) || 1;
  let passed = 0;
  let places = lengths.map((v) => (passed += v) / long);
  let cubic = fitted(points, places, start, end);
  let worst = Infinity;
  for (let round = 0; round < ROUNDS; round += 1) {
    cubic = fitted(points, places, start, end);
    worst = Math.max(...points.map((p, i) => distance(pointAt(cubic, nth(places, i)), p)));
    if (worst < off || worst > 6 * off) break;
    places = places.map((t, i) => nearer(cubic, nth(points, i), t));
  }
  const [, control1, control2] = cubic;
  return { segment: { kind: "cubic", from, control1, control2, to }, off: worst };
}
/** Cosine of the angle a tangent may turn off a chord that is a straight line; rounds of improving a curve. */
const STRAIGHT = 0.985;
const ROUNDS = 16;

const back = (way: Point): Point => [-way[0], -way[1]];

/** Points from end to end as few segments: from each the longest run that one can follow, found by doubling and halving. */
function run(
  points: readonly Point[],
  start: Point,
  end: Point,
  off: number,
  tangent: (i: number) => Point,
): Segment[] {
  const out: Segment[] = [];
  const last = points.length - 1;
  let [from, way] = [0, start];
  while (from < last) {
    const attempt = (to: number): (Tried & { readonly to: number; readonly way: Point }) | undefined => {
      const leaves = to === last ? end : back(tangent(to));
      const one = tried(points.slice(from, to + 1), way, leaves, off);
      return one.off < off ? { ...one, to, way: leaves } : undefined;
    };
    let best = attempt(last);
    if (!best) {
      let low = Math.min(last, from + 3);
      let high = last;
      best = attempt(low);
      for (let step = 8, at = low; at < last; step *= 2) {
        at = Math.min(last, at + step);
        const further = attempt(at);
        if (!further) {
          high = at;
          break;
        }
        best = further;
        low = at;
      }
      while (high - low > 2) {
        const middle = (low + high) >> 1;
        const one = attempt(middle);
        if (one) [best, low] = [one, middle];
        else high = middle;
      }
    }
    if (!best) {
      const to = Math.min(last, from + 3);
      const segment: Segment = { kind: "line", from: nth(points, from), to: nth(points, to) };
      best = { segment, off: 0, to, way: to === last ? end : back(tangent(to)) };
    }
    out.push(best.segment);
    from = best.to;
    way = back(best.way);
  }
  return out;
}

interface RingCorner {
  readonly i: number;
  readonly at: Point;
  readonly comes: Point;
  readonly goes: Point;
}

/** A closed ring of points as lines and cubics. */
export function fitRing(ring: readonly Point[], { off, step, arm }: FitOptions): Path {
  const all = evenly(ring, step);
  const n = all.length;
  const at = (points: readonly Point[], i: number): Point => nth(points, i % n);
  const k = Math.max(3, Math.min(Math.round(arm / step), Math.floor(n / 8)));
  const gap = Math.max(1, Math.round(0.8 / step));
  const arms = (i: number) => {
    const ahead = Array.from({ length: k + 1 }, (_, j) => at(all, i + gap + j));
    const behind = Array.from({ length: k + 1 }, (_, j) => at(all, i - gap - j)).reverse();
    return [throughAll(behind), throughAll(ahead)] as const;
  };
  const turns = all.map((_, i) => {
    const [comes, goes] = arms(i);
    const cos = comes.way[0] * goes.way[0] + comes.way[1] * goes.way[1];
    return (Math.acos(Math.max(-1, Math.min(1, cos))) * 180) / Math.PI;
  });
  const corners = all.flatMap((p, i): RingCorner[] => {
    const turn = nth(turns, i);
    if (turn < CORNER_DEG) return [];
    for (let j = -k; j <= k; j += 1) {
      const other = turns[(((i + j) % n) + n) % n] as number;
      if (other > turn || (other === turn && j < 0)) return [];
    }
    const [comes, goes] = arms(i);
    const crossing = comes.way[0] * goes.way[1] - comes.way[1] * goes.way[0];
    if (Math.abs(crossing) < 0.2) return [];
    const [dx, dy] = subtract(goes.middle, comes.middle);
    const along = (dx * goes.way[1] - dy * goes.way[0]) / crossing;
    const meets: Point = [comes.middle[0] + comes.way[0] * along, comes.middle[1] + comes.way[1] * along];
    return distance(meets, p) > FAR_CORNER ? [] : [{ i, at: meets, comes: comes.way, goes: goes.way }];
  });
  const half = Math.max(2, k >> 1);
  const tangentOf = (points: readonly Point[], i: number): Point =>
    throughAll(Array.from({ length: 2 * half + 1 }, (_, j) => at(points, i - half + j))).way;
  if (corners.length === 0) {
    // round all over: two halves, begun where it is flattest
    const flattest = turns.reduce((best, turn, i) => (turn < nth(turns, best) ? i : best), 0);
    const points = [...all.slice(flattest), ...all.slice(0, flattest)];
    const middle = n >> 1;
    const [start, there] = [tangentOf(points, 0), tangentOf(points, middle)];
    return [
      ...run(points.slice(0, middle + 1), start, back(there), off, (i) => tangentOf(points, i)),
      ...run([...points.slice(middle), nth(points, 0)], there, back(start), off, (i) => tangentOf(points, middle + i)),
    ];
  }
  return corners.flatMap((corner, j): Segment[] => {
    const next = nth(corners, j + 1);
    const end = next.i > corner.i ? next.i : next.i + n;
    const between = Array.from({ length: Math.max(0, end - corner.i - 2 * gap + 1) }, (_, m) =>
      at(all, corner.i + gap + m),
    );
    const points = [corner.at, ...between, next.at];
    const tangent = (i: number): Point => tangentOf(all, corner.i + gap - 1 + i);
    return run(points, corner.goes, back(next.comes), off, tangent);
  });
}
