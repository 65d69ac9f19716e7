/** What is left of a sheet in rectangles, the largest first: what the maker puts back on the shelf. */
import type { Size } from "../geometry/point.ts";
import type { Cell } from "../model/layout.ts";
import { nth } from "../units/nth.ts";
import { WORTH_KEEPING_MM } from "./trimPlan.ts";

/** With more boxes than this only the strips beside all of them are looked at: rectangles between them grow with their cube. */
const MOST_BOXES = 80;
/** So many rectangles of one sheet. */
const MOST_KEPT = 4;

const isKept = ({ width, height }: Size): boolean => Math.min(width, height) >= WORTH_KEEPING_MM;
const meets = (a: Cell, b: Cell): boolean =>
  a.x < b.x + b.width - 1e-6 &&
  b.x < a.x + a.width - 1e-6 &&
  a.y < b.y + b.height - 1e-6 &&
  b.y < a.y + a.height - 1e-6;

/** The largest rectangle of a sheet that meets no box; its sides lie along theirs or the sheet's. Undefined where none is worth keeping. */
function largestFree(sheet: Size, boxes: readonly Cell[]): Cell | undefined {
  const among = (values: readonly number[], most: number): number[] =>
    [...new Set([0, most, ...values].filter((v) => v >= 0 && v <= most))].sort((a, b) => a - b);
  const ys = among(
    boxes.flatMap((b) => [b.y, b.y + b.height]),
    sheet.height,
  );
  let best: Cell | undefined;
  for (const [i, bottom] of ys.entries())
    for (const top of ys.slice(i + 1)) {
      const height = top - bottom;
      if (height < WORTH_KEEPING_MM || height * sheet.width <= (best ? best.width * best.height : 0)) continue;
      // boxes in this band leave gaps between them, from left to right
      const inBand = boxes.filter((b) => b.y < top - 1e-6 && b.y + b.height > bottom + 1e-6).sort((a, b) => a.x - b.x);
      let from = 0;
      for (const box of [...inBand, { x: sheet.width, width: 0 }]) {
        const found = { x: from, y: bottom, width: box.x - from, height };
        if (isKept(found) && (!best || found.width * found.height > best.width * best.height)) best = found;
        from = Math.max(from, box.x + box.width);
      }
    }
  return best;
}

/** Rectangles worth keeping of a sheet on which boxes lie, none in another, the largest first. */
export function spareOf(sheet: Size, boxes: readonly Cell[]): Cell[] {
  const kept: Cell[] = [];
  const within = boxes.length > MOST_BOXES ? [around(boxes)] : [...boxes];
  while (kept.length < MOST_KEPT) {
    const next = largestFree(sheet, [...within, ...kept]);
    if (!next || kept.some((k) => meets(k, next))) break;
    kept.push(next);
  }
  return kept;
}

/** The box round boxes. */
function around(boxes: readonly Cell[]): Cell {
  const { x, y } = nth(boxes, 0);
  let [left, bottom, right, top] = [x, y, x, y];
  for (const b of boxes) {
    [left, bottom] = [Math.min(left, b.x), Math.min(bottom, b.y)];
    [right, top] = [Math.max(right, b.x + b.width), Math.max(top, b.y + b.height)];
  }
  return { x: left, y: bottom, width: right - left, height: top - bottom };
}
