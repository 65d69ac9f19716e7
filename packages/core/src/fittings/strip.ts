/**
 * Strip: across its ground or down it, as long as the ground less what is left free at both ends.
 *
 *   ┌─────────────────┐
 *   │▒▒▒▒▒▒▒▒▒▒▒▒▒▒▒▒▒│ width      Its place is the rule's: from an edge, or in the middle.
 *   │                 │
 *   └─────────────────┘
 */
import { z } from "zod";
import { choice, mm } from "../model/setting.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { someDown } from "../units/ruler.ts";
import { bandsOn, defineKind } from "./kind.ts";

/** A strip across its ground or down it. */
export const strip = defineKind({
  id: "strip",
  title: "Strip",
  about: "Paper that runs across or down.",
  asks: ["stock", "raised"],
  fits: true,
  settings: z.object({
    runs: choice("Runs", { across: "Across", down: "Down" }, "across", "Which way it runs on its ground."),
    width: mm("Strip width", 20, [1, 400], "Across the strip."),
    border: mm("Free at each end", 0, [0, 150], "Left free at both ends of it."),
  }),
  border: { setting: "border", round: false, runs: "runs" },
  follows: ({ runs }) => ({ width: runs === "across" ? "height" : "width" }),
  draft({ name, ground, set, setup: { grid }, stock }) {
    const across = set.runs === "across";
    const [along, beside] = across ? [ground.width, ground.height] : [ground.height, ground.width];
    const thick = Math.min(someDown(set.width, grid), beside);
    const long = someDown(along - 2 * set.border, grid);
    const body = across ? panel("strip", name, long, thick) : panel("strip", name, thick, long);
    const width = across ? heightOf(body) : widthOf(body);
    return {
      said: { sheets: [sheet("strip", name, [body], { stock })], figures: { width } },
      strips: bandsOn(body),
    };
  },
});
