/** A picture on a printed page: cropped by its box, and past those of its sides that bleed. */
import type { Path } from "../../geometry/path.ts";
import { BLEED_MM, boxLies, pictureLies } from "../../model/art.ts";
import type { Stroke } from "../../model/piece.ts";
import { nth } from "../../units/nth.ts";
import { type Doc, PALE, stroke } from "./ink.ts";
import type { PdfOptions } from "./options.ts";

/**
 * @param path its box as it lies on the page, from its lower left round as one looks at it
 * @param bleeds which sides of it go on past their edge
 */
export function art(
  doc: Doc,
  { art: own }: Stroke,
  path: Path,
  bleeds: readonly boolean[],
  { pictures }: PdfOptions,
): void {
  const bytes = own && pictures?.get(own.picture);
  if (!own || !bytes) {
    stroke(doc, path, "guide", PALE);
    return;
  }
  const lies = boxLies(path);
  const { wide, high, at } = lies;
  const past = (side: number): number => (bleeds[side] ? BLEED_MM : 0);
  const [low, right, top, left] = [past(0), past(1), past(2), past(3)];
  const corners = [at(-left, -low), at(wide + right, -low), at(wide + right, high + top), at(-left, high + top)];
  doc.save();
  doc.moveTo(...nth(corners, 0));
  for (const to of corners.slice(1)) doc.lineTo(...to);
  doc.closePath().clip();
  doc.transform(...pictureLies(own, lies));
  doc.image(bytes.slice().buffer, 0, 0, { width: 1, height: 1 });
  doc.restore();
}
