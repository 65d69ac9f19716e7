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
 * is wide, so the travel is the slit less that, and so much of the pull panel comes to light above. Pull panel and figure
 * lie on the carrier and go with it; no glue where anything slides.
 */
import { z } from "zod";
import { shapes } from "../catalogue/shapes.ts";
import type { Point } from "../geometry/point.ts";
import { autoMm, mm } from "../model/setting.ts";
import { alongSlit, depthOf, fromEdge, heightOf, past, widthOf } from "../paper/figure.ts";
import { hole, slit } from "../paper/hole.ts";
import { runsIn } from "../paper/motion.ts";
import { type Covering, laid, needs, type Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { tapered, thumbCut } from "../paper/shape.ts";
import { type Drawn, flap, panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown, roundUp, someDown } from "../units/ruler.ts";
import { defineForm, ground, type InputOf, unlessSet } from "./form.ts";
import { cardSize } from "./shared/foldedCard.ts";
import { cutTo, outlineChoice, outlineIn, ownOutline } from "./shared/outlines.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  stripWide: mm("Glue strip", 10, [8, 12], "How wide the strip is that closes the pocket, behind the back."),
  free: mm("Room beside", 4, [3, 5], "How much narrower the pull panel is than the pocket."),
  slitLong: autoMm("Slit", [20, 300], "How long the slit is; it ends well off the edges unless set.", {
    follows: "height",
  }),
  slitFrom: autoMm("Slit from the left", [10, 300], "From the left edge to the slit; in the middle unless set."),
  carrier: mm("Carrier", 12, [6, 60], "How long the carrier is, along the slit: the travel is the slit less this."),
  figure: outlineChoice("Figure", shapes, "round", "The outline of what rides along on the front."),
  drawn: ownOutline(),
  figureWide: mm("Figure's width", 40, [10, 250], "How wide the figure is."),
  figureHigh: mm("Figure's height", 40, [10, 250], "How high the figure is."),
  thumb: mm("Thumb cut", 10, [0, 13], "Radius of the cut in the front's upper edge; 0 leaves it out."),
  tie: mm("Hole for a ribbon", 0, [0, 6], "Across, near the pull panel's upper edge, to pull by; 0 leaves it out."),
});

type SliderInput = InputOf<typeof settings>;

/** Paper that is left at both ends of the slit, and beside the figure (geometry notes). */
const END = 20;
const BESIDE = 3;
/** A low card keeps less at the ends, so that something moves at all. */
const LEAST = 0.4;
/** Each half of the carrier reaches so far from the slit. */
const HALF = 12;
/** Plies on one another: strip, back, pull panel, carrier, front, carrier, figure. */
const PLIES = 7;
/** The ribbon's hole stands so far below the pull panel's edge. */
const TIE_BELOW = 9;

/** Sizes, mm: the slit with its place, how much of it the carrier takes, how far each half of that reaches. */
function sizesOf(input: SliderInput) {
  const { settings: set, setup } = input;
  const { w, h } = cardSize(input);
  const most = Math.max(LEAST * h, h - 2 * END);
  const long = Math.min(unlessSet(set.slitLong, most), most);
  const x = Math.min(Math.max(unlessSet(set.slitFrom, w / 2), 2 * BESIDE), w - 2 * BESIDE);
  // more than half the slit, and it would hardly move
  const carried = Math.min(set.carrier, long / 2);
  const half = someDown(Math.min(HALF, x - BESIDE, w - x - BESIDE), setup.grid);
  return { w, h, long, low: (h - long) / 2, x, carried, half, travel: long - carried };
}

/** The figure covers the carrier it rides on, and stays beside the card's edges. */
function watched(
  { settings: set }: SliderInput,
  { w, x, half, carried }: ReturnType<typeof sizesOf>,
): readonly Covering[] {
  const room = Math.min(x, w - x);
  const larger = (least: number) => ({ mends: least + 2, button: "figure-larger" });
  const smaller = { mends: Math.max(10, 2 * (room - BESIDE)), button: "figure-smaller" };
  return [
    needs("figureWide", set.figureWide, 2 * half, "carrier-seen", larger(2 * half)),
    needs("figureHigh", set.figureHigh, carried, "carrier-seen", larger(carried)),
    needs("figureWide", room - set.figureWide / 2, BESIDE, "figure-past", smaller),
  ];
}

/** Where the slit stands below the thumb cut, paper is left between the two. */
const underThumb = ({ settings: { thumb } }: SliderInput, { w, x, low }: ReturnType<typeof sizesOf>) =>
  thumb > 0 && Math.abs(x - w / 2) < thumb + BESIDE
    ? [needs("thumb", low - thumb, BESIDE, "notch-deep", { mends: Math.max(0, roundDown(low - BESIDE, 0.5)) })]
    : [];

/** What runs in the slit: the carrier with its halves on either side of the front, the pull panel and the figure on it. */
function ridingOn(
  { settings: set, setup: { grid } }: SliderInput,
  { w, h, x, low, carried, half }: ReturnType<typeof sizesOf>,
  front: Drawn,
) {
  const size = { width: set.figureWide, height: set.figureHigh };
  const pull = panel("pull", "Pull panel", roundDown(w - set.free, grid), roundDown(h - 1, grid));
  const ribbon = set.tie > 0 ? [hole("tie", pull, [pull.width / 2, pull.height - TIE_BELOW], set.tie)] : [];
  const behind = panel("behind", "Carrier, behind", half, carried);
  // the paper between its halves goes through the front: one ply, and its own
  const over = { order: 1, angle: 0, lift: 2 };
  const ahead = flap("ahead", "Carrier, in front", behind.right, tapered({ deep: half }), over);
  const figure = cutTo("figure", "Figure", outlineIn(shapes, set.figure, set.drawn, "round"), size);
  const [carrier, shown] = [sheet("carrier", "Carrier", [behind, ahead]), sheet("shown", "Figure", [figure])];
  const pulled = sheet("pulled", "Pull panel", [pull], { cuts: ribbon });
  const rides: Point = [half - size.width / 2, (carried - size.height) / 2];
  const joins = [
    laid(carrier, front, "back", { at: [x - half, low], flip: false, told: "through-slit" }),
    laid(pulled, behind, "back", { at: [half - x + (w - pull.width) / 2, -low], flip: false, told: "glue-carrier" }),
    laid(shown, ahead, "front", { at: rides, told: "glue-carrier" }),
  ];
  // nothing pushes against what is glued on the carrier: it may be short
  const glue = [glued(pull, behind, { web: true }), glued(figure, ahead, { web: true })];
  return { sheets: [carrier, pulled, shown], joins, glue, pull, behind, ahead, figure };
}

function draft(input: SliderInput): Said {
  const { stock, settings: set, setup } = input;
  const sizes = sizesOf(input);
  const { w, h, long, low, x, carried, travel } = sizes;
  const front = panel("front", "Front", w, h, { edges: { top: set.thumb > 0 ? thumbCut(set.thumb) : undefined } });
  const back = flap("back", "Back", front.right, tapered({ deep: w }), { order: 1, angle: -180 });
  const closes = tapered({ deep: roundUp(set.stripWide, setup.grid), slope: 0.1, relief: 0.5 });
  const strip = flap("seam-strip", "Glue strip", front.left, closes, { order: 2, angle: -180 });
  const cut = slit("slit", front, [x, low], [x, low + long]);
  const { sheets, joins, glue, pull, behind, ahead, figure } = ridingOn(input, sizes, front);
  return {
    sheets: [sheet("card", "Card base", [front, back, strip], { cuts: [cut] }), ...sheets],
    joins,
    glue: [glued(strip, back), ...glue],
    motions: [runsIn("pull", "Pull the panel", ahead, cut)],
    finished: { width: w, height: h, thickness: PLIES * stock.caliper },
    sized: { width: widthOf(front, 0.08), height: heightOf(front, 0.85) },
    covers: [...watched(input, sizes), ...underThumb(input, sizes)],
    refused:
      set.carrier > carried ? [{ setting: "carrier", instead: roundDown(carried, 0.5), code: "carrier-long" }] : [],
    figures: {
      stripWide: depthOf(strip),
      slitLong: alongSlit(cut),
      slitFrom: fromEdge(front.left, [x, low + long / 2], { lights: ["slit"] }),
      carrier: heightOf(behind, 0.5),
      figureWide: widthOf(figure),
      figureHigh: heightOf(figure),
      thumb: set.thumb > 0 ? past(front.top, -set.thumb, 0.5) : undefined,
    },
    measured: { travel: past(pull.top, -travel, 0.75) },
  };
}

/** A card with a panel that is pulled, and something on the front that moves with it. */
export const sliderPocketCard = defineForm({
  id: "slider-pocket-card",
  title: FORM_TITLES["slider-pocket-card"],
  purpose: "card",
  about: "A panel is pulled out of a pocket, and a figure on the front rides along.",
  settings,
  outside: "front",
  grounds: () => [
    ground("front", "Front"),
    ground("figure", "Figure"),
    ground("pull", "Pull panel"),
    ground("back", "Back"),
  ],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
