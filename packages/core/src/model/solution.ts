import type { Point, Pose, Size } from "../geometry/point.ts";
import type { ChangePath, Dimension, Extent, Face, Join, Motion, PanelFace, Piece, Contained } from "./piece.ts";
import type { Spec } from "./spec.ts";

export type { Extent } from "./piece.ts";

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
  /** what is tried in its place where that does not mend it, in order: a check's own, gone once one was found */
  readonly others?: readonly Remedy[];
}

/** One change of a recipe by path. A value that is undefined takes away what stands there. */
export interface PathChange {
  readonly at: ChangePath;
  readonly value: unknown;
}

/** What answers a finding when it is pressed: changes by path, and which words its button has. */
export interface Remedy {
  readonly code: string;
  readonly changes: readonly PathChange[];
  readonly facts?: Readonly<Record<string, number | string>>;
}

/** What the hand does in a step. */
export type StepKind =
  | "cut"
  | "punch"
  | "score"
  | "turn"
  | "round"
  | "trim"
  | "slit"
  | "pen"
  | "foil"
  | "fold"
  | "glue"
  | "fill"
  | "close"
  | "load"
  | "unload";

/** How the paper lies while a step is done. */
export interface Scene {
  readonly on: "board" | "table" | "mat";
  readonly piece: string;
  /** from the piece's flat coordinates to the board's: zero at the punch or the edge stop, the fence along x, paper below it */
  readonly pose: Pose;
  /** strokes made so far, and those made now, by id */
  readonly done: readonly string[];
  readonly now: readonly string[];
  /** folds with an order up to this number are closed */
  readonly folded: number;
  /** the pieces that are there, joined up; all that is joined to `piece` unless said */
  readonly pieces?: readonly string[];
  /** on a mat: how far it is cut on, the sheet that lies there, and where its pieces are; mm, `pose` turns all of it over */
  readonly bed?: {
    readonly mat: Size;
    readonly sheet?: Size;
    readonly laid: readonly (Pose & { readonly piece: string })[];
  };
}

/** What the hand does to one thing that the solution knows by its id. */
export type Act =
  | "cut"
  | "round"
  | "score"
  | "perforate"
  | "pen"
  | "foil"
  | "print"
  | "crease"
  | "fold"
  | "glue"
  | "put"
  | "fill";

/**
 * One thing done: a line of a piece (`piece/line`; its edge is `piece/outline`, its sheet `piece/blank`), a fold, a glue
 * zone, a piece that is put in its place, or `piece/contents`, what goes in. Every one that a solution asks for is done in
 * exactly one of its steps.
 */
export interface Deed {
  readonly act: Act;
  readonly id: string;
  /** the face it is done on, for what lies on one */
  readonly face?: Face;
}

/** Flaps cut alike, for whoever cuts them by hand. All mm. */
export interface FlapCut {
  readonly names: readonly string[];
  /** from the ends of the score to where the side begins */
  readonly relief: number;
  /** how far each side runs in, and over how much of the depth: all of it unless said */
  readonly taper: number;
  readonly over?: number;
  /** whether its free edge is rounded or cut to a shape, so that a template says more than numbers */
  readonly shaped: boolean;
  /** where both are measured on the first of them, flat coordinates of the piece; none where a template says it all */
  readonly marks?: { readonly start: readonly [Point, Point]; readonly side: readonly [Point, Point] };
}

/** One thing to do: by code, with the one measure it needs (mm) and how the paper lies. */
export interface Step {
  readonly n: number;
  readonly kind: StepKind;
  /** which of the kind's sentences */
  readonly code: string;
  /** the figure to set, mm, from the stated edge */
  readonly measure?: number;
  readonly facts?: Readonly<Record<string, number | string>>;
  /** how the flaps are cut in it, those alike together */
  readonly flaps?: readonly FlapCut[];
  /** the fitting that is made or laid in it */
  readonly fitting?: string;
  /** the piece it is done on, and whether that is made from its sheet or put together with others */
  readonly of: string;
  readonly phase: "make" | "together";
  /** what has been done when it is done */
  readonly does: readonly Deed[];
  readonly scene: Scene;
}

/** Something that is used up, and how much of it. */
export interface Material {
  readonly item: string;
  readonly code: string;
  readonly quantity: number;
  /** mm; tape has its length as width and the tape's width as height */
  readonly size: { readonly width: number; readonly height: number };
  readonly stock: string;
}

/** A face that things are laid on. */
export interface GroundFace extends PanelFace {
  /** mm */
  readonly width: number;
  readonly height: number;
  /** from u, v as one looks at it to the flat coordinates of the piece */
  readonly pose: Pose;
}

/** A fitting as it lies. */
export interface Lying {
  readonly id: string;
  /** what its rule is measured on */
  readonly ground: GroundFace;
  /** mm, unturned; and its lower left on the ground */
  readonly width: number;
  readonly height: number;
  readonly corner: Point;
  readonly turn: number;
  /** what it rests on: the ground, or what lies there already */
  readonly rests: PanelFace;
  /** its outline and that of the ground, mm, on the ground's u and v */
  readonly outline: readonly Point[];
  readonly edge: readonly Point[];
  /** the face, `piece/panel/face`, at the bottom of all that it lies on; from its own flat coordinates to those of that panel */
  readonly base: string;
  readonly basePiece: string;
  readonly toBase: Pose;
  /** from its ground's u and v to the flat coordinates of that panel */
  readonly onBase: Pose;
  /** mm from that face to its own underside and to its top */
  readonly low: number;
  readonly high: number;
}

/** What follows from a recipe as far as it is drawn: panels, folds, pieces, figures, and how it moves. Always mm. */
export interface Drawing {
  readonly spec: Spec;
  readonly form: string;
  /** the form's own; what a fitting holds stands with its contents */
  readonly inside: Extent;
  /** room left on each axis after rounding */
  readonly gap: Extent;
  /** mm between two marks of the ruler everything was rounded to */
  readonly grid: number;
  /** the piece that all others are joined to */
  readonly main: string;
  readonly pieces: readonly Piece[];
  readonly joins: readonly Join[];
  /** as far as they go */
  readonly motions: readonly Motion[];
  readonly contents: readonly Contained[];
  /** the finished size of a card or a part, its layers counted: what an envelope for it must hold */
  readonly finished?: { readonly width: number; readonly height: number; readonly thickness: number };
  readonly dimensions: readonly Dimension[];
  /** mm from the edge to the score or punch that is set first; absent where nothing is scored */
  readonly firstScore?: number;
  /** what is placed on the panels, as it lies */
  readonly fittings: readonly Lying[];
}

/** A drawing with its steps. */
export type Stepped = Drawing & Pick<Solution, "steps">;

/** Everything that follows from a recipe. `findings`, `materials` and `steps` are worked out when first read. */
export interface Solution extends Drawing {
  readonly findings: readonly Finding[];
  readonly materials: readonly Material[];
  readonly steps: readonly Step[];
}

/** The piece that all others are joined to. */
export const mainPiece = ({ pieces, main }: Pick<Solution, "pieces" | "main">): Piece | undefined =>
  pieces.find((p) => p.id === main);

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
