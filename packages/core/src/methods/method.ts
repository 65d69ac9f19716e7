import type { Part } from "../fittings/laid.ts";
import type { Whole } from "../fittings/whole.ts";
import type { Piece } from "../model/piece.ts";
import type { Step } from "../model/solution.ts";
import type { MethodKind } from "../model/spec.ts";

/** A step before it is numbered. */
export type StepDraft = Omit<Step, "n">;

/** A way of making: from panels to the steps that cut and score them. */
export interface Method {
  readonly kind: MethodKind;
  /** Steps for the pieces of one form, up to where folding begins. */
  steps(making: Whole, part: Part): readonly StepDraft[];
}

/** An id of a piece as the whole solution knows it. */
export const idIn = ({ id }: Pick<Piece, "id">, own: string): string => `${id}/${own}`;
