/**
 * A drag knife: the blade's tip trails the axis that it swivels about by `offset`. For the tip to go along a line with the
 * direction t, the axis goes along it too, offset·t ahead; in a corner the tip stands and the axis swings round it.
 *
 *      axis ───────────╮          the swing in steps, so short that the tip strays by less than a file can say
 *      tip  ────────●  │
 *                   │  ▼
 */
import { direction, distance, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { bendOf } from "./walked.ts";

/** Radians between two places of a swing. */
const SWING = Math.PI / 18;
/** A bend of less than this is none. */
const STRAIGHT = 1e-9;
/** Shorter than this nothing has a direction. */
const SAME_MM = 1e-6;
/** Offsets along which a blade that stood anyhow has settled: 0.8° are left of 90. */
const SETTLED = 5;

/** The axis for one stroke of the tip, and how the blade stands when it is lifted. @param heading how it stands when it comes down */
export function compensated(
  points: readonly Point[],
  offset: number,
  heading?: Point,
): { readonly axis: Point[]; readonly heading: Point } {
  const tip = points.filter((p, i) => i === 0 || distance(p, nth(points, i - 1)) > SAME_MM);
  const axis: Point[] = [];
  const put = (p: Point, way: Point): void => {
    axis.push([p[0] + offset * way[0], p[1] + offset * way[1]]);
  };
  let way = heading ?? direction(nth(tip, 0), nth(tip, 1));
  put(nth(tip, 0), way);
  for (let i = 0; i + 1 < tip.length; i += 1) {
    const [from, to] = [nth(tip, i), nth(tip, i + 1)];
    const next = direction(from, to);
    const bend = bendOf(way, next);
    if (Math.abs(bend) > STRAIGHT) {
      const steps = Math.max(1, Math.ceil(Math.abs(bend) / SWING));
      const start = Math.atan2(way[1], way[0]);
      for (let k = 1; k <= steps; k += 1) {
        const angle = start + (bend * k) / steps;
        put(from, [Math.cos(angle), Math.sin(angle)]);
      }
    }
    put(to, next);
    way = next;
  }
  return { axis, heading: way };
}

/**
 * A short stroke in the margin of the sheet after which the blade stands as it was drawn: whatever it stood like before, it
 * trails. Along the lower edge, inside what nothing lies on.
 * @param margin mm of the sheet that nothing lies on
 */
export const settling = (offset: number, margin: number): Point[] => {
  const y = Math.min(margin, 2 * offset) / 2;
  return [
    [offset, y],
    [offset + SETTLED * offset, y],
  ];
};
