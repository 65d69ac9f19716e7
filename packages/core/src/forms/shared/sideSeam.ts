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
import { flap, panel, sheet } from "../../paper/sheet.ts";
import { roundDown, roundUp } from "../../units/ruler.ts";
import { bodyFor, ROOM, roomSettings } from "./body.ts";
import { SEAM, SHORT_OF_FOLD, throat, TOP_PART } from "./custom.ts";
import { closedWith, closures } from "./closure.ts";
import type { DraftInput } from "../form.ts";

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

type Input = DraftInput<z.output<typeof sideSeamSettings>>;

/** The flap of an open-end envelope, at most: 2 1/2 in, as the trade has it. */
const END_FLAP = 63.5;

/** The front narrows by this much at its score and then keeps its width, so that its seam is even. */
const FRONT_INSET = 1.5;

/** A flap that is tucked in narrows by so much at its fold, so that it slips in between the side creases, mm. */
const TUCK_RELIEF = 2;

/** Drafts the envelope, opening on the long or the short side of its body. */
export function draftSideSeam(input: Input, opensOn: "long" | "short"): Said {
  const { contents, stock, settings: set, setup } = input;
  const { grid } = setup;
  const { across, up, turned, relief } = bodyFor(contents, stock, set, setup, opensOn);
  const slope = Math.tan((Number(set.taper) * Math.PI) / 180);
  // side flaps must not meet in the middle, and the front must leave something to hold on low envelopes
  const side = Math.max(grid, roundDown(Math.min(set.sideFlap, across / 2 - 2), grid));
  const front = Math.max(grid, roundDown(up - Math.min(set.throat, up / 2), grid));
  // a long envelope that opens at its end needs no flap as deep as a part of its length
  const usual = opensOn === "short" ? Math.min(TOP_PART * up, END_FLAP) : TOP_PART * up;
  const topFlap = set.topFlap === "auto" ? Math.max(usual, up - front + SEAM) : set.topFlap;
  const closing = { deep: roundUp(topFlap, grid), relief, slope, round: set.cornerRadius };

  const body = panel("body", "Body", across, up);
  const sides = tapered({ deep: side, relief, slope, round: 2 });
  // from the body up: side flaps, front, top flap; or the top flap tucked in under the front, and the side flaps over it
  const tucks = set.closure === "tuck";
  const [onSides, onFront, onTop] = tucks
    ? [
        { order: 2, level: 3 },
        { order: 1, level: 2 },
        { order: 3, level: 1 },
      ]
    : [{ order: 1 }, { order: 2 }, { order: 3 }];
  const left = flap("left", "Left flap", body.left, sides, onSides);
  const right = flap("right", "Right flap", body.right, sides, onSides);
  const over = tapered({ deep: front, relief, slope, most: FRONT_INSET });
  const bottom = flap("bottom", "Bottom flap", body.bottom, over, onFront);
  const into = { ...closing, relief: relief + TUCK_RELIEF };
  const top = flap("top", "Top flap", body.top, tapered(tucks ? into : closing), onTop);

  const { cuts, sheets, glue, ...shut } = closedWith(set.closure, { body, top, bottom, contents, stock, setup });
  const seams = [left, right].map((side) =>
    tucks ? glued(side, bottom, { widens: "sideFlap" }) : glued(bottom, side, { widens: "sideFlap" }),
  );
  return {
    ...shut,
    sheets: [
      sheet("envelope", "Envelope", [body, left, right, bottom, top], { rounding: set.cornerRadius, cuts }),
      ...sheets,
    ],
    holds: { on: body, across, up, turned, closes: [top], asks: ROOM },
    glue: [...seams, ...glue],
    overlaps: [{ flaps: [bottom, top], least: SEAM, clear: SHORT_OF_FOLD, depth: "topFlap" }],
    figures: {
      sideFlap: depthOf(left, 0.7, { lights: ["left", "right"] }),
      topFlap: depthOf(top),
      throat: past(bottom.tip, up - front, 0.25),
      cornerRadius: roundingOf(top),
    },
  };
}
