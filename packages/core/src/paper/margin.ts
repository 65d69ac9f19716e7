/** What a joined piece leaves free of the panel it lies on. */
import { type Bounds, boundsOf, flatten } from "../geometry/path.ts";
import { place } from "../geometry/point.ts";
import type { Join, Piece } from "../model/piece.ts";

/** The border that leaves a layer so wide or so high, where it lies now: what is free on both sides, halved. Never negative. */
export function borderFor(pieces: readonly Piece[], join: Join, axis: "width" | "height", size: number): number {
  const margins = marginsOf(pieces, join);
  const now = pieces.find((p) => p.id === join.piece)?.blank[axis];
  if (!margins || now === undefined) return 0;
  const free = axis === "width" ? margins.left + margins.right : margins.top + margins.bottom;
  return Math.max(0, (now + free - size) / 2);
}

/** mm free on each side of a joined piece, as one looks at the face it lies on; undefined when the panel is not there. */
export function marginsOf(pieces: readonly Piece[], join: Join): Bounds | undefined {
  const outlineOf = (piece: string, panel: string) =>
    pieces.find((p) => p.id === piece)?.panels.find((p) => p.id === panel)?.outline;
  const [own, under] = [outlineOf(join.piece, join.panel), outlineOf(join.onto.piece, join.onto.panel)];
  if (!own || !under) return undefined;
  const ground = boundsOf(flatten(under));
  const lying = boundsOf(flatten(own).map((p) => place(p, join)));
  const [left, right] = [lying.left - ground.left, ground.right - lying.right];
  return {
    left: join.flip ? right : left,
    right: join.flip ? left : right,
    bottom: lying.bottom - ground.bottom,
    top: ground.top - lying.top,
  };
}
