/** A paper that something is cut from beside the draft's own. */
import { find } from "../../catalogue/entry.ts";
import { stocks } from "../../catalogue/papers.ts";
import { type Stock, stockIn } from "../../model/spec.ts";

/** What a paper setting means, as a sheet takes it: nothing where it is the draft's own. */
export function cutFrom(chosen: string): { readonly stock?: Stock } {
  const own = stockIn(chosen);
  if (own) return { stock: own };
  const preset = find(stocks, chosen);
  if (!preset) return {};
  const { id, title, caliper, weight } = preset;
  return { stock: { preset: id, title, caliper, weight } };
}
