/** What a row of the recipe has come to: drafted, with where it lies and what it does to the paper beneath. */
import type { Form, Ground, Setup } from "../forms/form.ts";
import type { Point } from "../geometry/point.ts";
import type { Cut, Face, Stroke } from "../model/piece.ts";
import type { Lying } from "../model/solution.ts";
import type { Stock } from "../model/spec.ts";
import type { Drafted } from "../paper/said.ts";
import type { EdgeCut } from "../paper/shape.ts";
import type { FittingKind, Laying } from "./kind.ts";

/** What a row does to paper that is there. */
export interface Marks {
  readonly fitting: string;
  readonly piece: string;
  readonly panel: string;
  readonly cuts: readonly Cut[];
  readonly strokes: readonly Stroke[];
  readonly through: "layer" | "folded" | "all";
  /** a side of the panel, with the paper on its left, and what is cut out of it */
  readonly edge?: { readonly cut: EdgeCut; readonly line: readonly [Point, Point] };
  /** panels, `piece/panel`, that it meets only in part: they are left whole */
  readonly partly?: readonly string[];
}

/** A drafted form or fitting with where it lies. */
export interface Laid extends Drafted {
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
  /** what it does to the paper it lies on; it has no piece of its own then */
  readonly marks?: Marks;
}
