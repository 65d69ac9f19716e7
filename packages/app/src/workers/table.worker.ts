/** Solves every form for every card away from the screen, in parts, so that it can be shown as it comes and be stopped. */
import { type TableAsk, type TableCell, tableCells } from "@cut-fold/core";
import { expose } from "comlink";
import { loadAllForms } from "../needs/forms.ts";

/** Cells sent at a time: a card's row on every form or two. */
const PART = 30;

const api = {
  /** Calls `onPart` with each part of the table as it is solved. Stopped by ending the worker. */
  async run(ask: TableAsk, onPart: (cells: readonly TableCell[]) => Promise<void>): Promise<void> {
    await loadAllForms();
    let part: TableCell[] = [];
    for (const cell of tableCells(ask)) {
      part.push(cell);
      if (part.length < PART) continue;
      await onPart(part);
      part = [];
    }
    await onPart(part);
  },
};
export type TableApi = typeof api;
expose(api);
