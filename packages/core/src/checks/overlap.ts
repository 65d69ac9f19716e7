import type { Finding } from "../model/solution.ts";
import { flatten } from "../geometry/path.ts";
import { offLine } from "../geometry/point.ts";
import type { Piece } from "../model/piece.ts";
import { roundUp } from "../units/ruler.ts";
import type { Check } from "./check.ts";

/** How far a flap's outline stands off the fold it hangs on, mm. */
function reachOf(piece: Piece, panel: string) {
  const fold = piece.folds.find((f) => f.panels[1] === panel);
  const outline = piece.panels.find((p) => p.id === panel)?.outline;
  if (!fold || !outline) throw new Error(`overlap: piece '${piece.id}' has no hinged panel '${panel}'`);
  return { fold, reach: Math.max(...flatten(outline).map((p) => Math.abs(offLine(p, fold.from, fold.to)))) };
}

/** Flaps that close over one another: they share enough paper, and neither runs past the fold across. */
export const overlap: Check = {
  id: "overlap",
  codes: ["short", "past-fold"],
  run: ({ drafted, pieces, spec, setup }) =>
    drafted.overlaps.flatMap(({ piece: id, panels, least, clear, trims }): Finding[] => {
      const piece = pieces.find((p) => p.id === id);
      if (!piece) return [];
      const [a, b] = [reachOf(piece, panels[0]), reachOf(piece, panels[1])];
      const across = Math.abs(offLine(a.fold.from, b.fold.from, b.fold.to));
      const shared = a.reach + b.reach - across;
      const trimmed = spec.settings[trims];
      if (shared < least) {
        return [
          {
            check: "overlap",
            code: "short",
            severity: "error",
            piece: id,
            panel: panels[1],
            figure: shared,
            limit: least,
            remedy: { settings: { [trims]: "auto" } },
          },
        ];
      }
      return panels.flatMap((panel, i): Finding[] => {
        const reach = i === 0 ? a.reach : b.reach;
        const over = reach - (across - clear);
        // a figure smaller than the ruler shows is arithmetic, not paper
        if (over < 0.05) return [];
        const set = typeof trimmed === "number" ? trimmed : 0;
        return [
          {
            check: "overlap",
            code: "past-fold",
            severity: "error",
            piece: id,
            panel,
            figure: over,
            limit: clear,
            facts: { trim: roundUp(set + over, setup.grid) },
            remedy: { settings: { [trims]: "auto" } },
          },
        ];
      });
    }),
};
