import { describe, expect, it } from "vitest";
import { areaOf, line, polygon, roundCorners } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Fold, PieceDraft } from "../model/piece.ts";
import { derivePiece, outlineOf } from "./derive.ts";
import { scoreBlank } from "./score.ts";

const fold = (id: string, panels: [string, string], from: Point, to: Point, order = 1): Fold => ({
  id,
  panels,
  from,
  to,
  angle: 180,
  order,
});
const sheet = (w: number, h: number) =>
  polygon([
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ]);

describe("scoring a blank", () => {
  // a 100 × 60 sheet scored at 30 and at 70: panels of 30, 40 and 30 mm
  const folds = [fold("one", ["a", "b"], [30, 0], [30, 60]), fold("two", ["b", "c"], [70, 0], [70, 60])];
  const at = [
    { id: "a", name: "A", at: [15, 30] as Point },
    { id: "b", name: "B", at: [50, 30] as Point },
    { id: "c", name: "C", at: [85, 30] as Point },
  ];

  it("cuts the sheet into panels that add up to it", () => {
    const panels = scoreBlank(sheet(100, 60), folds, at);
    expect(panels.map((p) => areaOf(p.outline))).toEqual([1800, 2400, 1800]);
  });

  it("keeps curves that a score does not touch", () => {
    const panels = scoreBlank(
      roundCorners(
        [
          [0, 0],
          [100, 0],
          [100, 60],
          [0, 60],
        ],
        [10, 10, 10, 10],
      ),
      folds,
      at,
    );
    expect(panels[0]?.outline.filter((s) => s.kind === "arc")).toHaveLength(2);
    expect(panels[1]?.outline.some((s) => s.kind === "arc")).toBe(false);
    // two corners lose (1 − π/4)·r² each
    expect(areaOf(panels[0]?.outline ?? [])).toBeCloseTo(1800 - 2 * (1 - Math.PI / 4) * 100, 9);
  });

  it("refuses a score that stops short of the edge, and a panel that is nowhere", () => {
    expect(() => scoreBlank(sheet(100, 60), [fold("short", ["a", "b"], [30, 0], [30, 50])], at)).toThrow(
      /'short' does not run from edge to edge/u,
    );
    expect(() => scoreBlank(sheet(100, 60), folds, [{ id: "out", name: "Out", at: [200, 200] }])).toThrow(
      /no part of the blank holds panel 'out'/u,
    );
  });

  it("scores from corner to corner as well as from the middle of an edge", () => {
    const panels = scoreBlank(
      sheet(60, 60),
      [fold("diagonal", ["a", "b"], [0, 0], [60, 60])],
      [
        { id: "a", name: "A", at: [40, 20] },
        { id: "b", name: "B", at: [20, 40] },
      ],
    );
    expect(panels.map((p) => areaOf(p.outline))).toEqual([1800, 1800]);
  });
});

describe("deriving a piece", () => {
  const draftOf = (panels: PieceDraft["panels"], folds: readonly Fold[]): PieceDraft => ({
    id: "p",
    name: "P",
    quantity: 1,
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
