import { boundsOf, flatten } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Part } from "../fittings/laid.ts";
import { IN_THE_MIDDLE } from "../model/fitting.ts";
import type { Cut, Piece } from "../model/piece.ts";
import type { Finding, Remedy } from "../model/solution.ts";
import type { Place, Spec } from "../model/spec.ts";
import { offOutline } from "../geometry/near.ts";
import { rimNeeds, runsOut } from "../paper/hole.ts";
import { valueAt } from "../recipe/change.ts";
import { type Check, remedy } from "./check.ts";
import { type Whole, piecesIn } from "../fittings/whole.ts";

/** A hole for string keeps enough paper to the edge not to tear out. */
export const hole: Check = {
  id: "hole",
  codes: ["near-edge", "past-panel"],
  run: (checked) =>
    checked.parts.flatMap((part) =>
      piecesIn(part, checked).flatMap((piece) =>
        piece.cuts.flatMap((cut): Finding[] => {
          const past = pastPanel(checked, part, piece, cut);
          if (past) return [past];
          if (cut.kind !== "hole") return [];
          const { left, right, bottom, top } = boundsOf(flatten(cut.path));
          const across = right - left;
          const centre: Point = [(left + right) / 2, (bottom + top) / 2];
          const rim = offOutline(flatten(piece.outline[0] ?? []), centre) - across / 2;
          const needed = rimNeeds(across);
          if (rim >= needed - 0.05) return [];
          const at = { severity: "warning", piece: piece.id, panel: cut.panel, at: centre } as const;
          const found = { check: "hole", code: "near-edge", ...at, figure: rim, limit: needed };
          return [{ ...found, ...mending(checked, part, cut, needed) }];
        }),
      ),
    ),
};

/** Curves are measured by chords: less (mm) is none. */
const PAST_MM = 0.06;

/** A form's own cut that runs out of the panel it is in: what is left there falls apart. */
function pastPanel({ spec }: Whole, part: Part, piece: Piece, cut: Cut): Finding | undefined {
  const panel = piece.panels.find((p) => p.id === cut.panel);
  // what a row of the recipe does is told by its own checks
  if (!panel || cut.fitting !== piece.fitting) return undefined;
  const points = flatten(cut.path);
  const figure = runsOut(flatten(panel.outline), points);
  if (figure < PAST_MM) return undefined;
  const { left, right, bottom, top } = boundsOf(points);
  const at = { severity: "error", piece: piece.id, panel: cut.panel, at: points[0] ?? [0, 0] } as const;
  const facts = { wide: Math.max(right - left, top - bottom), kind: cut.kind };
  return {
    ...{ check: "hole", code: "past-panel", ...at, figure, limit: 0, facts },
    ...kept(spec, part, cut, figure, rimNeeds(0)),
  };
}

/** The panel made larger, or the cut smaller, so that paper is left on both sides of it. */
function kept(spec: Spec, part: Part, { across, widens }: Cut, past: number, rim: number) {
  const changed = (setting: string, by: number, code: string): Remedy | undefined => {
    const path = [...part.settings, setting];
    const was = valueAt(spec, path);
    const value = typeof was === "number" ? Math.round((was + by) * 2) / 2 : undefined;
    return value === undefined || value < 0
      ? undefined
      : { code, changes: [{ at: path, value }], facts: { mm: value } };
  };
  const more = 2 * (past + rim);
  const found = [
    widens === undefined ? undefined : changed(widens, more, "room"),
    across === undefined ? undefined : changed(across, -more, "smaller-hole"),
  ].filter((r) => r !== undefined);
  const [first, ...others] = found;
  return first ? { remedy: first, others } : {};
}

/** A hole this wide (mm) takes a string and needs the least paper round it. */
const SMALL_HOLE = 3;

/** Moved where it keeps its paper; made smaller where it stands there already. */
function mending(
  { spec }: Whole,
  part: Part,
  { place, across, fitting }: Cut,
  needed: number,
): Pick<Finding, "remedy" | "others"> {
  const settings = fitting === undefined || fitting === part.fitting ? part.settings : ["fittings", fitting];
  const path = place === undefined ? undefined : [...settings, place];
  if (path && valueAt(spec, path) !== "auto") return remedy("off-edge", path, "auto");
  if (fitting !== undefined && fitting !== part.fitting) return movedIn(spec, fitting, needed);
  return across === undefined ? {} : remedy("smaller-hole", [...settings, across], SMALL_HOLE, { mm: SMALL_HOLE });
}

/** A hole of the recipe's own, moved in from the edges it is measured from, or made smaller. */
function movedIn(spec: Spec, fitting: string, needed: number): Pick<Finding, "remedy" | "others"> {
  const at = ["fittings", fitting, "at"];
  const rule = valueAt(spec, at) as Place;
  const changes = (["x", "y"] as const).flatMap((axis) => {
    const { from, by } = rule[axis];
    return from !== "centre" && by < needed ? [{ at: [...at, axis, "by"], value: needed }] : [];
  });
  const smaller = {
    code: "smaller-hole",
    changes: [{ at: ["fittings", fitting, "across"], value: SMALL_HOLE }],
    facts: { mm: SMALL_HOLE },
  };
  const middle = { code: "in-middle", changes: [{ at, value: IN_THE_MIDDLE }] };
  return changes.length > 0
    ? { remedy: { code: "off-edge", changes }, others: [middle, smaller] }
    : { remedy: middle, others: [smaller] };
}
