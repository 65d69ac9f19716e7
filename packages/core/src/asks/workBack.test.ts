import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { find } from "../catalogue/entry.ts";
import { prove } from "../folding/proof.ts";
import { solve } from "../solve.ts";
import { specOf, runs } from "../test/randomSpec.ts";
import { BOUGHT_ROOM_MM, readBack, workBack } from "./workBack.ts";

const MM = { method: { board: "scoring-millimetre" }, stock: { caliper: 0.3, weight: 250 } };

describe("working back from an envelope", () => {
  /*
   * C6, 162 × 114 outside, paper 0.125: inside 161.75 × 113.75. A plain card of two plies of 0.3 is 0.6 thick.
   *   width  161.75 − 0.6 − 3   = 158.15 → 158      height 113.75 − 0.6 − 1.5 = 111.65 → 111
   *   left over: 161.75 − 158 − 0.6 = 3.15 and 113.75 − 111 − 0.6 = 2.15
   * With a mat of 0.15 on 2 mm of foam it is 2.75 thick: 161.75 − 2.75 − 3 = 156 exactly, 113.75 − 2.75 − 1.5 = 109.5 → 109.
   */
  it("gives the largest card on the ruler, its base, and room for its layers", () => {
    const plain = workBack({ width: 162, height: 114 }, MM);
    if (!plain.ok) throw new Error("no card");
    expect(plain.card).toMatchObject({ width: 158, height: 111 });
    expect(plain.card.thickness).toBeCloseTo(0.6, 9);
    expect(plain.gap.width).toBeCloseTo(3.15, 9);
    expect(plain.gap.height).toBeCloseTo(2.15, 9);
    const base = solve(plain.spec);
    // 316 × 111 comes out of no common sheet, 158 × 222 does: it is folded at the top
    expect(base.pieces[0]?.blank).toEqual({ width: 158, height: 222 });
    expect(prove(base).ok).toBe(true);

    const layers = [{ kind: "mat", border: 4, raised: 2, stock: { caliper: 0.15, weight: 120 } }];
    const raised = workBack({ width: 162, height: 114 }, { ...MM, layers });
    expect(raised.ok && raised.card).toMatchObject({ width: 156, height: 109 });
    expect(raised.ok && solve(raised.spec).pieces[1]?.blank).toEqual({ width: 148, height: 101 });
  });

  it("reads what is asked like a recipe: the card's units are the asking's own, and what is wrong is named", () => {
    const inches = readBack({ units: "in", envelope: { width: "5 3/4", height: 4.375 } });
    if (!inches.ok) throw new Error("not read");
    expect(inches.value.envelope.width).toBeCloseTo(146.05, 9);
    expect(inches.value.envelope.height).toBeCloseTo(111.125, 9);
    expect(inches.value).toMatchObject({ envelope: { room: BOUGHT_ROOM_MM }, card: { units: "in" } });
    const asked = { envelope: { preset: "envelope-c6", caliper: 0.2, room: { width: 2 } }, card: { layers: [] } };
    const room = { width: 2, height: BOUGHT_ROOM_MM.height };
    expect(readBack(asked)).toMatchObject({
      value: { envelope: { width: 162, height: 114, caliper: 0.2, room }, card: { units: "mm", layers: [] } },
    });
    expect(readBack({ envelope: { width: 162, height: 114 }, card: { colour: 1 } }).ok).toBe(false);
    const wrong = readBack({ envelope: { width: 3, height: 114 }, card: { colour: 1 } });
    expect(!wrong.ok && wrong.problems.map((p) => p.field)).toEqual(["envelope.width", "card.colour"]);
  });

  it("finds for every envelope of the catalogue at least the card it is sold for", () => {
    for (const envelope of catalogue.envelopes) {
      const sold = envelope.card === undefined ? undefined : find(catalogue.contents, envelope.card);
      const back = workBack(envelope, { stock: { preset: "cover-250" } });
      if (!back.ok) throw new Error(envelope.id);
      if (!sold) continue;
      expect(back.card.width, envelope.id).toBeGreaterThanOrEqual(sold.width);
      expect(back.card.height, envelope.id).toBeGreaterThanOrEqual(sold.height);
    }
  });

  it("is the largest: a mark more on either side leaves less than the room asked for, and an envelope made for it goes in", () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 330 }), fc.integer({ min: 60, max: 330 }), (width, height) => {
        const back = workBack({ width, height }, MM);
        if (!back.ok) throw new Error("no card");
        expect(back.gap.width - 1).toBeLessThan(3);
        expect(back.gap.height - 1).toBeLessThan(1.5);
        // proved by going the other way: a pocket drafted round this card with the same room is no larger than the envelope
        const { card } = back;
        const made = solve(
          specOf({
            form: "side-seam-envelope",
            contents: card,
            settings: { playWidth: 3, playHeight: 1.5 },
            method: { board: "scoring-millimetre", ruler: "half-millimetre" },
          }),
        );
        // half a mark of the ruler it is rounded up to may stand between
        expect(made.inside.width).toBeLessThanOrEqual(back.inside.width + 0.5);
        expect(made.inside.height).toBeLessThanOrEqual(back.inside.height + 0.5);
      }),
      { numRuns: runs(200) },
    );
  });

  it("says why not: an envelope too small, a recipe that cannot be read", () => {
    const thick = workBack(
      { width: 40, height: 40 },
      {
        ...MM,
        layers: [
          { kind: "mat", raised: 10 },
          { kind: "mat", raised: 10 },
        ],
      },
    );
    expect(thick.ok).toBe(false);
    expect(!thick.ok && thick.problems).toEqual([]);
    expect(!thick.ok && "thickness" in thick && thick.thickness).toBeGreaterThan(20);
    const wrong = workBack({ width: 162, height: 114 }, { stock: { caliper: "x" } });
    expect(!wrong.ok && wrong.problems[0]).toMatchObject({ field: "stock.caliper", code: "not-a-length" });
  });
});
