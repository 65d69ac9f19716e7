/** A page made up for what a printer does to it, so that what lands is as it was drawn. */
import type { Size } from "../../geometry/point.ts";
import { AS_IT_SAYS, figureOf, type Measured, type Scales, scalesOf } from "../../model/measured.ts";

/** What a printer does to a page: its scales, and mm to the right and down. */
export interface PageErrs extends Scales {
  readonly right: number;
  readonly down: number;
}

/** What of a printer's figures tells: the rest is as if nothing had been measured. */
export const errsOf = (measured: readonly Measured[] | undefined): PageErrs => ({
  ...scalesOf(measured),
  right: figureOf(measured, "shift-x", AS_IT_SAYS["shift-x"]),
  down: figureOf(measured, "shift-y", AS_IT_SAYS["shift-y"]),
});

/** Whether a printer does nothing to a page. */
export const isTrue = ({ across, up, skew, right, down }: PageErrs): boolean =>
  across === 1 && up === 1 && skew === 0 && right === 0 && down === 0;

/**
 * The map that a page is drawn through: a b c d e f as PDF has them, mm, y down. A printer errs about the page's middle; a page
 * that lies is fed upright all the same, so that what is across on it is up on the paper.
 */
export function madeUp(
  { width, height }: Size,
  errs: PageErrs,
): readonly [number, number, number, number, number, number] {
  const [sin, cos] = [Math.sin(errs.skew), Math.cos(errs.skew)];
  // what the printer does, x' = m11 x + m12 y, y' = m21 x + m22 y
  const upright = [errs.across, -errs.up * sin, 0, errs.up * cos] as const;
  const lies = width > height;
  const [m11, m12, m21, m22] = lies ? ([upright[3], 0, -upright[1], upright[0]] as const) : upright;
  const det = m11 * m22 - m12 * m21;
  const [a, b, c, d] = [m22 / det, -m21 / det, -m12 / det, m11 / det];
  // on a page that lies, down on the paper is to the left or right of it: which, no page can tell, and nothing is moved
  const [right, down] = lies ? [0, 0] : [errs.right, errs.down];
  const [x, y] = [width / 2 + right, height / 2 + down];
  return [a, b, c, d, width / 2 - a * x - c * y, height / 2 - b * x - d * y];
}
