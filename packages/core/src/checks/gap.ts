import type { Finding } from "../model/solution.ts";
import type { Check } from "./check.ts";

/** More room than this on an axis and the contents rattle (geometry notes: "too loose above 12 mm"). */
const LOOSE_MM = 12;

/** Room left round the contents after rounding: some, and not too much. */
export const gap: Check = {
  id: "gap",
  codes: ["tight", "loose"],
  run: ({ drafted, spec }) => {
    if (drafted.contents.length === 0) return [];
    return (["width", "height"] as const).flatMap((axis): Finding[] => {
      const room = drafted.gap[axis];
      const play = typeof spec.settings["play"] === "number" ? spec.settings["play"] : 1.5;
      if (room <= 0)
        return [
          {
            check: "gap",
            code: "tight",
            severity: "error",
            figure: room,
            limit: 0,
            facts: { axis },
            remedy: { settings: { play: 1.5 } },
          },
        ];
      if (room <= LOOSE_MM) return [];
      const less = Math.max(0, play - (room - LOOSE_MM));
      return [
        {
          check: "gap",
          code: "loose",
          severity: "advice",
          figure: room,
          limit: LOOSE_MM,
          facts: { axis },
          ...(less < play && { remedy: { settings: { play: less } } }),
        },
      ];
    });
  },
};
