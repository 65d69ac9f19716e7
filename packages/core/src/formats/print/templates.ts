/**
 * Templates at 1:1. A large piece is tiled over the paper, small ones share a page:
 *
 *   ┌──────────┬─╮      Neighbours share a strip of `OVERLAP_MM`. One line of the piece runs through the middle of it
 *   │  tile 1  ┆A│      and is printed on both, with the same letter: one sheet is cut along its line and laid on the
 *   │          ┆ │      line of the other.
 *   └──────────┴─╯
 */
import { lyingOnFlat } from "../../pictures/folded.ts";
import { withTurned } from "../turned.ts";
import { facing } from "../../recipe/facing.ts";
import { stockName } from "../../layout/trimPlan.ts";
import type { Path } from "../../geometry/path.ts";
import type { Piece } from "../../model/piece.ts";
import type { Solution } from "../../model/solution.ts";
import type { Point, Size } from "../../geometry/point.ts";
import { formatSize } from "../../units/format.ts";
import { MM_PER } from "../../units/length.ts";
import type { PdfOptions } from "./options.ts";
import { cutByItself } from "../inRow.ts";
import { yDown } from "../svg.ts";
import { art } from "./art.ts";
import { type Doc, filled, INK, MARGIN_MM, newPage, PALE, POINTS, stroke, text } from "./ink.ts";

/** mm at the lower edge of each page for its label, how to join it, and its two check rulers. Printers reach to 6 mm of the edge. */
export const FOOT_MM = 26;
/** Neighbouring tiles share this much, to lay one on the other. */
export const OVERLAP_MM = 10;
/** mm between pieces on one page, and below each for its name. */
const SPACING_MM = 6;
const CAPTION_MM = 6;

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
  area: Size,
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

/** What is printed of one piece: which paper it shows, and where other things are laid on it later. */
interface Template {
  readonly piece: Piece;
  readonly places: readonly Path[];
  readonly caption: string;
  /** for what is made with the paper turned over */
  readonly isTurned: boolean;
  /** the paper it is traced on: those of one share pages */
  readonly stock: string;
}

const roomOn = (page: Size): Size => ({
  width: page.width - 2 * MARGIN_MM,
  height: page.height - MARGIN_MM - FOOT_MM,
});

/** What is printed, and what of a paper that lies can be drawn on, mm. */
interface TemplateOptions extends PdfOptions {
  readonly lying: Size;
}

/** The page upright or lying, whichever takes fewer sheets. */
function pageFor({ width, height }: Size, { paper, lying }: TemplateOptions): Size {
  const sheets = (page: Size): number => tilesOf(width, height, roomOn(page)).tiles.length;
  return sheets(lying) < sheets(paper) ? lying : paper;
}

/** Which face is up; of patterned paper, how its pattern lies. */
function sideUp({ spec }: Solution, piece: Piece): string {
  const up = facing(spec, piece);
  const { pattern } = piece.stock ?? spec.stock;
  return inWords[up] + (pattern === undefined ? "" : pattern === up ? ", pattern up" : ", pattern down");
}
const inWords = { inside: "inside up", outside: "outside up" } as const;

/** Every piece at true size: those that need a page or more first, then small ones together. */
export function templatePages(doc: Doc, solution: Solution, options: TemplateOptions): void {
  const { paper, display } = options;
  const both = withTurned(solution.pieces.filter(cutByItself));
  const templates = both.map(({ piece, isTurned }): Template => {
    const many = piece.quantity > 1 ? `, ${String(piece.quantity)} of it` : "";
    const { width, height } = piece.blank;
    return {
      piece,
      // only what lies on the face that is printed
      places:
        piece.id === solution.main
          ? lyingOnFlat(solution).flatMap((l) => (l.side === "front" ? [l.shape.path] : []))
          : [],
      isTurned,
      stock: stockName(piece.stock ?? solution.spec.stock),
      caption: `${piece.name}, ${formatSize(width, height, display)}${many} · ${isTurned ? "for its other face" : sideUp(solution, piece)}`,
    };
  });
  const area = roomOn(paper);
  for (const template of templates.filter((t) => layOn(t, area) === undefined)) tiledPages(doc, template, options);
  const small = templates.filter((t) => layOn(t, area) !== undefined);
  for (const stock of new Set(small.map((t) => t.stock)))
    for (const placed of onPages(
      small.filter((t) => t.stock === stock),
      area,
    ))
      sharedPage(doc, placed, options);
}

/** How a piece that leaves room for another on its page lies there: as it is drawn, or a quarter turned; undefined for a larger one. */
function layOn({ piece: { blank } }: Template, area: Size): "upright" | "turned" | undefined {
  const leaves = (width: number, height: number): boolean =>
    width <= area.width && height <= area.height / 2 - CAPTION_MM;
  if (leaves(blank.width, blank.height)) return "upright";
  return leaves(blank.height, blank.width) ? "turned" : undefined;
}

/** mm across and down that a piece takes on a shared page. */
function sizeOn(template: Template, area: Size): Size {
  const { width, height } = template.piece.blank;
  return layOn(template, area) === "turned" ? { width: height, height: width } : { width, height };
}

function tiledPages(doc: Doc, template: Template, options: TemplateOptions): void {
  const { width, height } = template.piece.blank;
  const page = pageFor({ width, height }, options);
  const area = roomOn(page);
  const { tiles, columns, rows } = tilesOf(width, height, area);
  tiles.forEach((tile, i) => {
    newPage(doc, page);
    doc.save().scale(POINTS).translate(MARGIN_MM, MARGIN_MM);
    // a hair wider than the tile, or an outline along its edge would lose half its weight
    doc.rect(-1, -1, area.width + 2, area.height + 2).clip();
    doc.translate(-tile.x, -tile.y);
    draw(doc, template, options);
    doc.restore();
    joinMarks(doc, tile, columns, rows, area);
    const place = tiles.length > 1 ? ` · tile ${String(i + 1)} of ${String(tiles.length)}` : "";
    foot(doc, page, `${options.title} · ${template.caption}${place}`, tiles.length > 1);
  });
}

interface PlacedTemplate {
  readonly template: Template;
  readonly size: Size;
  readonly isQuarter: boolean;
  readonly x: number;
  readonly y: number;
}

/** Small pieces in rows, the tallest first, each with room for its name. */
function onPages(templates: readonly Template[], area: Size): PlacedTemplate[][] {
  const pages: PlacedTemplate[][] = [];
  let [x, y, row] = [0, 0, 0];
  const sized = templates.map((template) => ({ template, size: sizeOn(template, area) }));
  for (const { template, size } of sized.sort((a, b) => b.size.height - a.size.height)) {
    const { height } = size;
    // a name may be longer than its piece is wide
    const width = Math.max(size.width, Math.min(nameWidth(template), area.width));
    if (x > 0 && x + width > area.width) [x, y, row] = [0, y + row + SPACING_MM, 0];
    if (pages.length === 0 || y + height + CAPTION_MM > area.height) {
      pages.push([]);
      [x, y, row] = [0, 0, 0];
    }
    pages.at(-1)?.push({ template, size, isQuarter: layOn(template, area) === "turned", x, y });
    x += width + SPACING_MM;
    row = Math.max(row, height + CAPTION_MM);
  }
  return pages;
}

/** mm a piece's name takes, about: 7.5 pt letters are 1.35 mm wide on average. */
const nameWidth = ({ caption }: Template): number => caption.length * 1.35;

function sharedPage(doc: Doc, placed: readonly PlacedTemplate[], options: PdfOptions): void {
  newPage(doc, options.paper);
  for (const { template, size, isQuarter, x, y } of placed) {
    doc
      .save()
      .scale(POINTS)
      .translate(MARGIN_MM + x, MARGIN_MM + y);
    // its upper edge comes to the right
    if (isQuarter) doc.translate(size.width, 0).rotate(90);
    draw(doc, template, options);
    doc.restore();
    const room = options.paper.width - 2 * MARGIN_MM - x;
    text(doc, template.caption, MARGIN_MM + x, MARGIN_MM + y + size.height + 1.5, 7.5, {
      width: room,
      one: true,
    });
  }
  const [only] = placed;
  const pieces = placed.length === 1 && only ? only.template.piece.name : `${String(placed.length)} pieces`;
  foot(doc, options.paper, `${options.title} · ${pieces} · ${only?.template.stock ?? ""}`, false);
}

function draw(doc: Doc, { piece, places, isTurned }: Template, options: PdfOptions): void {
  const { height } = piece.blank;
  for (const path of places) stroke(doc, yDown(path, 0, height), "guide", PALE);
  for (const path of piece.outline) stroke(doc, yDown(path, 0, height), isTurned ? "guide" : "cut");
  for (const line of piece.lines) {
    const path = yDown(line.path, 0, height);
    // made on the other face: there to be seen, not to be traced
    const colour = line.face === "back" ? PALE : (line.colour ?? INK);
    if (line.art && line.face !== "back") art(doc, line, path, [], options);
    else if (line.filled) filled(doc, path, colour);
    else stroke(doc, path, line.role === "score" ? (line.fold ?? "valley") : line.role, colour);
  }
}

function foot(doc: Doc, page: Size, label: string, joins: boolean): void {
  const top = page.height - FOOT_MM;
  text(doc, label, MARGIN_MM, top + 1.5, 9, { strong: true, width: page.width - 2 * MARGIN_MM, one: true });
  if (joins)
    text(
      doc,
      "To join: cut one sheet along its lettered line, lay that edge on the line with the same letter, and tape.",
      MARGIN_MM,
      top + 6,
      7.5,
      { colour: PALE },
    );
  checkRulers(doc, MARGIN_MM, top + 11);
}

const letter = (n: number): string => String.fromCodePoint("A".charCodeAt(0) + (n % 26));

/** The line a neighbour is joined at, in the middle of what both show, with its letter and a triangle at either end. */
function joinMarks(doc: Doc, tile: Tile, columns: number, rows: number, { width, height }: Size): void {
  const half = OVERLAP_MM / 2;
  const upright = (x: number, name: string): void => {
    line(doc, [x, 0], [x, height]);
    triangle(doc, [x - 2, 0], [x + 2, 0], [x, 3]);
    triangle(doc, [x - 2, height], [x + 2, height], [x, height - 3]);
    text(doc, name, MARGIN_MM + x + 1.2, MARGIN_MM + 3.5, 9, { colour: PALE });
  };
  const level = (y: number, name: string): void => {
    line(doc, [0, y], [width, y]);
    triangle(doc, [0, y - 2], [0, y + 2], [3, y]);
    triangle(doc, [width, y - 2], [width, y + 2], [width - 3, y]);
    text(doc, name, MARGIN_MM + 4, MARGIN_MM + y + 0.6, 9, { colour: PALE });
  };
  if (tile.column > 0) upright(half, letter(tile.column - 1));
  if (tile.column < columns - 1) upright(width - half, letter(tile.column));
  if (tile.row > 0) level(half, letter(columns - 1 + tile.row - 1));
  if (tile.row < rows - 1) level(height - half, letter(columns - 1 + tile.row));
}

/** In the page's own frame, within its margins. */
function inMargins(doc: Doc, work: () => void): void {
  doc.save().scale(POINTS).translate(MARGIN_MM, MARGIN_MM).lineWidth(0.15).strokeColor(PALE).undash();
  work();
  doc.restore();
}
const line = (doc: Doc, from: Point, to: Point): void => {
  inMargins(doc, () => {
    doc
      .moveTo(...from)
      .lineTo(...to)
      .stroke();
  });
};
const triangle = (doc: Doc, a: Point, b: Point, tip: Point): void => {
  inMargins(doc, () => {
    doc
      .moveTo(...a)
      .lineTo(...b)
      .lineTo(...tip)
      .closePath()
      .fill(PALE);
  });
};

/** A ruler with marks every so many mm; every other mark, or fifth, is longer. */
function ruler(doc: Doc, length: number, every: number, long: number): void {
  doc.moveTo(0, 0).lineTo(length, 0).stroke();
  for (let i = 0; i * every <= length + 0.001; i += 1)
    doc
      .moveTo(i * every, 0)
      .lineTo(i * every, i % long === 0 ? 2.4 : 1.4)
      .stroke();
}

/** 100 mm and 4 in to hold a ruler against: if they are not right, neither is anything else on the page. */
function checkRulers(doc: Doc, x: number, y: number): void {
  doc.save().scale(POINTS).translate(x, y).lineWidth(0.2).strokeColor(INK).undash();
  ruler(doc, 100, 10, 5);
  doc.translate(0, 5.5);
  ruler(doc, 4 * MM_PER.in, MM_PER.in / 2, 2);
  doc.restore();
  text(doc, "100 mm: check with a ruler before cutting, and print at 100 %", x + 103, y - 1.2, 7.5, { colour: PALE });
  text(doc, "4 in", x + 103, y + 4.3, 7.5, { colour: PALE });
}
