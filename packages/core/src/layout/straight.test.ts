/** Straight cuts of several sizes: every tree of cuts walked as paper. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { nth } from "../units/nth.ts";
import { runs } from "../test/runs.ts";
import {
  blankCells,
  freeCells,
  type StraightBlank,
  type StraightCell,
  type StraightPlan,
  straightPlans,
} from "./straight.ts";
import type { NestSheet } from "./table.ts";

const A4: NestSheet = { width: 210, height: 297, count: 30, margin: 0, isOffcut: false };

function bestOf(blanks: readonly StraightBlank[], sheets: readonly NestSheet[], gap = 0, seed = 1): StraightPlan {
  let best: StraightPlan | undefined;
  for (const plan of straightPlans(blanks, sheets, gap, seed, 60)) best = plan ?? best;
  if (!best) throw new Error("no plan");
  return best;
}
const blank = (width: number, height: number, copies: number, more: Partial<StraightBlank> = {}): StraightBlank => ({
  ...{ width, height, copies, turns: true },
  ...more,
});

/** A cut goes right across what is cut: its two parts make up the whole. */
function eachCut({ cut, ...cell }: StraightCell): void {
  if (!cut) return;
  const across = cut.along === "width" ? "height" : "width";
  expect(cut.first[cut.along] + cut.rest[cut.along]).toBeCloseTo(cell[cut.along], 9);
  expect([cut.first[across], cut.rest[across]]).toEqual([cell[across], cell[across]]);
  expect([cut.first.x, cut.first.y]).toEqual([cell.x, cell.y]);
  expect(cut.rest[cut.along === "width" ? "x" : "y"]).toBeCloseTo(
    cell[cut.along === "width" ? "x" : "y"] + cut.first[cut.along],
    9,
  );
  eachCut(cut.first);
  eachCut(cut.rest);
}

describe("straight cuts of several sizes", () => {
  it("fill a sheet by hand's reckoning: nine of 70 × 99, and seven of 40 × 30 from a second", () => {
    const plan = bestOf([blank(70, 99, 9), blank(40, 30, 7)], [A4]);
    expect(plan.left).toEqual([0, 0]);
    expect(plan.sheets).toHaveLength(2);
  });

  it("put small ones into what large ones leave: 200 × 200 leaves a strip of 97, which takes six of 60 × 45", () => {
    const plan = bestOf([blank(200, 200, 1), blank(60, 45, 6)], [A4]);
    expect(plan.sheets).toHaveLength(1);
  });

  it("use offcuts first, keep the margin and the fibres' way, and say what no sheet was left for", () => {
    const offcut: NestSheet = { width: 90, height: 200, count: 1, margin: 0, isOffcut: true };
    const plan = bestOf([blank(80, 80, 3)], [offcut, A4]);
    expect(plan.sheets.map(({ sheet }) => sheet)).toEqual([0, 1]);
    expect(plan.worth).toBeLessThan(1);
    expect(bestOf([blank(200, 287, 1)], [{ ...A4, margin: 5 }]).left).toEqual([0]);
    expect(bestOf([blank(200, 287.1, 1)], [{ ...A4, margin: 5 }]).left).toEqual([1]);
    const grained = bestOf([blank(100, 60, 4, { grain: "height" })], [{ ...A4, grain: "width" }]);
    expect(grained.sheets.flatMap(({ root }) => blankCells(root)).every(({ isTurned }) => isTurned)).toBe(true);
    expect(bestOf([blank(200, 250, 3)], [{ ...A4, count: 2 }]).left).toEqual([1]);
    expect(bestOf([blank(250, 200, 1, { turns: false })], [A4]).left).toEqual([1]);
  });

  it("are cuts from edge to edge, give every blank whole, and lose none", () => {
    const side = fc.integer({ min: 20, max: 150 });
    const one = fc.record({ width: side, height: side, copies: fc.integer({ min: 1, max: 12 }), turns: fc.boolean() });
    fc.assert(
      fc.property(
        fc.array(one, { minLength: 1, maxLength: 4 }),
        fc.constantFrom(0, 2),
        fc.constantFrom(0, 4),
        fc.integer({ min: 0, max: 50 }),
        (blanks, gap, margin, seed) => {
          const sheet = { ...A4, margin };
          const plan = bestOf(blanks, [sheet], gap, seed);
          const cells = plan.sheets.flatMap(({ root }) => {
            eachCut(root);
            const [kept, free] = [blankCells(root), freeCells(root)];
            const area = [...kept, ...free].reduce((sum, { width, height }) => sum + width * height, 0);
            expect(area).toBeCloseTo(root.width * root.height, 6);
            for (const { x, y, width, height } of kept) {
              expect(x).toBeGreaterThanOrEqual(margin);
              expect(y).toBeGreaterThanOrEqual(margin);
              expect(x + width - gap).toBeLessThanOrEqual(210 - margin + 1e-9);
              expect(y + height - gap).toBeLessThanOrEqual(297 - margin + 1e-9);
            }
            return kept;
          });
          blanks.forEach(({ width, height, copies, turns }, k) => {
            const own = cells.filter((cell) => cell.blank === k);
            expect(own.length + nth(plan.left, k)).toBe(copies);
            for (const cell of own) {
              if (cell.isTurned) expect(turns).toBe(true);
              const [w, h] = cell.isTurned ? [height, width] : [width, height];
              expect([cell.width - gap, cell.height - gap]).toEqual([expect.closeTo(w, 9), expect.closeTo(h, 9)]);
            }
          });
        },
      ),
      { numRuns: runs(60) },
    );
  });
});
