/** What it is to be a file format: a member of this folder and a line in its list. */
import type { Size } from "../geometry/point.ts";
import type { KeptPicture } from "../model/art.ts";
import type { Flip, Measured } from "../model/measured.ts";
import type { Piece } from "../model/piece.ts";
import type { Solution } from "../model/solution.ts";
import type { Display } from "../units/format.ts";
import type { Lack } from "../words/lacks.ts";
import type { PdfFonts, PdfPart } from "./print/options.ts";
import type { Draft } from "./draft.ts";

/** What is kept. */
export interface Written {
  readonly title: string;
  /** the draft as it is kept: its id, its tags, its note */
  readonly draft: Draft;
  /** every piece as it was drawn, one for each name where a row has a list of them */
  readonly pieces: readonly Piece[];
  /** all of it, solved where it has not been; `each` has a piece for every name, in `solution` the widest stands for all */
  readonly whole: () => { readonly solution: Solution; readonly each: Solution };
}

/** What a brush can do: the part of a canvas's two-dimensional context that pictures need. `P` is a path made from path data. */
export interface Brush<P = unknown> {
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineCap: string;
  lineJoin: string;
  setLineDash(pattern: number[]): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  fill(path: P, rule: "evenodd" | "nonzero"): void;
  stroke(path: P): void;
}

/** Something to paint on, so many pixels each way. Core has none of its own: browsers and machines bring theirs. */
export interface Canvas<P = unknown> {
  readonly brush: Brush<P>;
  path(data: string): P;
  /** the bytes of a PNG file */
  png(): Promise<Uint8Array>;
}

/** How it is written, and what the writer of a format may ask for: it is fetched by those alone that need it. */
export interface WriteOptions {
  readonly display: Display;
  /** the date that stands in files which carry one: the same draft and date give the same bytes */
  readonly date: Date;
  /** the paper in the printer, mm, upright */
  readonly paper: Size;
  /** which parts of a printed file; all unless said */
  readonly parts?: readonly PdfPart[];
  /** who makes it together, by name or by nothing: for a booklet */
  readonly people?: readonly string[];
  /** the pictures that a draft uses */
  readonly pictures?: readonly KeptPicture[];
  /** about which edge a sheet is turned when its other side is printed */
  readonly flip?: Flip;
  /** what the printer has been found to do: printed pages are made up for it */
  readonly printer?: readonly Measured[];
  /** the draft's own paper, face and back, as CSS colours */
  readonly colours: { readonly face: string; readonly back: string };
  readonly fonts: () => Promise<PdfFonts>;
  readonly canvas: (width: number, height: number) => Promise<Canvas>;
}

/** One way to keep what was drafted. */
export interface Format {
  readonly id: string;
  /** what makers call it */
  readonly title: string;
  /** what is in it, to follow the title */
  readonly about: string;
  /** with its dot */
  readonly extension: string;
  readonly mime: string;
  /** what it cannot carry, told where it is chosen; words by code */
  readonly lacks: readonly Lack[];
  /** what it is of */
  readonly of: readonly ("draft" | "sheets" | "job")[];
  /** whether it asks for more than pieces as they were drawn: then the draft is solved where it is written */
  readonly reads: "pieces" | "whole";
  write(what: Written, how: WriteOptions): string | Uint8Array | Promise<string | Uint8Array>;
}

/** A name as a file may have it: letters, digits and hyphens. */
export const fileName = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/[^\w\s-]/gu, "")
    .trim()
    .replace(/\s+/gu, "-")
    .toLowerCase() || "draft";
