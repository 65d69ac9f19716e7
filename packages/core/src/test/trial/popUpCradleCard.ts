/**
 * Pop-up cradle: a card with a strip glued on both sides of its fold. As the card opens the strip's two free panels rise,
 * and lift what is glued to one of them.
 *
 *   ┌───────────┬───────────┐          open by θ        R        P, Q  one step k up either side
 *   │ back    ┌─┴─┬───┐front│                         ╱   ╲      R     the crease that rises
 *   │   glued │   ¦   │glued│                       P       Q
 *   │         └─┬─┴───┘     │                         ╲ θ ╱      strip 4k long: glued, free, free, glued
 *   └───────────┴───────────┘                           O
 *
 * The figure lies on the outside of the free panel, so that it clears the crease. Closed, it sticks out from the fold by k
 * and its own length, and must stay inside the card.
 */
import { z } from "zod";
import { defineForm } from "../../forms/form.ts";
import { autoMm, choice, mm } from "../../model/setting.ts";
import { depthOf, heightOf, widthOf } from "../../paper/figure.ts";
import { opens } from "../../paper/motion.ts";
import { glued } from "../../paper/seam.ts";
import { tapered } from "../../paper/shape.ts";
import { flap, panel, sheet } from "../../paper/sheet.ts";
import { roundDown } from "../../units/ruler.ts";

const settings = z.strictObject({
  fold: choice("Folds", { side: "At the side", top: "At the top" }, "side", "Where the card's fold lies."),
  step: mm("Step", 20, [10, 60], "How far from the fold the strip leaves the card: it is four steps long."),
  strip: mm("Strip", 40, [15, 300], "How wide the strip is, along the fold."),
  figureLong: autoMm("Figure", [15, 300], "How far the figure reaches; as far as the card hides it unless set."),
  figureWide: mm("Figure's width", 50, [10, 300], "How wide the figure is, along the fold."),
});

/** What is inside stays this far from the card's edge (geometry notes). */
const INSIDE = 3;
/** Plies on one another in the closed card: both panels, two of the strip, the figure. */
const PLIES = 5;

export const popUpCradleCard = defineForm({
  id: "pop-up-cradle-card",
  title: "Pop-up cradle card",
  purpose: "card",
  about: "A strip across the fold lifts a figure when the card opens.",
  methods: ["scoring-board"],
  settings,
  outside: "front",
  heaviest: 250,
  draft({ contents, stock, settings: set, setup }) {
    const { grid } = setup;
    const [w, h] = [roundDown(contents.width, grid), roundDown(contents.height, grid)];
    const [deep, along] = set.fold === "side" ? [w, h] : [h, w];
    const most = along - 2 * INSIDE;
    // closed, the strip reaches two steps from the fold
    const k = Math.max(grid, roundDown(Math.min(set.step, (deep - INSIDE) / 2), grid));
    const [wide, across] = [Math.min(set.strip, most), Math.min(set.figureWide, most)];
    const long = Math.min(set.figureLong === "auto" ? Infinity : set.figureLong, deep - INSIDE - k);

    const back = panel("back", "Back", w, h);
    const hung = set.fold === "side" ? back.right : back.bottom;
    const front = flap("front", "Front", hung, tapered({ deep }), { order: 2, angle: -180 });
    const base = panel("base", "Glued end", k, wide);
    const step = tapered({ deep: k });
    // closed, the strip lies open but for its middle
    const riser = flap("riser", "Riser", base.right, step, { order: 1, angle: 0 });
    const brace = flap("brace", "Brace", riser.tip, step, { order: 1 });
    const foot = flap("foot", "Other glued end", brace.tip, step, { order: 1, angle: 0 });
    const figure = panel("figure", "Figure", long, across);

    const strip = sheet("strip", "Strip", [base, riser, brace, foot]);
    const shown = sheet("shown", "Figure", [figure]);
    const middle = (along - wide) / 2;
    const lies = set.fold === "side" ? ({ at: [w, middle] } as const) : ({ at: [middle, 0], turned: -90 } as const);
    return {
      sheets: [sheet("card", "Card base", [back, front]), strip, shown],
      joins: [
        { sheet: strip, onto: back, face: "back", ...lies },
        { sheet: shown, onto: riser, face: "back", at: [k + long, (wide - across) / 2] },
      ],
      glue: [glued(base, back), glued(foot, front), glued(figure, riser)],
      motions: [opens("open", "Open the card", front)],
      finished: { width: w, height: h, thickness: PLIES * stock.caliper },
      figures: {
        step: depthOf(riser),
        strip: heightOf(base, 0.5),
        figureLong: widthOf(figure),
        figureWide: heightOf(figure),
      },
    };
  },
});
