/**
 * Panel: a piece of paper of its own size, as makers measure it.
 *
 *   ┌───────────┐
 *   │           │ height     Neither size moves the other, and the ground moves neither.
 *   └───────────┘
 *       width
 */
import { z } from "zod";
import { mm } from "../model/setting.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { rounded } from "../paper/shape.ts";
import { panel as rectangle } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { bandsOn, defineKind, type GroundSize } from "./kind.ts";

/** Settings of anything that has its own two sizes. */
export const ownSize = {
  width: mm("Width", 50, [2, 600], "Across it, as it lies unturned.", { follows: "width" }),
  height: mm("Height", 40, [2, 600], "Down it, as it lies unturned.", { follows: "height" }),
};

/** A part of the ground that a fresh piece takes. */
const USUAL_PART = 0.6;

/** A size that sits well on a ground, on the ruler. */
export const usualSize = ({ width, height }: GroundSize, grid: number, part = USUAL_PART) => ({
  width: Math.max(2, roundDown(width * part, grid)),
  height: Math.max(2, roundDown(height * part, grid)),
});

/** A panel of its own width and height, as makers measure it. */
export const panel = defineKind({
  id: "panel",
  title: "Panel",
  about: "A piece of paper of its own width and height.",
  asks: ["stock", "raised"],
  settings: z.object({ ...ownSize, corners: mm("Round the corners", 0, [0, 40], "All four of them.") }),
  usual: usualSize,
  draft({ name, set, stock }) {
    const { width, height } = set;
    const round = Math.min(set.corners, width / 2, height / 2);
    const body = rectangle("panel", name, width, height, round > 0 ? { corners: rounded(round) } : {});
    return {
      said: {
        sheets: [sheet("panel", name, [body], { stock, rounding: set.corners })],
        figures: { width: widthOf(body), height: heightOf(body) },
      },
      strips: bandsOn(body),
    };
  },
});
