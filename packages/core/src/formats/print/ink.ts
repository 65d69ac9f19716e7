/** How things are put on a printed page: page space is mm from the upper left, y down, inside `scale(POINTS)`. */
import type PDFDocument from "pdfkit";
import type { Size } from "../../geometry/point.ts";
import { type Path, pathData } from "../../geometry/path.ts";
import { MM_PER } from "../../units/length.ts";
import { madeUp, type PageErrs } from "./correct.ts";
import { dashOf, type StrokeRole, WEIGHT_MM } from "../strokes.ts";

export type Doc = InstanceType<typeof PDFDocument>;

/** Points in a mm. */
export const POINTS = 72 / MM_PER.in;
/** mm left free at the upper edge and at both sides. */
export const MARGIN_MM = 10;

export const INK = "#1d2a44";
export const ACCENT = "#b4441f";
export const PALE = "#8a8577";

/** What the printer of a file does to its pages, where that is made up for. */
const errsIn = new WeakMap<Doc, PageErrs>();
/** From now on every page of a file is made up for what its printer does. */
export const makeUpFor = (doc: Doc, errs: PageErrs): void => void errsIn.set(doc, errs);

/** A page of so many mm, and from now on what is put down stands on it. */
export const newPage = (doc: Doc, { width, height }: Size): void => {
  doc.addPage({ size: [width * POINTS, height * POINTS], margin: 0 });
  const errs = errsIn.get(doc);
  if (!errs) return;
  const [a, b, c, d, e, f] = madeUp({ width, height }, errs);
  doc.transform(a, b, c, d, e * POINTS, f * POINTS);
};

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
