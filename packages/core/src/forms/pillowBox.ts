/**
 * Pillow box: two panels round what is inside, closed at both ends by lenses folded in along curved scores.
 *
 *        ╭──────────────────╮  strip, glued behind the first panel
 *      ╭─)                  (─╮
 *      │ )      front       ( │  lenses: the score stands q into the panel, the edge q out of it
 *      ╰─)                  (─╯
 *      ╭─)                  (─╮
 *      │ )      back        ( │  Folded square, the score leans 45°: the pillow is 2q thick in its middle, and each
 *      ╰─)                  (─╯  lens reaches just across. How wide it then is follows from the arc.
 */
import { z } from "zod";
import { CURVE_SAG_MM } from "../geometry/tolerance.ts";
import { mm, number } from "../model/setting.ts";
import { depthOf, heightOf, widthOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { arched, lens, tapered } from "../paper/shape.ts";
import { flap, panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { section } from "./builds/pillowSection.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { LEAST_PLAY_MM } from "./shared/clearance.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  play: mm("Room to spare", 2, [0, 20], "Free room asked for along each side.", { kin: "room" }),
  roundness: number(
    "Roundness",
    16,
    [8, 20],
    "in 100",
    "How far the ends stand in, for so much of panel; at 20.7 its sides stand upright.",
  ),
  stripWide: mm("Glue strip", 12, [8, 20], "How wide the strip is that closes it round."),
});

/** Plies in the way of what is inside: the strip, and lenses that lie one on the other at both ends. */
const PLIES = 4;

/** Sizes, mm: how far its ends stand in (q), its panels round it and along it, and the room under its bulge. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: InputOf<typeof settings>) {
  const { width, height, thickness } = contents;
  const rise = set.roundness / 100;
  const half = section(rise);
  const play = Math.max(set.play, LEAST_PLAY_MM);
  const plies = PLIES * stock.caliper;
  const [wide, thick] = [width + play, thickness + plies + 4 * CURVE_SAG_MM];
  // the narrowest panel under whose bulge the contents' upper corners still are
  const corner = half.findLast(({ out, high }) => high * wide >= out * thick && out > 0) ?? { out: 1e-3, high: 0 };
  const around = roundUp(wide / 2 / corner.out, grid);
  const q = rise * around;
  const long = roundUp(height + play + 2 * q + plies, grid);
  const gap = {
    width: 2 * corner.out * around - width,
    height: long - 2 * q - height - plies,
    depth: 2 * corner.high * around - thickness,
  };
  return { q, around, long, chord: 2 * around * (half.at(-1)?.out ?? 0), gap };
}

function draft(input: InputOf<typeof settings>): Said {
  const { stock, settings: set, setup } = input;
  const { q, around, long, chord, gap } = sizesOf(input);
  const ends = arched(-q);
  const back = panel("back", "Back", long, around, { edges: { left: ends, right: ends } });
  const front = flap("front", "Front", back.top, tapered({ deep: around, sides: ends }), { order: 2 });
  // it stays clear of the lenses, which lean on its ends
  const relief = Math.max(1, 4 * stock.caliper);
  const seam = tapered({ deep: roundUp(Math.min(set.stripWide, around / 3), setup.grid), slope: 1, relief });
  const strip = flap("seam-strip", "Glue strip", front.tip, seam, { order: 1 });
  // one end is closed, the box is filled, then the other end is closed
  const first = { order: 3, angle: 90 };
  const last = { order: 4, angle: 90 };
  const closes = [
    flap("back-right", "Right end, inner", back.right, lens(q), last),
    flap("front-right", "Right end, outer", front.start, lens(q), { ...last, lift: 1 }),
  ];
  const lenses = [
    flap("back-left", "Left end, inner", back.left, lens(q), first),
    flap("front-left", "Left end, outer", front.end, lens(q), { ...first, lift: 1 }),
    ...closes,
  ];
  return {
    sheets: [sheet("box", "Pillow box", [back, front, strip, ...lenses], { grid: setup.grid })],
    glue: [glued(strip, back)],
    holds: {
      on: back,
      across: long - 2 * q,
      up: chord,
      depth: 2 * q,
      turned: 90,
      from: "right",
      closes,
      asks: "play",
      gap,
    },
    finished: { width: chord, height: long, thickness: 2 * q },
    measured: { around: heightOf(back, 0.3), long: widthOf(back, 0.3) },
    figures: { stripWide: depthOf(strip) },
  };
}

/** A box that bulges, for small treats. */
export const pillowBox = defineForm({
  id: "pillow-box",
  title: FORM_TITLES["pillow-box"],
  purpose: "treat",
  about: "A box without flat sides: two panels that bulge, and ends that fold in.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Front", 180), ground("back", "Back")],
  heaviest: 350,
  usualStock: "cover-250",
  draft,
});
