/** Printers made up by us, by what each does to a page: none is a maker's. */
import type { Point } from "../geometry/point.ts";
import { type Edges, ofEdges } from "../model/measured.ts";

/** What a printer does to a page that stands; one that lies is fed upright, its left edge first. */
export interface PrinterKind {
  readonly id: string;
  /** how long a mm comes out, across and down */
  readonly scale: Point;
  /** degrees by which the sheet is fed askew, clockwise as one looks at it */
  readonly askew: number;
  /** mm to the right and down */
  readonly shift: Point;
  /** mm at each edge that no ink reaches */
  readonly margins: Edges;
}

const all = (mm: number): Edges => ofEdges(() => mm);

/** Those that can be tried, the true one first. */
export const PRINTERS = [
  { id: "true", scale: [1, 1], askew: 0, shift: [0, 0], margins: all(4.2) },
  { id: "worn", scale: [0.996, 1.0025], askew: 0.15, shift: [0.6, -0.4], margins: all(4.2) },
  { id: "shy", scale: [1, 1], askew: 0, shift: [0, 0], margins: { ...all(6.4), bottom: 17 } },
] as const satisfies readonly PrinterKind[];
/** One of them. */
export type PrinterId = (typeof PRINTERS)[number]["id"];

/** A printer by its id. */
export const printerById = (id: string): PrinterKind | undefined => PRINTERS.find((p) => p.id === id);
