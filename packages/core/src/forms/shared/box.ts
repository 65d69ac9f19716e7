/**
 * What boxes round something share: their settings, and the four walls that are glued round by a strip.
 *
 *      ┌─┬──────┬───┬──────┬───┐      From the back to the right, so that the strip is glued inside the left wall.
 *      │s│ back ¦   ¦ front¦   │
 *      └─┴──────┴───┴──────┴───┘
 */
import { mm } from "../../model/setting.ts";
import { tapered } from "../../paper/shape.ts";
import { type Edge, flap, type Rectangle } from "../../paper/panel.ts";
import { roundDown, roundUp } from "../../units/ruler.ts";

export const boxRoom = mm(
  "Room to spare",
  2,
  [0, 20],
  "Free room asked for on each axis; the paper is counted as well.",
  {
    kin: "room",
  },
);
export const boxStrip = mm("Glue strip", 12, [8, 20], "How wide the strip is that closes it round.");

/** Lower walls do not stand, mm. */
export const LEAST_WALL = 6;
/** A strip narrower than this (mm) leaves nothing to glue once both its edges are kept free. */
const LEAST_STRIP = 5;
/** What a strip stands clear of the fold above it, mm. */
const STRIP_CLEAR = 1;

/** mm: the least wall that stands, and that a strip of whole marks can be glued inside. */
export const leastWall = (grid: number): number =>
  roundUp(Math.max(LEAST_WALL, roundUp(LEAST_STRIP, grid) + STRIP_CLEAR), grid);

/** What tabs and dust flaps keep off a fold, mm: with a part of a ply, so that no contents are just as thick. */
export const offFold = (mm: number, ply: number): number => mm + 0.37 * ply;

interface BoxMeasures {
  /** mm: the front is as wide as the back, both its sides are `depth` */
  readonly across: number;
  readonly depth: number;
  readonly stripWide: number;
  readonly grid: number;
  /** when it is folded round; its strip goes before */
  readonly order: number;
  /** how its sides are called: in ids and in names */
  readonly called: "wall" | "side";
}

/** What is folded round a back: strip, right, front, left. */
export function foldedRound(back: Rectangle, { across, depth, stripWide, grid, order, called }: BoxMeasures) {
  const wall = (id: string, name: string, on: Edge, deep: number) =>
    flap(id, name, on, tapered({ deep }), { order, angle: 90 });
  const wide = Math.min(roundUp(stripWide, grid), roundDown(depth - STRIP_CLEAR, grid));
  const narrows = tapered({ deep: wide, slope: 0.2, relief: 1 });
  const strip = flap("seam-strip", "Glue strip", back.left, narrows, {
    order: order === 2 ? 1 : order,
    angle: 90,
    lift: 1,
  });
  const right = wall(`right-${called}`, `Right ${called}`, back.right, depth);
  const front = wall("front", "Front", right.tip, across);
  const left = wall(`left-${called}`, `Left ${called}`, front.tip, depth);
  return { strip, right, front, left };
}
