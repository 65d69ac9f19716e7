/**
 * Mask: a frame for inking or stamping, and its opposite from the same cut.
 *
 *     ┌───────────────┐   margin: the frame reaches past the card so that no ink gets round it
 *     │  ┌─────────┐  │
 *     │  │ window  │  │   border: what the frame covers of the card all round
 *     │  │         │  │
 *     │  └─────────┘  │   The window that drops out is the opposite: it covers the middle and leaves the border free.
 *     └───────────────┘
 */
import { z } from "zod";
import { type Path, placePath, polygon, roundCorners } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { defineForm, type DraftInput } from "../model/form.ts";
import type { Dimension } from "../model/piece.ts";
import { choice, length } from "../model/setting.ts";
import { roundDown } from "../units/ruler.ts";
import { finishedPiece, flatPiece, sheetSizes } from "./finishedPiece.ts";

const settings = z.strictObject({
  border: length("Border", {
    default: 10,
    min: 2,
    max: 150,
    about: "What the frame covers of the card, the same all round.",
    handle: "border",
  }),
  margin: length("Past the card", {
    default: 15,
    min: 0,
    max: 60,
    about: "How far the frame reaches past the card's edges.",
  }),
  shape: choice("Window", { rectangle: "Square corners", oval: "Oval" }, "rectangle", "The shape that is left open."),
  cornerRadius: length("Round the corners", { default: 0, min: 0, max: 60, about: "Of the window." }),
});

type Input = DraftInput<z.output<typeof settings>>;

/** Control length of a quarter ellipse as one cubic: 4/3·(√2 − 1), off by 0.03 % of the radius at most. */
const QUARTER = (4 / 3) * (Math.SQRT2 - 1);

/** An ellipse that fills a box at the origin, anticlockwise, as four cubics. */
function oval(width: number, height: number): Path {
  const [a, b] = [width / 2, height / 2];
  const ends: readonly Point[] = [
    [a, 0],
    [0, b],
    [-a, 0],
    [0, -b],
  ];
  const quarters = ends.map((from, i) => {
    const to = ends[(i + 1) % 4] as Point;
    return {
      kind: "cubic",
      from,
      control1: [from[0] + to[0] * QUARTER, from[1] + to[1] * QUARTER],
      control2: [to[0] + from[0] * QUARTER, to[1] + from[1] * QUARTER],
      to,
    } as const;
  });
  return placePath(quarters, { x: a, y: b, rotation: 0, flip: false });
}

const box = (width: number, height: number): Point[] => [
  [0, 0],
  [width, 0],
  [width, height],
  [0, height],
];

function draft({ contents, stock, settings: set, setup: { grid } }: Input) {
  const card = { width: roundDown(contents.width, grid), height: roundDown(contents.height, grid) };
  // the border comes out even: what rounding takes, it takes on both axes alike
  const border = Math.max(
    grid / 2,
    Math.min(roundDown(2 * set.border, grid) / 2, Math.min(card.width, card.height) / 2 - 5),
  );
  const margin = roundDown(set.margin, grid);
  const window = { width: card.width - 2 * border, height: card.height - 2 * border };
  const frame = { width: card.width + 2 * margin, height: card.height + 2 * margin };
  const radius = Math.min(set.cornerRadius, window.width / 2, window.height / 2);
  const opening =
    set.shape === "oval"
      ? oval(window.width, window.height)
      : roundCorners(box(window.width, window.height), [radius, radius, radius, radius]);
  const inset = margin + border;
  const piece = "frame";
  const dimensions: Dimension[] = [
    ...sheetSizes(piece, frame),
    {
      id: "border",
      piece,
      from: [margin, frame.height / 2],
      to: [inset, frame.height / 2],
      offset: 0,
      value: border,
      sets: "settings.border",
      lights: ["window"],
    },
    {
      id: "window-width",
      piece,
      from: [inset, frame.height * 0.4],
      to: [frame.width - inset, frame.height * 0.4],
      offset: 0,
      value: window.width,
      lights: ["window"],
    },
    {
      id: "window-height",
      piece,
      from: [frame.width * 0.6, inset],
      to: [frame.width * 0.6, frame.height - inset],
      offset: 0,
      value: window.height,
      lights: ["window"],
    },
  ];
  return finishedPiece(
    card,
    [
      flatPiece("frame", "Mask", polygon(box(frame.width, frame.height)), frame, [
        { id: "window", path: placePath(opening, { x: inset, y: inset, rotation: 0, flip: false }) },
      ]),
      { ...flatPiece("opposite", "Its opposite", opening, window), within: "frame" },
    ],
    dimensions,
    { finished: { ...card, thickness: stock.caliper } },
  );
}

export const mask = defineForm({
  id: "mask",
  title: "Mask and its opposite",
  kind: "part",
  about: "A frame for inking, and the piece that drops out of it.",
  methods: ["scoring-board"],
  settings,
  heaviest: 300,
  draft,
});
