/**
 * Panels as they are drawn: a first one upright with its lower left at the origin, flaps hung on the edges of panels already
 * there, and twins. Nobody works out where the sheet's corner is: `sheet` lays them on their blank.
 */
import { flatten, type Path, placePath, reverse } from "../geometry/path.ts";
import { compose, distance, offLine, place, type Point, type Pose, type Size, subtract } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold } from "../model/piece.ts";
import {
  type Corner,
  type CornerCut,
  cornered,
  type EdgeCut,
  outward,
  type Shape,
  spotOf,
  tapered,
  treated,
} from "./shape.ts";
import { nth } from "../units/nth.ts";

/** A straight edge of a panel, walked with the panel on its left; as it was before anything was taken off it. */
export interface Edge {
  readonly panel: string;
  readonly from: Point;
  readonly to: Point;
}

/** A panel as drawn: its corners anticlockwise, and for a flap the fold it hangs on. */
export interface Drawn {
  readonly id: string;
  readonly name: string;
  readonly corners: readonly Corner[];
  /** its edge where corners cannot say it: an oval, an outline from elsewhere */
  readonly path?: Path;
  /** places between which all of it lies, what roundings take off a point counted */
  readonly reach: readonly Point[];
  readonly fold?: Fold;
}

/** The first panel of a sheet, or the only one. */
export interface Rectangle extends Drawn {
  readonly width: number;
  readonly height: number;
  readonly bottom: Edge;
  readonly right: Edge;
  readonly top: Edge;
  readonly left: Edge;
}

/** A panel hung on an edge. Its sides are those at the start and at the end of that edge. */
export interface Flap extends Drawn {
  readonly fold: Fold;
  readonly deep: number;
  /** mm cut straight off its point */
  readonly trim: number;
  readonly foot: Edge;
  /** the edges that meet its tip, and those that rise from its fold: the same ones where nothing bends in between */
  readonly start: Edge;
  readonly tip: Edge;
  readonly end: Edge;
  readonly shoulders: readonly [Edge, Edge];
}

interface Treatment {
  /** every corner, or each by its place */
  readonly corners?: CornerCut | Partial<Record<"bottomLeft" | "bottomRight" | "topRight" | "topLeft", CornerCut>>;
  readonly edges?: Partial<Record<"bottom" | "right" | "top" | "left", EdgeCut | undefined>>;
}

/** A rectangle with its corners and edges as said. */
export function panel(
  id: string,
  name: string,
  width: number,
  height: number,
  { corners, edges = {} }: Treatment = {},
): Rectangle {
  const [a, b, c, d]: readonly [Point, Point, Point, Point] = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
  const at = typeof corners === "function" ? undefined : corners;
  const cuts = at
    ? [at.bottomLeft, at.bottomRight, at.topRight, at.topLeft]
    : [corners, corners, corners, corners].map((cut) => (typeof cut === "function" ? cut : undefined));
  const edge = (from: Point, to: Point): Edge => ({ panel: id, from, to });
  return {
    id,
    name,
    width,
    height,
    reach: [
      [0 - (edges.left?.out ?? 0), 0 - (edges.bottom?.out ?? 0)],
      [width + (edges.right?.out ?? 0), height + (edges.top?.out ?? 0)],
    ],
    corners: treated([a, b, c, d], cuts, [edges.bottom, edges.right, edges.top, edges.left]),
    bottom: edge(a, b),
    right: edge(b, c),
    top: edge(c, d),
    left: edge(d, a),
  };
}

/**
 * A panel of any outline, in a box so large at the origin: its edges are the box's, for what is laid and measured. An outline
 * that takes long to find is given as a question, and asked for when the panel is drawn.
 */
export function outlined(id: string, name: string, { width, height }: Size, path: Path | (() => Path)): Rectangle {
  const box = panel(id, name, width, height);
  if (typeof path !== "function") return { ...box, path };
  return Object.defineProperty(box, "path", { get: path, enumerable: true });
}

/**
 * A panel whose sides lean out by `flare` mm from its foot to its head; its head may be shaped.
 *
 *   ┌────────────┐       The box round it starts at the origin; its four edges are its own.
 *    ╲          ╱ high
 *     └────────┘ foot
 */
export function leaning(
  id: string,
  name: string,
  { foot, flare, high, head }: { foot: number; flare: number; high: number; head?: EdgeCut | undefined },
): Rectangle {
  const width = foot + 2 * flare;
  const [a, b, c, d]: readonly [Point, Point, Point, Point] = [
    [flare, 0],
    [flare + foot, 0],
    [width, high],
    [0, high],
  ];
  const edge = (from: Point, to: Point): Edge => ({ panel: id, from, to });
  const corners = treated([a, b, c, d], [], [undefined, undefined, head, undefined]);
  const sides = { bottom: edge(a, b), right: edge(b, c), top: edge(c, d), left: edge(d, a) };
  return { ...panel(id, name, width, high), corners, ...sides };
}

/** How a flap hangs and folds. */
export interface Hung {
  /** when it is folded, from 1; equal numbers fold together */
  readonly order: number;
  /** degrees; positive towards the drawn face */
  readonly angle?: number;
  /** plies it stands off, see `Fold.lift` */
  readonly lift?: number;
  /** its place in the pile, see `Fold.level` */
  readonly level?: number;
  /** nothing is scored there, see `Fold.slack` */
  readonly slack?: boolean;
}

/** Hangs a flap on an edge. */
export function flap(
  id: string,
  name: string,
  { panel: parent, from, to }: Edge,
  shape: Shape,
  { order, angle = 180, lift = 0, level, slack }: Hung,
): Flap {
  const long = distance(from, to);
  const { relief, corners, deep, out = 0, foot, sides, trim = 0 } = shape(long);
  const at = outward(from, to);
  const spot = (corner: Corner): Point => spotOf(at(corner));
  const edge = (a: Corner, b: Corner): Edge => ({ panel: id, from: spot(a), to: spot(b) });
  const [start, end]: readonly [Corner, Corner] = [
    [relief, 0],
    [long - relief, 0],
  ];
  const far = Math.max(...corners.map(([, y]) => y));
  const [high, low] = [corners.findIndex(([, y]) => y === far), corners.findLastIndex(([, y]) => y === far)];
  const ring = [start, ...corners, end];
  const side = (i: number): Edge => edge(nth(ring, i), nth(ring, i + 1));
  // walked anticlockwise it has the fold from its end to its start, then its own corners
  const walked = [end, start, ...corners].map(at);
  const cuts = [foot, sides, ...corners.slice(1).map(() => undefined), sides];
  const outline = walked.flatMap(([x, y, r], i): Corner[] => {
    const [u, v] = nth(walked, i + 1);
    return [[x, y, r], ...(cuts[i]?.(distance([x, y], [u, v])) ?? []).map(outward([x, y], [u, v]))];
  });
  const arc = foot && cornered([spot(start), ...outline.slice(1, -1 - corners.length), spot(end)]).slice(0, -1);
  return {
    id,
    name,
    deep,
    trim,
    corners: outline,
    reach: [start, end, ...corners].map(([x, y]) => spot([x, Math.min(y, deep + out)])),
    fold: {
      id: `score-${id}`,
      panels: [parent, id],
      from: spot(start),
      to: spot(end),
      ...(arc && { path: arc }),
      angle,
      order,
      ...(lift !== 0 && { lift }),
      ...(level !== undefined && { level }),
      ...(slack && { slack }),
    },
    foot: edge(end, start),
    start: side(high),
    tip: edge(nth(ring, high + 1), nth(ring, low + 1)),
    end: side(low + 1),
    shoulders: [side(0), side(ring.length - 2)],
  };
}

/** A face that is another one mirrored: `mirror` takes places of that one to places of its own, as both are drawn. */
export interface Twin extends Flap {
  readonly mirror: Pose;
}

/** A part of an edge: mm from its start, and from its end. */
export function part({ panel: id, from, to }: Edge, fromStart: number, fromEnd: number): Edge {
  const at = outward(from, to);
  const spot = (along: number): Point => spotOf(at([along, 0]));
  return { panel: id, from: spot(fromStart), to: spot(distance(from, to) - fromEnd) };
}

/** The corners of a rectangle by place, as `corners` of a panel names them. */
export const CORNERS = ["bottomLeft", "bottomRight", "topRight", "topLeft"] as const;

/** Lines across the corners of a rectangle, `by` mm along both edges: each walked with the rectangle on its left. */
export function acrossCorners({ id, bottom, right, top, left }: Rectangle, by: number): readonly Edge[] {
  const edges = [left, bottom, right, top];
  return edges.map((before, i): Edge => ({
    panel: id,
    from: part(before, distance(before.from, before.to) - by, 0).from,
    to: part(nth(edges, i + 1), by, 0).from,
  }));
}

/** The same line on another panel, moved there. */
export const carried = ({ from, to }: Edge, [x, y]: Point, panel: string): Edge => ({
  panel,
  from: [from[0] + x, from[1] + y],
  to: [to[0] + x, to[1] + y],
});

/** A panel's edge all round, as it is drawn. */
export const edgeOf = ({ corners, path }: Drawn): Path => path ?? cornered(corners);

/** What cuts and roundings left straight of an edge; undefined where they left nothing. */
export function straightOf(drawn: Drawn, { panel: id, from, to }: Edge): Edge | undefined {
  const outline = edgeOf(drawn);
  const isOn = (p: Point): boolean => Math.abs(offLine(p, from, to)) < SAME_POINT_MM;
  const run = outline.find((s) => s.kind === "line" && isOn(s.from) && isOn(s.to));
  return run && { panel: id, from: run.from, to: run.to };
}

/** The same once more across a flap that hangs on it: mirrored about the middle of that flap, on its other edge. */
export function twinAcross(id: string, name: string, of: Rectangle, wall: Flap, hinge: Hung): Twin {
  const [x, y] = subtract(wall.tip.from, wall.foot.to);
  const by = { x, y, rotation: 0, flip: false };
  const moved: Rectangle = {
    ...of,
    id: wall.id,
    corners: of.corners.map(([u, v, round]): Corner => [u + x, v + y, round]),
    ...(of.path && { path: placePath(of.path, by) }),
    reach: of.reach.map((p) => place(p, by)),
  };
  const { mirror, ...made } = twin(id, name, moved, wall.tip, hinge);
  return { ...made, mirror: compose(mirror, by) };
}

/**
 * The same outline once more, mirrored about an edge it has a straight part on and hung there: two faces of one shape
 * that fold onto one another. `from` to `to` is that part.
 */
export function twin(id: string, name: string, of: Rectangle, { from, to }: Edge, hinge: Hung): Twin {
  const mirror = mirrorIn(from, to);
  const corners = of.corners.map(([x, y, round]): Corner => {
    const [u, v] = place([x, y], mirror);
    return round === undefined ? [u, v] : [u, v, round];
  });
  const path = of.path && reverse(placePath(of.path, mirror));
  const box = flap(id, name, { panel: of.id, from, to }, tapered({ deep: of.height }), hinge);
  const points = path ? flatten(path) : corners.map(spotOf);
  const deep = Math.max(...points.map((p) => Math.abs(offLine(p, from, to))));
  const outline = path ? { path } : { corners: corners.reverse() };
  return { ...box, deep, ...outline, reach: of.reach.map((p) => place(p, mirror)), mirror };
}

/** What mirrors in a line: turned over, then turned by twice the line's own angle less a half turn. */
export function mirrorIn(from: Point, to: Point): Pose {
  const rotation = (2 * Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI + 180;
  const [x, y] = place(from, { x: 0, y: 0, rotation, flip: true });
  return { x: from[0] - x, y: from[1] - y, rotation, flip: true };
}
