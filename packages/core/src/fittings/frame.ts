/**
 * Frame: a mat with its middle cut out, its bars of one width all round.
 *
 *   ┌─────────────┐
 *   │ ┌─────────┐ │ width of its bars
 *   │ │         │ │
 *   │ └─────────┘ │
 *   └─────────────┘
 */
import { z } from "zod";
import { placePath, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { mm } from "../model/setting.ts";
import { windowIn } from "../paper/hole.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { bandsOn, defineKind } from "./kind.ts";
import { border, within } from "./mat.ts";

const box = (width: number, height: number): Point[] => [
  [0, 0],
  [width, 0],
  [width, height],
  [0, height],
];

/** A frame: bars round an opening, with a border left free round them. */
export const frame = defineKind({
  id: "frame",
  title: "Frame",
  about: "A border of paper, open in the middle.",
  asks: ["stock", "raised"],
  fits: true,
  settings: z.object({ border, width: mm("Bars", 8, [1, 400], "How wide its bars are.") }),
  border: { setting: "border", round: true },
  draft({ name, ground, set, setup, stock }) {
    const { width, height } = within(ground, set.border, setup.grid);
    const bar = Math.min(set.width, width / 2 - 1, height / 2 - 1);
    const body = panel("frame", name, width, height);
    const opening = placePath(polygon(box(width - 2 * bar, height - 2 * bar)), {
      x: bar,
      y: bar,
      rotation: 0,
      flip: false,
    });
    // a ground so small that nothing is left to cut out is covered all over
    const cuts = bar > 0 ? [windowIn("opening", body, opening)] : [];
    return {
      said: { sheets: [sheet("frame", name, [body], { stock, cuts })] },
      strips: bandsOn(body, bar > 0 ? bar : Infinity),
    };
  },
});
