/** How what was found is told: each figure in its own measure, with how sure it is. */
import { type Display, type FoundKind, formatLength } from "@cut-fold/core";
import { fine } from "../../parts/fine.ts";
import type { FoundFigure } from "@cut-fold/core/measure";

export const FIGURE_TITLES: Readonly<Record<FoundKind, string>> = {
  notch: "Its notch, edge to inner corner",
  offset: "Its marks, truly further from the edge by",
  "scale-x": "Across",
  "scale-y": "Up",
  skew: "Upright lines lean to the right",
  "shift-x": "All of it, to the right",
  "shift-y": "All of it, down",
  "lying-x": "On a page that lies, to the right",
  "lying-y": "On a page that lies, down",
  "edge-left": "No ink reaches, at the left edge",
  "edge-right": "No ink reaches, at the right edge",
  "edge-top": "No ink reaches, at the upper edge",
  "edge-bottom": "No ink reaches, at the lower edge",
};

const percent = (part: number): string =>
  `${Math.abs(part * 100).toFixed(2)} % ${part < 0 ? "smaller" : "larger"} than it should be`;
/** mm over which a lean is told */
const OVER_MM = 250;

/** A figure and its scatter in words. */
export function sayFound({ what, value, spread }: FoundFigure, display: Display): readonly [string, string] {
  if (what === "scale-x" || what === "scale-y") return [percent(value - 1), `± ${(spread * 100).toFixed(2)} %`];
  if (what === "skew")
    return [
      `${fine(value * OVER_MM, display)} over ${formatLength(OVER_MM, display)}`,
      `± ${fine(spread * OVER_MM, display)}`,
    ];
  return [fine(value, display), `± ${fine(spread, display)}`];
}
