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
import { combined } from "../geometry/curves.ts";
import { placePath, polygon } from "../geometry/path.ts";
import { HERE, type Point } from "../geometry/point.ts";
import { autoMm, choice, mm } from "../model/setting.ts";
import { depthOf, heightOf, type Measured, past } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { arched, type Corner, type Shape, tapered } from "../paper/shape.ts";
import { type Edge, flap, outlined, panel, type Rectangle, sheet } from "../paper/sheet.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { betweenWalls, flatPocket } from "./shared/clearance.ts";
import { defineForm, type DraftInput } from "./form.ts";
import { outlineChoice, outlineIn, ownOutline } from "./shared/outlines.ts";

const settings = z.strictObject({
  runs: choice("Goes round", { across: "The width", down: "The height" }, "across", "Which way the band lies."),
  bandWidth: autoMm("Band", [8, 300], "How wide the band is; a third of the side it lies along unless set."),
  play: mm("Room to slide", 1, [0, 6], "How loosely it sits: 0.5 to 1.5 mm slides with a light hand.", { kin: "room" }),
  lap: mm("Overlap", 20, [10, 60], "How far one end reaches over the other; 24 to 40 mm with slits."),
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

type Input = DraftInput<z.output<typeof settings>>;

/** Up to this thickness (mm) one score goes round; above it, paired scores (geometry notes, bands). */
const ONE_SCORE_UP_TO = 1.5;
/** Part of what it goes along that a band takes, when the maker has not said. */
const USUAL_PART = 1 / 3;
/** A bow rises by so much of the front's length, and ends so far (mm) before what is inside. */
const BOW_PART = 0.1;
const BOW_SHORT = 2;
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

/** How deep the two ends are: what they share is the overlap. */
function endsOf(
  { settings: set, setup: { grid } }: Input,
  across: number,
): { left: number; right: number; slit: number } {
  const most = roundDown(across - SHORT, grid);
  const slit = roundUp(Math.min(Math.max(set.lap / 2, SLIT_FROM[0]), SLIT_FROM[1], most / 2), grid);
  const asked = Math.min(set.heldBy === "slits" ? 2 * slit : roundUp(set.lap, grid), most);
  if (set.meets === "edge") return { right: most, left: Math.min(roundUp(asked + across - most, grid), most), slit };
  const right = Math.min(roundUp((across + asked) / 2, grid), most);
  return { right, left: Math.min(roundUp(across + asked - right, grid), most), slit };
}

/** An end with a slot cut in from its starting edge, `at` mm from its free end. */
const slotted =
  (deep: number, at: number, slot: { readonly high: number; readonly far: number }): Shape =>
  (long) => {
    const [low, high] = [deep - at - slot.high / 2, deep - at + slot.high / 2];
    const corners: readonly Corner[] = [
      [0, low],
      [slot.far, low],
      [slot.far, high],
      [0, high],
      [0, deep],
      [long, deep],
    ];
    return { relief: 0, deep, corners };
  };

/** An outline on the front stays so far (mm) from the folds at its sides. */
const BESIDE = 4;

/** An outline laid over the middle of the front, as high as there is room for; undefined where there is none. */
function outlinedFront(input: Input, across: number, wide: number, along: number): Rectangle | undefined {
  const { settings: set, setup } = input;
  const preset = outlineIn(shapes, set.cutTo, set.drawn, "oval");
  const widest = across - 2 * BESIDE;
  if (!preset || widest <= 0) return undefined;
  const most = Math.min(along - BOW_SHORT, widest / preset.usual);
  const high = roundDown(Math.min(set.frontHigh === "auto" ? most : set.frontHigh, along), setup.grid);
  // lower than the band it would not be seen
  if (high < wide + 2) return undefined;
  const broad = Math.min(high * preset.usual, widest);
  const [x, y] = [(across - broad) / 2, (wide - high) / 2];
  const laid = placePath(preset.outline(broad, high), { ...HERE, x, y });
  const strip = panel("front", "Front", across, wide);
  const [whole, ...apart] = combined("union", [polygon(strip.corners.map(([u, v]): Point => [u, v]))], [laid]);
  if (!whole || apart.length > 0) return undefined;
  return {
    ...outlined("front", "Front", strip, whole),
    reach: [...strip.reach, [across / 2, y], [across / 2, y + high]],
  };
}

/** How high a front's outline stands, from its foot to its head. */
const standsHigh = (front: Rectangle): Measured | undefined => {
  const ys = front.path ? front.reach.map(([, y]) => y) : [];
  if (ys.length === 0) return undefined;
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const x = front.width * 0.6;
  return { on: "front", from: [x, low], to: [x, high], slides: [front.width / 2, 0], value: high - low };
};

/** The front, its upper and lower edge bowed; the fold at its sides keeps the band's own width. */
function frontOf(input: Input, across: number, wide: number, along: number): Rectangle {
  const { front } = input.settings;
  const { grid } = input.setup;
  if (front === "outline") return outlinedFront(input, across, wide, along) ?? panel("front", "Front", across, wide);
  const room = Math.max(0, (along - wide) / 2 - BOW_SHORT);
  // what bows out makes the blank wider, and that is cut by the ruler
  const rise =
    front === "out" ? roundDown(Math.min(across * BOW_PART, room), grid) : Math.min(across * BOW_PART, wide / 4);
  if (front === "straight" || rise <= 0) return panel("front", "Front", across, wide);
  const bow = arched(front === "out" ? rise : -rise);
  const drawn = panel("front", "Front", across, wide, { edges: { top: bow, bottom: bow } });
  return front === "out"
    ? { ...drawn, reach: [...drawn.reach, [across / 2, -rise], [across / 2, wide + rise]] }
    : drawn;
}

function draft(input: Input): Said {
  const { contents, stock, settings: set, setup } = input;
  const { grid } = setup;
  const { thickness } = contents;
  const [round, along] = set.runs === "across" ? [contents.width, contents.height] : [contents.height, contents.width];
  const walled = thickness > ONE_SCORE_UP_TO;
  const across = roundUp((walled ? betweenWalls : flatPocket)(round, thickness, set.play), grid);
  const depth = walled ? roundUp(betweenWalls(thickness, 0, set.play) + stock.caliper, grid) : 0;
  const asked = set.bandWidth === "auto" ? along * USUAL_PART : set.bandWidth;
  const wide = Math.max(grid, roundDown(Math.min(asked, along), grid));
  const front = frontOf(input, across, wide, along);
  const { left: leftDeep, right: rightDeep, slit } = endsOf(input, across);

  const wall = (id: string, name: string, on: Edge) =>
    walled ? [flap(id, name, on, tapered({ deep: depth }), { order: 1, angle: 90 })] : [];
  const [leftWall] = wall("left-wall", "Left wall", front.left);
  const [rightWall] = wall("right-wall", "Right wall", front.right);
  const angle = walled ? 90 : 180;
  const slot = { high: SLIT_PLIES * 2 * stock.caliper, far: wide / 2 + SLIT_PAST };
  const locks = set.heldBy === "slits" && wide > 4 * SLIT_PAST;
  // the ends start at opposite edges of the band: their slots come to lie on one another, one from above and one from below
  const end = (deep: number): Shape => (locks ? slotted(deep, slit, slot) : tapered({ deep }));
  const left = flap("left", "Left end", leftWall?.tip ?? front.left, end(leftDeep), {
    order: walled ? 2 : 1,
    angle,
  });
  const right = flap("right", "Right end", rightWall?.tip ?? front.right, end(rightDeep), {
    order: walled ? 3 : 2,
    angle,
    ...(walled && { lift: -1 }),
  });
  const walls = [leftWall, rightWall].filter((w) => w !== undefined);
  return {
    sheets: [sheet("band", "Band", [front, ...walls, left, right])],
    holds: {
      on: front,
      across,
      up: wide,
      ...(walled && { depth }),
      turned: set.runs === "down" ? 90 : 0,
      open: "both",
      // locked ends are laid round what is inside; glued ones make a ring that slides on
      closes: locks ? [...walls, left, right] : [],
      asks: "play",
    },
    glue: locks ? [] : [glued(right, left, { widens: "lap" })],
    figures: {
      bandWidth: heightOf(front, 0.2),
      frontHigh: standsHigh(front),
      lap: past(left.tip, -(leftDeep + rightDeep - across), 0.3, { lights: ["left", "right"] }),
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
  title: "Belly band",
  purpose: "band",
  about: "A strip round a card, a stack, an envelope or a box, held behind.",
  settings,
  outside: "back",
  grounds: () => [{ panel: "front", name: "Front", sides: { outside: 0 } }],
  variants: [
    {
      title: "Seal band",
      about: "Narrow and close, glued round a bag's folded mouth or a roll: it is torn to open it.",
      settings: ({ width, height }) => ({
        runs: "across",
        bandWidth: Math.min(SEAL_WIDE, height),
        play: 0.5,
        lap: Math.min(SEAL_LAP, width / 2),
        meets: "middle",
        heldBy: "glue",
      }),
    },
  ],
  heaviest: 250,
  draft,
});
