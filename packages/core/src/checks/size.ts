import type { Finding } from "../model/solution.ts";
import type { Check } from "./check.ts";

/** A ruler cannot set every size: says so where the finished piece comes out smaller than asked. */
export const size: Check = {
  id: "size",
  codes: ["rounded"],
  run: ({ drafted, spec, setup }) =>
    drafted.finished === undefined
      ? []
      : (["width", "height"] as const).flatMap((axis): Finding[] => {
          const less = spec.contents[axis] - drafted.inside[axis];
          return less > 0.05
            ? [
                {
                  check: "size",
                  code: "rounded",
                  severity: "advice",
                  figure: drafted.inside[axis],
                  limit: spec.contents[axis],
                  facts: { axis, grid: setup.grid },
                },
              ]
            : [];
        }),
};
