/** Holes in paper: how much must stand round them, and how much does. */
import { distance, dot, type Point, scale, subtract, add } from "../geometry/point.ts";

/** mm of paper a hole's rim needs to the edge: 3 mm, or the hole's own width where that is more (geometry notes). */
export const rimNeeds = (across: number): number => Math.max(3, across);

/** Distance of a point from the edge of a polygon, mm. */
export function offOutline(points: readonly Point[], p: Point): number {
  return Math.min(
    ...points.map((a, i) => {
      const b = points[(i + 1) % points.length] as Point;
      const along = subtract(b, a);
      const long = dot(along, along);
      const t = long === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(p, a), along) / long));
      return distance(p, add(a, scale(along, t)));
    }),
  );
}
