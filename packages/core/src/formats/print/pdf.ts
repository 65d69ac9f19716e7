/**
 * PDF to print: what it is on one page, templates at 1:1 with a check ruler on every page, the sheets as they are cut, then the cut list and the steps with their pictures.
 * Fonts must be WOFF or TTF: pdfkit cannot embed WOFF2.
 */
import type { Solution } from "../../model/solution.ts";
import { inOneSystem } from "../../units/format.ts";
import { begunPdf } from "./begun.ts";
import { bookletPages } from "./booklet.ts";
import { edgesOf, errsOf, isTrue, narrower } from "./correct.ts";
import { type Doc, drawnOn, lengthOf, makeUpFor, MARGIN_MM, newPage, numberAt, PALE, pageNow, text } from "./ink.ts";
import { PDF_PARTS, type PdfOptions, type PdfPart } from "./options.ts";
import { overviewPage } from "./overview.ts";
import { printedPages } from "./printed.ts";
import { sheetPages } from "./sheets.ts";
import { stepPages } from "./steps.ts";
import { templatePages } from "./templates.ts";

export { PDF_PARTS, type PdfFonts, type PdfOptions, type PdfPart } from "./options.ts";

/** Writes the PDF. @throws when pdfkit cannot read the fonts */
export async function writePdf(solution: Solution, options: PdfOptions): Promise<Uint8Array> {
  const { title, paper, fonts, date } = options;
  const { doc, bytes } = begunPdf(title, { fonts, date });
  const errs = errsOf(options.printer);
  makeUpFor(doc, { narrower: narrower(edgesOf(options.printer)), ...(!isTrue(errs) && { errs }) });
  const parts = options.parts ?? WORKED_FROM;
  // printed sheets are worked from with the ruler in hand
  const whole = { ...options, display: inOneSystem(options.display, solution.grid) };
  const ruled = { ...whole, paper: drawnOn(doc, paper).standing };
  if (parts.includes("overview")) newPage(doc, ruled.paper);
  const drawn: readonly (readonly [Exclude<PdfPart, "overview">, () => void])[] = [
    ["booklet", () => bookletPages(doc, solution, ruled)],
    ["template", () => templatePages(doc, options.each ?? solution, { ...ruled, lying: drawnOn(doc, paper).lying })],
    ["sheets", () => sheetPages(doc, solution, ruled)],
    ["steps", () => stepPages(doc, solution, ruled)],
    ["printed", () => printedPages(doc, options.each ?? solution, whole)],
  ];
  const contents = drawn.flatMap(([part, draw]) => {
    if (!parts.includes(part)) return [];
    const before = pagesIn(doc);
    draw();
    return pagesIn(doc) > before ? [{ part, from: before + 1, to: pagesIn(doc) }] : [];
  });
  if (parts.includes("overview")) {
    // what stands on which page is known when all of them are there
    doc.switchToPage(0);
    overviewPage(doc, solution, ruled, contents);
  }
  numbered(doc);
  doc.end();
  return await bytes;
}

/** What is worked from: the page that shows the whole is printed where it is asked for. */
const WORKED_FROM = PDF_PARTS.filter((part) => part !== "overview" && part !== "booklet" && part !== "printed");

const pagesIn = (doc: Doc): number => doc.bufferedPageRange().count;

/** mm from the lower edge to the page's number */
const NUMBER_UP = 10.5;

/** Which page of how many, at the lower right of each: pages that were dropped find their order again. */
function numbered(doc: Doc): void {
  const count = pagesIn(doc);
  if (count < 2) return;
  for (let i = 0; i < count; i += 1) {
    doc.switchToPage(i);
    const { width, height } = pageNow(doc);
    const words = `${String(i + 1)} of ${String(count)}`;
    const own = lengthOf(doc, words, 7.5);
    const [x, y] = numberAt(doc) ?? [width - MARGIN_MM - own, height - NUMBER_UP];
    text(doc, words, x, y, 7.5, { colour: PALE });
  }
}
