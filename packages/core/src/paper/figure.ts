/**
 * Figures on the drawing, said by what is measured: how deep a flap is, how wide a panel, a rounding, a strip of glue,
 * from an edge to a hole. Where the ends lie follows from the thing itself; where the line stands along it is the
 * drawing's to choose, and what dragging its end does is measured when it is dragged.
 */
import {
  add,
  between as partWay,
  direction,
  distance,
  offLine,
  type Point,
  scale,
  subtract,
} from "../geometry/point.ts";
import type { Cut, Dimension } from "../model/piece.ts";
import type { Drawn, Edge, Flap, Rectangle } from "./panel.ts";
import { nth } from "../units/nth.ts";
import { endsOf } from "../geometry/path.ts";

/** Something measured, in the drawing's own frame. */
export interface Measured extends Pick<Dimension, "from" | "to" | "outside" | "slides"> {
  /** the panel it is measured on */
  readonly on: string;
  /** panels and cuts that light up with it; the panel it is measured on unless said */
  readonly lights?: readonly string[];
  /** what it shows, mm, where that is not the length of the line */
  readonly value?: number;
  /** its id and words, where a setting has several figures */
  readonly id?: string;
}

type Rest = Partial<Pick<Measured, "lights" | "id" | "value" | "outside">>;

/** How much of an edge a figure may wander along it before it leaves what it measures: corners are rounded and tapered. */
const ALONG = 0.64;

/** From a flap's fold to its tip, so far along the fold (0 to 1). */
export function depthOf({ id, foot, deep }: Flap, at = 0.5, rest: Rest = {}): Measured {
  const from = partWay(foot.from, foot.to, at);
  const [dx, dy] = direction(foot.from, foot.to);
  const slides = scale(subtract(foot.to, foot.from), ALONG);
  // the foot is walked with the flap on its left
  return { on: id, from, to: add(from, scale([-dy, dx], deep)), value: deep, slides, ...rest };
}

/** A rectangle that is measured: a panel, or what lies so far in on one. */
type Measurable = Pick<Rectangle, "id" | "width" | "height"> & { readonly x?: number; readonly y?: number };

/** Across a rectangle, so far up it. */
export const widthOf = ({ id, width, height, x = 0, y = 0 }: Measurable, at = 0.5, rest: Rest = {}): Measured => ({
  on: id,
  from: [x, y + height * at],
  to: [x + width, y + height * at],
  value: width,
  slides: [0, height * ALONG],
  ...rest,
});

/** Up a rectangle, so far across it. */
export const heightOf = ({ id, width, height, x = 0, y = 0 }: Measurable, at = 0.5, rest: Rest = {}): Measured => ({
  on: id,
  from: [x + width * at, y],
  to: [x + width * at, y + height],
  value: height,
  slides: [width * ALONG, 0],
  ...rest,
});

/** From an edge so far out past it, at a place along it. */
export function past({ panel, from, to }: Edge, mm: number, at: number, rest: Rest = {}): Measured {
  const start = partWay(from, to, at);
  const [dx, dy] = direction(from, to);
  const slides = scale(subtract(to, from), ALONG);
  return { on: panel, from: start, to: add(start, scale([dy, -dx], mm)), value: Math.abs(mm), slides, ...rest };
}

/** From where the point of a flap was to where it is cut straight across. */
export function trimOf({ id, tip, trim }: Flap, rest: Rest = {}): Measured | undefined {
  if (trim <= 0) return undefined;
  const { from, to } = past(tip, trim, 0.5);
  return { on: id, from: to, to: from, value: trim, ...rest };
}

/** The radius a corner is rounded by, from the arc's middle to its centre: the first corner that has one unless said. */
export function roundingOf(
  { id, corners }: Drawn,
  said?: { readonly corner: number; readonly radius: number },
): Measured | undefined {
  const i = said?.corner ?? corners.findIndex(([, , r = 0]) => r > 0);
  const at = (k: number): Point => {
    const [x, y] = nth(corners, k);
    return [x, y];
  };
  const radius = said?.radius ?? corners[i]?.[2] ?? 0;
  if (i < 0 || radius <= 0) return undefined;
  const [back, ahead] = [direction(at(i), at(i - 1)), direction(at(i), at(i + 1))];
  const inwards = direction([0, 0], add(back, ahead));
  // the centre stands r/sin φ from the corner, φ half the angle between the edges; the arc stands r nearer
  const sine = distance(back, ahead) / 2;
  const off = (mm: number): Point => add(at(i), scale(inwards, mm));
  return { on: id, from: off(radius / sine - radius), to: off(radius / sine), value: radius };
}

/** Across a strip that runs along an edge, so far along it. */
export function stripOf({ panel, from, to }: Edge, wide: number, at = 0.35): Measured {
  const start = partWay(from, to, at);
  const [dx, dy] = direction(from, to);
  const slides = scale(subtract(to, from), ALONG / 2);
  return { on: panel, from: start, to: add(start, scale([-dy, dx], wide)), value: wide, slides };
}

/** From the middle of an edge to a place before it. */
export const fromEdge = (edge: Edge, to: Point, rest: Rest = {}): Measured => {
  const off = offLine(to, edge.from, edge.to);
  const [dx, dy] = direction(edge.from, edge.to);
  return { on: edge.panel, from: add(to, scale([dy, -dx], off)), to, value: off, ...rest };
};

/** Along a slit, from its start to its end. */
export function alongSlit({ id, panel, path }: Cut): Measured {
  const [from, to] = endsOf(path);
  return { on: panel, from, to, value: distance(from, to), lights: [id] };
}

/** Across a round hole in a panel. */
export const across = (id: string, { id: on }: Drawn, centre: Point, wide: number): Measured => ({
  on,
  from: [centre[0] - wide / 2, centre[1]],
  to: [centre[0] + wide / 2, centre[1]],
  value: wide,
  lights: [id],
});
