import type { Form, Setup } from "../model/form.ts";
import type { Spec } from "../model/spec.ts";
import type { Finding } from "../model/solution.ts";
import { sheets } from "../catalogue/papers.ts";
import { fitsIn } from "../geometry/fit.ts";
import { packOf } from "../forms/pack.ts";
import { largestCard } from "../forms/largestCard.ts";
import type { Check } from "./check.ts";

/** Whether the form's pieces come out of the sheet when it may be cut in two. */
function inTwo(form: Form, { contents, stock, settings, sheet: inHand }: Spec, setup: Setup): boolean {
  const blanks = form.blanks?.({
    contents: packOf(contents),
    stock,
    settings: { ...settings, closing: "own" },
    setup,
    sheet: inHand,
  });
  return blanks?.every((b) => inHand && fitsIn(b.width, b.height, inHand.width, inHand.height)) ?? false;
}

/** Every blank can be cut from the sheet in hand, turned if need be; else the smallest sheet that would do. */
export const sheet: Check = {
  id: "sheet",
  codes: ["too-small", "none"],
  run: ({ spec, pieces, form, setup }) => {
    const inHand = spec.sheet;
    // what drops out of another piece needs no paper of its own
    const cut = pieces.filter((piece) => piece.within === undefined);
    return cut.flatMap((piece): Finding[] => {
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
      // a form that can be cut in two pieces may come out of the sheet after all
      const split = spec.settings["closing"] === "one" && inTwo(form, { ...spec, sheet: inHand }, setup);
      const card = largestCard({ ...spec, form, setup, sheet: inHand });
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
          ...(split
            ? { remedy: { settings: { closing: "auto" } } }
            : enough
              ? { remedy: { sheet: enough.id } }
              : card && { remedy: { contents: { width: card.width, height: card.height } } }),
        },
      ];
    });
  },
};
