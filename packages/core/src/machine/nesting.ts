/** Which cut lies in which: what lies in a loop must be cut before it falls out. */
import { areaOf, type Bounds, boundsOf, holds, polygon } from "../geometry/path.ts";
import { between, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import type { Walked } from "./walked.ts";

/** mm that a line may stand out of the loop it lies in: both are chords. */
const OUT_MM = 0.01;

const liesIn = (a: Bounds, b: Bounds): boolean =>
  a.left >= b.left - OUT_MM && a.bottom >= b.bottom - OUT_MM && a.right <= b.right + OUT_MM && a.top <= b.top + OUT_MM;

/** A place that tells where a line lies: the middle of it, or of a loop's first chord; its ends may lie on what it is in. */
function probeOf({ points, closed }: Walked): Point {
  if (closed || points.length === 2) return between(nth(points, 0), nth(points, 1), 0.5);
  return nth(points, points.length >> 1);
}

/** For each line the smallest loop that holds it, by number; −1 for one that lies in none. Lines hold nothing. */
export function holdersOf(walks: readonly Walked[]): number[] {
  const boxes = walks.map(({ points }) => boundsOf(points));
  const areas = walks.map(({ points, closed }) => (closed ? Math.abs(areaOf(polygon(points))) : 0));
  const loops = walks
    .map((_, i) => i)
    .filter((i) => nth(walks, i).closed)
    .sort((a, b) => nth(areas, a) - nth(areas, b));
  return walks.map((walk, i) => {
    const probe = probeOf(walk);
    const found = loops.find(
      (j) =>
        j !== i &&
        nth(areas, j) > nth(areas, i) &&
        liesIn(nth(boxes, i), nth(boxes, j)) &&
        holds(nth(walks, j).points, probe),
    );
    return found ?? -1;
  });
}
