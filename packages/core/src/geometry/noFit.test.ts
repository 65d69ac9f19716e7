/** No-fit polygons: by hand, and against two outlines that really lie where it says. */
import fc from "fast-check";
import polygonClipping, { type Polygon } from "polygon-clipping";
import { describe, expect, it } from "vitest";
import { nth } from "../units/nth.ts";
import { runs } from "../test/runs.ts";
import type { Ring } from "./areas.ts";
import { Depths, Turned } from "./depth.ts";
import { noFit, type Outlines, ringArea, turnedRing } from "./noFit.ts";
import { boundsOf, holds } from "./path.ts";
import type { Point } from "./point.ts";

const box = (width: number, height: number, x = 0, y = 0): Ring => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];
const solid = (...outers: Ring[]): Outlines => ({ outers, holes: [] });
const back = (ring: Ring): Ring => [...ring].reverse();

/** Rings round the origin with corners near and far: many turn inwards. */
const rings = fc.array(fc.double({ min: 3, max: 40, noNaN: true }), { minLength: 3, maxLength: 8 }).map((far) =>
  far.map((r, i): Point => {
    const angle = (2 * Math.PI * i) / far.length;
    return [r * Math.cos(angle), r * Math.sin(angle)];
  }),
);

/** mm² that two outlines share where the second is moved, by another polygon library. */
function shared(a: Outlines, b: Outlines, [x, y]: Point): number {
  const shape = ({ outers, holes }: Outlines, dx: number, dy: number): Polygon =>
    [...outers, ...holes].map((ring) => ring.map(([px, py]): [number, number] => [px + dx, py + dy]));
  const area = (ring: readonly (readonly [number, number])[]): number => Math.abs(ringArea(ring));
  return polygonClipping
    .intersection(shape(a, 0, 0), shape(b, x, y))
    .reduce((sum, found) => sum + found.reduce((s, ring, i) => s + (i === 0 ? 1 : -1) * area(ring), 0), 0);
}

describe("a no-fit polygon", () => {
  it("of two rectangles is the rectangle of both sizes together", () => {
    // B's lower left may come 20 to the left and 10 below A, and as far as A's own far sides
    const found = noFit(solid(box(50, 30)), solid(box(20, 10)));
    expect(found).toHaveLength(1);
    expect(ringArea(nth(found, 0))).toBeCloseTo(70 * 40, 3);
    expect(boundsOf(nth(found, 0))).toEqual({ left: -20, bottom: -10, right: 50, top: 30 });
  });

  it("leaves free what an opening takes: a frame of 60 with an opening of 40 takes a square of 10 in 30 × 30 places", () => {
    const frame: Outlines = { outers: [box(60, 60)], holes: [back(box(40, 40, 10, 10))] };
    const found = noFit(frame, solid(box(10, 10)));
    const areas = found.map(ringArea).sort((a, b) => a - b);
    expect(areas[0]).toBeCloseTo(-900, 1);
    expect(areas[1]).toBeCloseTo(4900, 3);
    // the other way round the places are mirrored
    const other = noFit(solid(box(10, 10)), frame).map(ringArea);
    expect(Math.min(...other)).toBeCloseTo(-900, 1);
    // what is larger than the opening finds no place in it
    expect(noFit(frame, solid(box(41, 10))).every((ring) => ringArea(ring) > 0)).toBe(true);
  });

  it("lets a tooth into a notch", () => {
    // a notch 20 wide and 30 deep takes a bar of 10 in ten mm of places, however deep
    const notched: Ring = [
      [0, 0],
      [60, 0],
      [60, 50],
      [40, 50],
      [40, 20],
      [20, 20],
      [20, 50],
      [0, 50],
    ];
    const depths = new Depths(noFit(solid(notched), solid(box(10, 40))));
    expect(depths.depth(25, 20.01)).toBe(0);
    expect(depths.depth(25, 19)).toBeCloseTo(1, 3);
    expect(depths.depth(19, 30)).toBeCloseTo(1, 3);
  });

  it("holds a place just where the two outlines lie in one another", () => {
    let inside = 0;
    fc.assert(
      fc.property(
        rings,
        rings,
        fc.double({ min: -70, max: 70, noNaN: true }),
        fc.double({ min: -70, max: 70, noNaN: true }),
        (a, b, x, y) => {
          const found = noFit(solid(a), solid(b));
          const depths = new Depths(found);
          const depth = depths.depth(x, y);
          const isIn =
            found.reduce((count, ring) => count + (holds(ring, [x, y]) ? Math.sign(ringArea(ring)) : 0), 0) > 0;
          expect(depth > 0).toBe(isIn);
          const area = shared(solid(a), solid(b), [x, y]);
          if (depth > 0.01) {
            inside += 1;
            expect(area).toBeGreaterThan(0);
          }
          // a place that is just outside shares nothing that is more than the clipper's own rounding
          if (depth === 0) expect(area).toBeLessThan(0.02);
        },
      ),
      { numRuns: runs(300) },
    );
    expect(inside).toBeGreaterThan(30);
  });
});

describe("depths", () => {
  it("are the same from the grid and from the edges, turned and mirrored", () => {
    fc.assert(
      fc.property(
        rings,
        rings,
        fc.constantFrom(0, 90, 180, 270, 37.5),
        fc.boolean(),
        fc.array(
          fc.tuple(fc.double({ min: -80, max: 80, noNaN: true }), fc.double({ min: -80, max: 80, noNaN: true })),
          {
            minLength: 5,
            maxLength: 5,
          },
        ),
        (a, b, degrees, isMirrored, places) => {
          const found = noFit(solid(a), solid(b));
          const world = found.map((ring) => turnedRing(ring, degrees + (isMirrored ? 180 : 0)));
          const turned = new Turned(new Depths(found), degrees, isMirrored);
          for (const [x, y] of places) {
            const isIn = world.reduce((n, ring) => n + (holds(ring, [x, y]) ? Math.sign(ringArea(ring)) : 0), 0) > 0;
            const off = Math.min(
              ...world.flatMap((ring) =>
                ring.map(([ax, ay], i) => {
                  const [bx, by] = nth(ring, i + 1);
                  const [dx, dy] = [bx - ax, by - ay];
                  const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
                  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
                }),
              ),
            );
            expect(turned.depth(x, y)).toBeCloseTo(isIn ? off : 0, 6);
            expect(turned.isDeeper(x, y, 0.5)).toBe(isIn && off > 0.5);
            // between its nodes the rough depth errs by no more than the step of its grid
            const { left, right, top, bottom } = turned.box;
            const step = Math.max(right - left, top - bottom) / 48;
            expect(Math.abs(turned.rough(x, y) - turned.depth(x, y))).toBeLessThan(2 * step);
            const near = { x: 0, y: 0 };
            if (turned.wayOut(x, y, near) > 0) expect(Math.hypot(near.x - x, near.y - y)).toBeCloseTo(off, 6);
          }
        },
      ),
      { numRuns: runs(60) },
    );
  });
});
