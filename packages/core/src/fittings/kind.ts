import type { z } from "zod";
import type { Setup } from "../forms/form.ts";
import type { Stock } from "../model/spec.ts";
import type { Stroke } from "../model/piece.ts";
import type { Said } from "../paper/said.ts";
import type { EdgeCut } from "../paper/shape.ts";
import { TAPE_MARGIN } from "../paper/seam.ts";
import type { Edge, Rectangle } from "../paper/panel.ts";

/** mm of what a fitting lies on. */
export interface GroundSize {
  readonly width: number;
  readonly height: number;
}

/** This paper alone, the panel folded on it too, or every layer that lies there in the finished piece. */
export type Through = "layer" | "folded" | "all";

/** One of the four sides of a ground, as one looks at it. */
export type SideOf = "left" | "right" | "bottom" | "top";

/** What a kind may look at when it says what is laid. */
export interface FittingInput<S = Readonly<Record<string, unknown>>> {
  readonly name: string;
  readonly ground: GroundSize;
  readonly set: S;
  readonly setup: Setup;
  /** the paper it is cut from */
  readonly stock: Stock;
}

/** Grows with the size on an axis; or on the one that grows less, so that proportions keep and it stays within both. */
export type Follows = "width" | "height" | "least";

/** What a kind asks of a row beside its own settings. */
export type Asks = "stock" | "raised" | "form";

/** One kind of thing that is placed on a panel: a file in `fittings/`. */
export interface FittingKind<S extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly asks: readonly Asks[];
  /** lengths and choices of its own; they stand beside `on` and `at` in the row */
  readonly settings: S;
  /** whether its paper takes its size from what it lies on; others are cut the same wherever they lie */
  readonly fits?: true;
  /** it is done to the paper it lies on and is no paper of its own: its sheet says where, its cuts and lines what */
  readonly inPaper?: true;
  /** it takes a whole side of what it lies on: there is no rule of place to set, and nothing to take in hand */
  readonly aSide?: true;
  /** it is cut into pieces, which are put together again where they are laid */
  readonly inPieces?: true;
  /** it is set in a typeface, and drawn when that has come */
  readonly setsWords?: true;
  /** it lies across the fold that its panel opens by, its left edge in it, and is glued to the other panel too */
  readonly acrossFold?: true;
  /** the setting that keeps a border free, all round or at both ends; and the one that says which way its ends lie */
  readonly border?: { readonly setting: string; readonly round: boolean; readonly runs?: string };
  /** lengths that grow with the size, where that depends on the row; others say it in their schema */
  follows?(set: Readonly<Record<string, unknown>>): Readonly<Partial<Record<string, Follows>>>;
  /** How it is usually laid on a ground so large: settings that differ from their defaults so that it fits. */
  usual?(ground: GroundSize, grid: number): Partial<z.output<S>>;
  /** The paper that is laid: one sheet, its first panel upright and its lower left at the origin. Kinds of whole forms have none. */
  draft?(input: FittingInput<z.output<S>>): Laying;
}

/** What is laid, and where on it the glue goes: along these edges in strips so wide, or all over. */
export interface Laying {
  readonly said: Said;
  readonly strips?: readonly { readonly along: Edge; readonly wide: number }[];
  /** what else is cut at the same place; this paper alone unless said */
  readonly through?: Through;
  /** a side of what it lies on that it runs along in its middle, so far (mm) from it; the rule of place says nothing of it */
  readonly along?: { readonly side: SideOf; readonly off: number };
  /** an edge of what it lies on that is cut to a shape, `most` mm deep; the rule of place says nothing of it */
  readonly edge?: { readonly side: SideOf; readonly cut: EdgeCut; readonly most: number };
  /** what is to be told of words that were set */
  readonly lettered?: Lettered;
  /** the outline of the maker's own that it follows, and the setting that keeps it */
  readonly own?: { readonly setting: string; readonly path: string };
  /** lines that it leaves on what it lies on, where they stand on its own sheet */
  readonly leaves?: readonly Stroke[];
  /** the panel that is glued to what lies across the fold */
  readonly across?: string;
  /** the panel that something more can be laid on, where it is not the first */
  readonly ground?: string;
}

/** What is told of words beside the paper: letters that are not in the typeface, counters that drop out, growth in mm, names. */
export interface Lettered {
  /** each name of a list with how wide it comes, mm, the widest first */
  readonly names?: readonly { readonly name: string; readonly width: number }[];
  readonly missing: readonly string[];
  readonly islands: number;
  readonly by: number;
}

/** Declares a kind with its settings typed inside, and forgets them outside so that kinds fit one list. */
export const defineKind = <S extends z.ZodObject>(kind: FittingKind<S>): FittingKind => kind;

/** Widest band of tape laid along the edges of laid paper; larger pieces are not glued all over. */
const BAND = 12;
/** Tape keeps its margin from both edges of its band. */
const MARGINS = 2 * TAPE_MARGIN;

/** Bands of glue along the lower and the upper edge, or all over where the paper is low; on bars so wide where it is open inside. */
export function bandsOn({ height, bottom, top }: Rectangle, bar = Infinity): Laying["strips"] {
  if (height <= 2 * BAND && bar >= height) return undefined;
  const wide = Math.min(BAND + MARGINS, bar, height / 2 + MARGINS / 2);
  return [bottom, top].map((along) => ({ along, wide }));
}
