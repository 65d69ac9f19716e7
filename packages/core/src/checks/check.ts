import type { Laid } from "../fittings/laid.ts";
import type { Form, Setup } from "../forms/form.ts";
import type { Join, Motion, Piece, Placement } from "../model/piece.ts";
import type { Finding, Remedy } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";

/** All that a check may look at. */
export interface Checked {
  readonly spec: Spec;
  readonly form: Form;
  readonly setup: Setup;
  /** the form itself, then each fitting */
  readonly parts: readonly Laid[];
  readonly main: string;
  readonly pieces: readonly Piece[];
  readonly joins: readonly Join[];
  readonly contents: readonly Placement[];
  /** what moves, as far as it goes; and as far as it was meant to */
  readonly motions: readonly Motion[];
  readonly asked: readonly Motion[];
}

/** One rule: what it measured and what would be right, as data. Its words stand in `words/`. */
export interface Check {
  readonly id: string;
  /** every code the check may report; the words table must have a sentence for each */
  readonly codes: readonly string[];
  run(checked: Checked): readonly Finding[];
}

/** A remedy that changes one place of the recipe. */
export const remedy = (
  code: string,
  at: Remedy["changes"][number]["at"],
  value: unknown,
  facts?: Remedy["facts"],
): Pick<Finding, "remedy"> => ({ remedy: { code, changes: [{ at, value }], ...(facts && { facts }) } });

/** A part's pieces, as they came out. */
export const piecesOf = ({ fitting }: Laid, pieces: readonly Piece[]): readonly Piece[] =>
  pieces.filter((p) => p.fitting === fitting);

/** A panel's name inside a sentence. */
export const panelName = (pieces: readonly Piece[], piece: string, panel: string): string =>
  pieces
    .find((p) => p.id === piece)
    ?.panels.find((p) => p.id === panel)
    ?.name.toLowerCase() ?? panel;
