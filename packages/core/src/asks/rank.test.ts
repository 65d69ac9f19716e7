import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { rank } from "./rank.ts";
import { specOf } from "../test/randomSpec.ts";

const ask = (given: object) =>
  rank(specOf({ form: "square-blank-envelope", contents: { preset: "iso-a6" }, ...given }));

describe("ranking", () => {
  it("offers every form that holds something, each once", () => {
    expect(
      ask({})
        .map((r) => r.form)
        .sort(),
    ).toEqual(
      forms
        .filter((f) => f.purpose !== "card" && f.purpose !== "part")
        .map((f) => f.id)
        .sort(),
    );
  });

  it("puts what comes out of the sheet in hand before what does not", () => {
    // A4: the square of 205 and the 191 × 250 cross fit, the pointed one of 297 × 245 at a slant
    const rows = ask({ sheet: { preset: "iso-a4" }, method: { board: "one-millimetre" }, quantity: 40 });
    const fits = rows.map((r) => r.fits);
    expect(fits).toEqual([...fits].sort((a, b) => Number(b) - Number(a)));
    expect(rows.find((r) => r.form === "pointed-envelope")).toMatchObject({ fits: true, sheets: 40 });
    const small = ask({ sheet: { width: 210, height: 210 }, method: { board: "one-millimetre" } });
    expect(small.find((r) => r.form === "pointed-envelope")).toMatchObject({ fits: false, sheets: undefined });
    expect(small[0]?.fits).toBe(true);
    const envelopes = rows.filter((r) => r.purpose === "envelope");
    expect(envelopes[0]).toMatchObject({ form: "square-blank-envelope", fits: true, sheets: 40 });
    expect(envelopes[0]?.reasons.map((r) => r.code)).toContain("least-paper");
  });

  it("keeps the ruler's unit when another board is needed", () => {
    const inches = ask({ method: { board: "eighth-inch" } }).find((r) => r.form === "side-seam-envelope");
    expect(inches?.spec.method).toMatchObject({ board: "scoring-eighth" });
    const metric = ask({ method: { board: "one-millimetre" } }).find((r) => r.form === "side-seam-envelope");
    expect(metric?.spec.method).toMatchObject({ board: "scoring-millimetre" });
  });

  it("says which ones have something in the way", () => {
    const heavy = ask({ stock: { preset: "cover-200" } });
    expect(heavy.find((r) => r.form === "pointed-envelope")?.reasons.map((r) => r.code)).toContain("has-warning");
    expect(heavy.find((r) => r.form === "side-seam-envelope")?.reasons.map((r) => r.code)).not.toContain("has-error");
  });

  /*
   * Tall card, deep envelope in two pieces (worked out with the form): body 205 × 265 and flap 151 × 79. A4 gives one body
   * and leaves 210 × 32, too low for a flap; a further A4 gives three flaps (3 × 79 = 237 ≤ 297). Three want 3 + 1 sheets.
   */
  it("counts the sheets for every piece of the run", () => {
    const rows = rank(
      specOf({
        form: "deep-envelope",
        contents: { width: 148, height: 130, thickness: 8 },
        stock: { caliper: 0.25, weight: 200 },
        method: { board: "scoring-millimetre" },
        sheet: { preset: "iso-a4" },
        quantity: 3,
      }),
    );
    const deep = rows.find((r) => r.form === "deep-envelope");
    expect(deep?.solution.pieces.map((p) => p.blank)).toEqual([
      { width: 206, height: 265 },
      { width: 152, height: 79 },
    ]);
    expect(deep).toMatchObject({ fits: true, sheets: 4 });
  });
});
