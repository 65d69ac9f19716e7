import { describe, expect, it } from "vitest";
import { areaOf, line, polygon } from "../geometry/path.ts";
import { HERE, type Point } from "../geometry/point.ts";
import type { Fold, PieceDraft } from "../model/piece.ts";
import { derivePiece, outlineOf } from "./derive.ts";

const fold = (id: string, panels: [string, string], from: Point, to: Point, order = 1): Fold => ({
  id,
  panels,
  from,
  to,
  angle: 180,
  order,
});
describe("deriving a piece", () => {
  const draftOf = (panels: PieceDraft["panels"], folds: readonly Fold[]): PieceDraft => ({
    id: "p",
    name: "P",
    quantity: 1,
    laid: HERE,
    root: panels[0]?.id ?? "",
    panels,
    folds,
    cuts: [],
    glue: [],
  });
  const panel = (id: string, points: readonly Point[]) => ({ id, name: id, outline: polygon(points) });

  it("joins a flap narrower than its panel: the outline steps in at both ends of the fold", () => {
    const body = panel("body", [
      [0, 0],
      [100, 0],
      [100, 60],
      [0, 60],
    ]);
    const flap = panel("flap", [
      [20, 60],
      [80, 60],
      [80, 80],
      [20, 80],
    ]);
    const piece = derivePiece(draftOf([body, flap], [fold("hinge", ["body", "flap"], [20, 60], [80, 60])]));
    expect(piece.outline).toHaveLength(1);
    expect(areaOf(piece.outline[0] ?? [])).toBe(100 * 60 + 60 * 20);
    expect(piece.blank).toEqual({ width: 100, height: 80 });
  });

  it("finds a hole that panels leave between them, after the outer edge", () => {
    // four bars round an empty middle, hinged at their ends
    const bars = [
      panel("s", [
        [0, 0],
        [30, 0],
        [30, 10],
        [0, 10],
      ]),
      panel("e", [
        [20, 10],
        [30, 10],
        [30, 20],
        [20, 20],
      ]),
      panel("n", [
        [0, 20],
        [30, 20],
        [30, 30],
        [0, 30],
      ]),
      panel("w", [
        [0, 10],
        [10, 10],
        [10, 20],
        [0, 20],
      ]),
    ];
    const folds = [
      fold("1", ["s", "e"], [20, 10], [30, 10]),
      fold("2", ["e", "n"], [30, 20], [20, 20]),
      fold("3", ["n", "w"], [0, 20], [10, 20]),
      fold("4", ["s", "w"], [10, 10], [0, 10]),
    ];
    const loops = outlineOf(draftOf(bars, folds));
    expect(loops.map((l) => areaOf(l))).toEqual([900, -100]);
  });

  it("says so when the panels do not close", () => {
    const open = { id: "open", name: "open", outline: [line([0, 0], [10, 0]), line([10, 0], [10, 10])] };
    expect(() => outlineOf(draftOf([open], []))).toThrow(/do not close: nothing follows 10, 10/u);
  });

  it("calls a fold away from the drawn face a mountain", () => {
    const body = panel("body", [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ]);
    const flap = panel("flap", [
      [10, 0],
      [20, 0],
      [20, 10],
      [10, 10],
    ]);
    const piece = derivePiece(
      draftOf([body, flap], [{ ...fold("f", ["body", "flap"], [10, 0], [10, 10]), angle: -90 }]),
    );
    expect(piece.lines).toMatchObject([{ role: "score", fold: "mountain" }]);
  });
});
