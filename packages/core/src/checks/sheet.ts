import { unitOfMarks } from "../units/ruler.ts";
import { sheets, smallestSheet } from "../catalogue/papers.ts";
import { lieOn, saidLiesOn } from "../paper/onSheet.ts";
import type { Part } from "../fittings/laid.ts";
import { type Piece, takesPaper } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import type { SheetInHand, Spec } from "../model/spec.ts";
import { largestCard } from "../recipe/largestCard.ts";
import { packOf } from "../recipe/pack.ts";
import { type Check, remedy } from "./check.ts";
import { type Whole, piecesIn } from "../fittings/whole.ts";

/** The long side (mm) of the largest sheet there is: what a blank that comes out of none is told. */
const LARGEST = Math.max(...sheets.map((s) => Math.max(s.width, s.height)));

/** Whether the form's pieces come out of the sheet when it may be cut in two. */
function inTwo({ form, setup }: Part, { contents, stock, settings }: Spec, inHand: SheetInHand): boolean {
  const split = form?.split;
  if (!split || settings[split.setting] !== split.one) return false;
  const asked = { contents: packOf(contents), stock, settings: { ...settings, [split.setting]: split.two }, setup };
  return form.draft(asked).sheets.every((said) => saidLiesOn(said, inHand));
}

/** Every blank can be cut from the sheet in hand, turned if need be; else the smallest sheet that would do. */
export const sheet: Check = {
  id: "sheet",
  codes: ["too-small", "none"],
  run: (checked) =>
    checked.parts.flatMap((part) =>
      // what drops out of another piece needs no paper of its own
      piecesIn(part, checked).flatMap((piece) => (takesPaper(piece) ? tooLarge(checked, part, piece) : [])),
    ),
};

function tooLarge({ spec }: Whole, part: Part, made: Piece): Finding[] {
  const inHand = spec.sheet;
  const { id: piece, blank } = made;
  const { width, height } = blank;
  if (inHand && lieOn(made, inHand)) return [];
  const enough = smallestSheet((size) => lieOn(made, size) !== undefined, unitOfMarks(part.setup.grid));
  const at = { check: "sheet", piece, figure: Math.max(width, height) } as const;
  if (!inHand) return enough ? [] : [{ ...at, code: "none", severity: "warning", limit: LARGEST }];
  // the card is the form's own: what lies on it may be smaller, but is not made so by a smaller card
  const card =
    part.form && part.fitting === undefined
      ? largestCard({ ...spec, form: part.form, setup: part.setup, sheet: inHand })
      : undefined;
  const split = part.form?.split;
  const mends =
    split && inTwo(part, spec, inHand)
      ? remedy("split", ["settings", split.setting], split.auto)
      : enough
        ? remedy("sheet", ["sheet"], { preset: enough.id }, { sheet: enough.title })
        : card && {
            remedy: {
              code: "card",
              facts: card,
              changes: [
                { at: ["contents", "width"], value: card.width },
                { at: ["contents", "height"], value: card.height },
                // a size that is worked out is nobody's preset
                { at: ["contents", "preset"], value: undefined },
              ],
            },
          };
  return [
    {
      ...at,
      code: enough ? "too-small" : "none",
      severity: "error",
      limit: Math.max(inHand.width, inHand.height),
      facts: {
        width,
        height,
        ...(enough && { sheet: enough.title }),
        ...(card && { cardWidth: card.width, cardHeight: card.height }),
      },
      ...mends,
    },
  ];
}
