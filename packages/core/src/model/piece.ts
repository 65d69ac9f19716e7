/**
 * The model everything stands on: a piece of paper is panels joined by folds, with cuts in the panels and glue
 * between them. Coordinates are mm, x right, y up, origin at the piece's lower left, seen from the drawn face.
 */
import type { Path } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Stock } from "./spec.ts";

/** `front` is the drawn face, the one you look at in the flat drawing. */
export type Face = "front" | "back";

export interface Panel {
  readonly id: string;
  readonly name: string;
  /** closed, anticlockwise */
  readonly outline: Path;
}

export interface Fold {
  readonly id: string;
  /** the panel that stays and the panel that moves */
  readonly panels: readonly [string, string];
  readonly from: Point;
  readonly to: Point;
  /** where the fold ends, degrees: positive turns the moving panel towards whoever looks at the drawn face (valley) */
  readonly angle: number;
  /** order of folding, from 1; equal numbers fold together */
  readonly order: number;
  /**
   * Plies the moving panel stands off the place its score alone would take it to, along its own drawn face. Counted
   * from the order for panels folded right over; said by the form where a score ends at another angle.
   */
  readonly lift?: number;
}

/** A cut inside a panel: a slit, a hole, a window. */
export interface Cut {
  readonly id: string;
  readonly panel: string;
  readonly path: Path;
}

export interface PanelFace {
  readonly piece: string;
  readonly panel: string;
  readonly face: Face;
}

export interface Glue {
  readonly id: string;
  readonly panel: string;
  readonly face: Face;
  /** where the glue goes, closed */
  readonly polygon: readonly Point[];
  readonly onto: PanelFace;
  /** mm across the strip that may be glued: the widest tape that does not show */
  readonly widestTape: number;
  /** closes a corner: no push of the contents comes on it, so it may be short */
  readonly web?: true;
}

/** What a form says of one piece; everything else about the piece is derived from it. */
export interface PieceDraft {
  readonly id: string;
  readonly name: string;
  readonly quantity: number;
  /** the blank to cut, when it is larger than the outline */
  readonly blank?: { readonly width: number; readonly height: number };
  /** the piece whose waste it is cut from: it takes no paper of its own */
  readonly within?: string;
  /** paper other than the draft's own */
  readonly stock?: Stock;
  readonly root: string;
  readonly panels: readonly Panel[];
  readonly folds: readonly Fold[];
  readonly cuts: readonly Cut[];
  readonly glue: readonly Glue[];
}

export type Role = "score" | "cut" | "perforate" | "pen" | "foil" | "guide";

/** A stroke to be made on the paper. */
export interface Stroke {
  readonly id: string;
  readonly role: Role;
  readonly fold?: "valley" | "mountain";
  readonly path: Path;
}

/** A piece with all that follows from its panels and folds. */
export interface Piece extends Omit<PieceDraft, "cuts" | "blank"> {
  readonly blank: { readonly width: number; readonly height: number };
  /** outer edge first, then holes right through */
  readonly outline: readonly Path[];
  /** scores and inner cuts, in the order of the folds */
  readonly lines: readonly Stroke[];
  readonly cuts: readonly Cut[];
}

/** Lays a whole piece on a panel of another: its flat coordinates, posed, are the target panel's flat coordinates. */
export interface Join {
  readonly piece: string;
  readonly panel: string;
  readonly onto: PanelFace;
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
  readonly flip: boolean;
  /** mm of foam between the two */
  readonly raised?: number;
}

/** One of several things in the same holder: it lies in the middle of the whole. */
export interface Thing {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly thickness: number;
  /** mm from the panel to its underside */
  readonly above: number;
}

/** Contents lying on the front face of a panel, centred at `x, y`, mm and degrees. */
export interface Placement {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly thickness: number;
  readonly on: { readonly piece: string; readonly panel: string };
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
  /** what it is made up of, from the panel up, where several things lie on one another */
  readonly things?: readonly Thing[];
}

/** A figure on the drawing, between two points of a piece. */
export interface Dimension {
  readonly id: string;
  readonly piece: string;
  readonly from: Point;
  readonly to: Point;
  /** mm from the line from→to, to its right, at which the figure stands */
  readonly offset: number;
  readonly value: number;
  /** what typing or dragging it changes: `contents.width`, `settings.play`, `blank`; absent when it only follows */
  readonly sets?: string | undefined;
  /** mm of `value` for each mm that the end of the line is dragged; 1 unless the shape grows from its middle */
  readonly gain?: number;
  /** panels, folds and cuts that light up with it */
  readonly lights: readonly string[];
  /** where the line is too short to carry its figure it stands past the end, and not before the start */
  readonly after?: true;
}
