/** Whether a hand can read a length off its ruler. */

/** Off a mark by less (mm) no eye tells the difference. */
const SEEN_MM = 0.06;
/** A ruler in whole or half mm is read to the half mm between two marks. */
const HALF_MM = 0.5;

/** Tells of lengths (mm) whether all lie on a mark of a ruler with so many mm between two; half mm are read between marks. */
export function onMarks(grid: number): (...lengths: readonly number[]) => boolean {
  const metric = Math.abs(grid / HALF_MM - Math.round(grid / HALF_MM)) < 1e-6;
  const step = metric ? Math.min(grid, HALF_MM) : grid;
  return (...lengths) => lengths.every((mm) => Math.abs(mm - Math.round(mm / step) * step) < SEEN_MM);
}
