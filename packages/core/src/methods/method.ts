import type { Part } from "../fittings/laid.ts";
import type { Whole } from "../fittings/whole.ts";
import type { Face, Piece } from "../model/piece.ts";
import type { Act, Deed, Step } from "../model/solution.ts";
import type { MethodKind } from "../model/spec.ts";

/** What is said of a step where it is thought of: its number, and whose it is, come when it stands among the others. */
export type StepSaid = Omit<Step, "n" | "of" | "phase">;

/** A step before it is numbered. */
export type StepDraft = Omit<Step, "n">;

/** A way of making: from panels to the steps that cut and score them. */
export interface Method {
  readonly kind: MethodKind;
  /** Steps for one piece of a form, from its sheet up to where folding begins. */
  steps(making: Whole, part: Part, piece: Piece): readonly StepSaid[];
}

/** An id of a piece as the whole solution knows it. */
export const idIn = ({ id }: Pick<Piece, "id">, own: string): string => `${id}/${own}`;

/** The same thing done to several ids of a piece. */
export const deeds = (
  act: Act,
  piece: Pick<Piece, "id">,
  done: readonly (string | { readonly id: string })[],
  face?: Face,
): Deed[] =>
  done.map((one) => ({ act, id: idIn(piece, typeof one === "string" ? one : one.id), ...(face && { face }) }));

/** Steps that stand among the others: whose they are. */
export const stepsFor = (of: string, phase: Step["phase"], steps: readonly StepSaid[]): StepDraft[] =>
  steps.map((step) => ({ ...step, of, phase }));
