/** Openings: cuts that something drops out of. A slit is none. */
import type { Path } from "../geometry/path.ts";
import type { Cut } from "../model/piece.ts";

const known = new WeakMap<readonly Cut[], Map<string | undefined, readonly Path[]>>();

/** The openings among cuts, of one panel where it is named; the same list each time it is asked. */
export function openingsOf(cuts: readonly Cut[], panel?: string): readonly Path[] {
  const lists = known.get(cuts) ?? new Map<string | undefined, readonly Path[]>();
  known.set(cuts, lists);
  const was = lists.get(panel);
  if (was) return was;
  const open = cuts.filter((cut) => cut.kind !== "slit" && (panel === undefined || cut.panel === panel));
  const paths = open.map((cut) => cut.path);
  lists.set(panel, paths);
  return paths;
}
