/** A layout as it is told: sheets alike together, what lies on one, what is left over of a paper. */
import type { LaidSheet, Layout } from "../model/layout.ts";
import { roundDown } from "../units/ruler.ts";
import { likeRests, type Offcut } from "./trimPlan.ts";

/** Sheets that are laid alike, and how many. */
export interface AlikeSheets {
  readonly sheet: LaidSheet;
  readonly count: number;
}

/** Sheets of one paper and kind on which the same pieces lie in the same places, together, in the order they are used. */
export function alikeSheets(sheets: readonly LaidSheet[]): AlikeSheets[] {
  const groups = new Map<string, AlikeSheets>();
  for (const sheet of sheets) {
    const lies = sheet.placements.map(({ item, piece, x, y, rotation }) =>
      [item, piece, x.toFixed(2), y.toFixed(2), rotation.toFixed(2)].join(),
    );
    const key = [sheet.stock, sheet.from.id, ...lies.sort()].join(" ");
    const known = groups.get(key);
    groups.set(key, { sheet: known?.sheet ?? sheet, count: (known?.count ?? 0) + 1 });
  }
  return [...groups.values()];
}

/** How many of each piece lie on a sheet, by what it is called. */
export function countedOn({ placements }: LaidSheet): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { name } of placements) counts.set(name, (counts.get(name) ?? 0) + 1);
  return counts;
}

/** What is left over of one paper, worth keeping, each side down to a mark of the ruler: so much of it there is at least. */
export const restsOf = ({ sheets }: Layout, stock: string, grid: number): Offcut[] =>
  likeRests(
    sheets
      .filter((sheet) => sheet.stock === stock)
      .flatMap(({ keep }) => keep)
      .map(({ width, height }) => ({ width: roundDown(width, grid), height: roundDown(height, grid), count: 1 })),
  );
