import { describe, expect, it } from "vitest";
import { boundsOf, flatten } from "../geometry/path.ts";
import { closedPicture } from "../pictures/closed.ts";
import fc from "fast-check";
import { solve } from "../solve.ts";
import { formOf, pressed, randomSpec, specOf, runs } from "../test/randomSpec.ts";

const solved = (form: string, given: object) =>
  solve(specOf({ form, method: { board: "scoring-millimetre" }, ...given }));
/** The room the sums below are made with. */
const ROOM = { playWidth: 6, playHeight: 3 };
const measures = (s: ReturnType<typeof solve>) =>
  s.steps.filter((x) => x.kind === "score").map((x) => [x.code, x.measure]);

describe("side-seam envelope, worked by hand", () => {
  /*
   * A6 card 148 × 105 × 1 mm, ruler in millimetres, room 6 and 3 mm.
   *   across 148 + 1 + 6 = 155      up 105 + 1 + 3 = 109
   *   side flaps 18, front 109 − 12 throat = 97, top flap 40 % of 109 = 43.6 → 44
   *   blank  155 + 2 × 18 = 191  by  109 + 97 + 44 = 250
   *   scores from the left edge 18 and 18 + 155 = 173; from the top edge 44 and 44 + 109 = 153
   */
  it("A6 on a millimetre board", () => {
    const s = solved("side-seam-envelope", { contents: { preset: "iso-a6", thickness: 1 }, settings: ROOM });
    expect(s.pieces[0]?.blank).toEqual({ width: 191, height: 250 });
    expect(s.inside).toEqual({ width: 155, height: 109, depth: 0 });
    expect(s.gap).toEqual({ width: 6, height: 3, depth: 0 });
    expect(measures(s)).toEqual([
      ["score-from-left", 18],
      ["score-on", 173],
      ["score-from-top", 44],
      ["score-on", 153],
    ]);
    // overlap of the closing flaps: 97 + 44 − 109 = 32
    expect(s.findings.filter((f) => f.check === "overlap")).toEqual([]);
  });

  it("gives an A2 card the customary 5 3/4 × 4 3/8 in inside, on eighths", () => {
    const { inside } = solved("side-seam-envelope", {
      contents: { preset: "us-a2" },
      method: { board: "scoring-eighth" },
    });
    expect(inside.width).toBeCloseTo(5.75 * 25.4, 9);
    expect(inside.height).toBeCloseTo(4.375 * 25.4, 9);
  });

  it("says when a top flap set by hand is too shallow or too deep, and the remedy mends it", () => {
    for (const [topFlap, code] of [
      [15, "shallow"],
      [110, "too-deep"],
    ] as const) {
      const given = { contents: { preset: "iso-a6", thickness: 1 }, settings: { topFlap } };
      const s = solved("side-seam-envelope", given);
      const finding = s.findings.find((f) => f.check === "overlap");
      expect(finding?.code).toBe(code);
      const mended = solve(pressed(s.spec, finding));
      expect(mended.findings.filter((f) => f.check === "overlap")).toEqual([]);
    }
  });
});

describe("open-end envelope", () => {
  /* Letter certificate 279.4 × 215.9 × 0.3, millimetres: 279.4 + 6.3 → 286, 215.9 + 3.3 → 220; opens on the 220 mm side. */
  it("opens on a short side, and the contents lie lengthwise in it", () => {
    const s = solved("open-end-envelope", { contents: { preset: "certificate-us" } });
    expect(s.contents[0]?.rotation).toBe(90);
    expect(s.inside).toEqual({ width: 285, height: 219, depth: 0 });
    // side flaps along the long sides: 219 + 36 across
    expect(s.pieces[0]?.blank.width).toBe(255);
    // 40 % of 285 would be a flap of 114: the trade makes it 2 1/2 in, 64 on this ruler
    expect(measures(s).find(([code]) => code === "score-from-top")?.[1]).toBe(64);
    const side = solved("side-seam-envelope", { contents: { preset: "certificate-us" } });
    expect(side.contents[0]?.rotation).toBe(0);
  });
});

describe("pointed envelope", () => {
  /*
   * A6, 155 × 109 inside: side flaps 46 % of 155 = 71.3 → 71; bottom and top 62 % of 109 = 67.6 → 68
   *   blank 155 + 142 = 297 by 109 + 136 = 245; the flaps overlap by 68 + 68 − 109 = 27 mm
   */
  it("A6 on a millimetre board", () => {
    const s = solved("pointed-envelope", { contents: { preset: "iso-a6", thickness: 1 }, settings: ROOM });
    expect(s.pieces[0]?.blank).toEqual({ width: 297, height: 245 });
    expect(measures(s).map(([, m]) => m)).toEqual([71, 226, 68, 177]);
  });

  /* 1 1/4 in on eighths: 31.75 + 0.5 + 6 → 38.1 across; 46 % of it would be 17.5, and 38.1/2 − 2 = 17.05 → 15.875 */
  it("keeps 4 mm between the side flaps of a small one, so that they fold into one ply", () => {
    const s = solved("pointed-envelope", {
      contents: { width: 31.75, height: 25.4, thickness: 0.35 },
      method: { board: "scoring-sixteenth" },
    });
    expect(measures(s)[0]).toEqual(["score-from-left", expect.closeTo(15.875, 9)]);
    expect(s.inside.width - 2 * 15.875).toBeGreaterThanOrEqual(4);
  });

  it("reaches as far as it says although its tips are rounded", () => {
    for (const cornerRadius of [0, 6, 20]) {
      const s = solved("pointed-envelope", { contents: { preset: "us-a7" }, settings: { cornerRadius } });
      const bounds = boundsOf(flatten(s.pieces[0]?.outline[0] ?? []));
      expect(Math.abs(bounds.right - bounds.left - (s.pieces[0]?.blank.width ?? 0))).toBeLessThan(0.11);
      expect(Math.abs(bounds.top - bounds.bottom - (s.pieces[0]?.blank.height ?? 0))).toBeLessThan(0.11);
    }
  });
});

describe.each(["side-seam-envelope", "open-end-envelope", "pointed-envelope"])("%s", (id) => {
  it("shows no flap past a fold once closed: as wide and as high as its inside", () => {
    fc.assert(
      fc.property(randomSpec(formOf(id)), (spec) => {
        const s = solve(spec);
        const { bounds } = closedPicture(s);
        const sides = [bounds.right - bounds.left, bounds.top - bounds.bottom].sort((a, b) => a - b);
        const inside = [s.inside.width, s.inside.height].sort((a, b) => a - b);
        sides.forEach((side, i) => expect(Math.abs(side - (inside[i] as number))).toBeLessThan(1e-6));
      }),
      { numRuns: runs(300) },
    );
  });

  it("fills its blank, and leaves paper for a tape in every seam", () => {
    fc.assert(
      fc.property(randomSpec(formOf(id)), (spec) => {
        const piece = solve(spec).pieces[0];
        if (!piece) throw new Error("no piece");
        const bounds = boundsOf(flatten(piece.outline[0] ?? []));
        // roundings are drawn in chords up to 0.05 mm inside them, one at each end
        expect(piece.blank.width - (bounds.right - bounds.left)).toBeLessThan(0.11);
        expect(piece.blank.height - (bounds.top - bounds.bottom)).toBeLessThan(0.11);
        for (const glue of piece.glue) {
          expect(glue.widestTape).toBeGreaterThan(0);
          expect(glue.polygon.length).toBeGreaterThan(2);
        }
      }),
      { numRuns: runs(300) },
    );
  });
});
