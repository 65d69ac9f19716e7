/** Test pieces of a thousand simulated makers each: made with a tool that is off, read with an error, found within what is said. */
import { describe, expect, it } from "vitest";
import { HANDS } from "../model/hand.ts";
import { figureOf, isTold, READ_WITH, READS_WITH, type ReadWith } from "../model/measured.ts";
import { randomFrom } from "../units/random.ts";
import { nth } from "../units/nth.ts";
import { type FoundFigure, frameFound, punchFound, scatterFound, stripFound } from "./tools.ts";

const MAKERS = 1000;

/** Normal numbers by adding twelve even ones: another way than that of the house. */
function normals(seed: number): () => number {
  const random = randomFrom(seed);
  return () => Array.from({ length: 12 }, random).reduce((sum, r) => sum + r, -6);
}

/** How a figure that was found so often lies about the truth. */
function about(found: readonly FoundFigure[][], truly: readonly number[]) {
  return truly.map((truth, k) => {
    const all = found.map((figures) => nth(figures, k));
    const mean = all.reduce((sum, { value }) => sum + value, 0) / all.length;
    const sd = Math.sqrt(all.reduce((sum, { value }) => sum + (value - mean) ** 2, 0) / (all.length - 1));
    const within = all.filter(({ value, spread }) => Math.abs(value - truth) <= 2 * spread).length / all.length;
    return { bias: mean - truth, sd, said: nth(all, 0).spread, within };
  });
}
const expectTrue = (found: readonly FoundFigure[][], truly: readonly number[]): void => {
  for (const { bias, sd, said, within } of about(found, truly)) {
    expect(Math.abs(bias)).toBeLessThan((4 * sd) / Math.sqrt(MAKERS) + 1e-9);
    // as far scattered as is said, to a tenth: a thousand tell it to 2 %
    expect(sd / said).toBeGreaterThan(0.9);
    expect(sd / said).toBeLessThan(1.1);
    // 95 of 100 within two deviations
    expect(within).toBeGreaterThan(0.93);
  }
};

describe.each(READS_WITH)("read with %s", (read) => {
  const sd = READ_WITH[read].spread;

  it("a punched square tells the notch and the ruler at once", () => {
    const [notch, offset, set, side] = [11.06, 0.4, 87, 205];
    const error = normals(11);
    /*
     * By the paper itself: notches on the four edges where each score meets the next one's depth, turned to the left. A square of
     * side S has its first notch at (p + o, n), its score rises to the right edge's depth, S − n, and so on.
     */
    const first = [set + offset, notch] as const;
    const second = [side - notch, first[1] + (side - notch - first[0])] as const;
    const third = [second[0] - (side - notch - second[1]), side - notch] as const;
    const fourth = [notch, third[1] - (third[0] - notch)] as const;
    const off = ([x, y]: readonly [number, number], slope: 1 | -1): number => (y - slope * x) / Math.SQRT2;
    // the first and the third rise to the right, the second and the fourth to the left
    const d13 = Math.abs(off(third, 1) - off(first, 1));
    const d24 = Math.abs(off(fourth, -1) - off(second, -1));
    const found = Array.from({ length: MAKERS }, () =>
      punchFound({ side: side + sd * error(), set, d13: d13 + sd * error(), d24: d24 + sd * error() }, read),
    );
    expectTrue(found, [notch, offset]);
  });

  it("a strip tells a scoring board", () => {
    const [long, set, offset] = [280, 60, -0.35];
    const error = normals(12);
    const between = long - 2 * (set + offset);
    const found = Array.from({ length: MAKERS }, () =>
      stripFound({ long: long + sd * error(), set, between: between + sd * error() }, read),
    );
    expectTrue(found, [offset]);
  });

  it.each([
    ["a printed page", 180, 250],
    ["a cut frame", 250, 250],
  ] as const)("%s tells both scales and the skew", (_, across, up) => {
    const [x, y, lean] = [0.994, 1.003, 0.0021];
    const error = normals(13);
    // corners as they came out: the upright axis leans to the right
    const [a, b] = [across * x, up * y];
    const top = [b * Math.sin(lean), b * Math.cos(lean)] as const;
    const rising = Math.hypot(a + top[0], top[1]);
    const falling = Math.hypot(a - top[0], top[1]);
    const found = Array.from({ length: MAKERS }, () =>
      frameFound(
        {
          ...{ across, up, trueAcross: a + sd * error(), trueUp: b + sd * error() },
          ...{ rising: rising + sd * error(), falling: falling + sd * error() },
        },
        read,
      ),
    );
    expectTrue(found, [x, y, lean]);
  });
});

describe("what is worth correcting", () => {
  it("is further off than twice its own scatter", () => {
    expect(isTold({ value: 0.3, spread: 0.14 }, 0)).toBe(true);
    expect(isTold({ value: 0.27, spread: 0.14 }, 0)).toBe(false);
    const one = { what: "scale-x", with: "ruler", measured: "2026-05-02" } as const;
    // 100 mm and a ruler find nothing: 0.2 % is less than twice 0.2 %
    expect(figureOf([{ ...one, value: 0.998, spread: 0.002 }], "scale-x", 1)).toBe(1);
    expect(figureOf([{ ...one, value: 0.998, spread: 0.0008 }], "scale-x", 1)).toBe(0.998);
    expect(figureOf(undefined, "scale-x", 1)).toBe(1);
  });
});

describe("a hand by its scores", () => {
  const usual = Math.hypot(HANDS.usual.place, HANDS.usual.score);
  const scatters = (truly: number, n: number, read: ReadWith): number[] => {
    const error = normals(21);
    return Array.from({ length: MAKERS }, () =>
      scatterFound(
        Array.from({ length: n }, () => 60 + Math.hypot(truly, READ_WITH[read].spread) * error()),
        read,
        usual,
      ),
    );
  };
  const meanOf = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0) / all.length;

  it("is found as it is by ten of them with a calliper", () => {
    expect(meanOf(scatters(0.25, 10, "calliper"))).toBeCloseTo(0.25, 1);
    expect(meanOf(scatters(0.4, 10, "calliper"))).toBeGreaterThan(0.36);
    expect(meanOf(scatters(0.08, 20, "calliper"))).toBeLessThan(0.1);
  });

  it("is as usual where there are none, and near it where there are few", () => {
    expect(scatterFound([], "ruler", usual)).toBe(usual);
    expect(scatterFound([60], "ruler", usual)).toBe(usual);
    const few = meanOf(scatters(0.6, 3, "calliper"));
    expect(few).toBeLessThan(0.5);
    expect(few).toBeGreaterThan(usual);
  });
});
