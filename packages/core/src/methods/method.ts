import type { Laid } from "../fittings/laid.ts";
import type { Join, Motion, Piece, Placement } from "../model/piece.ts";
import type { Step } from "../model/solution.ts";
import type { MethodKind, Spec } from "../model/spec.ts";

/** All that a way of making may look at. */
export interface Making {
  readonly spec: Spec;
  /** the form itself, then each fitting */
  readonly parts: readonly Laid[];
  readonly main: string;
  readonly pieces: readonly Piece[];
  readonly joins: readonly Join[];
  readonly contents: readonly Placement[];
  readonly motions: readonly Motion[];
}

/** A step before it is numbered. */
export type StepDraft = Omit<Step, "n">;

/** A way of making: from panels to the steps that cut and score them. */
export interface Method {
  readonly kind: MethodKind;
  /** Steps for the pieces of one form, up to where folding begins. */
  steps(making: Making, part: Laid): readonly StepDraft[];
}

/** The pieces of one part of the draft. */
export const piecesOf = ({ fitting }: Laid, { pieces }: Pick<Making, "pieces">): readonly Piece[] =>
  pieces.filter((p) => p.fitting === fitting);

/** An id of a piece as the whole solution knows it. */
export const idIn = ({ id }: Pick<Piece, "id">, own: string): string => `${id}/${own}`;
