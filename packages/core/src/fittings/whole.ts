/** All that a recipe has come to: what checks and ways of making look at. */
import type { Form, Setup } from "../forms/form.ts";
import type { Contained, Join, Motion, Piece } from "../model/piece.ts";
import type { Spec } from "../model/spec.ts";
import type { Part } from "./laid.ts";

/** A recipe drafted, joined and folded in thought. */
export interface Whole {
  readonly spec: Spec;
  readonly form: Form;
  readonly setup: Setup;
  /** the form itself, then each fitting */
  readonly parts: readonly Part[];
  readonly main: string;
  readonly pieces: readonly Piece[];
  readonly joins: readonly Join[];
  readonly contents: readonly Contained[];
  /** what moves, as far as it goes; and as far as it was meant to */
  readonly motions: readonly Motion[];
  readonly asked: readonly Motion[];
}

/** The pieces of one part, as they came out. */
export const piecesIn = ({ fitting }: Part, { pieces }: Pick<Whole, "pieces">): readonly Piece[] =>
  pieces.filter((p) => p.fitting === fitting);
