/**
 * The integer polygon clipper behind one small door. 16 000 units to the mm, so that every 1/128 in and every
 * 0.01 mm is a whole number.
 */
import { areaPaths, EndType, FillRule, inflatePaths, intersect, JoinType, type Paths64 } from "clipper2-ts";
import type { Point } from "./point.ts";

const UNITS_PER_MM = 16_000;

const integer = (points: readonly Point[]): Paths64 => [
  points.map(([x, y]) => ({ x: Math.round(x * UNITS_PER_MM), y: Math.round(y * UNITS_PER_MM) })),
];

/** Area two simple polygons share, mm². */
export const sharedArea = (a: readonly Point[], b: readonly Point[]): number =>
  Math.abs(areaPaths(intersect(integer(a), integer(b), FillRule.NonZero))) / (UNITS_PER_MM * UNITS_PER_MM);

/** How far a mitred corner may stand out, in parts of the distance: sharper ones are cut off. */
const MITRE = 6;

/** A polygon drawn in by `by` mm along every edge; the largest part where it falls apart, nothing where none is left. */
export function insetPolygon(points: readonly Point[], by: number): Point[] {
  const parts = inflatePaths(integer(points), -by * UNITS_PER_MM, JoinType.Miter, EndType.Polygon, MITRE);
  const largest = [...parts].sort((a, b) => Math.abs(areaPaths([b])) - Math.abs(areaPaths([a])))[0] ?? [];
  return largest.map(({ x, y }): Point => [x / UNITS_PER_MM, y / UNITS_PER_MM]);
}
