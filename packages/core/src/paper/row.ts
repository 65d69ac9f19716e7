/** Pieces side by side: how files and small pictures show all of a draft. */
import type { Piece } from "../model/piece.ts";

/** mm between pieces laid side by side. */
export const PIECE_SPACING_MM = 10;

/** Every piece once, left to right, each with the x of its lower left corner, and the size of the whole. */
export function inARow(pieces: readonly Piece[]): {
  readonly placed: readonly { piece: Piece; x: number }[];
  readonly width: number;
  readonly height: number;
} {
  let x = 0;
  const placed = pieces.map((piece) => {
    const at = x;
    x += piece.blank.width + PIECE_SPACING_MM;
    return { piece, x: at };
  });
  return {
    placed,
    width: Math.max(0, x - PIECE_SPACING_MM),
    height: Math.max(0, ...pieces.map((p) => p.blank.height)),
  };
}
