/**
 * Diagonal pocket: the corner of a card. Its front folds up from the foot, its mouth runs on the slant from high on one
 * side to low on the other, and a tab at each side holds it.
 *
 *      ┌───────────────┐
 *      │               │
 *      │     back      │         The lower corners of what is inside stay covered: the low side of the mouth stands so
 *    ╱┌┼               │         far up that none slips out.
 *   │  │               ├┐╲
 *    ╲└┼───────────────┼┘╱ tab
 *      │     front  __╱
 *      │      __╱─╱              A cover layer of another paper lies on the front with the same border all round.
 *      └──╱─╱
 */
import { z } from "zod";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, past } from "../paper/figure.ts";
import { needs, type Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { slanted, tapered } from "../paper/shape.ts";
import { flap, panel, part } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { leastOn, roundNear, roundUp } from "../units/ruler.ts";
import { coverOn } from "./builds/coverLayer.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { flatPocket } from "./shared/clearance.ts";
import { COVERED_PART, roomToSpare, sideTab, TAB_TAPER } from "./shared/pocket.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  play: roomToSpare(),
  corner: choice("High side", { left: "Left", right: "Right" }, "left", "The side where the mouth stands high."),
  high: autoMm("High side reaches", [15, 300], "70 % of what is inside unless set.", { follows: "height" }),
  low: autoMm("Low side reaches", [8, 200], "36 % of what is inside unless set.", { follows: "height" }),
  tab: sideTab,
  overlay: choice(
    "Cover layer",
    { none: "None", layer: "A layer on the front" },
    "none",
    "Of another paper, if you like.",
  ),
  border: mm("Border", 4, [2, 15], "What the cover layer leaves free all round."),
});

type DiagonalInput = InputOf<typeof settings>;

/** How far each side of the mouth reaches where the maker has not said. */
const HIGH_PART = 0.7;
const LOW_PART = 0.36;
/** On the low side so much (mm) of tab is left to hold, where the maker has not said: a seam of 15 mm with what its ends lose. */
const LOW_HOLDS = 25;
/** The low side covers its corner by at least so much, mm. */
const CORNER_MM = 6;

/** Sizes, mm: the back, and how far the mouth stands up on either side. */
function sizesOf({ contents, settings: set, setup: { grid } }: DiagonalInput) {
  const { width, height, thickness } = contents;
  const across = roundUp(flatPocket(width, thickness, set.play), grid);
  const up = roundUp(flatPocket(height, thickness / 2, set.play), grid);
  const least = leastOn(grid);
  const most = up - least;
  const reach = (asked: number | "auto", usual: number): number =>
    Math.min(asked === "auto" ? roundNear(usual, grid) : roundUp(asked, grid), most);
  const low = Math.max(
    reach(set.low, Math.max(LOW_PART * up, Math.min(LOW_HOLDS, HIGH_PART * up))),
    Math.min(least, most),
  );
  const high = Math.max(reach(set.high, HIGH_PART * up), low);
  const tab = Math.min(roundUp(set.tab, grid), across / 2 - 2);
  return { across, up, low, high, tab };
}

function draft(input: DiagonalInput): Said {
  const { contents, stock, settings: set, setup } = input;
  const { across, up, low, high, tab: wide } = sizesOf(input);
  const onLeft = set.corner === "left";
  const [atLeft, atRight] = onLeft ? [high, low] : [low, high];
  const back = panel("back", "Back", across, up);
  // on a low side a tab is drawn in less: what is left must hold
  const relief = Math.min(Math.max(1, 2 * stock.caliper), low / 6);
  const tab = tapered({ deep: wide, relief, slope: TAB_TAPER });
  const left = flap("left", "Left tab", part(back.left, up - atLeft, 0), tab, { order: 1 });
  const right = flap("right", "Right tab", part(back.right, 0, up - atRight), tab, { order: 1 });
  const front = flap("front", "Front", back.bottom, slanted(atLeft, atRight), { order: 2 });
  const cover = set.overlay === "layer" ? coverOn(front, set.border, setup.grid) : undefined;
  // a hair of the foot at the low side, walked with the front on its left
  const middle = onLeft ? across - 1 : 1;
  const foot = { panel: "front", from: [middle - 0.1, 0], to: [middle + 0.1, 0] } as const;
  return {
    sheets: [sheet("pocket", "Pocket", [back, left, right, front]), ...(cover ? [cover.sheet] : [])],
    joins: cover ? [cover.laid] : [],
    holds: { on: back, across, up, asks: "play" },
    covers: [
      needs("high", high, COVERED_PART * contents.height, "tips-out"),
      // on the slant the low corner is covered a little further up than the edge
      needs("low", low, CORNER_MM, "corner-out"),
    ],
    glue: [...[left, right].map((side) => glued(front, side, { widens: "tab" })), ...(cover ? [cover.glue] : [])],
    figures: {
      high: depthOf(front, onLeft ? 0.98 : 0.02, { value: high }),
      low: past(foot, low, 0, { value: low }),
      tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
    },
  };
}

/** A pocket in a card's corner, its mouth on the slant. */
export const diagonalPocket = defineForm({
  id: "diagonal-pocket",
  title: FORM_TITLES["diagonal-pocket"],
  purpose: "pocket",
  about: "A corner pocket whose mouth runs on the slant, so that what is inside shows.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Front", 180)],
  // in a corner of the card, its high side along the edge
  begins: ({ corner }) => ({
    x: { from: corner === "right" ? "right" : "left", by: 0 },
    y: { from: "bottom", by: 0 },
  }),
  heaviest: 250,
  draft,
});
