/**
 * Tapered pouch: wider above than below, with an oval mouth and an arched handle.
 *
 *          ╭──────────╮   handle, of a paper of its own, glued behind the back
 *        ╭─╯          ╰─╮
 *   tab ╱┌──╲________╱──┐╲     Of two papers: the back is the outline alone, the front has three tabs glued on it.
 *      ╱ │    front     │ ╲
 *      ╲  ╲            ╱  ╱    Of one sheet: a base and two walls stand between back and front, for what is thick.
 *       ╲──╲__________╱──╱
 *           ╲________╱ tab
 */
import { z } from "zod";
import { find } from "../catalogue/entry.ts";
import { stocks } from "../catalogue/papers.ts";
import type { Cut } from "../model/piece.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import type { Stock } from "../model/spec.ts";
import { depthOf, heightOf, past } from "../paper/figure.ts";
import type { Covering, Laid, Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { arched, tapered } from "../paper/shape.ts";
import { type Edge, flap, part, type Rectangle, sheet, type Sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { betweenWalls, flatPocket } from "./shared/clearance.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { roomToSpare, sideTab, TAB_TAPER } from "./shared/pocket.ts";
import {
  type Face,
  faceOf,
  FROM_SIDE,
  GLUED,
  HAND,
  handHole,
  handleFor,
  sidesOf,
  wideOf,
} from "./shared/pouchParts.ts";

const settings = z.strictObject({
  build: choice(
    "Made of",
    { two: "Two papers, flat", one: "One sheet, with walls" },
    "two",
    "Walls give room for what is thick or loose.",
  ),
  play: roomToSpare(20),
  flare: mm("Wider above", 12, [2, 40], "How far each side leans out, from the foot to the mouth."),
  mouth: mm("Oval mouth", 12, [0, 40], "How far the front's upper edge dips."),
  front: autoMm("Front", [20, 500], "How high the front stands; its mouth dips to what is inside unless set.", {
    follows: "height",
  }),
  tall: mm("Above what is inside", 15, [0, 80], "How far the back stands above it."),
  tab: sideTab,
  handle: choice(
    "Handle",
    { none: "None", arch: "An arched strip, glued behind", hand: "A hole for the hand" },
    "arch",
    "What it is carried by.",
  ),
  handleHigh: mm("Handle's height", 50, [25, 150], "How far it stands above the back."),
  handleWide: mm("Handle's strip", 14, [8, 40], "How wide its paper is."),
  handlePaper: choice(
    "Handle's paper",
    Object.fromEntries([["same", "The same"], ...stocks.map(({ id, title }) => [id, title])]) as Record<string, string>,
    "same",
    "What its strip is cut from.",
  ),
  handOff: mm("Hole from the edge", 15, [3, 60], "Paper above the hole for the hand."),
});

type Input = DraftInput<z.output<typeof settings>>;

/** Plies of the tabs and front in the way of nothing but themselves: a front over walls stands one off. */
const OVER = -1;

/** A paper of the shelf; none for the draft's own. */
function paperNamed(id: string): Stock | undefined {
  const preset = find(stocks, id);
  return preset && { preset: preset.id, title: preset.title, caliper: preset.caliper, weight: preset.weight };
}

/** Both faces and what goes in, mm: they lean out by the same slope. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: Input) {
  const { width, height, thickness } = contents;
  const walled = set.build === "one";
  const foot = roundUp(walled ? betweenWalls(width, 0, set.play) : flatPocket(width, thickness, set.play), grid);
  const deep = roundUp(betweenWalls(thickness, 0, set.play) + stock.caliper, grid);
  // half the room below what is inside, and what bulges there
  const below = (set.play + (walled ? 0 : thickness)) / 2;
  const dip = Math.min(set.mouth, height / 2, width / 3);
  // its mouth dips to the upper end of what is inside
  const front = Math.max(
    set.front === "auto" ? roundUp(below + height + dip, grid) : roundUp(set.front, grid),
    dip + 15,
  );
  const hand = set.handle === "hand" ? set.handOff + HAND.high + HAND.clear : 0;
  const high = roundUp(Math.max(front, below + height) + Math.max(set.tall, hand), grid);
  const slope = set.flare / high;
  return { foot, deep, below, dip, front, high, slope, walled, wide: foot + 2 * set.flare };
}

/** The hole for the hand keeps enough paper above it. */
const carried = ({ settings: { handle, handOff } }: Input): readonly Covering[] =>
  handle !== "hand"
    ? []
    : [
        {
          ...{ setting: "handOff", mends: HAND.least, figure: handOff, least: HAND.least },
          ...{ code: "handle-torn", button: "hole-lower" },
        },
      ];

/** What is inside does not stand above the lowest place of the mouth. */
const held = ({ contents: { height }, setup }: Input, { front, dip, below }: ReturnType<typeof sizesOf>) =>
  [
    {
      ...{ setting: "front", figure: front - dip - below, least: height, code: "stands-out", button: "cover-more" },
      mends: roundUp(height + below + dip, setup.grid),
    },
  ] as const;

function draft(input: Input): Said {
  const { contents, settings: set } = input;
  const sizes = sizesOf(input);
  const { foot, high, below, slope, walled, wide, deep } = sizes;
  const back = faceOf("back", "Back", { foot, flare: set.flare, high }, 0);
  const handle =
    set.handle === "arch"
      ? handleFor({
          wide,
          strip: roundUp(set.handleWide, input.setup.grid),
          high: set.handleHigh,
          stock: paperNamed(set.handlePaper),
        })
      : undefined;
  const handles: readonly Laid[] = handle
    ? [
        {
          ...{ sheet: handle.made, onto: back, face: "back", told: "glue-handle" },
          at: [(wide + handle.span) / 2, high - GLUED],
        },
      ]
    : [];
  const hole = set.handle === "hand" ? [handHole(back, Math.min(HAND.wide, foot - 2 * FROM_SIDE), set.handOff)] : [];
  const { sheets, joins, glue, on, figures } = walled ? ofOne(input, back, hole) : ofTwo(input, back, hole);
  const middle = on.width / 2;
  // it widens upwards: at its foot what is inside has the least room
  const across = foot + 2 * slope * below;
  return {
    sheets: [...sheets, ...(handle ? [handle.made] : [])],
    joins: [...joins, ...handles],
    glue: [...glue, ...(handle?.legs ?? [])],
    holds: {
      on,
      across,
      up: on.height,
      ...(walled && { depth: deep }),
      at: [middle, below + contents.height / 2],
      open: "one",
      asks: "play",
      loose: true,
      gap: {
        width: across - contents.width - (walled ? 0 : contents.thickness),
        height: 0,
        depth: walled ? deep - contents.thickness : 0,
      },
    },
    covers: [...held(input, sizes), ...carried(input)],
    figures: {
      ...figures,
      flare: past({ panel: "back", from: [0, high], to: [set.flare, high] }, -0.001, 0.5, { value: set.flare }),
    },
  };
}

interface Built {
  readonly sheets: readonly [Sheet, ...Sheet[]];
  readonly joins: readonly Laid[];
  readonly glue: NonNullable<Said["glue"]>;
  /** the panel what is inside lies on */
  readonly on: Rectangle;
  readonly figures: NonNullable<Said["figures"]>;
}

/** The back is the outline alone; the front, of another paper, stands on three tabs glued to it. */
function ofTwo(input: Input, back: Rectangle, cuts: readonly Cut[]): Built {
  const { settings: set, stock, setup } = input;
  const { foot, front: tall, slope, dip, wide } = sizesOf(input);
  const face: Face = { foot, flare: slope * tall, high: tall };
  const front = faceOf("front", "Front", face, dip);
  const sides = sidesOf(face, "front");
  const tab = roundUp(set.tab, setup.grid);
  const shape = tapered({ deep: tab, relief: Math.max(1, 2 * stock.caliper), slope: TAB_TAPER });
  // below the mouth's dip beside it, and above the lower tab
  const bared = Math.min(tall / 3, 4 * dip * (tab / wide) + 2);
  const lower = flap("lower", "Lower tab", sides.bottom, shape, { order: 1 });
  const left = flap("left", "Left tab", part(sides.left, bared, tab + 1), shape, { order: 1 });
  const right = flap("right", "Right tab", part(sides.right, tab + 1, bared), shape, { order: 1 });
  const fronts = sheet("front", "Front", [front, left, right, lower], { grid: setup.grid });
  return {
    sheets: [sheet("back", "Back", [back], { cuts }), fronts],
    joins: [
      {
        ...{ sheet: fronts, onto: back, face: "front", flip: true, stands: true, told: "glue-tabs-on" },
        origin: [(wide + wideOf(face)) / 2, 0],
      },
    ],
    glue: [left, right, lower].map((one) => glued(one, back, { widens: "tab" })),
    on: front,
    figures: {
      front: heightOf(front, 0.25),
      tab: depthOf(left, 0.5, { lights: ["left", "right", "lower"] }),
      mouth: dip > 0 ? past(sides.top, -dip, 0.5) : undefined,
    },
  };
}

/** Base and walls between back and front, which comes up over the walls' tabs. */
function ofOne(input: Input, back: Rectangle, cuts: readonly Cut[]): Built {
  const { settings: set, stock, setup } = input;
  const { foot, front: tall, slope, dip, high, deep } = sizesOf(input);
  const sides = sidesOf({ foot, flare: set.flare, high }, "back");
  const rise = Math.hypot(1, slope);
  const above = (high - tall) * rise;
  const tab = Math.min(roundUp(set.tab, setup.grid), foot / 2 - 2);
  const wall = (id: string, name: string, on: Edge) => flap(id, name, on, tapered({ deep }), { order: 1, angle: 90 });
  const leftWall = wall("left-wall", "Left wall", part(sides.left, above, 0));
  const rightWall = wall("right-wall", "Right wall", part(sides.right, 0, above));
  const shape = tapered({ deep: tab, relief: Math.max(1, 2 * stock.caliper), slope: TAB_TAPER });
  const left = flap("left", "Left tab", leftWall.tip, shape, { order: 2, angle: 90 });
  const right = flap("right", "Right tab", rightWall.tip, shape, { order: 2, angle: 90 });
  const base = flap("base", "Base", sides.bottom, tapered({ deep, relief: stock.caliper }), { order: 3, angle: 90 });
  const mouth = dip > 0 ? { tip: arched(-dip) } : {};
  const front = flap("front", "Front", base.tip, tapered({ deep: tall, slope: -slope, ...mouth }), {
    ...{ order: 4, angle: 90, lift: OVER },
  });
  return {
    sheets: [
      sheet("pouch", "Pouch", [back, leftWall, rightWall, left, right, base, front], { grid: setup.grid, cuts }),
    ],
    joins: [],
    glue: [left, right].map((side) => glued(front, side, { widens: "tab" })),
    on: back,
    figures: {
      front: depthOf(front, 0.25),
      tab: depthOf(left, 0.5, { lights: ["left", "right"] }),
      mouth: dip > 0 ? past(front.tip, -dip, 0.5) : undefined,
    },
  };
}

/** A pouch for treats, wider above than below. */
export const taperedPouch = defineForm({
  id: "tapered-pouch",
  title: "Tapered pouch",
  purpose: "treat",
  about: "Wider above than below, with an oval mouth and an arched handle.",
  settings,
  outside: "back",
  grounds: ({ build }) => [
    { panel: "front", name: "Front", sides: { outside: build === "one" ? 180 : 0 } },
    { panel: "back", name: "Back", sides: { outside: 0 } },
  ],
  heaviest: 250,
  draft,
});
