/** The sheets on paper: each as it is cut, drawn to one scale a page, with the settings of the trimmer beside it in order. */
import { blanksIn, cutsOf, type SheetGroup, type TrimPlan, trimPlans } from "../../layout/trimPlan.ts";
import type { Cutting } from "../../layout/filling.ts";
import { polygon } from "../../geometry/path.ts";
import type { Solution } from "../../model/solution.ts";
import { formatSize } from "../../units/format.ts";
import { sayCut, saySlant } from "../../words/measures.ts";
import type { PdfOptions } from "./options.ts";
import { ACCENT, type Doc, INK, MARGIN_MM, newPage, PALE, POINTS, stroke, text } from "./ink.ts";

const GAP = 8;
/** Sheets beside and above one another on a page. */
const ACROSS = 2;
const DOWN = 3;
/** mm at the head of a page for its title, and above a sheet for what it is. */
const HEAD_MM = 18;
const NAME_MM = 7;
/** of its width that a sheet's picture takes at most */
const PICTURE = 0.5;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Every sheet of the run, like ones once; nothing where no sheet is named. */
export function sheetPages(doc: Doc, solution: Solution, options: PdfOptions): void {
  const { paper, title } = options;
  const groups = trimPlans(solution).flatMap((plan) => plan.groups.map((group) => ({ plan, group })));
  const width = (paper.width - 2 * MARGIN_MM - (ACROSS - 1) * GAP) / ACROSS;
  const top = MARGIN_MM + HEAD_MM;
  const height = (paper.height - MARGIN_MM - top - (DOWN - 1) * GAP) / DOWN;
  groups.forEach(({ plan, group }, i) => {
    const at = i % (ACROSS * DOWN);
    if (at === 0) {
      newPage(doc, paper);
      text(doc, title, MARGIN_MM, MARGIN_MM, 18, { strong: true, width: paper.width - 2 * MARGIN_MM, one: true });
      text(doc, "Sheets, and what the trimmer is set to", MARGIN_MM, MARGIN_MM + 9, 11);
    }
    const x = MARGIN_MM + (at % ACROSS) * (width + GAP);
    const y = top + Math.floor(at / ACROSS) * (height + GAP);
    sheetCell(doc, solution, plan, group, { x, y, width, height }, options);
  });
}

/** A sheet: what it is, its picture, and the cuts. */
function sheetCell(
  doc: Doc,
  solution: Solution,
  { stock, sheet }: TrimPlan,
  { count, root }: SheetGroup,
  box: Box,
  { display }: PdfOptions,
): void {
  const { x, y, width, height } = box;
  const many = count === 1 ? "1 sheet" : `${String(count)} sheets`;
  const name = `${many} of ${stock}, ${formatSize(sheet.width, sheet.height, display)}`;
  text(doc, name, x, y, 11, { strong: true, width, one: true });
  const picture = { x, y: y + NAME_MM, width: width * PICTURE, height: height - NAME_MM };
  const k = Math.min(picture.width / sheet.width, picture.height / sheet.height);
  drawSheet(doc, root, picture, sheet.height, k);
  const left = x + sheet.width * k + 4;
  const room = x + width - left;
  let line = y + NAME_MM;
  for (const said of piecesOn(root, solution)) line = text(doc, said, left, line, 9, { width: room }) + 0.6;
  line += 1.5;
  const cuts = root.slant === undefined ? cutsOf(root).map((cut) => sayCut(cut, display)) : [];
  cuts.forEach((cut, i) => {
    text(doc, String(i + 1), left, line, 11, { strong: true, colour: ACCENT });
    line = text(doc, cut, left + 5, line, 11, { strong: true, width: room - 5 }) + 0.8;
  });
  if (root.slant !== undefined)
    text(
      doc,
      `Only across the corner: draw it turned ${saySlant(root.slant)} and cut along its outline.`,
      left,
      line,
      9,
      {
        width: room,
      },
    );
}

/** What comes out of a sheet, counted by name. */
function piecesOn(root: Cutting, { pieces }: Solution): string[] {
  const counts = new Map<string, number>();
  for (const { piece } of blanksIn(root)) {
    const name = pieces.find(({ id }) => id === piece)?.name ?? "";
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return [...counts].map(([name, n]) => (n === 1 ? name : `${String(n)} × ${name.toLowerCase()}`));
}

/** The sheet from above, so many mm of page to a mm: blanks in outline, what is left over without one. */
function drawSheet(doc: Doc, root: Cutting, box: Box, tall: number, k: number): void {
  const rectangle = ({ x, y, width, height }: Box) =>
    polygon([
      [box.x + x * k, box.y + (tall - y - height) * k],
      [box.x + (x + width) * k, box.y + (tall - y - height) * k],
      [box.x + (x + width) * k, box.y + (tall - y) * k],
      [box.x + x * k, box.y + (tall - y) * k],
    ]);
  doc.save().scale(POINTS);
  stroke(doc, rectangle(root), "guide", PALE);
  for (const blank of blanksIn(root)) stroke(doc, rectangle(blank), "cut", INK);
  doc.restore();
}
