import { catalogue, find, type Spec } from "@cut-fold/core";

/** The two colours a stock is drawn in; plain card for one the catalogue does not know. */
export function coloursOf(spec: Spec): { readonly face: string; readonly back: string } {
  const stock = spec.stock.preset === undefined ? undefined : find(catalogue.stocks, spec.stock.preset);
  return stock ?? PLAIN;
}
const PLAIN = { face: "#f1e8d4", back: "#e6d9bc" } as const;
