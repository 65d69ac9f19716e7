import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { chartOf } from "./chart.ts";
import { forms } from "../forms/all.ts";
import { solve } from "../solve.ts";

describe("the size chart", () => {
  it.each(forms.map((f) => f.id))("has a row for every card, for %s", (form) => {
    const chart = chartOf({ form });
    if (!chart.ok) throw new Error("no chart");
    expect(chart.rows.map((r) => r.contents.id)).toEqual(catalogue.contents.map((c) => c.id));
    for (const row of chart.rows) {
      // what is never folded has no score
      const isScored = solve(row.spec).pieces.some((p) => p.folds.some((f) => !f.slack));
      expect(row.firstScore > 0, row.contents.id).toBe(isScored);
    }
  });

  it("knows which cards a letter sheet serves: a square up to 8 1/2 in", () => {
    const chart = chartOf({
      form: "square-blank-envelope",
      board: "eighth-inch",
      sheet: { width: 215.9, height: 279.4 },
    });
    if (!chart.ok) throw new Error("no chart");
    for (const row of chart.rows) expect(row.fits, row.contents.id).toBe(row.blank.width <= 215.9 + 1e-6);
  });

  it("follows the ruler: every figure stands on a mark", () => {
    for (const ruler of catalogue.rulers) {
      const chart = chartOf({ form: "square-blank-envelope", ruler: ruler.id });
      if (!chart.ok) throw new Error("no chart");
      for (const { blank, firstScore } of chart.rows) {
        for (const figure of [blank.width, firstScore])
          expect(Math.abs(figure / ruler.step - Math.round(figure / ruler.step))).toBeLessThan(1e-6);
      }
    }
  });

  it("refuses a board of another kind by name", () => {
    expect(chartOf({ form: "square-blank-envelope", board: "scoring-eighth" })).toMatchObject({
      ok: false,
      problems: [{ field: "method.board" }],
    });
  });
});
