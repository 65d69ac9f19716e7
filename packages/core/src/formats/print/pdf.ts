/**
 * PDF to print: templates at 1:1 with a check ruler on every page, the sheets as they are cut, then the cut list and the steps with their pictures.
 * Fonts must be WOFF or TTF: pdfkit cannot embed WOFF2.
 */
import PDFDocument from "pdfkit";
import { toBytes } from "pdfkit/output";
import type { Solution } from "../../model/solution.ts";
import { inOneSystem } from "../../units/format.ts";
import { type Doc, POINTS } from "./ink.ts";
import { PDF_PARTS, type PdfOptions } from "./options.ts";
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
    font: null as unknown as string,
    pdfVersion: "1.7",
    lang: "en",
    displayTitle: true,
    info: { Title: title, CreationDate: date, Producer: "Cut Fold", Creator: "Cut Fold" },
  });
  const bytes = toBytes(doc);
  doc.registerFont("regular", fonts.regular);
  doc.registerFont("strong", fonts.strong);
  printAtTrueSize(doc);
  const parts = options.parts ?? PDF_PARTS;
  // printed sheets are worked from with the ruler in hand
  const ruled = { ...options, display: inOneSystem(options.display, solution.grid) };
  if (parts.includes("template")) templatePages(doc, options.each ?? solution, ruled);
  if (parts.includes("sheets")) sheetPages(doc, solution, ruled);
  if (parts.includes("steps")) stepPages(doc, solution, ruled);
  doc.end();
  return await bytes;
}

/** Asks the viewer not to scale: a hint that good viewers follow; the check ruler tells when one did not. */
function printAtTrueSize(doc: Doc): void {
  const { _root } = doc as unknown as { _root: { data: { ViewerPreferences: { data: Record<string, string> } } } };
  _root.data.ViewerPreferences.data["PrintScaling"] = "None";
}
