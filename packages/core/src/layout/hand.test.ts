/** A piece moved by hand: by rectangles worked out on paper, and any place held against the paper that really lies there. */
import fc from "fast-check";
import polygonClipping from "polygon-clipping";
import { describe, expect, it } from "vitest";
import type { Ring } from "../geometry/areas.ts";
import { turnedRing } from "../geometry/noFit.ts";
import { runs } from "../test/runs.ts";
import { Hand, type Lying, moved, turnedAbout } from "./hand.ts";

const rectangle = (width: number, height: number): Ring => [
  [0, 0],
  [width, 0],
  [width, height],
  [0, height],
];
const TRAPEZE: Ring = [
  [0, 0],
  [80, 0],
  [60, 50],
  [20, 50],
];
const lying = (ring: Ring, x: number, y: number, rotation = 0): Lying => ({
  ...{ outlines: { outers: [ring], holes: [] }, x, y, rotation },
});
const A4 = { width: 210, height: 297 };
const held = (ring: Ring, rotation = 0) => lying(ring, 0, 0, rotation);

describe("a piece in the hand", () => {
  // 50 × 50 at 20, 20 and at 120, 100; the one in the hand is 40 × 30, and 2 mm are kept
  const square = rectangle(50, 50);
  const hand = new Hand(held(rectangle(40, 30)), [lying(square, 20, 20), lying(square, 120, 100)], A4, 2, 0);

  it("says what it lies in, or nearer to than the gap", () => {
    expect(hand.meets(100, 200)).toEqual([]);
    expect(hand.meets(60, 30)).toEqual([0]);
    // 70 and 2 mm of gap: 72 is free, 71.9 is not
    expect(hand.isFree(72, 20)).toBe(true);
    expect(hand.isFree(71.9, 20)).toBe(false);
    expect(hand.isFree(171, 250)).toBe(false);
    expect(hand.isFree(170, 267)).toBe(true);
  });

  it("goes to touch what is near, into the corner between two things, and out of what it is put into", () => {
    expect(hand.at(73.5, 40, 4)).toMatchObject({ isFree: true, by: "contact" });
    expect(hand.at(73.5, 40, 4).x).toBeCloseTo(72, 1);
    // the sheet's lower left, where both edges are near
    expect(hand.at(1, 198, 4)).toMatchObject({ x: 0, by: "contact" });
    expect(hand.at(168.6, 265.8, 6)).toMatchObject({ x: 170, y: 267 });
    // 3 mm into the first square
    const out = hand.at(69, 40, 5);
    expect(out.isFree).toBe(true);
    expect(out.x).toBeCloseTo(72, 1);
    // far inside there is no place near
    expect(hand.at(40, 40, 3)).toEqual({ x: 40, y: 40, isFree: false });
  });

  it("comes into line with others' edges and middles where it touches nothing", () => {
    // the square at 120 has its middle at 145: a piece 40 wide is in line with it at 125
    expect(hand.at(125.8, 220, 4)).toEqual({ x: 125, y: 220, isFree: true, by: "line" });
    expect(hand.at(121.5, 220, 4)).toMatchObject({ x: 120, by: "line" });
    expect(hand.at(100, 220, 2)).toEqual({ x: 100, y: 220, isFree: true });
  });

  it("goes by an arrow key to the next thing that way, and to the sheet's edge where there is none", () => {
    // from 150, 30 to the left: the square at 20 ends at 70, and 2 mm are kept
    expect(hand.next(150, 30, "x", -1).x).toBeCloseTo(72, 1);
    expect(hand.next(100, 200, "x", 1)).toEqual({ x: 170, y: 200 });
    expect(hand.next(0, 200, "y", 1)).toEqual({ x: 0, y: 267 });
    // upwards from below the second square: it begins at 100, less 30 and the gap
    expect(hand.next(130, 20, "y", 1).y).toBeCloseTo(68, 1);
    expect(hand.next(170, 200, "x", 1)).toEqual({ x: 170, y: 200 });
  });

  it("has no place on a sheet that it is larger than", () => {
    const large = new Hand(held(rectangle(220, 30)), [], A4, 2, 0);
    expect(large.at(0, 0, 5)).toEqual({ x: 0, y: 0, isFree: false });
    const just = new Hand(held(rectangle(200, 30)), [], A4, 2, 5);
    expect(just.at(3, 40, 5)).toMatchObject({ x: 5, isFree: true });
  });

  it("turns about the middle of its box", () => {
    // 40 × 30 at 10, 20: its middle is 30, 35; turned by a quarter its origin is at its lower right
    const to = turnedAbout({ outlines: { outers: [rectangle(40, 30)], holes: [] }, x: 10, y: 20, rotation: 0 }, 90);
    expect(to).toEqual({ x: 45, y: 15 });
  });

  it("once it is let go stays there, and what is left of the sheet is looked for anew", () => {
    const outlines = { outers: [rectangle(100, 100)], holes: [] };
    const one = { item: 0, piece: "tag", copy: 1, name: "Tag", x: 0, y: 0, rotation: 0 };
    const before = {
      ...{ id: "sheet-1", stock: "oat", ...A4, used: 0.16, placements: [one], keep: [] },
      ...{ from: { id: "iso-a4", offcut: false }, cuts: { x: 0, y: 0, ...A4 } },
    };
    const after = moved(before, one, { x: 110, y: 197, rotation: 0 }, () => outlines);
    expect(after.placements).toEqual([{ ...one, x: 110, y: 197, locked: true }]);
    expect(after.cuts).toBeUndefined();
    // below it the whole width, 197 high; to its left 110 × 100
    expect(after.keep.map(({ width, height }) => [width, height])).toEqual([
      [210, 197],
      [110, 100],
    ]);
  });

  it("never comes to lie in anything where it says it is free", () => {
    const at = fc.record({
      x: fc.integer({ min: 0, max: 160 }),
      y: fc.integer({ min: 0, max: 240 }),
      rotation: fc.constantFrom(0, 90, 180, 33),
    });
    const area = (ring: readonly (readonly number[])[]): number =>
      Math.abs(
        ring.reduce((sum, p, i) => {
          const q = ring[(i + 1) % ring.length] ?? p;
          return sum + ((p[0] ?? 0) * (q[1] ?? 0) - (q[0] ?? 0) * (p[1] ?? 0)) / 2;
        }, 0),
      );
    const paper = (ring: Ring, { x, y, rotation }: { x: number; y: number; rotation: number }): [number, number][] =>
      turnedRing(ring, rotation).map(([px, py]) => [px + x, py + y]);
    fc.assert(
      fc.property(
        fc.array(at, { minLength: 1, maxLength: 4 }),
        at,
        fc.integer({ min: 0, max: 8 }),
        (placed, from, pull) => {
          const others = placed.map((p) => lying(TRAPEZE, p.x, p.y, p.rotation));
          const moving = new Hand(held(TRAPEZE, from.rotation), others, A4, 0, 0);
          const put = moving.at(from.x, from.y, pull);
          if (!put.isFree) return;
          const own = paper(TRAPEZE, { ...from, ...put });
          for (const [x, y] of own) {
            expect(x).toBeGreaterThan(-0.01);
            expect(y).toBeGreaterThan(-0.01);
            expect(x).toBeLessThan(210.01);
            expect(y).toBeLessThan(297.01);
          }
          for (const p of placed) {
            const shared = polygonClipping.intersection([own], [paper(TRAPEZE, p)]);
            expect(shared.reduce((sum, rings) => sum + area(rings[0] ?? []), 0)).toBeLessThan(2);
          }
        },
      ),
      { numRuns: runs(80) },
    );
  });
});
