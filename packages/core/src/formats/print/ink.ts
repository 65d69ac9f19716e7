/** How things are put on a printed page: page space is mm from the upper left, y down, inside `scale(POINTS)`. */
import type PDFDocument from "pdfkit";
import type { Point, Size } from "../../geometry/point.ts";
import { type Path, pathData } from "../../geometry/path.ts";
import { MM_PER } from "../../units/length.ts";
import type { Edges } from "../../model/measured.ts";
import { madeUp, type narrower, type PageErrs } from "./correct.ts";
import { dashOf, type StrokeRole, WEIGHT_MM } from "../strokes.ts";

export type Doc = InstanceType<typeof PDFDocument>;

/** Points in a mm. */
export const POINTS = 72 / MM_PER.in;
/** mm left free at the upper edge and at both sides. */
export const MARGIN_MM = 10;

export const INK = "#1d2a44";
export const ACCENT = "#b4441f";
export const PALE = "#8a8577";

/** What the printer of a file does to its pages, where that is made up for, and where its ink does not reach. */
interface Printer {
  readonly errs?: PageErrs | undefined;
  readonly narrower: ReturnType<typeof narrower>;
}
const printerOf = new WeakMap<Doc, Printer>();
/** From now on every page of a file is made up for its printer. */
export const makeUpFor = (doc: Doc, printer: Printer): void => void printerOf.set(doc, printer);

const NONE: Edges = { left: 0, right: 0, top: 0, bottom: 0 };
const lies = ({ width, height }: Size): boolean => width > height;
const narrowerOn = (doc: Doc, page: Size): Edges => {
  const more = printerOf.get(doc)?.narrower;
  return more ? (lies(page) ? more.lying : more.standing) : NONE;
};
const within = ({ width, height }: Size, { left, right, top, bottom }: Edges): Size => ({
  width: width - left - right,
  height: height - top - bottom,
});

/** What of a paper can be drawn on, mm, standing and lying: its printer may not reach all of it. */
export function drawnOn(doc: Doc, paper: Size): { readonly standing: Size; readonly lying: Size } {
  const lying = { width: paper.height, height: paper.width };
  return { standing: within(paper, narrowerOn(doc, paper)), lying: within(lying, narrowerOn(doc, lying)) };
}

const drawnOnPage = new WeakMap<Doc["page"], Size>();
/** What of the page at hand can be drawn on, mm. */
export const pageNow = ({ page }: Doc): Size =>
  drawnOnPage.get(page) ?? { width: page.width / POINTS, height: page.height / POINTS };

/** A page, and from now on what is put down stands on it. @param drawn mm that are drawn on, as `drawnOn` gives them */
export function newPage(doc: Doc, drawn: Size): void {
  const { left, right, top, bottom } = narrowerOn(doc, drawn);
  newSheet(doc, { width: drawn.width + left + right, height: drawn.height + top + bottom });
  drawnOnPage.set(doc.page, drawn);
  if (left > 0 || top > 0) doc.translate(left * POINTS, top * POINTS);
}

const numbersAt = new WeakMap<Doc["page"], Point>();
/** Where the number of the page at hand begins, mm, if not at its lower right. */
export const numberAt = ({ page }: Doc): Point | undefined => numbersAt.get(page);
export const putNumberAt = ({ page }: Doc, at: Point): void => void numbersAt.set(page, at);

/** A page that is drawn on by the sheet's own edges, mm, whatever its printer reaches. */
export function newSheet(doc: Doc, sheet: Size): void {
  doc.addPage({ size: [sheet.width * POINTS, sheet.height * POINTS], margin: 0 });
  const errs = printerOf.get(doc)?.errs;
  if (!errs) return;
  const [a, b, c, d, e, f] = madeUp(sheet, errs);
  doc.transform(a, b, c, d, e * POINTS, f * POINTS);
}

/** Words at a place, in lines of a width where one is given. Gives the lower edge of what was written, mm. */
export function text(
  doc: Doc,
  words: string,
  x: number,
  y: number,
  size: number,
  options: { readonly strong?: boolean; readonly colour?: string; readonly width?: number; readonly one?: true } = {},
): number {
  doc
    .font(options.strong ? "strong" : "regular")
    .fontSize(size)
    .fillColor(options.colour ?? INK);
  // fontkit takes features by tag; the types want booleans
  const features = ["frac"] as unknown as PDFKit.Mixins.OpenTypeFeatures[];
  // a line that must stay one is cut short where the page ends
  const most = options.one ? { height: doc.currentLineHeight(true), ellipsis: true } : {};
  if (options.width === undefined) doc.text(words, x * POINTS, y * POINTS, { lineBreak: false, features });
  else doc.text(words, x * POINTS, y * POINTS, { width: options.width * POINTS, features, lineGap: 1, ...most });
  return doc.y / POINTS;
}

/** mm that words take in one line. */
export const lengthOf = (doc: Doc, words: string, size: number): number =>
  doc.font("regular").fontSize(size).widthOfString(words) / POINTS;

/** What is printed, filled within. */
export function filled(doc: Doc, path: Path, colour = INK): void {
  doc.fillColor(colour).path(pathData(path)).fill("non-zero");
}

/** A path as its role is drawn. */
export function stroke(doc: Doc, path: Path, role: StrokeRole, colour = INK): void {
  const dash = dashOf(role);
  doc.lineWidth(WEIGHT_MM[role]).strokeColor(colour);
  if (dash) {
    // pdfkit takes a whole pattern; its types know only one length
    (doc as unknown as { dash(pattern: readonly number[]): void }).dash(dash);
  } else doc.undash();
  doc.path(pathData(path)).stroke();
}
