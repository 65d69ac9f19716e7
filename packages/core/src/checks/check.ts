import type { Whole } from "../fittings/whole.ts";
import type { Piece } from "../model/piece.ts";
import type { Finding, Remedy } from "../model/solution.ts";

/** One rule: what it measured and what would be right, as data. Its words stand in `words/`. */
export interface Check {
  readonly id: string;
  /** every code the check may report; the words table must have a sentence for each */
  readonly codes: readonly string[];
  run(whole: Whole): readonly Finding[];
}

/** Lengths are told to a tenth of a mm. */
const TOLD_MM = 0.051;

/** Whether a length is less than it should be, mm: by less than is told of it nothing is too little, or its sentence would refute itself. */
export const isShort = (figure: number, least: number): boolean => figure < least - TOLD_MM;

/** A remedy that changes one place of the recipe. */
export const remedy = (
  code: string,
  at: Remedy["changes"][number]["at"],
  value: unknown,
  facts?: Remedy["facts"],
): Pick<Finding, "remedy"> => ({ remedy: { code, changes: [{ at, value }], ...(facts && { facts }) } });

/** A panel's name inside a sentence. */
export const panelName = (pieces: readonly Piece[], piece: string, panel: string): string =>
  pieces
    .find((p) => p.id === piece)
    ?.panels.find((p) => p.id === panel)
    ?.name.toLowerCase() ?? panel;
