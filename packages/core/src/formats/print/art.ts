/** A picture on a printed page: cropped by its box, and past those of its sides that bleed. */
import type { Path } from "../../geometry/path.ts";
import { BLEED_MM } from "../../model/art.ts";
import type { Point } from "../../geometry/point.ts";
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
  const [a, b, , d] = path.map(({ from }) => from) as [Point, Point, Point, Point];
  const [wide, high] = [Math.hypot(b[0] - a[0], b[1] - a[1]), Math.hypot(d[0] - a[0], d[1] - a[1])];
  // mm along it and up it, as it lies on the page
  const ex: Point = [(b[0] - a[0]) / wide, (b[1] - a[1]) / wide];
  const ey: Point = [(d[0] - a[0]) / high, (d[1] - a[1]) / high];
  const at = (u: number, v: number): Point => [a[0] + ex[0] * u + ey[0] * v, a[1] + ex[1] * u + ey[1] * v];
  const past = (side: number): number => (bleeds[side] ? BLEED_MM : 0);
  const [low, right, top, left] = [past(0), past(1), past(2), past(3)];
  const corners = [at(-left, -low), at(wide + right, -low), at(wide + right, high + top), at(-left, high + top)];
  doc.save();
  doc.moveTo(...nth(corners, 0));
  for (const to of corners.slice(1)) doc.lineTo(...to);
  doc.closePath().clip();
  const { x, y, width, height } = own.whole;
  const from = at(x, y + height);
  doc.transform(ex[0] * width, ex[1] * width, -ey[0] * height, -ey[1] * height, from[0], from[1]);
  doc.image(bytes.slice().buffer, 0, 0, { width: 1, height: 1 });
  doc.restore();
}
