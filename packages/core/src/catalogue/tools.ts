import { inches, type Entry } from "./entry.ts";
import type { Machine } from "./machines.ts";

/** A 45° punch board: a fence with a ruler, a punch at its zero, a score groove and a guide at 45° from the punch. */
export interface PunchBoard extends Entry {
  readonly kind: "punch-board";
  /** id of the ruler printed along the fence */
  readonly ruler: string;
  /** mm from the fence to the inner vertex of the notch; calibrated per board */
  readonly notch: number;
  /** mm the ruler is long: the furthest first punch */
  readonly reach: number;
  /** mm: a smaller square cannot be held and scored */
  readonly smallest: number;
}

/** A scoring board: a fence, an edge stop, and grooves read from that edge. */
export interface ScoringBoard extends Entry {
  readonly kind: "scoring-board";
  readonly ruler: string;
  /** mm: the longest side that lies against the edge stop */
  readonly reach: number;
}

/** A board to score on, with what its maker's ruler and stops allow. */
export type Board = PunchBoard | ScoringBoard;
/** Anything a draft is made with. */
export type Tool = Board | Machine;

/** Measured on one board: the notch's vertex stands 10.7 mm inside the edge. Calibrate your own. */
export const COMMON_NOTCH_MM = 10.7;
/** Below three inches the fingers are in the way of the bone folder. */
const SMALLEST_MM = 76;

/** The boards a maker may own: punch boards with their notch, scoring boards with their groove spacing, mm. Described by kind, measured on common ones. */
export const boards: readonly Board[] = [
  {
    kind: "punch-board",
    id: "eighth-inch",
    title: "45° punch board, 1/8 in",
    ruler: "eighth-inch",
    notch: COMMON_NOTCH_MM,
    reach: inches(7),
    smallest: SMALLEST_MM,
    source: "a common board, measured",
  },
  {
    kind: "punch-board",
    id: "five-millimetre",
    title: "45° punch board, 5 mm",
    ruler: "five-millimetre",
    notch: COMMON_NOTCH_MM,
    reach: 180,
    smallest: SMALLEST_MM,
    source: "a common board, measured",
  },
  {
    kind: "punch-board",
    id: "one-millimetre",
    title: "45° punch board, 1 mm",
    ruler: "millimetre",
    notch: COMMON_NOTCH_MM,
    reach: 180,
    smallest: SMALLEST_MM,
    source: "a common board, measured",
  },
  {
    kind: "scoring-board",
    id: "scoring-eighth",
    title: "Scoring board, 1/8 in",
    ruler: "eighth-inch",
    reach: inches(12),
    source: "craft trade size, stated in inches",
  },
  {
    kind: "scoring-board",
    id: "scoring-sixteenth",
    title: "Scoring board, 1/16 in",
    ruler: "sixteenth-inch",
    reach: inches(12),
    source: "craft trade size, stated in inches",
  },
  {
    kind: "scoring-board",
    id: "scoring-millimetre",
    title: "Scoring board, 1 mm",
    ruler: "millimetre",
    reach: 300,
    source: "craft trade size, stated in mm",
  },
];
