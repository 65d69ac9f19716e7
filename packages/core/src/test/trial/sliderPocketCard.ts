/**
 * Slider pocket card: a flat pocket out of which a panel is pulled, and a figure on its front that rides along. What joins
 * the two goes through a slit.
 *
 *    ┌──┬─────────────┬─────────────┐      ahead ┌─┐      front ──────────┐ ┌──────────
 *    │s │   front     ¦    back     │   figure ══╡ │               ahead  │ │
 *    │t │    ┆        ¦             │            ╞═╧═╗  slit      ════════╡ ╘════════  behind
 *    │r │    ┆ slit   ¦             │            │   ║                 ───────────────  pull panel
 *    └──┴─────────────┴─────────────┘      behind└───┘      seen from the top
 *
 * The strip is glued behind the back, out of the pull panel's way. The carrier runs in the slit: its fold is as long as it
 * is wide, so the travel is the slit less that. Pull panel and figure lie on the carrier and go with it.
 */
import { z } from "zod";
import { defineForm } from "../../forms/form.ts";
import { autoMm, mm } from "../../model/setting.ts";
import { depthOf, heightOf, past, widthOf } from "../../paper/figure.ts";
import { slit } from "../../paper/hole.ts";
import { runsIn } from "../../paper/motion.ts";
import { glued } from "../../paper/seam.ts";
import { tapered, thumbCut } from "../../paper/shape.ts";
import { flap, panel, sheet } from "../../paper/sheet.ts";
import { roundDown, roundUp } from "../../units/ruler.ts";

const settings = z.strictObject({
  strip: mm("Glue strip", 10, [8, 12], "How wide the strip is that closes the pocket, behind the back."),
  free: mm("Room beside", 4, [3, 5], "How much narrower the pull panel is than the pocket."),
  slitLong: autoMm("Slit", [20, 300], "How long the slit is; it ends 20 mm from the edges unless set."),
  carrier: mm("Carrier", 12, [6, 40], "How wide the carrier is, along the slit: the travel is the slit less this."),
  figureWide: mm("Figure's width", 40, [15, 200], "How wide the figure is."),
  figureHigh: mm("Figure's height", 40, [15, 200], "How high the figure is."),
  thumb: mm("Thumb cut", 10, [0, 13], "Radius of the cut in the front's upper edge; 0 leaves it out."),
});

/** Paper that is left at both ends of the slit, and beside the figure (geometry notes). */
const END = 20;
const BESIDE = 3;
const LEAST = 0.4;
/** Each half of the carrier reaches so far from the slit. */
const HALF = 12;
/** Plies on one another: strip, back, pull panel, carrier, front, carrier, figure. */
const PLIES = 7;

export const sliderPocketCard = defineForm({
  id: "slider-pocket-card",
  title: "Slider pocket card",
  purpose: "card",
  about: "A panel is pulled out of a pocket, and a figure on the front rides along.",
  methods: ["scoring-board"],
  settings,
  outside: "front",
  heaviest: 300,
  draft({ contents, stock, settings: set, setup }) {
    const { grid } = setup;
    const [w, h] = [roundDown(contents.width, grid), roundDown(contents.height, grid)];
    // a low card keeps less at the ends, so that something moves at all
    const most = Math.max(LEAST * h, h - 2 * END);
    const long = Math.min(set.slitLong === "auto" ? most : set.slitLong, most);
    const carried = Math.min(set.carrier, long / 2);
    const wide = Math.min(set.figureWide, w - 2 * BESIDE);
    const half = roundDown(Math.min(HALF, wide / 2 - 1), grid);
    const [x, low] = [w / 2, (h - long) / 2];

    const tip = set.thumb > 0 ? { edges: { top: thumbCut(set.thumb) } } : {};
    const front = panel("front", "Front", w, h, tip);
    const back = flap("back", "Back", front.right, tapered({ deep: w }), { order: 1, angle: -180 });
    const closes = tapered({ deep: roundUp(set.strip, grid), slope: 0.1, relief: 0.5 });
    const strip = flap("strip", "Glue strip", front.left, closes, { order: 2, angle: -180 });
    const cut = slit("slit", front, [x, low], [x, low + long]);
    const pull = panel("pull", "Pull panel", w - set.free, h - 1);
    const behind = panel("behind", "Carrier, behind", half, carried);
    // the paper between its halves goes through the front: one ply, and its own
    const ahead = flap("ahead", "Carrier, in front", behind.right, tapered({ deep: half }), {
      order: 1,
      angle: 0,
      lift: 2,
    });
    const figure = panel("figure", "Figure", wide, Math.min(set.figureHigh, h - 2 * BESIDE));

    const carrier = sheet("carrier", "Carrier", [behind, ahead]);
    const pulled = sheet("pulled", "Pull panel", [pull]);
    const shown = sheet("shown", "Figure", [figure]);
    return {
      sheets: [sheet("card", "Card base", [front, back, strip], { cuts: [cut] }), carrier, pulled, shown],
      joins: [
        { sheet: carrier, onto: front, face: "back", at: [x - half, low], flip: false },
        { sheet: pulled, onto: behind, face: "back", at: [half - x + set.free / 2, -low], flip: false },
        {
          sheet: shown,
          onto: ahead,
          face: "front",
          at: [half - wide / 2, (carried - figure.height) / 2],
        },
      ],
      glue: [glued(strip, back), glued(pull, behind), glued(figure, ahead)],
      motions: [runsIn("pull", "Pull the panel", ahead, cut)],
      finished: { width: w, height: h, thickness: PLIES * stock.caliper },
      figures: {
        strip: depthOf(strip),
        carrier: heightOf(behind, 0.5),
        figureWide: widthOf(figure),
        figureHigh: heightOf(figure),
        thumb: set.thumb > 0 ? past(front.top, -set.thumb, 0.5) : undefined,
      },
    };
  },
});
