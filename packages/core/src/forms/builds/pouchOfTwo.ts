/**
 * A pouch of two papers: the back is the outline alone, the front stands on three tabs glued to it.
 *
 *   tab ╱┌──╲________╱──┐╲
 *      ╱ │    front     │ ╲
 *      ╲  ╲            ╱  ╱
 *       ╲──╲__________╱──╱
 *           ╲________╱ tab
 */
import type { Cut } from "../../model/piece.ts";
import { depthOf, heightOf, past } from "../../paper/figure.ts";
import { laid } from "../../paper/said.ts";
import { glued } from "../../paper/seam.ts";
import { flap, leaning, part, type Rectangle } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";
import { tabShape } from "../shared/pocket.ts";
import { type Built, type Pouch, sizesOf } from "./pouch.ts";

/** A front of another paper on its tabs, and the back it is glued on. */
export function pouchOfTwo(input: Pouch, back: Rectangle, cuts: readonly Cut[]): Built {
  const { settings: set, stock, setup } = input;
  const { foot, front: tall, slope, dip, wide, mouth } = sizesOf(input);
  const front = leaning("front", "Front", { foot, flare: slope * tall, high: tall, head: mouth });
  const tab = roundUp(set.tab, setup.grid);
  const shape = tabShape(tab, stock);
  // below the mouth's dip beside it, and above the lower tab
  const bared = Math.min(tall / 3, 4 * dip * (tab / wide) + 2);
  const lower = flap("lower", "Lower tab", front.bottom, shape, { order: 1 });
  const left = flap("left", "Left tab", part(front.left, bared, tab + 1), shape, { order: 1 });
  const right = flap("right", "Right tab", part(front.right, tab + 1, bared), shape, { order: 1 });
  const fronts = sheet("front", "Front", [front, left, right, lower], { grid: setup.grid });
  const middle = { origin: [(wide + front.width) / 2, 0], flip: true, stands: true } as const;
  return {
    sheets: [sheet("back", "Back", [back], { cuts }), fronts],
    joins: [laid(fronts, back, "front", { ...middle, told: "glue-tabs-on" })],
    glue: [left, right, lower].map((one) => glued(one, back, { widens: "tab" })),
    on: front,
    figures: {
      front: heightOf(front, 0.25),
      tab: depthOf(left, 0.5, { lights: ["left", "right", "lower"] }),
      mouth: dip > 0 ? past(front.top, -dip, 0.5) : undefined,
    },
  };
}
