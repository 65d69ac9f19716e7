import type { Check } from "./check.ts";

/** Thicker contents want a holder with walls (geometry notes: "advise depth when t > 6 mm"). */
const FLAT_UP_TO_MM = 6;

/** A flat holder bulges round thick contents. */
export const thickness: Check = {
  id: "thickness",
  codes: ["bulky"],
  run: ({ drafted }) => {
    const thick = drafted.contents[0]?.thickness ?? 0;
    return drafted.inside.depth === 0 && thick > FLAT_UP_TO_MM
      ? [
          {
            check: "thickness",
            code: "bulky",
            severity: "warning",
            figure: thick,
            limit: FLAT_UP_TO_MM,
            remedy: { form: "deep-envelope" },
          },
        ]
      : [];
  },
};
