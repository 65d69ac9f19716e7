import { readSpec, solve } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { arrange, arrangeAt } from "./arrange.ts";

const piecesOf = (mats: number) => {
  const read = readSpec({
    form: "card-base",
    contents: { width: 130, height: 130 },
    method: { board: "scoring-millimetre" },
    ...(mats > 0 && { layers: Array.from({ length: mats }, () => ({ kind: "mat", border: 2 })) }),
  });
  if (!read.ok) throw new Error("wrong recipe");
  return solve(read.value).pieces;
};

describe("pieces on the drawing", () => {
  it.each([0, 1, 2, 5, 9])("keeps %d layers and the card inside the window, clear of one another", (mats) => {
    const [wide, tall] = [530, 490];
    const { placed, width, height, k } = arrange(piecesOf(mats), wide, tall);
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
    const { k } = arrange(piecesOf(0), 520, 490);
    expect(k).toBeCloseTo(2, 3);
    expect(arrangeAt(piecesOf(2), 3.78).k).toBe(3.78);
  });
});
