/**
 * Side-tab pocket: a back, a front that folds up over it, tabs at the back's sides that hold the two together, and a thumb
 * cut to grip by.
 *
 *        ┌───────────────┐
 *        │               │         The tabs are glued under the front, where they do not show, or on it. What is inside
 *        │     back      │         stands out above the front, which reaches 65 % of the way unless set.
 *      ╱┌┼───────────────┼┐╲
 *     │  │               │  │ tab  With a low back it is a library pocket: what is inside stands out above both. With a
 *      ╲└┼───────────────┼┘╱       high front it is a sleeve, and one that opens at the side holds what is long.
 *        │     front     │
 *        └────╲___╱──────┘ thumb
 *
 *        ┌────╱‾‾‾╲──────┐ thumb   Glued straight on a panel it needs no back: three tabs are folded behind the front, and
 *      ╱┌┤     front     ├┐╲       the panel they are glued on is its back.
 *     │  │               │  │ tab
 *      ╲└┼───────────────┼┘╱
 *        └╲─────────────╱┘
 */
import { z } from "zod";
import { autoMm, choice } from "../model/setting.ts";
import { depthOf, heightOf, past } from "../paper/figure.ts";
import type { Held, Said } from "../paper/said.ts";
import { glued, TAPE_MARGIN } from "../paper/seam.ts";
import { arched, tapered, thumbCut } from "../paper/shape.ts";
import { flap, panel, part, type Rectangle, sheet } from "../paper/sheet.ts";
import { roundNear, roundUp } from "../units/ruler.ts";
import { flatPocket } from "./shared/clearance.ts";
import { closures, refuses } from "./shared/closure.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { FRONT_PART, frontCovers, roomToSpare, sideTab, TAB_TAPER, thumb, thumbLeaves } from "./shared/pocket.ts";
import { closedPocket } from "./shared/pocketClosure.ts";

const settings = z.strictObject({
  play: roomToSpare(),
  opens: choice("Opens at", { upper: "The upper edge", side: "The side" }, "upper", "Where what is inside goes in."),
  behind: choice(
    "Behind it",
    { back: "A back of its own", panel: "The panel it is glued on" },
    "back",
    "On a panel three tabs do: they are folded behind the front and glued there.",
  ),
  back: autoMm("Back", [15, 400], "How high the back stands; as high as what is inside unless set."),
  front: autoMm("Front", [15, 300], "How high the front reaches; 65 % of what is inside unless set.", {
    follows: "height",
  }),
  tab: sideTab,
  tabs: choice("Tabs", { under: "Under the front", over: "On the front" }, "under", "Where the tabs are glued."),
  mouth: choice("Mouth", { straight: "Straight", dip: "Drawn in" }, "straight", "The front's upper edge."),
  thumb,
  closure: closures("open", "mouth", "seal", "band"),
});

/** Side tabs above a lower one are at least so long, mm. */
const LEAST_SIDE = 15;
/** A mouth that is drawn in dips by so much of its length. */
const DIP_PART = 0.12;

type Input = DraftInput<z.output<typeof settings>>;

/** What both builds share, mm: the room across and up, how high the front is, its tabs, its upper edge. */
function figuresOf({ contents, settings: set, setup: { grid } }: Input) {
  const { thickness } = contents;
  const turned = set.opens === "side";
  const [width, height] = turned ? [contents.height, contents.width] : [contents.width, contents.height];
  const across = roundUp(flatPocket(width, thickness, set.play), grid);
  // at its mouth the paper need not reach round
  const whole = roundUp(flatPocket(height, thickness / 2, set.play), grid);
  const up = set.back === "auto" ? whole : Math.max(2 * grid, roundUp(set.back, grid));
  const asked = set.front === "auto" ? roundNear(FRONT_PART * Math.min(up, whole), grid) : roundUp(set.front, grid);
  const tab = Math.min(roundUp(set.tab, grid), across / 2 - 2);
  return { turned, height, across, whole, up, asked, tab };
}

/** The front's upper edge: straight, cut for a thumb, or drawn in, which is a hold by itself. */
function mouthOf({ settings: set }: Input, across: number, high: number) {
  const dip = Math.min(across * DIP_PART, high / 3);
  const isCut = set.mouth === "straight" && set.thumb > 0;
  const edge = set.mouth === "dip" ? arched(-dip) : isCut ? thumbCut(set.thumb) : undefined;
  /** a mouth that dips leaves less to hide a tab behind: as much less as it has dipped at the tab's inner edge */
  const bared = (tab: number): number => (set.mouth === "dip" ? 4 * dip * (tab / across) * (1 - tab / across) : 0);
  return { edge, isCut, dip, bared };
}

/** Where things lie in it, on the panel that is drawn first, and what is looked after. */
function heldOn(input: Input, on: Rectangle, isOpen: boolean): Held {
  const { contents, settings: set } = input;
  const { turned, height, across, whole, up } = figuresOf(input);
  return {
    on,
    across,
    up: Math.max(up, whole),
    turned: turned ? 90 : 0,
    ...(isOpen && { open: "one", at: [across / 2, (contents.thickness + set.play + height) / 2] }),
    asks: "play",
  };
}

/** A front with three tabs behind it: what it is glued on is its back. */
function draftOnPanel(input: Input): Said {
  const { settings: set, stock, setup } = input;
  const { height, across, whole, asked, tab: wide } = figuresOf(input);
  const high = Math.max(roundUp(wide + LEAST_SIDE, setup.grid), Math.min(asked, whole));
  const { edge, isCut, bared } = mouthOf(input, across, high);
  const front = panel("front", "Front", across, high, { edges: { ...(edge && { top: edge }) } });
  const shape = tapered({ deep: wide, relief: Math.max(1, 2 * stock.caliper), slope: TAB_TAPER });
  const lower = flap("lower", "Lower tab", front.bottom, shape, { order: 1 });
  // the side tabs end above the lower one: all three lie on the panel
  const above = Math.min(bared(wide), (high - wide) / 2);
  const left = flap("left", "Left tab", part(front.left, above, wide), shape, { order: 1 });
  const right = flap("right", "Right tab", part(front.right, wide, above), shape, { order: 1 });
  const run = across + 2 * (high - wide);
  return {
    sheets: [sheet("pocket", "Pocket", [front, left, right, lower])],
    holds: heldOn(input, front, true),
    covers: [frontCovers(high, height), ...(isCut ? thumbLeaves(set.thumb, across, high) : [])],
    stands: { on: [left, right, lower], widens: "tab" },
    // what closes over it would have to be glued behind its back
    refused: set.closure === "open" ? [] : refuses("no-back", "open").refused,
    finish: {
      kind: "glue",
      code: "glue-by-tabs",
      beforeFilling: true,
      held: { run, wide: wide - 2 * TAPE_MARGIN },
    },
    figures: {
      front: heightOf(front, 0.3),
      tab: depthOf(left, 0.5, { lights: ["left", "right", "lower"] }),
      thumb: isCut ? past(front.top, -set.thumb, 0.5) : undefined,
    },
  };
}

/** A back and a front that folds up over it. */
function draftWithBack(input: Input): Said {
  const { settings: set, stock, setup } = input;
  const { height, across, whole, up, asked, tab: wide } = figuresOf(input);
  const high = Math.max(setup.grid, Math.min(asked, up - setup.grid));
  const { edge, isCut, dip, bared } = mouthOf(input, across, high);
  const under = set.tabs === "under";
  const [first, last] = under ? [1, 2] : [2, 1];

  const back = panel("back", "Back", across, up);
  const shape = tapered({ deep: wide, relief: Math.max(1, 2 * stock.caliper), slope: TAB_TAPER });
  const tall = Math.max(high / 2, high - bared(wide));
  const left = flap("left", "Left tab", part(back.left, up - tall, 0), shape, { order: first });
  const right = flap("right", "Right tab", part(back.right, 0, up - tall), shape, { order: first });
  const mouth = edge ? { tip: edge } : {};
  const front = flap("front", "Front", back.bottom, tapered({ deep: high, relief: 0.5, ...mouth }), { order: last });
  const { closes, cuts, sheets, glue, ...shut } = closedPocket(set.closure, {
    ...{ back, front, high, cut: set.mouth === "dip" ? dip : isCut ? set.thumb : 0 },
    ...{ contents: input.contents, stock, setup, standsOut: up < whole, after: 2 },
  });
  return {
    ...shut,
    sheets: [sheet("pocket", "Pocket", [back, left, right, front], { cuts }), ...sheets],
    // past a back that stands lower what is inside stands out
    holds: { ...heldOn(input, back, up !== whole), closes },
    covers: [frontCovers(high, height), ...(isCut ? thumbLeaves(set.thumb, across, high) : [])],
    glue: [
      ...[left, right].map((side) =>
        under ? glued(front, side, { widens: "tab" }) : glued(side, front, { widens: "tab" }),
      ),
      ...glue,
    ],
    figures: {
      front: depthOf(front, 0.3),
      back: heightOf(back, 0.7),
      tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
      thumb: isCut ? past(front.tip, -set.thumb, 0.5) : undefined,
    },
  };
}

/** A pocket open at the top, closed by a tab at each side; it lies on a card or stands alone. */
export const sideTabPocket = defineForm({
  id: "side-tab-pocket",
  title: "Side-tab pocket",
  purpose: "pocket",
  about: "An open pocket: the front folds up and two tabs hold it.",
  settings,
  outside: "back",
  // a front that folds up is read upside down
  grounds: ({ behind }) => [{ panel: "front", name: "Front", sides: { outside: behind === "panel" ? 0 : 180 } }],
  heaviest: 250,
  variants: [
    {
      title: "Library pocket",
      about: "Low behind and in front, so that what is inside stands out to be drawn.",
      settings: ({ height }) => ({ back: 0.75 * height, front: 0.55 * height, mouth: "dip" }),
    },
    {
      title: "Sleeve",
      about: "Covers all but a thumb's width and stays flat, for a certificate or anything long.",
      settings: ({ width, height }) =>
        width > height ? { opens: "side", front: width - 4 } : { opens: "upper", front: height - 4 },
    },
  ],
  draft: (input) => (input.settings.behind === "panel" ? draftOnPanel(input) : draftWithBack(input)),
});
