/** Strokes in the order they can be cut in: what lies inside another before that, piece by piece. */
import { areaOf } from "../geometry/path.ts";
import { walked } from "../machine/walked.ts";
import type { RowStroke } from "./inRow.ts";

/** mm² that a closed stroke goes round; 0 of an open one. */
const sizeOf = ({ path }: RowStroke): number => (walked(path, 1).closed ? Math.abs(areaOf(path)) : 0);

/** Only a larger line can hold another: pieces in their order, the smallest of each first. */
export function insideFirst(strokes: readonly RowStroke[]): RowStroke[] {
  const order = [...new Set(strokes.map(({ piece }) => piece))];
  return strokes
    .map((stroke) => ({ stroke, at: order.indexOf(stroke.piece), size: sizeOf(stroke) }))
    .sort((a, b) => a.at - b.at || a.size - b.size)
    .map(({ stroke }) => stroke);
}
