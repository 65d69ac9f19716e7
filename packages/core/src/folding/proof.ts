/**
 * The folding proof: every panel is turned about its score to where it ends, and what a form claims is measured on the
 * folded panels. Nothing here reads a form's formula: only panels, folds, glue and contents as they stand in the
 * solution.
 */
import { areaOf, boundsOf, flatten, holds } from "../geometry/path.ts";
import { CURVE_SAG_MM, TOUCHING_MM2 } from "../geometry/tolerance.ts";
import type { Contained, Piece } from "../model/piece.ts";
import type { Extent, Drawing } from "../model/solution.ts";
import { offOutline } from "../geometry/near.ts";
import { filledWith, foldedPanels, lastOrder } from "../paper/pose.ts";
import { contentsCrossings, type Crossing, flatCrossings, foldedCrossings } from "./crossings.ts";
import { type At, sheetsOf } from "./inSpace.ts";
import { hasLanded, type Landing, landingsOf } from "./landings.ts";
import { measureContents } from "./room.ts";

export type { Crossing } from "./crossings.ts";
export type { Landing } from "./landings.ts";
export { clashesIn, proveMotion } from "./walk.ts";

/** What folding the panels found: `ok` when every zone landed, nothing crosses and the contents have their gap. */
export interface Proof {
  readonly ok: boolean;
  readonly landings: readonly Landing[];
  /** room measured round the first of the contents, mm, and mm² where any of them crosses a panel; no contents, no gap */
  readonly contents: { readonly gap: Extent | undefined; readonly crossing: number };
  readonly crossings: readonly Crossing[];
  /** mm²: the outline, and what its panels add up to */
  readonly area: readonly { readonly piece: string; readonly outline: number; readonly panels: number }[];
  /** mm by which a piece reaches past the sheet it is cut from; none that fits is named */
  readonly offBlank: readonly { readonly piece: string; readonly past: number }[];
  /** cuts of a form's own that leave the panel they are in, by so many mm */
  readonly offPanel: readonly { readonly piece: string; readonly cut: string; readonly past: number }[];
}

/** Plies that may lie over contents too small to reach under the flaps: there the cavity is that much deeper. */
const PLIES_ABOVE = 3;
/** The reported gap may differ from the measured one by no more than this (mm): what is printed is what is there. */
const GAP_MM = 0.01;
/** Curves are measured by chords: within this (mm) a piece lies on its sheet, a cut in its panel. */
const PAST_MM = CURVE_SAG_MM + 0.01;
/** mm² by which an outline may differ from its panels: rounding of sums only */
const AREA_MM2 = 0.01;

/** Proves a solution by folding it up. */
export function prove(solution: Drawing): Proof {
  const caliper = solution.spec.stock.caliper;
  const filled = filledWith(solution.contents);
  const poses = foldedPanels(solution, { progress: lastOrder(solution), caliper, filled });
  const at: At = (piece, panel) => {
    const pose = poses.get(`${piece}/${panel}`);
    if (!pose) throw new Error(`proof: there is no panel '${panel}' in piece '${piece}'`);
    return pose;
  };

  const sheets = sheetsOf(solution, { progress: lastOrder(solution), caliper, filled });
  // what is slid between two faces that are glued to one another bends them apart: they are glued while it is empty
  const empty = solution.contents.some((c) => c.open)
    ? sheetsOf(solution, { progress: lastOrder(solution), caliper })
    : sheets;
  const landings = landingsOf(solution, ({ onto }, piece) =>
    solution.contents.some((c) => c.on.piece === piece && c.on.panel === onto.panel && onto.face === "front")
      ? empty
      : sheets,
  );
  const bends = solution.pieces.some((p) => p.folds.some((f) => f.path));
  const held = bends ? [] : solution.contents.map((lying) => measureContents(solution, lying, sheets, at, caliper));
  const contents = {
    gap: held[0]?.gap,
    crossing: bends
      ? contentsCrossings(solution, sheets, at, "folded").reduce((sum, one) => sum + one.area, 0)
      : held.reduce((sum, one) => sum + one.crossing, 0),
  };
  const crossings = [...flatCrossings(solution), ...foldedCrossings(sheets, "folded")];
  const area = solution.pieces.map((piece) => ({
    piece: piece.id,
    outline: piece.outline.reduce((sum, loop) => sum + areaOf(loop), 0),
    panels: piece.panels.reduce((sum, panel) => sum + areaOf(panel.outline), 0),
  }));

  const offBlank = solution.pieces.flatMap((piece) => {
    const past = pastBlank(piece);
    return past > PAST_MM ? [{ piece: piece.id, past }] : [];
  });
  const offPanel = solution.pieces.flatMap(cutsPastPanels);
  const ok =
    offBlank.length === 0 &&
    offPanel.length === 0 &&
    landings.every(hasLanded) &&
    held.every(({ gap }, i) => isTrue(gap, solution.contents[i], caliper)) &&
    contents.crossing <= TOUCHING_MM2 &&
    crossings.length === 0 &&
    area.every((a) => Math.abs(a.outline - a.panels) <= AREA_MM2);
  return { ok, landings, contents, crossings, area, offBlank, offPanel };
}

/** mm by which a piece reaches past its sheet. */
function pastBlank({ outline, blank }: Piece): number {
  const { left, right, bottom, top } = boundsOf(outline.flatMap((path) => flatten(path)));
  return Math.max(-left, -bottom, right - blank.width, top - blank.height);
}

/** A form's own cuts that run out of the panel they are said to be in: what drops out there would take a score with it. */
const cutsPastPanels = (piece: Piece): Proof["offPanel"] =>
  piece.cuts.flatMap(({ id, panel, path, fitting }) => {
    const edge = flatten(piece.panels.find((p) => p.id === panel)?.outline ?? []);
    // what a maker puts on a panel may run past it, and is told by the checks
    if (fitting !== piece.fitting || edge.length === 0) return [];
    const out = flatten(path).filter((p) => !holds(edge, p));
    const past = Math.max(0, ...out.map((p) => offOutline(edge, p)));
    return past > PAST_MM ? [{ piece: piece.id, cut: id, past }] : [];
  });

/** Whether a measured gap is the one that was claimed, and lets them in. */
function isTrue(gap: Extent, lying: Contained | undefined, caliper: number): boolean {
  if (!lying) return false;
  const open = (["width", "height"] as const).every((axis) => gap[axis] > 0 || axis === lying.open?.axis);
  const same = (["width", "height", "depth"] as const).every((axis) => {
    const more = gap[axis] - lying.gap[axis];
    return more >= -GAP_MM && more <= GAP_MM + (axis === "depth" ? PLIES_ABOVE * caliper : 0);
  });
  return open && same;
}
