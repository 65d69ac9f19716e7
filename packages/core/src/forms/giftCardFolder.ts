/**
 * Gift-card folder: a card whose back carries a pocket inside, and a carrier the gift card is stuck on, which slides in.
 *
 *   ┌───────────────┬───────────────┐
 *   │               ¦               │      The pocket folds up from the foot of the back; its two tabs lie under it and
 *   │     cover     ¦     back      │      are glued on the back. What is inside slides between them.
 *   │               ¦               │
 *   └───────────────┴─┬╌╌╌╌╌╌╌╌╌╌╌┬─┘      ┌─────────┐
 *                   ╭─┤  pocket   ├─╮      │  pull   │
 *                   ╰─┴──╲_____╱──┴─╯      │ carrier │
 *                   tab             tab    └─────────┘
 *
 * Drawn from its inside; what is foiled lies on the outside of the cover.
 */
import { z } from "zod";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, heightOf, past, widthOf } from "../paper/figure.ts";
import { opens } from "../paper/motion.ts";
import type { Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { tapered, thumbCut } from "../paper/shape.ts";
import { flap, panel, part } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { leastOn, roundDown, roundNear, roundUp } from "../units/ruler.ts";
import { foiled } from "./builds/foilFrame.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { flatPocket } from "./shared/clearance.ts";
import { FRONT_PART, frontCovers, roomToSpare, sideTab, TAB_TAPER, thumb, thumbLeaves } from "./shared/pocket.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  play: roomToSpare(),
  front: autoMm("Pocket", [15, 300], "How high the pocket reaches; 65 % of what is inside unless set.", {
    follows: "height",
  }),
  beside: mm("Beside the pocket", 14, [3, 60], "From the pocket to the folder's edge."),
  above: mm("Above what is inside", 14, [3, 150], "From what is inside to the folder's upper edge."),
  tab: sideTab,
  thumb,
  pull: mm(
    "Carrier stands out",
    8,
    [0, 30],
    "How far the carrier stands out above the gift card, to pull it by; 0 leaves the carrier out.",
  ),
  foiling: choice(
    "Foil",
    { none: "None", frame: "A frame on the cover", corners: "Its four corners" },
    "none",
    "On the outside of the cover.",
  ),
});

type FolderInput = InputOf<typeof settings>;

/** Plies on one another in the closed folder, beside what it holds. */
const PLIES = 4;

/** Sizes, mm: the folder, its pocket, and what lies in it with the carrier beneath. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: FolderInput) {
  const { width, height, thickness } = contents;
  const carried = set.pull > 0;
  const thick = thickness + (carried ? stock.caliper : 0);
  const inner = roundUp(flatPocket(width, thick, set.play), grid);
  const [tab, beside] = [roundUp(set.tab, grid), roundUp(set.beside, grid)];
  const foot = thick / 2 + set.play / 2;
  const up = roundUp(foot + height + set.above, grid);
  const asked = set.front === "auto" ? roundNear(FRONT_PART * height, grid) : roundUp(set.front, grid);
  const high = Math.max(leastOn(grid), Math.min(asked, up - leastOn(grid)));
  return { carried, thick, inner, tab, beside, across: inner + 2 * tab + 2 * beside, foot, up, high };
}

function draft(input: FolderInput): Said {
  const { contents, stock, settings: set, setup } = input;
  const { carried, thick, inner, tab, beside, across, foot, up, high } = sizesOf(input);
  const back = panel("back", "Back", across, up);
  const mouth = tapered({ deep: high, tip: set.thumb > 0 ? thumbCut(set.thumb) : undefined });
  const pocket = flap("pocket", "Pocket", part(back.bottom, beside, beside), mouth, { order: 2 });
  // on a low pocket they narrow less: what is left must hold
  const ear = tapered({ deep: tab, relief: Math.min(1, high / 8), slope: Math.min(TAB_TAPER, high / 8 / tab) });
  const left = flap("left", "Left tab", pocket.start, ear, { order: 1 });
  const right = flap("right", "Right tab", pocket.end, ear, { order: 1 });
  const cover = flap("cover", "Cover", back.left, tapered({ deep: across }), { order: 3 });
  // cut by the ruler, and no wider than what is stuck on it
  const [wide, tall] = [roundDown(contents.width, setup.grid), roundDown(contents.height + set.pull, setup.grid)];
  const carrier = panel("carrier", "Carrier", wide, tall);
  const folder = [back, pocket, left, right, cover];
  return {
    sheets: [
      sheet("folder", "Folder", folder, { strokes: foiled(set.foiling, back) }),
      ...(carried ? [sheet("carrier", "Carrier", [carrier], { carries: true })] : []),
    ],
    motions: [opens("open", "Open the folder", cover)],
    holds: {
      ...{ on: back, across: inner, up, open: "one", asks: "play" },
      at: [across / 2, foot + contents.height / 2],
      closes: [cover],
    },
    glue: [left, right].map((side) => glued(side, back, { widens: "tab" })),
    covers: [frontCovers(high, contents.height), ...thumbLeaves(set.thumb, inner + 2 * tab, high)],
    finished: { width: across, height: up, thickness: PLIES * stock.caliper + thick },
    figures: {
      front: depthOf(pocket, 0.25),
      tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
      beside: past(back.right, -beside, 0.12),
      thumb: set.thumb > 0 ? past(pocket.tip, -set.thumb, 0.5) : undefined,
      pull: carried ? past(carrier.top, -set.pull, 0.5) : undefined,
    },
    measured: { "finished-width": widthOf(back, 0.75), "finished-height": heightOf(back, 0.85) },
  };
}

/** A card with a pocket for a gift card. */
export const giftCardFolder = defineForm({
  id: "gift-card-folder",
  title: FORM_TITLES["gift-card-folder"],
  purpose: "pocket",
  about: "A card with a pocket inside and a carrier that the gift card is stuck on.",
  settings,
  outside: "back",
  grounds: () => [ground("cover", "Cover", 0, 0), ground("back", "Back")],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
