/**
 * Bag topper: a card folded over a bag's mouth and stapled through.
 *
 *   ┌─────────────┐             Drawn with its fold below, as the bag goes in from above; it hangs the other way up.
 *   │    back     │ high
 *   │      o      │ hole        The hole to hang it by goes through both layers, above the bag. Round what is thick two
 *   ├╌╌╌╌╌╌╌╌╌╌╌╌╌┤ fold        scores, the thickness apart.
 *   │      o      │
 *   │    front    │ high
 *   └─────────────┘
 */
import { z } from "zod";
import { autoMm, choice, mm } from "../model/setting.ts";
import { across as acrossHole, heightOf } from "../paper/figure.ts";
import { rimNeeds, through } from "../paper/hole.ts";
import { needs, type Said } from "../paper/said.ts";
import { arched, tapered } from "../paper/shape.ts";
import { flap, panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { defineForm, ground, type InputOf, unlessSet } from "./form.ts";
import { betweenWalls } from "./shared/clearance.ts";
import { roomToSpare } from "./shared/pocket.ts";
import { roundEdge, spineFor } from "./shared/tabPanels.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  play: roomToSpare(),
  high: mm("Height", 45, [20, 150], "How far it comes down over the bag."),
  over: autoMm(
    "Over the bag",
    [6, 120],
    "How much of the bag is held between its layers; what the hole leaves unless set.",
  ),
  hang: mm("Hole to hang it by", 8, [0, 12], "Across, through both layers above the bag; 0 leaves it out."),
  lowerEdge: choice(
    "Lower edge",
    { straight: "Straight", waved: "Bowed out" },
    "straight",
    "The free edge on both sides.",
  ),
});

/** A bow rises by this part of the height, or of the width where that is less. */
const BOW_PART = 0.2;
/** Less of a bag than this (mm) is not held by two staples. */
const LEAST_HELD = 8;

/** Sizes, mm: what the hole takes of the height, and how much of it the bag has to leave free. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: InputOf<typeof settings>) {
  const high = roundUp(set.high, grid);
  const head = set.hang > 0 ? set.hang + 2 * rimNeeds(set.hang) : 0;
  // the bag ends below the hole; without one it reaches up to the fold
  const free = Math.max(contents.thickness / 2 + 0.5, head, high - unlessSet(set.over, high));
  const across = roundUp(betweenWalls(contents.width, 0, set.play), grid);
  return { across, high, head, free, spine: spineFor(contents.thickness, stock.caliper, grid) };
}

function draft(input: InputOf<typeof settings>): Said {
  const { contents, stock, settings: set, setup } = input;
  const { across, high, head, free, spine } = sizesOf(input);
  const bow = set.lowerEdge === "waved" ? arched(Math.min(high, across) * BOW_PART) : undefined;
  const back = panel("back", "Back", across, high, { edges: { top: bow } });
  const { edges, on, hinge, mirror } = roundEdge(back.bottom, spine);
  const front = { ...flap("front", "Front", on, tapered({ deep: high, tip: bow }), hinge), mirror };
  const middle = [across / 2, head / 2] as const;
  const cuts = through((id) => `hang-${id}`, set.hang > 0 ? [back, front] : [], middle, set.hang, {
    across: "hang",
    widens: "high",
  });
  const mends = roundUp(free + LEAST_HELD, setup.grid);
  return {
    sheets: [sheet("topper", "Bag topper", [back, ...edges, front], { grid: setup.grid, cuts })],
    holds: {
      ...{ on: back, across, up: high, open: "one", asks: "play" },
      ...(spine > 0 && { depth: spine - stock.caliper }),
      // a topper too low for its hole holds the bag's very end, and is told
      at: [across / 2, Math.min(free, high - 1) + contents.height / 2],
      gap: {
        width: across - contents.width,
        height: 0,
        depth: spine > 0 ? spine - stock.caliper - contents.thickness : 0,
      },
    },
    covers: [needs("high", high - free, LEAST_HELD, "topper-low", { mends, button: "make-higher" })],
    finish: { kind: "close", code: "staple", fills: true },
    figures: {
      high: heightOf(back, 0.85),
      // the bag's end is drawn by nothing else: from there down is what the staples have
      over: { ...heightOf(back, 0.15, { value: high - free }), from: [across * 0.15, free] },
      hang: set.hang > 0 ? acrossHole("hang-back", back, middle, set.hang) : undefined,
    },
  };
}

/** A folded card that closes a bag. */
export const bagTopper = defineForm({
  id: "bag-topper",
  title: FORM_TITLES["bag-topper"],
  purpose: "treat",
  about: "A card folded over a bag's mouth, stapled through, with a hole to hang it by.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Front"), ground("back", "Back", 180)],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
