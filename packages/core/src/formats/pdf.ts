/**
 * PDF to print: templates at 1:1, tiled over the maker's paper with overlap marks and a check ruler on every page, then
 * the steps with their pictures. Page space is mm from the upper left, y down, inside `scale(POINTS)`. Fonts must be WOFF
 * or TTF: pdfkit cannot embed WOFF2.
 */
import PDFDocument from "pdfkit";
import { toBytes } from "pdfkit/output";
import { lyingOnFlat, pictureOf, type Shape } from "../folding/picture.ts";
import { type Path, pathData } from "../geometry/path.ts";
import type { Piece } from "../model/piece.ts";
import { mainPiece, type Solution, type Step } from "../model/solution.ts";
import { type Display, formatLength, formatSize } from "../units/format.ts";
import { MM_PER } from "../units/length.ts";
import { sayFinding, sayStep, stepHeads } from "../words/en.ts";
import { dashOf, type StrokeRole, WEIGHT_MM } from "./strokes.ts";
import { yDown } from "./svg.ts";

/** Type to embed, the bytes of WOFF or TTF files. */
export interface PdfFonts {
  readonly regular: Uint8Array;
  readonly strong: Uint8Array;
}

/** What is printed, for which paper, in whose units. */
export interface PdfOptions {
  readonly title: string;
  readonly display: Display;
  /** the paper in the printer, mm, upright */
  readonly paper: { readonly width: number; readonly height: number };
  readonly fonts: PdfFonts;
  /** date written into the file: the same date and solution give the same bytes */
  readonly date: Date;
  /** which parts; both when left out */
  readonly parts?: readonly ("template" | "steps")[];
  /** stock colours for the pictures */
  readonly colours?: { readonly face: string; readonly back: string };
}

/** Points in a mm. */
const POINTS = 72 / MM_PER.in;
/** Most printers cannot reach the outer 6 mm; the foot holds the page's label and both check rulers. */
export const MARGIN_MM = 10;
/** mm at the lower edge of each page for its label and its two check rulers. */
export const FOOT_MM = 22;
/** Neighbouring tiles share this much, to lay one on the other. */
export const OVERLAP_MM = 10;

const INK = "#1d2a44";
const ACCENT = "#b4441f";
const PALE = "#8a8577";

type Doc = PDFKit.PDFDocument;

/** One tile: the part of the piece that starts at `x, y` (mm, y down from its top) and the place in the grid. */
export interface Tile {
  readonly x: number;
  readonly y: number;
  readonly column: number;
  readonly row: number;
}

/** Tiles that cover a piece on a page area, each sharing `OVERLAP_MM` with the next. */
export function tilesOf(
  width: number,
  height: number,
  area: { readonly width: number; readonly height: number },
): { readonly tiles: Tile[]; readonly columns: number; readonly rows: number } {
  const count = (size: number, room: number): number =>
    size <= room ? 1 : Math.ceil((size - OVERLAP_MM) / (room - OVERLAP_MM));
  const columns = count(width, area.width);
  const rows = count(height, area.height);
  const tiles = Array.from({ length: rows * columns }, (_, i): Tile => {
    const column = i % columns;
    const row = Math.floor(i / columns);
    return { x: column * (area.width - OVERLAP_MM), y: row * (area.height - OVERLAP_MM), column, row };
  });
  return { tiles, columns, rows };
}

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
  const parts = options.parts ?? ["template", "steps"];
  if (parts.includes("template"))
    for (const piece of solution.pieces) templatePages(doc, piece, placesOn(solution, piece), options);
  if (parts.includes("steps")) stepPages(doc, solution, options);
  doc.end();
  return await bytes;
}

/** Asks the viewer not to scale: a hint that good viewers follow; the check ruler tells when one did not. */
function printAtTrueSize(doc: Doc): void {
  const { _root } = doc as unknown as { _root: { data: { ViewerPreferences: { data: Record<string, string> } } } };
  _root.data.ViewerPreferences.data["PrintScaling"] = "None";
}

function text(
  doc: Doc,
  words: string,
  x: number,
  y: number,
  size: number,
  options: { readonly strong?: boolean; readonly colour?: string; readonly width?: number } = {},
): void {
  doc
    .font(options.strong ? "strong" : "regular")
    .fontSize(size)
    .fillColor(options.colour ?? INK);
  // fontkit takes features by tag; the types want booleans
  const features = ["frac"] as unknown as PDFKit.Mixins.OpenTypeFeatures[];
  if (options.width === undefined) doc.text(words, x * POINTS, y * POINTS, { lineBreak: false, features });
  else doc.text(words, x * POINTS, y * POINTS, { width: options.width * POINTS, features, lineGap: 1 });
}

function stroke(doc: Doc, path: Path, role: StrokeRole, colour = INK): void {
  const dash = dashOf(role);
  doc.lineWidth(WEIGHT_MM[role]).strokeColor(colour);
  if (dash) {
    // pdfkit takes a whole pattern; its types know only one length
    (doc as unknown as { dash(pattern: readonly number[]): void }).dash(dash);
  } else doc.undash();
  doc.path(pathData(path)).stroke();
}

/** Where on a piece's template other things are laid later, on the face that is printed. */
const placesOn = (solution: Solution, { id }: Piece): readonly Path[] =>
  id === solution.main ? lyingOnFlat(solution).flatMap((l) => (l.side === "front" ? [l.shape.path] : [])) : [];

function templatePages(doc: Doc, piece: Piece, places: readonly Path[], { title, display, paper }: PdfOptions): void {
  const { width, height } = piece.blank;
  const upright = { width: paper.width, height: paper.height };
  const lying = { width: paper.height, height: paper.width };
  const room = (page: typeof upright) => ({
    width: page.width - 2 * MARGIN_MM,
    height: page.height - MARGIN_MM - FOOT_MM,
  });
  const pages = (page: typeof upright): number => tilesOf(width, height, room(page)).tiles.length;
  const page = pages(lying) < pages(upright) ? lying : upright;
  const area = room(page);
  const { tiles, columns, rows } = tilesOf(width, height, area);
  tiles.forEach((tile, i) => {
    doc.addPage({ size: [page.width * POINTS, page.height * POINTS], margin: 0 });
    doc.save().scale(POINTS).translate(MARGIN_MM, MARGIN_MM);
    // a hair wider than the tile, or an outline along its edge would lose half its weight
    doc.rect(-1, -1, area.width + 2, area.height + 2).clip();
    doc.translate(-tile.x, -tile.y);
    for (const path of places) stroke(doc, yDown(path, 0, height), "guide", PALE);
    for (const path of piece.outline) stroke(doc, yDown(path, 0, height), "cut");
    for (const line of piece.lines)
      stroke(doc, yDown(line.path, 0, height), line.role === "score" ? (line.fold ?? "valley") : line.role);
    doc.restore();
    overlapMarks(doc, tile, columns, rows, area);
    const place =
      tiles.length > 1
        ? ` · tile ${String(i + 1)} of ${String(tiles.length)} (row ${String(tile.row + 1)}, column ${String(tile.column + 1)})`
        : "";
    const foot = page.height - FOOT_MM;
    text(doc, `${title} · ${piece.name}, ${formatSize(width, height, display)}${place}`, MARGIN_MM, foot + 2.5, 9, {
      strong: true,
    });
    checkRulers(doc, MARGIN_MM, foot + 10);
  });
}

/** Where the next tile is laid: a pale line at the shared strip, with small triangles. */
function overlapMarks(
  doc: Doc,
  tile: Tile,
  columns: number,
  rows: number,
  area: { width: number; height: number },
): void {
  doc.save().scale(POINTS).translate(MARGIN_MM, MARGIN_MM).lineWidth(0.15).strokeColor(PALE).undash();
  const upright = (x: number): void => {
    doc.moveTo(x, 0).lineTo(x, area.height).stroke();
    doc.path(`M${String(x - 2)} 0L${String(x + 2)} 0L${String(x)} 3Z`).fill(PALE);
    doc
      .path(
        `M${String(x - 2)} ${String(area.height)}L${String(x + 2)} ${String(area.height)}L${String(x)} ${String(area.height - 3)}Z`,
      )
      .fill(PALE);
  };
  const level = (y: number): void => {
    doc.moveTo(0, y).lineTo(area.width, y).stroke();
    doc.path(`M0 ${String(y - 2)}L0 ${String(y + 2)}L3 ${String(y)}Z`).fill(PALE);
    doc
      .path(
        `M${String(area.width)} ${String(y - 2)}L${String(area.width)} ${String(y + 2)}L${String(area.width - 3)} ${String(y)}Z`,
      )
      .fill(PALE);
  };
  if (tile.column > 0) upright(OVERLAP_MM);
  if (tile.column < columns - 1) upright(area.width - OVERLAP_MM);
  if (tile.row > 0) level(OVERLAP_MM);
  if (tile.row < rows - 1) level(area.height - OVERLAP_MM);
  doc.restore();
}

/** 100 mm and 4 in to hold a ruler against: if they are not right, neither is anything else on the page. */
function checkRulers(doc: Doc, x: number, y: number): void {
  doc.save().scale(POINTS).translate(x, y).lineWidth(0.2).strokeColor(INK).undash();
  doc.moveTo(0, 0).lineTo(100, 0).stroke();
  for (let i = 0; i <= 10; i += 1)
    doc
      .moveTo(i * 10, 0)
      .lineTo(i * 10, i % 5 === 0 ? 2.4 : 1.4)
      .stroke();
  doc.translate(0, 5.5);
  doc
    .moveTo(0, 0)
    .lineTo(4 * MM_PER.in, 0)
    .stroke();
  for (let i = 0; i <= 8; i += 1)
    doc
      .moveTo((i * MM_PER.in) / 2, 0)
      .lineTo((i * MM_PER.in) / 2, i % 2 === 0 ? 2.4 : 1.4)
      .stroke();
  doc.restore();
  text(doc, "100 mm: check with a ruler before cutting, and print at 100 %", x + 103, y - 1.2, 7.5, { colour: PALE });
  text(doc, "4 in", x + 103, y + 4.3, 7.5, { colour: PALE });
}

const CELL_GAP = 6;
const HEAD_MM = 34;

/** The steps, two across, each a picture and its sentence; the recipe at the top of the first page. */
function stepPages(doc: Doc, solution: Solution, options: PdfOptions): void {
  const { paper, display, title } = options;
  const width = (paper.width - 2 * MARGIN_MM - CELL_GAP) / 2;
  const rows = 4;
  const height = (paper.height - 2 * MARGIN_MM - HEAD_MM - (rows - 1) * CELL_GAP) / rows;
  const perPage = rows * 2;
  for (let first = 0; first < solution.steps.length; first += perPage) {
    doc.addPage({ size: [paper.width * POINTS, paper.height * POINTS], margin: 0 });
    text(doc, title, MARGIN_MM, MARGIN_MM, 18, { strong: true });
    text(doc, recipeLine(solution, display), MARGIN_MM, MARGIN_MM + 9, 11);
    const worry = solution.findings.find((f) => f.severity !== "advice");
    if (first === 0 && worry)
      text(doc, sayFinding(worry, display), MARGIN_MM, MARGIN_MM + 16, 9, {
        colour: ACCENT,
        width: paper.width - 2 * MARGIN_MM,
      });
    solution.steps.slice(first, first + perPage).forEach((step, i) => {
      const x = MARGIN_MM + (i % 2) * (width + CELL_GAP);
      const y = MARGIN_MM + HEAD_MM + Math.floor(i / 2) * (height + CELL_GAP);
      stepCell(doc, solution, step, { x, y, width, height }, options);
    });
  }
}

/** The whole job in one line: what to cut and where the first score goes. */
export function recipeLine(solution: Solution, display: Display): string {
  const blank = mainPiece(solution)?.blank;
  const first = solution.steps.find((s) => (s.kind === "punch" || s.kind === "score") && s.measure !== undefined);
  const cut = blank ? `Cut ${formatSize(blank.width, blank.height, display)}` : "";
  const score = first?.measure === undefined ? "" : ` · first score at ${formatLength(first.measure, display)}`;
  return `${cut}${score} · make ${String(solution.spec.quantity)}`;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function stepCell(doc: Doc, solution: Solution, step: Step, box: Box, { display, colours }: PdfOptions): void {
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
  drawPicture(
    doc,
    solution,
    step,
    { x: box.x, y: box.y, width: pictureWidth, height: box.height },
    colours ?? { face: "#efe6d2", back: "#e2d3b4" },
  );
  const left = box.x + pictureWidth + 4;
  text(doc, `${String(step.n)}  ${stepHeads[step.kind]}`, left, box.y, 12, { strong: true });
  const down = step.measure === undefined ? 6.5 : 16;
  if (step.measure !== undefined)
    text(doc, formatLength(step.measure, display), left, box.y + 5.5, 20, { strong: true, colour: ACCENT });
  text(doc, sayStep(step, display), left, box.y + down, 9.5, { width: box.width - pictureWidth - 4 });
}

const ROLE_OF: Readonly<Record<string, StrokeRole>> = {
  cut: "cut",
  edge: "pen",
  fence: "cut",
  groove: "guide",
  "guide-line": "guide",
  measure: "pen",
  stop: "cut",
  guide: "guide",
  pen: "pen",
  foil: "foil",
  perforate: "perforate",
};

function drawPicture(
  doc: Doc,
  solution: Solution,
  step: Step,
  box: Box,
  colours: { readonly face: string; readonly back: string },
): void {
  const { shapes, bounds } = pictureOf(solution, step);
  const wide = Math.max(1, bounds.right - bounds.left);
  const tall = Math.max(1, bounds.top - bounds.bottom);
  const scale = Math.min(box.width / wide, box.height / tall);
  doc.save().scale(POINTS);
  doc.rect(box.x - 1, box.y - 1, box.width + 2, box.height + 2).clip();
  doc
    .translate(box.x + (box.width - wide * scale) / 2, box.y + (box.height - tall * scale) / 2)
    .scale(scale)
    .translate(-bounds.left, 0);
  for (const shape of shapes) drawShape(doc, shape, bounds.top, scale, colours);
  doc.restore();
}

function drawShape(
  doc: Doc,
  shape: Shape,
  top: number,
  scale: number,
  colours: { readonly face: string; readonly back: string },
): void {
  const path = yDown(shape.path, 0, top);
  const fills = { face: colours.face, back: colours.back, contents: "#fffdf8", glue: "#e7b9a3" } as const;
  const whole = [path, ...(shape.holes ?? []).map((hole) => yDown(hole, 0, top))].map(pathData).join("");
  if (shape.fill) doc.path(whole).fill(fills[shape.fill], "even-odd");
  if (!shape.role) return;
  const role: StrokeRole = shape.role === "score" ? (shape.fold ?? "valley") : (ROLE_OF[shape.role] ?? "pen");
  const dash = dashOf(role);
  doc
    .lineWidth((shape.now ? 0.6 : WEIGHT_MM[role]) / scale)
    .strokeColor(shape.now ? ACCENT : role === "guide" ? PALE : INK);
  if (dash) (doc as unknown as { dash(pattern: readonly number[]): void }).dash(dash.map((d) => (d * 0.6) / scale));
  else doc.undash();
  doc.path(pathData(path)).stroke();
}
