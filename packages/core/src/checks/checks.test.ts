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
    { figure: 2.85, severity: "warning" },
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

describe("what measuring found", () => {
  it("says that there is hardly room, and offers the usual", () => {
    const tight = {
      ...ENVELOPE,
      contents: { preset: "iso-a6" },
      settings: { play: 0 },
      method: { board: "one-millimetre" },
    };
    const snug = [0, 0.1, 0.2, 0.3, 0.5]
      .map((play) => solve(specOf({ ...tight, settings: { play } })))
      .find((s) => Math.min(s.gap.width, s.gap.height) < 0.9);
    expect(snug?.findings.find((f) => f.code === "snug")).toMatchObject({ severity: "warning", limit: 1 });
  });

  it("says that gates stay apart on a coarse ruler, and offers the ruler on which they meet", () => {
    const gate = {
      form: "card-base",
      contents: { width: "5 1/2 in", height: "4 1/4 in" },
      settings: { fold: "gate" },
      method: { board: "scoring-eighth" },
    };
    // half of 44 eighths, less half a mm: 21 eighths each, 2 eighths open
    expect(found(gate, "overlap.apart")).toMatchObject({ figure: expect.closeTo(6.35, 6) as number, limit: 2 });
    const mended = solve(pressed(specOf(gate), found(gate, "overlap.apart")));
    expect(mended.findings.map((f) => f.code)).not.toContain("apart");
    expect(mended.grid).toBeCloseTo(25.4 / 32, 9);
    expect(
      found(
        { ...gate, contents: { width: 140, height: 108 }, method: { board: "scoring-millimetre" } },
        "overlap.apart",
      ),
    ).toBeUndefined();
  });

  it("says so of a gate card that lies on a panel, too", () => {
    const on = {
      form: "bag-topper",
      contents: { width: 120, height: 150, thickness: 20 },
      method: { board: "scoring-sixteenth", ruler: "five-millimetre" },
      fittings: [
        {
          ...{ id: "m0", kind: "part", form: "card-base", settings: { fold: "gate" } },
          ...{ on: { panel: "front", side: "outside" }, contents: { width: 30, height: 30, thickness: 0.2 } },
        },
      ],
    };
    // half of 30, less half a mm: 10 each on fives, 10 open
    expect(found(on, "overlap.apart")).toMatchObject({ figure: 10, limit: 2 });
    const mended = solve(pressed(specOf(on), found(on, "overlap.apart")));
    expect(mended.findings.map((f) => f.code)).not.toContain("apart");
  });

  it("says that a tab wants more trimmed than was set", () => {
    const tabbed = {
      ...ENVELOPE,
      contents: { preset: "us-a2" },
      settings: { closure: "tab", tipTrim: "1/2 in" },
      method: { board: "eighth-inch" },
    };
    expect(found(tabbed, "refused.tab-trim")).toMatchObject({ figure: expect.closeTo(15.875, 6) as number });
    expect(found({ ...tabbed, settings: { closure: "tab" } }, "refused.tab-trim")).toBeUndefined();
  });

  it("offers glue where no tape is narrow enough, and says it once for both webs", () => {
    const webs = solve(
      specOf({
        form: "deep-envelope",
        contents: { preset: "iso-a6", thickness: 6 },
        settings: { corners: "web" },
        method: { board: "scoring-millimetre" },
        tape: 6,
      }),
    ).findings.filter((f) => f.check === "seam" && f.code === "tape");
    expect(new Set(webs.map((f) => f.limit.toFixed(3))).size).toBe(webs.length);
  });

  it("takes back a button that would break something else", () => {
    // the card that fits the sheet is so low that a flap set by hand runs past it
    const flapped = {
      form: "side-seam-envelope",
      contents: { width: 300, height: 200 },
      settings: { topFlap: 190 },
      sheet: { width: 210, height: 297 },
      method: { board: "scoring-millimetre" },
    };
    for (const finding of solve(specOf(flapped)).findings) {
      if (!finding.remedy) continue;
      const before = solve(specOf(flapped)).findings.filter((f) => f.severity === "error").length;
      const after = solve(pressed(specOf(flapped), finding)).findings.filter((f) => f.severity === "error").length;
      expect(after, finding.code).toBeLessThanOrEqual(before);
    }
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
          contents: { width: 310, height: 150, thickness: 1 },
          method: { board: "scoring-millimetre" },
        },
        "board.too-long",
      ),
    ).toMatchObject({ figure: 310, limit: 300 });
    // 400 mm of sheet, its score at 200: every board reaches that
    const long = { form: "card-base", contents: { width: 200, height: 150 }, method: { board: "scoring-millimetre" } };
    expect(found(long, "board.too-long")).toBeUndefined();
    // paper that is not scored needs no board
    const mask = { form: "mask", contents: { width: 320, height: 310 }, method: { board: "scoring-millimetre" } };
    expect(found(mask, "board.too-long")).toBeUndefined();
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
