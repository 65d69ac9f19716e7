import { readSpec, solve, standingPast } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { arrange, arrangeAt } from "./arrange.ts";

const drawnOf = (mats: number) => {
  const read = readSpec({
    form: "card-base",
    contents: { width: 130, height: 130 },
    method: { board: "scoring-millimetre" },
    ...(mats > 0 && { layers: Array.from({ length: mats }, () => ({ kind: "mat", border: 2 })) }),
  });
  if (!read.ok) throw new Error("wrong recipe");
  return { pieces: solve(read.value).pieces, past: new Map() };
};

describe("pieces on the drawing", () => {
  it.each([0, 1, 2, 5, 9])("keeps %d layers and the card inside the window, clear of one another", (mats) => {
    const [wide, tall] = [530, 490];
    const { placed, width, height, k } = arrange(drawnOf(mats), wide, tall);
    expect(placed).toHaveLength(mats + 1);
    expect(width * k).toBeLessThanOrEqual(wide + 0.01);
    expect(height * k).toBeLessThanOrEqual(tall + 0.01);
    for (const [i, a] of placed.entries())
      for (const b of placed.slice(i + 1)) {
        const beside = a.x + a.piece.blank.width < b.x || b.x + b.piece.blank.width < a.x;
        const above = a.y + a.piece.blank.height < b.y || b.y + b.piece.blank.height < a.y;
        // a figure of 20 px and its line go between
        expect(beside || above).toBe(true);
      }
  });

  it("fills the window with a single piece, and keeps a scale that is given", () => {
    const { k } = arrange(drawnOf(0), 520, 490);
    expect(k).toBeCloseTo(2, 3);
    expect(arrangeAt(drawnOf(2), 3.78).k).toBe(3.78);
  });

  it("leaves room for what stands out of a band at both ends, and of a low pocket at one", () => {
    for (const [form, settings] of [
      ["belly-band", {}],
      ["side-tab-pocket", { back: 40, front: 30 }],
    ] as const) {
      const read = readSpec({
        form,
        settings,
        contents: { width: 90, height: 120 },
        method: { board: "scoring-millimetre" },
      });
      if (!read.ok) throw new Error("wrong recipe");
      const { pieces, contents } = solve(read.value);
      const { placed, height, k } = arrange({ pieces, past: standingPast(pieces, contents) }, 520, 490);
      const [at] = placed;
      const [lying] = contents;
      if (!at || !lying) throw new Error("nothing is drawn");
      // in mm from the foot of the whole, which fills the window
      const [low, high] = [at.y + lying.y - lying.height / 2, at.y + lying.y + lying.height / 2];
      expect(low, form).toBeGreaterThanOrEqual(-1e-9);
      expect(high, form).toBeLessThanOrEqual(height + 1e-9);
      expect(height * k).toBeLessThanOrEqual(490.01);
    }
  });
});
