import { getContrastRatio } from "@mui/material/styles";
import { catalogue } from "@cut-fold/core";
import { expect, it } from "vitest";
import { inkOn } from "./ink.ts";

/** A colour laid over another with so much of itself. */
function over(ink: string, opacity: number, paper: string): string {
  const parts = (hex: string): number[] => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));
  const below = parts(paper);
  const mixed = parts(ink).map((c, i) => Math.round(c * opacity + (below[i] ?? 0) * (1 - opacity)));
  return `rgb(${mixed.join(", ")})`;
}

it.each(catalogue.stocks.map((s) => [s.title, s.face] as const))("names can be read on %s", (_, face) => {
  const { fill, fillOpacity } = inkOn(face);
  expect(getContrastRatio(over(fill, fillOpacity, face), face)).toBeGreaterThanOrEqual(4.5);
});
