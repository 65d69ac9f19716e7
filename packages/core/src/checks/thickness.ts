import type { Check } from "./check.ts";

/** Thicker contents want a holder with walls (geometry notes: "advise depth when t > 6 mm"). */
const FLAT_UP_TO_MM = 6;

/** A flat holder bulges round thick contents. */
export const thickness: Check = {
  id: "thickness",
  codes: ["bulky"],
  run: ({ drafted, spec }) =>
    drafted.contents.length > 0 && drafted.inside.depth === 0 && spec.contents.thickness > FLAT_UP_TO_MM
      ? [
          {
            check: "thickness",
            code: "bulky",
            severity: "warning",
            figure: spec.contents.thickness,
            limit: FLAT_UP_TO_MM,
            remedy: { form: "deep-envelope" },
          },
        ]
      : [],
};
