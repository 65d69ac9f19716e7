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
import { boards } from "../catalogue/tools.ts";
import { boundsOf, clipConvex, flatten, insetConvex, roundCorners } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { heightOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { flap, panel, part, sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { defineForm, type DraftInput, type Form, makes } from "./form.ts";
import { openEndEnvelope } from "./openEndEnvelope.ts";
import { pointedEnvelope } from "./pointedEnvelope.ts";
import { sideSeamEnvelope } from "./sideSeamEnvelope.ts";
import { squareBlankEnvelope } from "./squareBlankEnvelope.ts";

const LINED = [squareBlankEnvelope, sideSeamEnvelope, pointedEnvelope, openEndEnvelope] as const;

const settings = z.strictObject({
  envelope: choice(
    "For",
    Object.fromEntries(LINED.map((form) => [form.id, form.title])),
    squareBlankEnvelope.id,
    "The envelope for these contents, with its usual settings.",
  ),
  sides: mm("Free at the sides", 3, [1, 20], "Narrower than the envelope's inside, at each side."),
  gum: mm("Gum line", 10, [4, 30], "Left free along the flap's edges for the gum."),
  deep: autoMm(
    "Into the pocket",
    [15, 400],
    "How far it reaches down from the flap's fold; to the bottom unless set.",
    {
      follows: "height",
    },
  ),
});

type Input = DraftInput<z.output<typeof settings>>;

/** The envelope's body and its closing flap, seen from their fold: x from the body's left, y towards the flap's tip. */
function flapOf(input: Input): { readonly across: number; readonly up: number; readonly flap: readonly Point[] } {
  const form: Form = LINED.find((f) => f.id === input.settings.envelope) ?? squareBlankEnvelope;
  const tool = makes(form, input.setup.kind) ? input.setup.tool : boards.find((b) => makes(form, b.kind));
  if (!tool) throw new Error(`no board makes '${form.id}'`);
  const setup = { ...input.setup, tool, kind: tool.kind };
  const { holds } = form.draft({ ...input, settings: form.settings.parse({}), setup });
  const closing = holds?.closes?.at(-1);
  if (!holds || !closing) throw new Error(`'${form.id}' has no flap to line`);
  const { width: across, height: up } = holds.on;
  const outline = roundCorners(
    closing.corners.map(([x, y]): Point => [x, y]),
    closing.corners.map(([, , r = 0]) => r),
  );
  return { across, up, flap: flatten(outline).map(([x, y]): Point => [x, y - up]) };
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

/** Without corners that lie on one another. */
const spaced = (points: readonly Point[]): Point[] =>
  points.filter((p, i) => distance(p, points[(i + points.length - 1) % points.length] as Point) > 1e-6);

function draft(input: Input): Said {
  const { settings: set } = input;
  const { grid } = input.setup;
  const { across, up, flap: lined } = flapOf(input);
  const width = roundDown(across - 2 * Math.min(set.sides, across / 4), grid);
  const [left, right] = [(across - width) / 2, (across + width) / 2];
  const deep = roundDown(set.deep === "auto" ? up - 3 : Math.min(set.deep, up - 3), grid);
  const { wanted, shape } = onMark(lined, set.gum, left, right, grid);
  const tip = spaced(shape.map(([x, y]): Point => [x - left, Math.min(y, wanted)]));
  const feet = tip.filter(([, y]) => Math.abs(y) < 1e-6).map(([x]) => x);
  const [from, to] = [Math.min(...feet), Math.max(...feet)];
  // a flap too shallow for its gum line leaves nothing to line there
  const folds = wanted >= grid && tip.length > 2 && feet.length > 1;

  const lining = panel("lining", "Lining", width, deep);
  // walked from the right, so that its own x runs to the left
  const own = tip.filter(([, y]) => y > 1e-6).map(([x, y]): Point => [to - x, y]);
  const corners = [...own].sort((a, b) => turnFrom(to - from, a) - turnFrom(to - from, b));
  const flaps = folds
    ? [
        flap("flap", "Flap part", part(lining.top, width - to, from), () => ({ relief: 0, deep: wanted, corners }), {
          order: 1,
        }),
      ]
    : [];
  return {
    sheets: [sheet("liner", "Liner", [lining, ...flaps])],
    size: { width, height: deep },
    figures: { deep: heightOf(lining) },
    finish: { kind: "glue", code: "fit-liner", ...(folds && { held: { run: rimOf(own), wide: GUM_TAPE } }) },
  };
}

/** mm round the flap part from one end of its fold to the other: what is glued to the flap. */
const rimOf = (corners: readonly Point[]): number =>
  corners.reduce((sum, p, i) => sum + distance(p, corners[i + 1] ?? p), 0);
/** The tape that goes inside the gum line, mm: the narrowest on the shelf. */
const GUM_TAPE = 3;

/** Where a corner stands round the middle of a fold so long: from its start to its end. */
const turnFrom = (long: number, [x, y]: Point): number => Math.atan2(x - long / 2, y);

/** The paper that lines an envelope, from its bottom to its flap. */
export const envelopeLiner = defineForm({
  id: "envelope-liner",
  title: "Envelope liner",
  purpose: "part",
  about: "Patterned paper that shows when the flap is open, cut to the envelope it goes in.",
  settings,
  outside: "back",
  heaviest: 140,
  draft,
});
