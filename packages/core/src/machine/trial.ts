/** A test cut: a small square and a triangle in a corner that the layout leaves free, before anything of the sheet is made. */
import { flatten, holds, type Path, polygon } from "../geometry/path.ts";
import { comesInto } from "../geometry/near.ts";
import type { Point, Size } from "../geometry/point.ts";
import type { Mark } from "./marks.ts";

/** mm: the square's side, the triangle's, and what is kept free round the two. */
const SQUARE = 10;
const TRIANGLE = 8;
const CLEAR = 2;
/** mm each way, free room counted. */
const ROOM: Size = { width: SQUARE + TRIANGLE + 3 * CLEAR, height: SQUARE + 2 * CLEAR };

/** The piece that a test cut is said to be of. */
export const TRIAL_PIECE = "test-cut";

const shapesAt = (x: number, y: number): Path[] => {
  const [left, low] = [x + CLEAR, y + CLEAR];
  const square: Point[] = [
    [left, low],
    [left + SQUARE, low],
    [left + SQUARE, low + SQUARE],
    [left, low + SQUARE],
  ];
  const beside = left + SQUARE + CLEAR;
  const triangle: Point[] = [
    [beside, low],
    [beside + TRIANGLE, low],
    [beside + TRIANGLE / 2, low + (TRIANGLE * Math.sqrt(3)) / 2],
  ];
  return [polygon(square), polygon(triangle)];
};

/**
 * Its lines, where a corner has room for them: lower right, upper right, upper left, lower left, and none where no corner has.
 * @param taken outlines of what lies on the sheet
 * @param margin mm at each edge that cannot be reached
 * @param before test cuts that were made on the sheet already: each took a corner
 */
export function trialMarks(sheet: Size, taken: readonly Path[], margin: number, before = 0): Mark[] {
  const [right, top] = [sheet.width - margin - ROOM.width, sheet.height - margin - ROOM.height];
  if (right < margin || top < margin) return [];
  const rings = taken.map((path) => flatten(path));
  const corners: readonly Point[] = [
    [right, margin],
    [right, top],
    [margin, top],
    [margin, margin],
  ];
  const free = corners.filter(([x, y]) => {
    const box = { left: x, bottom: y, right: x + ROOM.width, top: y + ROOM.height };
    return !rings.some((ring) => comesInto(ring, box) || holds(ring, [x, y]));
  });
  const here = free[before % Math.max(1, free.length)];
  if (!here) return [];
  return shapesAt(...here).map((path, i) => ({
    ...{ item: -1, piece: TRIAL_PIECE, copy: 1, line: `outline-${String(i + 1)}`, role: "cut", face: "front" },
    path,
  }));
}
