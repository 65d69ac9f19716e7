/** What stands out past the sheet that holds it: contents of a band, or of a pocket with a low back. */
import { boundsOf } from "../geometry/path.ts";
import { HERE, place } from "../geometry/point.ts";
import type { Piece, Placement } from "../model/piece.ts";
import { boxOf } from "./pose.ts";

/** mm past each edge of a blank, as it is drawn. */
export interface Past {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

/** By piece, how far what lies on it stands out past its blank; only those where something does. */
export function standingPast(pieces: readonly Piece[], contents: readonly Placement[]): ReadonlyMap<string, Past> {
  const past = new Map<string, Past>();
  for (const { id, blank } of pieces)
    for (const lying of contents.filter((c) => c.on.piece === id)) {
      const { x, y, rotation } = lying;
      const box = boundsOf(boxOf(lying).map((p) => place(p, { ...HERE, x, y, rotation })));
      const was = past.get(id);
      const out = {
        left: Math.max(was?.left ?? 0, -box.left),
        right: Math.max(was?.right ?? 0, box.right - blank.width),
        bottom: Math.max(was?.bottom ?? 0, -box.bottom),
        top: Math.max(was?.top ?? 0, box.top - blank.height),
      };
      if (Math.max(out.left, out.right, out.bottom, out.top) > 0) past.set(id, out);
    }
  return past;
}
