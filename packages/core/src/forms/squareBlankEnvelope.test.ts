import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import { closedPicture } from "../pictures/closed.ts";
import { solve } from "../solve.ts";
import { formOf, pressed, runs, specOf } from "../test/randomSpec.ts";
import { makes } from "./form.ts";
import { lieOn, saidLiesOn } from "../paper/onSheet.ts";
import { largestCard } from "../recipe/largestCard.ts";
import { setupOf } from "../recipe/readMethod.ts";

const envelope = (given: object) => solve(specOf({ form: "square-blank-envelope", ...given }));
const punchOf = (s: ReturnType<typeof solve>) => s.steps.find((step) => step.kind === "punch")?.measure;

describe("square-blank envelope, worked by hand", () => {
  /*
   * A6 card 148 × 105 × 1 mm, 1.5 mm to spare, notch 10.7 mm, a ruler in millimetres.
   *   height wanted  105 + 1 + 1.5 = 107.5      107.5 / 1.41421 = 76.01   + 10.7 = 86.71  → 87
   *   width wanted   148 + 1 + 1.5 = 150.5      150.5 / 1.41421 = 106.42  + 87 + 10.7 = 204.12 → 205
   *   height got     (87 − 10.7) × 1.41421 = 107.90    gap 107.90 − 106 = 1.90
   *   width got      (205 − 87 − 10.7) × 1.41421 = 151.75   gap 151.75 − 149 = 2.75
   */
  it("A6 on a millimetre ruler", () => {
    const s = envelope({ contents: { preset: "iso-a6", thickness: 1 }, method: { board: "one-millimetre" } });
    expect(s.pieces[0]?.blank).toEqual({ width: 205, height: 205 });
    expect(punchOf(s)).toBe(87);
    expect(s.inside.height).toBeCloseTo(107.904, 2);
    expect(s.inside.width).toBeCloseTo(151.745, 2);
    expect(s.gap.height).toBeCloseTo(1.904, 2);
    expect(s.gap.width).toBeCloseTo(2.745, 2);
  });

  /*
   * A2 card 5 1/2 × 4 1/4 in, 1 mm thick, board in eighths (3.175 mm).
   *   height  107.95 + 2.5 = 110.45   / 1.41421 = 78.10   + 10.7 = 88.80 = 27.97 eighths → 28 = 3 1/2 in = 88.9
   *   width   139.7 + 2.5 = 142.2     / 1.41421 = 100.55  + 99.6 = 200.15 = 63.04 eighths → 64 = 8 in = 203.2
   */
  it("A2 on an eighth-inch board", () => {
    const s = envelope({ units: "in", contents: { preset: "us-a2", thickness: "1 mm" } });
    expect(s.pieces[0]?.blank.width).toBeCloseTo(8 * 25.4, 9);
    expect(punchOf(s)).toBeCloseTo(3.5 * 25.4, 9);
  });

  /*
   * A square card 100 × 100 × 1 on the 5 mm board.
   *   102.5 / 1.41421 = 72.48 + 10.7 = 83.18 → 85      72.48 + 85 + 10.7 = 168.18 → 170
   */
  it("100 mm square on a five-millimetre board", () => {
    const s = envelope({ contents: { preset: "square-100mm", thickness: 1 }, method: { board: "five-millimetre" } });
    expect([s.pieces[0]?.blank.width, punchOf(s)]).toEqual([170, 85]);
  });

  /*
   * Slimline 215.9 × 88.9 × 1 mm, eighths. p = (91.4/1.41421 + 10.7)/3.175 = 23.73 → 24 = 76.2; H = 65.5 × 1.41421 = 92.63
   *   S = (76.2 + 10.7 + 218.4/1.41421)/3.175 = 76.01 → 77 = 244.475; W = 157.575 × 1.41421 = 222.84
   *   long flap reaches W/2 + d√2 = 111.42 + 15.13 = 126.55, and may reach H − 3 = 89.63: 36.92 = 11.63 eighths too much
   *   → trim 12 eighths, 1 1/2 in = 38.1 mm
   */
  it("slimline: the long flaps' points are trimmed, by what a ruler can measure", () => {
    const s = envelope({ contents: { preset: "us-slimline", thickness: 1 } });
    const trims = s.dimensions.filter((d) => d.id.startsWith("trim-"));
    expect(trims.map((d) => [d.id, d.value])).toEqual([
      ["trim-bottom", 38.1],
      ["trim-top", 38.1],
    ]);
    expect(s.steps.some((step) => step.kind === "trim" && step.measure === 38.1)).toBe(true);
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
  });

  /*
   * A 40 mm square card, 1 mm thick, a board whose notch is 16 mm deep, millimetres: p = 42.5/1.41421 + 16 → 47, S → 94,
   * H = W = 31 × 1.41421 = 43.84. A side flap reaches 43.84/2 + 16 × 1.41421 = 44.55, past the fold across from it; rounded
   * by 6 it still reaches 42.06, and may reach 43.84 − 3 = 40.84: 3.71 too much → trim 4
   */
  it("a deep notch on a small square: the side flaps' points are trimmed as well", () => {
    const s = envelope({
      contents: { width: 40, height: 40, thickness: 1 },
      method: { board: "one-millimetre", notch: 16 },
    });
    const [trim] = s.steps.filter((step) => step.kind === "trim");
    expect([trim?.measure, trim?.facts?.["flaps"]]).toEqual([4, "left flap, right flap, bottom flap and top flap"]);
    const { bounds } = closedPicture(s);
    expect(bounds.right - bounds.left).toBeCloseTo(s.inside.width, 9);
  });

  it("says by how much a tip set by hand runs past the fold, and the remedy mends it", () => {
    const given = { contents: { preset: "us-slimline", thickness: 1 }, settings: { tipTrim: 10, cornerRadius: 0 } };
    const s = envelope(given);
    const finding = s.findings.find((f) => f.check === "overlap" && f.code === "past-fold");
    // 36.92 too much less the 10 that are off already
    expect(finding?.figure).toBeCloseTo(26.92, 1);
    const mended = solve(pressed(s.spec, finding));
    expect(mended.findings.filter((f) => f.check === "overlap")).toEqual([]);
  });

  it("says when the closing flaps have been trimmed too short to meet, and the remedy mends it", () => {
    const given = { contents: { preset: "iso-a6", thickness: 1 }, settings: { tipTrim: 45 } };
    const s = envelope(given);
    const finding = s.findings.find((f) => f.code === "short" && f.check === "overlap");
    expect(finding?.severity).toBe("error");
    expect(solve(pressed(s.spec, finding)).findings.filter((f) => f.check === "overlap")).toEqual([]);
  });

  it("rounds a right-angled tip by r: the flap loses r(√2 − 1)", () => {
    const tip = (cornerRadius: number): number => {
      const s = envelope({
        contents: { preset: "iso-a6" },
        settings: { cornerRadius },
        method: { board: "one-millimetre" },
      });
      const left = s.pieces[0]?.panels.find((p) => p.id === "left");
      // how far the left flap's outline stays from the square's corner at 0, 0
      return Math.min(...flatten(left?.outline ?? []).map(([x, y]) => (x + y) / Math.SQRT2));
    };
    expect(tip(0)).toBeCloseTo(0, 9);
    expect(tip(10)).toBeCloseTo(10 * (Math.SQRT2 - 1), 1);
  });

  it("puts the tab's slit under the top flap's tip, wide enough for the tab", () => {
    const s = envelope({
      contents: { preset: "iso-a6" },
      settings: { closure: "tab" },
      method: { board: "one-millimetre" },
    });
    const [body, tab] = s.pieces;
    const slit = body?.cuts[0]?.path[0];
    if (!slit || !tab) throw new Error("no tab");
    const long = Math.hypot(slit.to[0] - slit.from[0], slit.to[1] - slit.from[1]);
    expect(long).toBeGreaterThanOrEqual(tab.blank.width + 2);
    expect(s.joins[0]).toMatchObject({ piece: "tab", onto: { piece: "envelope", panel: "top" } });
    expect(s.steps.map((x) => x.kind)).toContain("slit");
  });

  it("follows the board's own calibrated notch", () => {
    const at = (notch: number) =>
      punchOf(envelope({ contents: { preset: "iso-a6", thickness: 1 }, method: { board: "one-millimetre", notch } }));
    // 76.01 + 8 = 84.01 → 85, 76.01 + 12.5 = 88.51 → 89
    expect([at(8), at(12.5)]).toEqual([85, 89]);
  });

  it("is the same square for a card laid across or stood upright", () => {
    for (const board of ["eighth-inch", "five-millimetre", "one-millimetre"]) {
      const across = envelope({ contents: { width: 148, height: 105, thickness: 1 }, method: { board } });
      const upright = envelope({ contents: { width: 105, height: 148, thickness: 1 }, method: { board } });
      // only the rounding of the two measures may differ, by one mark
      expect(
        Math.abs((across.pieces[0]?.blank.width ?? 0) - (upright.pieces[0]?.blank.width ?? 0)),
      ).toBeLessThanOrEqual(across.grid + 1e-9);
      expect(upright.inside.height).toBeGreaterThan(upright.inside.width);
    }
  });
});

describe("every catalogue card", () => {
  const boards = catalogue.boards.filter((b) => b.kind === "punch-board");
  it.each(boards.map((b) => b.id))("solves on %s, or says in a sentence why not and what would do", (board) => {
    for (const card of catalogue.contents) {
      const s = envelope({ contents: { preset: card.id }, method: { board } });
      expect(s.gap.width, card.id).toBeGreaterThan(0);
      expect(s.gap.height, card.id).toBeGreaterThan(0);
      const blank = boundsOf(s.pieces[0]?.outline.flatMap((p) => [...flatten(p)]) ?? []);
      expect(blank.right - blank.left, card.id).toBeCloseTo(s.pieces[0]?.blank.width ?? 0, 6);
      for (const f of s.findings.filter((x) => x.severity === "error"))
        expect(f.limit, `${card.id} ${f.check}`).not.toBe(f.figure);
    }
  });
});

describe("the largest card a sheet can serve", () => {
  const spec = specOf({
    form: "square-blank-envelope",
    contents: { preset: "iso-a6", thickness: 1 },
    method: { board: "one-millimetre" },
  });
  const form = formOf("square-blank-envelope");
  const ask = (width: number, height: number) =>
    largestCard({
      ...spec,
      form,
      setup: setupOf(spec),
      sheet: { width, height },
    });

  it("is one mark short of not fitting", () => {
    const card = ask(210, 297);
    if (!card) throw new Error("nothing fits A4");
    const side = (w: number, h: number) =>
      envelope({ contents: { width: w, height: h, thickness: 1 }, method: { board: "one-millimetre" } }).pieces[0]
        ?.blank.width ?? 0;
    expect(side(card.width, card.height)).toBeLessThanOrEqual(210);
    // 2 mm more each way needs at least 2 mm more paper
    expect(side(card.width + 2, card.height + 2)).toBeGreaterThan(210);
    expect(card.width / card.height).toBeCloseTo(148 / 105, 1);
  });

  it("has no answer for a scrap", () => {
    expect(ask(60, 60)).toBeUndefined();
  });

  it("is offered as a remedy that works when pressed", () => {
    const given = {
      form: "square-blank-envelope",
      contents: { preset: "iso-a5" },
      sheet: { width: 205, height: 205 },
      method: { board: "one-millimetre" },
    };
    const finding = solve(specOf(given)).findings.find((f) => f.check === "sheet");
    expect(finding?.remedy?.changes).toEqual([{ at: ["sheet"], value: { preset: "square-12in" } }]);
    const card = { width: finding?.facts?.["cardWidth"], height: finding?.facts?.["cardHeight"] };
    const mended = solve(specOf({ ...given, contents: { ...card, thickness: 1 } }));
    expect(mended.findings.filter((f) => f.check === "sheet")).toEqual([]);
  });
});

describe("the largest card for a sheet", () => {
  it("has no mark to spare, on any ruler, for any form", () => {
    const asked = fc.record({
      form: fc.constantFrom("square-blank-envelope", "side-seam-envelope", "card-base", "pointed-envelope", "tag"),
      width: fc.integer({ min: 60, max: 200 }),
      height: fc.integer({ min: 60, max: 200 }),
      sheet: fc.constantFrom("iso-a4", "us-letter", "square-12in"),
      isInches: fc.boolean(),
    });
    fc.assert(
      fc.property(asked, ({ form: id, width, height, sheet, isInches }) => {
        const board = { true: ["eighth-inch", "scoring-eighth"], false: ["one-millimetre", "scoring-millimetre"] }[
          isInches ? "true" : "false"
        ].find((b) => makes(formOf(id), b.startsWith("scoring") ? "scoring-board" : "punch-board"));
        const spec = specOf({ form: id, contents: { width, height }, method: { board }, sheet: { preset: sheet } });
        const setup = setupOf(spec);
        const inHand = spec.sheet ?? { width: 0, height: 0 };
        const largest = largestCard({ ...spec, form: formOf(id), setup, sheet: inHand });
        if (!largest) return;
        const fits = (size: { width: number; height: number }): boolean =>
          // what is said of a piece before it is drawn is a hair more than what is drawn: corners before they are rounded
          formOf(id)
            .draft({ ...spec, contents: { ...spec.contents, ...size }, setup })
            .sheets.every((said) => saidLiesOn(said, inHand));
        const comesOut = (size: { width: number; height: number }): boolean =>
          solve({ ...spec, contents: { ...spec.contents, ...size } }).pieces.every((piece) => lieOn(piece, inHand));
        expect(fits(largest)).toBe(true);
        expect(comesOut(largest)).toBe(true);
        const { grid } = setup;
        expect(fits({ width: largest.width + grid, height: largest.height + grid })).toBe(false);
      }),
      { numRuns: runs(100) },
    );
  });
});
