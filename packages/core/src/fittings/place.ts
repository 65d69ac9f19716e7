/**
 * The rule of place: where a thing lies on its ground, as one looks at that face.
 *
 *      v                        left     x.by from the ground's left edge to the thing's left side
 *      ▲ ┌──────────────────┐   right    x.by from the ground's right edge to its right side
 *      │ │        ┌──────┐  │   centre   x.by from the ground's middle to its middle, right of it where positive
 *      │ │        │thing │by│            and so upwards; then it is turned about its own middle
 *      │ └────────┴──────┴──┘
 *      └──────────────────────▶ u
 */
import { place, type Point, type Pose } from "../geometry/point.ts";
import type { Place } from "../model/fitting.ts";
import type { GroundSize } from "./kind.ts";

/** mm from the ground's lower or left edge to the thing's. */
const offEdge = (from: string, by: number, ground: number, thing: number): number =>
  from === "left" || from === "bottom" ? by : from === "centre" ? (ground - thing) / 2 + by : ground - thing - by;

/** The lower left of a thing on its ground before it is turned, mm. */
export const cornerOf = (at: Place, ground: GroundSize, thing: GroundSize): Point => [
  offEdge(at.x.from, at.x.by, ground.width, thing.width),
  offEdge(at.y.from, at.y.by, ground.height, thing.height),
];

/** The rule's figure for a thing whose edge lies `off` mm from the ground's lower or left one: the other way round. */
export const ruled = (from: string, off: number, ground: number, thing: number): number =>
  from === "left" || from === "bottom" ? off : from === "centre" ? off - (ground - thing) / 2 : ground - thing - off;

/** A thing's own coordinates on the ground, its lower left at the origin before. Face down it is mirrored about its middle. */
export function poseOn(at: Place, ground: GroundSize, thing: GroundSize, faceDown: boolean): Pose {
  const [u, v] = cornerOf(at, ground, thing);
  const turned = { x: 0, y: 0, rotation: at.turn, flip: faceDown };
  const [x, y] = place([thing.width / 2, thing.height / 2], turned);
  return { ...turned, x: u + thing.width / 2 - x, y: v + thing.height / 2 - y };
}
