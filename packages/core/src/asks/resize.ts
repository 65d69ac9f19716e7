/** The same again in another size, with what the checks say of it that they did not say before. */
import type { Cannot, Finding } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";
import { type Resized, resizedRecipe, type To } from "../recipe/resize.ts";
import { bareOf, untried } from "../solve.ts";

/** A draft's recipe for contents of another size. */
export function resize(spec: Spec, to: To): Resized {
  const made = resizedRecipe(spec, to);
  return made.ok ? { ...made, cannot: [...made.cannot, ...news(spec, made.spec)] } : made;
}

/** What the checks say now and did not say before. Nothing is mended in a draft that is not there yet: no button is tried. */
function news(before: Spec, after: Spec): Cannot[] {
  const key = (f: Finding): string => `${f.check}.${f.code}.${f.panel ?? f.piece ?? ""}`;
  const old = new Set(untried(before).map(key));
  return untried(after)
    .filter((f) => f.severity !== "advice" && !old.has(key(f)))
    .map((found): Cannot => ({ code: "finding", finding: bareOf(found) }));
}
