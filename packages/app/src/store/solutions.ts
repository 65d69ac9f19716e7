import { hasWords } from "../needs/forms.ts";
import { draw, type Drawing, type Spec } from "@cut-fold/core";

/** Solutions belong to their recipe: kept beside it, solved once. */
const solutions = new WeakMap<Spec, Drawing>();
export function solutionOf(spec: Spec): Drawing {
  const known = solutions.get(spec);
  if (known) return known;
  const solution = draw(spec);
  // one without its words is not the one to keep
  if (hasWords(spec)) solutions.set(spec, solution);
  return solution;
}
