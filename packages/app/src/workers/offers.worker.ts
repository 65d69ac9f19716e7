/** Drafts every form for what is inside, away from the screen, and ranks them. */
import { type Offer, offersFor, readSpec } from "@cut-fold/core";
import "@cut-fold/core/forms";
import { expose } from "comlink";

const api = {
  /** Nothing for a recipe that cannot be read: the screen never sends one. */
  run(spec: unknown): readonly Offer[] {
    const read = readSpec(spec);
    return read.ok ? offersFor(read.value) : [];
  },
};
export type OffersApi = typeof api;
expose(api);
