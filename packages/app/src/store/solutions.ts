import { hasWords } from "../needs/forms.ts";
import { draw, type Drawing, type Spec } from "@cut-fold/core";

/** A drawing, and whether what its words are set in had come when it was made: one without them is made anew once it has. */
interface Made {
  readonly drawing: Drawing;
  readonly hasWords: boolean;
}
/** Drawings belong to their recipe: drawn once while somebody has them; a recipe lives longer than that, as long as its draft. */
const solutions = new WeakMap<Spec, WeakRef<Made>>();
/** the one that was drawn last */
let latest: Made | undefined;

function known(spec: Spec): Drawing | undefined {
  const made = solutions.get(spec)?.deref();
  return made && (made.hasWords || !hasWords(spec)) ? made.drawing : undefined;
}
export const isDrawn = (spec: Spec): boolean => known(spec) !== undefined;

/** Keeps a drawing that was made elsewhere. */
export function remember(spec: Spec, drawing: Drawing): void {
  latest = { drawing, hasWords: hasWords(spec) };
  solutions.set(spec, new WeakRef(latest));
}

export function solutionOf(spec: Spec): Drawing {
  const was = known(spec);
  if (was) return was;
  const drawing = draw(spec);
  remember(spec, drawing);
  return drawing;
}

/** The drawing of a recipe where there is one, or the one before it: for a hand that moves while it is drawn. */
export const solutionBy = (spec: Spec): Drawing => known(spec) ?? latest?.drawing ?? solutionOf(spec);
