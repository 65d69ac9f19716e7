/** How far a figure follows a hand: measured by one more solve, so that no form has to say it. */
import { direction, type Point } from "../geometry/point.ts";
import type { Dimension } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import { changed } from "../recipe/change.ts";
import { draw } from "../draw.ts";

/** A figure whose end moves by less than this (mm) for a mm of its setting is not held by its end: it follows one to one. */
const LEAST_MOVE = 0.05;

/**
 * mm of the setting for each mm that the end of its line is dragged along the line: 2 where the shape grows from its
 * middle, −1 where the line shrinks as its end moves on. 1 where nothing moves, or where the setting cannot be changed.
 * @param way the unit vector a hand follows, where the line has shrunk to a point and has none of its own
 * @param step mm by which the setting is tried: a few marks of the ruler, so that rounding does not hide the move
 */
export function gainOf(solution: Drawing, dimension: Dimension, step: number, way?: Point): number {
  const { id, sets } = dimension;
  if (!sets || sets[0] === "blank") return 1;
  // what lies on a form does not move the form's own figures: without it they are drawn in a moment
  const { fittings = [], ...bare } = solution.spec;
  const isOwn = dimension.fitting === undefined && fittings.length > 0;
  const start = isOwn ? draw(bare).dimensions.find((d) => d.id === id) : undefined;
  const spec = start ? bare : solution.spec;
  const { value, from, to } = start ?? dimension;
  // near the end of its range only one way is open
  for (const by of [step, -step]) {
    const read = changed(spec, { at: sets, value: value + by });
    const after = read.ok ? draw(read.value).dimensions.find((d) => d.id === id) : undefined;
    if (!after) continue;
    const along = way ?? direction(from, to);
    const moved = (after.to[0] - to[0]) * along[0] + (after.to[1] - to[1]) * along[1];
    const changedBy = after.value - value;
    if (Math.abs(changedBy) > LEAST_MOVE && Math.abs(moved) > LEAST_MOVE) return changedBy / moved;
  }
  return 1;
}
