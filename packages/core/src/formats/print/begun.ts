/** A file to print, begun: its type and its head. Pages come after. */
import PDFDocument from "pdfkit";
import { toBytes } from "pdfkit/output";
import type { Doc } from "./ink.ts";
import type { PdfOptions } from "./options.ts";
import { plainFont } from "./plainFont.ts";

/** @returns the file, and its bytes once it has ended @throws when pdfkit cannot read the fonts */
export function begunPdf(
  title: string,
  { fonts, date }: Pick<PdfOptions, "fonts" | "date">,
): { readonly doc: Doc; readonly bytes: Promise<Uint8Array> } {
  // `font: null` keeps the standard fonts out; its type does not know that
  const doc = new PDFDocument({
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
  return { doc, bytes };
}

/** Asks the viewer not to scale: a hint that good viewers follow; the check ruler tells when one did not. */
function printAtTrueSize(doc: Doc): void {
  const { _root } = doc as unknown as { _root: { data: { ViewerPreferences: { data: Record<string, string> } } } };
  _root.data.ViewerPreferences.data["PrintScaling"] = "None";
}
