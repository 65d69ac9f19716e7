import type { Finding } from "../model/solution.ts";
import { roundUp } from "../units/ruler.ts";
import { type Check, isShort, remedy } from "./check.ts";

/** A pocket reaches far enough over what is inside that nothing slips out of its mouth. */
export const covering: Check = {
  id: "covering",
  codes: [
    ...["tips-out", "corner-out", "pocket-low", "notch-deep"],
    ...["rises-past", "carrier-seen", "figure-past", "topper-low", "handle-torn", "stands-out", "falls-back"],
  ],
  run: ({ parts }) =>
    parts.flatMap((part) =>
      part.covers.flatMap(({ setting, mends, figure, least, code, button }): Finding[] => {
        if (!isShort(figure, least)) return [];
        const reach = mends ?? roundUp(least, part.setup.grid);
        return [
          {
            check: "covering",
            code,
            severity: mends === undefined ? "error" : "warning",
            piece: part.main,
            figure,
            limit: least,
            ...remedy(
              button ?? (mends === undefined ? "cover-more" : "smaller-notch"),
              [...part.settings, setting],
              reach,
              {
                mm: reach,
              },
            ),
          },
        ];
      }),
    ),
};
