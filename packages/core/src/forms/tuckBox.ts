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
import { tapered } from "../paper/shape.ts";
import { type Edge, flap, panel, sheet } from "../paper/sheet.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { boxRoom, boxStrip, foldedRound, LEAST_WALL, offFold } from "./shared/box.ts";
import { betweenWalls } from "./shared/clearance.ts";
import { defineForm, type DraftInput } from "./form.ts";

const settings = z.strictObject({
  play: boxRoom,
  stripWide: boxStrip,
  tuck: mm("Tucks", 18, [10, 30], "How far the lids go in behind the front."),
  cornerRadius: mm("Round the tucks", 6, [0, 15], "The two free corners of each tuck."),
});

type Input = DraftInput<z.output<typeof settings>>;

/** A tuck is so much narrower than its lid on each side, a dust flap than its wall: shoulders that hold, and room to turn. */
const SHOULDER = 1.5;
/** Dust flaps reach no further than this part of the width, so that they do not meet. */
const DUST_PART = 0.45;
const DUST = 25;

/** Sizes, mm: what is inside and the plies in its way, on the ruler. */
function sizesOf({ contents, stock, settings: { play }, setup: { grid } }: DraftInput<{ play: number }>) {
  const ply = stock.caliper;
  const { width, height, thickness } = contents;
  // the strip stands inside the left wall, dust flaps under the lids, the tuck inside the front
  const across = roundUp(betweenWalls(width, 0, play) + ply, grid);
  const up = roundUp(betweenWalls(height, 0, play) + 2 * ply, grid);
  const depth = roundUp(Math.max(betweenWalls(thickness, 0, play) + 2 * ply, LEAST_WALL), grid);
  return { across, up, depth, ply };
}

function draft(input: Input): Said {
  const { contents, settings: set, setup } = input;
  const { grid } = setup;
  const { across, up, depth, ply } = sizesOf(input);
  const back = panel("back", "Back", across, up);
  const round = { across, depth, stripWide: set.stripWide, grid, order: 2, called: "wall" } as const;
  const { strip, right, front, left } = foldedRound(back, round);

  const tucked = roundDown(Math.min(set.tuck, up / 2 - 1), grid);
  const dusty = roundDown(Math.min(DUST, across * DUST_PART, Math.max(depth, 12)), grid);
  const ends = (["upper", "lower"] as const).map((end) => {
    const top = end === "upper";
    const [id, name] = top ? ["upper", "Upper"] : ["lower", "Lower"];
    const order = top ? 5 : 3;
    const dust = (side: string, on: Edge) =>
      flap(
        `${id}-dust-${side}`,
        `${name} dust flap`,
        on,
        tapered({ deep: dusty, slope: 0.1, relief: offFold(SHOULDER, ply) }),
        {
          ...{ order, angle: 90, lift: 1 },
        },
      );
    const flaps = [dust("right", top ? right.end : right.start), dust("left", top ? left.end : left.start)];
    const lid = flap(`${id}-lid`, `${name} lid`, top ? back.top : back.bottom, tapered({ deep: depth, relief: ply }), {
      order: order + 1,
      angle: 90,
    });
    const tuck = flap(
      `${id}-tuck`,
      `${name} tuck`,
      lid.tip,
      tapered({ deep: tucked, relief: SHOULDER, slope: 0.05, round: set.cornerRadius }),
      { order: order + 1, angle: 90, lift: 1 },
    );
    return { flaps, lid, tuck };
  });
  const [above] = ends as [(typeof ends)[number]];
  return {
    sheets: [
      sheet("box", "Tuck box", [back, strip, right, front, left, ...ends.flatMap((e) => [...e.flaps, e.lid, e.tuck])], {
        rounding: set.cornerRadius,
      }),
    ],
    holds: {
      on: back,
      across: across - ply,
      // what is thinner than a shoulder slips in under the dust flaps
      up: up - (contents.thickness > offFold(SHOULDER, ply) ? 2 * ply : 0),
      depth: depth - ply,
      at: [(across + ply) / 2, up / 2],
      closes: [...above.flaps, above.lid, above.tuck],
      asks: "play",
    },
    glue: [glued(left, strip, { widens: "stripWide" })],
    closing: "tuck-in",
    figures: { stripWide: depthOf(strip), tuck: depthOf(above.tuck) },
    measured: { wall: depthOf(right, 0.5, { lights: ["right-wall", "left-wall"] }) },
  };
}

/** A box that is closed by tucking its lids in. */
export const tuckBox = defineForm({
  id: "tuck-box",
  title: "Tuck box",
  purpose: "treat",
  about: "Four walls, and a lid above and below that tucks in behind the front.",
  settings,
  outside: "back",
  grounds: () => [
    { panel: "front", name: "Front", sides: { outside: 0 } },
    { panel: "back", name: "Back", sides: { outside: 0 } },
  ],
  heaviest: 350,
  usualStock: "cover-250",
  draft,
});
