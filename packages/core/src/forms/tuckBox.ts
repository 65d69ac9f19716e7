/**
 * Tuck box: four walls round what is inside, closed above and below by a lid that is tucked in behind the front.
 *
 *          ┌──────────────┐  tuck        Round: strip, back, right wall, front, left wall; the strip is glued inside the
 *          ├╌╌╌╌╌╌╌╌╌╌╌╌╌╌┤  lid         left wall.
 *        ╭─┤              ├─╮dust ┌───────────┐  ╭─╮
 *      ┌─┬─┼──────────────┼───────┼──────────────┼───────┐      Dust flaps lie one ply under the lids, the tuck one ply
 *      │s│ │    back      │ right │    front     │ left  │      inside the front.
 *      └─┴─┼──────────────┼───────┼──────────────┼───────┘
 *        ╰─┤              ├─╯                    ╰─╯
 *          └──────────────┘
 *      strip     across    depth      across      depth
 */
import { z } from "zod";
import { mm } from "../model/setting.ts";
import { depthOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { SHOULDER, tuckedEnd } from "./builds/tuckedEnd.ts";
import { defineForm, ground, type InputOf } from "./form.ts";
import { boxRoom, boxStrip, foldedRound, leastWall, offFold } from "./shared/box.ts";
import { betweenWalls } from "./shared/clearance.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  play: boxRoom,
  stripWide: boxStrip,
  tuck: mm("Tucks", 18, [10, 30], "How far the lids go in behind the front."),
  cornerRadius: mm("Round the tucks", 6, [0, 15], "The two free corners of each tuck."),
});

/** Dust flaps reach no further than this part of the width, so that they do not meet. */
const DUST_PART = 0.45;
const DUST = 25;

/** Sizes, mm: what is inside and the plies in its way, on the ruler. */
function sizesOf({ contents, stock, settings: { play, tuck }, setup: { grid } }: InputOf<typeof settings>) {
  const ply = stock.caliper;
  const { width, height, thickness } = contents;
  // the strip stands inside the left wall, dust flaps under the lids, the tuck inside the front
  const across = roundUp(betweenWalls(width, ply, play) + ply, grid);
  const up = roundUp(betweenWalls(height, ply, play) + 2 * ply, grid);
  const depth = roundUp(Math.max(betweenWalls(thickness, ply, play) + ply, leastWall(grid)), grid);
  const dust = roundDown(Math.min(DUST, across * DUST_PART, Math.max(depth, 12)), grid);
  return { across, up, depth, ply, dust, tuck: roundDown(Math.min(tuck, up / 2 - 1), grid) };
}

function draft(input: InputOf<typeof settings>): Said {
  const { contents, settings: set, setup } = input;
  const sizes = sizesOf(input);
  const { across, up, depth, ply } = sizes;
  const back = panel("back", "Back", across, up);
  const round = { across, depth, stripWide: set.stripWide, grid: setup.grid, order: 2, called: "wall" } as const;
  const { strip, right, front, left } = foldedRound(back, round);
  const ends = { ...sizes, round: set.cornerRadius };
  const upper = tuckedEnd({ ...ends, id: "upper", order: 5, on: { right: right.end, left: left.end, back: back.top } });
  const low = { right: right.start, left: left.start, back: back.bottom };
  const lower = tuckedEnd({ ...ends, id: "lower", order: 3, on: low });
  const panels = [back, strip, right, front, left, ...upper.panels, ...lower.panels];
  return {
    sheets: [sheet("box", "Tuck box", panels, { rounding: set.cornerRadius })],
    holds: {
      on: back,
      // from face to face
      across: across - 2 * ply,
      // what is thinner than a shoulder slips in under the dust flaps
      up: up - (contents.thickness > offFold(SHOULDER, ply) ? 3 * ply : ply),
      depth: depth - 2 * ply,
      at: [(across + ply) / 2, up / 2],
      closes: upper.panels,
      asks: "play",
    },
    glue: [glued(left, strip, { widens: "stripWide" })],
    closing: "tuck-in",
    figures: { stripWide: depthOf(strip), tuck: depthOf(upper.tuck) },
    measured: { wall: depthOf(right, 0.5, { lights: ["right-wall", "left-wall"] }) },
  };
}

/** A box that is closed by tucking its lids in. */
export const tuckBox = defineForm({
  id: "tuck-box",
  title: FORM_TITLES["tuck-box"],
  purpose: "treat",
  about: "Four walls, and a lid above and below that tucks in behind the front.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Front"), ground("back", "Back")],
  heaviest: 350,
  usualStock: "cover-250",
  draft,
});
