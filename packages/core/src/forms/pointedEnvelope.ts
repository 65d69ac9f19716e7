/**
 * Pointed (baronial) envelope: four pointed flaps that meet near the centre.
 *
 *                  ╱╲
 *                ╱    ╲   top          Each flap rises straight for `shoulder`, then slants to its tip.
 *               ┌──────┐                The bottom flap's slants are glued to the side flaps under them;
 *             ╱ │      │ ╲              the shoulders are what makes the seam wide enough.
 *      left ◁   │ body │   ▷ right
 *             ╲ │      │ ╱
 *               └──────┘
 *                ╲    ╱   bottom
 *                  ╲╱
 */
import { z } from "zod";
import { clipConvex } from "../geometry/path.ts";
import { type Point, subtract, direction, add, scale } from "../geometry/point.ts";
import { defineForm, type DraftInput } from "../model/form.ts";
import type { Dimension } from "../model/piece.ts";
import { autoLength, length } from "../model/setting.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { SEAM, TAPE_MARGIN } from "./custom.ts";
import { bodyFor, rectangularEnvelope, roomSettings } from "./rectangularEnvelope.ts";

const settings = z.strictObject({
  ...roomSettings,
  glueStrip: length("Glue strip", {
    default: 10,
    min: 6,
    max: 20,
    about: "Along the slants of the bottom flap. Tape must be 3 mm narrower.",
    handle: "glue-strip",
  }),
  shoulder: length("Shoulder", {
    default: 14,
    min: 6,
    max: 40,
    about: "How far each flap rises before it slants: more makes a wider seam.",
  }),
  topFlap: autoLength("Top flap", {
    min: 15,
    max: 300,
    about: "How far the closing flap reaches; 62 % of the height unless set.",
    handle: "top-flap",
    follows: "height",
  }),
  cornerRadius: length("Round the tips", {
    default: 6,
    min: 0,
    max: 20,
    about: "Radius of the rounding at each tip.",
    handle: "tip-radius",
  }),
});

type Input = DraftInput<z.output<typeof settings>>;

/** Bottom and top flaps reach past the middle and so overlap by about a quarter of the height. */
const REACH_PART = 0.62;
/** Side flaps stop short of the middle, so that they fold into one ply. */
const SIDE_PART = 0.46;

/**
 * The point of an isosceles flap whose rounded tip reaches `depth`: rounding a tip of half angle φ with radius r takes
 * r(1/sin φ − 1) off it, and φ depends on the point, so the two are brought together step by step.
 */
function apexFor(half: number, shoulder: number, depth: number, radius: number): number {
  let apex = depth;
  for (let i = 0; i < 40; i += 1) {
    const slant = Math.hypot(half, apex - shoulder);
    apex = depth + radius * (slant / half - 1);
  }
  return apex;
}

/** A pointed flap in its edge's frame: up the shoulder, slanting to the tip, and down again. */
function pointed(base: number, inset: number, shoulder: number, depth: number, asked: number) {
  const half = base / 2 - inset;
  // a rounding may take at most half the slant; a blunter one would be no point any more
  const radius = Math.min(asked, half / 3, (depth - shoulder) / 3);
  const apex = apexFor(half, shoulder, depth, radius);
  return {
    inset,
    apex,
    radius,
    corners: [
      [inset, shoulder, 0],
      [base / 2, apex, radius],
      [base - inset, shoulder, 0],
    ] as const,
  };
}

function draft({ contents, stock, settings: set, setup }: Input) {
  const { grid } = setup;
  const body = bodyFor(contents, stock, set, setup, "long");
  const { across, up, relief } = body;
  const side = Math.max(grid, roundDown(Math.min(SIDE_PART * across, across / 2 - 2), grid));
  const bottomDepth = roundUp(Math.max(REACH_PART * up, up / 2 + SEAM), grid);
  const reach = Math.min(bottomDepth, Math.max(grid, roundDown(up - 3, grid)));
  const topDepth = set.topFlap === "auto" ? reach : roundUp(set.topFlap, grid);
  const shoulderOf = (depth: number): number => Math.min(set.shoulder, depth - 4);
  const bottom = pointed(across, relief, shoulderOf(reach), reach, set.cornerRadius);
  const sides = pointed(up, relief, shoulderOf(side), side, set.cornerRadius);
  const flaps = {
    side,
    topDepth,
    bottomDepth: reach,
    left: sides,
    right: sides,
    bottom,
    top: pointed(across, relief, shoulderOf(topDepth), topDepth, set.cornerRadius),
  };
  const band = set.glueStrip - 2 * TAPE_MARGIN;
  return rectangularEnvelope({
    body,
    flaps,
    contents,
    seam: seamZone({
      across,
      up,
      relief,
      shoulder: shoulderOf(reach),
      sideShoulder: shoulderOf(side),
      bottom,
      sides,
      band,
    }),
    widestTape: band,
    overlap: { depth: "topFlap" },
    dimensions: dimensions(
      {
        side,
        reach,
        topDepth,
        across,
        up,
        shoulder: shoulderOf(reach),
        relief,
        apex: bottom.apex,
        radius: sides.radius,
      },
      set,
    ),
  });
}

interface SeamFigures {
  readonly across: number;
  readonly up: number;
  readonly relief: number;
  readonly shoulder: number;
  readonly sideShoulder: number;
  readonly bottom: { readonly apex: number; readonly radius: number };
  readonly sides: { readonly apex: number; readonly radius: number };
  readonly band: number;
}

/** The strip along the bottom flap's left slant, kept to where the left flap lies under it; in the folded body's frame. */
function seamZone({ across, up, relief, shoulder, sideShoulder, bottom, sides, band }: SeamFigures): Point[] {
  const low: Point = [relief, shoulder];
  const tip: Point = [across / 2, bottom.apex];
  const along = direction(low, tip);
  const inwards: Point = [along[1], -along[0]];
  const run = Math.hypot(...subtract(tip, low));
  const edge = (t: number, off: number): Point => add(add(low, scale(along, t)), scale(inwards, off));
  // the rounding takes its tangent's length r/tan φ off the slant, and the two slants share the tip
  const half = Math.atan2(across / 2 - relief, bottom.apex - shoulder);
  const inner = TAPE_MARGIN + band;
  const end = Math.max(1, run - Math.max(bottom.radius, inner) / Math.tan(half));
  const strip = [edge(0, inner), edge(end, inner), edge(end, TAPE_MARGIN), edge(0, TAPE_MARGIN)];
  // the left flap, inset by the tape's margin and cut off before its rounding
  const m = TAPE_MARGIN;
  const narrow = Math.atan2(up / 2 - relief, sides.apex - sideShoulder);
  const stop = Math.max(sideShoulder, sides.apex - (sides.radius * Math.cos(narrow)) / Math.tan(narrow) - m);
  const pull = m / Math.sin(narrow);
  const under: Point[] = [
    [0, relief + m],
    [sideShoulder - m, relief + m],
    [sides.apex - pull, up / 2],
    [sideShoulder - m, up - relief - m],
    [0, up - relief - m],
  ];
  return clipConvex(clipConvex(strip, under), [
    [0, 0],
    [stop, 0],
    [stop, up],
    [0, up],
  ]);
}

interface Drawn {
  readonly side: number;
  readonly reach: number;
  readonly topDepth: number;
  readonly across: number;
  readonly up: number;
  readonly shoulder: number;
  readonly relief: number;
  readonly apex: number;
  readonly radius: number;
}

function dimensions(
  { side, reach, topDepth, across, up, shoulder, relief, apex, radius }: Drawn,
  set: Input["settings"],
): Dimension[] {
  const piece = "envelope";
  const middle = side + across / 2;
  // unfolded, the bottom flap lies below the body, whose lower edge stands at `reach`
  const low: Point = [side + relief, reach - shoulder];
  const tip: Point = [middle, reach - apex];
  const along = direction(low, tip);
  const inwards: Point = [-along[1], along[0]];
  const start = add(low, scale(subtract(tip, low), 0.35));
  const found: Dimension[] = [
    {
      id: "top-flap",
      piece,
      from: [middle, reach + up],
      to: [middle, reach + up + topDepth],
      offset: 0,
      value: topDepth,
      sets: "settings.topFlap",
      lights: ["top"],
    },
    {
      id: "glue-strip",
      piece,
      from: start,
      to: add(start, scale(inwards, set.glueStrip)),
      offset: 0,
      value: set.glueStrip,
      sets: "settings.glueStrip",
      lights: ["bottom"],
    },
  ];
  if (radius > 0) {
    found.push({
      id: "tip-radius",
      piece,
      from: [0, reach + up / 2],
      to: [radius, reach + up / 2],
      offset: 0,
      value: radius,
      sets: "settings.cornerRadius",
      lights: ["left"],
    });
  }
  return found;
}

export const pointedEnvelope = defineForm({
  id: "pointed-envelope",
  title: "Pointed envelope",
  kind: "envelope",
  about: "Four pointed flaps that meet near the centre: the formal one.",
  methods: ["scoring-board"],
  settings,
  heaviest: 160,
  draft,
});
