/**
 * A simulated printer: pages in, what lands where. It takes the PDF as any printer would, reads it by a reader of its own, and
 * puts ink where its own scale, its askew feed and its margins let it, so that a page is seen before paper is spent on it.
 */
import { distance, type Point, type Size } from "../geometry/point.ts";
import { type Box, type Inked, type Matrix, type Page, pagesOf, put } from "./page.ts";
import type { Edges } from "../model/measured.ts";
import type { PrinterKind } from "./printers.ts";
import { PdfFile } from "./readPdf.ts";

/** Something of a page: what it was to be, and how much of it no ink reached. */
export interface Landed extends Inked {
  /** mm of its lines */
  readonly lost: number;
}

/** A page as it came out. */
export interface LandedPage extends Size {
  readonly landed: readonly Landed[];
  /** where a place of the page lies: x ↦ a x + c y + e, y ↦ b x + d y + f; mm from the paper's upper left, y down */
  readonly lies: Matrix;
  /** where ink reaches */
  readonly reach: Box;
  /** the largest distance between where a thing was to be and where it is, mm, of what was printed */
  readonly off: number;
  /** what 100 mm across and down come to, measured on what landed; undefined where that is too little */
  readonly hundred: readonly [across: number | undefined, down: number | undefined];
  /** mm of lines that were lost at the edges, and how many things lost some */
  readonly lost: number;
  readonly touched: number;
  readonly unknown: readonly string[];
}

/** What is asked of a printer. */
export interface PrintAsked {
  readonly printer: PrinterKind;
  /** the dialog's "fit to page": the page is drawn as large as the margins leave room for */
  readonly fit?: boolean | undefined;
}

/** Prints a file. @param bytes the PDF @throws PrintError with the end of a sentence */
export const printed = (bytes: Uint8Array, asked: PrintAsked): LandedPage[] =>
  pagesOf(new PdfFile(bytes)).map((page) => landedOn(page, asked));

/** mm that count as nothing: finer than any nozzle. */
const NOTHING_MM = 0.01;

function landedOn(page: Page, { printer, fit }: PrintAsked): LandedPage {
  const { width, height } = page;
  const margins = width > height ? lyingMargins(printer.margins) : printer.margins;
  const reach: Box = [margins.left, margins.top, width - margins.right, height - margins.bottom];
  const lies = landing(page, printer, fit === true ? reach : undefined);
  const land = ([x, y]: Point): Point => put(lies, x, y);
  const sum = { off: 0, lost: 0, touched: 0 };
  const seen: (readonly [said: Point, lies: Point])[] = [];
  const landed = page.inked.map((inked): Landed => {
    const { clip } = inked;
    let lost = 0;
    for (const run of inked.runs)
      for (const [i, to] of run.entries()) {
        const from = run[i - 1];
        const part = from && partIn(from, to, clip ?? EVERYWHERE);
        if (!part) continue;
        const ends = [land(part[0]), land(part[1])] as const;
        const inside = partIn(...ends, reach);
        lost += distance(...ends) - (inside ? distance(...inside) : 0);
        part.forEach((said, k) => {
          const place = ends[k as 0 | 1];
          if (!isIn(place, reach)) return;
          seen.push([said, place]);
          sum.off = Math.max(sum.off, distance(said, place));
        });
      }
    if (lost > NOTHING_MM) {
      sum.lost += lost;
      sum.touched += 1;
    }
    return { ...inked, lost };
  });
  return { width, height, landed, lies, reach, hundred: hundredOf(seen), ...sum, unknown: page.unknown };
}

/** Where a place of the page comes to lie: shrunk to fit if that is asked, then as the printer errs about the page's middle. */
function landing({ width, height }: Size, { scale, askew, shift }: PrinterKind, room: Box | undefined): Matrix {
  const [cx, cy] = [width / 2, height / 2];
  const shrunk = room ? Math.min((room[2] - room[0]) / width, (room[3] - room[1]) / height) : 1;
  const [mx, my] = room ? [(room[0] + room[2]) / 2, (room[1] + room[3]) / 2] : [cx, cy];
  // a page that lies is fed upright, its left edge first: what is across on it comes down the paper
  const lies = width > height;
  const [x, y] = lies ? [scale[1], scale[0]] : scale;
  const [moveX, moveY] = lies ? [shift[1], -shift[0]] : shift;
  const [across, down] = [shrunk * x, shrunk * y];
  const [cos, sin] = [Math.cos((askew * Math.PI) / 180), Math.sin((askew * Math.PI) / 180)];
  const [a, b, c, d] = [across * cos, across * sin, -down * sin, down * cos];
  return [a, b, c, d, mx + moveX - a * cx - c * cy, my + moveY - b * cx - d * cy];
}

const lyingMargins = ({ left, right, top, bottom }: Edges): Edges => ({
  ...{ left: top, right: bottom },
  ...{ top: right, bottom: left },
});

const EVERYWHERE: Box = [-Infinity, -Infinity, Infinity, Infinity];
const isIn = ([x, y]: Point, [left, top, right, bottom]: Box): boolean =>
  x >= left && x <= right && y >= top && y <= bottom;

/** The part of a straight line that lies in a rectangle (Liang and Barsky 1984). */
function partIn(from: Point, to: Point, [left, top, right, bottom]: Box): readonly [Point, Point] | undefined {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  let [t0, t1] = [0, 1];
  for (const [p, q] of [
    [-dx, from[0] - left],
    [dx, right - from[0]],
    [-dy, from[1] - top],
    [dy, bottom - from[1]],
  ] as const) {
    if (p === 0) {
      if (q < 0) return undefined;
    } else if (p < 0) t0 = Math.max(t0, q / p);
    else t1 = Math.min(t1, q / p);
  }
  if (t0 > t1) return undefined;
  const at = (t: number): Point => [from[0] + dx * t, from[1] + dy * t];
  return [at(t0), at(t1)];
}

/**
 * What 100 mm come to, across and down: the straight map that carries the places that were said onto those where they lie with
 * the least squares, as one who measures many of them would find it.
 */
function hundredOf(seen: readonly (readonly [said: Point, lies: Point])[]): LandedPage["hundred"] {
  const middle = (k: 0 | 1, axis: 0 | 1): number => seen.reduce((sum, one) => sum + one[k][axis], 0) / seen.length;
  const [mx, my, lx, ly] = [middle(0, 0), middle(0, 1), middle(1, 0), middle(1, 1)];
  let [xx, xy, yy] = [0, 0, 0];
  const onX: [number, number] = [0, 0];
  const onY: [number, number] = [0, 0];
  for (const [said, lies] of seen) {
    const [x, y, u, v] = [said[0] - mx, said[1] - my, lies[0] - lx, lies[1] - ly];
    [xx, xy, yy] = [xx + x * x, xy + x * y, yy + y * y];
    [onX[0], onX[1], onY[0], onY[1]] = [onX[0] + x * u, onX[1] + x * v, onY[0] + y * u, onY[1] + y * v];
  }
  const det = xx * yy - xy * xy;
  // all in one line or in one place: nothing to measure by
  if (!(det > 1)) return [undefined, undefined];
  const across = Math.hypot(onX[0] * yy - onY[0] * xy, onX[1] * yy - onY[1] * xy) / det;
  const down = Math.hypot(onY[0] * xx - onX[0] * xy, onY[1] * xx - onX[1] * xy) / det;
  return [100 * across, 100 * down];
}
