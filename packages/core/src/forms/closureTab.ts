/**
 * Closure tab: a small strip that goes round the edge of a closed envelope and holds the flap down.
 *
 *      ╭─────────╮
 *      │  front  │ reach      One score up to 1.5 mm of thickness; thicker holders take two, the thickness apart,
 *      ├╌╌╌╌╌╌╌╌╌┤            so that the tab lies flat on both sides.
 *      │  back   │ reach      The drawn face is the outside; the back is glued.
 *      └─────────┘
 *        width
 */
import { z } from "zod";
import { roundCorners } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { defineForm, type DraftInput } from "../model/form.ts";
import type { Dimension, Fold } from "../model/piece.ts";
import { choice, length } from "../model/setting.ts";
import { scoreBlank } from "../paper/score.ts";
import { roundUp } from "../units/ruler.ts";
import { finishedPiece, sheetSizes } from "./finishedPiece.ts";

const settings = z.strictObject({
  width: length("Width", { default: 25, min: 10, max: 120, about: "Along the edge it holds.", handle: "tab-width" }),
  reach: length("Reach", {
    default: 25,
    min: 10,
    max: 120,
    about: "On the front, from the edge.",
    handle: "tab-reach",
  }),
  backReach: length("Reach behind", { default: 25, min: 10, max: 120, about: "On the back, where it is glued." }),
  ends: choice(
    "Ends",
    { round: "Round", point: "Pointed", straight: "Straight" },
    "round",
    "The end that shows on the front, and the one behind.",
  ),
});

type Input = DraftInput<z.output<typeof settings>>;

/** Up to this thickness (mm) one score goes round it; above, paired scores (geometry notes, bands). */
const ONE_SCORE_UP_TO = 1.5;

function draft({ contents, stock, settings: set, setup: { grid } }: Input) {
  const width = roundUp(set.width, grid);
  const [front, back] = [roundUp(set.reach, grid), roundUp(set.backReach, grid)];
  const around = contents.thickness + stock.caliper;
  const spine = contents.thickness > ONE_SCORE_UP_TO ? roundUp(around, grid) : 0;
  const height = front + spine + back;
  const tip = Math.min(width / 2, front * 0.8, back * 0.8);
  const square: Point[] = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
  const pointed: Point[] = [
    [0, tip],
    [width / 2, 0],
    [width, tip],
    [width, height - tip],
    [width / 2, height],
    [0, height - tip],
  ];
  const points = set.ends === "point" ? pointed : square;
  const outline = roundCorners(
    points,
    points.map(() => (set.ends === "round" ? tip : 0)),
  );
  const score = (id: string, panels: readonly [string, string], y: number, angle: number, order: number): Fold => ({
    id,
    panels,
    from: [0, y],
    to: [width, y],
    angle,
    order,
  });
  const folds =
    spine === 0
      ? [score("score-front", ["back", "front"], back, -180, 1)]
      : [
          score("score-spine", ["back", "spine"], back, -90, 1),
          score("score-front", ["spine", "front"], back + spine, -90, 2),
        ];
  const at = (y: number): Point => [width / 2, y];
  const panels = scoreBlank(outline, folds, [
    { id: "back", name: "Back", at: at(back / 2) },
    ...(spine > 0 ? [{ id: "spine", name: "Edge", at: at(back + spine / 2) }] : []),
    { id: "front", name: "Front", at: at(back + spine + front / 2) },
  ]);
  const piece = "tab";
  const blank = { width, height };
  const dimensions: Dimension[] = [
    ...sheetSizes(piece, blank),
    {
      id: "first-score",
      piece,
      from: [0, height],
      to: [0, height - front],
      offset: 1,
      value: front,
      lights: ["score-front"],
    },
    {
      id: "tab-width",
      piece,
      from: [0, back / 2],
      to: [width, back / 2],
      offset: 0,
      value: width,
      sets: "settings.width",
      lights: ["back"],
    },
    {
      id: "tab-reach",
      piece,
      from: [width / 2, back + spine],
      to: [width / 2, height],
      offset: 0,
      value: front,
      sets: "settings.reach",
      lights: ["front"],
    },
  ];
  return finishedPiece(
    { width, height: front },
    [{ id: piece, name: "Closure tab", quantity: 1, blank, root: "back", panels, folds, cuts: [], glue: [] }],
    dimensions,
    { finish: { kind: "close", code: "fit-tab" } },
  );
}

export const closureTab = defineForm({
  id: "closure-tab",
  title: "Closure tab",
  kind: "part",
  about: "A small strip round the edge that holds a flap down.",
  methods: ["scoring-board"],
  settings,
  heaviest: 250,
  draft,
});
