import { begun, type Draft, formById, readSpec } from "@cut-fold/core";
import { makeDraft } from "../../store/drafting.ts";
import { nameFor } from "../../store/naming.ts";

/** A new draft starts from the card most makers have in hand, in their own units. */
export function freshDraft(inInches: boolean, notch: number | undefined): Draft {
  const read = readSpec({
    form: "square-blank-envelope",
    contents: { preset: inInches ? "us-a2" : "iso-a6" },
    method: { board: inInches ? "eighth-inch" : "one-millimetre", ...(notch !== undefined && { notch }) },
    sheet: { preset: inInches ? "us-letter" : "iso-a4" },
  });
  const form = read.ok ? formById(read.value.form) : undefined;
  if (!read.ok || !form) throw new Error("the recipe a new draft starts with is wrong");
  return makeDraft(nameFor(read.value), begun(read.value, form));
}
