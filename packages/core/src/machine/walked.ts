/** Lines as a machine goes along them: points so fine that no file's own step is coarser, and where the corners are. */
import { flattenTo, type Path, pointAt, type Segment } from "../geometry/path.ts";
import { cross, direction, distance, dot, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";

/** mm that a chord may stand off its curve: HPGL's own step adds 0.018, and a file must stay within 0.02. */
export const MACHINE_SAG_MM = 0.002;
/** mm between the ends of what counts as closed: what four decimals of a file leave open. */
const CLOSED_MM = 1e-4;
/** A bend of more than this is a corner: there a start shows least. */
const CORNER = Math.PI / 12;
/** How far along a segment its way is looked at, as a part of it: the ends of a cubic's handles may lie on its ends. */
const LOOK = 1e-4;

/** A line as points. A loop does not repeat its first. */
export interface Walked {
  readonly points: readonly Point[];
  /** where it bends, by number of the point; none of a smooth loop */
  readonly corners: readonly number[];
  readonly closed: boolean;
}

/** Which way a segment leaves its beginning. */
const leaving = (s: Segment): Point => direction(pointAt(s, 0), pointAt(s, LOOK));
/** Which way it comes to its end. */
const coming = (s: Segment): Point => direction(pointAt(s, 1 - LOOK), pointAt(s, 1));

/** Radians between two ways, from −π to π. */
export const bendOf = (from: Point, to: Point): number => Math.atan2(cross(from, to), dot(from, to));

/** One run of a path as points. @param sag mm that a chord may stand off */
export function walked(path: Path, sag = MACHINE_SAG_MM): Walked {
  const run = path.filter((s) => s.kind !== "line" || distance(s.from, s.to) > 0);
  if (run.length === 0) return { points: [], corners: [], closed: false };
  const closed = distance(nth(run, -1).to, nth(run, 0).from) < CLOSED_MM;
  const points: Point[] = [];
  const corners: number[] = [];
  run.forEach((segment, i) => {
    const before = i > 0 || closed ? nth(run, i - 1) : undefined;
    if (before && Math.abs(bendOf(coming(before), leaving(segment))) > CORNER) corners.push(points.length);
    const own = flattenTo([segment], sag);
    // its last point is the next one's first; a full circle by itself repeats none
    points.push(...(own.length > 1 && distance(nth(own, -1), segment.to) < CLOSED_MM ? own.slice(0, -1) : own));
  });
  if (!closed) points.push(nth(run, -1).to);
  return { points, corners, closed };
}

/** mm along a line of points. */
export const lengthAlong = (points: readonly Point[]): number => {
  let sum = 0;
  for (let i = 1; i < points.length; i += 1) sum += distance(points[i - 1] as Point, points[i] as Point);
  return sum;
};

/** A line of points with how far along it each lies, to be cut into parts. */
export class Along {
  readonly points: readonly Point[];
  readonly at: readonly number[];

  constructor(points: readonly Point[]) {
    this.points = points;
    const at = [0];
    for (let i = 1; i < points.length; i += 1) at.push(nth(at, -1) + distance(nth(points, i - 1), nth(points, i)));
    this.at = at;
  }

  get length(): number {
    return nth(this.at, -1);
  }

  /** The place so many mm along it. */
  place(mm: number): Point {
    let [low, high] = [1, this.at.length - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (nth(this.at, middle) < mm) low = middle + 1;
      else high = middle;
    }
    const [from, to] = [nth(this.at, low - 1), nth(this.at, low)];
    const t = to > from ? Math.min(1, Math.max(0, (mm - from) / (to - from))) : 0;
    const [p, q] = [nth(this.points, low - 1), nth(this.points, low)];
    return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
  }

  /** The part of it from one place to another, mm along. */
  part(from: number, to: number): Point[] {
    const inner = this.points.filter((_, i) => nth(this.at, i) > from + 1e-9 && nth(this.at, i) < to - 1e-9);
    return [this.place(from), ...inner, this.place(to)];
  }
}
