import { hasWords } from "../needs/forms.ts";
import { draw, type Drawing, type Spec } from "@cut-fold/core";

/** Drawings belong to their recipe: drawn once while somebody has them. A recipe lives longer than that, as long as its draft. */
const solutions = new WeakMap<Spec, WeakRef<Drawing>>();
/** those that were made before what their words are set in had come: made anew once it has */
const wordless = new WeakSet<Drawing>();

function known(spec: Spec): Drawing | undefined {
  const drawing = solutions.get(spec)?.deref();
  return drawing && wordless.has(drawing) && hasWords(spec) ? undefined : drawing;
}
export const isDrawn = (spec: Spec): boolean => known(spec) !== undefined;

/** Notes a drawing of a recipe, for as long as somebody has it. */
export function remember(spec: Spec, drawing: Drawing): void {
  if (!hasWords(spec)) wordless.add(drawing);
  solutions.set(spec, new WeakRef(drawing));
}

export function solutionOf(spec: Spec): Drawing {
  const was = known(spec);
  if (was) return was;
  const drawing = draw(spec);
  remember(spec, drawing);
  return drawing;
}
