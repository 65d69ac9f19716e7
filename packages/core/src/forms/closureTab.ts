/**
 * Closure tab: a small strip that goes round the edge of a closed envelope and holds the flap down.
 *
 *      ╭─────────╮
 *      │  front  │ reach      One score up to 1.5 mm of thickness; thicker holders take two, the thickness apart,
 *      ├╌╌╌╌╌╌╌╌╌┤            so that the tab lies flat on both sides.
 *      │  back   │ reach      The drawn face is the outside; the back is glued.
 *      └─────────┘
 *        width
 */
import { z } from "zod";
import { choice, mm } from "../model/setting.ts";
import { depthOf, widthOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { TAPE_MARGIN } from "../paper/seam.ts";
import { sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { spineFor, tabPanels } from "./shared/tabPanels.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  width: mm("Width", 25, [10, 120], "Along the edge it holds."),
  reach: mm("Reach", 25, [10, 120], "On the front, from the edge."),
  backReach: mm("Reach behind", 25, [10, 120], "On the back, where it is glued."),
  ends: choice(
    "Ends",
    { round: "Round", point: "Pointed", straight: "Straight" },
    "round",
    "The end that shows on the front, and the one behind.",
  ),
});

type TabInput = DraftInput<z.output<typeof settings>>;

function draft({ contents, stock, settings: set, setup: { grid } }: TabInput): Said {
  const width = roundUp(set.width, grid);
  const [reach, behind] = [roundUp(set.reach, grid), roundUp(set.backReach, grid)];
  const spine = spineFor(contents.thickness, stock.caliper, grid);
  const { back, panels, front } = tabPanels({ width, reach, behind, spine, ends: set.ends });
  return {
    sheets: [sheet("tab", "Closure tab", panels)],
    size: { width, height: reach },
    figures: { width: widthOf(back), reach: depthOf(front) },
    finish: { kind: "close", code: "fit-tab", held: { run: behind, wide: width - 2 * TAPE_MARGIN } },
  };
}

/** A small tab that holds a holder closed. */
export const closureTab = defineForm({
  id: "closure-tab",
  title: FORM_TITLES["closure-tab"],
  purpose: "part",
  about: "A small strip round the edge that holds a flap down.",
  settings,
  outside: "front",
  heaviest: 250,
  draft,
});
