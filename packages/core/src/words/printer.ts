/** What a printer does to a page, in words. */
import type { PrinterId } from "../printer/printers.ts";
import { type Display, formatLength } from "../units/format.ts";

/** Made-up printers, by what they do. */
export const printerTitles: Readonly<Record<PrinterId, string>> = {
  true: "True, to 4 mm of the edge",
  worn: "Worn, and feeds askew",
  shy: "Leaves 17 mm free at the foot",
};

/** What is told of a page as it came out. */
export interface PageFacts {
  readonly off: number;
  readonly hundred: readonly [across: number | undefined, down: number | undefined];
  readonly lost: number;
  readonly touched: number;
}

/** mm from which anybody sees that something lies elsewhere. */
export const OFF_SEEN_MM = 0.05;

/** How large a page came out and how far off, and what of it is lost; each a sentence, `isWell` where there is nothing to do. */
export function sayPage(
  { off, hundred: [across, down], lost, touched }: PageFacts,
  display: Display,
): { readonly text: string; readonly isWell: boolean }[] {
  const part = (hundred: number): string => `${hundred.toFixed(2)} %`;
  // as long as it comes out, to the next that can be read: never nearer than it is
  const mm = (value: number): string => formatLength(value, display, { round: "up" });
  const size =
    across === undefined || down === undefined
      ? "Too little is on it to measure its size."
      : `It came out ${part(across)} across and ${part(down)} down.`;
  const place =
    off < OFF_SEEN_MM
      ? { text: "All that was printed lies where it should.", isWell: true }
      : { text: `${size} A line lies up to ${mm(off)} from its place.`, isWell: false };
  if (lost === 0) return [place, { text: "Nothing is lost at the edges.", isWell: true }];
  const things = touched === 1 ? "One thing reaches" : `${String(touched)} things reach`;
  return [place, { text: `${things} past where it prints: ${mm(lost)} of line are lost.`, isWell: false }];
}
