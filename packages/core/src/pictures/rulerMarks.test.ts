/** The ruler round a measure: counted by hand, and every mark where the ruler has one. */
import { describe, expect, it } from "vitest";
import { rulerMarks } from "./rulerMarks.ts";

const asIs = (mm: number): number => mm;

describe("the ruler round a measure", () => {
  it("in millimetres: a mark for each, longer at fives and tens, numbered in centimetres", () => {
    const { strokes, numbers } = rulerMarks(87, 1, asIs, { y: 0, long: 10 });
    // 61 to 113, all of them
    expect(strokes.map((s) => s.from[0])).toEqual(Array.from({ length: 53 }, (_, i) => 61 + i));
    const tall = (mm: number) => strokes.find((s) => s.from[0] === mm)?.to[1];
    expect([90, 85, 87].map((mm) => (tall(mm) ?? 0).toFixed(1))).toEqual(["10.0", "7.2", "3.8"]);
    expect(numbers).toEqual([7, 8, 9, 10, 11].map((cm) => ({ at: cm * 10, text: String(cm) })));
  });

  it("in eighths: the measure is a mark, inches are numbered, and halves are longer than quarters", () => {
    const eighth = 25.4 / 8;
    const { strokes, numbers } = rulerMarks(4.25 * 25.4, eighth, asIs, { y: 0, long: 1 });
    const tall = (inches: number) => strokes.find((s) => Math.abs(s.from[0] - inches * 25.4) < 1e-6)?.to[1] ?? 0;
    expect(tall(4.25)).toBeGreaterThan(tall(4.125));
    expect(tall(4.5)).toBeGreaterThan(tall(4.25));
    expect(tall(4)).toBe(1);
    expect(numbers.map((n) => n.text)).toEqual(["4", "5"]);
  });

  it("begins at the ruler's zero, and reaches some marks on a coarse one", () => {
    expect(Math.min(...rulerMarks(3, 1, asIs, { y: 0, long: 1 }).strokes.map((s) => s.from[0]))).toBe(0);
    expect(rulerMarks(100, 5, asIs, { y: 0, long: 1 }).strokes.length).toBe(13);
  });
});
