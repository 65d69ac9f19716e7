import type { Finding } from "../model/solution.ts";
import { flatten } from "../geometry/path.ts";
import { offLine } from "../geometry/point.ts";
import type { Piece } from "../model/piece.ts";
import type { Spec } from "../model/spec.ts";
import { roundDown, roundUp } from "../units/ruler.ts";
import type { Check } from "./check.ts";

/** A figure smaller than the ruler shows is arithmetic, not paper. */
const SEEN_MM = 0.05;

/** How far a flap's outline stands off the fold it hangs on, mm. */
function reachOf(pieces: readonly Piece[], panel: string) {
  const fold = pieces.flatMap((p) => p.folds).find((f) => f.panels[1] === panel);
  const outline = pieces.flatMap((p) => p.panels).find((p) => p.id === panel)?.outline;
  if (!fold || !outline) throw new Error(`overlap: no piece has a hinged panel '${panel}'`);
  return { fold, reach: Math.max(...flatten(outline).map((p) => Math.abs(offLine(p, fold.from, fold.to)))) };
}

/** Tips are rounded to halves of a mm: finer no corner cutter is. */
const HALF_MM = 0.5;
/** What rounding a right-angled tip takes off it, in parts of the radius. */
const LOST = Math.SQRT2 - 1;

/** Where nothing is trimmed it is the rounding of the two tips that takes too much: so much less, and they overlap. */
function sharper({ settings }: Spec, missing: number): Pick<Finding, "remedy"> {
  const radius = roundDown(Number(settings["cornerRadius"]) - missing / 2 / LOST, HALF_MM);
  return radius >= 0 ? { remedy: { settings: { cornerRadius: radius } } } : {};
}

/** Flaps that close over one another: they share enough paper, and neither runs past the fold across. */
export const overlap: Check = {
  id: "overlap",
  codes: ["short", "past-fold", "shallow", "too-deep"],
  run: ({ drafted, pieces, spec, setup }) =>
    drafted.overlaps.flatMap(({ piece: id, panels, least, clear, apart, trims, depth }): Finding[] => {
      const [a, b] = [reachOf(pieces, panels[0]), reachOf(pieces, panels[1])];
      const across = apart ?? Math.abs(offLine(a.fold.from, b.fold.from, b.fold.to));
      const shared = a.reach + b.reach - across;
      const at = { check: "overlap", severity: "error", piece: id } as const;
      const setting = trims ?? depth;
      const remedy = setting === undefined ? {} : { remedy: { settings: { [setting]: "auto" } } };
      if (shared < least - SEEN_MM) {
        const short = { ...at, panel: panels[1], figure: shared, limit: least } as const;
        if (trims === undefined) return [{ ...short, code: "shallow", ...remedy }];
        return [
          { ...short, code: "short", ...(spec.settings[trims] === "auto" ? sharper(spec, least - shared) : remedy) },
        ];
      }
      const trimmed = trims === undefined ? undefined : spec.settings[trims];
      return panels.flatMap((panel, i): Finding[] => {
        const over = (i === 0 ? a.reach : b.reach) - (across - clear);
        if (over < SEEN_MM) return [];
        const trim = roundUp((typeof trimmed === "number" ? trimmed : 0) + over, setup.grid);
        return [
          {
            ...at,
            code: trims ? "past-fold" : "too-deep",
            panel,
            figure: over,
            limit: clear,
            facts: { trim },
            ...remedy,
          },
        ];
      });
    }),
};
