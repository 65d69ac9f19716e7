import { solve, type Solution, type Spec } from "@cut-fold/core";

/** Solutions belong to their recipe: kept beside it, solved once. */
const solutions = new WeakMap<Spec, Solution>();
export function solutionOf(spec: Spec): Solution {
  const known = solutions.get(spec);
  if (known) return known;
  const solution = solve(spec);
  solutions.set(spec, solution);
  return solution;
}
