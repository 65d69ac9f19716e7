import type { Finding } from "../model/solution.ts";
import { sheets } from "../catalogue/papers.ts";
import { fitsIn } from "../geometry/fit.ts";
import { largestCard } from "../forms/largestCard.ts";
import type { Check } from "./check.ts";

/** Every blank can be cut from the sheet in hand, turned if need be; else the smallest sheet that would do. */
export const sheet: Check = {
  id: "sheet",
  codes: ["too-small", "none"],
  run: ({ spec, pieces, form, setup }) => {
    const inHand = spec.sheet;
    return pieces.flatMap((piece): Finding[] => {
      const { width, height } = piece.blank;
      if (inHand && fitsIn(width, height, inHand.width, inHand.height)) return [];
      const enough = sheets
        .filter((s) => fitsIn(width, height, s.width, s.height))
        .sort((a, b) => a.width * a.height - b.width * b.height)[0];
      if (!inHand) {
        return enough
          ? []
          : [
              {
                check: "sheet",
                code: "none",
                severity: "warning",
                piece: piece.id,
                figure: Math.max(width, height),
                limit: 420,
              },
            ];
      }
      const card = largestCard({ form, contents: spec.contents, settings: spec.settings, setup, sheet: inHand });
      return [
        {
          check: "sheet",
          code: enough ? "too-small" : "none",
          severity: "error",
          piece: piece.id,
          figure: Math.max(width, height),
          limit: Math.max(inHand.width, inHand.height),
          facts: {
            width,
            height,
            ...(enough && { sheet: enough.title }),
            ...(card && { cardWidth: card.width, cardHeight: card.height }),
          },
          ...(enough
            ? { remedy: { sheet: enough.id } }
            : card && { remedy: { contents: { width: card.width, height: card.height } } }),
        },
      ];
    });
  },
};
