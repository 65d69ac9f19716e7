import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { IN_THE_MIDDLE } from "../model/fitting.ts";
import type { OnGround } from "./snap.ts";
import { linesUp, movedPlace, spacesEvenly } from "./tidy.ts";

const box = (x: number, y: number, width: number, height: number): OnGround => ({ corner: [x, y], width, height });

describe("a rule that is moved", () => {
  it("grows away from the edge it is measured from", () => {
    const at = { x: { from: "right", by: 8 }, y: { from: "bottom", by: 10 }, turn: 6 } as const;
    // 3 mm to the right is 3 mm nearer to the right edge; 2 mm up is 2 mm further from the bottom
    expect(movedPlace(at, 3, 2)).toEqual({ x: { from: "right", by: 5 }, y: { from: "bottom", by: 12 }, turn: 6 });
    expect(movedPlace(IN_THE_MIDDLE, -1, 1)).toEqual({
      ...{ x: { from: "centre", by: -1 }, y: { from: "centre", by: 1 }, turn: 0 },
    });
  });
});

describe("things in line", () => {
  it("move by what their edges or middles differ", () => {
    const [thing, other] = [box(10, 20, 30, 10), box(50, 5, 20, 40)];
    expect(linesUp(thing, other, "x", "low")).toBe(40);
    // middles at 25 and 60, right edges at 40 and 70; middles up at 25 and 25
    expect(linesUp(thing, other, "x", "middle")).toBe(35);
    expect(linesUp(thing, other, "x", "high")).toBe(30);
    expect(linesUp(thing, other, "y", "middle")).toBe(0);
  });
});

describe("things spaced evenly", () => {
  it("keep the first and the last, and share the room between", () => {
    // 100 mm from 0 to 100, 10 + 20 + 30 mm of things: 20 mm between each; the middle one begins at 10 + 20
    const things = [box(70, 0, 30, 5), box(0, 0, 10, 5), box(12, 0, 20, 5)];
    expect(spacesEvenly(things, "x", 1)).toEqual([0, 0, 18]);
  });

  it("leaves rooms that are equal but for the marks of the ruler, whatever is there", () => {
    const lengths = fc.integer({ min: 10, max: 300 }).map((tenths) => tenths / 10);
    const thing = fc.tuple(lengths, lengths).map(([x, wide]) => box(x * 5, 0, wide, 4));
    fc.assert(
      fc.property(fc.array(thing, { minLength: 3, maxLength: 7 }), fc.constantFrom(1, 3.175), (things, grid) => {
        const moves = spacesEvenly(things, "x", grid);
        const now = things
          .map(({ corner: [x], width }, i) => ({ low: x + (moves[i] ?? 0), width, middle: x + width / 2 }))
          .sort((a, b) => a.middle - b.middle);
        const rooms = now.slice(1).map(({ low }, i) => low - (now[i]?.low ?? 0) - (now[i]?.width ?? 0));
        expect(Math.max(...rooms) - Math.min(...rooms)).toBeLessThan(2 * grid + 1e-6);
        expect(moves.filter((mm) => mm === 0).length).toBeGreaterThanOrEqual(2);
      }),
    );
  });

  it("needs three of them", () => {
    expect(spacesEvenly([box(0, 0, 10, 10), box(40, 3, 10, 10)], "x", 1)).toEqual([0, 0]);
  });
});
