/** The size chart: a form solved for every card of the catalogue, on one board and ruler. */
import { catalogue } from "../catalogue/index.ts";
import type { ContentsPreset } from "../catalogue/contents.ts";
import type { Extent, Finding } from "../model/solution.ts";
import type { SheetInHand, Spec } from "../model/spec.ts";
import { readSpec, type Problem } from "../recipe/readSpec.ts";
import { mainPiece } from "../model/solution.ts";
import { lieOn } from "../paper/onSheet.ts";
import { solve } from "../solve.ts";

/** One card on a form: what its blank is cut to, its first score, and the sheets it comes out of; mm. */
export interface ChartRow {
  readonly contents: ContentsPreset;
  readonly spec: Spec;
  readonly blank: { readonly width: number; readonly height: number };
  readonly firstScore: number;
  readonly inside: Extent;
  readonly gap: Extent;
  /** the blank can be cut from the sheet in hand; without one, from some sheet of the catalogue */
  readonly fits: boolean;
  /** catalogue sheets it can be cut from */
  readonly sheets: readonly string[];
  /** what keeps it from being made as it is */
  readonly errors: readonly Finding[];
}

/** What a chart is made for: a form, and the tools and sheet in hand where they are named. */
export interface ChartAsk {
  readonly form: string;
  readonly board?: string | undefined;
  readonly ruler?: string | undefined;
  readonly notch?: number | undefined;
  readonly sheet?: SheetInHand | undefined;
  /** settings other than the form's own defaults */
  readonly settings?: Spec["settings"] | undefined;
}

/** The rows, or what keeps the form from being made with these tools. */
export type Chart =
  | { readonly ok: true; readonly rows: readonly ChartRow[] }
  | { readonly ok: false; readonly problems: readonly Problem[] };

type RowAnswer = { readonly ok: true; readonly row: ChartRow } | Extract<Chart, { ok: false }>;

/** One card of the chart. */
export function chartRow(
  contents: ContentsPreset,
  { form, board, ruler, notch, sheet, settings }: ChartAsk,
): RowAnswer {
  const method = {
    ...(board !== undefined && { board }),
    ...(ruler !== undefined && { ruler }),
    ...(notch !== undefined && { notch }),
  };
  const read = readSpec({
    form,
    contents: { preset: contents.id },
    method,
    ...(sheet && { sheet }),
    ...(settings && { settings }),
  });
  if (!read.ok) return read;
  const solution = solve(read.value);
  const main = mainPiece(solution);
  const blank = main?.blank ?? { width: 0, height: 0 };
  const measured = solution.steps.find((s) => (s.kind === "punch" || s.kind === "score") && s.measure !== undefined);
  const sheets = catalogue.sheets.filter((s) => main && lieOn(main, s)).map((s) => s.id);
  const row: ChartRow = {
    contents,
    spec: read.value,
    blank,
    firstScore: measured?.measure ?? 0,
    inside: solution.inside,
    gap: solution.gap,
    fits: sheet ? main !== undefined && lieOn(main, sheet) !== undefined : sheets.length > 0,
    sheets,
    errors: solution.findings.filter((f) => f.severity === "error" && f.check !== "sheet"),
  };
  return { ok: true, row };
}

/** Solves the chart. Problems name what was asked wrongly (a board of another kind, an unknown form). */
export function chartOf(ask: ChartAsk): Chart {
  const rows: ChartRow[] = [];
  for (const contents of catalogue.contents) {
    const solved = chartRow(contents, ask);
    if (!solved.ok) return solved;
    rows.push(solved.row);
  }
  return { ok: true, rows };
}
