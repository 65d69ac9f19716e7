import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "../test/randomSpec.ts";
import { editLength, formatLength, formatRun, formatSize, onRuler, unitShown } from "./format.ts";
import { MM_PER, readLength, type Unit } from "./length.ts";
import { roundDown, roundUp, rulers } from "./ruler.ts";

const mm = (text: string, unit: Unit = "mm"): number => {
  const read = readLength(text, unit);
  if (!read.ok) throw new Error(`${text}: ${read.problem}`);
  return read.mm;
};

describe("readLength", () => {
  // inches worked by hand: 4 1/4 in = 4.25 × 25.4 = 107.95 mm, 5 5/8 in = 5.625 × 25.4 = 142.875 mm
  it.each([
    ["4 1/4", "in", 107.95],
    ['4-1/4"', "mm", 107.95],
    ["4.25in", "mm", 107.95],
    ["4,25 inches", "mm", 107.95],
    ["5⅝ in", "mm", 142.875],
    ["5 5⁄8 in", "mm", 142.875],
    ["5\u00a05⁄8\u00a0in", "mm", 142.875],
    ["½", "in", 12.7],
    ["3/16 in", "mm", 4.7625],
    ["10.8 cm", "in", 108],
    ["10,8cm", "in", 108],
    ["108", "mm", 108],
    ["108", "cm", 1080],
    ["10 m", "mm", 10_000],
    [".5 mm", "in", 0.5],
    ["-3 mm", "mm", -3],
    ["0", "in", 0],
    ["4″", "mm", 101.6],
  ] as const)("reads %s (in %s) as %d mm", (text, unit, wanted) => {
    expect(mm(text, unit)).toBeCloseTo(wanted, 9);
  });

  it.each([
    ["", "empty"],
    ["   ", "empty"],
    ["abc", "not-a-length"],
    ["4 x", "unknown-unit"],
    ["4 ell", "unknown-unit"],
    ["1/0", "zero-denominator"],
    ["4 5.5", "not-a-length"],
    ["1e3", "not-a-length"],
    ["4..5", "not-a-length"],
    ["NaN", "not-a-length"],
    ["--4", "not-a-length"],
  ] as const)("refuses '%s' as %s", (text, problem) => {
    expect(readLength(text, "mm")).toMatchObject({ ok: false, problem });
  });

  it("takes back every length it writes for editing, in each unit", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60_000 }),
        fc.constantFrom("in", "in-decimal", "mm", "cm" as const),
        (hundredths, unit) => {
          const length = hundredths / 100;
          const display = { unit, fraction: 16 } as const;
          const back = mm(editLength(length, display), unit === "in-decimal" ? "in" : unit);
          // decimals of an inch are written to four places: 0.00005 in is 0.0013 mm
          expect(Math.abs(back - length)).toBeLessThanOrEqual(0.0013);
        },
      ),
      { numRuns: runs(2000) },
    );
  });

  it("takes back every 1/32 in exactly", () => {
    for (let n = 1; n <= 32 * 12; n += 1) {
      const length = (n * MM_PER.in) / 32;
      expect(mm(editLength(length, { unit: "in", fraction: 32 }))).toBeCloseTo(length, 9);
    }
  });
});

describe("formatLength", () => {
  it.each([
    [142.875, "5\u00a05⁄8\u00a0in"],
    [88.9, "3\u00a01⁄2\u00a0in"],
    [203.2, "8\u00a0in"],
    [205, "~8\u00a01⁄16\u00a0in"],
    [1, "~1⁄32\u00a0in"],
    [0.3, "0.012\u00a0in"],
    [5.9, "~7⁄32\u00a0in"],
    [3.175, "1⁄8\u00a0in"],
    [0, "0\u00a0in"],
  ])("sets %d mm in inches as %s", (length, text) => {
    expect(formatLength(length, { unit: "in", fraction: 16 })).toBe(text);
  });

  it.each([
    [205, "205\u00a0mm"],
    [87.04, "87\u00a0mm"],
    [-0.04, "0\u00a0mm"],
    [-1.5, "−1.5\u00a0mm"],
  ])("sets %d mm as %s", (length, text) => {
    expect(formatLength(length, { unit: "mm" })).toBe(text);
  });

  it("marks a rounded figure and leaves an exact one alone", () => {
    expect(formatLength(100.3, { unit: "in", fraction: 8 })).toMatch(/^~/u);
    expect(formatLength(101.6, { unit: "in", fraction: 8 })).toBe("4\u00a0in");
  });

  it("sets sizes and runs", () => {
    expect(formatSize(148, 105, { unit: "cm" })).toBe("14.8 × 10.5\u00a0cm");
    // 5631.3 mm of tape: 5.7 m is enough and 5.6 m is not
    expect(formatRun(5631.3, { unit: "mm" })).toBe("5.7\u00a0m");
    // 3,920 mm / 304.8 = 12.86 ft
    expect(formatRun(3920, { unit: "in" })).toBe("12.9\u00a0ft");
  });
});

describe("rounding to a ruler", () => {
  it("gives clean marks: 28 eighths are 88.9 mm", () => {
    expect(roundUp(88.8, MM_PER.in / 8)).toBe(88.9);
    expect(roundUp(88.9, MM_PER.in / 8)).toBe(88.9);
    expect(roundDown(88.9, MM_PER.in / 8)).toBe(88.9);
    expect(roundUp(88.91, MM_PER.in / 8)).toBeCloseTo(92.075, 9);
  });

  it("never rounds to the wrong side and never by a whole step", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2000, noNaN: true }), fc.constantFrom(...rulers), (length, { step }) => {
        expect(roundUp(length, step)).toBeGreaterThanOrEqual(length - 1e-6);
        expect(roundUp(length, step) - length).toBeLessThan(step + 1e-6);
        expect(roundDown(length, step)).toBeLessThanOrEqual(length + 1e-6);
        expect(length - roundDown(length, step)).toBeLessThan(step + 1e-6);
      }),
      { numRuns: runs(2000) },
    );
  });
});

describe("a measure on the ruler in use", () => {
  const on = (mm: number, step: number, unit: "in" | "mm" = "in") => formatLength(mm, onRuler({ unit }, step));
  it.each([
    // 6 17/32 in on a 1/32 ruler is no "about 6 1/2"
    [(6 + 17 / 32) * 25.4, 25.4 / 32, "in", "6\u00a017⁄32\u00a0in"],
    // a millimetre board is set in millimetres, whatever the screen shows
    [173, 1, "in", "173\u00a0mm"],
    // and an eighth-inch board in eighths
    [15.875, 25.4 / 8, "mm", "5⁄8\u00a0in"],
    // what is on no mark stays as the screen has it
    [15.9, 25.4 / 8, "mm", "15.9\u00a0mm"],
    [12.7, 5, "in", "1⁄2\u00a0in"],
  ] as const)("%f mm on marks of %f mm, shown in %s: %s", (mm, step, unit, text) => {
    expect(on(mm, step, unit)).toBe(text);
  });

  it("takes what is typed in its place in the unit that stood there", () => {
    expect(unitShown(203.2, onRuler({ unit: "mm" }, 25.4 / 8))).toBe("in");
    expect(unitShown(203, onRuler({ unit: "mm" }, 25.4 / 8))).toBe("mm");
    expect(unitShown(203, onRuler({ unit: "in-decimal" }, 1))).toBe("mm");
  });

  it("rounds at most down and at least up, in each unit", () => {
    expect(formatLength(7.06, { unit: "mm" }, { round: "down" })).toBe("7\u00a0mm");
    expect(formatLength(7.01, { unit: "mm" }, { round: "up" })).toBe("7.1\u00a0mm");
    expect(formatLength(12, { unit: "in" }, { round: "down" })).toBe("7⁄16\u00a0in");
    expect(formatLength(12, { unit: "in" }, { round: "up" })).toBe("1⁄2\u00a0in");
    // arithmetic's noise is no reason to lose a mark
    expect(formatLength(12.7 - 1e-9, { unit: "in" }, { round: "down" })).toBe("1⁄2\u00a0in");
  });
});
