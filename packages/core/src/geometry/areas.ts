/**
 * Areas put together, cut away and grown: what letters are joined by. Through the same integer clipper as `clipper.ts`;
 * polygons anticlockwise are paper, those clockwise in them are holes. It comes with the typefaces, when words are wanted.
 */
import { areaPaths, difference, EndType, FillRule, inflatePaths, JoinType, type Paths64, union } from "clipper2-ts";
import type { Point } from "./point.ts";
import { UNITS_PER_MM } from "./tolerance.ts";

/** Rings smaller than this (mm²) are crumbs of rounding. */
const CRUMB_MM2 = 1e-3;
/** How far a rounded join may stand off its circle, mm. */
const ROUND_SAG = 0.05;

/** A closed line, mm: an outer one anticlockwise, a hole clockwise. */
export type Ring = readonly Point[];
/** Areas by their lines. */
export type Rings = readonly Ring[];

/** Lines on the clipper's whole units. */
export const toUnits = (rings: Rings): Paths64 =>
  rings.map((ring) => ring.map(([x, y]) => ({ x: Math.round(x * UNITS_PER_MM), y: Math.round(y * UNITS_PER_MM) })));
/** Lines from the clipper, without crumbs. */
export const toMm = (paths: Paths64): Point[][] =>
  paths
    .filter((path) => Math.abs(areaPaths([path])) > CRUMB_MM2 * UNITS_PER_MM * UNITS_PER_MM)
    .map((path) => path.map(({ x, y }): Point => [x / UNITS_PER_MM, y / UNITS_PER_MM]));

/** All that is inside any of them, each by its own winding: what overlaps is one. */
export const unionOf = (rings: Rings): Point[][] => toMm(union(toUnits(rings), FillRule.NonZero));

/** What is left of one when the other is cut away. */
export const cutAway = (rings: Rings, other: Rings): Point[][] =>
  toMm(difference(toUnits(rings), toUnits(other), FillRule.NonZero));

/**
 * Grown by so many mm all round, its corners rounded; shrunk where negative.
 * @param sag mm that a rounded corner may lie inside its circle
 */
export const grown = (rings: Rings, mm: number, sag = ROUND_SAG): Point[][] =>
  toMm(inflatePaths(toUnits(rings), mm * UNITS_PER_MM, JoinType.Round, EndType.Polygon, 2, sag * UNITS_PER_MM));
