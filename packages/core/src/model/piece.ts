/**
 * The model everything stands on: a piece of paper is panels joined by folds, with cuts in the panels and glue
 * between them. Coordinates are mm, x right, y up, origin at the piece's lower left, seen from the drawn face.
 */
import type { Art } from "./art.ts";
import type { Path } from "../geometry/path.ts";
import type { Point, Pose } from "../geometry/point.ts";
import type { ContentShape, Stock } from "./spec.ts";

/** A place in a recipe: `["settings", "tab"]`, `["fittings", "pocket", "settings", "tab"]`. */
export type ChangePath = readonly string[];

/** `front` is the drawn face, the one you look at in the flat drawing. */
export type Face = "front" | "back";

/** A flat part of a piece between folds and edges, mm in the piece's own frame. */
export interface Panel {
  readonly id: string;
  readonly name: string;
  /** closed, anticlockwise */
  readonly outline: Path;
}

/** A fold between two panels: the second moves. Degrees from flat, order of folding from 1. */
export interface Fold {
  readonly id: string;
  /** the panel that stays and the panel that moves */
  readonly panels: readonly [string, string];
  readonly from: Point;
  readonly to: Point;
  /** the score where it is not straight, from `from` to `to`: both panels bend */
  readonly path?: Path;
  /** where the fold ends, degrees: positive turns the moving panel towards whoever looks at the drawn face (valley) */
  readonly angle: number;
  /** order of folding, from 1; equal numbers fold together */
  readonly order: number;
  /**
   * Plies the moving panel stands off the place its score alone would take it to, along its own drawn face. Counted
   * from the order for panels folded right over; said by the form where a score ends at another angle.
   */
  readonly lift?: number;
  /** its place in the pile, counted like the order, where it is not the last that was folded: a flap tucked in under another */
  readonly level?: number;
  /** the paper simply bends there: nothing is scored */
  readonly slack?: true;
  /** it joins panels that others join already, and closes by itself: it moves nothing */
  readonly closes?: true;
}

/** Towards the drawn face, or away from it; a fold that lies open in the end, and opens and closes later, is a valley. */
export const creaseOf = ({ angle }: Pick<Fold, "angle">): "valley" | "mountain" => (angle >= 0 ? "valley" : "mountain");

/** What a cut is for: checks and steps ask this and not its name. A `slit` is open, the others drop something out. */
export type CutKind = "slit" | "hole" | "window";

/** A cut inside a panel. */
export interface Cut {
  readonly id: string;
  readonly panel: string;
  readonly kind: CutKind;
  readonly path: Path;
  /** settings of the form that move it and make it smaller, where there are such: what a remedy may change */
  readonly place?: string;
  readonly across?: string;
  /** the setting that makes what it is cut in larger, mm for mm */
  readonly widens?: string;
  /** the fitting it comes from */
  readonly fitting?: string;
}

/** One face of one panel. */
export interface PanelFace {
  readonly piece: string;
  readonly panel: string;
  readonly face: Face;
}

/** Where two faces are glued, as a polygon in the glued panel's flat frame, mm. */
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
  /** where in the recipe the length stands that makes the strip wider, mm for mm */
  readonly widens?: ChangePath;
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
  /** it is there already, folded, and is only cut into: where its lower left lies on the cutting mat, mm */
  readonly bought?: { readonly x: number; readonly y: number };
  /** paper other than the draft's own */
  readonly stock?: Stock;
  /** the fitting it comes from; the form's own pieces have none */
  readonly fitting?: string;
  /** mm: the radius that a corner rounder makes on it when it is cut; other curves are cut out by hand */
  readonly rounding?: number;
  /** how it was drawn and came to lie in its flat coordinates: where its panels stand upright */
  readonly laid: Pose;
  /** the panel that stays when the others fold */
  readonly root: string;
  readonly panels: readonly Panel[];
  readonly folds: readonly Fold[];
  readonly cuts: readonly Cut[];
  /** what is drawn or foiled on it, and on which face */
  readonly strokes?: readonly Stroke[];
  /** it carries what is inside, which is stuck on it and goes in with it */
  readonly carries?: true;
  /** its two halves are cut out together while it lies folded, so that they match */
  readonly cutFolded?: true;
  readonly glue: readonly Glue[];
}

/** Whether a piece is cut from paper of its own: one from another's waste is not, and one that is there already. */
export const takesPaper = ({ within, bought }: Pick<PieceDraft, "within" | "bought">): boolean =>
  within === undefined && !bought;

/** What a line of a piece is for. */
export type Role = "score" | "cut" | "perforate" | "pen" | "foil" | "print" | "guide";

/** A stroke to be made on the paper. */
export interface Stroke {
  readonly id: string;
  readonly role: Role;
  /** the fitting it comes from */
  readonly fitting?: string;
  readonly fold?: "valley" | "mountain";
  /** the face it is made on where that is not the drawn one */
  readonly face?: Face;
  readonly path: Path;
  /** the cut that is raised along it: it is its foot */
  readonly foots?: string;
  /** closed, and filled within: printed letters */
  readonly filled?: true;
  /** what it is printed in, `#rrggbb`; ink's own unless said */
  readonly colour?: string;
  /** a picture within it: its path is the picture's box, from its lower left round as one looks at it */
  readonly art?: Art;
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

/** What moves: plain data, read by the poses, the checks and the view. */
export type Move =
  /** a joined piece, along a vector of the panel it lies on, mm at full travel; `through` names the slit it runs in */
  | { readonly kind: "slide"; readonly piece: string; readonly by: Point; readonly through?: string }
  /** a joined piece, about a place of the panel it lies on, degrees at full travel: a wheel on a fastener */
  | { readonly kind: "turn"; readonly piece: string; readonly about: Point; readonly degrees: number }
  /** what hangs on a fold, back from where the fold ended: a card is opened */
  | { readonly kind: "open"; readonly piece: string; readonly fold: string; readonly degrees: number };

/** Something that moves in the finished thing, from 0 to 1. */
export interface Motion {
  readonly id: string;
  readonly title: string;
  /** the motion that must be done before this one begins: what it moves lies over this */
  readonly after?: string;
  readonly move: Move;
}

/** One panel glued onto another, as it is said: where the glue goes follows when the paper is folded up. */
export interface Seam {
  readonly piece: string;
  readonly panel: string;
  readonly onto: { readonly piece: string; readonly panel: string };
  /** a strip so wide along one edge of the panel, mm, both margins counted; all over where it is not said */
  readonly strip?: { readonly from: Point; readonly to: Point; readonly wide: number } | undefined;
  readonly web?: true | undefined;
  readonly widens?: ChangePath | undefined;
  /** a maker said it, and not a form: where the two do not come to lie on one another there is no glue, and a check tells it */
  readonly asked?: true | undefined;
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
  /** it stands on what is folded beneath its panel, tabs, and on what lies between */
  readonly stands?: true;
  /** further faces it is glued on: they carry it too */
  readonly also?: readonly PanelFace[];
  /** parts of it go through what it lies on and stand out on the other side */
  readonly through?: true;
  /** which words tell how it is put there, where it is not simply glued on */
  readonly told?: string;
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

/** Sizes on the three axes, mm. */
export interface Extent {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
}

/** Where contents stand out of what holds them: on which of their axes, and past one end (a pocket) or both (a band). */
export interface Open {
  readonly axis: "width" | "height";
  readonly past: "one" | "both";
}

/** Contents lying on the front face of a panel, centred at `x, y`, mm and degrees. */
export interface Contained {
  readonly name: string;
  /** what it looks like in its box, where it is none */
  readonly shape?: ContentShape;
  readonly width: number;
  readonly height: number;
  readonly thickness: number;
  readonly on: { readonly piece: string; readonly panel: string };
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
  /** what it is made up of, from the panel up, where several things lie on one another */
  readonly things?: readonly Thing[];
  /** the room they find, and what of it is left after rounding, on their own axes */
  readonly inside: Extent;
  readonly gap: Extent;
  /** folds, `piece/fold`, that close over them; none for a holder whose mouth stays open */
  readonly closes: readonly string[];
  /** the axis on which they may stand out of what holds them, past one end or both: no room is asked for there */
  readonly open?: Open;
  /** it lies free: more room than was asked for is no fault */
  readonly loose?: true;
  /** the way out, a unit vector of the panel they lie on */
  readonly way: Point;
  /** the settings that ask for room on each axis */
  readonly asks: { readonly width?: ChangePath; readonly height?: ChangePath };
  /** the fitting that holds them */
  readonly fitting?: string;
}

/** A figure on the drawing, between two points of a piece. */
export interface Dimension {
  readonly id: string;
  /** what it measures: the words table has a name for each, unless `title` gives it */
  readonly code: string;
  /** the name of the setting it shows */
  readonly title?: string;
  readonly piece: string;
  readonly from: Point;
  readonly to: Point;
  readonly value: number;
  /** what typing or dragging it changes; absent when it only follows */
  readonly sets?: ChangePath | undefined;
  /** panels, folds and cuts that light up with it, `piece/panel` */
  readonly lights: readonly string[];
  /** outside the paper, beside the sheet's edge; others stand where they are measured */
  readonly outside?: true;
  /** set or cut by the ruler in use */
  readonly ruled?: true;
  /** mm by which the whole line may be moved, there and back, and still measure the same: the drawing takes a free place */
  readonly slides?: Point;
  /** the fitting it belongs to: shown while that is chosen */
  readonly fitting?: string;
  /** one of the numbers the paper is cut and scored by: it is drawn large */
  readonly key?: true;
}
