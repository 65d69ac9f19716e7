/** A picture set straight: part of the table as it lies, so many points to the mm. */
import type { Point } from "../geometry/point.ts";
import type { Pixels } from "../outlines/picture.ts";
import { bent, type PhotoFound } from "./photo.ts";
import { carried } from "./plane.ts";

/** Points each way of what is set straight, at most. */
const MOST_POINTS = 1400;

/** Part of the table, mm, y up. */
export interface Part {
  readonly left: number;
  readonly low: number;
  readonly width: number;
  readonly height: number;
}

/** That part as a picture. @returns it, and the mm that one of its points is */
export function setStraight(
  { width, height, data }: Pixels,
  { table, lens }: Pick<PhotoFound, "table" | "lens">,
  part: Part,
  perMm: number,
): { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray; readonly mm: number } {
  const k = Math.min(perMm, MOST_POINTS / Math.max(part.width, part.height));
  const [w, h] = [Math.max(1, Math.round(part.width * k)), Math.max(1, Math.round(part.height * k))];
  const out = new Uint8ClampedArray(4 * w * h);
  for (let j = 0; j < h; j += 1)
    for (let i = 0; i < w; i += 1) {
      const on: Point = [part.left + (i + 0.5) / k, part.low + part.height - (j + 0.5) / k];
      const [x, y] = bent(carried(table, on), lens);
      const [u, v] = [Math.min(width - 1.001, Math.max(0, x - 0.5)), Math.min(height - 1.001, Math.max(0, y - 0.5))];
      const [a, b] = [Math.floor(u), Math.floor(v)];
      const [s, t] = [u - a, v - b];
      const at = 4 * (b * width + a);
      const to = 4 * (j * w + i);
      for (let c = 0; c < 3; c += 1) {
        const upper = (data[at + c] ?? 0) * (1 - s) + (data[at + 4 + c] ?? 0) * s;
        const lower = (data[at + 4 * width + c] ?? 0) * (1 - s) + (data[at + 4 * width + 4 + c] ?? 0) * s;
        out[to + c] = upper * (1 - t) + lower * t;
      }
      out[to + 3] = 255;
    }
  return { width: w, height: h, data: out, mm: 1 / k };
}
