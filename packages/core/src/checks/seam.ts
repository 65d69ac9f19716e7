import { tapes } from "../catalogue/papers.ts";
import type { Part } from "../fittings/laid.ts";
import { areaOf, polygon } from "../geometry/path.ts";
import type { Glue } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { TAPE_MARGIN, withGlue } from "../paper/seam.ts";
import { valueAt } from "../recipe/change.ts";
import { MM_PER } from "../units/length.ts";
import { roundUp, rulers } from "../units/ruler.ts";
import { type Check, isShort, remedy } from "./check.ts";
import { type Whole, piecesIn } from "../fittings/whole.ts";
import { draftedWith } from "./trial.ts";

/** A shorter seam (mm of glue along the strip) lets the side open when the contents are pushed in. */
const LEAST_SEAM_MM = 15;
/** A zone of glue narrower than this (mm) holds nothing: a thin line of wet glue is as wide (geometry notes: strips). */
const LEAST_WIDE_MM = 1.5;
/** A strip is widened by halves of a mm, or by sixteenths of an inch: finer nobody types. */
const HALF_MM = 0.5;

/** A seam may run over a corner: all that joins the same two panels is one seam. */
const seamLength = (all: readonly Glue[], { panel, onto }: Glue): number =>
  all
    .filter((g) => g.panel === panel && g.onto.panel === onto.panel)
    .reduce((sum, { polygon: zone, widestTape }) => sum + Math.abs(areaOf(polygon(zone))) / widestTape, 0);

/** The widest tape a seam would take with another setting; undefined where that cannot be set, or leaves no such seam. */
function widestWith(checked: Whole, part: Part, seam: Glue, value: number) {
  const drafted = seam.widens && draftedWith(checked, part, seam.widens, value);
  if (!drafted) return undefined;
  const all = withGlue(drafted, drafted.seams, part.stock.caliper).flatMap((p) => p.glue);
  // the tightest of those that join the same two panels
  const glue = all
    .filter((g) => g.panel === seam.panel && g.onto.panel === seam.onto.panel)
    .sort((p, q) => p.widestTape - q.widestTape)[0];
  return glue?.widestTape;
}

/** What is typed in the system of a ruler with so many mm between two marks: half mm, or sixteenths of an inch. */
const finest = (grid: number): number =>
  rulers.find((r) => r.step === grid)?.unit === "in" ? MM_PER.in / 16 : HALF_MM;

/** How often a strip is widened further, where what it is glued to tapers. */
const TRIES = 4;

/** The setting that makes a seam wide enough for the tape; undefined where none within its bounds does. */
function widened(checked: Whole, part: Part, glue: Glue, tape: number): number | undefined {
  if (!glue.widens) return undefined;
  let [value, widest] = [Number(valueAt(checked.spec, glue.widens)), glue.widestTape];
  for (let i = 0; i < TRIES; i += 1) {
    value = roundUp(value + tape - widest, finest(part.setup.grid));
    // past what the form allows there is none
    const made = widestWith(checked, part, glue, value);
    if (made === undefined || made <= widest) return undefined;
    if (made >= tape - 1e-9) return value;
    widest = made;
  }
  return undefined;
}

/** A strip wide enough for the tape where the form can widen it; else the widest tape on the shelf that goes on it, or glue. */
function tapeRemedy(checked: Whole, part: Part, glue: Glue, tape: number): Pick<Finding, "remedy"> {
  const wider = widened(checked, part, glue, tape);
  if (wider !== undefined && glue.widens) return remedy("widen", glue.widens, wider, { mm: wider });
  const narrower = tapes.filter((t) => t.width <= glue.widestTape).sort((a, b) => b.width - a.width)[0];
  return narrower
    ? remedy("tape", ["tape"], narrower.width, { mm: narrower.width })
    : remedy("glue", ["tape"], undefined);
}

const saysTheSame = (f: Finding, g: Finding): boolean =>
  f.code === g.code && f.piece === g.piece && (f.panel === g.panel || Math.abs(f.limit - g.limit) < HALF_MM / 10);

/** Seams are long enough, and the maker's tape is no wider than the strip it goes on. */
export const seam: Check = {
  id: "seam",
  codes: ["short", "thin", "tape"],
  run: (checked) =>
    checked.parts
      .flatMap((part) =>
        piecesIn(part, checked).flatMap((piece) =>
          piece.glue.flatMap((glue): Finding[] => {
            const { tape } = checked.spec;
            const length = seamLength(piece.glue, glue);
            const at = { check: "seam", severity: "warning", piece: piece.id, panel: glue.panel } as const;
            const found: Finding[] = [];
            const isThin = isShort(glue.widestTape, LEAST_WIDE_MM);
            if (isThin) {
              const wider = widened(checked, part, glue, LEAST_WIDE_MM);
              const mends =
                wider !== undefined && glue.widens ? remedy("widen", glue.widens, wider, { mm: wider }) : {};
              const thin = { code: "thin", figure: glue.widestTape, limit: LEAST_WIDE_MM } as const;
              found.push({ ...at, ...thin, severity: "error", ...mends });
            }
            if (!glue.web && isShort(length, LEAST_SEAM_MM)) {
              found.push({ ...at, code: "short", figure: length, limit: LEAST_SEAM_MM });
            }
            if (tape !== undefined && tape > glue.widestTape + 1e-9 && !isThin) {
              const mends = tapeRemedy(checked, part, glue, tape);
              const facts = { needed: tape + 2 * TAPE_MARGIN };
              found.push({ ...at, code: "tape", figure: tape, limit: glue.widestTape, facts, ...mends });
            }
            return found;
          }),
        ),
      )
      // both ends of a seam say the same, and so do twin flaps: once is enough, and the tighter one
      .sort((f, g) => f.limit - g.limit)
      .filter((f, i, all) => all.findIndex((g) => saysTheSame(f, g)) === i),
};
