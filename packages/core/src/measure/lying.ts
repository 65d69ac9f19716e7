/**
 * What lies on a table, found without a hand: what differs from the table's own colour, each by the four corners that hold most of
 * it. Corners are about right; `quadNear` brings them onto the edges.
 */
import type { Point } from "../geometry/point.ts";
import { hullOf } from "../geometry/fit.ts";
import type { Pixels } from "../outlines/picture.ts";
import { nth } from "../units/nth.ts";
import { solved } from "./plane.ts";

/** Points across of the small picture that is looked at, and the part of it that is its rim: the table is seen there. */
const SMALL = 320;
const RIM_PART = 0.06;
/** What is smaller than this part of the picture, or larger, is no thing. */
const LEAST_PART = 0.004;
const MOST_PART = 0.7;
/** No more things are told. */
const MOST_THINGS = 8;
/** Corners of a hull that four are chosen of. */
const HULL_MOST = 36;
/** Of a hull that its four corners hold, at least: else it is no rectangle. */
const HELD = 0.85;

/** Corners of what lies there, clockwise as they are seen, the largest first; points of the picture. */
export function thingsIn(picture: Pixels): Point[][] {
  const small = smaller(picture);
  const { width: w, height: h } = small;
  const apart = fromTable(small);
  const shade = parted(apart);
  const mask = Uint8Array.from(apart, (d) => (d > shade ? 1 : 0));
  const all = componentsOf(mask, w, h)
    .filter(({ length }) => length > LEAST_PART * w * h && length < MOST_PART * w * h)
    .sort((a, b) => b.length - a.length)
    .slice(0, MOST_THINGS);
  const k = picture.width / w;
  return all.flatMap((points) => {
    const hull = hullOf(points.map((i): Point => [(i % w) + 0.5, Math.floor(i / w) + 0.5]));
    const four = mostOf(hull);
    if (!four || area(four) < HELD * area(hull)) return [];
    return [four.map(([x, y]): Point => [x * k, y * k])];
  });
}

interface Small {
  readonly width: number;
  readonly height: number;
  /** red, green and blue of each point */
  readonly rgb: Float32Array;
}

/** The picture made smaller, each point the mean of those it stands for. */
function smaller({ width, height, data }: Pixels): Small {
  const k = Math.max(1, Math.max(width, height) / SMALL);
  const [w, h] = [Math.max(1, Math.floor(width / k)), Math.max(1, Math.floor(height / k))];
  const rgb = new Float32Array(3 * w * h);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const [x0, y0] = [Math.floor(x * k), Math.floor(y * k)];
      const [x1, y1] = [Math.max(x0 + 1, Math.floor((x + 1) * k)), Math.max(y0 + 1, Math.floor((y + 1) * k))];
      let [r, g, b, n] = [0, 0, 0, 0];
      for (let v = y0; v < y1 && v < height; v += 1)
        for (let u = x0; u < x1 && u < width; u += 1) {
          const i = 4 * (v * width + u);
          r += data[i] ?? 0;
          g += data[i + 1] ?? 0;
          b += data[i + 2] ?? 0;
          n += 1;
        }
      const at = 3 * (y * w + x);
      [rgb[at], rgb[at + 1], rgb[at + 2]] = [r / n, g / n, b / n];
    }
  return { width: w, height: h, rgb };
}

/** How far each point is from the table's colour there: that of the rim, which may grow lighter from side to side. */
function fromTable({ width: w, height: h, rgb }: Small): Float32Array {
  const rim = Math.max(2, Math.round(Math.min(w, h) * RIM_PART));
  const isRim = (x: number, y: number): boolean => x < rim || y < rim || x >= w - rim || y >= h - rim;
  const planes = [0, 1, 2].map((channel) => {
    let kept: (x: number, y: number, v: number) => boolean = () => true;
    let plane: readonly number[] = [0, 0, 0];
    // once with all of the rim, then without what lies on it
    for (let round = 0; round < 3; round += 1) {
      const rows = [0, 1, 2].map(() => [0, 0, 0]);
      const right = [0, 0, 0];
      let [count, off] = [0, 0];
      for (let y = 0; y < h; y += 1)
        for (let x = 0; x < w; x += 1) {
          if (!isRim(x, y)) continue;
          const v = rgb[3 * (y * w + x) + channel] ?? 0;
          if (!kept(x, y, v)) continue;
          const one = [x / w, y / h, 1];
          for (let i = 0; i < 3; i += 1) {
            right[i] = nth(right, i) + nth(one, i) * v;
            for (let j = 0; j < 3; j += 1) nth(rows, i)[j] = nth(nth(rows, i), j) + nth(one, i) * nth(one, j);
          }
          count += 1;
          off += Math.abs(v - (nth(plane, 0) * (x / w) + nth(plane, 1) * (y / h) + nth(plane, 2)));
        }
      const mean = round === 0 ? 40 : Math.max(4, (2.5 * off) / Math.max(1, count));
      const next = solved(rows, right) ?? plane;
      plane = next;
      kept = (x, y, v) => Math.abs(v - (nth(next, 0) * (x / w) + nth(next, 1) * (y / h) + nth(next, 2))) <= mean;
    }
    return plane;
  });
  const apart = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      let sum = 0;
      planes.forEach((plane, channel) => {
        const table = nth(plane, 0) * (x / w) + nth(plane, 1) * (y / h) + nth(plane, 2);
        sum += ((rgb[3 * (y * w + x) + channel] ?? 0) - table) ** 2;
      });
      apart[y * w + x] = Math.sqrt(sum);
    }
  return apart;
}

/** The distance that parts the table from what lies on it (Otsu, 1979), and never so little that noise is a thing. */
function parted(apart: Float32Array): number {
  const BINS = 128;
  const most = Math.max(
    1,
    apart.reduce((m, v) => Math.max(m, v), 0),
  );
  const counts = new Float64Array(BINS);
  for (const v of apart) {
    const bin = Math.min(BINS - 1, Math.floor((v / most) * BINS));
    counts[bin] = (counts[bin] ?? 0) + 1;
  }
  const total = apart.length;
  const whole = counts.reduce((sum, n, i) => sum + n * i, 0);
  let [below, sum, best, at] = [0, 0, -1, 0];
  counts.forEach((n, i) => {
    below += n;
    sum += n * i;
    if (below === 0 || below === total) return;
    const between = (whole * below - sum * total) ** 2 / (below * (total - below));
    if (between > best) [best, at] = [between, i];
  });
  return Math.max(12, ((at + 1) / BINS) * most * 0.8);
}

/** Points that hang together, as lists of where they stand. */
function componentsOf(mask: Uint8Array, w: number, h: number): number[][] {
  const seen = new Uint8Array(mask.length);
  const found: number[][] = [];
  for (let start = 0; start < mask.length; start += 1) {
    if (mask[start] === 0 || seen[start] === 1) continue;
    const points = [start];
    seen[start] = 1;
    for (const i of points) {
      const [x, y] = [i % w, Math.floor(i / w)];
      for (const [u, v] of [
        [x - 1, y],
        [x + 1, y],
        [x, y - 1],
        [x, y + 1],
      ] as const) {
        const next = v * w + u;
        if (u < 0 || v < 0 || u >= w || v >= h || mask[next] === 0 || seen[next] === 1) continue;
        seen[next] = 1;
        points.push(next);
      }
    }
    found.push(points);
  }
  return found;
}

const area = (ring: readonly Point[]): number =>
  Math.abs(
    ring.reduce((sum, [x, y], i) => {
      const [u, v] = nth(ring, (i + 1) % ring.length);
      return sum + x * v - u * y;
    }, 0),
  ) / 2;

/** The four corners of a hull that hold most of it. */
function mostOf(hull: readonly Point[]): Point[] | undefined {
  const step = Math.max(1, hull.length / HULL_MOST);
  const few =
    hull.length <= HULL_MOST ? hull : Array.from({ length: HULL_MOST }, (_, i) => nth(hull, Math.floor(i * step)));
  let [best, most]: [Point[] | undefined, number] = [undefined, 0];
  const n = few.length;
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1)
      for (let c = b + 1; c < n; c += 1)
        for (let d = c + 1; d < n; d += 1) {
          const [p, q, r, s] = [nth(few, a), nth(few, b), nth(few, c), nth(few, d)];
          // half of what its diagonals span
          const own = Math.abs((r[0] - p[0]) * (s[1] - q[1]) - (r[1] - p[1]) * (s[0] - q[0])) / 2;
          if (own > most) [best, most] = [[p, q, r, s], own];
        }
  return best;
}
