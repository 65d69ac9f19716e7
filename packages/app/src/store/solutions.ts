import { hasWords } from "../needs/forms.ts";
import { draw, type Drawing, type Spec } from "@cut-fold/core";
import { Recent } from "./recent.ts";

/** As many as stand side by side, and what a hand goes back to. */
const MOST = 40;
/** Drawings belong to their recipe: drawn once while they are looked at. */
const solutions = new Recent<Drawing>(MOST);
/** the one that was drawn last */
let latest: Drawing | undefined;

export const isDrawn = (spec: Spec): boolean => solutions.has(spec);

/** Keeps a drawing that was made elsewhere. */
export function remember(spec: Spec, drawing: Drawing): void {
  latest = drawing;
  // one without its words is not the one to keep
  if (hasWords(spec)) solutions.set(spec, drawing);
}

export function solutionOf(spec: Spec): Drawing {
  const known = solutions.get(spec);
  if (known) return known;
  const drawing = draw(spec);
  remember(spec, drawing);
  return drawing;
}

/** The drawing of a recipe where there is one, or the one before it: for a hand that moves while it is drawn. */
export const solutionBy = (spec: Spec): Drawing => solutions.get(spec) ?? latest ?? solutionOf(spec);
