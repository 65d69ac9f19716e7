/**
 * Note folder: a back, a cover that folds over it from the left, and tabs at the foot and the side that hold it shut.
 *
 *   ┌──────────┬──────────┐
 *   │          ╎          ├╮
 *   │  cover   ╎   back   ╎│ side    The tabs fold first and are glued under the cover. It is filled from the top.
 *   │          ╎          ├╯
 *   └──────────┴┬╌╌╌╌╌╌╌╌┬┘
 *               ╰────────╯ foot
 */
import { z } from "zod";
import { mm } from "../../model/setting.ts";
import { depthOf } from "../../paper/figure.ts";
import { glued } from "../../paper/seam.ts";
import { tapered } from "../../paper/shape.ts";
import { flap, panel } from "../../paper/panel.ts";
import { sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";
import { flatPocket } from "../../forms/shared/clearance.ts";
import { defineForm } from "../../forms/form.ts";

const settings = z.strictObject({
  play: mm("Room to spare", 1.5, [0, 10], "Free room on each axis, beyond what the thickness takes."),
  tabs: mm("Tabs", 12, [8, 25], "How far the tabs reach in under the cover."),
});

/** Tabs narrow by so much in a mm (10°), so that none shows past the cover's edges. */
const SLOPE = Math.tan((10 * Math.PI) / 180);

/** A cover folded over a back and glued to two tabs. */
export const noteFolder = defineForm({
  id: "note-folder",
  title: "Note folder",
  purpose: "pocket",
  about: "A cover over a back, glued at the foot and the side, open at the top.",
  settings,
  outside: "back",
  heaviest: 250,
  draft({ contents, stock, settings: set, setup }) {
    const { width, height, thickness } = contents;
    const across = roundUp(flatPocket(width, thickness, set.play), setup.grid);
    // at its mouth the paper need not reach round
    const up = roundUp(flatPocket(height, thickness / 2, set.play), setup.grid);
    const relief = Math.max(1, 2 * stock.caliper);
    const deep = Math.min(roundUp(set.tabs, setup.grid), across / 2 - 2, up / 2 - 2);

    const back = panel("back", "Back", across, up);
    const tab = tapered({ deep, relief, slope: SLOPE });
    const foot = flap("foot", "Foot", back.bottom, tab, { order: 1 });
    const side = flap("side", "Side tab", back.right, tab, { order: 2 });
    const cover = flap("cover", "Cover", back.left, tapered({ deep: across - 0.5, relief: 0.5 }), { order: 3 });

    return {
      sheets: [sheet("folder", "Folder", [back, foot, side, cover])],
      holds: { on: back, across, up, asks: "play" },
      glue: [foot, side].map((under) => glued(cover, under, { widens: "tabs" })),
      figures: { tabs: depthOf(foot, 0.5, { lights: ["foot", "side"] }) },
    };
  },
});
