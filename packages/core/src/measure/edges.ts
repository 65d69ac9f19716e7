/** Straight edges in a picture, finer than its points: where shades change most along lines square to a side. */
import type { Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";

/** Shades, 0 to 255, row by row from the top; a point's middle is at .5. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly at: ArrayLike<number>;
}

/** A side of something as it was seen: a line through places on it, and how far those scatter, points of the picture. */
export interface Side {
  /** middle of the places, and the way along it (a unit vector) */
  readonly middle: Point;
  readonly way: Point;
  /** half the stretch that the places cover */
  readonly half: number;
  readonly count: number;
  readonly scatter: number;
  /** the places themselves */
  readonly places: readonly Point[];
}

/** The shade at a place, between its four neighbours; the rim goes on past the picture. */
export function shadeAt({ width, height, at }: Grey, x: number, y: number): number {
  const [u, v] = [Math.min(width - 1, Math.max(0, x - 0.5)), Math.min(height - 1, Math.max(0, y - 0.5))];
  const [i, j] = [Math.min(width - 2, Math.floor(u)), Math.min(height - 2, Math.floor(v))];
  const [s, t] = [u - i, v - j];
  const of = (x0: number, y0: number): number => at[y0 * width + x0] ?? 0;
  return (of(i, j) * (1 - s) + of(i + 1, j) * s) * (1 - t) + (of(i, j + 1) * (1 - s) + of(i + 1, j + 1) * s) * t;
}

/** Of a side that much is looked at: corners may be round. */
const MIDDLE_PART = 0.72;
/** Lines that are looked along, and how far apart places on one of them are. */
const MOST_LINES = 400;
const STEP = 0.5;
/** A change of less than this many shades over two points is none. */
const LEAST_CHANGE = 6;
/** Places further off the line than so many times what is usual are left out, in so many rounds. */
const FAR = 2.5;
const ROUNDS = 6;
/** Fewer places make no side. */
const LEAST_PLACES = 8;

/** The side between two corners that are about right. @param reach points to either side that are looked at */
export function sideBetween(grey: Grey, from: Point, to: Point, reach: number): Side | undefined {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy);
  if (!(long > 12)) return undefined;
  const way: Point = [dx / long, dy / long];
  const across: Point = [-way[1], way[0]];
  const lines = Math.min(MOST_LINES, Math.floor(long * MIDDLE_PART));
  const places: Point[] = [];
  for (let n = 0; n < lines; n += 1) {
    const t = ((n + 0.5) / lines - 0.5) * MIDDLE_PART + 0.5;
    const on: Point = [from[0] + dx * t, from[1] + dy * t];
    const off = changeAlong(grey, on, across, reach);
    if (off !== undefined) places.push([on[0] + across[0] * off, on[1] + across[1] * off]);
  }
  return lineThrough(places);
}

/** Where shades change most along a line: places from its middle; undefined where they hardly do. */
function changeAlong(grey: Grey, [x, y]: Point, [nx, ny]: Point, reach: number): number | undefined {
  const steps = Math.ceil(reach / STEP);
  const shades = Array.from({ length: 2 * steps + 5 }, (_, k) => {
    const s = (k - steps - 2) * STEP;
    return shadeAt(grey, x + nx * s, y + ny * s);
  });
  // over two points of the picture, so that its noise counts for less
  const change = (k: number): number => Math.abs(nth(shades, k + 4) - nth(shades, k));
  const weighed = (k: number): number => change(k) * (1 - 0.3 * (Math.abs(k - steps) / steps) ** 2);
  let best = 0;
  for (let k = 1; k <= 2 * steps; k += 1) if (weighed(k) > weighed(best)) best = k;
  if (change(best) < LEAST_CHANGE || best < 1 || best > 2 * steps - 1) return undefined;
  // the middle of what changes about it: steadier than the top of a parabola
  let [sum, moment] = [0, 0];
  for (let k = Math.max(0, best - 4); k <= Math.min(2 * steps, best + 4); k += 1) {
    const weight = Math.max(0, change(k) - change(best) * 0.25);
    sum += weight;
    moment += weight * (k - steps) * STEP;
  }
  return sum > 0 ? moment / sum : undefined;
}

/** The line through places by least squares (square to itself), those far off left out. */
export function lineThrough(all: readonly Point[]): Side | undefined {
  let places = all;
  let line: Side | undefined;
  for (let round = 0; round < ROUNDS; round += 1) {
    if (places.length < LEAST_PLACES) return undefined;
    line = fitted(places);
    const own = line;
    const offs = places.map((p) => Math.abs(offLine(own, p)));
    // what is usual: the middle one, as for a normal scatter
    const usual = Math.max(0.05, 1.4826 * ([...offs].sort((a, b) => a - b)[Math.floor(offs.length / 2)] ?? 0));
    const kept = places.filter((_, i) => nth(offs, i) <= FAR * usual);
    if (kept.length === places.length) break;
    places = kept;
  }
  return line && line.count >= LEAST_PLACES ? line : undefined;
}

/** How far a place is off a line, to its left as it goes. */
export const offLine = ({ middle, way }: Pick<Side, "middle" | "way">, [x, y]: Point): number =>
  (x - middle[0]) * -way[1] + (y - middle[1]) * way[0];

function fitted(places: readonly Point[]): Side {
  const n = places.length;
  const mx = places.reduce((sum, [x]) => sum + x, 0) / n;
  const my = places.reduce((sum, [, y]) => sum + y, 0) / n;
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of places) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const turn = 0.5 * Math.atan2(2 * xy, xx - yy);
  const way: Point = [Math.cos(turn), Math.sin(turn)];
  const along = places.map(([x, y]) => (x - mx) * way[0] + (y - my) * way[1]);
  const off = places.reduce((sum, p) => sum + offLine({ middle: [mx, my], way }, p) ** 2, 0);
  return {
    ...{ middle: [mx, my], way, count: n, places },
    half: (Math.max(...along) - Math.min(...along)) / 2,
    scatter: Math.sqrt(off / Math.max(1, n - 2)),
  };
}

/** Where two lines cross; undefined where they hardly do. */
export function crossing(a: Pick<Side, "middle" | "way">, b: Pick<Side, "middle" | "way">): Point | undefined {
  const det = a.way[0] * b.way[1] - a.way[1] * b.way[0];
  if (Math.abs(det) < 1e-6) return undefined;
  const [x, y] = [b.middle[0] - a.middle[0], b.middle[1] - a.middle[1]];
  const t = (x * b.way[1] - y * b.way[0]) / det;
  return [a.middle[0] + a.way[0] * t, a.middle[1] + a.way[1] * t];
}

/** What has four sides as it was seen: its corners in their order, and its sides, each from a corner to the next. */
export interface Quad {
  readonly corners: readonly [Point, Point, Point, Point];
  readonly sides: readonly [Side, Side, Side, Side];
  /** its corners were put there by hand, and no edge was found: points that they may be off */
  readonly byHand?: number;
}

/** Four corners as a hand put them, each off by a point of the picture or so. */
export function quadByHand(corners: readonly Point[], off = 1): Quad | undefined {
  const sides = corners.slice(0, 4).map((from, i) => {
    const to = nth(corners, (i + 1) % 4);
    return lineThrough(
      Array.from({ length: LEAST_PLACES + 4 }, (_, n): Point => {
        const t = n / (LEAST_PLACES + 3);
        return [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
      }),
    );
  });
  const found = sides.filter((side) => side !== undefined);
  if (found.length < 4) return undefined;
  return {
    corners: corners.slice(0, 4) as unknown as Quad["corners"],
    sides: found as unknown as Quad["sides"],
    byHand: off,
  };
}

/** Four corners that are about right, brought onto the edges that are there. Undefined where a side is not seen. */
export function quadNear(grey: Grey, rough: readonly Point[], reach: number): Quad | undefined {
  let corners = rough.slice(0, 4);
  let sides: Side[] = [];
  // once with all of its reach, then closer
  for (const wide of [reach, Math.max(4, reach / 3)]) {
    const found = corners.map((from, i) => sideBetween(grey, from, nth(corners, (i + 1) % 4), wide));
    sides = found.filter((side) => side !== undefined);
    if (sides.length < 4) return undefined;
    const crossed = sides.map((side, i) => crossing(nth(sides, (i + 3) % 4), side));
    if (crossed.some((p) => p === undefined)) return undefined;
    corners = crossed.filter((p) => p !== undefined);
  }
  return { corners: corners as unknown as Quad["corners"], sides: sides as unknown as Quad["sides"] };
}

/** The same with a longer side first: as a card lies that is told by its width. */
export function alongLong({ corners, sides }: Quad): Quad {
  const long = (i: number): number => {
    const [a, b] = [nth(corners, i), nth(corners, (i + 1) % 4)];
    return Math.hypot(a[0] - b[0], a[1] - b[1]);
  };
  if (long(0) + long(2) >= long(1) + long(3)) return { corners, sides };
  const [a, b, c, d] = corners;
  const [p, q, r, s] = sides;
  return { corners: [b, c, d, a], sides: [q, r, s, p] };
}
