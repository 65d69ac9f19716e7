/** The sheet that lies on the table when a draft is begun: there from every way in. */
import { changed, type Spec } from "@cut-fold/core";
import { isInInches, useSettings } from "./settings.ts";

/** The sheet most makers have in hand, in their own units. */
export const usualSheet = (inInches: boolean): { readonly preset: string } => ({
  preset: inInches ? "us-letter" : "iso-a4",
});

/** A recipe with a sheet in hand, where it has none. */
export function withSheet(spec: Spec): Spec {
  if (spec.sheet) return spec;
  const read = changed(spec, { sheet: usualSheet(isInInches(useSettings.getState().settings)) });
  return read.ok ? read.value : spec;
}
