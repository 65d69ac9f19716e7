import type { Offer, Spec } from "@cut-fold/core";
import { wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { OffersApi } from "../workers/offers.worker.ts";

/** What could be made, or how asking went. The last answer stays while the next one is worked out. */
export interface Offers {
  readonly offers: readonly Offer[] | undefined;
  readonly failed: boolean;
}

/** Every form for a recipe, drafted in a worker that lives as long as it is looked at. */
export function useOffers(spec: Spec): Offers {
  const api = useRef<ReturnType<typeof wrap<OffersApi>>>(undefined);
  const [kept, setKept] = useState<Offers>({ offers: undefined, failed: false });
  useEffect(() => {
    const worker = new Worker(new URL("../workers/offers.worker.ts", import.meta.url), { type: "module" });
    worker.addEventListener("error", () => {
      setKept((was) => ({ ...was, failed: true }));
    });
    api.current = wrap<OffersApi>(worker);
    return () => {
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    let late = false;
    api.current?.run(spec).then(
      (offers) => {
        if (!late) setKept({ offers, failed: false });
      },
      () => {
        if (!late) setKept((was) => ({ ...was, failed: true }));
      },
    );
    return () => {
      late = true;
    };
  }, [spec]);
  return kept;
}
