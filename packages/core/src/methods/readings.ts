/** What a maker writes on the back of an envelope: each piece's size, and where it is punched or scored, edge by edge. */
import type { Piece } from "../model/piece.ts";
import type { Solution, Step } from "../model/solution.ts";

/** The scores read from one edge of the sheet, mm in their order; one measure from the left corner on a punch board. */
export interface EdgeReadings {
  readonly edge: "punch" | "left" | "right" | "top" | "bottom";
  readonly measures: readonly number[];
}

/** One piece by its numbers. */
export interface PieceReadings {
  readonly piece: Piece;
  readonly readings: readonly EdgeReadings[];
}

const edgeOf = ({ kind, facts }: Step): EdgeReadings["edge"] =>
  kind === "punch" ? "punch" : (String(facts?.["edge"]) as EdgeReadings["edge"]);

/** Every piece of the form itself that is punched or scored, the main one first. What lies on it is scored in its own time. */
export function readingsByPiece({ pieces, steps }: Pick<Solution, "pieces" | "steps">): PieceReadings[] {
  const measured = steps.filter((s) => (s.kind === "punch" || s.kind === "score") && s.measure !== undefined);
  return pieces.flatMap((piece) => {
    if (piece.fitting !== undefined) return [];
    const byEdge = new Map<EdgeReadings["edge"], number[]>();
    for (const step of measured) {
      if (step.scene.piece !== piece.id) continue;
      byEdge.set(edgeOf(step), [...(byEdge.get(edgeOf(step)) ?? []), step.measure ?? 0]);
    }
    const readings = [...byEdge].map(([edge, measures]) => ({ edge, measures }));
    return readings.length > 0 ? [{ piece, readings }] : [];
  });
}
