/** Each rule by itself: a recipe that keeps it, one that breaks it, the figure it tells, and its remedy pressed. */
import { describe, expect, it } from "vitest";
import type { Finding, Remedy } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";

type Given = Record<string, unknown> & {
  readonly contents?: object;
  readonly settings?: object;
  readonly stock?: object;
  readonly sheet?: object;
};
const ENVELOPE: Given = {
  form: "square-blank-envelope",
  contents: { preset: "iso-a6", thickness: 1 },
  method: { board: "one-millimetre" },
};

const findings = (given: Given): readonly Finding[] => solve(specOf(given)).findings;
const found = (given: Given, code: string): Finding | undefined =>
  findings(given).find((f) => `${f.check}.${f.code}` === code);

/** The recipe after its remedy's button was pressed. */
function press(given: Given, { form, settings, contents, sheet, stock, tape }: Remedy): Given {
  return {
    ...given,
    ...(form && { form, settings: {}, method: {} }),
    ...(settings && { settings: { ...given.settings, ...settings } }),
    ...(contents && { contents: { ...given.contents, preset: undefined, thickness: 1, ...contents } }),
    ...(sheet && { sheet: { preset: sheet } }),
    ...(stock && { stock: { preset: stock } }),
    ...(tape && { tape: Number(tape) }),
  };
}

describe.each<[string, Given, { figure?: number; limit?: number; severity: string }, Given]>([
  ["gap.loose", { ...ENVELOPE, settings: { play: 13 } }, { limit: 12, severity: "advice" }, ENVELOPE],
  // tape of 9 mm needs a strip of 12
  ["seam.tape", { ...ENVELOPE, tape: 9 }, { figure: 9, limit: 6, severity: "warning" }, { ...ENVELOPE, tape: 6 }],
  [
    "seam.short",
    {
      ...ENVELOPE,
      contents: { width: 120, height: 20, thickness: 0.2 },
      settings: { play: 0, cornerRadius: 0, glueStrip: 9 },
      method: { board: "one-millimetre", notch: 4 },
    },
    { limit: 15, severity: "warning" },
    ENVELOPE,
  ],
  [
    "stock.heavy",
    { ...ENVELOPE, stock: { preset: "cover-250" } },
    { figure: 250, limit: 160, severity: "warning" },
    ENVELOPE,
  ],
  [
    "stock.flimsy",
    { ...ENVELOPE, stock: { caliper: 0.05, weight: 40 } },
    { figure: 40, limit: 60, severity: "advice" },
    ENVELOPE,
  ],
  [
    "sheet.too-small",
    { ...ENVELOPE, sheet: { preset: "square-6in" } },
    { figure: 205, severity: "error" },
    { ...ENVELOPE, sheet: { preset: "iso-a4" } },
  ],
  [
    "overlap.past-fold",
    { ...ENVELOPE, contents: { preset: "us-slimline", thickness: 1 }, settings: { tipTrim: 0 } },
    { limit: 3, severity: "error" },
    ENVELOPE,
  ],
  ["overlap.short", { ...ENVELOPE, settings: { tipTrim: 45 } }, { limit: 10, severity: "error" }, ENVELOPE],
  [
    "refused.closure",
    { ...ENVELOPE, contents: { width: 40, height: 25, thickness: 1 }, settings: { closure: "tab" } },
    { severity: "warning" },
    ENVELOPE,
  ],
  [
    "thickness.bulky",
    { ...ENVELOPE, contents: { preset: "iso-a6", thickness: 8 } },
    { figure: 8, limit: 6, severity: "warning" },
    ENVELOPE,
  ],
  [
    "refused.corners",
    {
      form: "deep-envelope",
      contents: { preset: "iso-a6", thickness: 2 },
      settings: { corners: "web" },
      method: { board: "scoring-millimetre" },
    },
    { figure: 3, severity: "warning" },
    { form: "deep-envelope", contents: { preset: "iso-a6", thickness: 8 }, settings: { corners: "web" } },
  ],
  [
    "sheet.too-small",
    {
      form: "deep-envelope",
      contents: { width: 148, height: 130, thickness: 8 },
      settings: { closing: "one" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
    },
    { severity: "error" },
    {
      form: "deep-envelope",
      contents: { width: 148, height: 130, thickness: 8 },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
    },
  ],
  [
    "hole.near-edge",
    { form: "tag", contents: { width: 40, height: 80 }, settings: { holeFrom: 4 } },
    { limit: 4, severity: "warning" },
    { form: "tag", contents: { width: 40, height: 80 } },
  ],
])("%s", (code, broken, figures, kept) => {
  it("is told with its figures, and not when the rule is kept", () => {
    expect(found(broken, code)).toMatchObject(figures);
    expect(found(kept, code)).toBeUndefined();
  });

  it("is mended by its remedy", () => {
    const remedy = found(broken, code)?.remedy;
    if (!remedy) throw new Error(`${code} offers no remedy`);
    expect(found(press(broken, remedy), code)).toBeUndefined();
  });
});

describe("rules without a button", () => {
  it("advises walls above 6 mm", () => {
    expect(found({ ...ENVELOPE, contents: { preset: "iso-a6", thickness: 6.5 } }, "thickness.bulky")).toMatchObject({
      figure: 6.5,
      limit: 6,
    });
    expect(found({ ...ENVELOPE, contents: { preset: "iso-a6", thickness: 6 } }, "thickness.bulky")).toBeUndefined();
  });

  it("knows where the board's ruler ends, and what it cannot hold", () => {
    // 245/√2 + 10.7 = 183.9 → 184 mm, past the ruler's 180
    expect(
      found({ ...ENVELOPE, contents: { width: 250, height: 242.5, thickness: 1 } }, "board.past-ruler"),
    ).toMatchObject({ figure: 184, limit: 180 });
    expect(found({ ...ENVELOPE, contents: { width: 30, height: 25, thickness: 1 } }, "board.too-small")?.limit).toBe(
      76,
    );
    expect(
      found(
        {
          form: "card-base",
          contents: { width: 200, height: 150, thickness: 1 },
          method: { board: "scoring-millimetre" },
        },
        "board.too-long",
      ),
    ).toMatchObject({ figure: 400, limit: 300 });
  });

  it("asks for a score first on card, and says nothing of text paper", () => {
    const card = (stock: string): Given => ({
      form: "card-base",
      contents: { preset: "iso-a6" },
      stock: { preset: stock },
    });
    expect(found(card("cover-250"), "stock.score-first")?.severity).toBe("advice");
    expect(found(card("text-120"), "stock.score-first")).toBeUndefined();
  });

  it("says when no sheet of the shelf is large enough", () => {
    expect(found({ ...ENVELOPE, contents: { width: 400, height: 380, thickness: 1 } }, "sheet.none")?.severity).toBe(
      "warning",
    );
  });

  it("offers the widest tape on the shelf where the strip cannot be widened", () => {
    const given: Given = {
      form: "side-seam-envelope",
      contents: { preset: "iso-a6" },
      settings: { sideFlap: 12 },
      tape: 12,
    };
    // 12 mm flap, eighths: 9.525 − 2.5 − 3 = 4.025 mm of strip: the 3 mm tape goes on it
    expect(found(given, "seam.tape")?.remedy).toEqual({ tape: "3" });
    expect(found(press(given, { tape: "3" }), "seam.tape")).toBeUndefined();
  });

  it("has nothing to say of the demo's plain envelope", () => {
    expect(findings({ ...ENVELOPE, sheet: { preset: "iso-a4" }, tape: 6 })).toEqual([]);
  });
});
