/** Drafting a part with one thing changed, to see what a remedy would come to. */
import type { Part } from "../fittings/laid.ts";
import type { ChangePath } from "../model/piece.ts";
import type { Contents, Spec } from "../model/spec.ts";
import { type Drafted, draftOf } from "../paper/drafted.ts";
import { changed, valueAt } from "../recipe/change.ts";
import { packOf } from "../recipe/pack.ts";
import { setupOf } from "../recipe/readMethod.ts";
import type { Whole } from "../fittings/whole.ts";

/** The part's form drafted anew; undefined where the value is not allowed, or the part is no form. */
export function draftedWith({ spec }: Whole, part: Part, at: ChangePath, value: unknown): Drafted | undefined {
  const { fitting, form, stock } = part;
  const read = form ? changed(spec, { at, value }) : undefined;
  if (!form || !read?.ok) return undefined;
  const path = fitting === undefined ? [] : ["fittings", fitting];
  const contents = packOf(valueAt(read.value, [...path, "contents"]) as Contents);
  const settings = valueAt(read.value, [...path, "settings"]) as Spec["settings"];
  const sheet = fitting === undefined ? spec.sheet : undefined;
  const setup = at[0] === "method" ? setupOf(read.value) : part.setup;
  return draftOf(form.draft({ contents, stock, sheet, setup, settings }), { contents, label: () => undefined });
}
