/** Openings: cuts that end where they began, so that what they go round drops out. A slit is none. */
import { distance } from "../geometry/point.ts";
import type { Path } from "../geometry/path.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Cut } from "../model/piece.ts";

/** The openings among cuts, of one panel where it is named. */
export const openingsOf = (cuts: readonly Cut[], panel?: string): readonly Path[] =>
  cuts
    .filter((cut) => panel === undefined || cut.panel === panel)
    .map((cut) => cut.path)
    .filter((path) => {
      const [first, last] = [path[0], path.at(-1)];
      return first && last && path.length > 1 && distance(first.from, last.to) < SAME_POINT_MM;
    });
