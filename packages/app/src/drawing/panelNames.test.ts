/** Names of panels in the flat drawing: on their panel, clear of figures and of what is laid on it. */
import { flatten, holds, lyingOnFlat, type Point, readSpec, type Solution, solve } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { demoDrafts } from "../store/demo.ts";
import { panelNames } from "./panelNames.ts";
import { toScreen, type View } from "./view.ts";

const VIEW: View = { k: 1.6, x0: 90, y0: 520 };

function solved(recipe: Record<string, unknown>): Solution {
  const read = readSpec(recipe);
  if (!read.ok) throw new Error("wrong recipe");
  return solve(read.value);
}

/** The edges of everything that lies on the main piece. */
const loopsOn = (solution: Solution): (readonly Point[])[] =>
  lyingOnFlat(solution).flatMap(({ shape }) => [shape.path, ...(shape.holes ?? [])].map((loop) => flatten(loop)));

const NO_FIGURES = { figures: [], lines: [] };

const namesOf = (solution: Solution, index = 0) => {
  const piece = solution.pieces[index];
  if (!piece) throw new Error("no such piece");
  const laid = index === 0 ? loopsOn(solution) : [];
  return { piece, laid, names: panelNames(piece, VIEW, { ...solution, ...NO_FIGURES, laid }) };
};

/** Points over a name from the top of its letters to their tails, a pixel apart. */
const over = (name: string, [x, foot]: Point): Point[] => {
  const half = Math.floor(name.length * 3.6);
  return [-10, -4, 3].flatMap((dy) => Array.from({ length: 2 * half + 1 }, (_, i): Point => [x - half + i, foot + dy]));
};

describe.each(demoDrafts().map((d) => [d.name, solve(d.spec)] as const))("%s", (_, solution) => {
  it("has its names whole on their own panels", () => {
    for (const index of solution.pieces.keys()) {
      const { piece, names } = namesOf(solution, index);
      for (const { id, name, at } of names) {
        const panel = piece.panels.find((p) => p.id === id);
        const outline = flatten(panel?.outline ?? []).map((p) => toScreen(VIEW, p));
        const off = over(name, at).filter((p) => !holds(outline, p));
        expect(off, `${name} leaves its panel`).toEqual([]);
      }
    }
  });

  it("has no name under its contents, nor on the edge of a layer", () => {
    const { names, laid } = namesOf(solution);
    for (const { on } of solution.contents)
      if (on.piece === solution.main) expect(names.map((n) => n.id)).not.toContain(on.panel);
    const loops = laid.map((loop) => loop.map((p) => toScreen(VIEW, p)));
    for (const { name, at } of names) {
      // all of a name lies on the same side of every edge
      const sides = loops.map((loop) => new Set(over(name, at).map((p) => holds(loop, p))).size);
      expect(
        sides.filter((n) => n > 1),
        `${name} crosses a layer's edge`,
      ).toEqual([]);
    }
  });
});

describe("a name", () => {
  it("gives way to a figure that stands in the middle of its panel", () => {
    const solution = solved({ form: "card-base", contents: { width: 150, height: 150 } });
    const { piece, names } = namesOf(solution);
    const box = (name: string, [x, foot]: Point) => ({
      ...{ left: x - name.length * 3.6, right: x + name.length * 3.6, top: foot - 11, bottom: foot + 4 },
    });
    // a number stands over the very middle of each name: it goes elsewhere on its panel
    const figures = names.map(({ name, at }) => box(name, at));
    const moved = panelNames(piece, VIEW, { ...solution, laid: [], figures, lines: [] });
    expect(moved.map(({ id }) => id)).toEqual(names.map(({ id }) => id));
    for (const { name, at } of moved)
      for (const figure of figures) {
        const own = box(name, at);
        const isApart = own.right <= figure.left || own.left >= figure.right;
        expect(isApart || own.bottom <= figure.top || own.top >= figure.bottom).toBe(true);
      }
  });

  it("is left out where there is no room for it", () => {
    const solution = solved({ form: "card-base", contents: { width: 148, height: 105 } });
    const [piece] = solution.pieces;
    if (!piece) throw new Error("no piece");
    const around = { ...solution, ...NO_FIGURES, laid: [] };
    expect(panelNames(piece, { ...VIEW, k: 0.1 }, around)).toEqual([]);
    expect(
      panelNames(piece, VIEW, around)
        .map((n) => n.name)
        .sort(),
    ).toEqual(piece.panels.map((p) => p.name).sort());
  });
});

describe("what is laid on a card", () => {
  const solution = solved({
    form: "card-base",
    contents: { width: 150, height: 100 },
    method: { board: "scoring-millimetre" },
    layers: [
      { kind: "mat", border: 5, panel: "front" },
      { kind: "mat", border: 3, panel: "front" },
      { kind: "mat", border: 8, panel: "back", side: "inside" },
    ],
  });
  const extent = (loop: readonly Point[]) => {
    const [xs, ys] = [loop.map((p) => p[0]), loop.map((p) => p[1])];
    return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
  };

  it("lies within its panel by its borders, each on the one before", () => {
    const front = solution.pieces[0]?.panels.find((p) => p.id === "front");
    const panel = extent(flatten(front?.outline ?? []));
    const laid = new Map(lyingOnFlat(solution).map((l) => [l.fitting, l]));
    for (const [id, border] of [
      ["layer-1", 5],
      ["layer-2", 5 + 3],
    ] as const) {
      const { left, right, bottom, top } = extent(flatten(laid.get(id)?.shape.path ?? []));
      expect(left - panel.left).toBeCloseTo(border, 6);
      expect(panel.right - right).toBeCloseTo(border, 6);
      expect(bottom - panel.bottom).toBeCloseTo(border, 6);
      expect(panel.top - top).toBeCloseTo(border, 6);
    }
    expect(["layer-1", "layer-2", "layer-3"].map((id) => laid.get(id)?.side)).toEqual(["front", "front", "back"]);
  });
});
