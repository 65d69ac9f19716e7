import { boundsOf, flatten } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Finding } from "../model/solution.ts";
import { offOutline, rimNeeds } from "../paper/hole.ts";
import type { Check } from "./check.ts";

/** A hole for string keeps enough paper to the edge not to tear out. */
export const hole: Check = {
  id: "hole",
  codes: ["near-edge"],
  run: ({ pieces, spec }) =>
    pieces.flatMap((piece) =>
      piece.cuts
        .filter((cut) => cut.id.startsWith("hole"))
        .flatMap((cut): Finding[] => {
          const { left, right, bottom, top } = boundsOf(flatten(cut.path));
          const across = right - left;
          const centre: Point = [(left + right) / 2, (bottom + top) / 2];
          const rim = offOutline(flatten(piece.outline[0] ?? []), centre) - across / 2;
          const needed = rimNeeds(across);
          if (rim >= needed - 0.05) return [];
          const settings: Record<string, number | string> =
            spec.settings["holeFrom"] === "auto" ? { hole: 3 } : { holeFrom: "auto" };
          const at = { severity: "warning", piece: piece.id, panel: cut.panel, at: centre } as const;
          return [{ check: "hole", code: "near-edge", ...at, figure: rim, limit: needed, remedy: { settings } }];
        }),
    ),
};
