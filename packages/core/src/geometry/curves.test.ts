/** Areas with curved edges: worked by hand, and against the polygon clipper's answer on fine chords. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shapes } from "../catalogue/shapes.ts";
import { runs } from "../test/runs.ts";
import { cutAway, grown, unionOf } from "./areas.ts";
import { combined, type Combining, offset, oriented } from "./curves.ts";
import { areaOf, flattenTo, type Path, placePath, polygon, reverse } from "./path.ts";
import { offOutline } from "./near.ts";
import { distance, type Point } from "./point.ts";

const box = (x: number, y: number, width: number, height = width): Path =>
  polygon([
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ]);
const circle = (x: number, y: number, r: number): Path => [
  { kind: "arc", from: [x + r, y], to: [x - r, y], centre: [x, y], ccw: true },
  { kind: "arc", from: [x - r, y], to: [x + r, y], centre: [x, y], ccw: true },
];
const total = (loops: readonly Path[]): number => loops.reduce((sum, loop) => sum + areaOf(loop), 0);
const fine = (loops: readonly Path[]): Point[][] => loops.map((loop) => flattenTo(loop, 0.001));
const polygons = (rings: readonly (readonly Point[])[]): number =>
  rings.reduce((sum, ring) => sum + areaOf(polygon(ring)), 0);
/** The widest gap between one segment and the next, mm. */
const gapIn = (loop: Path): number =>
  Math.max(...loop.map((s, i) => distance(s.to, (loop[(i + 1) % loop.length] as Path[number]).from)));

describe("areas with curved edges", () => {
  it("share, lose and join what two circles have, each still made of arcs", () => {
    // two circles of 10, their middles 10 apart: the lens is 2r²·acos(d/2r) − d/2·√(4r² − d²)
    const lens = 200 * Math.acos(0.5) - 5 * Math.sqrt(300);
    const [a, b] = [circle(0, 0, 10), circle(10, 0, 10)];
    const wanted: Record<Combining, number> = {
      common: lens,
      "cut-away": 100 * Math.PI - lens,
      union: 200 * Math.PI - lens,
    };
    for (const how of ["common", "cut-away", "union"] as const) {
      const [one, ...more] = combined(how, [a], [b]);
      expect(more).toEqual([]);
      expect(areaOf(one ?? []) / wanted[how]).toBeCloseTo(1, 9);
      expect(one?.every((s) => s.kind === "arc")).toBe(true);
      expect(gapIn(one ?? [])).toBeLessThan(1e-9);
    }
  });

  it("keep holes, whichever way they were drawn, and what stands in a hole", () => {
    const loops = [circle(0, 0, 20), circle(0, 0, 10), reverse(box(-2, -2, 4))];
    expect(total(oriented(loops))).toBeCloseTo(300 * Math.PI + 16, 9);
    const cut = combined("cut-away", loops, [box(0, -30, 40, 60)]);
    expect(total(cut)).toBeCloseTo(150 * Math.PI + 8, 5);
  });

  it("are nothing, or two, where that is what is left", () => {
    expect(combined("common", [box(0, 0, 5)], [box(20, 0, 5)])).toEqual([]);
    expect(combined("cut-away", [box(0, 0, 5)], [box(-1, -1, 9)])).toEqual([]);
    expect(combined("cut-away", [box(0, 0, 30)], [box(10, -1, 10, 32)])).toHaveLength(2);
    expect(combined("union", [], [])).toEqual([]);
  });

  it("follow one of two curves that are the same", () => {
    const round = circle(20, 30, 12);
    for (const how of ["union", "common"] as const) {
      const [one, ...more] = combined(how, [round], [circle(20, 30, 12)]);
      expect([one?.length, more.length]).toEqual([2, 0]);
      expect(areaOf(one ?? [])).toBeCloseTo(144 * Math.PI, 6);
    }
    expect(combined("cut-away", [round], [circle(20, 30, 12)])).toEqual([]);
  });

  it("make one straight edge of two that lie on one line", () => {
    const [one] = combined("union", [box(0, 0, 10)], [box(10, 0, 10)]);
    expect(one).toHaveLength(4);
    expect(areaOf(one ?? [])).toBeCloseTo(200, 9);
  });

  /** An outline of the catalogue, so large, turned and moved. */
  const anyOutline = fc
    .record({
      shape: fc.constantFrom(...shapes),
      width: fc.double({ min: 15, max: 60, noNaN: true }),
      height: fc.double({ min: 15, max: 60, noNaN: true }),
      x: fc.double({ min: -25, max: 25, noNaN: true }),
      y: fc.double({ min: -25, max: 25, noNaN: true }),
      rotation: fc.double({ min: 0, max: 360, noNaN: true }),
    })
    .map(({ shape, width, height, x, y, rotation }) =>
      placePath(shape.outline(width, height), { x, y, rotation, flip: false }),
    );

  it("come to what the polygon clipper says of any two outlines, in few curves that join", () => {
    fc.assert(
      fc.property(anyOutline, anyOutline, (a, b) => {
        const [one, other] = [fine([a]), fine([b])];
        const both = polygons(unionOf([...one, ...other]));
        const left = polygons(cutAway(one, other));
        const found = (["union", "cut-away", "common"] as const).map((how) => combined(how, [a], [b]));
        const [union = [], cut = [], common = []] = found;
        const close = (got: readonly Path[], wanted: number): void => {
          // the clipper's own chords take 0.15 mm² of such outlines; a sliver narrower than 0.01 mm is none, over 60 mm
          expect(Math.abs(total(got) - wanted)).toBeLessThan(0.8);
        };
        close(union, both);
        close(cut, left);
        close(common, areaOf(a) - left);
        for (const loop of found.flat()) {
          expect(gapIn(loop)).toBeLessThan(1e-9);
          // outlines that run along one another cross here and there by a hair
          expect(loop.length).toBeLessThan(4 * (a.length + b.length) + 12);
        }
      }),
      { numRuns: runs(60) },
    );
  });
});

describe("areas grown and shrunk", () => {
  it("are what is reckoned for squares and circles", () => {
    // four sides of 10 by 2, and a circle's worth of corners
    expect(total(offset([box(0, 0, 10)], 2))).toBeCloseTo(100 + 80 + 4 * Math.PI, 6);
    expect(offset([box(0, 0, 10)], 2)[0]?.filter((s) => s.kind === "arc")).toHaveLength(4);
    expect(total(offset([box(0, 0, 10)], -2))).toBeCloseTo(36, 6);
    expect(total(offset([circle(0, 0, 10)], 3))).toBeCloseTo(169 * Math.PI, 6);
    expect(offset([circle(0, 0, 10)], -11)).toEqual([]);
    // a hole shrinks as its paper grows, and closes
    expect(total(offset([circle(0, 0, 20), circle(0, 0, 10)], 4))).toBeCloseTo((24 ** 2 - 6 ** 2) * Math.PI, 6);
    expect(offset([circle(0, 0, 20), circle(0, 0, 4)], 4.1)).toHaveLength(1);
  });

  it("part where a neck is too thin, and meet where a gap is too narrow", () => {
    const dumbbell = combined("union", [box(0, 0, 20), box(40, 0, 20)], [box(18, 9, 24, 2)]);
    expect(dumbbell).toHaveLength(1);
    expect(offset(dumbbell, -1.1)).toHaveLength(2);
    expect(offset([box(0, 0, 20), box(22, 0, 20)], 1.1)).toHaveLength(1);
  });

  it("come to what the polygon clipper says of the catalogue's outlines", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...shapes),
        fc.double({ min: 20, max: 90, noNaN: true }),
        fc.double({ min: -4, max: 9, noNaN: true }),
        (shape, height, by) => {
          const outline = shape.outline(height * shape.usual, height);
          const made = offset([outline], by);
          const wanted = polygons(grown(fine([outline]), by));
          // its corners are rounded by chords up to 0.05 mm off, over two turns at most (a star): 4π × by × 2/3 of that
          expect(Math.abs(total(made) - wanted)).toBeLessThan(0.4 + 0.45 * Math.abs(by));
          for (const loop of made) expect(gapIn(loop)).toBeLessThan(1e-9);
        },
      ),
      { numRuns: runs(60) },
    );
  });

  /** A closed line of curves that bulge in and out about a circle of 40 mm. */
  const wavy = fc
    .array(fc.tuple(fc.double({ min: 24, max: 46, noNaN: true }), fc.double({ min: 24, max: 46, noNaN: true })), {
      minLength: 3,
      maxLength: 24,
    })
    .map((controls): Path => {
      const at = (turn: number, radius: number): Point => [
        50 + radius * Math.cos((2 * Math.PI * turn) / controls.length),
        50 + radius * Math.sin((2 * Math.PI * turn) / controls.length),
      ];
      return controls.map(([first, second], i) => ({
        kind: "cubic",
        from: at(i, 36),
        control1: at(i + 0.33, first),
        control2: at(i + 0.66, second),
        to: at(i + 1, 36),
      }));
    });

  it("lie as far off the old outline as was asked, everywhere, and leave nothing between", () => {
    fc.assert(
      fc.property(wavy, fc.double({ min: 0.2, max: 14, noNaN: true }), fc.boolean(), (outline, far, isShrunk) => {
        const by = isShrunk ? -far : far;
        const made = offset([outline], by);
        // what the new outline is to be far from: the line itself, on chords of a hundredth
        const line = flattenTo(outline, 0.005);
        for (const loop of made)
          for (const p of flattenTo(loop, 0.5)) expect(Math.abs(offOutline(line, p) - far)).toBeLessThan(0.03);
        const wanted = polygons(grown(fine([outline]), by));
        // the clipper rounds each corner, half a turn at most, by chords up to 0.05 mm off: two thirds of that at the mean
        expect(Math.abs(total(made) - wanted)).toBeLessThan(0.5 + outline.length * Math.PI * far * 0.034);
      }),
      { numRuns: runs(60) },
    );
  });
});
