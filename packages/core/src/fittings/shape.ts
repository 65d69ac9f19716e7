/**
 * Shape: paper cut to an outline of the catalogue, in a box of its own size.
 *
 *      ╭──╮╭──╮
 *      │      │  height
 *       ╲    ╱
 *        ╲__╱
 *       width
 */
import { z } from "zod";
import { find } from "../catalogue/entry.ts";
import { shapes } from "../catalogue/shapes.ts";
import { choice } from "../model/setting.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { outlined, sheet } from "../paper/sheet.ts";
import { roundDown } from "../units/ruler.ts";
import { defineKind } from "./kind.ts";
import { ownSize, usualSize } from "./panel.ts";

const OUTLINES = Object.fromEntries(shapes.map((s) => [s.id, s.title]));

/** Paper cut to an outline of the catalogue. */
export const shape = defineKind({
  id: "shape",
  title: "Shape",
  about: "Paper cut to an outline: round, oval, a leaf, an apple.",
  asks: ["stock", "raised"],
  settings: z.object({ outline: choice("Outline", OUTLINES, "round", "What it is cut to."), ...ownSize }),
  usual(ground, grid) {
    const { width, height } = usualSize(ground, grid, 0.45);
    const side = roundDown(Math.min(width, height), grid);
    return { width: side, height: side };
  },
  draft({ name, set, stock }) {
    const { width } = set;
    // what is round has one size
    const height = set.outline === "round" ? width : set.height;
    const outline = find(shapes, set.outline)?.outline(width, height);
    const body = outlined("shape", name, { width, height }, outline ?? []);
    return {
      said: {
        sheets: [sheet("shape", name, [body], { stock })],
        figures: { width: widthOf(body), ...(set.outline !== "round" && { height: heightOf(body) }) },
      },
    };
  },
});
