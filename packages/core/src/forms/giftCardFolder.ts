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
import { line, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Stroke } from "../model/piece.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, heightOf, past, widthOf } from "../paper/figure.ts";
import { opens } from "../paper/motion.ts";
import type { Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { tapered, thumbCut } from "../paper/shape.ts";
import { flap, panel, part, sheet } from "../paper/sheet.ts";
import { roundDown, roundNear, roundUp } from "../units/ruler.ts";
import { flatPocket } from "./shared/clearance.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { FRONT_PART, frontCovers, roomToSpare, sideTab, TAB_TAPER, thumb, thumbLeaves } from "./shared/pocket.ts";

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

type Input = DraftInput<z.output<typeof settings>>;

/** Foil keeps this far from the cover's edge, mm, and a corner's two lines are so long. */
const FOIL_IN = 6;
const FOIL_CORNER = 14;

/** What is foiled, on the cover as it is drawn: to the left of the back. */
function foiled(kind: Input["settings"]["foiling"], width: number, height: number): Stroke[] {
  const [left, right, low, high] = [FOIL_IN - width, -FOIL_IN, FOIL_IN, height - FOIL_IN];
  const corners: readonly Point[] = [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ];
  const stroke = (id: string, path: Stroke["path"]): Stroke => ({ id, role: "foil", face: "back", path });
  if (kind === "none" || right - left < 2 * FOIL_CORNER || high - low < 2 * FOIL_CORNER) return [];
  if (kind === "frame") return [stroke("foil-frame", polygon(corners))];
  return corners.map(([x, y], i) => {
    const [dx, dy] = [x === left ? FOIL_CORNER : -FOIL_CORNER, y === low ? FOIL_CORNER : -FOIL_CORNER];
    return stroke(`foil-corner-${String(i + 1)}`, [line([x + dx, y], [x, y]), line([x, y], [x, y + dy])]);
  });
}

function draft({ contents, stock, settings: set, setup: { grid } }: Input): Said {
  const { width, height, thickness } = contents;
  const carried = set.pull > 0;
  // the carrier lies under what is stuck on it
  const thick = thickness + (carried ? stock.caliper : 0);
  const inner = roundUp(flatPocket(width, thick, set.play), grid);
  const tab = roundUp(set.tab, grid);
  const beside = roundUp(set.beside, grid);
  const across = inner + 2 * tab + 2 * beside;
  const foot = thick / 2 + set.play / 2;
  const up = roundUp(foot + height + set.above, grid);
  const asked = set.front === "auto" ? roundNear(FRONT_PART * height, grid) : roundUp(set.front, grid);
  const high = Math.max(grid, Math.min(asked, up - grid));

  const back = panel("back", "Back", across, up);
  const mouth = set.thumb > 0 ? { tip: thumbCut(set.thumb) } : {};
  const pocket = flap("pocket", "Pocket", part(back.bottom, beside, beside), tapered({ deep: high, ...mouth }), {
    order: 2,
  });
  // on a low pocket they narrow less: what is left must hold
  const ear = tapered({ deep: tab, relief: Math.min(1, high / 8), slope: Math.min(TAB_TAPER, high / 8 / tab) });
  const left = flap("left", "Left tab", pocket.start, ear, { order: 1 });
  const right = flap("right", "Right tab", pocket.end, ear, { order: 1 });
  const cover = flap("cover", "Cover", back.left, tapered({ deep: across }), { order: 3 });
  // cut by the ruler, and no wider than what is stuck on it
  const carrier = panel("carrier", "Carrier", roundDown(width, grid), roundDown(height + set.pull, grid));
  return {
    sheets: [
      sheet("folder", "Folder", [back, pocket, left, right, cover], { strokes: foiled(set.foiling, across, up) }),
      ...(carried ? [sheet("carrier", "Carrier", [carrier], { carries: true })] : []),
    ],
    motions: [opens("open", "Open the folder", cover)],
    holds: {
      on: back,
      across: inner,
      up,
      at: [across / 2, foot + height / 2],
      open: "one",
      asks: "play",
      closes: [cover],
    },
    glue: [glued(left, back, { widens: "tab" }), glued(right, back, { widens: "tab" })],
    covers: [frontCovers(high, height), ...thumbLeaves(set.thumb, inner + 2 * tab, high)],
    finished: { width: across, height: up, thickness: 4 * stock.caliper + thick },
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
  title: "Gift-card folder",
  purpose: "pocket",
  about: "A card with a pocket inside and a carrier that the gift card is stuck on.",
  settings,
  outside: "back",
  grounds: () => [
    { panel: "cover", name: "Cover", sides: { outside: 0, inside: 0 } },
    { panel: "back", name: "Back", sides: { outside: 0 } },
  ],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
