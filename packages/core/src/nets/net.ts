/** A net: panels, the folds between them, and what is cut out of them, found in lines that come from elsewhere. */
import type { Path } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";

/** What a line of a net is for. */
export type NetRole = "cut" | "score";
export type Crease = "valley" | "mountain";

/** A line with what it is for; mm, y up. */
export interface NetLine {
  readonly role: NetRole;
  readonly fold?: Crease | undefined;
  readonly path: Path;
}

export interface NetPanel {
  readonly id: string;
  /** closed, anticlockwise */
  readonly outline: Path;
}

/** A fold of a net: the panel that stays and the one that moves. */
export interface NetFold {
  readonly id: string;
  readonly panels: readonly [string, string];
  readonly from: Point;
  readonly to: Point;
  readonly path?: Path | undefined;
  readonly crease?: Crease | undefined;
  /** it joins panels that others join already: it closes by itself, or not at all */
  readonly closes?: true;
}

export interface NetCut {
  readonly panel: string;
  readonly kind: "slit" | "opening";
  readonly path: Path;
}

/** One piece of paper. */
export interface NetPiece {
  readonly root: string;
  readonly panels: readonly NetPanel[];
  readonly folds: readonly NetFold[];
  readonly cuts: readonly NetCut[];
  /** scores that end within a panel: they fold nothing */
  readonly loose: readonly { readonly panel: string; readonly path: Path }[];
}

/** What is to be told of a net: where it is, and how large, mm or mm². */
export interface NetTold {
  readonly code:
    | "doubled"
    | "joined"
    | "open-end"
    | "loose-score"
    | "waste"
    | "flap-inside"
    | "score-ring"
    | "vertex-inside"
    | "none"
    | "too-many";
  readonly at?: Point | undefined;
  readonly figure?: number | undefined;
}

export interface Net {
  readonly pieces: readonly NetPiece[];
  readonly told: readonly NetTold[];
}

/** mm within which ends were meant to meet, where nobody has said: between what programs round and what hands miss. */
export const NEAR_MM = 0.1;
/** Segments that are read, and that they may come to once they are split: more would hold a worker for many seconds. */
export const NET_LIMITS = { segments: 40_000, edges: 20_000 } as const;
