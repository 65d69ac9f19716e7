/**
 * An envelope's closing flap less the gum line along its free edges: what of a liner lies on it.
 *
 *        ╱‾‾╲
 *      ╱ ╱‾‾╲ ╲  gum line
 *    ╱ ╱      ╲ ╲
 *    ────────────  its fold is no free edge
 */
import { boundsOf, clipConvex, insetConvex } from "../../geometry/path.ts";
import { distance, type Point } from "../../geometry/point.ts";
import { roundDown } from "../../units/ruler.ts";
import { nth } from "../../units/nth.ts";

/** The flap, convex in every form, less the gum line along its free edges; its fold is no free edge, so it is pulled down out of the way first. */
function gummed(flap: readonly Point[], gum: number, left: number, right: number): Point[] {
  const { left: l, right: r, top } = boundsOf(flap);
  const pulled = flap.map(([x, y]): Point => [x, y < 1e-6 ? -3 * gum : y]);
  const window: Point[] = [
    [Math.max(left, l), 0],
    [Math.min(right, r), 0],
    [Math.min(right, r), top],
    [Math.max(left, l), top],
  ];
  return clipConvex(insetConvex(pulled, gum), window);
}

/** Near enough to the mark (mm): what is left is cut off the tip. */
const ON_MARK_MM = 1e-3;
/** The flap part shrinks evenly as the gum line widens, but for roundings: the straight guess is right at once or soon. */
const GUESSES = 6;

/** The flap part, its gum line widened by at most one mark of the ruler so that it ends on a mark. */
export function onMark(flap: readonly Point[], asked: number, left: number, right: number, grid: number) {
  const at = (gum: number) => {
    const shape = gummed(flap, gum, left, right);
    return { gum, shape, depth: shape.length < 3 ? 0 : boundsOf(shape).top };
  };
  let [low, high] = [at(asked), at(asked + grid)];
  const wanted = roundDown(low.depth, grid);
  for (let i = 0; i < GUESSES && low.depth - wanted > ON_MARK_MM && high.depth < wanted; i += 1) {
    const guess = at(low.gum + ((high.gum - low.gum) * (low.depth - wanted)) / (low.depth - high.depth));
    if (guess.depth >= wanted) low = guess;
    else high = guess;
  }
  return { wanted, shape: low.shape };
}

/** Without corners that lie on one another. */
export const spaced = (points: readonly Point[]): Point[] =>
  points.filter((p, i) => distance(p, nth(points, i - 1)) > 1e-6);

/** mm round the flap part from one end of its fold to the other: what is glued to the flap. */
export const rimOf = (corners: readonly Point[]): number =>
  corners.reduce((sum, p, i) => sum + distance(p, corners[i + 1] ?? p), 0);
/** The tape that goes inside the gum line, mm: the narrowest on the shelf. */
export const GUM_TAPE = 3;

/** Where a corner stands round the middle of a fold so long: from its start to its end. */
export const turnFrom = (long: number, [x, y]: Point): number => Math.atan2(x - long / 2, y);
