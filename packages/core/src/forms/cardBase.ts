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
import { type Flap, flap, panel, type Rectangle, sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { defineForm, type DraftInput, type Ground } from "./form.ts";

const settings = z.strictObject({
  fold: choice(
    "Folds",
    { side: "At the side", top: "At the top", tri: "Twice, one panel inside", gate: "Gates that meet in front" },
    "side",
    "Where the folds lie when the card stands closed.",
  ),
  cornerRadius: mm("Round the corners", 0, [0, 15], "The four outer corners; the folds stay square."),
});

type Input = DraftInput<z.output<typeof settings>>;

/** An inner panel stays this much short of the fold (geometry notes: 1 to 2 mm). */
const INNER_SHORT = 1;
/** Each gate stays this much short of the middle. */
const GATE_SHORT = 0.5;

/** Further apart than this (mm) gates no longer look as if they met. */
const GATES_APART = 2;

/** A panel that folds behind the back: the drawn face is the outside. */
const leaf = (id: string, name: string, on: Rectangle["left"], deep: number, order: number) =>
  flap(id, name, on, tapered({ deep }), { order, angle: -180 });

/** The leaves of each fold, hung on the back. */
const LEAVES = {
  side: (back: Rectangle) => [leaf("front", "Front", back.right, back.width, 1)],
  top: (back: Rectangle) => [leaf("front", "Front", back.bottom, back.height, 1)],
  tri: (back: Rectangle, grid: number) => [
    leaf("inner", "Inner panel", back.left, roundDown(back.width - INNER_SHORT, grid), 1),
    leaf("front", "Front", back.right, back.width, 2),
  ],
  gate: (back: Rectangle, grid: number) => [
    leaf("left", "Left gate", back.left, roundDown(back.width / 2 - GATE_SHORT, grid), 1),
    leaf("right", "Right gate", back.right, roundDown(back.width / 2 - GATE_SHORT, grid), 1),
  ],
};

/** One leaf simply opens; gates open each by itself, and an inner panel waits for the front that lies over it. */
const openings = (leaves: readonly Flap[]) =>
  leaves.length === 1
    ? leaves.map((leaf) => opens("open", "Open the card", leaf))
    : leaves.map((leaf) => {
        const over = leaves.find((other) => other.fold.order > leaf.fold.order);
        const name = leaf.name.toLowerCase();
        return { ...opens(`open-${leaf.id}`, `Open the ${name}`, leaf), ...(over && { after: `open-${over.id}` }) };
      });

function draft({ contents, stock, settings: set, setup }: Input): Said {
  const [w, h] = [roundDown(contents.width, setup.grid), roundDown(contents.height, setup.grid)];
  const back = panel("back", "Back", w, h);
  const leaves = LEAVES[set.fold](back, setup.grid);
  const [first, second] = leaves;
  const gates = set.fold === "gate" && first && second ? ([first, second] as const) : undefined;
  // a rounding ends before the nearest score: on a narrow gate it is the gate that limits it
  const beside = set.fold === "top" ? w : h;
  const most = Math.min(beside / 2 - 1, back.width - 1, ...leaves.map((l) => l.deep - 1));
  const round = Math.max(0, Math.min(set.cornerRadius, most));
  return {
    sheets: [sheet("card", "Card base", [back, ...leaves], { round, rounding: set.cornerRadius })],
    motions: openings(leaves),
    overlaps: gates ? [{ flaps: [gates[0], gates[1]], least: -GATES_APART, clear: 0 }] : [],
    finished: { width: w, height: h, thickness: (set.fold === "tri" ? 3 : 2) * stock.caliper },
    sized: { width: widthOf(back, 0.16), height: heightOf(back, 0.75) },
    figures: { cornerRadius: leaves[0] && roundingOf(leaves[0], { corner: 2, radius: round }) },
  };
}

/** Every panel of it takes something, outside and inside; the front is where most is laid. */
function grounds({ fold }: Readonly<Record<string, unknown>>): readonly Ground[] {
  const back = panel("back", "Back", 1, 1);
  const leaves = LEAVES[fold as Input["settings"]["fold"]](back, 1);
  // the front first, where there is one: it is said last
  const first = fold === "gate" ? leaves : leaves.toReversed();
  const turn = (id: string): Ground["sides"] =>
    fold !== "top"
      ? { outside: 0, inside: 0 }
      : id === "back"
        ? { outside: 180, inside: 180 }
        : { outside: 0, inside: 180 };
  return [...first, back].map(({ id, name }): Ground => ({ panel: id, name, sides: turn(id) }));
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
  title: "Card base",
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
