/** Sizes to draft by, of what was measured: on the safe side by what the measuring may be off. */
import type { PhotoFound } from "@cut-fold/core/measure";

/** As much as 95 of 100 are within. */
const SURE = 2;
/** A tenth of a mm is finer than any picture tells. */
const STEP = 10;
const up = (mm: number): number => Math.ceil(mm * STEP - 1e-6) / STEP;
const down = (mm: number): number => Math.floor(mm * STEP + 1e-6) / STEP;

type Sizes = Pick<PhotoFound, "width" | "height" | "widthSpread" | "heightSpread">;

/** What goes in is taken larger: the longer side across. */
export function sizeOf(
  { width, height, widthSpread, heightSpread }: Sizes,
  thickness: number,
): { readonly width: number; readonly height: number; readonly thickness: number } {
  const [a, b] = [up(width + SURE * widthSpread), up(height + SURE * heightSpread)];
  return { width: Math.max(a, b), height: Math.min(a, b), thickness };
}

/** What is filled is taken smaller. */
export function envelopeOf({ width, height, widthSpread, heightSpread }: Sizes): {
  readonly width: number;
  readonly height: number;
} {
  const [a, b] = [down(width - SURE * widthSpread), down(height - SURE * heightSpread)];
  return { width: Math.max(a, b), height: Math.min(a, b) };
}

/** The same as it was found, with how sure that is (one standard deviation): for chances, which count what may be off themselves. */
export function trulyOf({ width, height, widthSpread, heightSpread }: Sizes): {
  readonly width: number;
  readonly height: number;
  readonly spread: { readonly width: number; readonly height: number };
} {
  return width >= height
    ? { width, height, spread: { width: widthSpread, height: heightSpread } }
    : { width: height, height: width, spread: { width: heightSpread, height: widthSpread } };
}
