/**
 * Mat: paper that leaves an even border of what it lies on.
 *
 *   ┌─────────────────┐
 *   │ ┌─────────────┐ │ border    Sizes are rounded down to the ruler; from a ground that is on the ruler both axes lose
 *   │ │             │ │           alike and the border stays even.
 *   │ └─────────────┘ │
 *   └─────────────────┘
 */
import { z } from "zod";
import { mm } from "../model/setting.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { someDown } from "../units/ruler.ts";
import { bandsOn, defineKind, type GroundSize } from "./kind.ts";

/** The size that leaves a border all round, on the ruler and never nothing. */
export const within = ({ width, height }: GroundSize, border: number, grid: number): GroundSize => {
  const side = (size: number): number => someDown(size - 2 * border, grid);
  return { width: side(width), height: side(height) };
};

/** mm of border that leave a size on a side of so many mm. */
export const borderFor = (whole: number, size: number): number => Math.max(0, (whole - size) / 2);

/** The setting of all kinds that leave an even border, mm. */
export const border = mm("Border", 5, [0, 150], "Left free all round.");

/** A mat: paper that leaves an even border. */
export const mat = defineKind({
  id: "mat",
  title: "Mat",
  about: "Paper with an even border all round.",
  asks: ["stock", "raised"],
  fits: true,
  settings: z.object({ border }),
  border: { setting: "border", round: true },
  draft({ name, ground, set, setup, stock }) {
    const { width, height } = within(ground, set.border, setup.grid);
    const body = panel("mat", name, width, height);
    return { said: { sheets: [sheet("mat", name, [body], { stock })] }, strips: bandsOn(body) };
  },
});
