/** A page made up for what a printer does to it, so that what lands is as it was drawn. */
import type { Size } from "../../geometry/point.ts";
import {
  AS_IT_SAYS,
  EDGES,
  type Edges,
  figureOf,
  type Measured,
  ofEdges,
  type Scales,
  scalesOf,
} from "../../model/measured.ts";

/** mm to the right and down. */
interface Shift {
  readonly right: number;
  readonly down: number;
}

/** What a printer does to a page: its scales, and how it moves one that stands and one that lies. */
export interface PageErrs extends Scales, Shift {
  readonly lying: Shift;
}

/** What of a printer's figures tells: the rest is as if nothing had been measured. */
export const errsOf = (measured: readonly Measured[] | undefined): PageErrs => ({
  ...scalesOf(measured),
  right: figureOf(measured, "shift-x", AS_IT_SAYS["shift-x"]),
  down: figureOf(measured, "shift-y", AS_IT_SAYS["shift-y"]),
  lying: {
    right: figureOf(measured, "lying-x", AS_IT_SAYS["lying-x"]),
    down: figureOf(measured, "lying-y", AS_IT_SAYS["lying-y"]),
  },
});

/** Whether a printer does nothing to a page. */
export const isTrue = ({ across, up, skew, right, down, lying }: PageErrs): boolean =>
  across === 1 && up === 1 && [skew, right, down, lying.right, lying.down].every((one) => one === 0);

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
  // on a page that lies, down on the paper is to the left or right of it: which, only a lying page of its own can tell
  const { right, down } = lies ? errs.lying : errs;
  const [x, y] = [width / 2 + right, height / 2 + down];
  return [a, b, c, d, width / 2 - a * x - c * y, height / 2 - b * x - d * y];
}

/** mm that pages leave free at their edges by themselves: their margins, and what is lowest in their foot. */
const FREE_MM: Edges = { left: 9, right: 9, top: 9, bottom: 7 };
/** mm that are kept off where ink was seen to end. */
const OFF_MM = 1;

/** mm at each edge of a standing page that this printer's ink does not reach, as far as that was measured. */
export const edgesOf = (measured: readonly Measured[] | undefined): Edges =>
  ofEdges((edge) => figureOf(measured, `edge-${edge}`, AS_IT_SAYS[`edge-${edge}`]));

/**
 * mm by which pages are narrower for it, standing and lying. A page that lies is fed upright, either way round: what either end
 * needs is left at both.
 */
export function narrower(edges: Edges): { readonly standing: Edges; readonly lying: Edges } {
  const more = (white: Edges): Edges => ofEdges((edge) => Math.max(0, white[edge] + OFF_MM - FREE_MM[edge]));
  const [ends, sides] = [Math.max(edges.top, edges.bottom), Math.max(edges.left, edges.right)];
  return { standing: more(edges), lying: more({ left: ends, right: ends, top: sides, bottom: sides }) };
}

/** mm from a sheet's edges inside which a printer reaches everywhere: sheets that are turned have the widest all round. */
export const reachOf = (edges: Edges): number => Math.max(...EDGES.map((edge) => edges[edge])) + OFF_MM;
