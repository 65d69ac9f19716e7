/**
 * What is printed on pieces, to be cut out afterwards: in its own colours, past the edge where it reaches it, with trim marks and
 * fold marks beside each piece and corner marks on the page; the other side so that both lie over one another when the sheet is
 * turned about the edge that was said.
 */
import { behind, cornerMarks, cornersIn, FOOT_MM, imposedOn, turnsUpright } from "../../layout/imposed.ts";
import { stockName } from "../../layout/trimPlan.ts";
import type { Point, Size } from "../../geometry/point.ts";
import { BLEED_MM } from "../../model/art.ts";
import type { Piece, Stroke } from "../../model/piece.ts";
import type { Solution } from "../../model/solution.ts";
import { cutByItself } from "../inRow.ts";
import { yDown } from "../svg.ts";
import { turnedOver } from "../turned.ts";
import { art } from "./art.ts";
import { edgesOf, reachOf } from "./correct.ts";
import {
  type Doc,
  drawnOn,
  filled,
  INK,
  lengthOf,
  MARGIN_MM,
  newPage,
  newSheet,
  PALE,
  POINTS,
  putNumberAt,
  stroke,
  text,
} from "./ink.ts";
import type { PdfOptions } from "./options.ts";

/** mm from a piece to its marks, and how long those are. */
const MARK = { off: BLEED_MM + 0.5, long: 3.5 } as const;
/** mm from a corner mark to what is said beside it: its arm is 5 long; from a mark to words; from words to the page's number, and what both take */
const BESIDE_MM = 9;
const CLEAR_MM = 1;
const BEFORE_NUMBER_MM = 4;
const NUMBER_MM = 16;
/** mm that larger letters begin higher, so that both stand on one line */
const HALF_POINT_MM = 0.18;
const FOOT_POINTS = 7;
/** How a piece is turned on its page: half round where the sheet goes over its level middle. */
type Way = "front" | "around";
/** mm off the edge that still is on it */
const ON_EDGE_MM = 0.01;

/** What is printed of a piece on its drawn face, and of the same seen from behind. */
const printedOn = (piece: Piece): readonly Stroke[] =>
  piece.lines.filter(({ role, face }) => role === "print" && face !== "back");

/** Pieces that have something printed on either side. */
export const printable = (pieces: readonly Piece[]): readonly Piece[] =>
  pieces.filter((piece) => cutByItself(piece) && piece.lines.some(({ role }) => role === "print"));

/** A sheet of pieces that are printed and cut out together. */
export interface PrintedSheet {
  readonly page: Size;
  readonly on: readonly { readonly piece: Piece; readonly at: Point }[];
  /** how many of it are printed, and how many pieces that gives in all */
  readonly times: number;
  readonly copies: number;
}

/**
 * Every sheet that is printed, in order; `tooLarge` are pieces that no sheet takes.
 * @param paper mm, upright @param reach mm from its edges that the printer reaches everywhere
 */
export function printedSheets(
  { pieces, spec }: Pick<Solution, "pieces" | "spec">,
  paper: Size,
  reach: number,
): { readonly sheets: readonly PrintedSheet[]; readonly tooLarge: readonly Piece[] } {
  const sheets: PrintedSheet[] = [];
  const tooLarge: Piece[] = [];
  for (const group of alike(printable(pieces))) {
    const [first] = group;
    if (!first) continue;
    // one that is like all others fills the page, and that is printed as often as it takes
    const isAlone = group.length === 1;
    const copies = isAlone ? first.quantity * spec.quantity : group.length;
    const laid = imposedOn(first.blank, paper, copies, reach);
    if (!laid) {
      tooLarge.push(first);
      continue;
    }
    const { page, places } = laid;
    for (let from = 0; from < group.length; from += isAlone ? 1 : places.length) {
      const on = places.flatMap((at, i) => {
        const piece = isAlone ? first : group[from + i];
        return piece ? [{ piece, at }] : [];
      });
      sheets.push({ page, on, times: isAlone ? Math.ceil(copies / places.length) : 1, copies });
    }
  }
  return { sheets, tooLarge };
}

/** Pages for every piece that something is printed on; nothing where nothing is. */
export function printedPages(doc: Doc, solution: Solution, options: PdfOptions): void {
  const { paper, printer, flip = "long" } = options;
  const reach = reachOf(edgesOf(printer));
  const { sheets, tooLarge } = printedSheets(solution, paper, reach);
  for (const { page, on, times, copies } of sheets) {
    const [first] = on;
    if (!first) continue;
    const often = times > 1 ? ` · print it ${String(times)} times, for ${String(copies)}` : "";
    const hasBack = on.some(({ piece }) => turnedOver(piece)?.lines.some(({ role }) => role === "print"));
    const stock = stockName(first.piece.stock ?? solution.spec.stock);
    const name = `${options.title} · ${first.piece.name}, ${stock}${often}`;
    newSheet(doc, page);
    pageMarks(doc, page, reach);
    const front = on.map((laid): Lying => ({ ...laid, way: "front" }));
    for (const laid of front) one(doc, laid, options);
    foot(doc, page, reach, front, hasBack ? `${name} · this side first` : name);
    if (!hasBack) continue;
    newSheet(doc, page);
    pageMarks(doc, page, reach);
    const back = on.map(({ piece, at }): Lying => ({
      piece: turnedOver(piece) ?? { ...piece, lines: [] },
      at: behind(page, piece.blank, at, flip),
      way: turnsUpright(page, flip) ? "front" : "around",
    }));
    for (const laid of back) one(doc, laid, options);
    foot(doc, page, reach, back, `${name} · other side, turned about the ${flip} edge`);
  }
  for (const piece of tooLarge) cannotBePrinted(doc, piece, options);
}

/** Pieces of one size and one paper share pages. */
function alike(pieces: readonly Piece[]): readonly (readonly Piece[])[] {
  const groups = new Map<string, Piece[]>();
  for (const piece of pieces) {
    const { width, height } = piece.blank;
    const key = `${width.toFixed(3)} ${height.toFixed(3)} ${JSON.stringify(piece.stock)}`;
    const group = groups.get(key);
    if (group) group.push(piece);
    else groups.set(key, [piece]);
  }
  return [...groups.values()];
}

/** A piece at its place. */
function one(doc: Doc, { piece, at: [x, y], way }: Lying, options: PdfOptions): void {
  const { width, height } = piece.blank;
  doc.save().scale(POINTS).translate(x, y);
  if (way === "around") doc.translate(width, height).rotate(180);
  doc.save();
  doc.rect(-BLEED_MM, -BLEED_MM, width + 2 * BLEED_MM, height + 2 * BLEED_MM).clip();
  for (const line of printedOn(piece)) {
    const path = yDown(line.path, 0, height);
    const ink = line.colour ?? INK;
    if (line.art) art(doc, line, path, bleedOf(line, piece), options);
    else if (line.filled) filled(doc, path, ink);
    else stroke(doc, path, "print", ink);
  }
  doc.restore();
  marks(doc, piece);
  doc.restore();
}

/** Which sides of a picture's box lie on the edge of the sheet: there it goes on past it. */
function bleedOf({ path }: Stroke, { blank: { width, height } }: Piece): readonly boolean[] {
  const on = (v: number, edge: number): boolean => Math.abs(v - edge) < ON_EDGE_MM;
  return path.map(({ from, to }) =>
    [
      [0, 0],
      [0, width],
      [1, 0],
      [1, height],
    ].some(([axis = 0, edge = 0]) => on(from[axis as 0 | 1], edge) && on(to[axis as 0 | 1], edge)),
  );
}

/** A mark beside a piece, mm from its upper left, y down. */
interface Mark {
  readonly from: Point;
  readonly to: Point;
  readonly isFold: boolean;
}

/** Where it is trimmed, at its four corners; and where it is folded, beside the ends of each score that meets its edge. */
function marksOf({ blank: { width, height }, folds }: Piece): readonly Mark[] {
  const trimmed = [0, width].flatMap((x) =>
    [0, height].flatMap((y): Mark[] => {
      const [dx, dy] = [x === 0 ? -1 : 1, y === 0 ? -1 : 1];
      const end = MARK.off + MARK.long;
      return [
        { from: [x + dx * MARK.off, y], to: [x + dx * end, y], isFold: false },
        { from: [x, y + dy * MARK.off], to: [x, y + dy * end], isFold: false },
      ];
    }),
  );
  const folded = folds.flatMap(({ from, to }) =>
    [[from, to] as const, [to, from] as const].flatMap(([end, other]): Mark[] => {
      const [x, y] = [end[0], height - end[1]];
      const isOut = x < ON_EDGE_MM || y < ON_EDGE_MM || x > width - ON_EDGE_MM || y > height - ON_EDGE_MM;
      const [dx, dy] = [end[0] - other[0], other[1] - end[1]];
      const long = Math.hypot(dx, dy);
      if (!isOut || !(long > 0)) return [];
      const at = (mm: number): Point => [x + (dx / long) * mm, y + (dy / long) * mm];
      return [{ from: at(MARK.off), to: at(MARK.off + MARK.long), isFold: true }];
    }),
  );
  return [...trimmed, ...folded];
}

function marks(doc: Doc, piece: Piece): void {
  doc.lineWidth(0.12);
  for (const { from, to, isFold } of marksOf(piece)) {
    if (isFold) doc.strokeColor(PALE).dash(0.8, { space: 0.6 });
    else doc.strokeColor(INK).undash();
    doc
      .moveTo(...from)
      .lineTo(...to)
      .stroke();
  }
  doc.undash();
}

/** Corner marks by which a machine, or a hand with the sheet on a board, finds the print again. */
function pageMarks(doc: Doc, page: Size, reach: number): void {
  doc.save().scale(POINTS).lineWidth(0.5).strokeColor(INK).undash();
  for (const [first, ...rest] of cornerMarks(page, reach)) {
    if (!first) continue;
    doc.moveTo(...first);
    for (const to of rest) doc.lineTo(...to);
    doc.stroke();
  }
  doc.restore();
}

/** A piece at its place on a page, and how it is turned there. */
interface Lying {
  readonly piece: Piece;
  readonly at: Point;
  readonly way: Way;
}

/** What is on a page, in a line under its pieces, where no mark of theirs runs. */
function foot(doc: Doc, page: Size, reach: number, on: readonly Lying[], words: string): void {
  const top = page.height - reach - FOOT_MM;
  const beside = cornersIn(reach) + BESIDE_MM;
  const taken = on.flatMap(({ piece, at: [x, y], way }) =>
    marksOf(piece).flatMap(({ from, to }) => {
      const { width, height } = piece.blank;
      const ends = [from, to].map(([u, v]): Point =>
        way === "around" ? [x + width - u, y + height - v] : [x + u, y + v],
      );
      const [xs, ys] = [ends.map(([u]) => u), ends.map(([, v]) => v)];
      const isThere = Math.max(...ys) > top && Math.min(...ys) < top + FOOT_MM;
      return isThere ? [[Math.min(...xs) - CLEAR_MM, Math.max(...xs) + CLEAR_MM] as const] : [];
    }),
  );
  // its number stands behind the words
  const [from, room] = roomBetween(taken, [beside, page.width - beside], lengthOf(doc, words, FOOT_POINTS) + NUMBER_MM);
  const width = room - NUMBER_MM;
  text(doc, words, from, top, FOOT_POINTS, { colour: PALE, width, one: true });
  const long = Math.min(width, lengthOf(doc, words, FOOT_POINTS));
  putNumberAt(doc, [from + long + BEFORE_NUMBER_MM, top - HALF_POINT_MM]);
}

/** Where a line of words stands between what is taken: the first room that holds it, else the widest; from where, and how wide, mm. */
function roomBetween(
  taken: readonly (readonly [number, number])[],
  [from, to]: readonly [number, number],
  long: number,
): readonly [from: number, width: number] {
  const rooms: (readonly [number, number])[] = [];
  let at = from;
  for (const [left, right] of [...taken].sort((a, b) => a[0] - b[0])) {
    rooms.push([at, Math.min(left, to) - at]);
    at = Math.max(at, right);
  }
  rooms.push([at, to - at]);
  const widest = rooms.reduce((best, room) => (room[1] > best[1] ? room : best));
  return rooms.find(([, width]) => width >= long) ?? widest;
}

/** A piece that no page takes says so, and what is done instead. */
function cannotBePrinted(doc: Doc, piece: Piece, options: PdfOptions): void {
  const { title } = options;
  const paper = drawnOn(doc, options.paper).standing;
  newPage(doc, paper);
  text(doc, title, MARGIN_MM, MARGIN_MM, 18, { strong: true, width: paper.width - 2 * MARGIN_MM, one: true });
  text(
    doc,
    `${piece.name} is larger than this paper takes between its corner marks. Choose a larger paper in the settings, or trace what is printed from the template, which is laid over several pages.`,
    MARGIN_MM,
    MARGIN_MM + 12,
    11,
    { width: paper.width - 2 * MARGIN_MM },
  );
}
