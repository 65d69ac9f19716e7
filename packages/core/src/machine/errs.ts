/** What a machine does to a drawing, found by a frame that it cut; and the file that makes up for it. */
import type { Point } from "../geometry/point.ts";
import { AS_IT_SAYS, figureOf, type Measured } from "../model/measured.ts";

/** How long a mm comes out across and along, and by how much its upright lines lean to the right (radians). */
export interface MachineErrs {
  readonly across: number;
  readonly up: number;
  readonly skew: number;
}

/** What of a machine's figures tells; undefined where nothing does. */
export function machineErrs(measured: readonly Measured[] | undefined): MachineErrs | undefined {
  const errs = {
    across: figureOf(measured, "scale-x", AS_IT_SAYS["scale-x"]),
    up: figureOf(measured, "scale-y", AS_IT_SAYS["scale-y"]),
    skew: figureOf(measured, "skew", AS_IT_SAYS.skew),
  };
  return errs.across === 1 && errs.up === 1 && errs.skew === 0 ? undefined : errs;
}

/** Where a machine that is told a place comes to, mm from where it begins. */
export const cameTo = ([x, y]: Point, { across, up, skew }: MachineErrs): Point => [
  across * x + up * Math.sin(skew) * y,
  up * Math.cos(skew) * y,
];

/** What it is told so that it comes there. */
export function toldFor([x, y]: Point, { across, up, skew }: MachineErrs): Point {
  const high = y / (up * Math.cos(skew));
  return [(x - up * Math.sin(skew) * high) / across, high];
}
