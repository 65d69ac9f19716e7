/** The first page: the finished thing, every piece at one scale with its size, and what stands on which page. */
import { closedPicture } from "../../pictures/closed.ts";
import { flatPicture } from "../../pictures/flat.ts";
import type { Solution } from "../../model/solution.ts";
import type { Piece } from "../../model/piece.ts";
import { formatSize } from "../../units/format.ts";
import { cutByItself } from "../inRow.ts";
import { type Doc, MARGIN_MM, PALE, text } from "./ink.ts";
import type { PdfOptions, PdfPart } from "./options.ts";
import { drawPicture } from "./picture.ts";
import { jobLine } from "./steps.ts";

/** Pages that a part of the file stands on, the first page being 1. */
export interface PartPages {
  readonly part: Exclude<PdfPart, "overview">;
  readonly from: number;
  readonly to: number;
}

const PART_TITLES: Readonly<Record<PartPages["part"], string>> = {
  booklet: "Who makes how many, and what to bring",
  template: "Templates at true size",
  sheets: "Sheets, and what the trimmer is set to",
  steps: "Cut list and steps",
  printed: "What is printed on it, to be cut out",
};

/** mm: the head of the page, the finished thing, a piece with its words, and the room between. */
const HEAD_MM = 24;
const CLOSED_MM = 72;
const ACROSS = 3;
const GAP_MM = 8;
const WORDS_MM = 12;
const MOST_ROWS = 3;

export function overviewPage(
  doc: Doc,
  solution: Solution,
  { title, paper, display, colours }: PdfOptions,
  contents: readonly PartPages[],
): void {
  const whole = paper.width - 2 * MARGIN_MM;
  text(doc, title, MARGIN_MM, MARGIN_MM, 20, { strong: true, width: whole, one: true });
  text(doc, jobLine(solution, display), MARGIN_MM, MARGIN_MM + 10, 12);
  const top = MARGIN_MM + HEAD_MM;
  const half = (whole - GAP_MM) / 2;
  drawPicture(doc, closedPicture(solution), { x: MARGIN_MM, y: top, width: half, height: CLOSED_MM }, colours);
  const right = MARGIN_MM + half + GAP_MM;
  let y = text(doc, "In this file", right, top, 12, { strong: true, width: half }) + 1.5;
  for (const { part, from, to } of contents) {
    const pages = from === to ? `page ${String(from)}` : `pages ${String(from)} to ${String(to)}`;
    y = text(doc, `${PART_TITLES[part]}: ${pages}`, right, y, 10, { width: half }) + 1;
  }
  const pieces = solution.pieces.filter(cutByItself);
  piecesAt(doc, pieces, { x: MARGIN_MM, y: top + CLOSED_MM + GAP_MM, width: whole }, paper.height, {
    display,
    colours,
  });
}

/** Every piece at one scale, three beside one another; those that find no room are named. */
function piecesAt(
  doc: Doc,
  pieces: readonly Piece[],
  { x, y, width }: { readonly x: number; readonly y: number; readonly width: number },
  end: number,
  { display, colours }: Pick<PdfOptions, "display" | "colours">,
): void {
  const rows = Math.min(MOST_ROWS, Math.ceil(pieces.length / ACROSS));
  const cell = {
    width: (width - (ACROSS - 1) * GAP_MM) / ACROSS,
    height: (end - MARGIN_MM - GAP_MM - y - (rows - 1) * GAP_MM) / rows,
  };
  const tall = cell.height - WORDS_MM;
  const k = Math.min(...pieces.map(({ blank }) => Math.min(cell.width / blank.width, tall / blank.height)));
  const shown = pieces.slice(0, rows * ACROSS);
  shown.forEach((piece, i) => {
    const left = x + (i % ACROSS) * (cell.width + GAP_MM);
    const up = y + Math.floor(i / ACROSS) * (cell.height + GAP_MM);
    const { width: w, height: h } = piece.blank;
    const box = { x: left + (cell.width - w * k) / 2, y: up + tall - h * k, width: w * k, height: h * k };
    drawPicture(doc, flatPicture({ pieces: [piece] }), box, colours);
    const many = piece.quantity > 1 ? ` ×${String(piece.quantity)}` : "";
    const named = text(doc, `${piece.name}${many}`, left, up + tall + 1.5, 10, {
      ...{ strong: true, width: cell.width },
      one: true,
    });
    const of = [formatSize(w, h, display), piece.stock?.title].filter((said) => said !== undefined).join(" · ");
    text(doc, of, left, named + 0.3, 8.5, { width: cell.width, one: true, colour: PALE });
  });
  const rest = pieces.slice(shown.length).map(({ name }) => name);
  if (rest.length > 0)
    text(doc, `and ${rest.join(", ")}`, x, end - MARGIN_MM - GAP_MM / 2, 8.5, { width: width - 24, one: true });
}
