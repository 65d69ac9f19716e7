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
import { roundCorners } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { defineForm, type DraftInput } from "../model/form.ts";
import type { Dimension, Fold } from "../model/piece.ts";
import { choice, length } from "../model/setting.ts";
import { scoreBlank } from "../paper/score.ts";
import { roundDown } from "../units/ruler.ts";
import { finishedPiece, sheetSizes } from "./finishedPiece.ts";

const settings = z.strictObject({
  fold: choice(
    "Folds",
    { side: "At the side", top: "At the top", tri: "Twice, one panel inside", gate: "Gates that meet in front" },
    "side",
    "Where the folds lie when the card stands closed.",
  ),
  cornerRadius: length("Round the corners", {
    default: 0,
    min: 0,
    max: 15,
    about: "The four outer corners; the folds stay square.",
    handle: "corner-radius",
  }),
});

type Input = DraftInput<z.output<typeof settings>>;

/** An inner panel stays this much short of the fold (geometry notes: 1 to 2 mm). */
const INNER_SHORT = 1;
/** Each gate stays this much short of the middle. */
const GATE_SHORT = 0.5;

/** Panels side by side from the sheet's left, or from its top down. `order` says when each folds; the root does not. */
interface Strip {
  readonly id: string;
  readonly name: string;
  readonly size: number;
  readonly order?: number;
}

function stripsFor(fold: Input["settings"]["fold"], w: number, h: number, grid: number): readonly Strip[] {
  const back = { id: "back", name: "Back", size: fold === "top" ? h : w };
  const front = { id: "front", name: "Front", size: back.size, order: 1 };
  switch (fold) {
    case "side":
    case "top":
      return [back, front];
    case "tri":
      return [
        { id: "inner", name: "Inner panel", size: roundDown(w - INNER_SHORT, grid), order: 1 },
        back,
        { ...front, order: 2 },
      ];
    case "gate": {
      const size = roundDown(w / 2 - GATE_SHORT, grid);
      return [
        { id: "left", name: "Left gate", size, order: 1 },
        back,
        { id: "right", name: "Right gate", size, order: 1 },
      ];
    }
  }
}

function draft({ contents, stock, settings: set, setup }: Input) {
  const w = roundDown(contents.width, setup.grid);
  const h = roundDown(contents.height, setup.grid);
  const down = set.fold === "top";
  const strips = stripsFor(set.fold, w, h, setup.grid);
  const long = strips.reduce((sum, s) => sum + s.size, 0);
  const [width, height] = down ? [w, long] : [long, h];
  // a place `along` the row of panels and `across` it
  const at = (along: number, across: number): Point => (down ? [across, long - along] : [along, across]);
  const wide = down ? w : h;

  const starts = strips.map((_, i) => strips.slice(0, i).reduce((sum, s) => sum + s.size, 0));
  const folds = strips.flatMap((strip, i): Fold[] => {
    if (strip.order === undefined) return [];
    const before = strips[i + 1]?.id === "back";
    const score = (starts[i] as number) + (before ? strip.size : 0);
    return [
      {
        id: `score-${strip.id}`,
        panels: ["back", strip.id],
        from: at(score, 0),
        to: at(score, wide),
        angle: -180,
        order: strip.order,
      },
    ];
  });
  // a rounding ends before the nearest score: on a narrow gate it is the gate that limits it
  const r = Math.max(
    0,
    Math.min(set.cornerRadius, wide / 2 - 1, ...[strips[0], strips.at(-1)].map((s) => (s?.size ?? 0) - 1)),
  );
  const sheet = roundCorners(
    [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ],
    [r, r, r, r],
  );
  const panels = scoreBlank(
    sheet,
    folds,
    strips.map(({ id, name, size }, i) => ({ id, name, at: at((starts[i] as number) + size / 2, wide / 2) })),
  );
  const blank = { width, height };
  return finishedPiece(
    { width: w, height: h },
    [{ id: "card", name: "Card base", quantity: 1, blank, root: "back", panels, folds, cuts: [], glue: [] }],
    dimensions({ blank, w, h, r, down, strips, starts, at }),
    { finished: { width: w, height: h, thickness: (set.fold === "tri" ? 3 : 2) * stock.caliper } },
  );
}

interface Figures {
  readonly blank: { readonly width: number; readonly height: number };
  readonly w: number;
  readonly h: number;
  readonly r: number;
  readonly down: boolean;
  readonly strips: readonly Strip[];
  readonly starts: readonly number[];
  readonly at: (along: number, across: number) => Point;
}

function dimensions({ blank: { width, height }, w, h, r, down, strips, starts, at }: Figures): Dimension[] {
  const piece = "card";
  const backAt = starts[strips.findIndex((s) => s.id === "back")] as number;
  const [one, two] = strips as readonly [Strip, Strip];
  const first = one.size;
  // the strip that moves about the first score
  const firstFolds = one.order === undefined ? two.id : one.id;
  // how many times the sheet grows when the card does: the end that is dragged moves that much further
  const times = Math.round((down ? height : width) / (down ? h : w));
  const found: Dimension[] = [
    ...sheetSizes(piece, { width, height }),
    // the first score from the stop: on the sheet's left, or from its top down
    {
      id: "first-score",
      piece,
      from: at(0, 0),
      to: at(first, 0),
      offset: 1,
      value: first,
      lights: [`score-${firstFolds}`],
    },
    down
      ? {
          id: "contents-width",
          piece,
          from: [0, h * 0.16],
          to: [w, h * 0.16],
          offset: 0,
          value: w,
          sets: "contents.width",
          lights: ["front"],
        }
      : {
          id: "contents-width",
          piece,
          from: [backAt, h * 0.16],
          to: [backAt + w, h * 0.16],
          offset: 0,
          value: w,
          sets: "contents.width",
          gain: 1 / Math.max(1, times - 1),
          lights: ["back"],
        },
    down
      ? {
          id: "contents-height",
          piece,
          from: [w / 4, h],
          to: [w / 4, 2 * h],
          offset: 0,
          value: h,
          sets: "contents.height",
          gain: 0.5,
          lights: ["back"],
        }
      : {
          id: "contents-height",
          piece,
          from: [backAt + w * 0.75, 0],
          to: [backAt + w * 0.75, h],
          offset: 0,
          value: h,
          sets: "contents.height",
          lights: ["back"],
        },
  ];
  if (r > 0) {
    const near = r * (1 - Math.SQRT1_2);
    found.push({
      id: "corner-radius",
      piece,
      from: [near, near],
      to: [r, r],
      offset: 0,
      value: r,
      sets: "settings.cornerRadius",
      lights: ["outline"],
    });
  }
  return found;
}

export const cardBase = defineForm({
  id: "card-base",
  title: "Card base",
  kind: "card",
  about: "A card folded once or twice, to put inside an envelope.",
  methods: ["scoring-board"],
  settings,
  heaviest: 350,
  faces: ({ fold }) => stripsFor(fold as Input["settings"]["fold"], 1, 1, 1).map(({ id, name }) => ({ id, name })),
  draft,
});
