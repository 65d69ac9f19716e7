/** Pictures that are printed larger than their points allow. */
import { SHARP_DPI } from "../model/art.ts";
import type { Finding } from "../model/solution.ts";
import { valueAt } from "../recipe/change.ts";
import { MM_PER } from "../units/length.ts";
import { remedy } from "./check.ts";
import { at, type FittingChecked, pathOf } from "./laidThing.ts";

/** How many dots an inch a picture has where it lies, where they are too few to print sharply. */
export function sharp(told: FittingChecked): Finding[] {
  return (told.part.marks?.strokes ?? []).flatMap(({ art }): Finding[] => {
    if (!art) return [];
    const dots = art.pixels / (art.whole.width / MM_PER.in);
    // whole dots are told, and what comes to the limit is sharp
    if (Math.round(dots) >= SHARP_DPI) return [];
    const figures = { code: "blurred", severity: "warning", figure: Math.round(dots), limit: SHARP_DPI } as const;
    const width = Number(valueAt(told.spec, pathOf(told, "width")));
    const fits = Math.floor(((width * dots) / SHARP_DPI) * 10) / 10;
    const isWhole = valueAt(told.spec, pathOf(told, "fit")) === "whole";
    return [
      {
        ...at(told),
        ...figures,
        ...(isWhole && fits >= LEAST_MM && remedy("smaller-picture", pathOf(told, "width"), fits, { mm: fits })),
      },
    ];
  });
}
/** No picture is made smaller than this to be sharp, mm. */
const LEAST_MM = 5;
