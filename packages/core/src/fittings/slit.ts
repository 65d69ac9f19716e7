/**
 * Slit: a straight cut that nothing drops out of, for a tab, a strip or a corner to be tucked in.
 *
 *      ╷     ╷
 *      │     │  long
 *      ╵     ╵
 *       apart
 */
import { z } from "zod";
import { choice, mm } from "../model/setting.ts";
import { heightOf, widthOf } from "../paper/figure.ts";
import { slit as slitIn } from "../paper/hole.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { apartOf, spread, spreadOut, THIN, through } from "./inPaper.ts";
import { defineKind } from "./kind.ts";

/** A straight slit, or rows of them. */
export const slit = defineKind({
  id: "slit",
  title: "Slit",
  about: "A straight cut to tuck something in.",
  asks: [],
  // rows of it are spread over what it lies on
  fits: true,
  inPaper: true,
  settings: z.object({
    long: mm("Long", 30, [3, 300], "From end to end."),
    runs: choice("Runs", { across: "Across", down: "Down" }, "across", "Which way it runs; turn it for any other."),
    ...spread,
    through,
  }),
  usual: ({ width }) => ({ long: Math.max(3, Math.round(width / 4)) }),
  draft({ name, ground, set: { long, runs, ...set } }) {
    const lies = runs === "across";
    const own = lies ? { width: long, height: THIN } : { width: THIN, height: long };
    const { size, places } = spreadOut(ground, own, set);
    const body = panel("slit", name, size.width, size.height);
    const cuts = places.map(([x, y], i) =>
      lies
        ? slitIn(String(i + 1), body, [x, y + THIN / 2], [x + long, y + THIN / 2])
        : slitIn(String(i + 1), body, [x + THIN / 2, y], [x + THIN / 2, y + long]),
    );
    const one = { ...body, ...own };
    return {
      said: {
        sheets: [sheet("slit", name, [body], { cuts })],
        figures: { long: lies ? widthOf(one) : heightOf(one), apart: apartOf("slit", own, places) },
      },
      through: set.through,
    };
  },
});
