/** A card with one of everything on it, made in other sizes and back: every rule holds, and nothing is drawn out of shape. */
import { describe, expect, it } from "vitest";
import { boundsOf, flatten } from "../geometry/path.ts";
import { resize } from "./resize.ts";
import { solve } from "../solve.ts";
import { OWN_OUTLINES, specOf } from "../test/randomSpec.ts";

const FRONT = { panel: "front", side: "outside" };
const own = { outline: "own", drawn: OWN_OUTLINES.drop };
const at = (x: object, y: object, turn = 0) => ({
  x: { from: "centre", by: 0, ...x },
  y: { from: "centre", by: 0, ...y },
  turn,
});
/** One of each kind that takes no whole side: where each lies is not what is asked here. */
const ROWS = [
  { id: "mat", kind: "mat", on: FRONT, border: 5 },
  { id: "frame", kind: "frame", on: FRONT, border: 8, width: 4 },
  { id: "strip", kind: "strip", on: FRONT, width: 12, at: at({}, { from: "bottom", by: 10 }) },
  { id: "panel", kind: "panel", on: FRONT, width: 40, height: 20, at: at({}, { from: "top", by: 10 }) },
  { id: "shape", kind: "shape", on: FRONT, ...own, width: 20, height: 30, at: at({ from: "left", by: 10 }, {}) },
  { id: "puzzle", kind: "puzzle", on: FRONT, outline: "heart", width: 30, height: 28, across: 2, up: 2 },
  { id: "cut-out", kind: "lettering", on: FRONT, text: "Plum", size: 10, at: at({}, { by: -20 }) },
  {
    id: "window",
    kind: "window",
    on: FRONT,
    outline: "oval",
    width: 30,
    height: 40,
    at: at({ from: "right", by: 10 }, {}),
  },
  { id: "drop", kind: "window", on: FRONT, ...own, width: 10, height: 15, at: at({ by: -20 }, { by: 20 }) },
  { id: "border", kind: "window", on: FRONT, outline: "leaf", width: 6, height: 10, around: true, columns: 6, rows: 4 },
  { id: "holes", kind: "hole", on: FRONT, across: 4, columns: 3, at: at({}, { from: "top", by: 6 }) },
  { id: "slit", kind: "slit", on: FRONT, long: 20, at: at({}, { by: 10 }) },
  { id: "line", kind: "line", on: FRONT, outline: "star", width: 20, height: 20, role: "foil" },
  { id: "tear", kind: "perforation", on: FRONT },
  { id: "words", kind: "words", on: FRONT, text: "Plum jam", size: 8, spacing: -0.5, arc: 60, at: at({}, { by: 30 }) },
  { id: "side", kind: "words", on: FRONT, text: "2026", size: 5, runs: "left", off: 6 },
  { id: "edge", kind: "edge", on: FRONT, which: "right", shape: "scalloped" },
];
const A6 = specOf({
  ...{ form: "card-base", contents: { width: 105, height: 148, thickness: 1 }, settings: { fold: "side" } },
  ...{ method: { board: "scoring-millimetre" }, fittings: ROWS },
});
const made = (spec: typeof A6, width: number, height: number): typeof A6 => {
  const done = resize(spec, { width, height });
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return done.spec;
};
const rowOf = (spec: typeof A6, id: string) => spec.fittings?.find((row) => row.id === id);
const number = (value: unknown): number => Number(value);

describe("a card with everything on it", () => {
  it("is the same again after another size and back, to the last setting", () => {
    const large = made(A6, 210, 296);
    expect(large.fittings).not.toEqual(A6.fittings);
    expect(made(large, 105, 148).fittings).toEqual(A6.fittings);
  });

  it.each([
    [210, 296],
    [148, 148],
    [200, 120],
    [80, 148],
  ])("is drawn out of no shape at %d × %d mm, and every rule holds", (width, height) => {
    const spec = made(A6, width, height);
    const [was, now] = [solve(A6), solve(spec)];
    const least = Math.min(width / 105, height / 148);
    // what has an outline keeps its proportions, to a mark of the ruler
    for (const id of ["shape", "puzzle", "window", "drop", "border", "line"]) {
      const [a, b] = [rowOf(A6, id), rowOf(spec, id)];
      const wide = number(b?.["width"]) / number(a?.["width"]);
      expect(Math.abs(wide - least) * number(a?.["width"]), id).toBeLessThanOrEqual(0.5 + 1e-9);
      expect(Math.abs(number(b?.["height"]) - least * number(a?.["height"])), id).toBeLessThanOrEqual(0.5 + 1e-9);
    }
    // words as a whole: height of capitals, spacing and arc by the same
    const words = rowOf(spec, "words");
    expect(number(words?.["arc"])).toBeCloseTo(60 * least, 1);
    expect(number(words?.["spacing"])).toBeCloseTo(-0.5 * least, 1);
    // borders, holes and what is off an edge by rule keep
    expect(rowOf(spec, "mat")).toMatchObject({ border: 5 });
    expect(rowOf(spec, "holes")).toMatchObject({ across: 4 });
    const side = now.fittings.find((f) => f.id === "side");
    expect(boundsOf(side?.outline ?? []).left).toBeCloseTo(6, 6);
    const boxes = (s: typeof now) =>
      (s.pieces[0]?.cuts ?? []).filter((c) => c.fitting === "holes").map((c) => boundsOf(flatten(c.path)));
    const middles = boxes(now).map((b) => (b.left + b.right) / 2);
    expect(middles).toHaveLength(3);
    // spread evenly over the new width
    expect(Math.abs((middles[1] ?? 0) - (middles[0] ?? 0))).toBeCloseTo(width / 3, 6);
    expect(now.fittings.map((f) => f.id)).toEqual(was.fittings.map((f) => f.id));
  });
});
