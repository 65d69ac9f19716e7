/** What was made of a piece by a hand that was off: where its scores and edges truly are. */
import { distance, type Point } from "../geometry/point.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Step } from "../model/solution.ts";
import type { HandAct } from "../model/hand.ts";

/** One thing that a hand does, and the step that tells it. */
export interface Source {
  /** number of the step */
  readonly step: number;
  readonly act: HandAct;
}

/** How far a fold has moved at its two ends, mm. */
export interface Shift {
  readonly from: Point;
  readonly to: Point;
}

/** A piece as it came out: its sheet, and how far each of its folds is off. */
export interface Made {
  readonly width: number;
  readonly height: number;
  readonly folds: ReadonlyMap<string, Shift>;
}

/** How a piece is made: what can be off, and what comes of it. */
export interface Maker {
  readonly piece: Piece;
  readonly sources: readonly Source[];
  /** @param error mm by which the thing with this place in `sources` is off */
  readonly make: (error: (i: number) => number) => Made;
}

/** Collects what can be off; gives the place of each. */
export class Sources {
  readonly all: Source[] = [];
  add(step: number, act: HandAct): number {
    return this.all.push({ step, act }) - 1;
  }
}

/** A unit vector square to a fold. */
export function normalOf({ from, to }: Pick<Fold, "from" | "to">): Point {
  const long = distance(from, to);
  return [-(to[1] - from[1]) / long, (to[0] - from[0]) / long];
}

export const along = ([x, y]: Point, mm: number): Point => [x * mm, y * mm];

/** The steps that make a piece. */
export const stepsOf = (piece: Piece, steps: readonly Step[]): readonly Step[] =>
  steps.filter(({ of, phase }) => of === piece.id && phase === "make");

/** Each crease comes a little off its score: told by the step that folds, or by none. */
export function creasesOf(piece: Piece, own: readonly Step[], sources: Sources): ReadonlyMap<string, number> {
  const folding = own.find(({ kind }) => kind === "fold")?.n ?? own.at(-1)?.n ?? 0;
  return new Map(
    piece.folds.filter(({ slack }) => slack !== true).map(({ id }) => [id, sources.add(folding, "fold")] as const),
  );
}
