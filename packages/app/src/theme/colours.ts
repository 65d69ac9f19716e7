import { type Face, formById, type PaperColours, paperColours, type Piece, type Spec } from "@cut-fold/core";

const turned = ({ face, back }: PaperColours): PaperColours => ({ face: back, back: face });

/** The colours of a draft's own paper, the face that is drawn first: the other one where the pattern was put on that side. */
export function coloursOf({ form, stock }: Spec): PaperColours {
  const drawn = formById(form)?.outside === "back" ? "inside" : "outside";
  const colours = paperColours(stock);
  const { pattern } = stock;
  return pattern === undefined || pattern === drawn ? colours : turned(colours);
}

/** The face of a piece that carries the pattern; none where its paper is alike on both. */
export function patternedOf(piece: Piece, { form, stock }: Spec): Face | undefined {
  const { pattern } = piece.stock ?? stock;
  if (pattern === undefined) return undefined;
  const drawn = piece.stock === undefined && formById(form)?.outside === "back" ? "inside" : "outside";
  return pattern === drawn ? "front" : "back";
}

/** The colours of a piece: its own paper's, or the draft's. */
export const pieceColours = ({ stock }: Piece, own: PaperColours): PaperColours =>
  stock ? (stock.pattern === "inside" ? turned(paperColours(stock)) : paperColours(stock)) : own;
