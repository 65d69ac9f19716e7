/**
 * Shape: paper cut to an outline of the catalogue or of the maker's own, in a box of its own size.
 *
 *      ╭──╮╭──╮
 *      │      │  height
 *       ╲    ╱
 *        ╲__╱
 *       width
 */
import { z } from "zod";
import { areaOf, flatten, holds } from "../geometry/path.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { windowIn } from "../paper/hole.ts";
import { outlined } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { inProportion, isRound, loopsIn, outlineSettings, ownIn } from "./inPaper.ts";
import { defineKind } from "./kind.ts";
import { ownSize, usualSize } from "./panel.ts";
import { nth } from "../units/nth.ts";

/** Paper cut to an outline of the catalogue. */
export const shape = defineKind({
  id: "shape",
  title: "Shape",
  about: "Paper cut to an outline: round, oval, a leaf, an apple.",
  asks: ["stock", "raised"],
  settings: z.object({ ...outlineSettings("round"), ...ownSize }),
  follows: inProportion,
  usual(ground, grid) {
    const { width, height } = usualSize(ground, grid, 0.45);
    const side = roundDown(Math.min(width, height), grid);
    return { width: side, height: side };
  },
  draft({ name, set, stock }) {
    const { width } = set;
    // what is round has one size
    const height = isRound(set) ? width : set.height;
    const [outer = [], ...inner] = loopsIn(set, width, height);
    const body = outlined("shape", name, { width, height }, outer);
    const ring = flatten(outer);
    const cuts = inner
      .filter((loop) => areaOf(loop) < 0 && holds(ring, nth(loop, 0).from))
      .map((hole, i) => windowIn(String(i + 1), body, hole));
    return {
      said: {
        sheets: [sheet("shape", name, [body], { stock, cuts })],
        figures: { width: widthOf(body), ...(!isRound(set) && { height: heightOf(body) }) },
      },
      ...ownIn(set),
    };
  },
});
