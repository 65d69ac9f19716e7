/**
 * Insert-frame card: slits across the corners of the front hold an insert of another paper, which is changed as one likes.
 *
 *   ┌─────────────┬─────────────┐
 *   │   back      ¦  ╱·······╲  │     Each slit runs across the corner at q from the insert's own, 2 (q + 0.75) long: the
 *   │             ¦  :       :  │     corner goes through it to the other side. Nothing is glued.
 *   │             ¦  :insert :  │
 *   │             ¦  ╲·······╱  │     On the front, or behind it: then it is seen through a window, which keeps 4 mm from
 *   └─────────────┴─────────────┘     the slits. Or inside, on the back.
 */
import { z } from "zod";
import { placePath } from "../geometry/path.ts";
import { add, HERE, type Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { fromEdge, heightOf, widthOf } from "../paper/figure.ts";
import { slitAlong, windowIn as opening } from "../paper/hole.ts";
import { laid, type Said } from "../paper/said.ts";
import { clipped, type Shape } from "../paper/shape.ts";
import { acrossCorners, carried, type Drawn, flap, panel, type Rectangle } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { leastOn, roundDown } from "../units/ruler.ts";
import { defineForm, ground, type InputOf, unlessSet } from "./form.ts";
import { cardSize, foldedCard, foldedGrounds, foldsAt } from "./shared/foldedCard.ts";
import { outlineChoice, outlineIn, outlinesOf, ownOutline } from "./shared/outlines.ts";
import { both } from "../units/nth.ts";
import { FORM_TITLES } from "./titles.ts";

const WINDOWS = outlinesOf("rectangle", "round", "oval", "arch", "heart");

const settings = z.strictObject({
  base: choice(
    "Card",
    { own: "Cut and folded here", bought: "A folded card that is there already" },
    "own",
    "One that is bought takes no paper: measure it closed.",
  ),
  fold: foldsAt(),
  matX: mm(
    "On the mat, from the left",
    0,
    [0, 600],
    "Where a card that is there already lies on the cutting mat, opened.",
  ),
  matY: mm("On the mat, from below", 0, [0, 600], "Its lower left corner, above the mat's lower edge."),
  insert: choice(
    "Insert",
    { front: "On the front", behind: "Behind the front, seen through a window", inside: "Inside, on the back" },
    "front",
    "The face it lies on; its corners go through to the other.",
  ),
  margin: mm("Frame", 10, [4, 60], "How much of the card stands out round the insert."),
  corner: mm("Corners", 10, [6, 30], "How much of each corner goes through its slit, along the diagonal."),
  opening: outlineChoice("Window", WINDOWS, "none", "Cut in the front, and in an insert that lies on it.", {
    none: "None",
  }),
  drawn: ownOutline(),
  windowWide: autoMm("Window's width", [10, 300], "As wide as the slits leave unless set.", { follows: "width" }),
  windowHigh: autoMm("Window's height", [10, 300], "As high as the slits leave unless set.", { follows: "height" }),
});

type FrameCardInput = InputOf<typeof settings>;

/** A slit is so much longer at each end than what goes through it (geometry notes). */
const SLIT_SLACK = 0.75;
/** Paper between a window and a slit (geometry notes), and between a window and the insert's edge. */
const FROM_SLIT = 4;
const FROM_EDGE = 6;
/** Plies the corners stand off the insert: through the front, to its other side. */
const THROUGH = 2;

const EARS = [
  ["lower-left", "Lower left corner"],
  ["lower-right", "Lower right corner"],
  ["upper-right", "Upper right corner"],
  ["upper-left", "Upper left corner"],
] as const;

/** A corner beyond the line of its slit, its point `deep` mm off it. */
const corner =
  (deep: number): Shape =>
  (long) => ({ relief: 0, deep, corners: [[long / 2, deep]] });

/** The insert, where it lies on the card, and how much of its corners goes through; mm. */
function sizesOf(input: FrameCardInput) {
  const { settings: set, setup } = input;
  const { w, h } = cardSize(input);
  const margin = Math.min(set.margin, (Math.min(w, h) - 4 * FROM_EDGE) / 2);
  const [wide, high] = both([w, h], (long) => roundDown(long - 2 * margin, setup.grid));
  // corners stay corners: two of them leave some edge between
  const q = Math.min(set.corner, (Math.min(wide, high) / 2 - FROM_EDGE) / Math.SQRT2);
  return { wide, high, q, at: [(w - wide) / 2, (h - high) / 2] as Point };
}

/** The insert with what goes through its slits at the corners, each with the line it bends on. */
function insertOf({ wide, high, q }: ReturnType<typeof sizesOf>) {
  const middle = panel("insert", "Insert", wide, high, { corners: clipped(q * Math.SQRT2) });
  const lines = acrossCorners(middle, q * Math.SQRT2);
  const through = { order: 1, angle: 0, lift: -THROUGH, slack: true };
  const ears = EARS.map(([id, name], i) => flap(id, name, lines[i] ?? middle.bottom, corner(q), through));
  return { middle, ears };
}

/** The window in the middle of the insert, as large as was asked for or as the slits leave it: in the front, and in an insert on it. */
function windowsIn(input: FrameCardInput, { wide, high, q }: ReturnType<typeof sizesOf>, front: Drawn, lies: Point) {
  const { settings: set, setup } = input;
  const preset = outlineIn(WINDOWS, set.opening, set.drawn, "oval");
  const inset = Math.max(FROM_EDGE, (q + FROM_SLIT) / Math.SQRT2);
  const leaves = (asked: number | "auto", most: number): number =>
    roundDown(Math.min(unlessSet(asked, most), most), setup.grid);
  const [width, height] = [leaves(set.windowWide, wide - 2 * inset), leaves(set.windowHigh, high - 2 * inset)];
  if (!preset || Math.min(wide, high) - 2 * inset < leastOn(setup.grid)) return { cuts: [] };
  const at: Point = [(wide - width) / 2, (high - height) / 2];
  const box = { id: front.id, x: lies[0] + at[0], y: lies[1] + at[1], width, height };
  const opened = (id: string, on: string, [x, y]: Point) =>
    opening(id, { id: on }, placePath(preset.outline(width, height), { ...HERE, x, y }));
  const inInsert = set.insert === "behind" ? [] : [opened("insert-window", "insert", at)];
  return { box, cuts: [opened("front-window", front.id, [box.x, box.y]), ...inInsert] };
}

function draft(input: FrameCardInput): Said {
  const { stock, settings: set } = input;
  const { back, front, frontAt, w, h, motions } = foldedCard(input);
  const sizes = sizesOf(input);
  // the panel that is slit, where it lies in the drawing, and where the insert lies on it
  const [slitted, corners]: readonly [Rectangle | typeof front, Point] =
    set.insert === "inside" ? [back, [0, 0]] : [front, frontAt];
  const lies = add(corners, sizes.at);
  const { middle, ears } = insertOf(sizes);
  const slits = ears.map(({ id, fold }) =>
    slitAlong(`slit-${id}`, slitted, carried({ panel: id, ...fold }, lies, slitted.id), SLIT_SLACK),
  );
  const { box, cuts: windows } = windowsIn(input, sizes, slitted, lies);
  const cuts = [...slits, ...windows];
  const bought = set.base === "bought" && { bought: { x: set.matX, y: set.matY } };
  const insert = sheet("insert", "Insert", [middle, ...ears], { cuts });
  const tucked = { told: "tuck-corners", through: true } as const;
  const lights = ["front-window"];
  return {
    sheets: [sheet("card", "Card base", [back, front], { cuts, ...bought }), insert],
    joins: [
      set.insert === "front"
        ? laid(insert, front, "front", { at: lies, ...tucked })
        : laid(insert, slitted, "back", { at: [lies[0] + sizes.wide, lies[1]], ...tucked }),
    ],
    motions,
    finished: { width: w, height: h, thickness: (THROUGH + 2) * stock.caliper },
    sized: { width: widthOf(back, 0.16), height: heightOf(back, 0.75) },
    figures: {
      margin: fromEdge(carried(back.left, corners, slitted.id), [lies[0], corners[1] + h / 2]),
      corner: {
        on: "insert",
        from: [0, 0],
        to: [sizes.q / Math.SQRT2, sizes.q / Math.SQRT2],
        value: sizes.q,
        lights: ["lower-left"],
      },
      windowWide: box && widthOf(box, 0.5, { lights }),
      windowHigh: box && heightOf(box, 0.5, { lights }),
    },
    refused: set.opening !== "none" && !box ? [{ setting: "opening", instead: "none", code: "no-window" }] : [],
  };
}

/** A card whose corner slits hold an insert. */
export const insertFrameCard = defineForm({
  id: "insert-frame-card",
  title: FORM_TITLES["insert-frame-card"],
  purpose: "card",
  about: "Slits across the corners hold an insert of another paper, which can be changed.",
  settings,
  outside: "front",
  grounds: ({ fold, insert }) => [...(insert === "front" ? [ground("insert", "Insert")] : []), ...foldedGrounds(fold)],
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
