import { stocks } from "../catalogue/papers.ts";
import type { Check } from "./check.ts";

/** Above this the fibres crack unless they are scored first (custom of the printing trade, about 170 g/m²). */
const SCORE_FIRST_GSM = 170;
/** Lighter than this shows what is inside and tears at the seams. */
const FLIMSY_GSM = 60;

/** The stock folds cleanly in this form. Figures are g/m². */
export const stock: Check = {
  id: "stock",
  codes: ["heavy", "score-first", "flimsy"],
  run: ({ spec, form }) => {
    const { weight } = spec.stock;
    const at = { check: "stock", figure: weight } as const;
    if (weight > form.heaviest) {
      const lighter = stocks.filter((s) => s.weight <= form.heaviest).sort((a, b) => b.weight - a.weight)[0];
      return [
        {
          ...at,
          code: "heavy",
          severity: "warning",
          limit: form.heaviest,
          ...(lighter && { facts: { lighter: lighter.title }, remedy: { stock: lighter.id } }),
        },
      ];
    }
    if (weight < FLIMSY_GSM)
      return [{ ...at, code: "flimsy", severity: "advice", limit: FLIMSY_GSM, remedy: { stock: "text-120" } }];
    return weight > SCORE_FIRST_GSM ? [{ ...at, code: "score-first", severity: "advice", limit: SCORE_FIRST_GSM }] : [];
  },
};
