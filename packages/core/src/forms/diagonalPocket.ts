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
import { boundsOf, insetConvex, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, past } from "../paper/figure.ts";
import type { Laid, Said } from "../paper/said.ts";
import { glued, type Glued } from "../paper/seam.ts";
import { tapered } from "../paper/shape.ts";
import { type Flap, flap, outlined, panel, part, sheet, type Sheet } from "../paper/sheet.ts";
import { roundNear, roundUp } from "../units/ruler.ts";
import { flatPocket } from "./shared/clearance.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { COVERED_PART, roomToSpare, sideTab, TAB_TAPER } from "./shared/pocket.ts";

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

type Input = DraftInput<z.output<typeof settings>>;

const HIGH_PART = 0.7;
const LOW_PART = 0.36;
/** The low side covers its corner by at least so much, mm. */
const CORNER_MM = 6;

/** The front: a flap whose free edge runs on the slant. */
const slanted = (deepAtStart: number, deepAtEnd: number) => (long: number) => ({
  relief: 0.5,
  deep: Math.max(deepAtStart, deepAtEnd),
  corners: [
    [0.5, deepAtStart],
    [long - 0.5, deepAtEnd],
  ] as const,
});

/** A layer on the front with an even border, or none where the front is too small for one. */
function coverOn(
  front: Flap,
  border: number,
  grid: number,
): { readonly sheet: Sheet; readonly laid: Laid; readonly glue: Glued } | undefined {
  const drawn = insetConvex(
    front.corners.map(([x, y]): Point => [x, y]),
    border,
  );
  if (drawn.length < 3) return undefined;
  const { left, right, bottom, top } = boundsOf(drawn);
  // it is drawn as one looks at it: from outside, mirrored
  const seen = drawn.map(([x, y]): Point => [right - x, y - bottom]).reverse();
  const layer = outlined("cover", "Cover layer", { width: right - left, height: top - bottom }, polygon(seen));
  const own = sheet("cover", "Cover layer", [layer], {
    blank: { width: roundUp(right - left, grid), height: roundUp(top - bottom, grid) },
  });
  return {
    sheet: own,
    laid: { sheet: own, onto: front, face: "back", at: [right, bottom] },
    glue: glued(layer, front),
  };
}

/** A hair of the foot, for a figure that stands on it. */
const footAt = (x: number) => ({ from: [x - 0.1, 0] as const, to: [x + 0.1, 0] as const });

function draft({ contents, stock, settings: set, setup: { grid } }: Input): Said {
  const { width, height, thickness } = contents;
  const across = roundUp(flatPocket(width, thickness, set.play), grid);
  const up = roundUp(flatPocket(height, thickness / 2, set.play), grid);
  const relief = Math.max(1, 2 * stock.caliper);
  const most = up - grid;
  const reach = (asked: number | "auto", usual: number): number =>
    Math.min(asked === "auto" ? roundNear(usual * up, grid) : roundUp(asked, grid), most);
  const low = Math.max(reach(set.low, LOW_PART), Math.min(grid, most));
  const high = Math.max(reach(set.high, HIGH_PART), low);
  const wide = Math.min(roundUp(set.tab, grid), across / 2 - 2);
  const [atLeft, atRight] = set.corner === "left" ? [high, low] : [low, high];

  const back = panel("back", "Back", across, up);
  const tab = tapered({ deep: wide, relief: Math.min(relief, low / 6), slope: TAB_TAPER });
  const left = flap("left", "Left tab", part(back.left, up - atLeft, 0), tab, { order: 1 });
  const right = flap("right", "Right tab", part(back.right, 0, up - atRight), tab, { order: 1 });
  const front = flap("front", "Front", back.bottom, slanted(atLeft, atRight), { order: 2 });
  const cover = set.overlay === "layer" ? coverOn(front, set.border, grid) : undefined;
  return {
    sheets: [sheet("pocket", "Pocket", [back, left, right, front]), ...(cover ? [cover.sheet] : [])],
    joins: cover ? [cover.laid] : [],
    holds: { on: back, across, up, asks: "play" },
    covers: [
      { setting: "high", figure: high, least: COVERED_PART * height, code: "tips-out" },
      // on the slant the low corner is covered a little further up than the edge
      { setting: "low", figure: low, least: CORNER_MM, code: "corner-out" },
    ],
    glue: [
      glued(front, left, { widens: "tab" }),
      glued(front, right, { widens: "tab" }),
      ...(cover ? [cover.glue] : []),
    ],
    figures: {
      high: depthOf(front, set.corner === "left" ? 0.98 : 0.02, { value: high }),
      low: past(
        // a mm of the foot at the low side, walked with the front on its left
        { panel: "front", ...(set.corner === "left" ? footAt(across - 1) : footAt(1)) },
        low,
        0,
        { value: low },
      ),
      tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
    },
  };
}

/** A pocket in a card's corner, its mouth on the slant. */
export const diagonalPocket = defineForm({
  id: "diagonal-pocket",
  title: "Diagonal pocket",
  purpose: "pocket",
  about: "A corner pocket whose mouth runs on the slant, so that what is inside shows.",
  settings,
  outside: "back",
  grounds: () => [{ panel: "front", name: "Front", sides: { outside: 180 } }],
  heaviest: 250,
  draft,
});
