import type { Offer, Spec } from "@cut-fold/core";
import { useAsked } from "./useAsked.ts";

/** What could be made, or how asking went. The last answer stays while the next one is worked out. */
export interface Offers {
  readonly offers: readonly Offer[] | undefined;
  readonly failed: boolean;
}

const worker = (): Worker => new Worker(new URL("../workers/offers.worker.ts", import.meta.url), { type: "module" });

/** Every form for a recipe, drafted in a worker. */
export function useOffers(spec: Spec): Offers {
  const { answer, failed } = useAsked<readonly Offer[]>(worker, spec);
  return { offers: answer, failed };
}
