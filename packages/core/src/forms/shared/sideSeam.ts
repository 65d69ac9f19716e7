/**
 * The two envelopes with narrow side flaps and a front that folds up over them: opening on a long side (side seam) or on a
 * short side (open end). One drawing serves both; only the side that opens differs.
 *
 *               ╭──────────────╮
 *               │     top      │ topFlap, 40 % of the height unless set
 *       ╱┌──────┼──────────────┼──────┐╲
 *      │ │ left │     body     │ right│ │  side flaps tapered so that none shows past a fold
 *       ╲└──────┼──────────────┼──────┘╱
 *               │    bottom    │  up to the mouth, less the throat; glued to both side flaps
 *               └──────────────┘
 *      sideFlap
 *
 * Where the top flap is tucked in, the side flaps are glued on the front and not under it: nothing then stands in its way
 * between the body and the front.
 */
import { z } from "zod";
import { autoMm, choice, mm } from "../../model/setting.ts";
import { depthOf, past, roundingOf } from "../../paper/figure.ts";
import type { Said } from "../../paper/said.ts";
import { glued } from "../../paper/seam.ts";
import { tapered } from "../../paper/shape.ts";
import { flap, panel } from "../../paper/panel.ts";
import { roundUp, someDown } from "../../units/ruler.ts";
import { bodyFor, ROOM, roomSettings } from "./body.ts";
import { SEAM, throat, TOP_PART } from "./custom.ts";
import { envelope } from "./envelope.ts";
import { closures } from "./closure.ts";
import { type InputOf, unlessSet } from "../form.ts";

/** The settings that side-seam envelopes share, mm. */
export const sideSeamSettings = z.strictObject({
  ...roomSettings,
  sideFlap: mm("Side flaps", 18, [12, 40], "How far the side flaps reach in; the front is glued to them."),
  topFlap: autoMm("Top flap", [15, 300], "How far the top flap reaches; 40 % of the height unless set.", {
    follows: "height",
  }),
  throat,
  taper: choice(
    "Taper",
    { "3": "3°", "5": "5°", "7": "7°", "10": "10°" },
    "5",
    "How much the flaps narrow away from their scores.",
  ),
  closure: closures("none", "tab", "tuck", "string", "seal", "band"),
  cornerRadius: mm("Round the corners", 6, [0, 20], "The two free corners of the top flap."),
});

type SideSeamInput = InputOf<typeof sideSeamSettings>;

/** The flap of an open-end envelope, at most: 2 1/2 in, as the trade has it. */
const END_FLAP = 63.5;

/** The front narrows by this much at its score and then keeps its width, so that its seam is even. */
const FRONT_INSET = 1.5;

/** A flap that is tucked in narrows by so much at its fold, so that it slips in between the side creases, mm. */
const TUCK_RELIEF = 2;

/** How the flaps fold, from the body up: side flaps, front, top flap; or the top flap tucked in, and the side flaps over the front. */
const ORDERS = {
  over: { sides: { order: 1 }, front: { order: 2 }, top: { order: 3 } },
  tucked: { sides: { order: 2, level: 3 }, front: { order: 1, level: 2 }, top: { order: 3, level: 1 } },
} as const;

/** Drafts the envelope, opening on the long or the short side of its body. */
export function draftSideSeam(input: SideSeamInput, opensOn: "long" | "short"): Said {
  const { contents, stock, settings: set, setup } = input;
  const { grid } = setup;
  const { across, up, turned, relief } = bodyFor(contents, stock, set, setup, opensOn);
  const slope = Math.tan((Number(set.taper) * Math.PI) / 180);
  // side flaps must not meet in the middle, and the front must leave something to hold on low envelopes
  const side = someDown(Math.min(set.sideFlap, across / 2 - 2), grid);
  const front = someDown(up - Math.min(set.throat, up / 2), grid);
  // a long envelope that opens at its end needs no flap as deep as a part of its length
  const usual = opensOn === "short" ? Math.min(TOP_PART * up, END_FLAP) : TOP_PART * up;
  const deep = roundUp(unlessSet(set.topFlap, Math.max(usual, up - front + SEAM)), grid);
  const tucks = set.closure === "tuck";
  const orders = ORDERS[tucks ? "tucked" : "over"];

  const body = panel("body", "Front", across, up);
  const sides = tapered({ deep: side, relief, slope, round: 2 });
  const left = flap("left", "Left flap", body.left, sides, orders.sides);
  const right = flap("right", "Right flap", body.right, sides, orders.sides);
  const over = tapered({ deep: front, relief, slope, most: FRONT_INSET });
  const bottom = flap("bottom", "Bottom flap", body.bottom, over, orders.front);
  const closing = tapered({ deep, relief: relief + (tucks ? TUCK_RELIEF : 0), slope, round: set.cornerRadius });
  const top = flap("top", "Top flap", body.top, closing, orders.top);
  const seams = [left, right].map((side) =>
    tucks ? glued(side, bottom, { widens: "sideFlap" }) : glued(bottom, side, { widens: "sideFlap" }),
  );
  return {
    ...envelope(input, { body, left, right, bottom, top }, seams),
    holds: { on: body, across, up, turned, closes: [top], asks: ROOM },
    figures: {
      sideFlap: depthOf(left, 0.7, { lights: ["left", "right"] }),
      topFlap: depthOf(top),
      throat: past(bottom.tip, up - front, 0.25),
      cornerRadius: roundingOf(top),
    },
  };
}
