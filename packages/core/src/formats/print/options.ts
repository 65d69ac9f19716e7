import type { Solution } from "../../model/solution.ts";
/** What is printed, and how. */
import type { Flip, Measured } from "../../model/measured.ts";
import type { Display } from "../../units/format.ts";

/** Type to embed, the bytes of WOFF or TTF files. */
export interface PdfFonts {
  readonly regular: Uint8Array;
  readonly strong: Uint8Array;
}

/** What can be printed by itself. */
export const PDF_PARTS = ["overview", "booklet", "template", "sheets", "steps", "printed"] as const;
/** One of them. */
export type PdfPart = (typeof PDF_PARTS)[number];

/** What is printed, for which paper, in whose units. */
export interface PdfOptions {
  /** the solution with a piece for every name of a list, where templates are to be one of each */
  readonly each?: Solution;
  readonly title: string;
  readonly display: Display;
  /** the paper in the printer, mm, upright */
  readonly paper: { readonly width: number; readonly height: number };
  readonly fonts: PdfFonts;
  /** date written into the file: the same date and solution give the same bytes */
  readonly date: Date;
  /** which parts; all that are worked from when left out, without the page that shows the whole */
  readonly parts?: readonly PdfPart[];
  /** what the printer has been found to do: pages are made up for it */
  readonly printer?: readonly Measured[];
  /** about which edge a sheet is turned when its other side is printed; the long one unless said */
  readonly flip?: Flip;
  /** who makes it together, by name or by nothing: for the booklet */
  readonly people?: readonly string[];
  /** the pictures that are printed, PNG or JPEG, by id; one that is not there leaves its box */
  readonly pictures?: ReadonlyMap<string, Uint8Array>;
  /** stock colours for the pictures */
  readonly colours?: { readonly face: string; readonly back: string };
}
