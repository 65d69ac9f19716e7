/**
 * Things on one ground put in order: moved by marks of the ruler, into line with one another, or with equal room between
 * them. What comes of it is a rule of place, from the edge that the thing was measured from already.
 */
import type { Place } from "../model/fitting.ts";
import type { Lying } from "../model/solution.ts";
import { roundNear } from "../units/ruler.ts";
import type { OnGround } from "./snap.ts";

/** An axis of a ground. */
export type GroundAxis = "x" | "y";

/** What of a thing is in line with the same of another: its lower or left edge, its middle, its upper or right edge. */
export type LineUp = "low" | "middle" | "high";

/** mm without the last bits' noise. */
const clean = (mm: number): number => Math.round(mm * 1e6) / 1e6 + 0;

const wholeOn = ({ width, height }: Pick<OnGround, "width" | "height">, axis: GroundAxis): number =>
  axis === "x" ? width : height;
const lowOf = ({ corner }: OnGround, axis: GroundAxis): number => corner[axis === "x" ? 0 : 1];

/** A rule moved so far (mm; right and up are positive), whatever it is measured from. */
export function movedPlace(at: Place, dx: number, dy: number): Place {
  const by = (from: string, now: number, moves: number): number =>
    clean(now + (from === "right" || from === "top" ? -moves : moves));
  return {
    ...at,
    x: { from: at.x.from, by: by(at.x.from, at.x.by, dx) },
    y: { from: at.y.from, by: by(at.y.from, at.y.by, dy) },
  };
}

/** mm that a thing moves on an axis to be in line with another on the same ground. */
export function linesUp(thing: OnGround, other: OnGround, axis: GroundAxis, by: LineUp): number {
  const part = { low: 0, middle: 0.5, high: 1 }[by];
  return clean(lowOf(other, axis) + part * wholeOn(other, axis) - (lowOf(thing, axis) + part * wholeOn(thing, axis)));
}

/**
 * mm that each of several things moves on an axis so that the room between neighbours is equal: the first and the last stay,
 * the others come to the nearest mark of the ruler, each within half a mark of its place. Fewer than three move nowhere.
 * @returns by the place in the list
 */
export function spacesEvenly(things: readonly OnGround[], axis: GroundAxis, grid: number): number[] {
  const order = things.map((_, i) => i).sort((a, b) => middleOf(things[a], axis) - middleOf(things[b], axis));
  const moves = things.map(() => 0);
  const first = things[order[0] ?? -1];
  const last = things[order.at(-1) ?? -1];
  if (!first || !last || things.length < 3) return moves;
  const taken = things.reduce((sum, thing) => sum + wholeOn(thing, axis), 0);
  const room = (lowOf(last, axis) + wholeOn(last, axis) - lowOf(first, axis) - taken) / (things.length - 1);
  let low = lowOf(first, axis);
  for (const i of order.slice(0, -1)) {
    const thing = things[i];
    if (!thing) continue;
    if (i !== order[0]) moves[i] = clean(roundNear(low, grid) - lowOf(thing, axis));
    low += wholeOn(thing, axis) + room;
  }
  return moves;
}

const middleOf = (thing: OnGround | undefined, axis: GroundAxis): number =>
  thing ? lowOf(thing, axis) + wholeOn(thing, axis) / 2 : 0;

/** What else lies on the same ground as a thing and face up with it; what is turned lies in no line and is left out. */
export const besideOn = (all: readonly Lying[], lying: Lying): readonly Lying[] =>
  all.filter(
    (f) =>
      f.id !== lying.id &&
      f.turn === 0 &&
      f.ground.piece === lying.ground.piece &&
      f.ground.panel === lying.ground.panel &&
      f.ground.face === lying.ground.face,
  );
