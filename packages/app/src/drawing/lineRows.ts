/** The lines of a piece as they are drawn and pointed at: those of a long row of one thing together. */
import type { Path, Piece, Stroke } from "@cut-fold/core";

/** Rows of more lines are drawn as one: thousands of holes are pointed at as what they are, one row. */
const ROW_LINES = 24;

/** Lines that look alike and come from one thing, or one alone. */
export interface LineRow {
  readonly ids: readonly string[];
  readonly path: Path;
  readonly stroke: Stroke;
}

const rowsOf = new WeakMap<Piece, readonly LineRow[]>();

/** The lines of a piece as they are drawn: those of a long row together. */
export function lineRows(piece: Piece): readonly LineRow[] {
  const known = rowsOf.get(piece);
  if (known) return known;
  const alike = new Map<string, Stroke[]>();
  for (const line of piece.lines) {
    const { id, fitting, role, fold, face, filled, colour } = line;
    const key = fitting === undefined ? `one ${id}` : [fitting, role, fold, face, filled, colour].join(" ");
    const row = alike.get(key);
    if (row) row.push(line);
    else alike.set(key, [line]);
  }
  const rows = [...alike.values()].flatMap((lines): LineRow[] => {
    const [stroke] = lines;
    return stroke && lines.length > ROW_LINES
      ? [{ ids: lines.map(({ id }) => id), path: lines.flatMap(({ path }) => path), stroke }]
      : lines.map((one) => ({ ids: [one.id], path: one.path, stroke: one }));
  });
  rowsOf.set(piece, rows);
  return rows;
}
