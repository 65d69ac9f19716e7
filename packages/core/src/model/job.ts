/**
 * What a machine does with the sheets of a layout, in order. mm, seconds, mm/s; coordinates of the sheet as it lies on the mat:
 * x to the right, y up, origin at the lower left of the sheet or of the mat's cuttable area.
 */
import type { Point } from "../geometry/point.ts";
import type { Face } from "./piece.ts";

/** What a tool makes, in the order in which it is made: paper that is cut loose moves under every other tool. */
export const MADE = ["score", "perforate", "pen", "foil", "cut"] as const;
export type Made = (typeof MADE)[number];
/** Whether a line of that role is made by a tool: what is printed or only guides is not. */
export const isMade = (role: string): role is Made => MADE.some((made) => made === role);

/** One time a tool comes down: where its tip goes, overcut included. A closed one ends where it began, plus its overcut. */
export interface ToolPath {
  readonly item: number;
  readonly piece: string;
  readonly copy: number;
  /** the line's id in the solution; `outline`, `hole-1` … of its loops, `id.2` of its second run */
  readonly line: string;
  /** once round, and its overcut: a further pass goes the same way, where a line is gone there and back */
  readonly closed: boolean;
  readonly points: readonly Point[];
}

/** One tool at work on one face of one sheet. */
export interface Operation {
  readonly n: number;
  /** the sheet's id in the layout */
  readonly sheet: string;
  /** the mat it lies on; the machine itself where it takes none */
  readonly mat: string;
  readonly face: Face;
  readonly tool: string;
  readonly role: Made;
  readonly passes: number;
  /** in steps of that tool */
  readonly pressure: number;
  readonly speed: number;
  readonly paths: readonly ToolPath[];
  /** mm once round */
  readonly length: number;
  /** mm with the tool up: to its first path, between them, and home where the tool is changed after it */
  readonly travel: number;
  /** all passes, travel and lifting */
  readonly time: number;
  /** it is a test cut in a corner that the layout leaves free */
  readonly trial?: true;
}

/** What a hand does before an operation; the last unloading stands before one more than there are. */
export interface Stop {
  readonly before: number;
  readonly kind: "load" | "tool" | "foil" | "turn" | "unload";
  readonly code: string;
  readonly facts: Readonly<Record<string, number | string>>;
}

/** A whole job. */
export interface Job {
  readonly machine: string;
  readonly operations: readonly Operation[];
  readonly stops: readonly Stop[];
  /** operations and stops */
  readonly time: number;
  readonly travel: number;
  /** lines that are too short for what they are: a perforation of less than two ties */
  readonly dropped: readonly { readonly piece: string; readonly line: string }[];
}
