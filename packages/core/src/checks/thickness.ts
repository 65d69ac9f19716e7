import { WALLED } from "../forms/shared/custom.ts";
import type { Finding } from "../model/solution.ts";
import { type Check, remedy } from "./check.ts";

/** Thicker contents want a holder with walls (geometry notes: "advise depth when t > 6 mm"). */
const FLAT_UP_TO_MM = 6;

/** A flat holder bulges round thick contents. */
export const thickness: Check = {
  id: "thickness",
  codes: ["bulky"],
  run: ({ contents }) =>
    contents.flatMap(({ inside, thickness: thick, on, fitting }): Finding[] => {
      if (inside.depth > 0 || thick <= FLAT_UP_TO_MM) return [];
      // what lies on a card is no envelope that another form could take the place of
      const mends = fitting === undefined ? remedy("walls", ["form"], WALLED) : {};
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
