import type { Pose } from "../geometry/point.ts";
import type { Dimension, Join, Piece, Placement } from "./piece.ts";
import type { Spec } from "./spec.ts";

/** Sizes on the three axes, mm. */
export interface Extent {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
}

/** What a check found: data only. Its words are in `words/`. */
export interface Finding {
  readonly check: string;
  /** which of the check's sentences; the words table has one for each */
  readonly code: string;
  readonly severity: "error" | "warning" | "advice";
  readonly piece?: string;
  readonly panel?: string;
  readonly at?: readonly [number, number];
  /** what was measured and what would be right, mm unless the code says otherwise */
  readonly figure: number;
  readonly limit: number;
  /** further figures and names the sentence needs */
  readonly facts?: Readonly<Record<string, number | string>>;
  readonly remedy?: Remedy;
}

/** A change of the spec that answers the finding when pressed. */
export interface Remedy {
  readonly settings?: Readonly<Record<string, number | string | boolean>>;
  readonly contents?: { readonly width?: number; readonly height?: number };
  readonly sheet?: string;
  readonly stock?: string;
  readonly tape?: string;
  readonly board?: string;
  /** a layer's border, mm; layers are counted from 0 */
  readonly layer?: { readonly index: number; readonly border: number };
  /** another form for the same contents */
  readonly form?: string;
}

export type StepKind =
  "cut" | "punch" | "score" | "turn" | "round" | "trim" | "slit" | "fold" | "glue" | "fill" | "close";

/** How the paper lies while a step is done. */
export interface Scene {
  readonly on: "board" | "table";
  readonly piece: string;
  /** from the piece's flat coordinates to the board's: zero at the punch or the edge stop, the fence along x, paper below it */
  readonly pose: Pose;
  /** strokes made so far, and those made now, by id */
  readonly done: readonly string[];
  readonly now: readonly string[];
  /** folds with an order up to this number are closed */
  readonly folded: number;
}

export interface Step {
  readonly n: number;
  readonly kind: StepKind;
  /** which of the kind's sentences */
  readonly code: string;
  /** the figure to set, mm, from the stated edge */
  readonly measure?: number;
  readonly facts?: Readonly<Record<string, number | string>>;
  readonly scene: Scene;
}

export interface Material {
  readonly item: string;
  readonly code: string;
  readonly quantity: number;
  /** mm; tape has its length as width and the tape's width as height */
  readonly size: { readonly width: number; readonly height: number };
  readonly stock: string;
}

/** Everything that follows from a spec: plain, frozen, with its recipe. Always mm. */
export interface Solution {
  readonly spec: Spec;
  readonly form: string;
  readonly inside: Extent;
  /** room left on each axis after rounding */
  readonly gap: Extent;
  /** mm between two marks of the ruler everything was rounded to */
  readonly grid: number;
  readonly pieces: readonly Piece[];
  readonly joins: readonly Join[];
  readonly contents: readonly Placement[];
  /** the finished size of a card or a part, its layers counted: what an envelope for it must hold */
  readonly finished?: { readonly width: number; readonly height: number; readonly thickness: number };
  readonly dimensions: readonly Dimension[];
  readonly findings: readonly Finding[];
  readonly materials: readonly Material[];
  readonly steps: readonly Step[];
}

/** Why a form stands where it does when forms are ranked. */
export interface Reason {
  readonly code: "fits-sheet" | "too-large-for-sheet" | "least-paper" | "fewest-steps" | "has-error" | "has-warning";
  readonly facts: Readonly<Record<string, number | string>>;
}

/** What cannot follow when a draft is made in another size. */
export type Cannot =
  /** its bounds stop it: it would have to be `wanted` */
  | { readonly code: "bound"; readonly label: string; readonly wanted: number; readonly made: number }
  /** a thing of its own size decides the inside on this axis, and not the card */
  | { readonly code: "thing"; readonly label: string; readonly axis: "width" | "height"; readonly size: number }
  /** the drafted result has this to say, and the one before had not */
  | { readonly code: "finding"; readonly finding: Finding };
