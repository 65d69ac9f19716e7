/** Words on or in a panel: letters that are missing, drop out, come too wide, or had to be grown. */
import type { Part } from "../fittings/laid.ts";
import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
import { remedy } from "./check.ts";
import { at, type FittingChecked, pathOf, SEEN_MM } from "./laidThing.ts";

/** Letters grown by more than this (mm) look bolder than they were drawn. */
const SEEN_GROWTH_MM = 0.3;

/** Names of a list that do not leave their paper beside them, and words so small that all do. */
function tooWide(told: FittingChecked, names: NonNullable<NonNullable<Part["lettered"]>["names"]>): Finding[] {
  const [widest] = names;
  const { lies, spec } = told;
  const room = (lies.turn % 180 === 0 ? lies.ground.width : lies.ground.height) - 2 * BESIDE_NAMES_MM;
  if (!widest || lies.turn % 90 !== 0 || widest.width <= room + SEEN_MM) return [];
  const wide = names.filter(({ width }) => width > room);
  const signs = wide
    .slice(0, MOST_TOLD)
    .map(({ name }) => name)
    .join(", ");
  const more = wide.length > MOST_TOLD ? ` and ${String(wide.length - MOST_TOLD)} more` : "";
  const size = Number(valueAt(spec, pathOf(told, "size")));
  // to a tenth of a mm: letters are cut by no ruler
  const fits = Math.floor(((size * room) / widest.width) * 10) / 10;
  return [
    {
      ...({ ...at(told), code: "name-wide", severity: "warning", figure: widest.width, limit: room } as const),
      facts: { ...at(told).facts, signs: signs + more },
      ...remedy("smaller-words", pathOf(told, "size"), fits, { mm: fits }),
    },
  ];
}
/** Beside a name stays so much paper on both sides, mm. */
const BESIDE_NAMES_MM = 3;
/** So many names are told one by one. */
const MOST_TOLD = 4;

/** As many are to be made as there are names. */
function miscounted(told: FittingChecked, names: number): Finding[] {
  const { quantity } = told.spec;
  if (names === 0 || names === quantity) return [];
  return [
    {
      ...({ ...at(told), code: "name-count", severity: "advice", figure: quantity, limit: names } as const),
      ...remedy("as-many", ["quantity"], names, { count: names }),
    },
  ];
}

/** Letters that the typeface has not, that drop out, or that had to be grown to hold together. */
export function letters(told: FittingChecked): Finding[] {
  const { lettered } = told.part;
  if (!lettered) return [];
  const base = at(told);
  const { missing, islands, by, names = [] } = lettered;
  const signs = { ...base.facts, signs: missing.join(" ") };
  return [
    ...(missing.length > 0
      ? [{ ...base, code: "no-letter", severity: "warning", figure: missing.length, limit: 0, facts: signs } as const]
      : []),
    ...(islands > 0
      ? [
          {
            ...({
              ...base,
              code: told.part.kind?.setsWords ? "drops-out" : "insides-drop",
              severity: "warning",
              figure: islands,
              limit: 0,
            } as const),
            ...remedy("bridges", pathOf(told, "bridges"), true),
          },
        ]
      : []),
    ...tooWide(told, names),
    ...miscounted(told, names.length),
    ...(by > SEEN_GROWTH_MM
      ? [{ ...base, code: "grown", severity: "advice", figure: by, limit: SEEN_GROWTH_MM } as const]
      : []),
  ];
}
