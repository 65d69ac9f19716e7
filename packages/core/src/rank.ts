/** Which form to make: every holder solved for the same contents, the most sensible first, each with its reasons. */
import { find } from "./catalogue/entry.ts";
import { catalogue } from "./catalogue/index.ts";
import { forms } from "./forms/index.ts";
import { readSpec } from "./forms/readSpec.ts";
import { fitsIn } from "./geometry/fit.ts";
import type { Reason, Solution } from "./model/solution.ts";
import type { Sheet, Spec } from "./model/spec.ts";
import { solve } from "./solve.ts";

export interface Ranked {
  readonly form: string;
  readonly spec: Spec;
  readonly solution: Solution;
  readonly blank: { readonly width: number; readonly height: number };
  /** sheets for the whole run, blanks laid square to the sheet; undefined when none comes out of it */
  readonly sheets: number | undefined;
  readonly fits: boolean;
  readonly reasons: readonly Reason[];
}

/** Blanks that come out of a sheet by straight cuts in one direction and then the other. */
export function perSheet(
  blank: { readonly width: number; readonly height: number },
  sheet: { readonly width: number; readonly height: number },
): number {
  const noise = 1e-6;
  const grid = (w: number, h: number): number =>
    Math.floor((sheet.width + noise) / w) * Math.floor((sheet.height + noise) / h);
  return Math.max(grid(blank.width, blank.height), grid(blank.height, blank.width));
}

/** The smallest sheet of the catalogue a blank comes out of: what a maker without one in hand would buy. */
const usualSheet = (blank: Ranked["blank"]): Pick<Sheet, "width" | "height"> | undefined =>
  catalogue.sheets
    .filter((s) => fitsIn(blank.width, blank.height, s.width, s.height))
    .sort((a, b) => a.width * a.height - b.width * b.height)[0];

/** The recipe with another form: its own settings, and a board of the same unit where it is made another way. */
function withForm(spec: Spec, form: (typeof forms)[number]): Spec | undefined {
  if (form.id === spec.form) return spec;
  const unit = (id: string): string | undefined => catalogue.rulers.find((r) => r.id === id)?.unit;
  const mine = find(catalogue.boards, spec.method.board);
  const board = form.methods.includes(spec.method.kind)
    ? mine
    : catalogue.boards.find(
        (b) =>
          form.methods.includes(b.kind) && mine && unit(b.ruler) === unit(mine.ruler) && b.ruler !== "five-millimetre",
      );
  const read = readSpec({
    ...spec,
    form: form.id,
    settings: {},
    method: board && { kind: board.kind, board: board.id },
  });
  return read.ok ? read.value : undefined;
}

/** Ranks the forms that can hold what a recipe has inside: those that fit first, then by paper, then by steps. */
export function rank(spec: Spec): Ranked[] {
  const rows = forms
    .filter((form) => form.kind === "envelope")
    .flatMap((form): Ranked[] => {
      const own = withForm(spec, form);
      if (!own) return [];
      const solution = solve(own);
      const blank = solution.pieces[0]?.blank;
      if (!blank) return [];
      const sheet = spec.sheet ?? usualSheet(blank);
      const fits = sheet !== undefined && fitsIn(blank.width, blank.height, sheet.width, sheet.height);
      const each = sheet ? Math.max(perSheet(blank, sheet), fits ? 1 : 0) : 0;
      return [
        {
          form: form.id,
          spec: own,
          solution,
          blank,
          sheets: each > 0 ? Math.ceil(spec.quantity / each) : undefined,
          fits,
          reasons: [],
        },
      ];
    });
  const area = ({ blank }: Ranked): number => blank.width * blank.height;
  const faults = ({ solution }: Ranked): number => solution.findings.filter((f) => f.severity === "error").length;
  const leastPaper = Math.min(...rows.map(area));
  const fewest = Math.min(...rows.map((r) => r.solution.steps.length));
  return rows
    .map((row): Ranked => ({
      ...row,
      reasons: reasonsFor(row, spec, area(row) <= leastPaper + 1e-6, row.solution.steps.length === fewest),
    }))
    .sort(
      (a, b) =>
        Number(b.fits) - Number(a.fits) ||
        faults(a) - faults(b) ||
        (a.sheets ?? Infinity) - (b.sheets ?? Infinity) ||
        area(a) - area(b),
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
