import { catalogue, find, type Piece, type Spec } from "@cut-fold/core";

export interface PaperColours {
  readonly face: string;
  readonly back: string;
}

const PLAIN: PaperColours = { face: "#f1e8d4", back: "#e6d9bc" };

/** The two colours a paper is drawn in; plain card for one the catalogue does not know. */
export const paperColours = (preset: string | undefined): PaperColours =>
  (preset === undefined ? undefined : find(catalogue.stocks, preset)) ?? PLAIN;

/** The colours of a draft's own paper. */
export const coloursOf = (spec: Spec): PaperColours => paperColours(spec.stock.preset);

/** The colours of a piece: its own paper's, or the draft's. */
export const pieceColours = ({ stock }: Piece, own: PaperColours): PaperColours =>
  stock ? paperColours(stock.preset) : own;
