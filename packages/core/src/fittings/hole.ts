/**
 * Hole: round, one or several in rows, through one paper or all that it meets.
 *
 *      ╭─╮   ╭─╮
 *      ╰─╯   ╰─╯   across
 *       └─────┘    apart
 */
import { z } from "zod";
import { mm } from "../model/setting.ts";
import { across as acrossOf } from "../paper/figure.ts";
import { hole as holeIn } from "../paper/hole.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { apartOf, spread, spreadOut, through } from "./inPaper.ts";
import { defineKind } from "./kind.ts";

/** A round hole, or rows of them. */
export const hole = defineKind({
  id: "hole",
  title: "Hole",
  about: "Round, for string, a brad, or a row of them.",
  asks: [],
  // rows of it are spread over what it lies on
  fits: true,
  inPaper: true,
  settings: z.object({ across: mm("Hole", 4, [0.5, 80], "Across the hole."), ...spread, through }),
  draft({ name, ground, set }) {
    const own = { width: set.across, height: set.across };
    const { size, places } = spreadOut(ground, own, set);
    const body = panel("hole", name, size.width, size.height);
    const r = set.across / 2;
    const cuts = places.map(([x, y], i) =>
      holeIn(String(i + 1), body, [x + r, y + r], set.across, { across: "across" }),
    );
    return {
      said: {
        sheets: [sheet("hole", name, [body], { cuts })],
        figures: { across: acrossOf("1", body, [r, r], set.across), apart: apartOf("hole", own, places) },
      },
      through: set.through,
    };
  },
});
