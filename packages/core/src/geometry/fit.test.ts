/** Whether a shape lies in a rectangle at some angle: against trying every angle, and worked by hand. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "../test/runs.ts";
import { randomFrom } from "../units/random.ts";
import { fitAngle, fitAngles, fitsIn, hullOf, leastBox } from "./fit.ts";
import { boundsOf } from "./path.ts";
import { place, type Point } from "./point.ts";

const boxAt = (points: readonly Point[], degrees: number) => {
  const { left, right, bottom, top } = boundsOf(
    points.map((p) => place(p, { x: 0, y: 0, rotation: degrees, flip: false })),
  );
  return { width: right - left, height: top - bottom };
};

describe("angles at which a shape lies in a sheet", () => {
  it("of a square of 10 in 12 by 12: but for where its diagonal is too long, |sin| + |cos| ≤ 1.2", () => {
    const square: Point[] = [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ];
    // sin t + cos t = 1.2 at t = 45° ± acos(1.2 / √2) = 45 ± 31.95
    const spans = fitAngles(square, { width: 12, height: 12 });
    expect(spans.map(({ from, to }) => [from, to].map((a) => Number(a.toFixed(2))))).toEqual([
      [0, 13.05],
      [76.95, 103.05],
      [166.95, 180],
    ]);
    expect(fitAngles(square, { width: 9.9, height: 30 })).toEqual([]);
    // a diamond lies there at one angle and no other
    const diamond = square.map((p) => place(p, { x: 0, y: 0, rotation: 45, flip: false }));
    expect(fitAngle(diamond, { width: 10, height: 10 })).toBeCloseTo(45, 3);
  });

  it("are those that trying every half degree finds, of any shape", () => {
    const point = fc.tuple(fc.integer({ min: -150, max: 150 }), fc.integer({ min: -150, max: 150 }));
    const side = fc.integer({ min: 40, max: 350 });
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 9 }), side, side, (points, width, height) => {
        const spans = fitAngles(points, { width, height });
        if (hullOf(points).length < 3) return;
        for (let half = 0; half < 360; half += 1) {
          const degrees = half / 2;
          const box = boxAt(points, degrees);
          const over = Math.max(box.width - width, box.height - height);
          // at the very edge of a span either is right
          if (Math.abs(over) < 1e-3) continue;
          expect(spans.some(({ from, to }) => degrees >= from && degrees <= to)).toBe(over < 0);
        }
        const angle = fitAngle(points, { width, height });
        if (angle === undefined) return;
        const box = boxAt(points, angle);
        expect(box.width).toBeLessThan(width + 1e-4);
        expect(box.height).toBeLessThan(height + 1e-4);
      }),
      { numRuns: runs(60) },
    );
  });

  it("say of 1,000 shapes and sheets what a scan at 0.05° says, and no sheet is refused that the scan finds a way for", () => {
    // its own arithmetic: every angle's sine and cosine once
    const turns = Array.from({ length: 3600 }, (_, i) => (i * Math.PI) / 3600).map((a) => [Math.cos(a), Math.sin(a)]);
    const random = randomFrom(23);
    let [fits, none, wrong] = [0, 0, 0];
    for (let n = 0; n < 1000; n += 1) {
      const count = 3 + Math.floor(random() * 8);
      const points = Array.from({ length: count }, (): Point => [random() * 300, random() * 300]);
      const [width, height] = [60 + random() * 300, 60 + random() * 300];
      // how far over the sheet it is at the angle that suits it best
      let least = Infinity;
      for (const [c = 1, s = 0] of turns) {
        let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity];
        for (const [x, y] of points) {
          const [u, v] = [x * c - y * s, x * s + y * c];
          left = Math.min(left, u);
          right = Math.max(right, u);
          bottom = Math.min(bottom, v);
          top = Math.max(top, v);
        }
        least = Math.min(least, Math.max(right - left - width, top - bottom - height));
      }
      const isFound = fitAngles(points, { width, height }).length > 0;
      if (isFound) fits += 1;
      else none += 1;
      // between two angles of the scan a corner 425 mm away moves by up to 0.4 mm: so near the edge the scan cannot tell
      if (least < 0 ? !isFound : isFound && least > 0.4) wrong += 1;
    }
    expect(wrong).toBe(0);
    expect(Math.min(fits, none)).toBeGreaterThan(100);
  });

  it("agree with the formula for a rectangle", () => {
    const side = fc.integer({ min: 20, max: 300 });
    fc.assert(
      fc.property(side, side, side, side, (w, h, W, H) => {
        const corners: Point[] = [
          [0, 0],
          [w, 0],
          [w, h],
          [0, h],
        ];
        expect(fitAngles(corners, { width: W, height: H }).length > 0).toBe(fitsIn(w, h, W, H));
      }),
      { numRuns: runs(100) },
    );
  });
});

describe("the least rectangle", () => {
  it("of a rectangle that lies slanted is that rectangle, and says how it is turned upright", () => {
    const slanted = [
      [0, 0],
      [60, 0],
      [60, 5],
      [0, 5],
    ].map(([x = 0, y = 0]): Point => [x * Math.cos(0.6) - y * Math.sin(0.6), x * Math.sin(0.6) + y * Math.cos(0.6)]);
    const { width, height, turned } = leastBox(slanted);
    expect([width, height].sort((a, b) => a - b)).toEqual([expect.closeTo(5, 9), expect.closeTo(60, 9)]);
    const [c, s] = [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)];
    const xs = slanted.map(([x, y]) => x * c - y * s);
    const ys = slanted.map(([x, y]) => x * s + y * c);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(width, 9);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(height, 9);
  });

  it("is no larger than the box at any angle that is tried", () => {
    const whole = fc.integer({ min: -50, max: 50 });
    const point = fc.tuple(whole, whole);
    fc.assert(
      fc.property(fc.array(point, { minLength: 4, maxLength: 12 }), (points) => {
        fc.pre(hullOf(points).length > 2);
        const { width, height } = leastBox(points);
        for (let a = 0; a < 180; a += 3) {
          const [c, s] = [Math.cos((a * Math.PI) / 180), Math.sin((a * Math.PI) / 180)];
          const xs = points.map(([x, y]) => x * c - y * s);
          const ys = points.map(([x, y]) => x * s + y * c);
          const area = (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
          expect(width * height).toBeLessThanOrEqual(area + 1e-6);
        }
      }),
      { numRuns: runs(100) },
    );
  });
});
