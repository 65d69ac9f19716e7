/**
 * Envelope liner: a sheet of patterned paper that shows inside an envelope when its flap is open.
 *
 *           ╱╲           flap part: the envelope's flap less the gum line, 10 mm, along its free edges
 *         ╱    ╲
 *     ┌─┴╌╌╌╌╌╌╌╌┴─┐     score where the flap folds
 *     │   lining   │ deep
 *     └────────────┘
 *      inside − 2 × 3 mm
 *
 * The shape is taken from the drafted envelope itself, whatever its form, so that the two cannot disagree. The gum line
 * is widened by less than a mark where that brings the score onto the ruler.
 */
import { z } from "zod";
import { boards } from "../catalogue/boards.ts";
import { boundsOf, clipConvex, flatten, insetConvex, polygon } from "../geometry/path.ts";
import { cross, direction, dot, type Point, subtract } from "../geometry/point.ts";
import { defineForm, type DraftInput, type Form } from "../model/form.ts";
import type { Dimension } from "../model/piece.ts";
import { autoLength, choice, length } from "../model/setting.ts";
import { roundDown } from "../units/ruler.ts";
import { finishedPiece, sheetSizes } from "./finishedPiece.ts";
import { openEndEnvelope } from "./openEndEnvelope.ts";
import { pointedEnvelope } from "./pointedEnvelope.ts";
import { sideSeamEnvelope } from "./sideSeamEnvelope.ts";
import { squareBlankEnvelope } from "./squareBlankEnvelope.ts";

const LINED = {
  "square-blank-envelope": squareBlankEnvelope,
  "side-seam-envelope": sideSeamEnvelope,
  "pointed-envelope": pointedEnvelope,
  "open-end-envelope": openEndEnvelope,
} as const satisfies Readonly<Record<string, Form>>;

const settings = z.strictObject({
  envelope: choice(
    "For",
    {
      "square-blank-envelope": "Square-blank envelope",
      "side-seam-envelope": "Side-seam envelope",
      "pointed-envelope": "Pointed envelope",
      "open-end-envelope": "Open-end envelope",
    },
    "square-blank-envelope",
    "The envelope for these contents, with its usual settings.",
  ),
  sides: length("Free at the sides", {
    default: 3,
    min: 1,
    max: 20,
    about: "Narrower than the envelope's inside, at each side.",
  }),
  gum: length("Gum line", {
    default: 10,
    min: 4,
    max: 30,
    about: "Left free along the flap's edges for the gum.",
  }),
  deep: autoLength("Into the pocket", {
    min: 15,
    max: 400,
    about: "How far it reaches down from the flap's fold; to the bottom unless set.",
    handle: "liner-deep",
    follows: "height",
  }),
});

type Input = DraftInput<z.output<typeof settings>>;

/** The envelope's closing flap and body, seen from its fold: x along it from the body's left, y towards the flap's tip. */
function flapOf(input: Input): { readonly across: number; readonly up: number; readonly flap: readonly Point[] } {
  const form: Form = LINED[input.settings.envelope];
  const board = form.methods.includes(input.setup.kind)
    ? input.setup.board
    : boards.find((b) => form.methods.includes(b.kind));
  if (!board) throw new Error(`no board makes '${form.id}'`);
  const { pieces } = form.draft({
    ...input,
    settings: form.settings.parse({}),
    setup: { ...input.setup, board, kind: board.kind },
  });
  const piece = pieces[0];
  const fold = piece?.folds.reduce((last, f) => (f.order >= last.order ? f : last));
  const panel = (id: string | undefined) => flatten(piece?.panels.find((p) => p.id === id)?.outline ?? []);
  if (!piece || !fold) throw new Error(`'${form.id}' has no flap to line`);
  const ahead = direction(fold.from, fold.to);
  const local = (p: Point): Point => [dot(ahead, subtract(p, fold.from)), cross(ahead, subtract(p, fold.from))];
  // the flap lies to the left of its fold or to the right: turned so that it is up
  const flap = panel(fold.panels[1]).map(local);
  const sign = boundsOf(flap).top > 1 ? 1 : -1;
  const upright = (p: Point): Point => (sign > 0 ? p : [-p[0], -p[1]]);
  const body = boundsOf(panel(piece.root).map((p) => upright(local(p))));
  return {
    across: body.right - body.left,
    up: -body.bottom,
    flap: flap.map(upright).map(([x, y]): Point => [x - body.left, y]),
  };
}

/** The flap, convex in every form, less the gum line along its free edges; its fold is no free edge, so it is pulled down out of the way first. */
function gummed(flap: readonly Point[], gum: number, left: number, right: number): Point[] {
  const { left: l, right: r, top } = boundsOf(flap);
  const pulled = flap.map(([x, y]): Point => [x, y < 1e-6 ? -3 * gum : y]);
  const window: Point[] = [
    [Math.max(left, l), 0],
    [Math.min(right, r), 0],
    [Math.min(right, r), top],
    [Math.max(left, l), top],
  ];
  return clipConvex(insetConvex(pulled, gum), window);
}

/** Near enough to the mark (mm): what is left is cut off the tip. */
const ON_MARK_MM = 1e-3;
/** The flap part shrinks evenly as the gum line widens, but for roundings: the straight guess is right at once or soon. */
const GUESSES = 6;

/** The flap part, its gum line widened by at most one mark of the ruler so that it ends on a mark. */
function onMark(flap: readonly Point[], asked: number, left: number, right: number, grid: number) {
  const at = (gum: number) => {
    const shape = gummed(flap, gum, left, right);
    return { gum, shape, depth: shape.length < 3 ? 0 : boundsOf(shape).top };
  };
  let [low, high] = [at(asked), at(asked + grid)];
  const wanted = roundDown(low.depth, grid);
  for (let i = 0; i < GUESSES && low.depth - wanted > ON_MARK_MM && high.depth < wanted; i += 1) {
    const guess = at(low.gum + ((high.gum - low.gum) * (low.depth - wanted)) / (low.depth - high.depth));
    if (guess.depth >= wanted) low = guess;
    else high = guess;
  }
  return { wanted, shape: low.shape };
}

function draft(input: Input) {
  const { settings: set } = input;
  const { grid } = input.setup;
  const { across, up, flap } = flapOf(input);
  const width = roundDown(across - 2 * Math.min(set.sides, across / 4), grid);
  const [left, right] = [(across - width) / 2, (across + width) / 2];
  const deep = roundDown(set.deep === "auto" ? up - 3 : Math.min(set.deep, up - 3), grid);
  const { wanted, shape } = onMark(flap, set.gum, left, right, grid);
  const tip = shape
    .map(([x, y]): Point => [x - left, Math.min(y, wanted) + deep])
    .filter((p, i, all) => {
      const before = all[(i + all.length - 1) % all.length] as Point;
      return Math.abs(p[0] - before[0]) + Math.abs(p[1] - before[1]) > 1e-6;
    });
  const blank = { width, height: deep + wanted };
  // a flap too shallow for its gum line leaves nothing to line there
  const lined = wanted >= grid && tip.length > 2;
  const feet = tip.filter((p) => Math.abs(p[1] - deep) < 1e-6).sort((a, b) => a[0] - b[0]);
  const [a, b] = [feet[0], feet.at(-1)];
  const piece = "liner";
  const corners: Point[] = [[0, 0], [width, 0], [width, deep], ...(lined && a && b ? [b, a] : []), [0, deep]];
  const body = polygon(
    corners.filter((p, i) => {
      const before = corners[(i + corners.length - 1) % corners.length] as Point;
      return Math.abs(p[0] - before[0]) + Math.abs(p[1] - before[1]) > 1e-6;
    }),
  );
  const folded = lined && a && b;
  const dimensions: Dimension[] = [
    ...sheetSizes(piece, { width, height: folded ? blank.height : deep }),
    ...(folded
      ? ([
          {
            id: "first-score",
            piece,
            from: [0, blank.height],
            to: [0, deep],
            offset: 1,
            value: wanted,
            lights: ["score-flap"],
          },
        ] satisfies Dimension[])
      : []),
    {
      id: "liner-deep",
      piece,
      from: [width / 2, deep],
      to: [width / 2, 0],
      offset: 0,
      value: deep,
      sets: "settings.deep",
      lights: ["lining"],
    },
  ];
  const size = { width, height: deep };
  return finishedPiece(
    size,
    [
      {
        id: piece,
        name: "Liner",
        quantity: 1,
        blank: folded ? blank : size,
        root: "lining",
        panels: [
          { id: "lining", name: "Lining", outline: body },
          ...(folded ? [{ id: "flap", name: "Flap part", outline: polygon(tip) }] : []),
        ],
        folds: folded ? [{ id: "score-flap", panels: ["lining", "flap"], from: a, to: b, angle: 180, order: 1 }] : [],
        cuts: [],
        glue: [],
      },
    ],
    dimensions,
    { finish: { kind: "glue", code: "fit-liner" } },
  );
}

export const envelopeLiner = defineForm({
  id: "envelope-liner",
  title: "Envelope liner",
  kind: "part",
  about: "Patterned paper that shows when the flap is open, cut to the envelope it goes in.",
  methods: ["scoring-board"],
  settings,
  heaviest: 140,
  draft,
});
