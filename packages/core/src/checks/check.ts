import type { Drafted, Form, Setup } from "../model/form.ts";
import type { Piece } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";

/** All that a check may look at. */
export interface Checked {
  readonly spec: Spec;
  readonly form: Form;
  readonly setup: Setup;
  readonly drafted: Drafted;
  readonly pieces: readonly Piece[];
}

/** One rule: what it measured and what would be right, as data. Its words stand in `words/`. */
export interface Check {
  readonly id: string;
  /** every code the check may report; the words table must have a sentence for each */
  readonly codes: readonly string[];
  run(checked: Checked): readonly Finding[];
}
