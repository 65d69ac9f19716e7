/**
 * How the making up of a solution runs from flat to closed: the folds in their order, the contents going in once only
 * what closes the holder is left open, the closing folds.
 */
import type { Piece } from "../model/piece.ts";
import type { Solution } from "../model/solution.ts";
import { assembled, foldedPanels, lastOrder, move } from "./pose.ts";
import { type Point, scale, subtract } from "../geometry/point.ts";

type Folding = Pick<Solution, "pieces" | "joins" | "contents">;

export interface Stages {
  /** orders of folding */
  readonly folds: number;
  /** folds that are closed when the contents go in; undefined when nothing goes in */
  readonly fillsAfter: number | undefined;
  /** the end of the run: one for each order of folding, and one for the filling */
  readonly end: number;
}

/** The orders, from the last one back, that only move what the last fold hangs on: a wall and its flap close together. */
function closingOrder(pieces: readonly Piece[], last: number): number {
  const folds = pieces.flatMap((piece) => piece.folds.map((fold) => ({ ...fold, piece: piece.id })));
  const final = folds.filter((f) => f.order === last);
  const chain = new Set(final);
  for (let added = true; added;) {
    const parents = folds.filter(
      (f) => !chain.has(f) && [...chain].some((c) => c.piece === f.piece && c.panels[0] === f.panels[1]),
    );
    parents.forEach((f) => chain.add(f));
    added = parents.length > 0;
  }
  let first = last;
  while (first > 1 && folds.filter((f) => f.order === first - 1).every((f) => chain.has(f))) first -= 1;
  return first;
}

export function stagesOf(solution: Folding): Stages {
  const folds = lastOrder(solution);
  if (solution.contents.length === 0) return { folds, fillsAfter: undefined, end: folds };
  return { folds, fillsAfter: closingOrder(assembled(solution), folds) - 1, end: folds + 1 };
}

/** What stands where at a place of the run: folding so far, and how far the contents are out (1 outside, 0 in place). */
export function stateAt(solution: Folding, progress: number): { readonly folded: number; readonly out: number } {
  const { fillsAfter } = stagesOf(solution);
  if (fillsAfter === undefined) return { folded: progress, out: 1 };
  const filling = Math.min(1, Math.max(0, progress - fillsAfter));
  return { folded: progress <= fillsAfter ? progress : Math.max(fillsAfter, progress - 1), out: 1 - filling };
}

/** From the contents, in the main piece's flat coordinates, towards the score that closes last: the way they go in. */
export function openingDirection(solution: Folding): Point {
  const lying = solution.contents[0];
  const { folds, fillsAfter = folds } = stagesOf(solution);
  for (const piece of assembled(solution)) {
    const closing = piece.folds.find((f) => f.order === fillsAfter + 1);
    if (!lying || !closing) continue;
    const flat = foldedPanels(solution, { progress: 0, caliper: 0, filled: 0 }).get(`${piece.id}/${closing.panels[0]}`);
    const [x, y] = [(closing.from[0] + closing.to[0]) / 2, (closing.from[1] + closing.to[1]) / 2];
    const to = flat ? move(flat, [x, y, 0]) : ([x, y, 0] as const);
    const way = subtract([to[0], to[1]], [lying.x, lying.y]);
    return scale(way, 1 / Math.hypot(way[0], way[1]));
  }
  return [0, 1];
}
