import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "../test/randomSpec.ts";
import { fitsIn } from "./fit.ts";
import {
  areaOf,
  boundsOf,
  clipConvex,
  flatten,
  insetConvex,
  lengthOf,
  line,
  pathData,
  mapPath,
  type Path,
  runsOf,
  placePath,
  pointAt,
  polygon,
  reverse,
  roundCorners,
  split,
  sweep,
  type Arc,
  type Segment,
} from "./path.ts";
import { distance, offLine, type Point, turn } from "./point.ts";

const square: Point[] = [
  [0, 0],
  [10, 0],
  [10, 10],
  [0, 10],
];
const quarter: Arc = { kind: "arc", from: [10, 0], to: [0, 10], centre: [0, 0], ccw: true };

describe("paths", () => {
  it("knows the area and length of lines, arcs and cubics", () => {
    expect(areaOf(polygon(square))).toBe(100);
    expect(areaOf(reverse(polygon(square)))).toBe(-100);
    // a quarter disc of radius 10: 25π; its edge: two radii and a quarter of the circle
    const disc = [line([0, 0], [10, 0]), quarter, line([0, 10], [0, 0])];
    expect(areaOf(disc)).toBeCloseTo(25 * Math.PI, 9);
    expect(lengthOf(disc)).toBeCloseTo(20 + 5 * Math.PI, 9);
    // the parabola y = x(2 − x) over [0, 2] as a cubic: area 4/3
    const hump = {
      kind: "cubic",
      from: [0, 0],
      control1: [2 / 3, 4 / 3],
      control2: [4 / 3, 4 / 3],
      to: [2, 0],
    } as const;
    expect(areaOf([hump, line([2, 0], [0, 0])])).toBeCloseTo(-4 / 3, 9);
    // walked the other way, each segment is where it was and the area turns its sign
    for (const path of [disc, [hump, line([2, 0], [0, 0])]]) {
      const back = reverse(path);
      expect(areaOf(back)).toBeCloseTo(-areaOf(path), 9);
      path.forEach((segment, i) => {
        const [x, y] = pointAt(back[path.length - 1 - i] as Segment, 0.75);
        const [u, v] = pointAt(segment, 0.25);
        expect([x, y].map((n) => n.toFixed(9))).toEqual([u, v].map((n) => n.toFixed(9)));
      });
    }
  });

  it("flattens to within its tolerance and keeps the area", () => {
    const circle = [
      quarter,
      { ...quarter, from: [0, 10], to: [-10, 0] } as Arc,
      { ...quarter, from: [-10, 0], to: [0, -10] } as Arc,
      { ...quarter, from: [0, -10], to: [10, 0] } as Arc,
    ];
    const points = flatten(circle);
    points.forEach((p, i) => {
      const q = points[(i + 1) % points.length] as Point;
      const middle: Point = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
      expect(10 - distance(middle, [0, 0])).toBeLessThanOrEqual(0.05 + 1e-9);
    });
  });

  it("splits every kind of segment in place", () => {
    const [first, second] = split(quarter, 0.25);
    expect(sweep(first as Arc) + sweep(second as Arc)).toBeCloseTo(Math.PI / 2, 12);
    expect(distance(first.to, [10 * Math.cos(Math.PI / 8), 10 * Math.sin(Math.PI / 8)])).toBeLessThan(1e-12);
  });

  it("keeps the sense of arcs when a path is turned face down", () => {
    const pose = { x: 5, y: 7, rotation: 30, flip: true };
    const disc = [line([0, 0], [10, 0]), quarter, line([0, 10], [0, 0])];
    expect(areaOf(placePath(disc, pose))).toBeCloseTo(-25 * Math.PI, 9);
  });

  it("rounds corners: a square with radius r loses (4 − π) r²", () => {
    const rounded = roundCorners(square, [3, 3, 3, 3]);
    expect(areaOf(rounded)).toBeCloseTo(100 - (4 - Math.PI) * 9, 9);
    // too large a radius shares the edges: the square becomes its inscribed circle
    expect(areaOf(roundCorners(square, [50, 50, 50, 50]))).toBeCloseTo(25 * Math.PI, 6);
  });

  it("clips to a convex window", () => {
    const cut = clipConvex(
      [
        [-5, -5],
        [5, -5],
        [5, 5],
        [-5, 5],
      ],
      square,
    );
    expect(areaOf(polygon(cut))).toBe(25);
    expect(
      clipConvex(
        [
          [20, 20],
          [30, 20],
          [30, 30],
        ],
        square,
      ),
    ).toEqual([]);
  });

  it("draws a convex polygon in along every edge", () => {
    // a square of 10 less 2 all round is one of 6; less 5 it is gone
    expect(areaOf(polygon(insetConvex(square, 2)))).toBeCloseTo(36, 9);
    expect(Math.abs(areaOf(polygon(insetConvex(square, 5))))).toBeCloseTo(0, 9);
    expect(insetConvex(square, 6)).toEqual([]);
    // a triangle with legs 30, 40, 50: its inscribed circle has radius 10, so 4 in all sides shrink by 0.4
    const triangle: Point[] = [
      [0, 0],
      [40, 0],
      [0, 30],
    ];
    const drawn = insetConvex(triangle, 4);
    expect(areaOf(polygon(drawn))).toBeCloseTo(600 * 0.36, 9);
    const nearest = (p: Point): number =>
      Math.min(...triangle.map((a, i) => offLine(p, a, triangle[(i + 1) % 3] as Point)));
    for (const p of drawn) expect(nearest(p)).toBeCloseTo(4, 9);
  });

  it("writes SVG path data with true arcs, no exponent and no −0", () => {
    expect(pathData([line([0, 0], [10, 0]), quarter, line([0, 10], [0, 0])])).toBe("M0 0L10 0A10 10 0 0 1 0 10L0 0Z");
    expect(pathData([line([-1e-9, 1e-9], [1 / 3, 2])])).toBe("M0 0L0.3333 2");
    // several lines in one path: each begins anew, and is closed by itself
    const ring = [line([0, 0], [4, 0]), line([4, 0], [0, 4]), line([0, 4], [0, 0])];
    const two = [...ring, line([9, 9], [10, 9])];
    expect(pathData(two)).toBe("M0 0L4 0L0 4L0 0ZM9 9L10 9");
    expect(runsOf(two)).toEqual([ring, [line([9, 9], [10, 9])]]);
    expect(pathData([])).toBe("");
    expect(() => pathData([line([Number.NaN, 0], [1, 1])])).toThrow(/NaN/u);
  });

  it("refuses bounds of nothing", () => {
    expect(() => boundsOf([])).toThrow(/no points/u);
  });
});

describe("fitsIn", () => {
  /** Tries every tenth of a degree: slow, and knows no formula. */
  const bruteForce = (w: number, h: number, W: number, H: number): number => {
    let best = -Infinity;
    for (let tenth = 0; tenth < 1800; tenth += 1) {
      const [c, s] = turn(tenth / 10);
      const wide = Math.abs(w * c) + Math.abs(h * s);
      const tall = Math.abs(w * s) + Math.abs(h * c);
      best = Math.max(best, Math.min(W - wide, H - tall));
    }
    return best;
  };

  it("knows that a long strip fits across a square's corner", () => {
    // 300 × 10 in 230 × 230: turned by 45° it takes 310/√2 = 219.2
    expect(fitsIn(300, 10, 230, 230)).toBe(true);
    expect(fitsIn(300, 40, 230, 230)).toBe(false);
    expect(fitsIn(203.2, 203.2, 215.9, 279.4)).toBe(true);
  });

  it("agrees with trying every angle", () => {
    const side = fc.integer({ min: 10, max: 400 });
    fc.assert(
      fc.property(side, side, side, side, (w, h, W, H) => {
        const slack = bruteForce(w, h, W, H);
        // within the scan's own error nothing is claimed
        if (Math.abs(slack) > 0.8) expect(fitsIn(w, h, W, H)).toBe(slack > 0);
      }),
      { numRuns: runs(300) },
    );
  });
});

describe("every point of a path sent somewhere", () => {
  it("stretches lines and curves with their controls, and refuses an arc", () => {
    const path: Path = [
      { kind: "line", from: [0, 0], to: [1, 0] },
      { kind: "cubic", from: [1, 0], control1: [2, 1], control2: [2, 2], to: [0, 0] },
    ];
    expect(mapPath(path, ([x, y]) => [2 * x, -y])).toEqual([
      { kind: "line", from: [0, -0], to: [2, -0] },
      { kind: "cubic", from: [2, -0], control1: [4, -1], control2: [4, -2], to: [0, -0] },
    ]);
    const arc: Path = [{ kind: "arc", from: [1, 0], to: [-1, 0], centre: [0, 0], ccw: true }];
    expect(() => mapPath(arc, (point) => point)).toThrow(/arc/u);
  });
});
