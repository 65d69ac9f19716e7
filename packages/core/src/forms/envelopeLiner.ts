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
import { flatten } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { heightOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { edgeOf, flap, panel, part, type Rectangle } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { leastOn, roundDown } from "../units/ruler.ts";
import { GUM_TAPE, onMark, rimOf, spaced, turnFrom } from "./builds/gumLine.ts";
import { defineForm, type Form, type InputOf, makes, unlessSet } from "./form.ts";
import { openEndEnvelope } from "./openEndEnvelope.ts";
import { pointedEnvelope } from "./pointedEnvelope.ts";
import { sideSeamEnvelope } from "./sideSeamEnvelope.ts";
import { squareBlankEnvelope } from "./squareBlankEnvelope.ts";
import { FORM_TITLES } from "./titles.ts";

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

type LinerInput = InputOf<typeof settings>;

/** The lining ends so far above the envelope's fold at its bottom, mm. */
const ABOVE_FOLD = 3;

/** The envelope's body and its closing flap, seen from their fold: x from the body's left, y towards the flap's tip. */
function flapOf(input: LinerInput): { readonly across: number; readonly up: number; readonly flap: readonly Point[] } {
  const form: Form = LINED.find((f) => f.id === input.settings.envelope) ?? squareBlankEnvelope;
  const tool = makes(form, input.setup.kind) ? input.setup.tool : boards.find((b) => makes(form, b.kind));
  if (!tool) throw new Error(`no board makes '${form.id}'`);
  const setup = { ...input.setup, tool, kind: tool.kind };
  const { holds } = form.draft({ ...input, settings: form.settings.parse({}), setup });
  const closing = holds?.closes?.at(-1);
  if (!holds || !closing) throw new Error(`'${form.id}' has no flap to line`);
  const { width: across, height: up } = holds.on;
  return { across, up, flap: flatten(edgeOf(closing)).map(([x, y]): Point => [x, y - up]) };
}

/** The flap part, hung on the lining's upper edge, its corners from the one end of its fold to the other; none where nothing is left to line. */
function lined(lining: Rectangle, left: number, { wanted, shape }: ReturnType<typeof onMark>, grid: number) {
  const tip = spaced(shape.map(([x, y]): Point => [x - left, Math.min(y, wanted)]));
  const feet = tip.filter(([, y]) => Math.abs(y) < 1e-6).map(([x]) => x);
  // a flap too shallow for its gum line leaves nothing
  if (wanted < leastOn(grid) || tip.length < 3 || feet.length < 2) return [];
  const [from, to] = [Math.min(...feet), Math.max(...feet)];
  // walked from the right, so that its own x runs to the left
  const own = tip.filter(([, y]) => y > 1e-6).map(([x, y]): Point => [to - x, y]);
  const corners = [...own].sort((a, b) => turnFrom(to - from, a) - turnFrom(to - from, b));
  const edge = part(lining.top, lining.width - to, from);
  return [
    {
      rim: rimOf(own),
      made: flap("flap", "Flap part", edge, () => ({ relief: 0, deep: wanted, corners }), { order: 1 }),
    },
  ];
}

function draft(input: LinerInput): Said {
  const { settings: set } = input;
  const { grid } = input.setup;
  const { across, up, flap: over } = flapOf(input);
  const width = roundDown(across - 2 * Math.min(set.sides, across / 4), grid);
  const [left, right] = [(across - width) / 2, (across + width) / 2];
  const most = up - ABOVE_FOLD;
  const lining = panel("lining", "Lining", width, roundDown(Math.min(unlessSet(set.deep, most), most), grid));
  const flaps = lined(lining, left, onMark(over, set.gum, left, right, grid), grid);
  const [part] = flaps;
  return {
    sheets: [sheet("liner", "Liner", [lining, ...flaps.map((f) => f.made)])],
    size: { width, height: lining.height },
    figures: { deep: heightOf(lining) },
    finish: {
      ...{ kind: "glue", code: "fit-liner", facts: { gum: set.gum, sides: (across - width) / 2 } },
      ...(part && { held: { run: part.rim, wide: GUM_TAPE } }),
    },
  };
}

/** The paper that lines an envelope, from its bottom to its flap. */
export const envelopeLiner = defineForm({
  id: "envelope-liner",
  title: FORM_TITLES["envelope-liner"],
  purpose: "part",
  about: "Patterned paper that shows when the flap is open, cut to the envelope it goes in.",
  settings,
  outside: "back",
  heaviest: 140,
  draft,
});
