import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove } from "../folding/proof.ts";
import { forms } from "../forms/all.ts";
import { resize } from "./resize.ts";
import { solve } from "../solve.ts";
import { marginsOf, randomSpec, specOf, runs } from "../test/randomSpec.ts";

const MM = { method: { board: "scoring-millimetre" } };
const sized = (spec: ReturnType<typeof specOf>, width: number, height: number) => {
  const done = resize(spec, { width, height });
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return done;
};

describe("the same again in another size", () => {
  /*
   * A6 side-seam envelope made for 148 × 105, now 210 × 148, half as high again and a bit: 148/105 = 1.4095.
   *   closing flap set to 50 → 50 × 1.4095 = 70.5 → 70 on the ruler; side flaps 20, throat 12 and rounding 6 keep
   */
  it("lets the closing flap follow, and keeps glue strips, notches and roundings", () => {
    const spec = specOf({
      form: "side-seam-envelope",
      contents: { preset: "iso-a6" },
      settings: { topFlap: 50, sideFlap: 20 },
      ...MM,
    });
    const { spec: larger, follows, keeps, cannot } = sized(spec, 210, 148);
    expect(larger.settings).toMatchObject({ topFlap: 70, sideFlap: 20, throat: 12, cornerRadius: 6 });
    expect(follows).toEqual([{ label: "Top flap", from: 50, to: 70 }]);
    expect(keeps.map((k) => k.label)).toContain("Side flaps");
    // 148 + 2 × 70 and more is longer than the board's 300 mm, but every score is within its reach from one edge
    expect(cannot).toEqual([]);
    expect(larger.contents).toMatchObject({ width: 210, height: 148 });
    expect(larger.contents.preset).toBeUndefined();
  });

  /* Card 148 × 105 to 296 × 210: twice the size. The strip of 20, 15 from the top, becomes 40, 30 from the top. */
  it("keeps borders even, and lets strips follow in width and place", () => {
    const spec = specOf({
      form: "card-base",
      contents: { width: 148, height: 105 },
      layers: [
        { kind: "mat", name: "Plum mat", border: 4 },
        { kind: "strip", name: "Band", width: 20, runs: "across", from: "top", at: 15 },
        { kind: "frame", name: "Frame", border: 6, width: 8 },
      ],
      ...MM,
    });
    const { spec: larger, keeps, follows } = sized(spec, 296, 210);
    expect(larger.fittings?.[1]).toMatchObject({ width: 40, at: { y: { from: "top", by: 15 } } });
    expect(larger.fittings?.[2]).toMatchObject({ border: 6, width: 8 });
    expect(keeps.map((k) => k.label)).toEqual(
      expect.arrayContaining(["Plum mat, border", "Band, from the top", "Frame, border", "Frame, bars"]),
    );
    expect(follows.map((f) => f.label)).toEqual(["Band, strip width"]);
    const s = solve(larger);
    expect(marginsOf(s, "layer-1")).toEqual({ left: 4, right: 4, top: 4, bottom: 4 });
  });

  it("names what cannot follow: bounds, things of their own size, and what the checks now say", () => {
    const spec = specOf({
      form: "side-seam-envelope",
      contents: { preset: "iso-a6", also: [{ width: 120, height: 80, name: "Bookmark" }] },
      settings: { topFlap: 280, sideFlap: 18 },
      ...MM,
    });
    const small = sized(spec, 74, 52);
    expect(small.cannot).toContainEqual({ code: "thing", label: "Bookmark", axis: "width", size: 120 });
    const large = sized(spec, 290, 210);
    expect(large.cannot).toContainEqual({ code: "bound", label: "Top flap", wanted: 560, made: 300 });
    // two A4 faces side by side come out of no sheet
    const card = specOf({ form: "card-base", contents: { preset: "iso-a6" }, sheet: { preset: "iso-a4" }, ...MM });
    expect(sized(card, 150, 105).cannot.map((c) => c.code === "finding" && c.finding.check)).toEqual(["sheet"]);
    const refused = resize(spec, { width: 5, height: 5 });
    expect(!refused.ok && refused.problems.map((p) => p.field)).toEqual(["contents.width", "contents.height"]);
  });

  it.each(forms.map((f) => [f.id, f] as const))(
    "folds %s in any other size, and back to the first gives the first",
    (_, form) => {
      const size = fc.integer({ min: 40, max: 300 });
      fc.assert(
        fc.property(randomSpec(form), size, size, (spec, width, height) => {
          const there = sized(spec, width, height);
          const proof = prove(solve(there.spec));
          expect(proof.ok || proof.offPanel.length > 0).toBe(true);
          const back = sized(there.spec, spec.contents.width, spec.contents.height);
          expect(solve(back.spec).pieces.map((p) => p.blank)).toEqual(solve(spec).pieces.map((p) => p.blank));
        }),
        { numRuns: runs(25) },
      );
    },
  );
});
