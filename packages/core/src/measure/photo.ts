/**
 * A rectangle measured from a picture: the sides of it and of a card of known size beside it, a camera whose lens bends lines, and
 * one table that both lie on. All is fitted at once by least squares (Gauss and Newton), so that the square corners of both count.
 */
import type { Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { alongLong, lineThrough, type Quad, type Side } from "./edges.ts";
import { backOf, carried, type Homography, homographyOf, solved } from "./plane.ts";

/** What lies beside it: a card or a sheet of known size, mm. */
export interface Known {
  readonly width: number;
  readonly height: number;
  /** how thick it is: its upper face is the plane that is measured in */
  readonly thickness: number;
}

/** What is measured: a rectangle on the table, and how thick it is, mm. */
export interface PhotoAsked {
  readonly known: Known;
  readonly reference: Quad;
  readonly thing: Quad;
  readonly thickness: number;
  /** points of the picture across and down */
  readonly picture: { readonly width: number; readonly height: number };
}

/** What was found. Spreads are one standard deviation. */
export interface PhotoFound {
  readonly width: number;
  readonly height: number;
  readonly widthSpread: number;
  readonly heightSpread: number;
  /** from the table (mm, its middle in the card's, y up) to the picture, past its lens */
  readonly table: Homography;
  readonly lens: Lens;
  /** how many times further than said the sides stand off two rectangles on one table: about 1 where all is well */
  readonly misfit: number;
  /** mm from the lens to the table, about, and how the thing's thickness was made up for, mm of its width */
  readonly away: number;
  readonly thicker: number;
}

/** How a lens bends what it sees: a place goes outwards by `k` of its distance from the middle, at `far` points from it. */
export interface Lens {
  readonly k: number;
  readonly middle: Point;
  readonly far: number;
}

/** Where a place would be seen without the lens's bending. */
export function straightened([x, y]: Point, { k, middle, far }: Lens): Point {
  const [dx, dy] = [x - middle[0], y - middle[1]];
  const by = 1 + k * ((dx * dx + dy * dy) / (far * far));
  return [middle[0] + dx * by, middle[1] + dy * by];
}
/** The other way: where it is seen. */
export function bent(p: Point, lens: Lens): Point {
  const { middle } = lens;
  let at = p;
  for (let n = 0; n < 12; n += 1) {
    const s = straightened(at, lens);
    at = [at[0] + p[0] - s[0], at[1] + p[1] - s[1]];
  }
  return Number.isFinite(at[0] + at[1]) ? at : middle;
}

/** The most that a lens is taken to bend, either way. */
const MOST_BEND = 0.08;
/** What a phone's lens bends by where that cannot be seen. */
const USUAL_BEND = 0.01;
/** mm that nobody sees an edge better than: shadows, bevels, what is worn. */
const FLOOR_MM = 0.05;
/** A camera sees about as far as its picture's longer side is wide, in points; phones from 0.7 to 1. */
const FOCAL_PART = 0.85;
const FOCAL_SPREAD = 0.2;

/** The bending that makes all sides straightest, by golden section; with how sure that is. */
function lensFor(asked: PhotoAsked): { readonly lens: Lens; readonly spread: number } {
  const { width, height } = asked.picture;
  const base = { middle: [width / 2, height / 2] as Point, far: Math.hypot(width, height) / 2 };
  // a line that a hand drew is straight, and tells nothing of a lens
  const sides = [asked.reference, asked.thing].flatMap((quad) => (quad.byHand === undefined ? quad.sides : []));
  if (sides.length === 0) return { lens: { ...base, k: 0 }, spread: USUAL_BEND };
  const off = (k: number): number =>
    sides.reduce((sum, { places }) => {
      const line = lineThrough(places.map((p) => straightened(p, { ...base, k })));
      return line ? sum + line.scatter ** 2 * line.count : sum + 1e6;
    }, 0);
  let [low, high] = [-MOST_BEND, MOST_BEND];
  const part = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [high - part * (high - low), low + part * (high - low)];
  let [fa, fb] = [off(a), off(b)];
  for (let n = 0; n < 40; n += 1) {
    if (fa < fb) {
      [high, b, fb] = [b, a, fa];
      a = high - part * (high - low);
      fa = off(a);
    } else {
      [low, a, fa] = [a, b, fb];
      b = low + part * (high - low);
      fb = off(b);
    }
  }
  const k = (low + high) / 2;
  const count = sides.reduce((sum, side) => sum + side.count, 0);
  const h = 0.004;
  const bowl = (off(k + h) - 2 * off(k) + off(k - h)) / (h * h);
  const noise = off(k) / Math.max(1, count - 17);
  const spread = bowl > 0 ? Math.sqrt((2 * noise) / bowl) : MOST_BEND;
  // a lens that cannot be told from a straight one is taken for one
  return { lens: { ...base, k }, spread: Math.min(MOST_BEND, spread) };
}

const cornersOf = (w: number, h: number): Point[] => [
  [-w / 2, h / 2],
  [w / 2, h / 2],
  [w / 2, -h / 2],
  [-w / 2, -h / 2],
];

/** Points of a picture by which a whole side may be off: light that falls from one side, sharpening, how a camera packs its picture. */
const EDGE_POINTS = 0.06;

/** A side as two places whose errors know nothing of each other, each with its deviation: ± half/√3 from its middle. */
function placesOf({ middle, way, half, count, scatter }: Side): { readonly at: Point; readonly sd: number }[] {
  const reach = half / Math.sqrt(3);
  const sd = (Math.max(scatter, 0.05) * Math.SQRT2) / Math.sqrt(count);
  return [-reach, reach].map((t) => ({
    at: [middle[0] + way[0] * t, middle[1] + way[1] * t],
    sd: Math.hypot(sd, EDGE_POINTS),
  }));
}

/** What is fitted: the table's map (8), where the thing lies (3), its size (2). */
const UNKNOWN = 13;
const STEPS = 12;

/**
 * Measures a rectangle. Undefined where the two do not look like rectangles on one table at all.
 */
export function rectangleIn(asked: PhotoAsked): PhotoFound | undefined {
  const { lens, spread } = lensFor(asked);
  const found = fittedWith(asked, lens);
  if (!found) return undefined;
  // what the lens is not known by moves the size as well
  const other = fittedWith(asked, { ...lens, k: lens.k + spread });
  const bend = (axis: "width" | "height"): number => (other ? other[axis] - found[axis] : 0);
  const { away, spread: focal } = distanceTo(found.table, asked.picture);
  const lift = asked.thickness - asked.known.thickness;
  // what lies higher is nearer to the lens, and looks larger by as much
  const by = away > 0 ? 1 - lift / away : 1;
  const unsure = away > 0 ? Math.abs(lift / away) * focal : 0;
  const of = (axis: "width" | "height", own: number): number =>
    Math.hypot(own * by * Math.max(1, found.misfit), bend(axis), FLOOR_MM, unsure * found[axis]);
  return {
    ...{ width: found.width * by, height: found.height * by },
    ...{ widthSpread: of("width", found.widthSpread), heightSpread: of("height", found.heightSpread) },
    ...{ table: found.table, lens, misfit: found.misfit, away },
    thicker: found.width * (by - 1),
  };
}

/** Things that are read together: which is the known one, which is measured, and what came of it. */
export interface PhotoRead {
  readonly reference: number;
  readonly thing: number;
  readonly found: PhotoFound;
}

/**
 * Which of several things is the known one: that with which another is a rectangle too. The card tried as it lies and turned; of the
 * others each, the larger before the smaller where both do.
 */
export function pairIn(
  quads: readonly (Quad | undefined)[],
  known: Known,
  picture: PhotoAsked["picture"],
): PhotoRead | undefined {
  const tried = quads.flatMap((reference, i) =>
    quads.flatMap((thing, j) => {
      if (i === j || !reference || !thing) return [];
      const found = rectangleIn({ known, reference: alongLong(reference), thing, thickness: known.thickness, picture });
      return found ? [{ reference: i, thing: j, found }] : [];
    }),
  );
  return tried.sort((a, b) => a.found.misfit - b.found.misfit)[0];
}

interface Fitted {
  readonly width: number;
  readonly height: number;
  readonly widthSpread: number;
  readonly heightSpread: number;
  readonly table: Homography;
  readonly misfit: number;
}

function fittedWith({ known, reference, thing }: PhotoAsked, lens: Lens): Fitted | undefined {
  const straight = (quad: Quad): { readonly sides: Side[]; readonly corners: Point[] } | undefined => {
    const sides = quad.sides.flatMap(({ places }) => lineThrough(places.map((p) => straightened(p, lens))) ?? []);
    // what a hand put there is as sure as a hand: two places a side, each off by so much
    const own = quad.byHand === undefined ? sides : sides.map((s) => ({ ...s, count: 2, scatter: quad.byHand ?? 0 }));
    return own.length === 4 ? { sides: own, corners: quad.corners.map((p) => straightened(p, lens)) } : undefined;
  };
  const [ref, own] = [straight(reference), straight(thing)];
  if (!ref || !own) return undefined;
  const card = cornersOf(known.width, known.height);
  const first = homographyOf(card, ref.corners);
  if (!first) return undefined;
  const back = backOf(first);
  const lies = own.corners.map((p) => carried(back, p));
  const [a, b, c, d] = lies as [Point, Point, Point, Point];
  const mean = (p: Point, q: Point, r: Point, s: Point): Point => [
    q[0] - p[0] + r[0] - s[0],
    q[1] - p[1] + r[1] - s[1],
  ];
  const across = mean(a, b, c, d);
  const start = [
    ...first.slice(0, 8),
    (a[0] + b[0] + c[0] + d[0]) / 4,
    (a[1] + b[1] + c[1] + d[1]) / 4,
    Math.atan2(across[1], across[0]),
    (Math.hypot(b[0] - a[0], b[1] - a[1]) + Math.hypot(c[0] - d[0], c[1] - d[1])) / 2,
    (Math.hypot(d[0] - a[0], d[1] - a[1]) + Math.hypot(c[0] - b[0], c[1] - b[1])) / 2,
  ];
  // it may have been walked the other way round
  const turned = (b[0] - a[0]) * (d[1] - a[1]) - (b[1] - a[1]) * (d[0] - a[0]) > 0 ? -1 : 1;
  const seen = [ref.sides, own.sides].map((sides) => sides.map(placesOf));
  const residuals = (p: readonly number[]): number[] => {
    const table = [...p.slice(0, 8), 1];
    const [x = 0, y = 0, turn = 0, w = 0, h = 0] = p.slice(8);
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const laid = cornersOf(w, h).map(([u, v]): Point => [
      x + cos * u - sin * v * turned,
      y + sin * u + cos * v * turned,
    ]);
    return [card, laid].flatMap((corners, k) => {
      const at = corners.map((corner) => carried(table, corner));
      return at.flatMap((from, i) => {
        const to = nth(at, (i + 1) % 4);
        const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
        const way: Point = [(to[0] - from[0]) / long, (to[1] - from[1]) / long];
        return nth(nth(seen, k), i).map(
          ({ at: [px, py], sd }) => ((px - from[0]) * -way[1] + (py - from[1]) * way[0]) / sd,
        );
      });
    });
  };
  return settled(start, residuals);
}

/** The least squares about a start, with what they leave. */
function settled(start: readonly number[], residuals: (p: readonly number[]) => number[]): Fitted | undefined {
  let now = [...start];
  const scales = now.map((v, i) => Math.max(Math.abs(v) * 1e-5, i < 6 ? 1e-5 : i < 8 ? 1e-9 : 1e-5));
  const normal = (): { readonly rows: number[][]; readonly right: number[]; readonly left: number } => {
    const base = residuals(now);
    const columns = now.map((v, i) => {
      const step = nth(scales, i);
      const up = residuals(now.with(i, v + step));
      // in steps of each one's own scale: so that the table's map and a width weigh alike
      return up.map((r, n) => r - nth(base, n));
    });
    const rows = columns.map((one) => columns.map((other) => one.reduce((sum, v, n) => sum + v * nth(other, n), 0)));
    const right = columns.map((one) => -one.reduce((sum, v, n) => sum + v * nth(base, n), 0));
    return { rows, right, left: base.reduce((sum, v) => sum + v * v, 0) };
  };
  const sum = (p: readonly number[]): number => residuals(p).reduce((total, v) => total + v * v, 0);
  let damp = 1e-6;
  for (let n = 0; n < STEPS; n += 1) {
    const { rows, right, left } = normal();
    const held = rows.map((row, i) => row.map((v, j) => (i === j ? v * (1 + damp) : v)));
    const step = solved(held, [...right]);
    if (!step) return undefined;
    const next = now.map((v, i) => v + nth(step, i) * nth(scales, i));
    if (sum(next) <= left) {
      now = next;
      damp /= 10;
    } else damp *= 100;
  }
  const { rows, left } = normal();
  const spreadOf = (i: number): number => {
    const unit = Array.from({ length: UNKNOWN }, (_, j) => (i === j ? 1 : 0));
    const column = solved(
      rows.map((row) => [...row]),
      unit,
    );
    return column ? Math.sqrt(Math.max(0, nth(column, i))) * nth(scales, i) : NaN;
  };
  const [width, height] = [nth(now, 11), nth(now, 12)];
  if (!(width > 0) || !(height > 0) || !Number.isFinite(left)) return undefined;
  const found = { width, height, widthSpread: spreadOf(11), heightSpread: spreadOf(12) };
  // sixteen places, thirteen unknowns: three are left to tell whether both are rectangles on one table
  return { ...found, table: [...now.slice(0, 8), 1], misfit: Math.sqrt(left / 3) };
}

/** mm from the lens to the table's middle of what was seen, taking a usual camera; and how unsure its focal length makes that. */
function distanceTo(
  table: Homography,
  { width, height }: PhotoAsked["picture"],
): { readonly away: number; readonly spread: number } {
  const focal = FOCAL_PART * Math.max(width, height);
  const at = (i: number): number => table[i] ?? 0;
  const [a, b, d, e, g, i] = [at(0), at(1), at(3), at(4), at(6), at(7)];
  const [cx, cy] = [width / 2, height / 2];
  const size = (x: number, y: number, w: number): number => Math.hypot((x - cx * w) / focal, (y - cy * w) / focal, w);
  // H = K·[r1 r2 t]·s: both columns as long as the third is far
  const scale = (size(a, d, g) + size(b, e, i)) / 2;
  return { away: scale > 0 ? 1 / scale : 0, spread: FOCAL_SPREAD };
}
