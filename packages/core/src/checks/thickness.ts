import { WALLED } from "../forms/shared/custom.ts";
import { formById } from "../forms/index.ts";
import type { Finding } from "../model/solution.ts";
import { type Check, isShort, remedy } from "./check.ts";

/** Thicker contents want a holder with walls (geometry notes: "advise depth when t > 6 mm"). */
const FLAT_UP_TO_MM = 6;

/** A flat holder bulges round thick contents. */
export const thickness: Check = {
  id: "thickness",
  codes: ["bulky"],
  run: ({ contents, parts }) =>
    contents.flatMap(({ inside, thickness: thick, on, fitting }): Finding[] => {
      if (inside.depth > 0 || !isShort(FLAT_UP_TO_MM, thick)) return [];
      const part = parts.find((p) => p.fitting === fitting);
      const own = part?.form?.walled;
      // its own walls before another form's; and only an envelope can take an envelope's place, where nothing holds it
      const mends = own
        ? remedy("walls", [...part.settings, own.setting], own.as)
        : fitting === undefined && part?.form?.purpose === formById(WALLED)?.purpose
          ? remedy("walls", ["form"], WALLED)
          : {};
      return [
        {
          check: "thickness",
          code: "bulky",
          severity: "warning",
          ...on,
          figure: thick,
          limit: FLAT_UP_TO_MM,
          ...mends,
        },
      ];
    }),
};
