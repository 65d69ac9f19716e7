/**
 * Card base: one sheet folded once. The drawn face is the outside; scoring it there puts the ridge inside.
 *
 *   side fold                        top fold
 *   ┌──────────┬──────────┐          ┌──────────┐
 *   │   back   ¦  front   │ h        │   back   │ h
 *   └──────────┴──────────┘          ├╌╌╌╌╌╌╌╌╌╌┤  score at h
 *        w     ¦     w               │  front   │ h
 *          score at w                └──────────┘
 *                                         w
 *
 * A finished size that the ruler cannot set is rounded down: a smaller card still fits its envelope.
 */
import { z } from "zod";
import { roundCorners } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { defineForm, type DraftInput } from "../model/form.ts";
import type { Dimension, Fold } from "../model/piece.ts";
import { choice, length } from "../model/setting.ts";
import { scoreBlank } from "../paper/score.ts";
import { roundDown } from "../units/ruler.ts";

const settings = z.strictObject({
  fold: choice(
    "Folds",
    { side: "At the side", top: "At the top" },
    "side",
    "Where the fold lies when the card stands closed.",
  ),
  cornerRadius: length("Round the corners", {
    default: 0,
    min: 0,
    max: 15,
    about: "The four outer corners; the fold stays square.",
    handle: "corner-radius",
  }),
});

type Input = DraftInput<z.output<typeof settings>>;

function draft({ contents, settings: set, setup }: Input) {
  const w = roundDown(contents.width, setup.grid);
  const h = roundDown(contents.height, setup.grid);
  const side = set.fold === "side";
  const [width, height] = side ? [2 * w, h] : [w, 2 * h];
  const r = set.cornerRadius;
  const [from, to]: [Point, Point] = side
    ? [
        [w, 0],
        [w, h],
      ]
    : [
        [0, h],
        [w, h],
      ];
  const fold: Fold = { id: "score-1", panels: ["back", "front"], from, to, angle: -180, order: 1 };
  const panels = scoreBlank(
    roundCorners(
      [
        [0, 0],
        [width, 0],
        [width, height],
        [0, height],
      ],
      [r, r, r, r],
    ),
    [fold],
    [
      { id: "back", name: "Back", at: side ? [w / 2, h / 2] : [w / 2, 1.5 * h] },
      { id: "front", name: "Front", at: side ? [1.5 * w, h / 2] : [w / 2, h / 2] },
    ],
  );
  const piece = "card";
  const dimensions: Dimension[] = [
    { id: "blank-width", piece, from: [width, height], to: [0, height], offset: 1, value: width, lights: ["outline"] },
    { id: "blank-height", piece, from: [width, 0], to: [width, height], offset: 1, value: height, lights: ["outline"] },
    side
      ? { id: "first-score", piece, from: [0, 0], to: [w, 0], offset: 1, value: w, lights: ["score-1"] }
      : { id: "first-score", piece, from: [0, 2 * h], to: [0, h], offset: 1, value: h, lights: ["score-1"] },
    {
      id: "contents-width",
      piece,
      from: side ? [w, h * 0.3] : [0, h * 0.3],
      to: [width, h * 0.3],
      offset: 0,
      value: w,
      sets: "contents.width",
      ...(side && { gain: 0.5 }),
      lights: ["front"],
    },
    // the back is measured when the card folds at the top, so that the end that moves is the sheet's upper edge
    {
      id: "contents-height",
      piece,
      from: side ? [w * 1.75, 0] : [w / 4, h],
      to: side ? [w * 1.75, h] : [w / 4, 2 * h],
      offset: 0,
      value: h,
      sets: "contents.height",
      ...(!side && { gain: 0.5 }),
      lights: ["front"],
    },
  ];
  if (r > 0) {
    const middle = r * (1 - Math.SQRT1_2);
    dimensions.push({
      id: "corner-radius",
      piece,
      from: [middle, middle],
      to: [r, r],
      offset: 0,
      value: r,
      sets: "settings.cornerRadius",
      lights: ["outline"],
    });
  }
  return {
    inside: { width: w, height: h, depth: 0 },
    gap: { width: 0, height: 0, depth: 0 },
    pieces: [
      {
        id: piece,
        name: "Card base",
        quantity: 1,
        blank: { width, height },
        root: "back",
        panels,
        folds: [fold],
        cuts: [],
        glue: [],
      },
    ],
    joins: [],
    contents: [],
    dimensions,
    overlaps: [],
    trims: [],
    refused: [],
  };
}

export const cardBase = defineForm({
  id: "card-base",
  title: "Card base",
  kind: "card",
  about: "A card folded once, at the side or at the top, to put inside an envelope.",
  methods: ["scoring-board"],
  settings,
  heaviest: 350,
  draft,
});
