/**
 * A picture traced to closed outlines: one clean line round a shape, never the two edges of a drawn line.
 *
 *   shades ─▶ noise smoothed ─▶ ink parted from paper ─▶ paper flooded from the rim ─▶ contours at that shade ─▶ few curves
 *
 *      ╭─────╮                what the flood does not reach is the shape: its silhouette, with or without the holes in it;
 *      │ ╭─╮ │  paper         of a thin drawing, the line's outer edge drawn in by half of its own thickness
 *      │ ╰─╯ │
 *      ╰─────╯                In points of the picture, y down; centres of points at .5.
 */
import { contours } from "d3-contour";
import { areaOf, flatten, type Path, polygon } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { offOutline } from "../geometry/near.ts";
import { OutlineError } from "./drawn.ts";
import { fitRing } from "./fit.ts";
import { blurred, noiseOf, partedAt, type Pixels, type Shades, shadesOf, withoutSpecks } from "./picture.ts";
import { nth } from "../units/nth.ts";

/** What is wanted of a picture: the shape with its holes, without them, or the middle of a drawn line. */
export type TraceMode = "silhouette" | "holes" | "line";

/** How a picture is traced; what is not said follows from the picture. */
export interface Tracing {
  readonly mode?: TraceMode | "auto";
  /** how much smoother than such a picture usually asks; 1 unless said, less follows it more closely */
  readonly smooth?: number;
  /** holes and specks smaller than this part of the picture are none */
  readonly least?: number;
}

/** One shape: its outer line, then holes; in points of the picture, y down. */
export interface Traced {
  readonly mode: TraceMode;
  readonly rings: readonly Path[];
  /** how far the contour that was seen stands off the few curves made of it, at most, in points of the picture */
  readonly off: number;
  readonly isNoisy: boolean;
  /** thickness of a drawn line, 0 for a filled shape */
  readonly lineWide: number;
}

/** More noise than this (shades) is smoothed well, more than that a little. */
const NOISY = 6;
const ROUGH = 1.2;
/** Less ink than this part left when it is worn away: a line drawing. */
const LINE_PART = 0.15;
/** Gaps in a drawn line up to twice this many points are closed. */
const MOST_GAP = 3;
const LEAST_PART = 0.0005;

/** Points that are 1 in a mask, or within `reach` of one that is: each row's runs, as far above and below as they reach. */
export function spread(
  { width: w, height: h }: Pick<Shades, "width" | "height">,
  mask: Uint8Array,
  reach: number,
): Uint8Array {
  const out = new Uint8Array(mask.length);
  const most = reach * reach + 0.3;
  const q = Math.floor(Math.sqrt(most));
  const halves = Array.from({ length: q + 1 }, (_, dy) => Math.floor(Math.sqrt(most - dy * dy)));
  for (let y = 0; y < h; y += 1) {
    const runs = runsIn(mask.subarray(y * w, (y + 1) * w));
    if (runs.length === 0) continue;
    for (let v = Math.max(0, y - q); v <= Math.min(h - 1, y + q); v += 1) {
      const half = halves[Math.abs(v - y)] as number;
      for (let i = 0; i < runs.length; i += 2) {
        const from = Math.max(0, (runs[i] as number) - half);
        // runs that meet once they are spread are one
        while (i + 2 < runs.length && (runs[i + 2] as number) - half <= (runs[i + 1] as number) + half) i += 2;
        out.fill(1, v * w + from, v * w + Math.min(w, (runs[i + 1] as number) + half));
      }
    }
  }
  return out;
}

/** 1 where something is so, else 0. Looped over by hand: asked for a function, a typed array takes ten times as long. */
function maskOf(values: Float32Array | Int32Array, is: (value: number) => boolean): Uint8Array {
  const mask = new Uint8Array(values.length);
  for (let i = 0; i < values.length; i += 1) mask[i] = is(values[i] as number) ? 1 : 0;
  return mask;
}

/** Where a row is 1: from, and up to but not with, by turns. */
function runsIn(row: Uint8Array): number[] {
  const runs: number[] = [];
  for (let at = row.indexOf(1); at >= 0;) {
    const end = row.indexOf(0, at);
    runs.push(at, end < 0 ? row.length : end);
    at = end < 0 ? -1 : row.indexOf(1, end);
  }
  return runs;
}

/** Paper in parts that hang together over their sides: which each point is in (−1 is ink), 0 is what the rim reaches; how large each is. */
function paperParts({ width: w, height: h }: Shades, ink: Uint8Array) {
  const part = new Int32Array(w * h).fill(-1);
  const sizes: number[] = [];
  const fill = (seeds: readonly number[], id: number): void => {
    const open: number[] = [];
    const take = (i: number): void => {
      if (ink[i] || part[i] !== -1) return;
      part[i] = id;
      open.push(i);
    };
    seeds.forEach(take);
    let count = 0;
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      count += 1;
      const x = i % w;
      if (x > 0) take(i - 1);
      if (x < w - 1) take(i + 1);
      if (i >= w) take(i - w);
      if (i < w * (h - 1)) take(i + w);
    }
    sizes[id] = count;
  };
  const rim = [
    ...Array.from({ length: w }, (_, x) => [x, (h - 1) * w + x]).flat(),
    ...Array.from({ length: h }, (_, y) => [y * w, y * w + w - 1]).flat(),
  ];
  fill(rim, 0);
  for (let i = 0; i < w * h; i += 1) if (!ink[i] && part[i] === -1) fill([i], sizes.length);
  return { part, sizes };
}

const ringArea = (ring: readonly Point[]): number => Math.abs(areaOf(polygon(ring)));

/** Closed lines where a field is 0, each with the holes in it, the largest first. */
function levels({ width, height }: Shades, field: Float32Array): (readonly Point[])[][] {
  const found = contours().size([width, height]).smooth(true).contour(Array.from(field), 0).coordinates;
  return found
    .map((rings) => rings.map((ring) => ring.slice(0, -1).map(([x = 0, y = 0]): Point => [x, y])))
    .sort((a, b) => ringArea(b[0] ?? []) - ringArea(a[0] ?? []));
}

/** A ring drawn in by so many points, each along the normal of its neighbours. */
function drawnIn(ring: readonly Point[], by: number): Point[] {
  const n = ring.length;
  const side = Math.sign(areaOf(polygon(ring)));
  return ring.map((p, i): Point => {
    const [a, b] = [ring[(i - 3 + n) % n] as Point, ring[(i + 3) % n] as Point];
    const long = distance(a, b) || 1;
    return [p[0] - (side * by * (b[1] - a[1])) / long, p[1] + (side * by * (b[0] - a[0])) / long];
  });
}

/** So many edges to the point are no drawing: noise has a fifth and more once it is smoothed, a page of small letters 0.07. */
const MOST_EDGES = 0.15;

/** Edges between ink and paper for each point of a picture. */
function edgesOf({ width: w }: Shades, solid: Uint8Array): number {
  let edges = 0;
  for (let i = w; i < solid.length; i += 1)
    edges += Number(solid[i] !== solid[i - w]) + Number(solid[i] !== solid[i - 1]);
  return edges / Math.max(1, solid.length);
}

/**
 * Traces the largest shape of a picture. Undefined where nothing in it stands out from the paper.
 * @throws OutlineError for one that is all specks: no line of it would be worth the minutes it takes
 */
export function trace(
  picture: Pixels,
  { mode: wanted = "auto", smooth: smoother = 1, least = LEAST_PART }: Tracing = {},
): Traced | undefined {
  const raw = shadesOf(picture);
  const kind = kindOf(raw);
  const looked = firstLook(raw, kind);
  if (!looked) return undefined;
  const { isLines } = looked;
  const inked = inkOf(raw, kind, looked);
  if (edgesOf(raw, inked.solid) > MOST_EDGES)
    throw new OutlineError(
      "it is all specks and fine lines, and no one shape stands out; a plainer picture can be traced",
    );
  const flood = flooded(raw, inked.solid, isLines);
  const mode = wanted === "auto" ? (isLines ? "line" : "holes") : wanted;
  const whole = wholeShape(raw, inked, flood, mode === "holes" ? least : undefined);
  const [shape] = levels(raw, whole).filter(([outer]) => ringArea(outer ?? []) > least * whole.length);
  const [outer, ...inner] = shape ?? [];
  if (!outer) return undefined;
  const lineWide = isLines ? lineWidth(raw, inked.field, inked.solid) : 0;
  const isMiddle = mode === "line" && lineWide > 0;
  const holes = mode === "holes" ? inner.filter((ring) => ringArea(ring) > least * whole.length) : [];
  const lines = { field: inked.field, full: inked.full, gap: flood.gap, lineWide, least };
  const figures = isMiddle ? innerFigures(raw, flood.parts, lines) : [];
  const rings = [isMiddle ? drawnIn(outer, lineWide / 2) : outer, ...holes, ...figures];
  const fitted = rings.map((ring) => fitRing(ring, fitFor(kind, smoother)));
  const off = Math.max(...rings.map((ring, i) => farthest(ring, flatten(fitted[i] ?? []))));
  return { mode, rings: fitted, off, isNoisy: kind.isNoisy, lineWide };
}

/** What sort of picture it is: of two shades alone, noisy or clean, and how large. */
function kindOf(raw: Shades) {
  const noise = noiseOf(raw);
  const shades = new Set<number>();
  for (let i = 0; i < raw.at.length && shades.size <= 4; i += 1) shades.add(Math.round((raw.at[i] as number) / 8));
  const isOneBit = shades.size <= 2;
  return { noise, isOneBit, isNoisy: !isOneBit && noise > NOISY, large: raw.width > 300 };
}
type Kind = ReturnType<typeof kindOf>;

/** A first look: which of the two shades is ink (1 where it is the darker), and is it a drawing of lines? */
function firstLook(raw: Shades, { isNoisy }: Kind): { readonly sign: 1 | -1; readonly isLines: boolean } | undefined {
  const { width: w, height: h } = raw;
  const count = w * h;
  const first = isNoisy ? blurred(raw, 0.8) : raw;
  const cut = partedAt(first);
  const rim = [
    ...Array.from({ length: w }, (_, x) => [x, count - 1 - x]),
    ...Array.from({ length: h }, (_, y) => [y * w, y * w + w - 1]),
  ].flat();
  const dark = rim.filter((i) => (first.at[i] as number) < cut.shade).length;
  const sign = dark > rim.length / 2 ? -1 : 1;
  const seen = maskOf(first.at, (v) => sign * (cut.shade - v) > 0);
  const inked = seen.reduce((sum, v) => sum + v, 0);
  if (inked === 0 || inked === count) return undefined;
  const worn = spread(
    raw,
    seen.map((v) => 1 - v),
    Math.max(1.5, w / 150),
  );
  return { sign, isLines: worn.reduce((sum, v) => sum + (1 - v), 0) < LINE_PART * inked };
}

/** A picture smoothed as much as its noise asks. */
function smoothed(raw: Shades, { noise, isOneBit, isNoisy, large }: Kind, isLines: boolean): Shades {
  if (isOneBit) return blurred(raw, 0.9);
  if (isNoisy) return isLines ? blurred(raw, large ? 1.1 : 0.7) : blurred(withoutSpecks(raw), large ? 1.2 : 0.8);
  return noise > ROUGH ? blurred(raw, 0.5) : raw;
}

/** Ink parted from paper: how far each point is on the ink's side, how far full ink is, and what is ink. */
function inkOf(raw: Shades, kind: Kind, { sign, isLines }: NonNullable<ReturnType<typeof firstLook>>) {
  const smooth = smoothed(raw, kind, isLines);
  const count = smooth.at.length;
  let { shade, ink, paper } = partedAt(smooth);
  if (isLines) {
    // thin lines never reach the shade of ink: their edge is nearer to the paper's
    const sorted = smooth.at.slice().sort();
    ink = sorted[Math.floor(count * (sign > 0 ? 0.003 : 0.997))] as number;
    paper = sorted[count >> 1] as number;
    shade = paper + (ink - paper) * (kind.isNoisy ? 0.42 : 0.36);
  }
  const field = smooth.at.map((v) => sign * (shade - v));
  return { field, full: Math.abs(paper - ink) / 2 || 1, solid: maskOf(field, (v) => v > 0) };
}

/** The paper flooded from the rim, and by how much gaps were closed so that it stays outside. */
function flooded(raw: Shades, solid: Uint8Array, isLines: boolean) {
  const { width: w } = raw;
  let parts = paperParts(raw, solid);
  let gap = 0;
  if (isLines) {
    // a line with gaps lets the flood in: they are closed as far as that must be
    const xs = Array.from(solid.entries()).flatMap(([i, v]) => (v ? [i] : []));
    const [x0, x1] = minMax(xs.map((i) => i % w));
    const [y0, y1] = minMax(xs.map((i) => Math.floor(i / w)));
    const inside = (): number => parts.sizes.slice(1).reduce((sum, v) => sum + v, 0);
    while (inside() < 0.25 * (x1 - x0) * (y1 - y0) && gap < MOST_GAP) {
      gap += 1;
      parts = paperParts(raw, spread(raw, solid, gap));
    }
  }
  return { parts, gap };
}

/** The shape with all that the flood did not reach; holes of at least this part of the picture stay open where they are wanted. */
function wholeShape(
  raw: Shades,
  { field, full, solid }: ReturnType<typeof inkOf>,
  { parts: { part, sizes }, gap }: ReturnType<typeof flooded>,
  least: number | undefined,
): Float32Array {
  const count = field.length;
  const whole = field.slice();
  if (least !== undefined) {
    for (let i = 0; i < count; i += 1)
      if ((part[i] as number) > 0 && (sizes[part[i] as number] as number) < least * count) whole[i] = full;
  } else if (gap === 0) {
    for (let i = 0; i < count; i += 1) if ((part[i] as number) > 0) whole[i] = full;
  } else {
    // the flood stopped short by the gaps' width: what it holds is grown back
    const outside = spread(
      raw,
      maskOf(part, (v) => v === 0),
      gap,
    );
    const at = Float32Array.from(outside, (v, i) => (solid[i] || !v ? full : -full));
    whole.set(blurred({ ...raw, at }, 1).at);
  }
  return whole;
}

/** How closely a ring is followed: noise and steps of the picture are no shape. */
const fitFor = ({ isNoisy, isOneBit, large }: Kind, smoother: number): Parameters<typeof fitRing>[1] => ({
  off: smoother * (isNoisy ? (large ? 0.9 : 0.6) : isOneBit ? 0.6 : 0.4),
  step: large ? 1 : 0.7,
  arm: isNoisy ? 8 : large ? 6 : 4.5,
});

/** How far a ring's points stand off another, at most. */
const farthest = (ring: readonly Point[], line: readonly Point[]): number =>
  ring.reduce((most, p) => Math.max(most, offOutline(line, p)), 0);

/** Fewer points to the mm than this, and steps of the picture are seen in the paper: about 100 to the inch. */
const POINTS_A_MM = 4;

/** How far across the smallest hole or speck is that counts, in points of a picture: the side of a square as large. */
export const leastAcross = (least: number, { width, height }: Pick<Pixels, "width" | "height">): number =>
  Math.sqrt(least * width * height);

/** mm that something so many points wide in its picture may be made without its steps being seen. */
export const safeWidth = (points: number): number => points / POINTS_A_MM;

/** The least and the greatest. */
function minMax(values: readonly number[]): readonly [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) {
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  return [low, high];
}

/** How thick a drawn line is: twice its ink for all of its edges. */
function lineWidth(raw: Shades, field: Float32Array, solid: Uint8Array): number {
  const edges = levels(raw, field)
    .flat()
    .reduce((sum, ring) => sum + ring.reduce((long, p, i) => long + distance(p, nth(ring, i + 1)), 0), 0);
  return edges > 0 ? (2 * solid.reduce((sum, v) => sum + v, 0)) / edges : 0;
}

interface Lines {
  readonly field: Float32Array;
  readonly full: number;
  readonly gap: number;
  readonly lineWide: number;
  readonly least: number;
}

/** What is drawn within a drawn outline: each closed figure in its body is a hole, its line's middle taken. */
function innerFigures(raw: Shades, { part, sizes }: ReturnType<typeof paperParts>, lines: Lines): Point[][] {
  const { field, full, gap, lineWide, least } = lines;
  const count = raw.width * raw.height;
  const body = sizes.reduce((best, size, i) => (i > 0 && (best === 0 || size > (sizes[best] as number)) ? i : best), 0);
  return sizes.flatMap((size, id): Point[][] => {
    if (id === 0 || id === body || size < least * count) return [];
    const own = maskOf(part, (v) => v === id);
    const around = spread(raw, own, lineWide + 2);
    // beside the outside it is another part of the body, cut off by a line
    const isBeside = around.some((v, i) => v === 1 && part[i] === 0);
    if (isBeside && size > 0.2 * (sizes[body] as number)) return [];
    const at =
      gap > 0
        ? blurred({ ...raw, at: Float32Array.from(own, (v) => (v ? full : -full)) }, 1).at
        : Float32Array.from(own, (v, i) =>
            v ? full : part[i] === -1 ? Math.max(-full, -(field[i] as number)) : -full,
          );
    const [ring] = levels(raw, at)[0] ?? [];
    return ring ? [drawnIn(ring, -(gap > 0 ? lineWide / 2 + gap : lineWide / 2))] : [];
  });
}
