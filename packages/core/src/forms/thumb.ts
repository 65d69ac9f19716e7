/** The thumb cut of a pocket's mouth: how much paper it must leave. */
import type { Covering } from "../paper/said.ts";
import { roundDown } from "../units/ruler.ts";

/** Less paper than this (mm) beside or below a thumb cut tears when it is gripped. */
const LEAST_LEFT = 6;
const HALF_MM = 0.5;

/** What a thumb cut so large leaves of a front so wide and so high, for the check; none where there is no cut. */
export function thumbLeaves(radius: number, wide: number, high: number): readonly Covering[] {
  if (radius <= 0) return [];
  const room = Math.min(high, wide / 2);
  const mends = Math.max(0, roundDown(room - LEAST_LEFT, HALF_MM));
  return [
    { setting: "thumb", mends, figure: room - Math.min(radius, wide / 2 - 1), least: LEAST_LEFT, code: "notch-deep" },
  ];
}
