import { begun, type Draft, formById, readSpec } from "@cut-fold/core";
import { loadFormsIn } from "../../needs/forms.ts";
import { makeDraft } from "../../store/drafting.ts";
import { usualSheet } from "../../store/sheetInHand.ts";
import { nameFor } from "../../store/naming.ts";

/** A new draft starts from the card most makers have in hand, in their own units. */
export async function freshDraft(inInches: boolean, notch: number | undefined): Promise<Draft> {
  const recipe = {
    form: "square-blank-envelope",
    contents: { preset: inInches ? "us-a2" : "iso-a6" },
    method: { board: inInches ? "eighth-inch" : "one-millimetre", ...(notch !== undefined && { notch }) },
    sheet: usualSheet(inInches),
  };
  // nothing of its form may be here yet
  await loadFormsIn([recipe]);
  const read = readSpec(recipe);
  const form = read.ok ? formById(read.value.form) : undefined;
  if (!read.ok || !form) throw new Error("the recipe a new draft starts with is wrong");
  return makeDraft(nameFor(read.value), begun(read.value, form));
}
