/** Holes in paper: how much must stand round them, and how much does. */
import { flatten, holds, type Path } from "../geometry/path.ts";
import { offOutline } from "../geometry/near.ts";
import type { Cut } from "../model/piece.ts";
import { roundUp } from "../units/ruler.ts";
import { type Drawn, type Edge, edgeOf, type Twin } from "./panel.ts";
import { add, direction, place, type Point, scale, subtract } from "../geometry/point.ts";

/** mm of paper a hole's rim needs to the edge: 3 mm, or the hole's own width where that is more (geometry notes). */
export const rimNeeds = (across: number): number => Math.max(3, across);

/** mm by which a closed or open line runs out of a polygon; 0 where all of it lies within. */
export const runsOut = (points: readonly Point[], line: readonly Point[]): number =>
  Math.max(0, ...line.map((p) => (holds(points, p) ? 0 : offOutline(points, p))));

/** A circle, anticlockwise, as two arcs. */
export function circle(centre: Point, radius: number): Path {
  const [east, west]: [Point, Point] = [
    [centre[0] + radius, centre[1]],
    [centre[0] - radius, centre[1]],
  ];
  const arc = (from: Point, to: Point) => ({ kind: "arc", from, to, centre, ccw: true }) as const;
  return [arc(east, west), arc(west, east)];
}

/** A round hole in a panel. `place` and `across` name the settings that move it and make it smaller. */
export const hole = (
  id: string,
  panel: Pick<Drawn, "id">,
  centre: Point,
  wide: number,
  settings: Pick<Cut, "place" | "across" | "widens"> = {},
): Cut => ({ id, panel: panel.id, kind: "hole", path: circle(centre, wide / 2), ...settings });

/** The same hole through a face and its twin, so that it goes through both when they lie on one another; an id for each. */
export const through = (
  id: (face: string) => string,
  faces: readonly (Drawn | Twin)[],
  centre: Point,
  wide: number,
  settings: Pick<Cut, "place" | "across" | "widens"> = {},
): Cut[] =>
  faces.map((face) => hole(id(face.id), face, "mirror" in face ? place(centre, face.mirror) : centre, wide, settings));

/** A straight slit in a panel. */
export const slit = (
  id: string,
  panel: Pick<Drawn, "id">,
  from: Point,
  to: Point,
  settings: Pick<Cut, "across"> = {},
): Cut => ({
  ...settings,
  id,
  panel: panel.id,
  kind: "slit",
  path: [{ kind: "line", from, to }],
});

/** A slit along a line, longer than it by so much at each end. */
export function slitAlong(
  id: string,
  panel: Pick<Drawn, "id">,
  { from, to }: Pick<Edge, "from" | "to">,
  longer = 0,
): Cut {
  const past = scale(direction(from, to), longer);
  return slit(id, panel, subtract(from, past), add(to, past));
}

/** An opening in a panel, of any shape. */
export const windowIn = (id: string, panel: Pick<Drawn, "id">, path: Path): Cut => ({
  id,
  panel: panel.id,
  kind: "window",
  path,
});

/**
 * How far down from a place on a panel's edge a hole must stand so that its rim keeps its paper on every side: the first
 * mark of the ruler where it does, `furthest` where none before that serves.
 */
export function holePlace(drawn: Drawn, [x, y]: Point, across: number, furthest: number, grid: number): number {
  const points = flatten(edgeOf(drawn));
  const needed = across / 2 + rimNeeds(across);
  let from = roundUp(needed, grid);
  while (from < furthest) {
    const at: Point = [x, y - from];
    const clear = offOutline(points, at) * (holds(points, at) ? 1 : -1);
    if (clear >= needed - 1e-9) return from;
    // nothing nearer than what is missing can serve: a step of so much comes no more than so much further off the edge
    from = roundUp(from + Math.max(grid, needed - clear - 1e-6), grid);
  }
  return furthest;
}
