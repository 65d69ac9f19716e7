/**
 * A pouch of one sheet: a base and two walls stand between back and front, which comes up over the walls' tabs.
 *
 *    ┌┬┐────────────┌┬┐
 *    │││    back    │││ wall, tab
 *    └┴┘╲__________╱└┴┘
 *        │  base    │
 *       ╱────────────╲
 *      │    front     │
 *       ╲____╱‾‾╲____╱ mouth
 */
import type { Cut } from "../../model/piece.ts";
import { depthOf, past } from "../../paper/figure.ts";
import { glued } from "../../paper/seam.ts";
import { tapered } from "../../paper/shape.ts";
import { type Edge, flap, part, type Rectangle } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";
import { tabShape } from "../shared/pocket.ts";
import { type Built, type Pouch, sizesOf } from "./pouch.ts";

/** Plies of the tabs and front in the way of nothing but themselves: a front over walls stands one off. */
const OVER = -1;

/** Walls, base and front, all hung on the back. */
export function pouchOfOne(input: Pouch, back: Rectangle, cuts: readonly Cut[]): Built {
  const { settings: set, stock, setup } = input;
  const { foot, front: tall, slope, dip, high, deep, mouth } = sizesOf(input);
  const above = (high - tall) * Math.hypot(1, slope);
  const wall = (id: string, name: string, on: Edge) => flap(id, name, on, tapered({ deep }), { order: 1, angle: 90 });
  const leftWall = wall("left-wall", "Left wall", part(back.left, above, 0));
  const rightWall = wall("right-wall", "Right wall", part(back.right, 0, above));
  const shape = tabShape(Math.min(roundUp(set.tab, setup.grid), foot / 2 - 2), stock);
  const left = flap("left", "Left tab", leftWall.tip, shape, { order: 2, angle: 90 });
  const right = flap("right", "Right tab", rightWall.tip, shape, { order: 2, angle: 90 });
  const base = flap("base", "Base", back.bottom, tapered({ deep, relief: stock.caliper }), { order: 3, angle: 90 });
  const over = tapered({ deep: tall, slope: -slope, tip: mouth });
  const front = flap("front", "Front", base.tip, over, { order: 4, angle: 90, lift: OVER });
  const panels = [back, leftWall, rightWall, left, right, base, front];
  return {
    sheets: [sheet("pouch", "Pouch", panels, { grid: setup.grid, cuts })],
    glue: [left, right].map((side) => glued(front, side, { widens: "tab" })),
    on: back,
    figures: {
      front: depthOf(front, 0.25),
      tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
      mouth: dip > 0 ? past(front.tip, -dip, 0.5) : undefined,
    },
  };
}
