/** Closed lines that lie in one another: told by a point well inside each, never by one of its corners, where lines may meet. */
import { nth } from "../units/nth.ts";
import { holds } from "./path.ts";
import { cross, type Point } from "./point.ts";

/** mm² that a ring's chords go round, whichever way. */
const sizeOf = (ring: readonly Point[]): number =>
  Math.abs(ring.reduce((sum, p, i) => sum + cross(p, nth(ring, i + 1)), 0)) / 2;

/**
 * A point well inside a ring: in the middle of the widest stretch of a level line through it. The level that is farthest from
 * any corner is taken of a few. Undefined for a ring that encloses nothing.
 */
export function insideOf(ring: readonly Point[]): Point | undefined {
  const levels = [...new Set(ring.map(([, y]) => y))].sort((a, b) => a - b);
  // the tallest bands between corners: there a level line meets no corner
  const bands = levels
    .slice(1)
    .map((high, i) => ({ at: (nth(levels, i) + high) / 2, tall: high - nth(levels, i) }))
    .sort((a, b) => b.tall - a.tall)
    .slice(0, BANDS_TRIED);
  let best: { readonly at: Point; readonly room: number } | undefined;
  for (const { at: y, tall } of bands) {
    const across = ring
      .flatMap(([ax, ay], i) => {
        const [bx, by] = nth(ring, i + 1);
        return ay > y === by > y ? [] : [ax + ((y - ay) / (by - ay)) * (bx - ax)];
      })
      .sort((a, b) => a - b);
    for (let i = 0; i + 1 < across.length; i += 2) {
      const [from, to] = [nth(across, i), nth(across, i + 1)];
      const room = Math.min(to - from, tall);
      if (room > (best?.room ?? 0)) best = { at: [(from + to) / 2, y], room };
    }
  }
  return best?.at;
}
const BANDS_TRIED = 8;

/**
 * In how many others each ring lies: an even number is paper, an odd one a hole in it. Rings are taken not to cross; they may
 * touch. Only a larger one can hold another.
 */
export function depthsOf(rings: readonly (readonly Point[])[]): number[] {
  if (rings.length === 1) return [0];
  const sizes = rings.map(sizeOf);
  return rings.map((ring, i) => {
    const inside = insideOf(ring);
    return inside ? rings.filter((other, j) => nth(sizes, j) > nth(sizes, i) && holds(other, inside)).length : 0;
  });
}
