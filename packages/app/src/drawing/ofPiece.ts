/** What of a solution belongs to one piece, and is drawn with it. */
import type { Piece, Drawing } from "@cut-fold/core";

export interface OfPiece {
  readonly piece: Piece;
  readonly dimensions: Drawing["dimensions"];
  readonly contents: Drawing["contents"];
}

const sameList = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((item, i) => item === b[i]);

/**
 * A solution by its pieces. One of which nothing has changed since `was` comes as the same object, so that it need not be
 * drawn again: a drag moves most pieces of a card and changes few.
 */
export function ofPieces(
  { pieces, dimensions, contents }: Drawing,
  was: ReadonlyMap<string, OfPiece> = new Map(),
): ReadonlyMap<string, OfPiece> {
  return new Map(
    pieces.map((piece): [string, OfPiece] => {
      const next: OfPiece = {
        piece,
        dimensions: dimensions.filter((d) => d.piece === piece.id),
        contents: contents.filter((c) => c.on.piece === piece.id),
      };
      const known = was.get(piece.id);
      const stays =
        known?.piece === piece &&
        sameList(known.dimensions, next.dimensions) &&
        sameList(known.contents, next.contents);
      return [piece.id, stays ? known : next];
    }),
  );
}
