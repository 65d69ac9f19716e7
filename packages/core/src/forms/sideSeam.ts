/**
 * The two envelopes with narrow side flaps and a front that folds up over them: opening on a long side (side seam) or on a
 * short side (open end). One drawing serves both; only the side that opens differs.
 *
 *               ╭──────────────╮
 *               │     top      │ topFlap, 40 % of the height unless set
 *       ╱┌──────┼──────────────┼──────┐╲
 *      │ │ left │     body     │ right│ │  side flaps tapered so that none shows past a fold
 *       ╲└──────┼──────────────┼──────┘╱
 *               │    bottom    │  up to the mouth, less the throat; a thumb notch in its middle if wanted
 *               └─────╲__╱─────┘
 *      sideFlap
 */
import { z } from "zod";
import type { Point } from "../geometry/point.ts";
import type { Drafted, DraftInput } from "../model/form.ts";
import type { Dimension } from "../model/piece.ts";
import { autoLength, choice, length } from "../model/setting.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import { SEAM, TAPE_MARGIN, throat, TOP_PART } from "./custom.ts";
import { bodyFor, rectangularEnvelope, roomSettings } from "./rectangularEnvelope.ts";

export const sideSeamSettings = z.strictObject({
  ...roomSettings,
  sideFlap: length("Side flaps", {
    default: 18,
    min: 12,
    max: 40,
    about: "How far the side flaps reach in; the front is glued to them.",
    handle: "side-flap",
  }),
  topFlap: autoLength("Top flap", {
    min: 15,
    max: 300,
    about: "How far the closing flap reaches; 40 % of the height unless set.",
    handle: "top-flap",
    follows: "height",
  }),
  throat,
  taper: choice(
    "Taper",
    { "3": "3°", "5": "5°", "7": "7°", "10": "10°" },
    "5",
    "How much the flaps narrow away from their scores.",
  ),
  cornerRadius: length("Round the corners", {
    default: 6,
    min: 0,
    max: 20,
    about: "The two free corners of the top flap.",
    handle: "flap-radius",
  }),
});

type Input = DraftInput<z.output<typeof sideSeamSettings>>;

/** The front narrows by this much at its score and then keeps its width, so that its seam is even. */
const FRONT_INSET = 1.5;

/** Drafts the envelope, opening on the long or the short side of its body. */
export function draftSideSeam({ contents, stock, settings: set, setup }: Input, opensOn: "long" | "short"): Drafted {
  const { grid } = setup;
  const body = bodyFor(contents, stock, set, setup, opensOn);
  const { across, up, relief } = body;
  const slope = Math.tan((Number(set.taper) * Math.PI) / 180);
  // side flaps must not meet in the middle, and the front must leave something to hold on low envelopes
  const side = Math.max(grid, roundDown(Math.min(set.sideFlap, across / 2 - 2), grid));
  const throat = Math.min(set.throat, up / 2);
  const front = Math.max(grid, roundDown(up - throat, grid));
  const least = up - front + SEAM;
  const topDepth = set.topFlap === "auto" ? roundUp(Math.max(TOP_PART * up, least), grid) : roundUp(set.topFlap, grid);

  const narrowed = (base: number, depth: number): number => Math.min(relief + depth * slope, base / 2 - 2);
  const sideIn = narrowed(up, side);
  const sideShape = {
    inset: relief,
    corners: [
      [sideIn, side, 2],
      [up - sideIn, side, 2],
    ] as const,
  };
  const topIn = narrowed(across, topDepth);
  const frontIn = relief + FRONT_INSET;
  const seamTop = Math.min(front - TAPE_MARGIN, up - sideIn - TAPE_MARGIN);
  const seamLow = sideIn + TAPE_MARGIN;
  const widestTape = side - frontIn - 2 * TAPE_MARGIN;
  const seam: Point[] = [
    [frontIn + TAPE_MARGIN, seamLow],
    [side - TAPE_MARGIN, seamLow],
    [side - TAPE_MARGIN, seamTop],
    [frontIn + TAPE_MARGIN, seamTop],
  ];
  const flaps = {
    side,
    topDepth,
    bottomDepth: front,
    left: sideShape,
    right: sideShape,
    bottom: {
      inset: relief,
      corners: [
        [frontIn, Math.min(front / 2, FRONT_INSET / slope), 0],
        [frontIn, front, 0],
        [across - frontIn, front, 0],
        [across - frontIn, Math.min(front / 2, FRONT_INSET / slope), 0],
      ] as const,
    },
    top: {
      inset: relief,
      corners: [
        [topIn, topDepth, set.cornerRadius],
        [across - topIn, topDepth, set.cornerRadius],
      ] as const,
    },
  };
  return rectangularEnvelope({
    body,
    flaps,
    contents,
    seam,
    widestTape,
    overlap: { depth: "topFlap" },
    dimensions: dimensions({ side, front, topDepth, across, up, topIn, radius: set.cornerRadius, throat: up - front }),
  });
}

interface Figures {
  readonly side: number;
  readonly front: number;
  readonly topDepth: number;
  readonly across: number;
  readonly up: number;
  readonly topIn: number;
  readonly radius: number;
  readonly throat: number;
}

function dimensions({ side, front, topDepth, across, up, topIn, radius, throat }: Figures): Dimension[] {
  const piece = "envelope";
  const top = front + up;
  const middle = side + across / 2;
  const found: Dimension[] = [
    {
      id: "side-flap",
      piece,
      // outside the paper, and clear of the middle, where the height's figure stands
      from: [side, front + up * 0.7],
      to: [0, front + up * 0.7],
      offset: 0,
      value: side,
      sets: "settings.sideFlap",
      lights: ["left", "right"],
      after: true,
    },
    {
      id: "top-flap",
      piece,
      from: [middle, top],
      to: [middle, top + topDepth],
      offset: 0,
      value: topDepth,
      sets: "settings.topFlap",
      lights: ["top"],
    },
    {
      id: "throat",
      piece,
      from: [side + across * 0.25, 0],
      to: [side + across * 0.25, -throat],
      offset: 0,
      value: throat,
      sets: "settings.throat",
      gain: -1,
      lights: ["bottom"],
    },
  ];
  if (radius > 0) {
    const corner: Point = [side + topIn, top + topDepth];
    const near = radius * (1 - Math.SQRT1_2);
    found.push({
      id: "flap-radius",
      piece,
      from: [corner[0] + near, corner[1] - near],
      to: [corner[0] + radius, corner[1] - radius],
      offset: 0,
      value: radius,
      sets: "settings.cornerRadius",
      lights: ["top"],
    });
  }
  return found;
}
