/** The faces that edges bound: each edge is walked once on each side, at each place the sharpest turn to the right. */
import {
  areaOf,
  type Bounds,
  boundsOf,
  flatten,
  holds,
  type Path,
  pointAt,
  reverseSegment,
  type Segment,
} from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { type Edge, longOf } from "./edges.ts";

/** An edge as it is walked. */
export interface Walked {
  readonly edge: Edge;
  readonly ahead: boolean;
}

/** A face: anticlockwise with paper within, or the outside of all that hangs together, clockwise, its area below nothing. */
export interface Face {
  readonly walk: readonly Walked[];
  readonly path: Path;
  readonly points: readonly Point[];
  readonly box: Bounds;
  readonly area: number;
}

export interface Faces {
  readonly faces: readonly Face[];
  /** the faces on its left and on its right */
  readonly beside: ReadonlyMap<Edge, readonly [number, number]>;
  /** which edges hang together, by a number of each part */
  readonly partOf: ReadonlyMap<Edge, number>;
}

/** How far along a curve its way is looked at, mm. */
const LOOK_MM = 0.3;
/** mm inside an edge that tells what a face lies in: a corner could lie on another's edge. */
const INSIDE_MM = 1e-4;

/** Which way a segment leaves its beginning. */
function leaving(s: Segment): number {
  const to = s.kind === "line" ? s.to : pointAt(s, Math.min(0.25, LOOK_MM / Math.max(LOOK_MM, longOf(s))));
  return Math.atan2(to[1] - s.from[1], to[0] - s.from[0]);
}

export const segmentOf = ({ edge, ahead }: Walked): Segment => (ahead ? edge.seg : reverseSegment(edge.seg));

function partsOf(edges: readonly Edge[]): Map<Edge, number> {
  const up = new Map<number, number>();
  const root = (place: number): number => {
    let at = place;
    for (let next = up.get(at); next !== undefined && next !== at; next = up.get(at)) at = next;
    up.set(place, at);
    return at;
  };
  for (const { a, b } of edges) {
    for (const place of [a, b]) if (!up.has(place)) up.set(place, place);
    up.set(root(a), root(b));
  }
  return new Map(edges.map((edge) => [edge, root(edge.a)]));
}

export function facesOf(edges: readonly Edge[]): Faces {
  const out = new Map<number, (Walked & { readonly angle: number })[]>();
  for (const edge of edges)
    for (const ahead of [true, false]) {
      const place = ahead ? edge.a : edge.b;
      const one = { edge, ahead, angle: leaving(segmentOf({ edge, ahead })) };
      const list = out.get(place);
      if (list) list.push(one);
      else out.set(place, [one]);
    }
  for (const list of out.values()) list.sort((p, q) => p.angle - q.angle);
  const seen = new Map<Edge, [boolean, boolean]>(edges.map((edge) => [edge, [false, false]]));
  const faces: Face[] = [];
  const beside = new Map<Edge, [number, number]>(edges.map((edge) => [edge, [-1, -1]]));
  const step = ({ edge, ahead }: Walked): Walked => {
    const list = out.get(ahead ? edge.b : edge.a) ?? [];
    const here = list.findIndex((one) => one.edge === edge && one.ahead === !ahead);
    return nth(list, here - 1);
  };
  for (const edge of edges)
    for (const ahead of [true, false]) {
      const walk: Walked[] = [];
      for (let at: Walked = { edge, ahead }; ; at = step(at)) {
        const sides = seen.get(at.edge);
        const side = at.ahead ? 0 : 1;
        if (!sides || sides[side]) break;
        sides[side] = true;
        walk.push({ edge: at.edge, ahead: at.ahead });
      }
      if (walk.length === 0) continue;
      const path = walk.map(segmentOf);
      const points = flatten(path);
      const face = faces.push({ walk, path, points, box: boundsOf(points), area: areaOf(path) }) - 1;
      for (const one of walk) {
        const pair = beside.get(one.edge);
        if (pair) pair[one.ahead ? 0 : 1] = face;
      }
    }
  return { faces, beside, partOf: partsOf(edges) };
}

/** A place just inside a face's first edge; of an outer one just outside what it goes round. */
export function probeOf({ path }: Face): Point {
  const s = nth(path, 0);
  const [p, q] = [pointAt(s, 0.5), pointAt(s, 0.501)];
  const long = distance(p, q) || 1;
  return [p[0] - ((q[1] - p[1]) / long) * INSIDE_MM, p[1] + ((q[0] - p[0]) / long) * INSIDE_MM];
}

export const isIn = (p: Point, { box, points }: Face): boolean =>
  p[0] >= box.left && p[0] <= box.right && p[1] >= box.bottom && p[1] <= box.top && holds(points, p);
