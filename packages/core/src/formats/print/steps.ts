/** The steps on paper: the recipe, what is cut from which paper, then a picture and a sentence for each, two across. */
import { pictureOf } from "../../pictures/picture.ts";
import { paperNeed } from "../../layout/paperNeed.ts";
import { readingsByPiece } from "../../methods/readings.ts";
import { mainPiece, type Solution, type Step } from "../../model/solution.ts";
import { asRulerReads, type Display, formatLength, formatSize } from "../../units/format.ts";
import { cap, sayFinding, sayMaterial, sayPieceReadings, sayStep, stepHeading, stepHeads } from "../../words/en.ts";
import type { PdfOptions } from "./options.ts";
import { ACCENT, type Doc, MARGIN_MM, newPage, PALE, POINTS, text } from "./ink.ts";
import { drawPicture, type PictureBox } from "./picture.ts";

const CELL_GAP = 6;
/** Rows of steps on a page that has nothing else. */
const ROWS = 4;
/** mm at the head of every page for its title and the recipe. */
const HEAD_MM = 20;

/** The steps with their pictures; the findings and the cut list stand before the first. */
export function stepPages(doc: Doc, solution: Solution, options: PdfOptions): void {
  const { paper, display, title } = options;
  const whole = paper.width - 2 * MARGIN_MM;
  const width = (whole - CELL_GAP) / 2;
  const top = MARGIN_MM + HEAD_MM + CELL_GAP;
  const height = (paper.height - MARGIN_MM - top - (ROWS - 1) * CELL_GAP) / ROWS;
  const page = (): void => {
    newPage(doc, paper);
    text(doc, title, MARGIN_MM, MARGIN_MM, 18, { strong: true, width: whole, one: true });
    text(doc, jobLine(solution, display), MARGIN_MM, MARGIN_MM + 9, 11);
  };
  page();
  let y = MARGIN_MM + HEAD_MM - 4;
  for (const line of scoreLines(solution, display))
    y = text(doc, cap(line), MARGIN_MM, y, 11, { strong: true, width: whole }) + 1;
  for (const worry of solution.findings.filter((f) => f.severity !== "advice"))
    y = text(doc, sayFinding(worry, display), MARGIN_MM, y, 9, { colour: ACCENT, width: whole }) + 1;
  y = cutList(doc, solution, { x: MARGIN_MM, y, width, height: 0 }, display) + 2 * CELL_GAP;
  solution.steps.forEach((step, i) => {
    const isLeft = i % 2 === 0;
    if (isLeft && y + height > paper.height - MARGIN_MM + 0.01) {
      page();
      y = top;
    }
    stepCell(doc, solution, step, { x: MARGIN_MM + (isLeft ? 0 : width + CELL_GAP), y, width, height }, options);
    if (!isLeft) y += height + CELL_GAP;
  });
}

/** Everything the whole run takes, in two columns. Gives its lower edge, mm. */
function cutList(doc: Doc, solution: Solution, box: PictureBox, display: Display): number {
  const list = [...solution.materials, ...paperNeed(solution)].map((m) => sayMaterial(m, display));
  const perColumn = Math.ceil(list.length / 2);
  const tops = [box.y, box.y];
  list.forEach(({ item, amount, note }, i) => {
    const column = i < perColumn ? 0 : 1;
    const x = box.x + column * (box.width + CELL_GAP);
    const y = tops[column] ?? box.y;
    const width = box.width;
    tops[column] = text(doc, `${amount}  ${item}${note === "" ? "" : ` · ${note}`}`, x, y, 9, { width }) + 0.8;
  });
  return Math.max(...tops);
}

/** The whole job in a line: what to cut, and how many. */
export function jobLine(solution: Solution, display: Display): string {
  const blank = mainPiece(solution)?.blank;
  const cut = blank ? `Cut ${formatSize(blank.width, blank.height, display)} · ` : "";
  return `${cut}make ${String(solution.spec.quantity)}`;
}

/** Where each piece is punched or scored, a line for each. */
const scoreLines = (solution: Solution, display: Display): string[] =>
  readingsByPiece(solution).map((piece) => sayPieceReadings(piece, display));

function stepCell(doc: Doc, solution: Solution, step: Step, box: PictureBox, options: PdfOptions): void {
  const { colours } = options;
  // a step is set on the ruler it is made with, whatever else is shown
  const display = asRulerReads(solution.grid, options.display.fraction) ?? options.display;
  const pictureWidth = box.width * 0.46;
  doc
    .save()
    .scale(POINTS)
    .lineWidth(0.15)
    .strokeColor(PALE)
    .undash()
    .moveTo(box.x, box.y - CELL_GAP / 2)
    .lineTo(box.x + box.width, box.y - CELL_GAP / 2)
    .stroke()
    .restore();
  drawPicture(doc, pictureOf(solution, step), { x: box.x, y: box.y, width: pictureWidth, height: box.height }, colours);
  const left = box.x + pictureWidth + 4;
  const width = box.width - pictureWidth - 4;
  text(doc, `${String(step.n)}  ${stepHeads[step.kind]}`, left, box.y, 12, { strong: true });
  const heading = stepHeading(solution, step);
  const named = heading === "" ? box.y + 5.5 : text(doc, heading, left, box.y + 5.5, 8.5, { width }) + 0.6;
  if (step.measure !== undefined)
    text(doc, formatLength(step.measure, display), left, named, 20, { strong: true, colour: ACCENT });
  text(doc, sayStep(step, display), left, named + (step.measure === undefined ? 1 : 10.5), 9.5, { width });
}
