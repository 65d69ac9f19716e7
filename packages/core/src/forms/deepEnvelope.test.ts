import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { foldedPanels, lastOrder, move } from "../paper/pose.ts";
import { prove } from "../folding/proof.ts";
import { stagesOf } from "../folding/stages.ts";
import { flatten } from "../geometry/path.ts";
import type { Solution } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { formOf, randomSpec, specOf, runs } from "../test/randomSpec.ts";

const LEAF = {
  form: "deep-envelope",
  contents: { name: "Pressed-leaf card", width: 148, height: 105, thickness: 8 },
  stock: { caliper: 0.25, weight: 200 },
  method: { board: "scoring-millimetre" },
};
const solved = (given: object = {}): Solution => solve(specOf({ ...LEAF, ...given }));
const scores = (s: Solution, piece: string) =>
  s.steps.filter((x) => x.kind === "score" && x.scene.piece === piece).map((x) => x.measure);

describe("deep envelope, worked by hand", () => {
  /*
   * Pressed-leaf card 148 × 105 × 8 mm, stock 0.25 mm, ruler in millimetres, 3 mm of room each way, webs at the bottom.
   * From score to score; between the faces a ply less, half of either wall's paper.
   *   across 148 + 3 + 0.25 = 151.25 → 152
   *   up     105 + 3 + 0.25 + 0.25 (a web inside the bottom wall) = 108.5 → 109
   *   g      8 + 0.5 + 0.25 = 8.75 → 9
   *   side flaps 18, front 109 − 12 = 97, closing flap 40 % of 109 = 43.6 → 44
   *   blank  152 + 2 × (9 + 18) = 206   by   44 + 9 + 109 + 9 + 97 = 268
   *   from the left edge 18, 27, 179, 188; from the top edge 44, 53, 162, 171
   */
  it("the pressed-leaf card on a millimetre board", () => {
    const s = solved();
    expect(s.pieces).toHaveLength(1);
    expect(s.pieces[0]?.blank).toEqual({ width: 206, height: 268 });
    expect(s.inside).toEqual({ width: 151.75, height: 108.5, depth: 8.75 });
    expect(s.gap).toEqual({ width: 3.75, height: 3.5, depth: 0.75 });
    expect(scores(s, "envelope")).toEqual([18, 27, 179, 188, 44, 53, 162, 171]);
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
  });

  /*
   * Marks of 5 mm, stock 0.4 mm, up 40 + 0.1 + 0.4 (+ 0.4 where webs reach) → 45 in every case.
   *   80 wide, room 20, 12 thick: across 105, 12.3 free each side; webs 15 long reach in: 45 − 2 × 0.4 − 40 = 4.2 free
   *   250.05 wide, room 19.96, 8 thick: across 275, 12.275 free each side; webs 12 long do not: 45 − 0.4 − 40 = 4.6 free
   */
  it("counts a web's ply only where it reaches the contents", () => {
    const roomy = (width: number, thickness: number, playWidth: number) =>
      solved({
        contents: { width, height: 40, thickness },
        stock: { caliper: 0.4, weight: 200 },
        settings: { playWidth, playHeight: 0.1 },
        method: { board: "scoring-millimetre", ruler: "five-millimetre" },
      });
    for (const [s, free] of [
      [roomy(80, 12, 20), 4.2],
      [roomy(250.05, 8, 19.96), 4.6],
    ] as const) {
      expect(s.pieces[0]?.panels.map((p) => p.id)).toContain("left-web");
      expect(s.gap.height).toBeCloseTo(free, 9);
      expect(prove(s).contents.gap?.height).toBeCloseTo(free, 9);
    }
  });

  /* walls of 10 mm on a ruler of 5: the webs are 12 long, and 210.52 in 235 leaves 12.24 to the middle of each side wall */
  it("counts none where the web ends just short of them, in the middle of the wall's paper", () => {
    const s = solved({
      contents: { width: 210.52, height: 40, thickness: 3.93 },
      stock: { caliper: 0.49, weight: 120 },
      settings: { playWidth: 19, playHeight: 0, playDepth: 0.59, sideFlap: 12 },
      method: { board: "scoring-eighth", ruler: "five-millimetre" },
    });
    expect(s.pieces[0]?.panels.map((p) => p.id)).toContain("left-web");
    expect(s.gap.height).toBeCloseTo(45 - 0.49 - 40, 9);
    expect(prove(s).ok).toBe(true);
  });

  it("becomes two pieces when the sheet is too small for the whole, and each then fits", () => {
    // A4 is 297 high: 268 × 205 fits; a 6-inch-taller card does not: 205 + 268
    const tall = { contents: { ...LEAF.contents, height: 130 }, sheet: { preset: "iso-a4" } };
    const s = solved(tall);
    // 130 + 3 + 0.25 → 134; front 122; closing flap 53.6 → 54: whole 54 + 9 + 134 + 9 + 122 = 328 > 297
    expect(s.pieces.map((p) => p.id)).toEqual(["envelope", "flap"]);
    expect(s.pieces[0]?.blank).toEqual({ width: 206, height: 265 });
    expect(s.pieces[1]?.blank).toEqual({ width: 152, height: 16 + 9 + 54 });
    // both of its scores, read from its top edge
    expect(scores(s, "flap")).toEqual([54, 63]);
    expect(prove(s).ok).toBe(true);
    expect(solved({ ...tall, settings: { closing: "one" } }).findings.some((f) => f.check === "sheet")).toBe(true);
    expect(solved({ ...tall, sheet: undefined }).pieces).toHaveLength(1);
  });

  it("holds its corners with a spacer of the contents' thickness before the front is glued", () => {
    const { steps } = solved();
    const spacer = steps.findIndex((x) => x.code === "spacer");
    expect(steps[spacer]?.measure).toBe(8);
    expect(steps[spacer + 1]).toMatchObject({ code: "glue-flap", facts: { flap: "the front", along: "left right" } });
    // filled once the front is on, closed with wall and flap in one step
    expect(steps.slice(-2).map((x) => x.kind)).toEqual(["fill", "close"]);
    expect(stagesOf(solved()).run.map((r) => (r.kind === "fold" ? r.order : "fill"))).toEqual([
      1,
      2,
      3,
      4,
      "fill",
      5,
      6,
    ]);
    const own = solved({ settings: { closing: "own" } });
    expect(own.steps.slice(-2).map((x) => x.kind)).toEqual(["fill", "close"]);
  });

  it("writes the ply relief into the drawing: walls of the long sides give way by the paper's thickness", () => {
    const body = solved().pieces[0];
    const wall = body?.panels.find((p) => p.id === "bottom-wall");
    const xs = flatten(wall?.outline ?? []).map((p) => p[0]);
    // clear of the side walls on both sides: 152 − 2 × 0.25
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(151.5, 9);
  });
});

describe("deep envelope, folded", () => {
  it("stands its walls at right angles on the body's edges, and its corners close square", () => {
    fc.assert(
      fc.property(randomSpec(formOf("deep-envelope")), (spec) => {
        const s = solve(spec);
        const caliper = spec.stock.caliper;
        const poses = foldedPanels(s, { progress: lastOrder(s), caliper });
        const placed = (piece: string, id: string) => {
          const panel = s.pieces.find((p) => p.id === piece)?.panels.find((p) => p.id === id);
          const pose = poses.get(`${piece}/${id}`);
          if (!panel || !pose) throw new Error(`no ${piece}/${id}`);
          return flatten(panel.outline).map(([x, y]) => move(pose, [x, y, 0]));
        };
        const range = (points: readonly (readonly number[])[], i: number): [number, number] => {
          const values = points.map((p) => p[i] as number);
          return [Math.min(...values), Math.max(...values)];
        };
        // from score to score, a ply more than between the faces
        const g = s.inside.depth + caliper;
        const left = placed("envelope", "left-wall");
        const bottom = placed("envelope", "bottom-wall");
        // upright: no width of their own, and as high as the depth
        expect(range(left, 0)[1] - range(left, 0)[0]).toBeLessThan(1e-6);
        expect(range(bottom, 1)[1] - range(bottom, 1)[0]).toBeLessThan(1e-6);
        expect(range(left, 2)[1]).toBeCloseTo(g, 6);
        // the corner: the two walls meet but for the relief, over the whole height
        expect(range(bottom, 0)[0] - range(left, 0)[0]).toBeLessThanOrEqual(Math.max(caliper, 0.2) + 1e-6);
        expect(range(left, 1)[0]).toBeCloseTo(range(bottom, 1)[0], 6);
        if (s.pieces[0]?.panels.some((p) => p.id === "left-web")) {
          // one ply inside the bottom wall
          const web = placed("envelope", "left-web");
          expect(range(web, 1)[0] - range(bottom, 1)[0]).toBeCloseTo(caliper, 6);
          expect(range(web, 1)[1] - range(web, 1)[0]).toBeLessThan(1e-6);
        }
      }),
      { numRuns: runs(200) },
    );
  });

  it("is caught when its walls are too low, its flaps share a ply, or a panel stands through another", () => {
    const s = solved();
    const withFolds = (change: (fold: Solution["pieces"][number]["folds"][number]) => object): Solution => ({
      ...s,
      pieces: s.pieces.map((p) => ({ ...p, folds: p.folds.map((f) => ({ ...f, ...change(f) })) })),
    });
    expect(prove(s).ok).toBe(true);
    const thick = { ...s, contents: s.contents.map((c) => ({ ...c, thickness: 12 })) };
    expect(prove(thick).contents.crossing).toBeGreaterThan(0);
    const sameply = prove(withFolds((f) => (f.id === "score-front" ? { lift: 0 } : {})));
    expect(sameply.crossings.some((c) => c.panels.includes("envelope/front"))).toBe(true);
    // the right flap turned on past its place stands down through body and bottom wall
    const through = prove(withFolds((f) => (f.id === "score-right" ? { angle: 150 } : {})));
    expect(through.ok).toBe(false);
    expect(through.crossings.some((c) => c.panels.includes("envelope/right"))).toBe(true);
    // a depth reported larger than the walls are
    const claimed = s.contents.map((c) => ({ ...c, gap: { ...c.gap, depth: c.gap.depth + 0.1 } }));
    expect(prove({ ...s, contents: claimed }).ok).toBe(false);
  });
});
