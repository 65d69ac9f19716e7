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
import { hole, rimNeeds } from "../paper/hole.ts";
import type { Said } from "../paper/said.ts";
import { arched, tapered } from "../paper/shape.ts";
import { flap, panel, sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { betweenWalls } from "./shared/clearance.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { roomToSpare } from "./shared/pocket.ts";
import { spineFor } from "./shared/tabPanels.ts";

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

type Input = DraftInput<z.output<typeof settings>>;

/** Plies a spine goes round beside the bag itself. */
const PLIES = 1;
/** A bow rises by this part of the height, or of the width where that is less. */
const BOW_PART = 0.2;
/** Less of a bag than this (mm) is not held by two staples. */
const LEAST_HELD = 8;

function draft(input: Input): Said {
  const { contents, stock, settings: set, setup } = input;
  const { grid } = setup;
  const { width, height, thickness } = contents;
  const across = roundUp(betweenWalls(width, 0, set.play), grid);
  const high = roundUp(set.high, grid);
  const needs = set.hang > 0 ? set.hang + 2 * rimNeeds(set.hang) : 0;
  // the bag ends below the hole; without one it reaches up to the fold
  const free = Math.max(thickness / 2 + 0.5, needs, set.over === "auto" ? 0 : high - set.over);
  const spine = spineFor(thickness, PLIES * stock.caliper, grid);
  const rise = Math.min(high, across) * BOW_PART;
  const bow = set.lowerEdge === "waved" ? arched(rise) : undefined;
  const back = panel("back", "Back", across, high, { edges: { ...(bow && { top: bow }) } });
  const drawn = bow ? { ...back, reach: [...back.reach, [across / 2, high + rise] as const] } : back;
  const [edge] =
    spine > 0 ? [flap("spine", "Edge", back.bottom, tapered({ deep: spine }), { order: 1, angle: 90 })] : [];
  const shape = tapered({ deep: high, ...(bow && { tip: bow }) });
  const front = flap("front", "Front", edge?.tip ?? back.bottom, shape, {
    order: edge ? 2 : 1,
    angle: edge ? 90 : 180,
  });
  const middle = needs / 2;
  const holes =
    set.hang > 0
      ? [
          hole("hang-back", back, [across / 2, middle], set.hang, { across: "hang" }),
          hole("hang-front", front, [across / 2, -spine - middle], set.hang, { across: "hang" }),
        ]
      : [];
  return {
    sheets: [sheet("topper", "Bag topper", [drawn, ...(edge ? [edge] : []), front], { grid, cuts: holes })],
    holds: {
      on: back,
      across,
      up: high,
      ...(edge && { depth: spine }),
      // a topper too low for its hole holds the bag's very end, and is told
      at: [across / 2, Math.min(free, high - 1) + height / 2],
      open: "one",
      gap: { width: across - width, height: 0, depth: spine > 0 ? spine - thickness : 0 },
      asks: "play",
    },
    covers: [
      {
        setting: "high",
        figure: high - free,
        least: LEAST_HELD,
        code: "topper-low",
        mends: roundUp(free + LEAST_HELD, grid),
        button: "make-higher",
      },
    ],
    finish: { kind: "close", code: "staple" },
    figures: {
      high: heightOf(back, 0.85),
      // the bag's end is drawn by nothing else: from there down is what the staples have
      over: { ...heightOf(back, 0.15, { value: high - free }), from: [across * 0.15, free] },
      hang: set.hang > 0 ? acrossHole("hang-back", back, [across / 2, middle], set.hang) : undefined,
    },
  };
}

/** A folded card that closes a bag. */
export const bagTopper = defineForm({
  id: "bag-topper",
  title: "Bag topper",
  purpose: "treat",
  about: "A card folded over a bag's mouth, stapled through, with a hole to hang it by.",
  settings,
  outside: "back",
  grounds: () => [
    // it hangs with its fold above
    { panel: "front", name: "Front", sides: { outside: 0 } },
    { panel: "back", name: "Back", sides: { outside: 180 } },
  ],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
