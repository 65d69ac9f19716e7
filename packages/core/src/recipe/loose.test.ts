/** Loose things: measured out, counted, put in what holds them, and read from what people write. */
import { describe, expect, it } from "vitest";
import { pouredMl } from "../catalogue/contents.ts";
import "../forms/all.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { sayProblem } from "../words/en.ts";
import { changed } from "./change.ts";
import { volumeOf } from "./pack.ts";
import { piecesOf } from "./readContents.ts";
import { readSpec } from "./readSpec.ts";
import { resizedRecipe } from "./resize.ts";

const pouch = (contents: object, units = "mm") => ({
  ...{ units, form: "tapered-pouch", method: { board: "scoring-millimetre" } },
  contents,
});
const contentsOf = (contents: object, units?: string) => specOf(pouch(contents, units)).contents;
const problemsOf = (contents: object): string[] => {
  const read = readSpec(pouch(contents));
  return read.ok ? [] : read.problems.map((p) => `${p.field} ${sayProblem(p, { unit: "mm" })}`);
};

describe("loose contents", () => {
  /* 250 ml as a box half as thick as it is wide: side ∛(2 · 250 000) = 79.4, taken for 79, 250 000 / 79² = 40.06 up to 41. */
  it("measured out are a heap of that volume, whatever sizes were said beside", () => {
    expect(contentsOf({ amount: { ml: 250 } })).toMatchObject({ width: 79, height: 79, thickness: 41, shape: "loose" });
    expect(contentsOf({ amount: { ml: 250 }, width: 10, thickness: 3, shape: "ball" })).toMatchObject({
      width: 79,
      shape: "loose",
    });
    // the most there may be is still no thicker than contents may be
    const { width, height, thickness } = contentsOf({ amount: { ml: 800 } });
    expect(width * height * thickness).toBeGreaterThanOrEqual(800_000);
  });

  /* One ball of 12 mm is π/6 · 12³ = 905 mm³; poured it takes 905 / 0.56 = 1616. A hundred are 161.6 ml. */
  it("counted take what they take poured in", () => {
    expect(pouredMl(100, 12)).toBeCloseTo(161.6, 1);
    expect(volumeOf(contentsOf({ amount: { count: 100, each: 12 } }))).toBeCloseTo(161.6, 1);
    // half an inch each
    expect(contentsOf({ amount: { count: 100, each: "1/2" } }, "in").amount).toEqual({ count: 100, each: 12.7 });
  });

  it("make what holds them larger the more there are, and the pouch still folds round them", () => {
    const widths = [50, 200, 800].map((ml) => {
      const s = solve(specOf(pouch({ amount: { ml } })));
      expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
      return s.pieces[0]?.blank.width ?? 0;
    });
    expect(widths).toEqual([...widths].sort((a, b) => a - b));
    expect(new Set(widths).size).toBe(3);
  });

  it("are refused with what is allowed: nothing, too much, halves of a piece, a count that would not fill or would burst", () => {
    expect(problemsOf({ amount: {} })).toHaveLength(2);
    expect(problemsOf({ amount: { ml: 0 } })[0]).toMatch(/5 to 800 is allowed/u);
    expect(problemsOf({ amount: { ml: "much" } })[0]).toMatch(/number/u);
    expect(problemsOf({ amount: { count: 2.5, each: 12 } })[0]).toMatch(/whole number/u);
    const { min, max } = piecesOf(12);
    expect(pouredMl(min, 12)).toBeGreaterThanOrEqual(5);
    expect(pouredMl(min - 1, 12)).toBeLessThan(5);
    expect(pouredMl(max, 12)).toBeLessThanOrEqual(800);
    expect(problemsOf({ amount: { count: max + 1, each: 12 } })[0]).toMatch(
      new RegExp(`${String(min)} to ${String(max)}`, "u"),
    );
    expect(problemsOf({ amount: { count: max, each: 12 } })).toEqual([]);
    expect(problemsOf({ amount: [1] })).toHaveLength(1);
  });

  it("made in another size are of that size, and no longer said to be so much", () => {
    const resized = resizedRecipe(specOf(pouch({ amount: { ml: 250 } })), { width: 120, height: 120 });
    if (!resized.ok) throw new Error("not resized");
    expect(resized.spec.contents).toMatchObject({ width: 120, height: 120, shape: "loose" });
    expect(resized.spec.contents.amount).toBeUndefined();
    expect(volumeOf(resized.spec.contents)).toBeCloseTo((120 * 120 * resized.spec.contents.thickness) / 1000, 6);
  });

  it("keep their amount through other changes, and lose it to a thing of its own size", () => {
    const spec = specOf(pouch({ amount: { count: 40, each: 15 } }));
    const named = changed(spec, { contents: { name: "Toffees" } });
    expect(named.ok && named.value.contents).toEqual({ ...spec.contents, name: "Toffees" });
    const other = changed(spec, {
      contents: {
        preset: "gift-card",
        amount: undefined,
        shape: undefined,
        width: undefined,
        height: undefined,
        thickness: undefined,
      },
    });
    expect(other.ok && other.value.contents).toMatchObject({ width: 85.6, thickness: 0.76 });
    expect(other.ok && "shape" in other.value.contents).toBe(false);
  });
});
