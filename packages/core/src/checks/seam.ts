import type { Finding } from "../model/solution.ts";
import { areaOf, polygon } from "../geometry/path.ts";
import { tapes } from "../catalogue/papers.ts";
import { type Form, settingsOf } from "../model/form.ts";
import { settingMeta } from "../model/setting.ts";
import { packOf } from "../forms/pack.ts";
import type { Glue } from "../model/piece.ts";
import type { Spec } from "../model/spec.ts";
import type { Check, Checked } from "./check.ts";

/** A shorter seam (mm of glue along the strip) lets the side open when the contents are pushed in. */
const LEAST_SEAM_MM = 15;
/** Tape keeps this far from both edges of the strip (geometry notes: "widest tape = glue strip − 3 mm"). */
const TAPE_MARGINS_MM = 3;

const seamLength = ({ polygon: zone, widestTape }: Glue): number => Math.abs(areaOf(polygon(zone))) / widestTape;

/** Whether a seam is long enough with other settings: a narrow strip runs further along a slant before it leaves the flap. */
function holdsWith({ form, spec, setup }: Checked, id: string, settings: Spec["settings"]): boolean {
  const { contents, stock, sheet } = spec;
  const asked = { contents: packOf(contents), stock, sheet, setup, settings: { ...spec.settings, ...settings } };
  const glue = form
    .draft(asked)
    .pieces.flatMap((p) => p.glue)
    .find((g) => g.id === id);
  return glue !== undefined && seamLength(glue) >= LEAST_SEAM_MM;
}

/** What the form's schema says of its glue strip; undefined for forms that have none. */
function stripOf(form: Form): { readonly min: number; readonly max: number } | undefined {
  const schema = settingsOf(form).find(([name]) => name === "glueStrip")?.[1];
  return schema && { min: settingMeta(schema).min ?? 0, max: settingMeta(schema).max ?? 0 };
}

/** A strip wide enough for the tape where the form can widen it; else the widest tape on the shelf that goes on it. */
function tapeRemedy(
  needed: number,
  widest: number,
  strip: { readonly max: number } | undefined,
): Pick<Finding, "remedy"> {
  if (strip && needed <= strip.max) return { remedy: { settings: { glueStrip: needed } } };
  const narrower = tapes.filter((t) => t.width <= widest).sort((a, b) => b.width - a.width)[0];
  return narrower ? { remedy: { tape: String(narrower.width) } } : {};
}

/** Seams are long enough, and the maker's tape is no wider than the strip it goes on. */
export const seam: Check = {
  id: "seam",
  codes: ["short", "tape"],
  run: (checked) => {
    const { pieces, spec, form } = checked;
    return (
      pieces
        .flatMap((piece) =>
          piece.glue.flatMap((glue): Finding[] => {
            const length = seamLength(glue);
            // only the main piece's strip is the form's to set
            const strip = piece.id === pieces[0]?.id ? stripOf(form) : undefined;
            const at = { check: "seam", severity: "warning", piece: piece.id, panel: glue.panel } as const;
            const found: Finding[] = [];
            if (!glue.web && length < LEAST_SEAM_MM) {
              const narrow = strip && { glueStrip: strip.min };
              const remedy = narrow && holdsWith(checked, glue.id, narrow) ? { remedy: { settings: narrow } } : {};
              found.push({ ...at, code: "short", figure: length, limit: LEAST_SEAM_MM, ...remedy });
            }
            if (spec.tape !== undefined && spec.tape > glue.widestTape + 1e-9) {
              const needed = spec.tape + TAPE_MARGINS_MM;
              const remedy = tapeRemedy(needed, glue.widestTape, strip);
              found.push({
                ...at,
                code: "tape",
                figure: spec.tape,
                limit: glue.widestTape,
                facts: { needed },
                ...remedy,
              });
            }
            return found;
          }),
        )
        // both ends of a seam say the same: once is enough
        .filter((f, i, all) => all.findIndex((g) => g.code === f.code && g.panel === f.panel) === i)
    );
  },
};
