/** A puzzle's lines part the paper into as many pieces as are numbered: counted by the polygon clipper, which shares no line of it. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shapes } from "../catalogue/shapes.ts";
import { cutAway } from "../geometry/areas.ts";
import { areaOf, flatten, holds, type Path, polygon } from "../geometry/path.ts";
import { add, direction, type Point, scale } from "../geometry/point.ts";
import { runs } from "../test/runs.ts";
import { type Puzzle, type PuzzleEdge, puzzleOf } from "./puzzle.ts";

/** The cut of a knife a twentieth of a mm wide along a line, a hair longer than it. */
const kerf = (path: Path): Point[][] => {
  const points = flatten(path);
  return points.slice(1).map((to, i) => {
    const from = points[i] as Point;
    const way = scale(direction(from, to), 0.025);
    const side: Point = [-way[1], way[0]];
    const [a, b] = [add(from, scale(way, -1)), add(to, way)];
    return [add(a, scale(side, -1)), add(b, scale(side, -1)), add(b, side), add(a, side)];
  });
};
const partsOf = (outline: Path, { lines }: Puzzle): Point[][] =>
  cutAway(
    [flatten(outline)],
    lines.flatMap((path) => kerf(path)),
  ).filter((ring) => areaOf(polygon(ring)) > 1);

describe("a puzzle", () => {
  it("of a rectangle has a piece for every cell, read like a page", () => {
    const outline = polygon([
      [0, 0],
      [90, 0],
      [90, 60],
      [0, 60],
    ]);
    const puzzle = puzzleOf(outline, 3, 2, "knobs");
    // three lines across between rows, two upright in each of two rows
    expect(puzzle.lines).toHaveLength(3 + 4);
    expect(puzzle.pieces.map(({ at }) => at.map(Math.round))).toEqual([
      [15, 45],
      [45, 45],
      [75, 45],
      [15, 15],
      [45, 15],
      [75, 15],
    ]);
    const parts = partsOf(outline, puzzle);
    expect(parts).toHaveLength(6);
    // a knob takes from one what it gives the other
    expect(parts.reduce((sum, ring) => sum + areaOf(polygon(ring)), 0)).toBeCloseTo(5400, -2);
  });

  it("has knobs no higher than the shorter side of its pieces lets them be, so that none meets the next line", () => {
    // pieces of 60 × 10: a line across is 60 long, and its knob may reach into a piece that is 10 deep
    const outline = polygon([
      [0, 0],
      [120, 0],
      [120, 20],
      [0, 20],
    ]);
    const { lines } = puzzleOf(outline, 2, 2, "knobs");
    const across = lines.filter((path) => flatten(path).every(([, y]) => y > 0.5 && y < 19.5));
    expect(across.length).toBeGreaterThan(0);
    for (const [, y] of across.flatMap((path) => flatten(path))) expect(Math.abs(y - 10)).toBeLessThan(5);
  });

  it("parts any outline into the pieces that are numbered, each number in a piece of its own", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...shapes),
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 5 }),
        fc.constantFrom<PuzzleEdge>("knobs", "waves", "straight"),
        fc.integer({ min: 60, max: 160 }),
        (shape, columns, rows, edge, height) => {
          const outline = shape.outline(height * shape.usual, height);
          const puzzle = puzzleOf(outline, columns, rows, edge);
          const parts = partsOf(outline, puzzle);
          const numbered = parts.filter((ring) => puzzle.pieces.some(({ at }) => holds(ring, at)));
          expect(numbered).toHaveLength(puzzle.pieces.length);
          for (const path of puzzle.lines)
            for (const p of flatten(path).slice(1, -1)) expect(holds(flatten(outline), p)).toBe(true);
        },
      ),
      { numRuns: runs(80) },
    );
  });
});
