/** Every form for every standard card, on the maker's boards: the size charts side by side. */
import { boards } from "../catalogue/tools.ts";
import { contents } from "../catalogue/contents.ts";
import { type ChartAsk, type ChartRow, chartRow } from "./chart.ts";
import { waysOf } from "../forms/form.ts";
import { formIds, loadedForms } from "../forms/index.ts";
import { rulers } from "../units/ruler.ts";

/** What the table of all forms is made for. */
export type TableAsk = Pick<ChartAsk, "sheet" | "notch"> & {
  /** read in inches or in mm: which of the boards are taken */
  readonly unit: "in" | "mm";
};

/** One card on one form. */
export interface TableCell extends Pick<ChartRow, "contents" | "spec" | "blank" | "firstScore" | "fits" | "errors"> {
  readonly form: string;
}

/** The board a form is usually made on, read in this unit. */
const boardFor = (kind: string, unit: "in" | "mm") =>
  boards.find(
    (b) => b.kind === kind && b.ruler !== "five-millimetre" && rulers.find((r) => r.id === b.ruler)?.unit === unit,
  );

/** How many cells the whole table has. */
export const tableSize = formIds.length * contents.length;

/** Cell after cell, card by card, so that whoever asks can show how far it is, and stop. */
export function* tableCells({ sheet, notch, unit }: TableAsk): Generator<TableCell> {
  for (const card of contents) {
    for (const form of loadedForms()) {
      const board = boardFor(waysOf(form)[0] ?? "", unit);
      const read = chartRow(card, {
        form: form.id,
        sheet,
        board: board?.id,
        ...(board?.kind === "punch-board" && { notch }),
      });
      if (!read.ok)
        throw new Error(`the table asks '${form.id}' for what it cannot give: ${JSON.stringify(read.problems)}`);
      const { spec, blank, firstScore, fits, errors } = read.row;
      yield { form: form.id, contents: card, spec, blank, firstScore, fits, errors };
    }
  }
}
