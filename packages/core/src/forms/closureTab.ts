/**
 * Closure tab: a small strip that goes round the edge of a closed envelope and holds the flap down.
 *
 *      ╭─────────╮
 *      │  front  │ reach      One score up to 1.5 mm of thickness; thicker holders take two, the thickness apart,
 *      ├╌╌╌╌╌╌╌╌╌┤            so that the tab lies flat on both sides.
 *      │  back   │ reach      The drawn face is the outside; the back is glued.
 *      └─────────┘
 *        width
 */
import { z } from "zod";
import { choice, mm } from "../model/setting.ts";
import { depthOf, widthOf } from "../paper/figure.ts";
import type { Said } from "../paper/said.ts";
import { TAPE_MARGIN } from "../paper/seam.ts";
import { clipped, type Corner, rounded, type Shape, tapered } from "../paper/shape.ts";
import { flap, panel, sheet } from "../paper/sheet.ts";
import { roundUp } from "../units/ruler.ts";
import { defineForm, type DraftInput } from "./form.ts";

const settings = z.strictObject({
  width: mm("Width", 25, [10, 120], "Along the edge it holds."),
  reach: mm("Reach", 25, [10, 120], "On the front, from the edge."),
  backReach: mm("Reach behind", 25, [10, 120], "On the back, where it is glued."),
  ends: choice(
    "Ends",
    { round: "Round", point: "Pointed", straight: "Straight" },
    "round",
    "The end that shows on the front, and the one behind.",
  ),
});

/** Up to this thickness (mm) one score goes round it; above, paired scores (geometry notes, bands). */
const ONE_SCORE_UP_TO = 1.5;
/** A point or a rounding leaves at least so much of each reach straight. */
const TIP_PART = 0.8;

type Input = DraftInput<z.output<typeof settings>>;

function draft({ contents, stock, settings: set, setup: { grid } }: Input): Said {
  const width = roundUp(set.width, grid);
  const [reach, behind] = [roundUp(set.reach, grid), roundUp(set.backReach, grid)];
  const around = contents.thickness + stock.caliper;
  const spine = contents.thickness > ONE_SCORE_UP_TO ? roundUp(around, grid) : 0;
  const tip = Math.min(width / 2, reach * TIP_PART, behind * TIP_PART);
  const ends = { round: rounded(tip), point: clipped(width / 2, 0, tip), straight: rounded(0) }[set.ends];
  const far = { round: rounded(tip), point: clipped(tip, 0, width / 2), straight: rounded(0) }[set.ends];

  const back = panel("back", "Back", width, behind, { corners: { bottomLeft: far, bottomRight: ends } });
  // a thick holder takes two scores, each a right angle; a thin one a single score right round
  const edges = spine > 0 ? [flap("spine", "Edge", back.top, tapered({ deep: spine }), { order: 1, angle: -90 })] : [];
  const fold = spine > 0 ? { order: 2, angle: -90 } : { order: 1, angle: -180 };
  const front = flap("front", "Front", edges[0]?.tip ?? back.top, ended(reach, tip, set.ends), fold);
  return {
    sheets: [sheet("tab", "Closure tab", [back, ...edges, front])],
    size: { width, height: reach },
    figures: { width: widthOf(back), reach: depthOf(front) },
    finish: { kind: "close", code: "fit-tab", held: { run: behind, wide: width - 2 * TAPE_MARGIN } },
  };
}

/** A flap whose end is round, pointed or straight, over the last `tip` mm of it. */
const ended =
  (deep: number, tip: number, ends: "round" | "point" | "straight"): Shape =>
  (long) => {
    const round: readonly Corner[] = [
      [0, deep, tip],
      [long, deep, tip],
    ];
    const point: readonly Corner[] = [
      [0, deep - tip],
      [long / 2, deep],
      [long, deep - tip],
    ];
    return {
      relief: 0,
      deep,
      corners: ends === "point" ? point : ends === "round" ? round : tapered({ deep })(long).corners,
    };
  };

/** A small tab that holds a holder closed. */
export const closureTab = defineForm({
  id: "closure-tab",
  title: "Closure tab",
  purpose: "part",
  about: "A small strip round the edge that holds a flap down.",
  methods: ["scoring-board"],
  settings,
  outside: "front",
  heaviest: 250,
  draft,
});
