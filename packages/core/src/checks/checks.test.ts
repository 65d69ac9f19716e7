/** Each rule by itself: a recipe that keeps it, one that breaks it, the figure it tells, and its remedy pressed. */
import { describe, expect, it } from "vitest";
import type { Finding } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { pressed, specOf } from "../test/randomSpec.ts";

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

describe.each<[string, Given, { figure?: number; limit?: number; severity: string }, Given]>([
  ["gap.loose", { ...ENVELOPE, settings: { play: 13 } }, { limit: 12, severity: "advice" }, ENVELOPE],
  // tape of 9 mm needs a strip of 12
  ["seam.tape", { ...ENVELOPE, tape: 9 }, { figure: 9, limit: 6, severity: "warning" }, { ...ENVELOPE, tape: 6 }],
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
    "refused.no-tab",
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
    "refused.low-wall",
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
    const mended = solve(pressed(specOf(broken), found(broken, code)));
    expect(mended.findings.find((f) => `${f.check}.${f.code}` === code)).toBeUndefined();
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

  it("widens the flaps that are glued for a wide tape, and offers the widest that fits where there is no more room", () => {
    const seam = (width: number, height: number, tape: number) => {
      const spec = specOf({
        form: "side-seam-envelope",
        contents: { width, height, thickness: 0.5 },
        settings: { sideFlap: 12 },
        tape,
      });
      const finding = solve(spec).findings.find((f) => f.check === "seam");
      expect(solve(pressed(spec, finding)).findings.filter((f) => f.check === "seam")).toEqual([]);
      return finding?.remedy?.changes[0];
    };
    // eighths: 12 mm is cut to 9.525, and the front begins 2.5 off the fold: 15.875 leave 12 and its margins
    expect(seam(130, 90, 12)?.at).toEqual(["settings", "sideFlap"]);
    // 53.975 across has no room for two flaps of 28.5, and 5.28 are left for tape as it is: 3 is the widest on the shelf
    expect(seam(45, 45, 25)).toEqual({ at: ["tape"], value: 3 });
  });

  it("says when a low envelope leaves too little to glue", () => {
    // 20 mm high, laid at 45°: 20.3 − 0.7 of relief and margins leave 13.1 along each slant
    const low = {
      ...ENVELOPE,
      contents: { width: 40, height: 20, thickness: 0.2 },
      settings: { play: 0, cornerRadius: 0 },
      method: { board: "one-millimetre", notch: 2 },
    };
    expect(found(low, "seam.short")).toMatchObject({ limit: 15, severity: "warning" });
    expect(found(ENVELOPE, "seam.short")).toBeUndefined();
  });

  it("has nothing to say of the demo's plain envelope", () => {
    expect(findings({ ...ENVELOPE, sheet: { preset: "iso-a4" }, tape: 6 })).toEqual([]);
  });
});
