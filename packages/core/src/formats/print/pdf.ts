/**
 * PDF to print: what it is on one page, templates at 1:1 with a check ruler on every page, the sheets as they are cut, then the cut list and the steps with their pictures.
 * Fonts must be WOFF or TTF: pdfkit cannot embed WOFF2.
 */
import PDFDocument from "pdfkit";
import { toBytes } from "pdfkit/output";
import type { Solution } from "../../model/solution.ts";
import { inOneSystem } from "../../units/format.ts";
import { bookletPages } from "./booklet.ts";
import { edgesOf, errsOf, isTrue, narrower } from "./correct.ts";
import { type Doc, drawnOn, makeUpFor, MARGIN_MM, newPage, PALE, pageNow, POINTS, text } from "./ink.ts";
import { PDF_PARTS, type PdfOptions, type PdfPart } from "./options.ts";
import { overviewPage } from "./overview.ts";
import { plainFont } from "./plainFont.ts";
import { printedPages } from "./printed.ts";
import { sheetPages } from "./sheets.ts";
import { stepPages } from "./steps.ts";
import { templatePages } from "./templates.ts";

export { PDF_PARTS, type PdfFonts, type PdfOptions, type PdfPart } from "./options.ts";

/** Writes the PDF. @throws when pdfkit cannot read the fonts */
export async function writePdf(solution: Solution, options: PdfOptions): Promise<Uint8Array> {
  const { title, paper, fonts, date } = options;
  // `font: null` keeps the standard fonts out; its type does not know that
  const doc = new PDFDocument({
    size: [paper.width * POINTS, paper.height * POINTS],
    margin: 0,
    autoFirstPage: false,
    bufferPages: true,
    font: null as unknown as string,
    pdfVersion: "1.7",
    lang: "en",
    displayTitle: true,
    info: { Title: title, CreationDate: date, Producer: "Cut Fold", Creator: "Cut Fold" },
  });
  const bytes = toBytes(doc);
  doc.registerFont("regular", plainFont(fonts.regular));
  doc.registerFont("strong", plainFont(fonts.strong));
  printAtTrueSize(doc);
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
    doc.font("regular").fontSize(7.5);
    const own = doc.widthOfString(words) / POINTS;
    text(doc, words, width - MARGIN_MM - own, height - NUMBER_UP, 7.5, { colour: PALE });
  }
}

/** Asks the viewer not to scale: a hint that good viewers follow; the check ruler tells when one did not. */
function printAtTrueSize(doc: Doc): void {
  const { _root } = doc as unknown as { _root: { data: { ViewerPreferences: { data: Record<string, string> } } } };
  _root.data.ViewerPreferences.data["PrintScaling"] = "None";
}
