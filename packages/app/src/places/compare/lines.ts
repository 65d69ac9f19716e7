/** What is said of each version when they stand side by side. */
import {
  type Display,
  type Draft,
  formatArea,
  formatLength,
  formatSize,
  formById,
  isUsual,
  mainPiece,
  inOneSystem,
  paperArea,
  paperNeed,
  readingsByPiece,
  sayPieceReadings,
  settingMeta,
  settingsOf,
  type Drawing,
  type Spec,
} from "@cut-fold/core";
import type { Reading } from "../../store/reading.ts";

/** A version and what it comes to. */
export interface Version {
  readonly draft: Draft;
  readonly solution: Drawing;
  /** what is read of it at rest; not there until it is worked out */
  readonly reading?: Reading | undefined;
}

/** A line of the comparison: what it is and what each version says. */
interface ComparedLine {
  readonly label: string;
  readonly key?: boolean;
  readonly say: (version: Version, display: Display) => string;
}

const measures = ({ solution: { pieces }, reading }: Version, display: Display): string =>
  reading
    ? readingsByPiece({ pieces, steps: reading.steps })
        .map((piece) => sayPieceReadings(piece, display))
        .join("; ") || "none"
    : "…";

/** All that is said of every version, the numbers to cut by first. */
export const LINES: readonly ComparedLine[] = [
  {
    label: "Cut to",
    key: true,
    say: ({ solution }, display) => {
      const blank = mainPiece(solution)?.blank;
      return blank ? formatSize(blank.width, blank.height, inOneSystem(display, solution.grid)) : "";
    },
  },
  {
    label: "Punch or score at",
    key: true,
    say: (version, display) => measures(version, inOneSystem(display, version.solution.grid)),
  },
  { label: "Form", say: ({ draft }) => formById(draft.spec.form)?.title ?? "" },
  {
    label: "What goes in",
    say: ({ draft: { spec }, solution }, display) => {
      const { width, height, thickness } = solution.contents.find((c) => c.fitting === undefined) ?? spec.contents;
      return `${formatSize(width, height, display)}, ${formatLength(thickness, display)} thick`;
    },
  },
  {
    label: "Gap each end · above, below",
    say: ({ solution: { gap, contents } }, display) =>
      contents.length === 0
        ? "holds nothing"
        : `${formatLength(gap.width / 2, display)} · ${formatLength(gap.height / 2, display)}`,
  },
  { label: "Paper", say: ({ draft: { spec } }) => spec.stock.title ?? `${String(spec.stock.weight)} g/m²` },
  {
    label: "Sheets for the run",
    say: ({ draft: { spec }, solution }) => {
      if (!spec.sheet) return "no sheet named";
      const need = paperNeed(solution);
      const sheets = need.reduce((sum, m) => sum + m.quantity, 0);
      return sheets === 0 ? "too large for it" : `${String(sheets)} for ${String(spec.quantity)}`;
    },
  },
  {
    label: "Paper in one, all pieces",
    say: ({ solution }, display) => formatArea(paperArea(solution), display),
  },
  { label: "Steps", say: ({ reading }) => (reading ? String(reading.steps.length) : "…") },
  { label: "Details", say: ({ draft: { spec } }, display) => detailsOf(spec, display) },
];

/** Settings that are not the form's usual ones. */
function detailsOf(spec: Spec, display: Display): string {
  const form = formById(spec.form);
  const own = (form ? settingsOf(form) : []).flatMap(([name, schema]) => {
    const value = spec.settings[name];
    if (isUsual(schema, value)) return [];
    const { label, options, kind } = settingMeta(schema);
    // a line of the maker's own has no words: the choice beside it says that it is one
    if (kind === "drawn") return [];
    const said = options?.[String(value)] ?? (typeof value === "number" ? formatLength(value, display) : String(value));
    return [`${label.toLowerCase()}: ${said}`];
  });
  return own.length > 0 ? own.join("; ") : "as usual";
}
