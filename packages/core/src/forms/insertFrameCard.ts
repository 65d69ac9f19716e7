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
import { HERE, type Point } from "../geometry/point.ts";
import { type Path, placePath, polygon } from "../geometry/path.ts";
import type { Cut } from "../model/piece.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { fromEdge, heightOf, widthOf } from "../paper/figure.ts";
import { slit, windowIn } from "../paper/hole.ts";
import { opens } from "../paper/motion.ts";
import type { Said } from "../paper/said.ts";
import { type Shape, tapered } from "../paper/shape.ts";
import { type Edge, flap, outlined, panel, sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { defineForm, type DraftInput, type Ground } from "./form.ts";
import { outlineChoice, outlineIn, outlinesOf, ownOutline } from "./shared/outlines.ts";

const WINDOWS = outlinesOf("rectangle", "round", "oval", "arch", "heart");

const settings = z.strictObject({
  base: choice(
    "Card",
    { own: "Cut and folded here", bought: "A folded card that is there already" },
    "own",
    "One that is bought takes no paper: measure it closed.",
  ),
  fold: choice("Folds", { side: "At the side", top: "At the top" }, "side", "Where the card's fold lies."),
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

type Input = DraftInput<z.output<typeof settings>>;

/** A slit is so much longer at each end than what goes through it (geometry notes). */
const SLIT_SLACK = 0.75;
/** Paper between a window and a slit (geometry notes), and between a window and the insert's edge. */
const FROM_SLIT = 4;
const FROM_EDGE = 6;
/** Plies the corners stand off the insert: through the front, to its other side. */
const THROUGH = 2;

/** The four corners of a rectangle, each with the ways along its two edges. */
const cornersOf = (w: number, h: number) =>
  [
    { id: "lower-left", name: "Lower left corner", at: [0, 0], x: 1, y: 1 },
    { id: "lower-right", name: "Lower right corner", at: [w, 0], x: -1, y: 1 },
    { id: "upper-right", name: "Upper right corner", at: [w, h], x: -1, y: -1 },
    { id: "upper-left", name: "Upper left corner", at: [0, h], x: 1, y: -1 },
  ] as const;

/** A corner beyond the line of its slit, its point `deep` mm off it. */
const corner =
  (deep: number): Shape =>
  (long) => ({ relief: 0, deep, corners: [[long / 2, deep]] });

/** Sizes, mm: the card, the insert, what of each corner goes through. */
function sizesOf({ contents, settings: set, setup: { grid } }: Input) {
  const [w, h] = [roundDown(contents.width, grid), roundDown(contents.height, grid)];
  const margin = Math.min(set.margin, (Math.min(w, h) - 4 * FROM_EDGE) / 2);
  const [wide, high] = [roundDown(w - 2 * margin, grid), roundDown(h - 2 * margin, grid)];
  // corners stay corners: two of them leave some edge between
  const q = Math.min(set.corner, (Math.min(wide, high) / 2 - FROM_EDGE) / Math.SQRT2);
  const inset = Math.max(FROM_EDGE, (q + FROM_SLIT) / Math.SQRT2);
  return { w, h, wide, high, q, inset, x: (w - wide) / 2, y: (h - high) / 2 };
}

/** The window in the middle of an insert so large, as large as was asked for or as the slits leave it. */
function windowOf({ settings: set, setup: { grid } }: Input, { wide, high, inset }: ReturnType<typeof sizesOf>) {
  const preset = outlineIn(WINDOWS, set.opening, set.drawn, "oval");
  const most = { width: wide - 2 * inset, height: high - 2 * inset };
  if (!preset || Math.min(most.width, most.height) < grid) return undefined;
  const width = roundDown(Math.min(set.windowWide === "auto" ? Infinity : set.windowWide, most.width), grid);
  const height = roundDown(Math.min(set.windowHigh === "auto" ? Infinity : set.windowHigh, most.height), grid);
  const path = preset.outline(width, height);
  return { width, height, path: placePath(path, { ...HERE, x: (wide - width) / 2, y: (high - height) / 2 }) };
}

function draft(input: Input): Said {
  const { stock, settings: set } = input;
  const sizes = sizesOf(input);
  const { w, h, wide, high, q, x, y } = sizes;
  const side = set.fold === "side";
  const back = panel("back", "Back", w, h);
  const front = flap("front", "Front", side ? back.right : back.bottom, tapered({ deep: side ? w : h }), {
    order: 1,
    angle: -180,
  });
  // the panel that is slit, and where it lies in the drawing
  const inside = set.insert === "inside";
  const slitted = inside ? back : front;
  const [left, low] = inside ? [0, 0] : side ? [w, 0] : [0, -h];
  const off = q / Math.SQRT2;
  const run = q + SLIT_SLACK;
  const slits = cornersOf(wide, high).map(({ id, at, x: u, y: v }): Cut => {
    const middle: Point = [left + x + at[0] + u * off, low + y + at[1] + v * off];
    const along = run / Math.SQRT2;
    return slit(
      `slit-${id}`,
      slitted,
      [middle[0] + u * along, middle[1] - v * along],
      [middle[0] - u * along, middle[1] + v * along],
    );
  });
  const opening = windowOf(input, sizes);
  const moved = (path: Path): Path => placePath(path, { ...HERE, x: left + x, y: low + y });
  const inFront = opening ? [windowIn("front-window", slitted, moved(opening.path))] : [];

  // the insert between its corners, and each corner beyond the line of its slit
  const cut = q * Math.SQRT2;
  const middle = outlined(
    "insert",
    "Insert",
    { width: wide, height: high },
    polygon(
      cornersOf(wide, high).flatMap(({ at, x: u, y: v }): readonly Point[] => {
        const [one, two]: readonly [Point, Point] = [
          [at[0], at[1] + v * cut],
          [at[0] + u * cut, at[1]],
        ];
        return u === v ? [one, two] : [two, one];
      }),
    ),
  );
  const ears = cornersOf(wide, high).map(({ id, name, at, x: u, y: v }) => {
    const [one, two]: readonly [Point, Point] = [
      [at[0], at[1] + v * cut],
      [at[0] + u * cut, at[1]],
    ];
    const edge: Edge = { panel: "insert", from: u === v ? one : two, to: u === v ? two : one };
    return flap(id, name, edge, corner(q), { order: 1, angle: 0, lift: -THROUGH, slack: true });
  });
  const behind = set.insert === "behind";
  const inInsert = opening && !behind ? [windowIn("insert-window", middle, opening.path)] : [];
  const insert = sheet("insert", "Insert", [middle, ...ears], { cuts: inInsert });
  return {
    sheets: [
      sheet("card", "Card base", [back, front], {
        cuts: [...slits, ...inFront],
        ...(set.base === "bought" && { bought: { x: set.matX, y: set.matY } }),
      }),
      insert,
    ],
    joins: [
      behind || inside
        ? {
            ...{ sheet: insert, onto: slitted, face: "back", told: "tuck-corners", through: true },
            at: [left + w - x, low + y],
          }
        : { sheet: insert, onto: front, face: "front", at: [left + x, low + y], told: "tuck-corners", through: true },
    ],
    motions: [opens("open", "Open the card", front)],
    finished: { width: w, height: h, thickness: (THROUGH + 2) * stock.caliper },
    sized: { width: widthOf(back, 0.16), height: heightOf(back, 0.75) },
    figures: {
      margin: fromEdge({ panel: slitted.id, from: [left, low + h], to: [left, low] }, [left + x, low + h / 2]),
      corner: {
        on: "insert",
        from: [0, 0],
        to: [off, off],
        value: q,
        lights: ["lower-left"],
      },
      windowWide: opening && {
        on: slitted.id,
        from: [left + (w - opening.width) / 2, low + h / 2],
        to: [left + (w + opening.width) / 2, low + h / 2],
        value: opening.width,
        lights: ["front-window"],
      },
      windowHigh: opening && {
        on: slitted.id,
        from: [left + w / 2, low + (h - opening.height) / 2],
        to: [left + w / 2, low + (h + opening.height) / 2],
        value: opening.height,
        lights: ["front-window"],
      },
    },
    refused: set.opening !== "none" && !opening ? [{ setting: "opening", instead: "none", code: "no-window" }] : [],
  };
}

function grounds({ fold, insert }: Readonly<Record<string, unknown>>): readonly Ground[] {
  const top = fold === "top";
  const inside = top ? ({ inside: 180 } as const) : ({ inside: 0 } as const);
  return [
    ...(insert === "front" ? [{ panel: "insert", name: "Insert", sides: { outside: 0 } } as const] : []),
    { panel: "front", name: "Front", sides: { outside: 0, ...inside } },
    { panel: "back", name: "Back", sides: { outside: top ? 180 : 0, ...inside } },
  ];
}

/** A card whose corner slits hold an insert. */
export const insertFrameCard = defineForm({
  id: "insert-frame-card",
  title: "Insert-frame card",
  purpose: "card",
  about: "Slits across the corners hold an insert of another paper, which can be changed.",
  settings,
  outside: "front",
  grounds,
  heaviest: 300,
  usualStock: "cover-250",
  draft,
});
