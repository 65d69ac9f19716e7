/**
 * The integer polygon clipper behind one small door. 16 000 units to the mm, so that every 1/128 in and every
 * 0.01 mm is a whole number. It is for polygons of any shape, and large: what is convex is clipped in `path.ts`, so that
 * the screens need not wait for it.
 */
import { areaPaths, FillRule, intersect, type Paths64 } from "clipper2-ts";
import { distance, type Point } from "./point.ts";
import { UNITS_PER_MM } from "./tolerance.ts";
import { nth } from "../units/nth.ts";

const integer = (points: readonly Point[]): Paths64 => [
  points.map(([x, y]) => ({ x: Math.round(x * UNITS_PER_MM), y: Math.round(y * UNITS_PER_MM) })),
];

/** mm² by which an area may be wrong because its corners were put on whole units: half a unit each way along its edge. */
export const noiseOf = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => sum + distance(p, nth(points, i + 1)), 0) / UNITS_PER_MM;

/** Area two simple polygons share, mm². */
export const sharedArea = (a: readonly Point[], b: readonly Point[]): number =>
  Math.abs(areaPaths(intersect(integer(a), integer(b), FillRule.NonZero))) / (UNITS_PER_MM * UNITS_PER_MM);
