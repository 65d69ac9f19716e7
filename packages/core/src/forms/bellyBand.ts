/**
 * Belly band: a strip round a card, a stack, an envelope or a box, its ends held to one another behind.
 *
 *   ┌────────┬────────────────┬────────┐        Up to 1.5 mm of thickness one score at each side; round what is thicker
 *   │  left  ¦     front      ¦  right │ wide   two, the thickness apart:
 *   └────────┴────────────────┴────────┘
 *        round what is inside + overlap          ┌──────┬─┬────────────────┬─┬──────┐
 *                                                │ left ¦ ¦     front      ¦ ¦ right│
 *                                                └──────┴─┴────────────────┴─┴──────┘
 *
 * It is drawn from its inside. The right end comes to lie over the left one: glued there, or locked by two slits, each cut
 * half way in from opposite edges.
 */
import { z } from "zod";
import { shapes } from "../catalogue/shapes.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, heightOf, past } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { type Shape, slotted, tapered } from "../paper/shape.ts";
import { type Edge, flap, type Rectangle } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown, roundUp, someDown } from "../units/ruler.ts";
import { bandFront } from "./builds/bandFront.ts";
import { defineForm, ground, type InputOf, unlessSet } from "./form.ts";
import { betweenWalls, flatPocket } from "./shared/clearance.ts";
import { outlineChoice, ownOutline } from "./shared/outlines.ts";
import { ONE_SCORE_UP_TO } from "./shared/tabPanels.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  runs: choice("Goes round", { across: "The width", down: "The height" }, "across", "Which way the band lies."),
  bandWidth: autoMm("Band", [8, 300], "How wide the band is; a third of the side it lies along unless set."),
  play: mm("Room to slide", 1, [0, 6], "How loosely it sits: a little slides with a light hand, more slips off.", {
    kin: "room",
  }),
  lap: mm("Overlap", 20, [10, 60], "How far one end reaches over the other; further where slits lock them."),
  meets: choice(
    "Ends meet",
    { middle: "Behind, in the middle", edge: "Behind, at the edge" },
    "middle",
    "Where the overlap comes to lie.",
  ),
  heldBy: choice(
    "Ends held by",
    { glue: "Glue or tape", slits: "Two slits that lock" },
    "glue",
    "Slits can be opened again and need no glue.",
  ),
  front: choice(
    "Front",
    { straight: "Straight", out: "Bowed out", waist: "Drawn in", outline: "An outline" },
    "straight",
    "The shape of its edges in front.",
  ),
  cutTo: outlineChoice("Front's outline", shapes, "oval", "Where an outline stands out above and below the band."),
  drawn: ownOutline(),
  frontHigh: autoMm(
    "Outline's height",
    [10, 400],
    "From its foot to its head; as high as what is inside leaves, in its own proportions, unless set.",
  ),
});

type BandInput = InputOf<typeof settings>;

/** Part of what it goes along that a band takes, when the maker has not said. */
const USUAL_PART = 1 / 3;
/** An end stays so far (mm) short of the fold it runs to. */
const SHORT = 2;
/** A band that seals: so wide, its overlap so long, mm. */
const SEAL_WIDE = 20;
const SEAL_LAP = 15;
/** Slits stand so far (mm) from the ends, and are so many times two plies wide, so that they slip into one another. */
const SLIT_FROM = [12, 20] as const;
const SLIT_PLIES = 2.5;
/** Each slit reaches so far (mm) past the middle. */
const SLIT_PAST = 1;

/** Sizes, mm: round what is inside and along it; walls where it is thick. */
function sizesOf({ contents, stock, settings: set, setup: { grid } }: BandInput) {
  const { width, height, thickness } = contents;
  const [round, along] = set.runs === "across" ? [width, height] : [height, width];
  const walled = thickness > ONE_SCORE_UP_TO;
  const ply = walled ? stock.caliper : 0;
  const depth = walled ? roundUp(thickness + ply, grid) : 0;
  // the loop is what must reach round, and is rounded as a whole: what the walls have more, the front has less
  const reach = flatPocket(round, thickness, set.play) + 2 * ply - depth;
  const across = roundUp(walled ? Math.max(betweenWalls(round, ply, 0), reach) : reach, grid);
  const wide = someDown(Math.min(unlessSet(set.bandWidth, along * USUAL_PART), along), grid);
  return { across, along, wide, depth, ply, walled, ...endsOf(set, across, grid) };
}

/** How deep the two ends are, what they share being the overlap; and where slits stand in them. */
function endsOf(set: BandInput["settings"], across: number, grid: number) {
  const most = roundDown(across - SHORT, grid);
  const slit = roundUp(Math.min(Math.max(set.lap / 2, SLIT_FROM[0]), SLIT_FROM[1], most / 2), grid);
  const asked = Math.min(set.heldBy === "slits" ? 2 * slit : roundUp(set.lap, grid), most);
  const right = set.meets === "edge" ? most : Math.min(roundUp((across + asked) / 2, grid), most);
  const left = Math.min(roundUp(across + asked - right, grid), most);
  return { leftDeep: left, rightDeep: right, slit };
}

/** Walls where there are such, and the two ends; the right one comes over the left. */
function roundIt(
  front: Rectangle,
  { walled, depth, leftDeep, rightDeep }: ReturnType<typeof sizesOf>,
  end: (deep: number) => Shape,
) {
  const wall = (id: string, name: string, on: Edge) =>
    walled ? [flap(id, name, on, tapered({ deep: depth }), { order: 1, angle: 90 })] : [];
  const [leftWall] = wall("left-wall", "Left wall", front.left);
  const [rightWall] = wall("right-wall", "Right wall", front.right);
  const [first, last] = walled
    ? [
        { order: 2, angle: 90 },
        { order: 3, angle: 90, lift: -1 },
      ]
    : [{ order: 1 }, { order: 2 }];
  const left = flap("left", "Left end", leftWall?.tip ?? front.left, end(leftDeep), first);
  const right = flap("right", "Right end", rightWall?.tip ?? front.right, end(rightDeep), last);
  return { walls: [leftWall, rightWall].filter((w) => w !== undefined), left, right };
}

function draft(input: BandInput): Said {
  const { stock, settings: set, setup } = input;
  const sizes = sizesOf(input);
  const { across, wide, depth, ply, slit } = sizes;
  const front = bandFront(set, sizes, setup.grid);
  const slot = { wide: SLIT_PLIES * 2 * stock.caliper, far: wide / 2 + SLIT_PAST, fromTip: slit };
  const locks = set.heldBy === "slits" && wide > 4 * SLIT_PAST;
  // the ends start at opposite edges of the band: their slots come to lie on one another, one from above and one from below
  const { walls, left, right } = roundIt(front, sizes, (deep) => (locks ? slotted(deep, slot) : tapered({ deep })));
  return {
    sheets: [sheet("band", "Band", [front, ...walls, left, right])],
    holds: {
      ...{ on: front, across: across - ply, up: wide, open: "both", asks: "play" },
      ...(sizes.walled && { depth: depth - ply }),
      turned: set.runs === "down" ? 90 : 0,
      // locked ends are laid round what is inside; glued ones make a ring that slides on
      closes: locks ? [...walls, left, right] : [],
    },
    glue: locks ? [] : [glued(right, left, { widens: "lap" })],
    figures: {
      bandWidth: heightOf(front, 0.2),
      frontHigh: "stands" in front ? heightOf(front.stands, 0.6) : undefined,
      lap: past(left.tip, -(sizes.leftDeep + sizes.rightDeep - across), 0.3, { lights: ["left", "right"] }),
    },
    measured: walls[0] ? { wall: depthOf(walls[0], 0.5, { lights: ["left-wall", "right-wall"] }) } : {},
    refused: [
      ...(set.heldBy === "slits" && !locks ? [{ setting: "heldBy", instead: "glue", code: "no-slits" } as const] : []),
      ...(set.front === "outline" && !front.path
        ? [{ setting: "front", instead: "straight", code: "no-front-outline" } as const]
        : []),
    ],
    ...(locks && { finish: { kind: "close", code: "lock-slits" } as const }),
  };
}

/** A band round something, which slides on. */
export const bellyBand = defineForm({
  id: "belly-band",
  title: FORM_TITLES["belly-band"],
  purpose: "band",
  about: "A strip round a card, a stack, an envelope or a box, held behind.",
  settings,
  outside: "back",
  grounds: () => [ground("front", "Front")],
  variants: [
    {
      title: "Seal band",
      about: "Narrow and close, glued round a bag's folded mouth or a roll: it is torn to open it.",
      settings: ({ width, height }) => ({
        ...{ runs: "across", meets: "middle", heldBy: "glue", play: 0.5 },
        ...{ bandWidth: Math.min(SEAL_WIDE, height), lap: Math.min(SEAL_LAP, width / 2) },
      }),
    },
  ],
  heaviest: 250,
  draft,
});
