/** Areas put together, cut away and grown, worked by hand. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cutAway, grown, unionOf } from "./areas.ts";
import { sharedArea } from "./clipper.ts";
import { areaOf, polygon } from "./path.ts";
import type { Point } from "./point.ts";

const square = (x: number, y: number, side: number): Point[] => [
  [x, y],
  [x + side, y],
  [x + side, y + side],
  [x, y + side],
];
const total = (rings: readonly (readonly Point[])[]): number =>
  rings.reduce((sum, ring) => sum + areaOf(polygon(ring)), 0);

describe("areas", () => {
  it("that overlap are one, and those that lie apart stay two", () => {
    expect(unionOf([square(0, 0, 10), square(5, 5, 10)])).toHaveLength(1);
    expect(total(unionOf([square(0, 0, 10), square(5, 5, 10)]))).toBeCloseTo(175, 6);
    expect(unionOf([square(0, 0, 10), square(20, 0, 10)])).toHaveLength(2);
  });

  it("keep a hole that runs the other way, and close one that is filled", () => {
    const ring = [square(0, 0, 30), [...square(10, 10, 10)].reverse()];
    expect(total(unionOf(ring))).toBeCloseTo(800, 6);
    expect(unionOf(ring).filter((r) => areaOf(polygon(r)) < 0)).toHaveLength(1);
    expect(unionOf([...ring, square(8, 8, 14)])).toHaveLength(1);
  });

  it("are cut away where they are covered, in two where that parts them", () => {
    const left = cutAway(
      [square(0, 0, 30)],
      [
        [
          [10, -1],
          [20, -1],
          [20, 31],
          [10, 31],
        ],
      ],
    );
    expect(left).toHaveLength(2);
    expect(total(left)).toBeCloseTo(600, 6);
    expect(cutAway([square(0, 0, 10)], [square(-1, -1, 12)])).toEqual([]);
  });

  /* A square of side s grown by r: s² + 4rs + πr². */
  it("grow all round with round corners, and shrink to what is left", () => {
    // round joins are inscribed: never more than the true area, and hardly less
    const exact = 400 + 240 + Math.PI * 9;
    expect(total(grown([square(0, 0, 20)], 3))).toBeLessThanOrEqual(exact);
    expect(total(grown([square(0, 0, 20)], 3))).toBeGreaterThan(exact - 1);
    expect(total(grown([square(0, 0, 20)], -3))).toBeCloseTo(196, 3);
    expect(grown([square(0, 0, 4)], -3)).toEqual([]);
    // grown into its hole until that is gone
    expect(grown([square(0, 0, 30), [...square(12, 12, 6)].reverse()], 4)).toHaveLength(1);
  });

  it("add up: what is shared and what is not is all there is", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -12, max: 12 }),
        fc.integer({ min: -12, max: 12 }),
        fc.integer({ min: 2, max: 15 }),
        (x, y, side) => {
          const [a, b] = [square(0, 0, 10), square(x, y, side)];
          const shared = sharedArea(a, b);
          expect(total(unionOf([a, b]))).toBeCloseTo(100 + side * side - shared, 4);
          expect(total(cutAway([a], [b]))).toBeCloseTo(100 - shared, 4);
        },
      ),
    );
  });
});
