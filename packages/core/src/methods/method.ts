import type { Drafted, Setup } from "../model/form.ts";
import type { MethodKind, Spec } from "../model/spec.ts";
import type { Piece } from "../model/piece.ts";
import type { Step } from "../model/solution.ts";

/** All that a way of making may look at. */
export interface Making {
  readonly spec: Spec;
  readonly setup: Setup;
  readonly drafted: Drafted;
  readonly pieces: readonly Piece[];
}

/** A step before it is numbered. */
export type StepDraft = Omit<Step, "n">;

/** A way of making: from panels to the steps that make them. */
export interface Method {
  readonly kind: MethodKind;
  steps(making: Making): readonly StepDraft[];
}
