/** Lines as they are drawn: a long row of one thing is one, and nothing of it is lost. */
import { draw, pathData, type Piece, readSpec } from "@cut-fold/core";
import { loadFormsIn } from "../needs/forms.ts";
import { beforeAll, expect, it } from "vitest";
import { lineRows } from "./lineRows.ts";

beforeAll(() => loadFormsIn([{ form: "card-base" }]));

/** A card with rows of holes, so many in each. */
function holed(...columns: readonly number[]): Piece {
  const read = readSpec({
    ...{ form: "card-base", contents: { width: 200, height: 200 } },
    fittings: columns.map((count, i) => ({
      ...{ id: `h${String(i)}`, kind: "hole", on: { panel: "front", side: "outside" }, across: 2 },
      ...{
        columns: count,
        rows: 1,
        apart: 4,
        at: { x: { from: "left", by: 10 }, y: { from: "top", by: 10 + 20 * i } },
      },
    })),
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const [piece] = draw(read.value).pieces;
  if (!piece) throw new Error("no piece");
  return piece;
}

it("are one for each long row, apart in short ones, and the form's own never together", () => {
  const piece = holed(30, 40, 5);
  const rows = lineRows(piece);
  const long = rows.filter(({ ids }) => ids.length > 1);
  expect(long.map(({ ids }) => ids.length)).toEqual([30, 40]);
  expect(long.map(({ stroke }) => stroke.fitting)).toEqual(["h0", "h1"]);
  expect(rows.filter(({ stroke }) => stroke.fitting === "h2")).toHaveLength(5);
  expect(rows.filter(({ stroke }) => stroke.fitting === undefined).every(({ ids }) => ids.length === 1)).toBe(true);
});

it("are all of the piece's lines, each once, with what they draw", () => {
  const piece = holed(30, 3);
  const rows = lineRows(piece);
  expect(rows.flatMap(({ ids }) => ids).sort()).toEqual(piece.lines.map(({ id }) => id).sort());
  const drawn = rows.map(({ path }) => pathData(path)).join("");
  for (const { path } of piece.lines) expect(drawn).toContain(pathData(path));
  expect(lineRows(piece)).toBe(rows);
});
