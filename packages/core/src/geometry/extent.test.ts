/** How far curves reach: worked by hand, and against points a hair apart along them. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { runs } from "../test/runs.ts";
import { extentOf } from "./extent.ts";
import { line, type Path, pointAt, type Segment } from "./path.ts";
import type { Point } from "./point.ts";

it("of an arc takes its crest where it passes it, and its ends alone where it does not", () => {
  // a half round over 20 mm, and the quarter of it from 30° to 60°, which passes no crest
  const half: Path = [{ kind: "arc", from: [10, 0], to: [-10, 0], centre: [0, 0], ccw: true }];
  expect(extentOf(half)).toEqual({ left: -10, right: 10, bottom: 0, top: 10 });
  const [c, s] = [Math.cos(Math.PI / 6) * 10, Math.sin(Math.PI / 6) * 10];
  const part: Path = [{ kind: "arc", from: [c, s], to: [s, c], centre: [0, 0], ccw: true }];
  expect(extentOf(part)).toEqual({ left: s, right: c, bottom: s, top: c });
  // the same ends the long way round
  const round: Path = [{ kind: "arc", from: [c, s], to: [s, c], centre: [0, 0], ccw: false }];
  expect(extentOf(round)).toMatchObject({ left: -10, right: 10, bottom: -10, top: 10 });
});

it("of a cubic is where its tangent is level: 3/4 of its controls' height for an even arch", () => {
  const arch: Path = [{ kind: "cubic", from: [0, 0], control1: [0, 40], control2: [30, 40], to: [30, 0] }];
  expect(extentOf(arch)).toMatchObject({ left: 0, right: 30, bottom: 0 });
  expect(extentOf(arch).top).toBeCloseTo(30, 12);
  expect(extentOf([line([2, 3], [-1, 7])])).toEqual({ left: -1, right: 2, bottom: 3, top: 7 });
});

it("of any curve holds every point of it, and touches one on each side", () => {
  const at = fc.double({ min: -100, max: 100, noNaN: true });
  const point = fc.tuple(at, at) as fc.Arbitrary<Point>;
  const cubic = fc
    .record({ from: point, control1: point, control2: point, to: point })
    .map((c): Segment => ({ kind: "cubic", ...c }));
  const arc = fc
    .record({ centre: point, radius: fc.double({ min: 1, max: 80, noNaN: true }), a: at, b: at, ccw: fc.boolean() })
    .map(({ centre: [x, y], radius, a, b, ccw }): Segment => {
      const on = (angle: number): Point => [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
      return { kind: "arc", centre: [x, y], from: on(a), to: on(b), ccw };
    });
  fc.assert(
    fc.property(fc.oneof(cubic, arc), (segment) => {
      const { left, right, bottom, top } = extentOf([segment]);
      const points = Array.from({ length: 2001 }, (_, i) => pointAt(segment, i / 2000));
      const xs = points.map(([x]) => x);
      const ys = points.map(([, y]) => y);
      // 2,000 steps along at most 500 mm of curve: a crest lies within a thousandth of one
      for (const [exact, seen] of [
        [-left, -Math.min(...xs)],
        [right, Math.max(...xs)],
        [-bottom, -Math.min(...ys)],
        [top, Math.max(...ys)],
      ] as const) {
        expect(exact).toBeGreaterThanOrEqual(seen - 1e-9);
        expect(exact - seen).toBeLessThan(2e-3);
      }
    }),
    { numRuns: runs(150) },
  );
});
