/** Scores as a board with a stop makes them: straight, along an edge, measured from the edge that lies at the stop. */
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, Piece } from "../model/piece.ts";

/** The edge of the sheet that lies at the stop, as one sees it with its outside up. */
export const STOPS = ["left", "right", "top", "bottom"] as const;
/** One of them. */
export type Stop = (typeof STOPS)[number];

/** Whether the board's grooves make a fold: one that is scored, straight, and along an edge of the sheet. */
export const isGrooved = ({ path, slack, from, to }: Fold): boolean =>
  !path && !slack && Math.min(Math.abs(from[0] - to[0]), Math.abs(from[1] - to[1])) < SAME_POINT_MM;

/** The two edges a straight score runs along. */
export const stopsOf = ({ from, to }: Fold): readonly [Stop, Stop] =>
  Math.abs(from[0] - to[0]) < 1e-6 ? ["left", "right"] : ["top", "bottom"];

/** mm from an edge to a score that runs along it. */
export function fromStop(
  { width, height }: Piece["blank"],
  { from: [x, y] }: Fold,
  stop: Stop,
  faceDown: boolean,
): number {
  const seen = faceDown ? width - x : x;
  const measure = { left: seen, right: width - seen, top: height - y, bottom: y }[stop];
  return Math.round(measure * 1e6) / 1e6;
}

/** The furthest a score lies from either of its edges, mm: no board that reaches less can score it. 0 where nothing is scored. */
export const furthestScore = (piece: Piece): number =>
  Math.max(
    0,
    ...piece.folds.map((fold) => {
      if (!isGrooved(fold)) return 0;
      return Math.min(...stopsOf(fold).map((stop) => fromStop(piece.blank, fold, stop, false)));
    }),
  );
