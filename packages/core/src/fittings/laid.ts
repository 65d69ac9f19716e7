/** What a row of the recipe has come to: drafted, with where it lies and what it does to the paper beneath. */
import type { Form, Ground, Setup } from "../forms/form.ts";
import type { Point, Pose } from "../geometry/point.ts";
import type { Cut, Face, Seam, Stroke } from "../model/piece.ts";
import type { Lying } from "../model/solution.ts";
import type { Contents, Fitting, Stock } from "../model/spec.ts";
import type { Drafted } from "../paper/drafted.ts";
import type { EdgeCut } from "../paper/shape.ts";
import type { FittingKind, Laying, Through } from "./kind.ts";

/** The recipe's row of a whole form, with what it needs found. */
export interface PartOf {
  readonly form: Form;
  readonly settings: Readonly<Record<string, unknown>>;
  readonly contents: Contents;
  readonly setup: Setup;
}

/** A row with all that it needs to be drafted. */
export interface Row {
  readonly fitting: Fitting;
  readonly set: Readonly<Record<string, unknown>>;
  readonly stock: Stock | undefined;
  /** mm of foam under it */
  readonly raised: number;
  readonly part?: PartOf;
}

/** What a row does to paper that is there. */
export interface Marks {
  readonly fitting: string;
  readonly piece: string;
  readonly panel: string;
  readonly cuts: readonly Cut[];
  readonly strokes: readonly Stroke[];
  readonly through: Through;
  /** its cuts in other panels, of this piece or another */
  readonly elsewhere?: readonly { readonly piece: string; readonly cut: Cut }[];
  /** a side of the panel, with the paper on its left, and what is cut out of it, no deeper than `most` mm */
  readonly edge?: { readonly cut: EdgeCut; readonly line: readonly [Point, Point]; readonly most: number };
  /** panels, `piece/panel`, that it meets only in part: they are left whole */
  readonly partly?: readonly string[];
}

/** A drafted form or fitting with where it lies. */
export interface Part extends Drafted {
  readonly lies?: Lying;
  /** the kind of a fitting that is no form */
  readonly kind?: FittingKind;
  readonly grounds: readonly Ground[];
  readonly outside: Face;
  readonly form?: Form;
  readonly setup: Setup;
  readonly stock: Stock;
  /** what is to be told of words that were set */
  readonly lettered?: Laying["lettered"];
  /** the outline of the maker's own that it follows */
  readonly own?: Laying["own"];
  /** what it does to the paper it lies on: what has no piece of its own does nothing else */
  readonly marks?: Marks;
}

/** A row that has been drafted alone: its ids prefixed, not yet laid. */
export type DraftedRow = Part & {
  readonly strips: readonly NonNullable<Seam["strip"]>[];
  /** the panel that is glued to what lies across the fold */
  readonly across?: string | undefined;
  readonly edge?: Laying["edge"];
  readonly through?: Laying["through"];
  readonly along?: Laying["along"];
  readonly leaves?: Laying["leaves"];
};

/** The face at the bottom of all that a ground lies on, and from the ground's u and v to that panel's flat coordinates. */
export interface Base {
  readonly base: string;
  readonly piece: string;
  readonly pose: Pose;
  /** mm from it to the ground */
  readonly high: number;
  /** from the flat coordinates of the ground's own piece */
  readonly toBase: Pose;
}
