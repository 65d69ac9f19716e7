/** Outlines as polygons that hold them: by hand, and against points of the outline itself. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "../test/runs.ts";
import { grown } from "./areas.ts";
import { nearTo } from "./near.ts";
import { ringArea } from "./noFit.ts";
import { fewer, outward } from "./outward.ts";
import { areaOf, flattenTo, holds, type Path, polygon, reverse, roundCorners } from "./path.ts";
import type { Point } from "./point.ts";

const circle = (r: number): Path => [
  { kind: "arc", from: [r, 0], to: [-r, 0], centre: [0, 0], ccw: true },
  { kind: "arc", from: [-r, 0], to: [r, 0], centre: [0, 0], ccw: true },
];

/** Corners round the origin in order, some of them well inside: a star of any shape, its corners rounded and so outwards and inwards. */
const stars = fc
  .array(fc.tuple(fc.double({ min: 8, max: 60, noNaN: true }), fc.double({ min: 0, max: 6, noNaN: true })), {
    minLength: 4,
    maxLength: 9,
  })
  .map((corners) => {
    const at = ([far]: readonly [number, number], i: number): Point => {
      const angle = (2 * Math.PI * i) / corners.length;
      return [far * Math.cos(angle), far * Math.sin(angle)];
    };
    return roundCorners(
      corners.map(at),
      corners.map(([, radius]) => radius),
    );
  });

describe("an outline as a polygon that holds it", () => {
  it("leaves straight edges as they are, whichever way they run: three strips of 70 lie across 210", () => {
    const square = polygon([
      [0, 0],
      [70, 0],
      [70, 20],
      [0, 20],
    ]);
    for (const loop of [square, reverse(square)])
      expect([...outward(loop)].sort()).toEqual([
        [0, 0],
        [0, 20],
        [70, 0],
        [70, 20],
      ]);
  });

  it("holds a circle between its own size and a tangent polygon a twentieth of a mm outside it", () => {
    // n tangents meet at r/cos(π/n); the polygon's area is n·r²·tan(π/n)
    const area = ringArea(outward(circle(20)));
    expect(area).toBeGreaterThan(Math.PI * 400);
    expect(area).toBeLessThan(Math.PI * 20.05 ** 2);
  });

  it("is held by a hole, which runs the other way", () => {
    const hole = outward(circle(20), true);
    expect(ringArea(hole)).toBeLessThan(0);
    expect(-ringArea(hole)).toBeLessThan(Math.PI * 400);
    expect(-ringArea(hole)).toBeGreaterThan(Math.PI * 19.95 ** 2);
  });

  it("holds every point of any outline, and stands off it by no more than a twentieth of a mm", () => {
    fc.assert(
      fc.property(stars, fc.boolean(), (loop, isBackwards) => {
        const ring = outward(isBackwards ? reverse(loop) : loop);
        expect(ringArea(ring)).toBeGreaterThanOrEqual(Math.abs(areaOf(loop)) - 1e-6);
        const fine = flattenTo(loop, 0.002);
        for (const p of fine) expect(holds(ring, p) || nearTo(ring, p, 1) < 1e-6).toBe(true);
        for (const corner of ring) expect(nearTo(fine, corner, 1)).toBeLessThan(0.11);
      }),
      { numRuns: runs(100) },
    );
  });
});

describe("a polygon with fewer corners", () => {
  it("fills a shallow hollow, and puts one corner outside for two blunt ones", () => {
    const hollow: Point[] = [
      [0, 0],
      [20, 0.05],
      [40, 0],
      [40, 20],
      [0, 20],
    ];
    expect(fewer(hollow, 0.1)).toEqual([
      [0, 0],
      [40, 0],
      [40, 20],
      [0, 20],
    ]);
    expect(fewer(hollow, 0.01)).toHaveLength(5);
    const blunt: Point[] = [
      [0, 0],
      [40, 0],
      [40, 19.9],
      [39.9, 20],
      [0, 20],
    ];
    expect(fewer(blunt, 0.1)).toEqual([
      [0, 0],
      [40, 0],
      [40, 20],
      [0, 20],
    ]);
  });

  it("holds all that the polygon held", () => {
    fc.assert(
      fc.property(stars, fc.double({ min: 0, max: 3, noNaN: true }), (loop, by) => {
        for (const ring of grown([outward(loop)], by, 0.002)) {
          if (ringArea(ring) < 0) continue;
          const thin = fewer(ring, 0.1);
          expect(thin.length).toBeLessThanOrEqual(ring.length);
          for (const p of ring) expect(holds(thin, p) || nearTo(thin, p, 1) < 1e-6).toBe(true);
          for (const p of thin) expect(nearTo(ring, p, 1)).toBeLessThan(0.2);
        }
      }),
      { numRuns: runs(100) },
    );
  });
});
