import { describe, expect, it } from "vitest";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";

const card = (given: object) => solve(specOf({ form: "card-base", ...given }));

describe("card base, worked by hand", () => {
  it("folds at the side: twice the width, scored at the width", () => {
    const s = card({
      contents: { preset: "iso-a6" },
      settings: { fold: "side" },
      method: { board: "scoring-millimetre" },
    });
    expect(s.pieces[0]?.blank).toEqual({ width: 296, height: 105 });
    expect(s.steps.find((x) => x.kind === "score")).toMatchObject({ measure: 148, code: "score-from-left" });
  });

  it("folds at the top: twice the height, scored at the height from the top edge", () => {
    const s = card({
      contents: { preset: "iso-a6" },
      settings: { fold: "top" },
      method: { board: "scoring-millimetre" },
    });
    expect(s.pieces[0]?.blank).toEqual({ width: 148, height: 210 });
    expect(s.steps.find((x) => x.kind === "score")).toMatchObject({ measure: 105, code: "score-from-top" });
  });

  it("comes out smaller, never larger, where the ruler has no mark: 148 mm is 46.6 eighths", () => {
    const s = card({ contents: { preset: "iso-a6" }, settings: { fold: "side" }, method: { board: "scoring-eighth" } });
    expect(s.inside.width).toBeCloseTo(46 * 3.175, 9);
    expect(s.findings.map((f) => `${f.check}.${f.code}`)).toContain("size.rounded");
  });

  it("is scored on its outside, so that the ridge lies inside", () => {
    const s = card({ contents: { preset: "us-a2" } });
    expect(s.pieces[0]?.lines).toMatchObject([{ role: "score", fold: "mountain" }]);
    expect(s.pieces[0]?.root).toBe("back");
  });

  /* 148 wide in millimetres: the inner panel 148 − 1 = 147; the sheet 147 + 148 + 148 = 443; scores at 147 and 295. */
  it("folds twice with one panel inside, a little shorter", () => {
    const s = card({
      contents: { preset: "iso-a6" },
      settings: { fold: "tri" },
      method: { board: "scoring-millimetre" },
    });
    expect(s.pieces[0]?.blank).toEqual({ width: 443, height: 105 });
    expect(s.steps.filter((x) => x.kind === "score").map((x) => x.measure)).toEqual([147, 295]);
    expect(s.pieces[0]?.folds.map((f) => [f.panels[1], f.order])).toEqual([
      ["inner", 1],
      ["front", 2],
    ]);
  });

  /* Gates of 148/2 − 0.5 = 73.5 → 73 on a millimetre ruler; the sheet 73 + 148 + 73 = 294; scores at 73 and 221. */
  it("has gates that meet in front without touching", () => {
    const s = card({
      contents: { preset: "iso-a6" },
      settings: { fold: "gate" },
      method: { board: "scoring-millimetre" },
    });
    expect(s.pieces[0]?.blank).toEqual({ width: 294, height: 105 });
    expect(s.steps.filter((x) => x.kind === "score").map((x) => x.measure)).toEqual([73, 221]);
  });

  it("is cut to size and nothing more: no corners to cut out, roundings only where they are asked for", () => {
    const codes = (settings: object): string[] =>
      card({ contents: { preset: "iso-a6" }, settings }).steps.map((x) => x.code);
    for (const fold of ["side", "top", "tri", "gate"]) {
      expect(codes({ fold })).not.toContain("cut-corners");
      expect(codes({ fold })).not.toContain("cut-shape");
    }
    expect(codes({ cornerRadius: 5 })).toContain("round-corners");
    // a cross has corners to cut out
    const cross = solve(specOf({ form: "side-seam-envelope", contents: { preset: "iso-a6" } }));
    expect(cross.steps.map((x) => x.code)).toContain("cut-corners");
  });
});

describe("what a card base takes for granted", () => {
  it("is card stock, and the fold that comes out of one common sheet or of the one in hand", () => {
    const base = (given: object) => specOf({ form: "card-base", ...given });
    expect(base({ contents: { preset: "iso-a6" } }).stock.preset).toBe("cover-250");
    // 14 × 5 in comes out of no Letter and no A4, 7 × 10 in does
    expect(base({ contents: { width: "7 in", height: "5 in" } }).settings).toMatchObject({ fold: "top" });
    expect(base({ contents: { preset: "us-a2" } }).settings).toMatchObject({ fold: "side" });
    // a tabloid sheet holds it opened sideways
    const tabloid = { contents: { width: "7 in", height: "5 in" }, sheet: { preset: "us-tabloid" } };
    expect(base(tabloid).settings).toMatchObject({ fold: "side" });
    expect(base({ contents: { width: "7 in", height: "5 in" }, settings: { fold: "side" } }).settings).toMatchObject({
      fold: "side",
    });
  });
});
