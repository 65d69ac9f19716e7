/**
 * Cradle: a strip across the fold of a card, which rises when the card opens, and what it lifts.
 *
 *     inside of a card that opens sideways
 *   ┌───────────────┬───────────────┐
 *   │             ┌─┼─┬───┐         │      It lies on one panel, its edge in the fold, and is glued to the other as well.
 *   │       front │ │ ¦   │ back    │      Where it lies along the fold is its rule; across it, there is no choice.
 *   │             └─┼─┴───┘         │
 *   └───────────────┴───────────────┘
 */
import { z } from "zod";
import { cradlePanels } from "../forms/shared/cradlePanels.ts";
import { mm } from "../model/setting.ts";
import { depthOf, heightOf, widthOf } from "../paper/figure.ts";
import { glued } from "../paper/seam.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { defineKind } from "./kind.ts";

/** What is lifted stays this far from the card's edge. */
const INSIDE = 3;
/** Parts of the ground that a fresh one takes: its step, and how wide it is along the fold. */
const STEP_PART = 1 / 6;
const WIDE_PART = 1 / 3;

/** A strip that rises when the card opens. */
export const cradle = defineKind({
  id: "cradle",
  title: "Pop-up cradle",
  about: "A strip across the fold that lifts something when the card opens.",
  asks: ["stock"],
  fits: true,
  acrossFold: true,
  settings: z.object({
    step: mm("Step", 18, [8, 60], "How far from the fold it leaves the card."),
    wide: mm("Strip", 30, [12, 300], "How wide it is, along the fold."),
    reaches: mm("Reaches", 60, [12, 300], "How far what it lifts reaches, off the fold."),
    across: mm("Width of it", 45, [12, 300], "How wide what it lifts is, along the fold."),
  }),
  usual({ width, height }, grid) {
    const short = Math.min(width, height);
    const step = Math.max(8, roundDown(short * STEP_PART, grid));
    const across = Math.max(12, roundDown(short * WIDE_PART * 1.6, grid));
    return {
      step,
      wide: Math.max(12, roundDown(short * WIDE_PART, grid)),
      reaches: Math.max(12, roundDown(short - step - INSIDE, grid)),
      across,
    };
  },
  draft({ name, set, stock, setup }) {
    const k = Math.max(setup.grid, roundDown(set.step, setup.grid));
    const { base, riser, brace, foot } = cradlePanels({ k, wide: set.wide });
    const strip = sheet("strip", `${name}: strip`, [base, riser, brace, foot], { stock });
    const lifted = panel("cradle", name, set.reaches, set.across);
    const shown = sheet("lifted", name, [lifted], { stock });
    return {
      said: {
        sheets: [strip, shown],
        joins: [
          {
            ...{ sheet: shown, onto: riser, face: "back", told: "glue-riser" },
            origin: [k + set.reaches, (set.wide - set.across) / 2],
          },
        ],
        glue: [glued(lifted, riser, { web: true })],
        figures: {
          step: depthOf(riser),
          wide: heightOf(base, 0.5),
          reaches: widthOf(lifted),
          across: heightOf(lifted),
        },
      },
      across: foot.id,
      ground: lifted.id,
    };
  },
});
