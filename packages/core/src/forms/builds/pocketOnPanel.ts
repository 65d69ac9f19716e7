/**
 * A side-tab pocket without a back: a front with three tabs folded behind it, by which it is glued on a panel.
 *
 *        ┌────╱‾‾‾╲──────┐ thumb   The panel is its back. The side tabs end above the lower one: all three lie on the
 *      ╱┌┤     front     ├┐╲       panel.
 *     │  │               │  │ tab
 *      ╲└┼───────────────┼┘╱
 *        └╲─────────────╱┘
 */
import { depthOf, heightOf } from "../../paper/figure.ts";
import type { Said } from "../../paper/said.ts";
import { TAPE_MARGIN } from "../../paper/seam.ts";
import { flap, panel, part } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";
import { refuses } from "../shared/closure.ts";
import { heldOn, looked, mouthOf, type SideTab, sizesOf } from "./sideTab.ts";

/** Side tabs above a lower one are at least so long, mm. */
const LEAST_SIDE = 15;

/** A front on its tabs: what it is glued on is its back. */
export function pocketOnPanel(input: SideTab): Said {
  const { settings: set, setup } = input;
  const { across, whole, asked, tab: wide, shape } = sizesOf(input);
  const high = Math.max(roundUp(wide + LEAST_SIDE, setup.grid), Math.min(asked, whole));
  const mouth = mouthOf(input, across, high);
  const front = panel("front", "Front", across, high, { edges: { top: mouth.edge } });
  const lower = flap("lower", "Lower tab", front.bottom, shape, { order: 1 });
  const above = Math.min(mouth.bared(wide), (high - wide) / 2);
  const left = flap("left", "Left tab", part(front.left, above, wide), shape, { order: 1 });
  const right = flap("right", "Right tab", part(front.right, wide, above), shape, { order: 1 });
  const run = across + 2 * (high - wide);
  return {
    sheets: [sheet("pocket", "Pocket", [front, left, right, lower])],
    holds: heldOn(input, front, { isOpen: true, walled: false }),
    covers: looked(input, high),
    stands: { on: [left, right, lower], widens: "tab" },
    // what closes over it would have to be glued behind its back
    refused: set.closure === "open" ? [] : refuses("no-back", "open").refused,
    finish: { kind: "glue", code: "glue-by-tabs", beforeFilling: true, held: { run, wide: wide - 2 * TAPE_MARGIN } },
    figures: {
      front: heightOf(front, 0.3),
      tab: depthOf(left, 0.5, { lights: ["left", "right", "lower"] }),
      thumb: mouth.figure(front.top),
    },
  };
}
