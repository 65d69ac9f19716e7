/** What a maker writes on the back of an envelope: each piece's size, and where it is punched or scored, edge by edge. */
import { type Piece, takesPaper } from "../model/piece.ts";
import type { Solution, Step } from "../model/solution.ts";

/** The scores read from one edge of the sheet, mm in their order; one measure from the left corner on a punch board. */
export interface EdgeReadings {
  readonly edge: "punch" | "left" | "right" | "top" | "bottom";
  readonly measures: readonly number[];
  /** those of them that end inside the sheet: their steps say from where to where */
  readonly inPart: readonly number[];
}

/** One piece by its numbers. */
export interface PieceReadings {
  readonly piece: Piece;
  readonly readings: readonly EdgeReadings[];
  /** how many scores no edge measures: slanted or curved, made by the template */
  readonly byTemplate: number;
  /** whether other pieces are cut beside it, so that its name has to stand with its numbers */
  readonly oneOfSeveral: boolean;
}

const edgeOf = ({ kind, facts }: Step): EdgeReadings["edge"] =>
  kind === "punch" ? "punch" : (String(facts?.["edge"]) as EdgeReadings["edge"]);

/** Every piece of the form itself that is punched or scored, the main one first. What lies on it is scored in its own time. */
export function readingsByPiece({ pieces, steps }: Pick<Solution, "pieces" | "steps">): PieceReadings[] {
  const own = pieces.filter((piece) => piece.fitting === undefined);
  const oneOfSeveral = own.filter(takesPaper).length > 1;
  return own.flatMap((piece) => {
    const read = readingsOf(piece, steps);
    return read ? [{ ...read, oneOfSeveral }] : [];
  });
}

/** The numbers of any one piece, of one that is laid on another too; undefined where nothing of it is scored. */
export function readingsOf(piece: Piece, steps: Solution["steps"]): PieceReadings | undefined {
  const made = steps.filter((s) => s.of === piece.id && (s.kind === "punch" || s.kind === "score"));
  const measured = made.filter((s) => s.measure !== undefined);
  const edges = [...new Set(measured.map(edgeOf))];
  const readings = edges.map((edge): EdgeReadings => {
    const read = measured.filter((s) => edgeOf(s) === edge);
    const measures = (of: readonly Step[]): number[] => of.map((s) => s.measure ?? 0);
    return {
      edge,
      measures: measures(read),
      inPart: measures(read.filter((s) => s.facts?.["whole"] !== undefined)),
    };
  });
  const byTemplate = made
    .filter((s) => s.kind === "score" && s.measure === undefined && s.scene.on === "table")
    .reduce((sum, s) => sum + s.does.length, 0);
  return readings.length + byTemplate > 0 ? { piece, readings, byTemplate, oneOfSeveral: false } : undefined;
}
