/**
 * A side-tab pocket with a back of its own and a front that folds up over it.
 *
 *        ┌───────────────┐
 *        │     back      │         The tabs are glued under the front, where they do not show, or on it.
 *      ╱┌┼───────────────┼┐╲
 *     │  │               │  │ tab
 *      ╲└┼───────────────┼┘╱
 *        │     front     │
 *        └────╲___╱──────┘ thumb
 */
import { depthOf, heightOf } from "../../paper/figure.ts";
import type { Said } from "../../paper/said.ts";
import { glued } from "../../paper/seam.ts";
import { tapered } from "../../paper/shape.ts";
import { flap, panel, part } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import { leastOn } from "../../units/ruler.ts";
import { closedPocket } from "../shared/pocketClosure.ts";
import { heldOn, looked, mouthOf, type SideTab, sizesOf } from "./sideTab.ts";

/** A back and a front that folds up over it. */
export function pocketWithBack(input: SideTab): Said {
  const { contents, settings: set, stock, setup } = input;
  const { across, whole, up, asked, tab: wide, shape } = sizesOf(input);
  const least = leastOn(setup.grid);
  const high = Math.max(least, Math.min(asked, up - least));
  const mouth = mouthOf(input, across, high);
  const under = set.tabs === "under";
  const [first, last] = under ? [1, 2] : [2, 1];

  const back = panel("back", "Back", across, up);
  const tall = Math.max(high / 2, high - mouth.bared(wide));
  const left = flap("left", "Left tab", part(back.left, up - tall, 0), shape, { order: first });
  const right = flap("right", "Right tab", part(back.right, 0, up - tall), shape, { order: first });
  const over = tapered({ deep: high, relief: 0.5, tip: mouth.edge });
  const front = flap("front", "Front", back.bottom, over, { order: last });
  const { closes, cuts, sheets, glue, ...shut } = closedPocket(set.closure, {
    ...{ back, front, high, cut: mouth.deep, contents, stock, setup, standsOut: up < whole, after: 2 },
  });
  const seams = [left, right].map((side) =>
    under ? glued(front, side, { widens: "tab" }) : glued(side, front, { widens: "tab" }),
  );
  return {
    ...shut,
    sheets: [sheet("pocket", "Pocket", [back, left, right, front], { cuts }), ...sheets],
    // past a back that stands lower what is inside stands out
    holds: { ...heldOn(input, back, { isOpen: up !== whole, walled: closes.length > 1 }), closes },
    covers: looked(input, high),
    glue: [...seams, ...glue],
    figures: {
      front: depthOf(front, 0.3),
      back: heightOf(back, 0.7),
      tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
      thumb: mouth.figure(front.tip),
    },
  };
}
