import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cornerOf } from "./place.ts";
import { snapped } from "./snap.ts";

const ground = { width: 100, height: 140 };
const thing = { width: 30, height: 20 };
const letGo = (x: number, y: number, others: Parameters<typeof snapped>[0]["others"] = []) =>
  snapped({ ground, thing, corner: [x, y], others, grid: 1, reach: 2 });

describe("a thing let go", () => {
  it("snaps to the middle, to an edge, and else keeps its distance from the nearer edge, on a mark", () => {
    expect(letGo(36.2, 58.9).place).toEqual({ x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 } });
    expect(letGo(1.4, 118.6).place).toEqual({ x: { from: "left", by: 0 }, y: { from: "top", by: 0 } });
    expect(letGo(12.3, 99.8)).toMatchObject({
      place: { x: { from: "left", by: 12 }, y: { from: "top", by: 20 } },
      to: { x: "mark", y: "mark" },
    });
    expect(letGo(58.2, 8.4).place.x).toEqual({ from: "right", by: 12 });
  });

  it("snaps to the margin it keeps on the other axis", () => {
    expect(letGo(10, 11.5)).toMatchObject({
      place: { x: { by: 12 }, y: { by: 12 } },
      to: { x: "margin", y: "margin" },
    });
    // 120 − 108.5 = 11.5 above, 12 at the right
    expect(letGo(58, 108.6).place).toEqual({ x: { from: "right", by: 11 }, y: { from: "top", by: 11 } });
  });

  it("snaps into line with what lies there already", () => {
    const other = { corner: [17, 90] as const, width: 40, height: 10 };
    expect(letGo(16.1, 30, [other])).toMatchObject({ place: { x: { from: "left", by: 17 } }, to: { x: "line" } });
    expect(letGo(27.4, 33, [other]).place.x).toEqual({ from: "left", by: 27 });
    // middle on middle: 17 + 20 − 15
    expect(letGo(21.2, 33, [other]).place.x).toEqual({ from: "left", by: 22 });
  });

  it("never lands further than its reach or half a mark from where it was let go", () => {
    const mm = fc.double({ min: -40, max: 130, noNaN: true });
    fc.assert(
      fc.property(mm, mm, (x, y) => {
        const { place } = letGo(x, y);
        const [u, v] = cornerOf({ ...place, turn: 0 }, ground, thing);
        expect(Math.abs(u - x)).toBeLessThanOrEqual(2.5 + 1e-6);
        expect(Math.abs(v - y)).toBeLessThanOrEqual(2.5 + 1e-6);
      }),
    );
  });
});
