/**
 * Pop-up cradle: a card with one strip or two glued on both sides of its fold. As the card opens the free panels rise, and
 * lift what is glued to them.
 *
 *   ┌───────────┬───────────┐          open by θ        R        P, Q  one step k up either side
 *   │ back    ┌─┴─┬───┐front│                         ╱   ╲      R     the crease that rises
 *   │   glued │   ¦   │glued│                       P       Q
 *   │         └─┬─┴───┘     │                         ╲ θ ╱      strip 4k long: glued, free, free, glued
 *   └───────────┴───────────┘                           O
 *
 * What is lifted lies on the outside of a free panel, so that it clears the crease. Closed, it reaches from the fold by k
 * and its own length, and must stay inside the card.
 */
import { z } from "zod";
import { placePath } from "../geometry/path.ts";
import type { Size } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, heightOf, widthOf } from "../paper/figure.ts";
import { type Covering, laid, needs, type Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { outlined, type Rectangle } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { leastOn, roundDown, someDown } from "../units/ruler.ts";
import { cradlePanels } from "./shared/cradlePanels.ts";
import { defineForm, ground, type InputOf, unlessSet } from "./form.ts";
import { cardSize, foldedCard, foldedGrounds, foldsAt } from "./shared/foldedCard.ts";
import { cutTo, outlineChoice, outlineIn, outlinesOf, ownOutline } from "./shared/outlines.ts";
import { FORM_TITLES } from "./titles.ts";

/** Outlines whose foot is broad enough to be glued on a strip. */
const OUTLINES = outlinesOf("rectangle", "arch", "round", "oval", "heart", "apple", "jar", "scalloped");

const settings = z.strictObject({
  fold: foldsAt(),
  strips: choice("Strips", { one: "One", two: "Two, side by side" }, "one", "Two hold what is wide steady."),
  step: mm("Step", 20, [10, 60], "How far from the fold a strip leaves the card: it is four steps long."),
  stripWide: autoMm("Strip", [12, 300], "How wide a strip is, along the fold; two fifths of what it lifts unless set."),
  figure: outlineChoice(
    "Lifts",
    OUTLINES,
    "rectangle",
    "The outline of what rises. Anything can be laid on it: a pocket, a small envelope, layers.",
  ),
  drawn: ownOutline(),
  figureLong: autoMm("Reaches", [15, 300], "How far it reaches off the fold; as far as the card hides it unless set.", {
    follows: "width",
  }),
  figureWide: autoMm(
    "Width of it",
    [15, 300],
    "How wide it is, along the fold; as it is meant to look, and no more than two thirds of the card, unless set.",
  ),
});

type CradleInput = InputOf<typeof settings>;

/** What is inside stays this far from the card's edge (geometry notes). */
const INSIDE = 3;
/** Plies on one another in the closed card: both panels, two of the strip, the figure. */
const PLIES = 5;
/** What is lifted is so wide, and a strip so wide, where the maker has not said. */
const FIGURE_PART = 2 / 3;
const STRIP_PART = 2 / 5;
/** Two strips stand apart by at least so much, mm. */
const APART = 4;

/** How wide an outline is along the fold as it is meant to look, mm; a rectangle is as wide as one likes. */
function natural({ figure, drawn: own, fold }: CradleInput["settings"], long: number): number {
  const preset = outlineIn(OUTLINES, figure, own, "round");
  if (!preset || preset.id === "rectangle") return Infinity;
  return fold === "side" ? long / preset.usual : long * preset.usual;
}

/** Sizes, mm, kept within the card: `deep` off its fold, `along` it. */
function sizesOf(input: CradleInput) {
  const { settings: set, setup } = input;
  const { grid } = setup;
  const { w, h } = cardSize(input);
  const [deep, along] = set.fold === "side" ? [w, h] : [h, w];
  const most = along - 2 * INSIDE;
  // closed, the strip reaches two steps from the fold
  const k = someDown(Math.min(set.step, (deep - INSIDE) / 2), grid);
  const long = unlessSet(set.figureLong, roundDown(deep - INSIDE - k, grid));
  const asked = set.figureWide === "auto" ? Math.min(along * FIGURE_PART, natural(set, long)) : set.figureWide;
  const across = roundDown(Math.min(asked, most), grid);
  const strips = set.strips === "two" ? 2 : 1;
  const widest = (Math.min(across, most) - (strips - 1) * APART) / strips;
  const wide = someDown(Math.min(unlessSet(set.stripWide, across * STRIP_PART), widest), grid);
  // a figure that reaches past the card is drawn as it was asked for, and told
  return { w, h, deep, along, k, across, strips, wide, long: Math.max(long, leastOn(grid)) };
}

/** The outline as it reaches off the fold, its foot to the right: it is turned over on the riser. */
function drawn({ settings: set }: CradleInput, size: Size): Rectangle {
  const preset = outlineIn(OUTLINES, set.figure, set.drawn, "round");
  // in a card that opens upwards it stands on its foot; in one that opens sideways it is read along the fold
  if (!preset || preset.id === "rectangle" || set.fold === "side") return cutTo("figure", "Figure", preset, size);
  const stands = preset.outline(size.height, size.width);
  return outlined("figure", "Figure", size, placePath(stands, { x: size.width, y: 0, rotation: 90, flip: false }));
}

/** What is lifted; cut as it is read: upright, on its foot. */
function shownOf(input: CradleInput, { long, across }: ReturnType<typeof sizesOf>) {
  const figure = drawn(input, { width: long, height: across });
  const upright = input.settings.fold === "top" && { laid: { x: 0, y: long, rotation: -90, flip: false } };
  const blank = upright ? { width: across, height: long } : { width: long, height: across };
  return { figure, shown: sheet("shown", "Figure", [figure], { ...upright, blank }) };
}

/** The strips with their places along the fold: in the middle, or a quarter of the figure either side of it. */
const cradlesOf = ({ along, k, across, strips, wide }: ReturnType<typeof sizesOf>, fold: string) =>
  Array.from({ length: strips }, (_, n) => {
    // under a fold at the top they stand beside one another, as one looks into the card
    const [one, two] = fold === "top" ? ["Right ", "Left "] : ["Lower ", "Upper "];
    const [id, name] = strips === 1 ? ["", ""] : [n === 0 ? "lower-" : "upper-", n === 0 ? one : two];
    const called = (what: string): string => (name ? name + what.toLowerCase() : what);
    const panels = cradlePanels({ k, wide, id, called });
    const middle = along / 2 + (strips === 1 ? 0 : (n - 0.5) * ((across + APART) / 2));
    const strip = sheet(`${id}cradle`, called("Strip"), [panels.base, panels.riser, panels.brace, panels.foot]);
    return { ...panels, strip, at: middle - wide / 2 };
  });

/** What is lifted reaches no further than the closed card hides it. */
const hides = ({ deep, k, long }: ReturnType<typeof sizesOf>, grid: number): readonly Covering[] => [
  needs("figureLong", deep - k - long, INSIDE, "rises-past", {
    mends: roundDown(deep - INSIDE - k, grid),
    button: "reach-less",
  }),
];

function draft(input: CradleInput): Said {
  const { stock, settings: set, setup } = input;
  const sizes = sizesOf(input);
  const { w, h, along, k, across, long } = sizes;

  const { back, front, motions } = foldedCard(input, 2);
  const { figure, shown } = shownOf(input, sizes);
  const cradles = cradlesOf(sizes, set.fold);
  const [first] = cradles as [(typeof cradles)[number]];
  const lies = (at: number) =>
    set.fold === "side" ? ({ at: [w, at] } as const) : ({ at: [at, 0], turned: -90 } as const);
  return {
    sheets: [sheet("card", "Card base", [back, front]), ...cradles.map((c) => c.strip), shown],
    joins: [
      ...cradles.map((c) => laid(c.strip, back, "back", { ...lies(c.at), told: "glue-base" })),
      laid(shown, first.riser, "back", {
        ...{ told: "glue-riser", also: cradles.slice(1).map((c) => c.riser) },
        origin: [k + long, (along - across) / 2 - first.at],
      }),
    ],
    glue: [
      ...cradles.flatMap((c) => [glued(c.base, back), glued(c.foot, front)]),
      ...cradles.map((c) => glued(figure, c.riser)),
    ],
    motions,
    finished: { width: w, height: h, thickness: PLIES * stock.caliper },
    sized: { width: widthOf(back, 0.16), height: heightOf(back, 0.12) },
    covers: hides(sizes, setup.grid),
    figures: {
      step: depthOf(first.riser),
      stripWide: heightOf(first.base, 0.5),
      figureLong: widthOf(figure),
      figureWide: heightOf(figure),
    },
  };
}

/** A card out of which something rises. */
export const popUpCradleCard = defineForm({
  id: "pop-up-cradle-card",
  title: FORM_TITLES["pop-up-cradle-card"],
  purpose: "card",
  about: "Strips across the fold lift something when the card opens.",
  settings,
  outside: "front",
  // under a fold at the top the figure stands on its foot
  grounds: ({ fold }) => foldedGrounds(fold, ground("figure", "Figure", fold === "top" ? 90 : 0)),
  heaviest: 250,
  usualStock: "cover-250",
  draft,
});
