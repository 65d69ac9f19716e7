/**
 * The ruler round a measure, drawn as it stands on the board, so that the eye can copy the place:
 *
 *      3          4          Graduations a little way to both sides of the measure, numbers at whole inches or centimetres;
 *   │╷╷╷╷│╷╷╷╷│╷╷╷▼│╷╷╷      the mark to set stands out.
 */
import type { Line } from "../geometry/path.ts";
import { line } from "../geometry/path.ts";
import { MM_PER } from "../units/length.ts";
import { rulers } from "../units/ruler.ts";

/** The marks round a measure: strokes from the board's edge up, and numbers. mm along the ruler from its zero. */
export interface RulerMarks {
  readonly strokes: readonly Line[];
  readonly numbers: readonly { readonly at: number; readonly text: string }[];
}

/** At least so far to both sides, mm, and at least so many marks. */
const ROUND_MM = 26;
const LEAST_MARKS = 6;
/** How long marks are, as a part of the longest. */
const LENGTHS = { whole: 1, half: 0.72, quarter: 0.52, eighth: 0.38, least: 0.28 } as const;

/** How long a mark is: whole units longest, then their halves, and so on. */
function lengthAt(mm: number, unit: "mm" | "in"): number {
  const is = (part: number): boolean => Math.abs(mm / part - Math.round(mm / part)) < 1e-6;
  if (unit === "mm") return is(10) ? LENGTHS.whole : is(5) ? LENGTHS.half : is(1) ? LENGTHS.eighth : LENGTHS.least;
  const inch = MM_PER.in;
  return is(inch)
    ? LENGTHS.whole
    : is(inch / 2)
      ? LENGTHS.half
      : is(inch / 4)
        ? LENGTHS.quarter
        : is(inch / 8)
          ? LENGTHS.eighth
          : LENGTHS.least;
}

/**
 * The ruler round a measure.
 * @param grid mm between two of its marks
 * @param at where a place on the ruler lies across the picture, mm
 * @param foot where its marks begin, and how long the longest is, mm
 */
export function rulerMarks(
  measure: number,
  grid: number,
  at: (mm: number) => number,
  foot: { readonly y: number; readonly long: number },
): RulerMarks {
  const unit = rulers.find((r) => r.step === grid)?.unit ?? "mm";
  const round = Math.max(ROUND_MM, LEAST_MARKS * grid);
  const first = Math.max(0, Math.ceil((measure - round) / grid - 1e-6));
  const last = Math.floor((measure + round) / grid + 1e-6);
  const marks = Array.from({ length: last - first + 1 }, (_, i) => (first + i) * grid);
  const big = unit === "mm" ? MM_PER.cm : MM_PER.in;
  return {
    strokes: marks.map((mm) => line([at(mm), foot.y], [at(mm), foot.y + foot.long * lengthAt(mm, unit)])),
    numbers: marks
      .filter((mm) => Math.abs(mm / big - Math.round(mm / big)) < 1e-6)
      // rulers in millimetres are numbered in centimetres
      .map((mm) => ({ at: at(mm), text: String(Math.round(mm / big)) })),
  };
}
