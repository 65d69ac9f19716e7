/**
 * Card base: one sheet folded once or twice. The drawn face is the outside; scoring it there puts the ridge inside.
 *
 *   side fold                top fold          tri-fold                          gate fold
 *   ┌───────┬───────┐        ┌───────┐         ┌──────┬───────┬───────┐          ┌────┬───────┬────┐
 *   │ back  ¦ front │ h      │ back  │ h       │inner ¦ back  ¦ front │ h        │left¦ back  ¦right│ h
 *   └───────┴───────┘        ├╌╌╌╌╌╌╌┤         └──────┴───────┴───────┘          └────┴───────┴────┘
 *       w   ¦   w            │ front │ h        < w       w       w              < w/2    w    < w/2
 *                            └───────┘
 *                                w
 *
 * The inner panel of a tri-fold is at least 1 mm shorter, so that it does not push the fold open; each gate is at least
 * 0.5 mm short of the middle. A finished size that the ruler cannot set is rounded down: a smaller card still fits its
 * envelope.
 */
import { z } from "zod";
import { sheets } from "../catalogue/papers.ts";
import { fitsIn } from "../geometry/fit.ts";
import { choice, mm } from "../model/setting.ts";
import { heightOf, roundingOf, widthOf } from "../paper/figure.ts";
import { opens } from "../paper/motion.ts";
import type { Said } from "../paper/said.ts";
import { tapered } from "../paper/shape.ts";
import { type Flap, flap, panel, type Rectangle } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { defineForm, type DraftInput, ground, type InputOf } from "./form.ts";
import { cardSize } from "./shared/foldedCard.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  fold: choice(
    "Folds",
    { side: "At the side", top: "At the top", tri: "Twice, one panel inside", gate: "Gates that meet in front" },
    "side",
    "Where the folds lie when the card stands closed.",
  ),
  cornerRadius: mm("Round the corners", 0, [0, 15], "The four outer corners; the folds stay square."),
});

type CardInput = InputOf<typeof settings>;

/** An inner panel stays this much short of the fold (geometry notes: 1 to 2 mm), each gate of the middle. */
const INNER_SHORT = 1;
const GATE_SHORT = 0.5;
/** Further apart than this (mm) gates no longer look as if they met. */
const GATES_APART = 2;

/** The leaves of each fold, hung on the back: they fold behind it, the drawn face is the outside. */
function leavesOf(fold: CardInput["settings"]["fold"], back: Rectangle, grid: number): readonly Flap[] {
  const leaf = (id: string, name: string, on: Rectangle["left"], deep: number, order = 1) =>
    flap(id, name, on, tapered({ deep }), { order, angle: -180 });
  const [inner, gate] = [roundDown(back.width - INNER_SHORT, grid), roundDown(back.width / 2 - GATE_SHORT, grid)];
  switch (fold) {
    case "side":
      return [leaf("front", "Front", back.right, back.width)];
    case "top":
      return [leaf("front", "Front", back.bottom, back.height)];
    case "tri":
      return [leaf("inner", "Inner panel", back.left, inner), leaf("front", "Front", back.right, back.width, 2)];
    case "gate":
      return [leaf("left", "Left gate", back.left, gate), leaf("right", "Right gate", back.right, gate)];
  }
}

/** One leaf simply opens; gates open each by itself, and an inner panel waits for the front that lies over it. */
const openings = (leaves: readonly Flap[]) =>
  leaves.map((leaf) => {
    if (leaves.length === 1) return opens("open", "Open the card", leaf);
    const over = leaves.find((other) => other.fold.order > leaf.fold.order);
    const opening = opens(`open-${leaf.id}`, `Open the ${leaf.name.toLowerCase()}`, leaf);
    return { ...opening, ...(over && { after: `open-${over.id}` }) };
  });

function draft(input: CardInput): Said {
  const { stock, settings: set, setup } = input;
  const { w, h } = cardSize(input);
  const back = panel("back", "Back", w, h);
  const leaves = leavesOf(set.fold, back, setup.grid);
  const [first, second] = leaves;
  // a rounding ends before the nearest score: on a narrow gate it is the gate that limits it
  const most = Math.min((set.fold === "top" ? w : h) / 2 - 1, w - 1, ...leaves.map((l) => l.deep - 1));
  const round = Math.max(0, Math.min(set.cornerRadius, most));
  return {
    sheets: [sheet("card", "Card base", [back, ...leaves], { round, rounding: set.cornerRadius })],
    motions: openings(leaves),
    overlaps: set.fold === "gate" && first && second ? [{ flaps: [first, second], least: -GATES_APART, clear: 0 }] : [],
    finished: { width: w, height: h, thickness: (set.fold === "tri" ? 3 : 2) * stock.caliper },
    sized: { width: widthOf(back, 0.16), height: heightOf(back, 0.75) },
    figures: { cornerRadius: first && roundingOf(first, { corner: 2, radius: round }) },
  };
}

/** Every panel of it takes something, outside and inside; the front, which is said last, is where most is laid. */
function grounds({ fold }: Readonly<Record<string, unknown>>) {
  const back = panel("back", "Back", 1, 1);
  const leaves = leavesOf(fold as CardInput["settings"]["fold"], back, 1);
  const first = fold === "gate" ? leaves : leaves.toReversed();
  const turned = fold === "top" ? 180 : 0;
  return [...first, back].map(({ id, name }) => ground(id, name, id === "back" ? turned : 0, turned));
}

/** Sheets that lie in every drawer. */
const COMMON_SHEETS = sheets.filter(({ id }) => id === "iso-a4" || id === "us-letter");

/** The fold whose blank comes out of the sheet in hand, or of a common one: a wide card is folded at its top. */
function usual({ contents: { width, height }, sheet: inHand }: Pick<DraftInput, "contents" | "sheet">) {
  const comesOut = (w: number, h: number): boolean =>
    (inHand ? [inHand] : COMMON_SHEETS).some((s) => fitsIn(w, h, s.width, s.height));
  return { fold: !comesOut(2 * width, height) && comesOut(width, 2 * height) ? "top" : "side" };
}

/** A card folded once, twice or with gates: what layers, pockets and parts are laid on. */
export const cardBase = defineForm({
  id: "card-base",
  title: FORM_TITLES["card-base"],
  purpose: "card",
  about: "A card folded once or twice, to put inside an envelope.",
  settings,
  outside: "front",
  grounds,
  heaviest: 350,
  usual,
  usualStock: "cover-250",
  draft,
});
