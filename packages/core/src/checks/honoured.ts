import type { Part } from "../fittings/laid.ts";
import { settingsOf } from "../forms/form.ts";
import type { Dimension } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
import { isUsual } from "../recipe/usual.ts";
import type { Whole } from "../fittings/whole.ts";
import { type Check, remedy } from "./check.ts";

/** What rounding to the ruler may take or add is no surprise, and this much (mm) besides nobody sees. */
const SEEN_MM = 0.26;

/** A length that the maker has set and that could not be made as long: what it has become is said, never cut back in silence. */
export const honoured: Check = {
  id: "honoured",
  codes: ["cut-back"],
  run: (checked) => checked.parts.flatMap((part) => cutBack(checked, part)),
};

function cutBack(checked: Whole, part: Part): Finding[] {
  const told = new Set<string>();
  return part.dimensions.flatMap((figure): Finding[] => {
    const asked = askedFor(checked, part, figure);
    if (asked === undefined || !figure.sets || told.has(figure.id)) return [];
    const off = Math.abs(asked - figure.value);
    // half a mark each way where it lies on both sides, a whole one where it is rounded up or down
    if (off <= part.setup.grid + SEEN_MM) return [];
    const key = figure.sets.join("/");
    if (told.has(key)) return [];
    told.add(key);
    const made = Math.round(figure.value * 1e4) / 1e4;
    const facts = { label: figure.title ?? figure.code, asked };
    return [
      {
        ...{
          check: "honoured",
          code: "cut-back",
          severity: "warning",
          piece: figure.piece,
          figure: made,
          limit: asked,
        },
        ...remedy("set-made", figure.sets, made, { mm: made }),
        facts,
      },
    ];
  });
}

/** What a figure of a form's own setting was asked to be, mm; undefined where it was left to the form, or sets something else. */
function askedFor({ spec }: Whole, { settings, form, refused }: Part, { sets }: Dimension): number | undefined {
  if (!form || !sets || sets.length !== settings.length + 1 || !settings.every((key, i) => sets[i] === key))
    return undefined;
  const name = sets.at(-1) ?? "";
  const schema = settingsOf(form).find(([setting]) => setting === name)?.[1];
  const said = valueAt(spec, sets);
  // what nobody has set is no wish, and what a form refuses it tells itself
  if (typeof said !== "number" || !schema || isUsual(schema, said) || refused.some((r) => r.setting === name))
    return undefined;
  return said;
}
