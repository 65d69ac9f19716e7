import { stocks } from "../catalogue/papers.ts";
import type { Finding } from "../model/solution.ts";
import { type Check, remedy } from "./check.ts";

/** Above this the fibres crack unless they are scored first (custom of the printing trade, about 170 g/m²). */
const SCORE_FIRST_GSM = 170;
/** Lighter than this shows what is inside and tears at the seams. */
const FLIMSY_GSM = 60;
/** What is taken instead. */
const USUAL = "text-120";

/** The stock folds cleanly in each form that is made of it. Figures are g/m². */
export const stock: Check = {
  id: "stock",
  codes: ["heavy", "both-layers", "score-first", "flimsy"],
  run: ({ parts, spec }) =>
    parts.flatMap(({ form, fitting, stock: paper, main, pieces }): Finding[] => {
      const isFolded = pieces.some((p) => p.folds.some((f) => !f.slack));
      // a fitting of the draft's own paper has it said by the draft, unless it bears less
      const own = fitting === undefined;
      if (!form || (!own && paper === spec.stock && paper.weight <= form.heaviest)) return [];
      const { weight } = paper;
      const path = own ? ["stock"] : ["fittings", fitting, "stock"];
      const at = { check: "stock", piece: main, figure: weight } as const;
      if (weight > form.heaviest) {
        const lighter = stocks.filter((s) => s.weight <= form.heaviest).sort((a, b) => b.weight - a.weight)[0];
        const mends = lighter && remedy("stock", path, { preset: lighter.id }, { stock: lighter.title });
        // two layers cut at once ask more of the scissors than one that is folded
        const code = pieces.some((p) => p.cutFolded) ? "both-layers" : "heavy";
        return [{ ...at, code, severity: "warning", limit: form.heaviest, ...mends }];
      }
      if (weight < FLIMSY_GSM) {
        const heavier = remedy("heavier", path, { preset: USUAL });
        return [{ ...at, code: "flimsy", severity: "advice", limit: FLIMSY_GSM, ...heavier }];
      }
      return weight > SCORE_FIRST_GSM && isFolded
        ? [{ ...at, code: "score-first", severity: "advice", limit: SCORE_FIRST_GSM }]
        : [];
    }),
};
