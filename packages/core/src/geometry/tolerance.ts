/** Every tolerance of the program, in mm, with the question it answers. */

/** Are two computed points the same? Double arithmetic on sheet-sized numbers errs by less than a millionth. */
export const SAME_POINT_MM = 1e-6;

/** How far may a chord stand off its curve when points are needed? Below what any cutter or eye resolves; the contract promises it. */
export const CURVE_SAG_MM = 0.05;

/** Does a glued strip meet its target plane? A sheet of heavy card is 0.4 mm; more than this is a gap. */
export const LANDING_MM = 0.5;

/** May two panels share this much paper and still count as touching? Edges that only meet have area from rounding alone (mm²). */
export const TOUCHING_MM2 = 0.05;

/** How many whole units has a mm in the polygon clipper? So many that every 1/128 in and every 0.01 mm is a whole number. */
export const UNITS_PER_MM = 16_000;
