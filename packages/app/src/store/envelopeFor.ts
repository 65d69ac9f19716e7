import { asContents, begun, type Draft, formById, rank, readSpec } from "@cut-fold/core";
import { makeDraft } from "./drafting.ts";
import { loadAllForms } from "../needs/forms.ts";
import { withSheet } from "./sheetInHand.ts";
import { solutionOf } from "./solutions.ts";

/** An envelope for a finished card, in the form that suits it best, which follows the card from now on. Undefined for what is no card. */
export async function envelopeFor(card: Draft): Promise<Draft | undefined> {
  await loadAllForms();
  const contents = asContents(solutionOf(card.spec));
  const { quantity, sheet, tape } = card.spec;
  const first =
    contents && readSpec({ form: "side-seam-envelope", contents, quantity, sheet, tape, method: card.spec.method });
  const form = formById("side-seam-envelope");
  const best =
    first?.ok && form ? rank(begun(first.value, form)).find((r) => r.purpose === "envelope")?.spec : undefined;
  if (!best) return undefined;
  return { ...makeDraft(`${card.name}: envelope`, withSheet(best), { tags: card.tags }), holds: card.id };
}
