/** One form of the draft on the table: what is put together, and how it looks at a moment. */
import type { Part } from "../fittings/laid.ts";
import { type Whole, piecesIn } from "../fittings/whole.ts";
import type { Contained, Join, Piece } from "../model/piece.ts";
import type { Scene } from "../model/solution.ts";
import { assembled } from "../paper/pose.ts";
import { flatOnTable, strokesOf } from "./scene.ts";

/** One form of the draft on the table. */
export interface Bench {
  readonly making: Whole;
  readonly part: Part;
  /** the piece that stays, and all that is folded up with it */
  readonly main: Piece;
  readonly whole: readonly Piece[];
  readonly lying: Contained | undefined;
  /** pieces of fittings that lie on it by then */
  readonly laid: readonly string[];
}

/** Something of a piece. */
export type InPiece<T> = readonly [piece: Piece, of: T];

/** The form's pieces on the table; nothing where it has none, as what is only done to paper. */
export function benchOf(making: Whole, part: Part): Bench | undefined {
  const pieces = piecesIn(part, making);
  const main = pieces.find((p) => p.id === part.main);
  const joins = making.joins.filter((j) => pieces.some((p) => p.id === j.onto.piece));
  const lying = making.contents.find((c) => c.fitting === part.fitting);
  return main && { making, part, main, lying, whole: assembled({ pieces, joins, main: main.id }), laid: [] };
}

/** A piece with everything cut and scored, folded up to an order, with so many others there. */
export const onTable = (
  { main, whole, laid }: Bench,
  folded: number,
  now: readonly string[] = [],
  more: readonly string[] = laid,
): Scene => ({
  ...flatOnTable(main, strokesOf(main), now),
  folded,
  pieces: [...whole.map((p) => p.id), ...more],
});

/** The order up to which nothing of the form itself is folded: what lies on it is laid before. */
export const openOrder = ({ whole }: Pick<Bench, "whole">): number => {
  const orders = whole.flatMap((p) => p.folds.map((f) => f.order));
  return orders.length > 0 ? Math.min(...orders) - 1 : 0;
};

/** What lays a piece on another. */
export const joinOf = ({ making }: Pick<Bench, "making">, { id }: Pick<Piece, "id">): Join | undefined =>
  making.joins.find((j) => j.piece === id);

/** A piece that stands on its tabs is folded before it is put in its place. */
export const isReady = (bench: Pick<Bench, "making">, piece: Piece): boolean => joinOf(bench, piece)?.stands === true;

/** A piece that slides in is made up by itself, and comes last. */
export const slides = ({ making }: Pick<Bench, "making">, { id }: Pick<Piece, "id">): boolean =>
  making.motions.some((m) => m.move.kind === "slide" && m.move.piece === id && m.move.through === undefined);

/** Whether the maker glues wet: no tape is in hand, or none so narrow is sold. */
export const gumFacts = ({ making }: Pick<Bench, "making">, widest: number) => ({
  tape: widest,
  wet: making.spec.tape === undefined || widest < NARROWEST_TAPE ? 1 : 0,
});
/** The narrowest double-sided tape that shops keep, mm (3 mm, 1/8 in): what is narrower is glued. */
const NARROWEST_TAPE = 3;
