/**
 * Perforation: from edge to edge of its ground, or short of them, so that a part can be torn off.
 *
 *   ┌─────────────────┐
 *   │                 │
 *   │╶ ╶ ╶ ╶ ╶ ╶ ╶ ╶ ╶│  free at each end
 *   └─────────────────┘
 */
import { z } from "zod";
import { line } from "../geometry/path.ts";
import { choice, mm } from "../model/setting.ts";
import { panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { THIN } from "./inPaper.ts";
import { defineKind } from "./kind.ts";

/** A line to tear along. */
export const perforation = defineKind({
  id: "perforation",
  title: "Perforation",
  about: "A line to tear along, from edge to edge.",
  asks: [],
  fits: true,
  inPaper: true,
  settings: z.object({
    runs: choice("Runs", { across: "Across", down: "Down" }, "across", "Which way it runs on its ground."),
    border: mm("Free at each end", 0, [0, 150], "Left whole at both ends of it."),
  }),
  border: { setting: "border", round: false, runs: "runs" },
  draft({ name, ground, set }) {
    const lies = set.runs === "across";
    const long = Math.max(1, (lies ? ground.width : ground.height) - 2 * set.border);
    const body = lies ? panel("perforation", name, long, THIN) : panel("perforation", name, THIN, long);
    const half = THIN / 2;
    const path = [lies ? line([0, half], [long, half]) : line([half, 0], [half, long])];
    return {
      said: { sheets: [sheet("perforation", name, [body], { strokes: [{ id: "1", role: "perforate", path }] })] },
    };
  },
});
