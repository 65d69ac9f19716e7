/** Drafts every form for what is inside, away from the screen, and ranks them. */
import { type Offer, offersFor, readSpec } from "@cut-fold/core";
import { expose } from "comlink";
import { loadAllForms, loadFormsOf } from "../needs/forms.ts";

const api = {
  /** Nothing for a recipe that cannot be read: the screen never sends one. */
  async run(spec: unknown): Promise<readonly Offer[]> {
    await Promise.all([loadAllForms(), loadFormsOf([spec])]);
    const read = readSpec(spec);
    return read.ok ? offersFor(read.value) : [];
  },
};
export type OffersApi = typeof api;
expose(api);
