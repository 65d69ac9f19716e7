import { direction, type Point, type Size } from "./point.ts";
import { nth } from "../units/nth.ts";

/**
 * Does a rectangle `w × h` lie inside another `W × H`, turned by any angle if need be?
 * The larger side tilts by the angle whose turned width is exactly W (Carver, "Drawing to problem E1225", American
 * Mathematical Monthly 64, 1957): it fits when p ≤ P and q ≤ Q, or p > P and Q ≥ (2pqP + (p²−q²)√(p²+q²−P²))/(p²+q²),
 * with p ≥ q the inner and P ≥ Q the outer sides.
 */
export function fitsIn(w: number, h: number, W: number, H: number): boolean {
  const noise = 1e-6;
  const [p, q] = w >= h ? [w, h] : [h, w];
  const [P, Q] = W >= H ? [W, H] : [H, W];
  if (p <= P + noise) return q <= Q + noise;
  const rest = p * p + q * q - P * P;
  return Q + noise >= (2 * p * q * P + (p * p - q * q) * Math.sqrt(rest)) / (p * p + q * q) && q <= Q + noise;
}

/** Angles (degrees, 0 to 180) from one to another, both held; one angle where they are the same. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

const QUARTER = Math.PI / 2;

/** The corners of the convex hull, anticlockwise (Andrew, "Another efficient algorithm for convex hulls", 1979). */
export function hullOf(points: readonly Point[]): readonly Point[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (walked: readonly Point[]): Point[] => {
    const kept: Point[] = [];
    for (const p of walked) {
      while (kept.length > 1 && turnsRight(nth(kept, -2), nth(kept, -1), p)) kept.pop();
      kept.push(p);
    }
    return kept.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

const turnsRight = (a: Point, b: Point, c: Point): boolean =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) <= 0;

/**
 * The corner of the hull that lies furthest in a direction, walked to from the one before: directions that turn one way walk round
 * the hull once (Shamos, "Computational geometry", 1978).
 */
function furthest(hull: readonly Point[], angle: number, before: number): number {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const along = (i: number): number => {
    const [x, y] = nth(hull, i % hull.length);
    return x * c + y * s;
  };
  let at = before;
  for (const way of [1, hull.length - 1])
    for (let steps = 0; steps < hull.length && along(at + way) >= along(at); steps += 1) at = (at + way) % hull.length;
  return at;
}

/** From one end of the hull to the other in a direction, as a vector; for directions that turn. */
function acrossHull(hull: readonly Point[]): (angle: number) => Point {
  let [low, high] = [0, 0];
  return (angle) => {
    high = furthest(hull, angle, high);
    low = furthest(hull, angle + Math.PI, low);
    const [a, b] = [nth(hull, low), nth(hull, high)];
    return [b[0] - a[0], b[1] - a[1]];
  };
}

/** Whether a hull is too long or too large for a rectangle at any angle: what is convex within another is shorter round it. */
function isTooLarge(hull: readonly Point[], { width, height }: Size, noise: number): boolean {
  let [round, twice] = [0, 0];
  hull.forEach((a, i) => {
    const b = nth(hull, (i + 1) % hull.length);
    round += Math.hypot(b[0] - a[0], b[1] - a[1]);
    twice += a[0] * b[1] - b[0] * a[1];
  });
  return round > 2 * (width + height) + 8 * noise || twice / 2 > (width + noise) * (height + noise);
}

type Stretch = readonly [from: number, to: number];

/** What is left of a span when a window is cut out of it, both its ends held. */
const without = (span: Stretch, from: number, to: number): Stretch[] => {
  if (to <= span[0] || from >= span[1]) return [span];
  const left: readonly Stretch[] = [
    [span[0], Math.min(span[1], from)],
    [Math.max(span[0], to), span[1]],
  ];
  return left.filter(([low, high]) => high >= low);
};

/**
 * The angles by which a shape may be turned anticlockwise to lie in `W × H`, exactly: only its hull matters, and between two
 * angles at which an edge of the hull lies along an axis its width and its height are single cosines R·cos(t − φ).
 */
export function fitAngles(points: readonly Point[], { width, height }: Size): readonly Span[] {
  const noise = 1e-6;
  const hull = hullOf(points);
  if (hull.length < 3 || isTooLarge(hull, { width, height }, noise)) return [];
  const across = [acrossHull(hull), acrossHull(hull)] as const;
  const turns = hull.flatMap((a, i) => {
    const b = nth(hull, i + 1);
    const along = ((-Math.atan2(b[1] - a[1], b[0] - a[0]) % QUARTER) + QUARTER) % QUARTER;
    return [along, along + QUARTER];
  });
  const cuts = [...new Set([0, Math.PI, ...turns])].sort((a, b) => a - b);
  const found: Span[] = [];
  for (let i = 0; i + 1 < cuts.length; i += 1) {
    const [a, b] = [nth(cuts, i), nth(cuts, i + 1)];
    let parts: readonly Stretch[] = [[a, b]];
    // turned by t a shape is as wide as it is along (cos t, −sin t), and as high as it is along (sin t, cos t)
    for (const [k, shift, room] of [
      [0, 0, width],
      [1, QUARTER, height],
    ] as const) {
      const [x, y] = across[k](shift - (a + b) / 2);
      const long = Math.hypot(x, y);
      if (room + noise >= long) continue;
      const half = Math.acos(Math.max(-1, Math.min(1, (room + noise) / long)));
      const middle = shift - Math.atan2(y, x);
      // too wide where t is nearer the middle than so: that window is cut out, each time round
      for (let turn = -2; turn <= 2; turn += 1) {
        const at = middle + 2 * Math.PI * turn;
        parts = parts.flatMap((part) => without(part, at - half, at + half));
      }
    }
    for (const [from, to] of parts) {
      const last = found.at(-1);
      const [low, high] = [(from * 180) / Math.PI, (to * 180) / Math.PI];
      if (last && low - last.to < 1e-9) found[found.length - 1] = { ...last, to: high };
      else found.push({ from: low, to: high });
    }
  }
  return found;
}

/** Whole degrees to turn a shape by so that it lies in a sheet with most to spare, or the one angle at which it does; undefined where there is none. */
export function fitAngle(points: readonly Point[], sheet: Size): number | undefined {
  const longest = (span: Span): number => Math.round((span.to - span.from) * 1e3);
  const [widest] = [...fitAngles(points, sheet)].sort((a, b) => longest(b) - longest(a) || a.from - b.from);
  if (!widest) return undefined;
  const middle = (widest.from + widest.to) / 2;
  const whole = Math.round(middle);
  return whole >= widest.from && whole <= widest.to ? whole : middle;
}

/**
 * The least rectangle by area that holds points, and the degrees by which they are turned anticlockwise to lie upright in it:
 * one of its sides runs along an edge of the hull (Freeman and Shapira, Communications of the ACM 18, 1975).
 */
export function leastBox(points: readonly Point[]): Size & { readonly turned: number } {
  const hull = hullOf(points);
  let least = { width: Infinity, height: Infinity, turned: 0 };
  hull.forEach((a, i) => {
    const [dx, dy] = direction(a, nth(hull, i + 1));
    const reach = (x: number, y: number): number => {
      const along = hull.map((p) => p[0] * x + p[1] * y);
      return Math.max(...along) - Math.min(...along);
    };
    const [width, height] = [reach(dx, dy), reach(-dy, dx)];
    if (width * height >= least.width * least.height - 1e-9) return;
    least = { width, height, turned: (-Math.atan2(dy, dx) * 180) / Math.PI };
  });
  return least;
}
