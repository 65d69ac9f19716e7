/**
 * Outlines of our own, each drawn in the unit square (x to the right, y up) and stretched to the size asked for. Lines and
 * cubics only, so that they stay true when they are stretched.
 */
import { flatten, boundsOf, mapPath, oval, type Path, polygon, type Segment } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Entry } from "./entry.ts";

/** An outline by name. */
export interface ShapePreset extends Entry {
  /** closed, anticlockwise, filling a box so large with its lower left at the origin */
  readonly outline: (width: number, height: number) => Path;
  /** width for height as it is meant to look; others may be stretched freely */
  readonly usual: number;
}

const SOURCE = "drawn for Cut Fold";

/** Cubics through control points, one after another: `c1 c2 end` each. */
function cubics(start: Point, ...points: readonly Point[]): Path {
  const path: Segment[] = [];
  for (let i = 0; i + 2 < points.length; i += 3) {
    const from = path.at(-1)?.to ?? start;
    const [control1, control2, to] = points.slice(i, i + 3) as [Point, Point, Point];
    path.push({ kind: "cubic", from, control1, control2, to });
  }
  return path;
}

/** The path stretched so that it fills the box exactly. */
function filling(path: Path, width: number, height: number): Path {
  const { left, right, bottom, top } = boundsOf(flatten(mapPath(path, (p) => [p[0] * 1000, p[1] * 1000])));
  return mapPath(path, ([x, y]) => [
    ((x * 1000 - left) / (right - left)) * width,
    ((y * 1000 - bottom) / (top - bottom)) * height,
  ]);
}

const shape = (id: string, title: string, drawn: Path, usual = 1): ShapePreset => ({
  id,
  title,
  usual,
  source: SOURCE,
  outline: (width, height) => filling(drawn, width, height),
});

/** Five points, the inner corners where the lines between the outer ones cross: at 0.382 of their radius. */
const STAR_INNER = 0.381966;
const star: Path = polygon(
  Array.from({ length: 10 }, (_, i): Point => {
    const turn = Math.PI / 2 + (i * Math.PI) / 5;
    const r = i % 2 === 0 ? 0.5 : 0.5 * STAR_INNER;
    return [0.5 + r * Math.cos(turn), 0.5 + r * Math.sin(turn)];
  }),
);

const heart: Path = cubics(
  [0.5, 0],
  [0.62, 0.14],
  [1, 0.36],
  [1, 0.68],
  [1, 0.88],
  [0.88, 1],
  [0.74, 1],
  [0.63, 1],
  [0.54, 0.93],
  [0.5, 0.82],
  [0.46, 0.93],
  [0.37, 1],
  [0.26, 1],
  [0.12, 1],
  [0, 0.88],
  [0, 0.68],
  [0, 0.36],
  [0.38, 0.14],
  [0.5, 0],
);

const leaf: Path = cubics(
  [0.5, 0],
  [0.78, 0.12],
  [1, 0.36],
  [0.98, 0.6],
  [0.96, 0.8],
  [0.7, 0.9],
  [0.5, 1],
  [0.3, 0.9],
  [0.04, 0.8],
  [0.02, 0.6],
  [0, 0.36],
  [0.22, 0.12],
  [0.5, 0],
);

const apple: Path = cubics(
  [0.5, 0.04],
  [0.58, -0.01],
  [0.72, 0],
  [0.82, 0.12],
  [0.96, 0.28],
  [1.02, 0.56],
  [0.94, 0.72],
  [0.87, 0.87],
  [0.68, 0.92],
  [0.5, 0.82],
  [0.32, 0.92],
  [0.13, 0.87],
  [0.06, 0.72],
  [-0.02, 0.56],
  [0.04, 0.28],
  [0.18, 0.12],
  [0.28, 0],
  [0.42, -0.01],
  [0.5, 0.04],
);

const line = (from: Point, to: Point): Segment => ({ kind: "line", from, to });

const jar: Path = [
  line([0.12, 0], [0.88, 0]),
  ...cubics([0.88, 0], [0.96, 0], [1, 0.04], [1, 0.1]),
  line([1, 0.1], [1, 0.66]),
  ...cubics([1, 0.66], [1, 0.76], [0.84, 0.78], [0.84, 0.86]),
  line([0.84, 0.86], [0.9, 0.86]),
  line([0.9, 0.86], [0.9, 1]),
  line([0.9, 1], [0.1, 1]),
  line([0.1, 1], [0.1, 0.86]),
  line([0.1, 0.86], [0.16, 0.86]),
  ...cubics([0.16, 0.86], [0.16, 0.78], [0, 0.76], [0, 0.66]),
  line([0, 0.66], [0, 0.1]),
  ...cubics([0, 0.1], [0, 0.04], [0.04, 0], [0.12, 0]),
];

/** A semicircle over a square, as two quarter ellipses of half the height. */
const ARC = 0.2761423749;
const arch: Path = [
  line([0, 0], [1, 0]),
  line([1, 0], [1, 0.5]),
  ...cubics([1, 0.5], [1, 0.5 + ARC], [0.5 + ARC, 1], [0.5, 1], [0.5 - ARC, 1], [0, 0.5 + ARC], [0, 0.5]),
  line([0, 0.5], [0, 0]),
];

/** A rectangle whose upper edge is five bows. */
const BOWS = 5;
const scalloped: Path = [
  { kind: "line", from: [0, 0], to: [1, 0] },
  { kind: "line", from: [1, 0], to: [1, 0.85] },
  ...cubics(
    [1, 0.85],
    ...Array.from({ length: BOWS }, (_, i): Point[] => {
      const [right, left] = [1 - i / BOWS, 1 - (i + 1) / BOWS];
      return [
        [right, 1.05],
        [left, 1.05],
        [left, 0.85],
      ];
    }).flat(),
  ),
  { kind: "line", from: [0, 0.85], to: [0, 0] },
];

/** Outlines that anything may be cut to. */
export const shapes: readonly ShapePreset[] = [
  shape(
    "rectangle",
    "Rectangle",
    polygon([
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ]),
    1.4,
  ),
  { id: "round", title: "Round", usual: 1, source: SOURCE, outline: (width, height) => oval(width, height) },
  { id: "oval", title: "Oval", usual: 1.35, source: SOURCE, outline: (width, height) => oval(width, height) },
  shape("arch", "Arch", arch, 0.8),
  shape("scalloped", "Scalloped top", scalloped, 0.9),
  shape("heart", "Heart", heart, 1.06),
  shape("star", "Star", star, 1.05),
  shape("leaf", "Leaf", leaf, 0.62),
  shape("apple", "Apple", apple, 1.04),
  shape("jar", "Jar", jar, 0.74),
];
