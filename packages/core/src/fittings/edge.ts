/**
 * Edge: one side of the paper cut to a shape, out of what is there: the size stays. The pitch is fitted so that a whole
 * number of them goes from corner to corner and both corners come out alike.
 *
 *      ╭╮╭╮╭╮╭╮      ╲╱╲╱╲╱╲╱      ∿∿∿∿∿∿      deep: as far as it reaches into the paper
 *     ╱  pitch ╲
 */
import { z } from "zod";
import { choice, mm } from "../model/setting.ts";
import type { Corner, EdgeCut } from "../paper/shape.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { defineKind } from "./kind.ts";

const PATTERNS = { scalloped: "Scalloped", waved: "Waved", zigzag: "Zigzag", deckled: "Deckled" } as const;

/** A chain of random numbers 0 to 1, the same each time: a torn edge that is torn the same in every copy. */
function* torn(): Generator<number, number> {
  let seed = 11;
  for (;;) {
    seed = (seed * 1664525 + 1013904223) >>> 0;
    yield seed / 2 ** 32;
  }
}

/** Of the paper behind the deepest place so much stays, mm, as between any two cuts made by hand: half of what is narrower. */
const STAYS_MM = 3;

/** The deepest that a side is cut into paper so far across, mm. */
const deepest = (across: number): number => Math.max(across - STAYS_MM, across / 2);

/** How many whole ones go along an edge. */
export const countOn = (long: number, pitch: number): number => Math.max(1, Math.round(long / pitch));

/** The cut of an edge, `deep` into the paper. */
export function patterned(pattern: keyof typeof PATTERNS, asked: number, deep: number): EdgeCut {
  return (long) => {
    const count = countOn(long, asked);
    const pitch = long / count;
    const each = (one: (from: number, i: number) => readonly Corner[]): Corner[] =>
      Array.from({ length: count }, (_, i) => one(i * pitch, i)).flat();
    switch (pattern) {
      // the tops of bows and waves stand in the corners: the sides beside them stay as they are
      case "scalloped": {
        const rise = Math.min(deep, pitch * 0.49);
        const radius = (pitch * pitch) / (8 * rise) + rise / 2;
        const half = Math.asin(pitch / 2 / radius);
        // where the tangents at its two ends meet, of half a bow and of a whole one
        const [near, top] = [radius * Math.tan(half / 2), radius / Math.cos(half) - radius];
        return [
          [near, 0, radius],
          ...each((x, i) => [[x + pitch / 2, -rise], ...(i < count - 1 ? [[x + pitch, top, radius] as const] : [])]),
          [long - near, 0, radius],
        ];
      }
      case "waved":
        return each((x, i) => [
          [x + pitch / 2, -deep, pitch / 4],
          ...(i < count - 1 ? [[x + pitch, 0, pitch / 4] as const] : []),
        ]);
      case "zigzag":
        return each((x) => [[x + pitch / 2, -deep], ...(x + pitch < long - 1e-6 ? [[x + pitch, 0] as const] : [])]);
      case "deckled": {
        const random = torn();
        const steps = Math.max(2, Math.round(long / Math.max(0.8, asked / 4)));
        return Array.from({ length: steps - 1 }, (_, i): Corner => [
          ((i + 0.8 + 0.4 * random.next().value) / steps) * long,
          -deep * random.next().value,
        ]);
      }
    }
  };
}

/** One side of the paper, cut to a shape. */
export const edge = defineKind({
  id: "edge",
  title: "Edge",
  about: "One side scalloped, waved, zigzag or as if torn.",
  asks: [],
  fits: true,
  inPaper: true,
  aSide: true,
  settings: z.object({
    which: choice(
      "Which side",
      { bottom: "Lower", right: "Right", top: "Upper", left: "Left" },
      "bottom",
      "As one looks at it.",
    ),
    shape: choice("Pattern", PATTERNS, "scalloped", "What it is cut to."),
    pitch: mm("Pitch", 10, [2, 80], "From one to the next; fitted so that whole ones go from corner to corner."),
    depth: mm("Deep", 4, [0.5, 40], "How far it reaches into the paper."),
  }),
  draft({ name, ground, set }) {
    const body = panel("edge", name, ground.width, ground.height);
    const most = deepest(set.which === "left" || set.which === "right" ? ground.width : ground.height);
    return {
      said: { sheets: [sheet("edge", name, [body])] },
      edge: { side: set.which, cut: patterned(set.shape, set.pitch, Math.min(set.depth, most)), most },
    };
  },
});
