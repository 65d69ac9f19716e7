/** Trim plans: worked by hand, then every plan checked as paper: blanks whole, on the sheet, none on another. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Solution } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { specOf, runs } from "../test/randomSpec.ts";
import { blanksIn, cutsOf, trimPlans } from "./trimPlan.ts";
import { paperNeed } from "./paperNeed.ts";
import { type Cutting, perSheet, workFor } from "./filling.ts";

const plansOf = (given: object) => trimPlans(solve(specOf(given)));

describe("blanks from a sheet", () => {
  it.each([
    // 100 × 60 on A4, 210 × 297: two columns of four make 8; three rows turned (180 high) make 6 and one more row
    // of two across the 117 left over: 3 × 60 = 180 ≤ 210 and 100 ≤ 117, so three columns: 9
    ["a mixture of both ways beats rows", 100, 60, 210, 297, 9],
    ["exactly the sheet", 210, 297, 210, 297, 1],
    ["exactly the sheet, turned", 297, 210, 210, 297, 1],
    ["too large every way", 300, 211, 210, 297, 0],
    // 290 × 20 on a square of 220 lies only across the corner: (290 + 20)/√2 = 219.2
    ["only across the corner", 290, 20, 220, 220, 1],
    // 305 × 305: 8 × 9 = 72 upright, and the 25 mm left over at the side do not take a 33
    ["many small ones", 35, 33, 305, 305, 72],
  ])("%s", (_, w, h, W, H, count) => {
    const found = perSheet({ width: w, height: h }, { width: W, height: H });
    // what is worked by hand is a floor: a better plan may exist, and must then be real (see below)
    expect(found).toBeGreaterThanOrEqual(count);
    if (count < 10) expect(found).toBe(count);
  });
});

describe("against plain counting", () => {
  /** Rows of one kind, and of rows one way with rows the other way above them: tried out, with no memory and no bound. */
  const byRows = (w: number, h: number, W: number, H: number): number => {
    const grid = (a: number, b: number, A: number, B: number): number =>
      Math.floor(A / a + 1e-9) * Math.floor(B / b + 1e-9);
    let best = 0;
    for (const [a, b] of [
      [w, h],
      [h, w],
    ] as const) {
      for (let rows = 0; rows * b <= H; rows += 1)
        best = Math.max(best, rows * Math.floor(W / a + 1e-9) + grid(b, a, W, H - rows * b));
      for (let columns = 0; columns * a <= W; columns += 1)
        best = Math.max(best, columns * Math.floor(H / b + 1e-9) + grid(b, a, W - columns * a, H));
    }
    return best;
  };

  it("finds at least what rows one way and then the other give, and never more than the area holds", () => {
    const side = fc.integer({ min: 25, max: 300 });
    const sheet = fc.integer({ min: 150, max: 450 });
    fc.assert(
      fc.property(side, side, sheet, sheet, (w, h, W, H) => {
        const found = perSheet({ width: w, height: h }, { width: W, height: H });
        expect(found).toBeGreaterThanOrEqual(byRows(w, h, W, H));
        expect(found * w * h).toBeLessThanOrEqual(W * H);
      }),
      { numRuns: runs(400) },
    );
  });

  it("tries so many cuts at most, however narrow the blank and large the sheet", () => {
    // a strip of the narrowest on the largest sheet took 43 seconds, a square of 1 mm two
    const most = 200_000;
    const triesFor = (w: number, h: number, W: number, H: number) =>
      workFor({ width: w, height: h }, { width: W, height: H });
    expect(triesFor(1.08, 280, 1229, 2000)).toBeLessThan(most);
    expect(triesFor(1, 1, 2000, 2000)).toBeLessThan(most);
    expect(perSheet({ width: 1.08, height: 280 }, { width: 1229, height: 2000 })).toBeGreaterThanOrEqual(1137 * 7);
    const side = fc.oneof(
      fc.double({ min: 1, max: 600, noNaN: true }),
      fc.integer({ min: 10, max: 600 }).map((n) => n / 10),
    );
    const long = fc.oneof(fc.double({ min: 40, max: 2000, noNaN: true }), fc.integer({ min: 40, max: 2000 }));
    fc.assert(
      fc.property(side, side, long, long, (w, h, W, H) => {
        expect(triesFor(w, h, W, H)).toBeLessThan(most);
      }),
      { numRuns: runs(150) },
    );
  });

  it("does not mind which way the sheet or the blank lies", () => {
    const side = fc.integer({ min: 40, max: 200 });
    fc.assert(
      fc.property(side, side, (w, h) => {
        const one = perSheet({ width: w, height: h }, { width: 210, height: 297 });
        expect(perSheet({ width: h, height: w }, { width: 210, height: 297 })).toBe(one);
        expect(perSheet({ width: w, height: h }, { width: 297, height: 210 })).toBe(one);
      }),
      { numRuns: runs(200) },
    );
  });
});

/** Walks a sheet: everything it holds, each part's cuts checked on the way. */
function check(part: Cutting): void {
  if (!part.cut) return;
  const { along, first, rest } = part.cut;
  expect(first[along] + rest[along]).toBeCloseTo(part[along], 6);
  for (const half of [first, rest]) {
    const other = along === "width" ? "height" : "width";
    expect(half[other]).toBeCloseTo(part[other], 6);
    check(half);
  }
}

describe("the plan of a run", () => {
  /*
   * A6 envelope on a millimetre board: square of 201 mm. A4 gives one, 210 × 297: a strip of 96 × 210 and one of 9 × 201.
   * Forty want forty sheets.
   */
  it("counts sheets and offcuts for the whole run", () => {
    const s = solve(
      specOf({
        form: "square-blank-envelope",
        contents: { preset: "iso-a6" },
        method: { board: "one-millimetre" },
        sheet: { preset: "iso-a4" },
        quantity: 40,
      }),
    );
    const side = s.pieces[0]?.blank.width ?? 0;
    const [plan] = trimPlans(s);
    expect(plan).toMatchObject({ sheets: 40, left: [] });
    expect(plan?.offcuts).toEqual([{ width: 210, height: 297 - side, count: 40 }]);
    const groups = plan?.groups ?? [];
    expect(groups).toHaveLength(1);
    expect(cutsOf((groups[0] as { root: Cutting }).root)).toEqual([
      { measure: side, along: "height", times: 1, of: "sheet" },
      // the second is made in the strip that the first took off
      { measure: side, along: "width", times: 1, of: "strip" },
    ]);
    expect(paperNeed(s)).toMatchObject([{ code: "sheet", quantity: 40 }]);
  });

  it("cuts small pieces from what the large ones leave", () => {
    // the closure tab comes out of the strip beside the square
    const tabbed = plansOf({
      form: "square-blank-envelope",
      contents: { preset: "iso-a6" },
      settings: { closure: "tab" },
      method: { board: "one-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 7,
    });
    expect(tabbed[0]?.sheets).toBe(7);
    // one strip gives many tabs: the first sheets give all seven, the others stay whole
    expect(tabbed[0]?.groups.reduce((sum, g) => sum + g.count, 0)).toBe(7);
  });

  it("plans each paper by itself, and says what does not come out of the sheet", () => {
    const layered = plansOf({
      form: "card-base",
      contents: { preset: "iso-a6" },
      stock: { preset: "cover-250" },
      layers: [{ kind: "mat", stock: { preset: "text-120-plum" } }],
      sheet: { preset: "iso-a4" },
      quantity: 10,
    });
    // card 296 × 105: two to an A4; mats 138 × 95: 210 = 2 × 95 + 20, 297 = 2 × 138 + 21: four
    expect(layered.map((p) => [p.stock.includes("chalk"), p.sheets])).toEqual([
      [true, 5],
      [false, 3],
    ]);
    const large = plansOf({ form: "side-seam-envelope", contents: { preset: "iso-a5" }, sheet: { preset: "iso-a4" } });
    expect(large[0]?.left).toEqual([{ piece: "envelope", quantity: 1 }]);
    expect(large[0]?.sheets).toBe(0);
    expect(plansOf({ form: "card-base", contents: { preset: "iso-a6" } })).toEqual([]);
  });

  it("lays a blank across the corner where it comes out no other way", () => {
    const [plan] = plansOf({
      form: "card-base",
      contents: { width: 145, height: 20 },
      sheet: { width: 220, height: 220 },
      quantity: 2,
    });
    expect(plan?.sheets).toBe(2);
    expect(plan?.groups[0]?.root.slant).toBeGreaterThan(0);
  });

  /** All that is asked is made or told as left, every blank whole, on the sheet and beside the others. */
  function holds(s: Pick<Solution, "spec" | "pieces">, W: number, H: number): void {
    const plans = trimPlans(s);
    for (const piece of s.pieces) {
      const made = plans.flatMap((plan) =>
        plan.groups.map((g) => g.count * blanksIn(g.root).filter((p) => p.piece === piece.id).length),
      );
      const left = plans.flatMap((p) => p.left.filter((l) => l.piece === piece.id).map((l) => l.quantity));
      expect([...made, ...left].reduce((a, b) => a + b, 0)).toBe(piece.quantity * s.spec.quantity);
    }
    for (const { root } of plans.flatMap((p) => p.groups)) {
      check(root);
      const blanks = blanksIn(root).filter((p) => p.slant === undefined);
      for (const p of blanks) {
        const blank = s.pieces.find((q) => q.id === p.piece)?.blank ?? { width: 0, height: 0 };
        expect([p.width, p.height].sort((a, b) => a - b).map((n) => n.toFixed(6))).toEqual(
          [blank.width, blank.height].sort((a, b) => a - b).map((n) => n.toFixed(6)),
        );
        expect(p.x + p.width).toBeLessThanOrEqual(W + 1e-6);
        expect(p.y + p.height).toBeLessThanOrEqual(H + 1e-6);
        const onAnother = blanks.some(
          (q) =>
            q !== p &&
            p.x + p.width > q.x + 1e-6 &&
            q.x + q.width > p.x + 1e-6 &&
            p.y + p.height > q.y + 1e-6 &&
            q.y + q.height > p.y + 1e-6,
        );
        expect(onAnother).toBe(false);
      }
    }
  }
  const sheetSide = fc.integer({ min: 100, max: 700 });

  it("gives for any run all that is asked, on paper that is there", () => {
    const forms = ["square-blank-envelope", "deep-envelope", "card-base", "tag", "closure-tab"];
    fc.assert(
      fc.property(
        fc.constantFrom(...forms),
        fc.integer({ min: 40, max: 200 }),
        fc.integer({ min: 40, max: 150 }),
        fc.integer({ min: 1, max: 90 }),
        sheetSide,
        sheetSide,
        (form, width, height, quantity, W, H) => {
          holds(solve(specOf({ form, contents: { width, height }, quantity, sheet: { width: W, height: H } })), W, H);
        },
      ),
      { numRuns: runs(150) },
    );
  });

  it("gives them where thousands come out of a sheet and rows are only counted", () => {
    const { spec, pieces } = solve(specOf({ form: "tag", contents: { width: 60, height: 40 } }));
    const side = fc.integer({ min: 10, max: 120 }).map((n) => n / 10);
    fc.assert(
      fc.property(
        side,
        side,
        fc.integer({ min: 1, max: 200 }),
        sheetSide,
        sheetSide,
        (width, height, quantity, W, H) => {
          const small = pieces.map((piece) => ({ ...piece, blank: { ...piece.blank, width, height } }));
          holds({ spec: { ...spec, quantity, sheet: { width: W, height: H } }, pieces: small }, W, H);
        },
      ),
      { numRuns: runs(60) },
    );
  });
});
