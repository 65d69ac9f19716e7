/**
 * What comes of laying pieces out on sheets: the same for straight cuts by hand, for a machine, and for what a hand has moved.
 * mm; sheet coordinates have x to the right, y up, origin at the lower left of the sheet, or of a mat's cuttable area.
 */
import type { Size } from "../geometry/point.ts";
import type { Unit } from "../units/length.ts";
import type { Grain, Spec } from "./spec.ts";

/** How pieces may be turned: quarters, slants and what fits only so; quarters; half turns; not at all. */
export const TURNS = ["any", "quarter", "half", "none"] as const;
export type Turning = (typeof TURNS)[number];

/** One copy of a piece on a sheet: its flat coordinates turned anticlockwise about their origin, then moved. */
export interface Placement {
  readonly item: number;
  readonly piece: string;
  /** from 1 to the item's quantity times the piece's */
  readonly copy: number;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  /** degrees */
  readonly rotation: number;
  /** it lies where it was put */
  readonly locked?: true;
}

/** A rectangle of a sheet, mm from its lower left. */
export interface Cell extends Size {
  readonly x: number;
  readonly y: number;
}

/** A rectangle of a sheet that is cut on by straight cuts, or holds a blank, or is left over. */
export interface CutCell extends Cell {
  readonly item?: number;
  readonly piece?: string;
  /** degrees the piece lies turned on its blank: 0 or 90, or the slant at which it takes least */
  readonly turned?: number;
  readonly cut?: { readonly along: "width" | "height"; readonly first: CutCell; readonly rest: CutCell };
}

/** A sheet with what lies on it. */
export interface LaidSheet extends Size {
  readonly id: string;
  readonly stock: string;
  /** what it is of what is in hand, and the mat it lies on */
  readonly from: { readonly id: string; readonly offcut: boolean; readonly mat?: string };
  readonly placements: readonly Placement[];
  /** the true area of what lies there ÷ the sheet's */
  readonly used: number;
  /** what is left and worth keeping */
  readonly keep: readonly Cell[];
  /** straight cuts alone: how the sheet is cut */
  readonly cuts?: CutCell;
}

/** Why copies are not laid. */
export const LEFT_REASONS = ["too-large", "only-turned", "no-sheet-left", "grain", "group-too-large"] as const;

/** mm that the parts of a piece that is made of several are glued over one another: as wide as the widest tape that is sold. */
export const LAP_MM = 12;

/** Copies of a piece that are not laid, and what they would need. */
export interface LeftOver {
  readonly item: number;
  readonly piece: string;
  readonly copies: number;
  readonly reason: (typeof LEFT_REASONS)[number];
  /**
   * the least sheet that would do, mm, the smallest that is sold which does, and degrees if it lies slanted there; and of how many
   * parts of which size it would come out of what is in hand, each glued over the next by `LAP_MM`
   */
  readonly needs: Size & {
    readonly sheet?: string;
    readonly angle?: number;
    /** no sheet that is sold would do on the mat it lies on */
    readonly pastMat?: true;
    readonly split?: Size & { readonly parts: number };
  };
}

/** What one paper takes. */
export interface PaperTaken {
  readonly stock: string;
  /** whole ones; offcuts are not counted */
  readonly sheets: number;
  /** whole sheets that its area alone would need */
  readonly bound: number;
  /** whole sheets that are proved to be needed */
  readonly proved: number;
}

/** How a search ended. */
export type Stopped = "done" | "effort" | "time" | "cancelled";

/** Everything laid out. */
export interface Layout {
  readonly kind: "trim" | "nest";
  readonly sheets: readonly LaidSheet[];
  readonly left: readonly LeftOver[];
  readonly papers: readonly PaperTaken[];
  readonly bound: number;
  readonly proved: number;
  readonly seed: number;
  /** looks that were taken: what `effort` counts */
  readonly steps: number;
  readonly stopped: Stopped;
}

/** What is made: so many of a recipe. */
export interface JobItem {
  readonly id: string;
  readonly spec: Spec;
  readonly quantity: number;
  readonly turn?: Turning | undefined;
  readonly grain?: boolean | undefined;
}

/** Sheets of one kind in hand, or offcuts. */
export interface InHand extends Size {
  readonly id: string;
  /** the paper it is, by preset or name; it serves any paper where that is not said */
  readonly stock?: string | undefined;
  readonly count: number;
  readonly grain?: Grain | undefined;
  readonly margin?: number | undefined;
  readonly offcut: boolean;
}

/** A piece that lies where the maker has put it. */
export interface FixedPlace {
  readonly item: number;
  readonly piece: string;
  readonly copy: number;
  /** the number of the sheet among those of its paper, in the order they are used */
  readonly sheet: number;
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
  /** x, y are where the lower left of the box lies that it has when it is turned; else where its own origin does */
  readonly isByBox: boolean;
}

/** A rectangle that nothing may lie on: x, y its lower left before it is turned about it. */
export interface Obstacle extends Size {
  readonly sheet: number;
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
}

/** Items whose copies of one number stay on one sheet, or side by side. */
export interface Together {
  readonly items: readonly number[];
  /** side by side, and not only on one sheet */
  readonly isBeside: boolean;
}

/** How a layout is sought: by straight cuts, by free nesting, or both. */
export const LAYOUT_KINDS = ["trim", "nest", "both"] as const;

/** A layout that is asked for; lengths in mm. */
export interface LayoutJob {
  /** what the maker measures in: sheets to buy are named of that system */
  readonly units: Unit;
  readonly items: readonly JobItem[];
  readonly inHand: readonly InHand[];
  readonly mat?: (Size & { readonly id: string }) | undefined;
  /** the one paper that is laid */
  readonly stock?: string | undefined;
  /** mm between pieces; 2 for nesting and none for straight cuts where it is not said */
  readonly gap?: number | undefined;
  readonly margin: number;
  readonly turn: Turning;
  readonly grain: boolean;
  readonly fixed: readonly FixedPlace[];
  readonly obstacles: readonly Obstacle[];
  readonly groups: readonly Together[];
  readonly kind: (typeof LAYOUT_KINDS)[number];
  readonly seed: number;
  /** looks at most, and ms at most */
  readonly effort?: number | undefined;
  readonly time?: number | undefined;
}
