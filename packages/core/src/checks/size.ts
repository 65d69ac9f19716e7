import type { Finding } from "../model/solution.ts";
import type { Contents } from "../model/spec.ts";
import { valueAt } from "../recipe/change.ts";
import type { Check } from "./check.ts";

/** A ruler cannot set every size: says so where the finished piece comes out smaller than asked. */
export const size: Check = {
  id: "size",
  codes: ["rounded"],
  run: ({ parts, spec }) =>
    parts.flatMap(({ finished, fitting, setup, main }): Finding[] => {
      const asked = valueAt(spec, [...(fitting === undefined ? [] : ["fittings", fitting]), "contents"]);
      if (!finished || asked === undefined) return [];
      return (["width", "height"] as const).flatMap((axis): Finding[] => {
        const [made, wanted] = [finished[axis], (asked as Contents)[axis]];
        if (wanted - made <= 0.05) return [];
        const facts = { axis, grid: setup.grid };
        return [
          { check: "size", code: "rounded", severity: "advice", piece: main, figure: made, limit: wanted, facts },
        ];
      });
    }),
};
