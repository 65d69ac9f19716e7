/**
 * Strokes that keep their curves: lines, circular arcs and cubics. Points are made only where a writer,
 * a boolean or the screen's triangles need them, with a tolerance that has a name.
 */
import {
  add,
  between,
  cross,
  direction,
  distance,
  dot,
  place,
  type Point,
  type Pose,
  scale,
  subtract,
} from "./point.ts";
import { CURVE_SAG_MM, SAME_POINT_MM } from "./tolerance.ts";
import { nth } from "../units/nth.ts";

/** A straight segment, mm. */
export interface Line {
  readonly kind: "line";
  readonly from: Point;
  readonly to: Point;
}
/** Part of a circle; `ccw` is the sense from `from` to `to`. */
export interface Arc {
  readonly kind: "arc";
  readonly from: Point;
  readonly to: Point;
  readonly centre: Point;
  readonly ccw: boolean;
}
/** A cubic Bézier segment, mm. */
export interface Cubic {
  readonly kind: "cubic";
  readonly from: Point;
  readonly control1: Point;
  readonly control2: Point;
  readonly to: Point;
}
/** A piece of a path; each begins where the one before it ends. */
export type Segment = Line | Arc | Cubic;
/** Segments in order, each beginning where the last ended. A loop is a path that ends where it began. */
export type Path = readonly Segment[];

/** The straight segment between two points. */
export const line = (from: Point, to: Point): Line => ({ kind: "line", from, to });

/** The closed path through `points`. */
export const polygon = (points: readonly Point[]): Path =>
  points.map((from, i) => line(from, points[(i + 1) % points.length] ?? from));

const TURN = 2 * Math.PI;
const angleOf = (arc: Arc, p: Point): number => Math.atan2(p[1] - arc.centre[1], p[0] - arc.centre[0]);

/** Signed angle an arc sweeps, radians; a full circle when it ends where it began. */
export function sweep(arc: Arc): number {
  const raw = angleOf(arc, arc.to) - angleOf(arc, arc.from);
  const forward = ((raw % TURN) + TURN) % TURN;
  const whole = forward < 1e-12 ? TURN : forward;
  return arc.ccw ? whole : whole === TURN ? -TURN : whole - TURN;
}

/** The point at `t` (0 to 1) along a segment. */
export function pointAt(s: Segment, t: number): Point {
  if (s.kind === "line") return between(s.from, s.to, t);
  if (s.kind === "arc") {
    const radius = distance(s.centre, s.from);
    const angle = angleOf(s, s.from) + sweep(s) * t;
    return [s.centre[0] + radius * Math.cos(angle), s.centre[1] + radius * Math.sin(angle)];
  }
  const a = between(s.from, s.control1, t);
  const b = between(s.control1, s.control2, t);
  const c = between(s.control2, s.to, t);
  return between(between(a, b, t), between(b, c, t), t);
}

/** The same segment walked the other way. */
export function reverseSegment(s: Segment): Segment {
  if (s.kind === "line") return line(s.to, s.from);
  if (s.kind === "arc") return { ...s, from: s.to, to: s.from, ccw: !s.ccw };
  return { ...s, from: s.to, control1: s.control2, control2: s.control1, to: s.from };
}

/** The same strokes walked the other way. */
export const reverse = (path: Path): Path => path.map(reverseSegment).reverse();

/** Splits a segment at `t` into the part before and the part after. */
export function split(s: Segment, t: number): readonly [Segment, Segment] {
  const middle = pointAt(s, t);
  if (s.kind !== "cubic")
    return [
      { ...s, to: middle },
      { ...s, from: middle },
    ];
  const a = between(s.from, s.control1, t);
  const b = between(s.control1, s.control2, t);
  const c = between(s.control2, s.to, t);
  return [
    { kind: "cubic", from: s.from, control1: a, control2: between(a, b, t), to: middle },
    { kind: "cubic", from: middle, control1: between(b, c, t), control2: c, to: s.to },
  ];
}

/** A path with every point of it sent somewhere: stretched, mirrored, scaled. @throws on an arc, which would be one no more */
export const mapPath = (path: Path, to: (p: Point) => Point): Path =>
  path.map((s): Segment => {
    const ends = { from: to(s.from), to: to(s.to) };
    if (s.kind === "line") return { kind: "line", ...ends };
    if (s.kind === "cubic") return { kind: "cubic", ...ends, control1: to(s.control1), control2: to(s.control2) };
    throw new Error("mapPath: an arc that is stretched is no arc: draw it of cubics");
  });

/** Moves a path rigidly. */
export const placePath = (path: Path, pose: Pose): Path =>
  path.map((s): Segment => {
    const from = place(s.from, pose);
    const to = place(s.to, pose);
    if (s.kind === "line") return { kind: "line", from, to };
    if (s.kind === "arc") return { kind: "arc", from, to, centre: place(s.centre, pose), ccw: s.ccw !== pose.flip };
    return { kind: "cubic", from, control1: place(s.control1, pose), control2: place(s.control2, pose), to };
  });

const CUBIC_STEPS = 32;

/** Paths never change, so their points are kept beside them: panels are looked at many times in one solve. */
const flattened = new WeakMap<Path, readonly Point[]>();

/** Points along a path, none further than `CURVE_SAG_MM` from it. A closed path does not repeat its first point. */
export function flatten(path: Path): readonly Point[] {
  const known = flattened.get(path);
  if (known) return known;
  const points = flattenTo(path, CURVE_SAG_MM);
  flattened.set(path, points);
  return points;
}

/** Points along a path, none further than `sag` mm from it. */
export function flattenTo(path: Path, sag: number): Point[] {
  const points: Point[] = [];
  for (const s of path) {
    let parts = 1;
    if (s.kind === "arc") {
      // a chord over the angle 2a stands r(1 − cos a) off its arc
      const radius = distance(s.centre, s.from);
      const half = Math.acos(Math.max(0.5, 1 - sag / Math.max(radius, sag)));
      parts = Math.max(1, Math.ceil(Math.abs(sweep(s)) / (2 * half)));
    } else if (s.kind === "cubic") {
      // |B″| ≤ 6·max second difference, and a chord over 1/n of the run errs by at most |B″|/(8n²)
      const second = (a: Point, b: Point, c: Point): number => distance(add(a, c), scale(b, 2));
      const bend = 6 * Math.max(second(s.from, s.control1, s.control2), second(s.control1, s.control2, s.to));
      parts = Math.max(1, Math.ceil(Math.sqrt(bend / (8 * sag))));
    }
    for (let i = 0; i < parts; i += 1) points.push(i === 0 ? s.from : pointAt(s, i / parts));
  }
  const last = path.at(-1);
  const first = path[0];
  if (last && first && distance(last.to, first.from) > SAME_POINT_MM) points.push(last.to);
  return points;
}

/** Length of a path, mm. Cubics by 32 chords: for materials lists, not for geometry. */
export const lengthOf = (path: Path): number =>
  path.reduce((sum, s) => {
    if (s.kind === "line") return sum + distance(s.from, s.to);
    if (s.kind === "arc") return sum + distance(s.centre, s.from) * Math.abs(sweep(s));
    for (let i = 0; i < CUBIC_STEPS; i += 1)
      sum += distance(pointAt(s, i / CUBIC_STEPS), pointAt(s, (i + 1) / CUBIC_STEPS));
    return sum;
  }, 0);

/** Area inside a closed path, mm²: positive when it runs anticlockwise. Exact for each kind of segment (Green's theorem). */
export const areaOf = (loop: Path): number =>
  loop.reduce((sum, s) => {
    if (s.kind === "line") return sum + cross(s.from, s.to) / 2;
    if (s.kind === "arc") {
      const radius = distance(s.centre, s.from);
      const swept = sweep(s);
      // sector seen from the centre, plus the triangle the centre makes with the origin
      return sum + (radius * radius * swept + cross(s.centre, subtract(s.to, s.from))) / 2;
    }
    const { from: a, control1: b, control2: c, to: d } = s;
    return (
      sum + (6 * cross(a, b) + 3 * cross(a, c) + cross(a, d) + 3 * cross(b, c) + 3 * cross(b, d) + 6 * cross(c, d)) / 20
    );
  }, 0);

/** Where a path begins and ends. */
export const endsOf = (path: Path): [Point, Point] => [nth(path, 0).from, nth(path, -1).to];

/** The extent of points, mm, y up. */
export interface Bounds {
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
}

/** The smallest upright rectangle round points. Throws on none: there is no such rectangle. */
export function boundsOf(points: readonly Point[]): Bounds {
  if (points.length === 0) throw new Error("boundsOf: no points given");
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    bottom = Math.min(bottom, y);
    top = Math.max(top, y);
  }
  return { left, bottom, right, top };
}

/** Does the polygon hold the point? Points on its edge count either way. */
export function holds(points: readonly Point[], p: Point): boolean {
  const [x, y] = p;
  let inside = false;
  const look = (i: number): void => {
    const a = points[i] as Point;
    const b = points[i === 0 ? points.length - 1 : i - 1] as Point;
    if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
  };
  if (points.length < BANDED_FROM) for (let i = 0; i < points.length; i += 1) look(i);
  else for (const i of bandOf(points, y)) look(i);
  return inside;
}

/** Of a line of so many corners only the edges at a place's own height are looked at: outlines are asked of place by place. */
const BANDED_FROM = 64;
const MOST_BANDS = 256;

interface Bands {
  readonly low: number;
  readonly tall: number;
  readonly edges: readonly (readonly number[])[];
}
const banded = new WeakMap<readonly Point[], Bands>();
const NO_EDGES: readonly number[] = [];

function bandOf(points: readonly Point[], y: number): readonly number[] {
  let bands = banded.get(points);
  if (!bands) {
    bands = bandsOf(points);
    banded.set(points, bands);
  }
  return bands.edges[Math.floor((y - bands.low) / bands.tall)] ?? NO_EDGES;
}

function bandsOf(points: readonly Point[]): Bands {
  let [low, high] = [Infinity, -Infinity];
  for (const [, y] of points) [low, high] = [Math.min(low, y), Math.max(high, y)];
  const count = Math.min(MOST_BANDS, Math.ceil(points.length / 4));
  const tall = (high - low) / count || 1;
  const edges = Array.from({ length: count + 1 }, (): number[] => []);
  points.forEach(([, y], i) => {
    const [, before] = nth(points, i - 1);
    const last = Math.floor((Math.max(y, before) - low) / tall);
    for (let n = Math.floor((Math.min(y, before) - low) / tall); n <= last; n += 1) edges[n]?.push(i);
  });
  return { low, tall, edges };
}

/**
 * The closed path through `points` with every corner rounded to the radius asked for it (mm, 0 keeps it sharp).
 * A radius too large for its edges is reduced until neighbouring roundings share the edge between them.
 */
export function roundCorners(points: readonly Point[], radii: readonly number[]): Path {
  const count = points.length;
  const at = (i: number): Point => nth(points, i);
  // tangent length of a rounding: r·tan(half the turn)
  const tangents = points.map((p, i) => {
    const into = direction(at(i - 1), p);
    const out = direction(p, at(i + 1));
    const bend = Math.abs(Math.atan2(cross(into, out), dot(into, out)));
    return { wanted: (radii[i] ?? 0) * Math.tan(bend / 2), perRadius: Math.tan(bend / 2), into, out, bend };
  });
  const share = points.map((_, i) => {
    const fit = (other: number, edge: number): number => {
      const both = (tangents[i]?.wanted ?? 0) + (tangents[(other + count) % count]?.wanted ?? 0);
      return both > edge ? edge / both : 1;
    };
    return Math.min(fit(i - 1, distance(at(i - 1), at(i))), fit(i + 1, distance(at(i), at(i + 1))));
  });
  const corners = points.map((p, i) => {
    const { wanted, perRadius, into, out, bend } = nth(tangents, i);
    const reach = wanted * nth(share, i);
    if (reach < SAME_POINT_MM || bend < 1e-9) return { start: p, end: p, arc: undefined };
    const start = subtract(p, scale(into, reach));
    const end = add(p, scale(out, reach));
    const left = cross(into, out) > 0;
    const radius = reach / perRadius;
    const normal: Point = left ? [-into[1], into[0]] : [into[1], -into[0]];
    const arc: Arc = { kind: "arc", from: start, to: end, centre: add(start, scale(normal, radius)), ccw: left };
    return { start, end, arc };
  });
  const path: Segment[] = [];
  corners.forEach((corner, i) => {
    if (corner.arc) path.push(corner.arc);
    const next = nth(corners, i + 1);
    if (distance(corner.end, next.start) > SAME_POINT_MM) path.push(line(corner.end, next.start));
  });
  return path;
}

/** What is left of a polygon to the left of the endless line a→b (one step of Sutherland and Hodgman, 1974). */
export function leftOf(subject: readonly Point[], a: Point, b: Point): Point[] {
  const kept: Point[] = [];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const side = (p: Point): number => dx * (p[1] - a[1]) - dy * (p[0] - a[0]);
  subject.forEach((p, k) => {
    const q = nth(subject, k + 1);
    const [sideP, sideQ] = [side(p), side(q)];
    if (sideP >= 0) kept.push(p);
    if (sideP > 0 !== sideQ > 0 && sideP !== sideQ) kept.push(between(p, q, sideP / (sideP - sideQ)));
  });
  return kept;
}

/** What is left of `subject` inside the convex, anticlockwise polygon `window`; nothing where they do not meet. */
export const clipConvex = (subject: readonly Point[], window: readonly Point[]): Point[] =>
  window.reduce((kept: Point[], a, i) => leftOf(kept, a, nth(window, i + 1)), [...subject]);

/** A convex, anticlockwise polygon drawn in by `by` mm along every edge; nothing where none is left. */
export const insetConvex = (points: readonly Point[], by: number): Point[] =>
  points.reduce(
    (kept: Point[], a, i) => {
      const b = nth(points, i + 1);
      if (distance(a, b) < SAME_POINT_MM) return kept;
      const [dx, dy] = direction(a, b);
      const inwards: Point = [-dy * by, dx * by];
      return leftOf(kept, add(a, inwards), add(b, inwards));
    },
    [...points],
  );

/** One number for a drawing file: four decimals at most, no exponent, no −0. */
export function figure(value: number): string {
  if (!Number.isFinite(value)) throw new RangeError(`a drawing cannot hold the number ${String(value)}`);
  // rounded to four decimals a number is never so small that it would be written with an exponent; −0 is written 0
  return String(Math.round(value * 1e4) / 1e4);
}

/** The lines a path is made of: each begins where the one before does not end. */
export function runsOf(path: Path): readonly Path[] {
  const runs: Segment[][] = [];
  for (const s of path) {
    const last = runs.at(-1)?.at(-1);
    if (last && distance(last.to, s.from) < SAME_POINT_MM) runs.at(-1)?.push(s);
    else runs.push([s]);
  }
  return runs;
}

/** A path in SVG's path language, in its own coordinates; arcs stay arcs. A line that ends where it began is closed with Z. */
export const pathData = (path: Path): string => runsOf(path).map(runData).join("");

function runData(run: Path): string {
  const at = (p: Point): string => `${figure(p[0])} ${figure(p[1])}`;
  const [first, last] = [nth(run, 0), nth(run, -1)];
  let text = `M${at(first.from)}`;
  for (const s of run) {
    if (s.kind === "line") text += `L${at(s.to)}`;
    else if (s.kind === "cubic") text += `C${at(s.control1)} ${at(s.control2)} ${at(s.to)}`;
    else {
      const r = figure(distance(s.centre, s.from));
      // SVG cannot say a full circle in one arc
      const halves = distance(s.from, s.to) < SAME_POINT_MM ? split(s, 0.5) : [s];
      for (const part of halves) {
        const large = Math.abs(sweep(part as Arc)) > Math.PI + 1e-9 ? 1 : 0;
        text += `A${r} ${r} 0 ${String(large)} ${s.ccw ? "1" : "0"} ${at(part.to)}`;
      }
    }
  }
  return distance(last.to, first.from) < SAME_POINT_MM ? `${text}Z` : text;
}

/** A polygon drawn in by `by` mm, every corner along its mitre; for polygons whose edges are all much longer than that. */
export const inset = (points: readonly Point[], by: number): Point[] =>
  points.map((p, i) => {
    const before = nth(points, i - 1);
    const after = nth(points, i + 1);
    const [into, out] = [direction(before, p), direction(p, after)];
    const half = 1 + dot(into, out);
    return add(p, scale([-into[1] - out[1], into[0] + out[0]], by / half));
  });

/** Control length of a quarter ellipse as one cubic: 4/3·(√2 − 1), off by 0.03 % of the radius at most. */
const QUARTER = (4 / 3) * (Math.SQRT2 - 1);

/** An ellipse that fills a box at the origin, anticlockwise, as four cubics. */
export function oval(width: number, height: number): Path {
  const [a, b] = [width / 2, height / 2];
  const ends: readonly Point[] = [
    [a, 0],
    [0, b],
    [-a, 0],
    [0, -b],
  ];
  const quarters = ends.map((from, i) => {
    const to = nth(ends, i + 1);
    return {
      kind: "cubic",
      from,
      control1: [from[0] + to[0] * QUARTER, from[1] + to[1] * QUARTER],
      control2: [to[0] + from[0] * QUARTER, to[1] + from[1] * QUARTER],
      to,
    } as const;
  });
  return placePath(quarters, { x: a, y: b, rotation: 0, flip: false });
}

/** A path of a sheet as it lies when the sheet is turned over about its upright middle. @param width mm of the sheet */
export const turnedPath = (path: Path, width: number): Path =>
  placePath(path, { x: width, y: 0, rotation: 0, flip: true });
