/** What a machine does to a drawing, found by a frame that it cut; and the file that makes up for it. */
import type { Point } from "../geometry/point.ts";
import { type Measured, type Scales, scalesOf } from "../model/measured.ts";

/** What of a machine's scales tells; undefined where nothing does. */
export function machineErrs(measured: readonly Measured[] | undefined): Scales | undefined {
  const errs = scalesOf(measured);
  return errs.across === 1 && errs.up === 1 && errs.skew === 0 ? undefined : errs;
}

/** Where a machine that is told a place comes to, mm from where it begins. */
export const cameTo = ([x, y]: Point, { across, up, skew }: Scales): Point => [
  across * x + up * Math.sin(skew) * y,
  up * Math.cos(skew) * y,
];

/** What it is told so that it comes there. */
export function toldFor([x, y]: Point, { across, up, skew }: Scales): Point {
  const high = y / (up * Math.cos(skew));
  return [(x - up * Math.sin(skew) * high) / across, high];
}
