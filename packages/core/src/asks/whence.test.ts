/** Where figures come from: by sums on paper, and by drawing the thing again with one thing changed. */
import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { changed } from "../recipe/change.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { sayAlways, sayGives, sayRuler } from "../words/whence.ts";
import { whence } from "./whence.ts";

const MM = { unit: "mm" } as const;
const asked = (given: object, code: string) => {
  const s = solve(specOf(given));
  const figure = s.dimensions.find((d) => d.piece === s.main && d.code === code);
  if (!figure) throw new Error(code);
  const found = whence(s.spec, figure.id, figure.value);
  if (!found) throw new Error("nothing");
  return { ...found, factors: new Map(found.parts.map((p) => [p.label ?? p.code, p.factor])) };
};

describe("where a figure comes from", () => {
  it("is what a square envelope's blank is on paper: half the sum of both sides and of what lies round them, by the root of two", () => {
    const { factors, value, parts, always, ruler } = asked(
      {
        form: "square-blank-envelope",
        contents: { width: 148, height: 105, thickness: 1 },
        method: { board: "one-millimetre" },
      },
      "blank",
    );
    const half = Math.SQRT1_2;
    for (const name of ["width", "height"]) expect(factors.get(name)).toBeCloseTo(half, 4);
    // what is inside is thicker: both sides of the inside grow by it, and so does what is left over them
    expect(factors.get("thickness")).toBeCloseTo(2 * half, 4);
    expect(factors.get("Room to spare")).toBeCloseTo(2 * half, 4);
    expect(parts.reduce((sum, { gives }) => sum + gives, 0) + always + ruler).toBeCloseTo(value, 9);
    // both scores go up to the next mark of one millimetre, never down: a smaller blank would not hold it
    expect(ruler).toBeGreaterThanOrEqual(0);
    expect(ruler).toBeLessThan(2);
  });

  it("is what a side-seam envelope's blank is: the card, two side flaps, room and thickness", () => {
    const { factors, always } = asked(
      { form: "side-seam-envelope", contents: { width: 148, height: 105, thickness: 1 } },
      "blank-width",
    );
    expect([...factors].map(([name, factor]) => [name, Number(factor.toFixed(4))])).toEqual([
      ["width", 1],
      ["Side flaps", 2],
      ["Room on the width", 1],
      ["thickness", 1],
    ]);
    expect(always).toBeCloseTo(0, 6);
  });

  it("is told in a maker's words, with what the ruler adds", () => {
    const found = asked(
      {
        form: "square-blank-envelope",
        contents: { width: 148, height: 105, thickness: 1 },
        method: { board: "one-millimetre" },
      },
      "first-score",
    );
    expect(found.parts.map((part) => sayGives(part, MM))).toContainEqual({
      ...{ name: "Height inside", told: "105\u00a0mm × 0.71", gives: "74.3\u00a0mm" },
    });
    expect(sayAlways(found, MM)).toBe("10.7\u00a0mm");
    expect(sayRuler(found, MM)).toEqual({ name: "Up to the ruler's marks", gives: "0.29\u00a0mm" });
    expect(sayAlways({ ...found, always: 0.01 }, MM)).toBeUndefined();
    expect(sayRuler({ ...found, ruler: -0.4 }, MM)?.gives).toMatch(/^− 0\.4/u);
    const [part] = found.parts;
    expect(part && sayGives({ ...part, factor: -1, gives: -3, value: 3, isBent: true }, MM)).toMatchObject({
      ...{ told: "3\u00a0mm, just here", gives: "− 3\u00a0mm" },
    });
  });

  it.each(forms.map(({ id }) => id))(
    "%s: what is told to give so much moves the figure by so much when it is changed",
    (form) => {
      // a ruler of 1/40 mm: a figure of a few panels is rounded by a few of its marks
      const s = solve(
        specOf({ form, contents: { width: 70, height: 90, thickness: 1.2 }, method: { kind: "machine" } }),
      );
      let seen = 0;
      for (const figure of s.dimensions.filter((d) => !d.sets || d.sets[0] === "blank")) {
        const found = whence(s.spec, figure.id, figure.value);
        if (!found) continue;
        for (const { at, value, factor, isBent } of found.parts) {
          if (isBent || at[1] === "caliper") continue;
          const next = changed(s.spec, [{ at, value: value + 1 }]);
          const after = next.ok ? solve(next.value).dimensions.find(({ id }) => id === figure.id) : undefined;
          if (!after) continue;
          expect(Math.abs(after.value - figure.value - factor), `${figure.id} by ${at.join(".")}`).toBeLessThan(0.31);
          seen += 1;
        }
      }
      expect(seen, form).toBeGreaterThan(0);
    },
  );

  it("is nothing for a figure that is not there, and for one that follows nothing", () => {
    const s = solve(specOf({ form: "tuck-box", contents: { width: 70, height: 90, thickness: 12 } }));
    expect(whence(s.spec, "no-such-figure", 3)).toBeUndefined();
  });
});
