/** Which form to make: every holder solved for the same contents, the most sensible first, each with its reasons. */
import { unitOfMarks } from "../units/ruler.ts";
import { smallestSheet } from "../catalogue/papers.ts";
import type { Piece } from "../model/piece.ts";
import { lieOn } from "../paper/onSheet.ts";
import { mainPiece } from "../model/solution.ts";
import { loadedForms } from "../forms/index.ts";
import { changed } from "../recipe/change.ts";
import { paperArea } from "../layout/paperNeed.ts";
import { trimPlans } from "../layout/trimPlan.ts";
import type { Reason, Solution } from "../model/solution.ts";
import type { Purpose, SheetInHand, Spec } from "../model/spec.ts";
import { solve } from "../solve.ts";

/** A form for these contents: its solution, the sheets the run takes, and why it stands where it does. */
export interface Ranked {
  readonly form: string;
  readonly purpose: Purpose;
  readonly spec: Spec;
  readonly solution: Solution;
  readonly blank: { readonly width: number; readonly height: number };
  /** sheets for the whole run, cut straight from edge to edge; undefined when none comes out of it */
  readonly sheets: number | undefined;
  readonly fits: boolean;
  readonly reasons: readonly Reason[];
}

/** One step more is worth so much more paper: eight steps are not done to save a hundredth of a sheet. */
const STEP_WEIGHS = 0.015;

/** The smallest sheet of the catalogue a blank comes out of: what a maker without one in hand would buy. */
const usualSheet = (piece: Piece, grid: number): Pick<SheetInHand, "width" | "height"> | undefined =>
  smallestSheet((size) => lieOn(piece, size) !== undefined, unitOfMarks(grid));

/** Sheets that all pieces of the whole run come out of, what has a paper of its own left aside; undefined where one does not. */
function sheetsFor(
  spec: Spec,
  { pieces }: Solution,
  { width, height }: Pick<SheetInHand, "width" | "height">,
): number | undefined {
  const own = pieces.filter((piece) => piece.stock === undefined);
  const [plan] = trimPlans({ spec: { ...spec, sheet: { width, height } }, pieces: own });
  return plan && plan.left.length === 0 ? plan.sheets : undefined;
}

/** Ranks the forms that can hold what a recipe has inside: those that fit first, then by paper, then by steps. */
export function rank(spec: Spec): Ranked[] {
  const rows = loadedForms()
    .filter((form) => form.purpose !== "card" && form.purpose !== "part")
    .flatMap((form): Ranked[] => {
      const read = form.id === spec.form ? { ok: true as const, value: spec } : changed(spec, { form: form.id });
      if (!read.ok) return [];
      const own = read.value;
      const solution = solve(own);
      const main = mainPiece(solution);
      if (!main) return [];
      const { blank } = main;
      const sheet = spec.sheet ?? usualSheet(main, solution.grid);
      const need = sheet && sheetsFor(own, solution, sheet);
      return [
        {
          form: form.id,
          purpose: form.purpose,
          spec: own,
          solution,
          blank,
          sheets: need,
          fits: need !== undefined,
          reasons: [],
        },
      ];
    });
  const area = ({ solution }: Ranked): number => paperArea(solution);
  const faults = ({ solution }: Ranked): number => solution.findings.filter((f) => f.severity === "error").length;
  // an envelope is weighed against envelopes, a pocket against pockets
  const alike = (row: Ranked): readonly Ranked[] => rows.filter((r) => r.purpose === row.purpose);
  /** Paper as a part of the least that any takes, and what its steps weigh against that. */
  const effort = (row: Ranked, others: readonly Ranked[]): number =>
    area(row) / Math.min(...others.map(area)) + STEP_WEIGHS * row.solution.steps.length;
  return rows
    .map((row): Ranked => {
      const others = alike(row);
      const least = area(row) <= Math.min(...others.map(area)) + 1e-6;
      const steps = Math.min(...others.map((r) => r.solution.steps.length));
      return { ...row, reasons: reasonsFor(row, spec, least, row.solution.steps.length === steps) };
    })
    .sort(
      (a, b) =>
        Number(b.fits) - Number(a.fits) ||
        faults(a) - faults(b) ||
        (a.sheets ?? Infinity) - (b.sheets ?? Infinity) ||
        effort(a, alike(a)) - effort(b, alike(b)),
    );
}

function reasonsFor(row: Ranked, spec: Spec, least: boolean, fewest: boolean): Reason[] {
  const reasons: Reason[] = [];
  const add = (code: Reason["code"], facts: Reason["facts"] = {}): void => void reasons.push({ code, facts });
  if (spec.sheet)
    add(row.fits ? "fits-sheet" : "too-large-for-sheet", row.sheets === undefined ? {} : { sheets: row.sheets });
  if (least) add("least-paper");
  if (fewest) add("fewest-steps", { steps: row.solution.steps.length });
  const worst =
    row.solution.findings.find((f) => f.severity === "error" && f.check !== "sheet") ??
    row.solution.findings.find((f) => f.severity === "warning");
  if (worst) add(worst.severity === "error" ? "has-error" : "has-warning", { check: worst.check });
  return reasons;
}
