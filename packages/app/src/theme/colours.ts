import { getContrastRatio } from "@mui/material/styles";
import { formById, paperColours, type Piece, type Spec } from "@cut-fold/core";
import { colour } from "./theme.ts";

/** What its two faces are drawn in, as CSS colours. */
export type PaperColours = ReturnType<typeof paperColours>;

const turned = ({ face, back }: PaperColours): PaperColours => ({ face: back, back: face });

/** The colours of a draft's own paper, the face that is drawn first: the other one where the pattern was put on that side. */
export function coloursOf({ form, stock: { preset, pattern } }: Spec): PaperColours {
  const drawn = formById(form)?.outside === "back" ? "inside" : "outside";
  const colours = paperColours(preset);
  return pattern === undefined || pattern === drawn ? colours : turned(colours);
}

/** The colours of a piece: its own paper's, or the draft's. */
export const pieceColours = ({ stock }: Piece, own: PaperColours): PaperColours =>
  stock ? (stock.pattern === "inside" ? turned(paperColours(stock.preset)) : paperColours(stock.preset)) : own;

/** On a paper this dark the ink of names would be hard to read: they are set in nearly black. */
const ENOUGH = 7;
const DARK_INK = "#0a1120";

/** What names are written in on a paper, so that they stand off it by 4.5 to 1 at least (WCAG 2.2, AA). */
export const inkOn = (face: string): { readonly fill: string; readonly fillOpacity: number } =>
  getContrastRatio(colour.ink, face) >= ENOUGH
    ? { fill: colour.ink, fillOpacity: 0.85 }
    : { fill: DARK_INK, fillOpacity: 1 };
