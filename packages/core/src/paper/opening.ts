/** Openings: cuts that something drops out of. A slit is none. */
import type { Path } from "../geometry/path.ts";
import type { Cut } from "../model/piece.ts";

/** The openings among cuts, of one panel where it is named. */
export const openingsOf = (cuts: readonly Cut[], panel?: string): readonly Path[] =>
  cuts.filter((cut) => cut.kind !== "slit" && (panel === undefined || cut.panel === panel)).map((cut) => cut.path);
