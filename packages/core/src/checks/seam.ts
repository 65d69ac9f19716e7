import type { Finding } from "../model/solution.ts";
import { areaOf, polygon } from "../geometry/path.ts";
import { settingsOf } from "../model/form.ts";
import { settingMeta } from "../model/setting.ts";
import type { Check } from "./check.ts";

/** A shorter seam (mm of glue along the strip) lets the side open when the contents are pushed in. */
const LEAST_SEAM_MM = 15;
/** Tape keeps this far from both edges of the strip (geometry notes: "widest tape = glue strip − 3 mm"). */
const TAPE_MARGINS_MM = 3;

/** Seams are long enough, and the maker's tape is no wider than the strip it goes on. */
export const seam: Check = {
  id: "seam",
  codes: ["short", "tape"],
  run: ({ pieces, spec, form }) =>
    pieces
      .flatMap((piece) =>
        piece.glue.flatMap((glue): Finding[] => {
          const length = Math.abs(areaOf(polygon(glue.polygon))) / glue.widestTape;
          const at = { check: "seam", piece: piece.id, panel: glue.panel } as const;
          const found: Finding[] = [];
          if (length < LEAST_SEAM_MM) {
            const strip = spec.settings["glueStrip"];
            found.push({
              ...at,
              code: "short",
              severity: "warning",
              figure: length,
              limit: LEAST_SEAM_MM,
              ...(typeof strip === "number" && strip < 18 && { remedy: { settings: { glueStrip: 18 } } }),
            });
          }
          if (spec.tape !== undefined && spec.tape > glue.widestTape + 1e-9) {
            const needed = spec.tape + TAPE_MARGINS_MM;
            const schema = settingsOf(form).find(([name]) => name === "glueStrip")?.[1];
            const most = schema ? (settingMeta(schema).max ?? 0) : 0;
            const widens = piece.id === pieces[0]?.id && needed <= most;
            found.push({
              ...at,
              code: "tape",
              severity: "warning",
              figure: spec.tape,
              limit: glue.widestTape,
              facts: { needed },
              remedy: widens ? { settings: { glueStrip: needed } } : { tape: String(glue.widestTape) },
            });
          }
          return found;
        }),
      )
      // both ends of a seam say the same: once is enough
      .filter((f, i, all) => all.findIndex((g) => g.code === f.code && g.panel === f.panel) === i),
};
