/** What stands out past the sheet that holds it: contents of a band, or of a pocket with a low back; a handle behind it. */
import { type Bounds, boundsOf, flatten, type Path } from "../geometry/path.ts";
import { HERE, place } from "../geometry/point.ts";
import type { Piece, Contained } from "../model/piece.ts";
import { boxOf } from "./pose.ts";

/** mm past each edge of a blank, as it is drawn. */
export interface Past {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}

/** What is drawn lying on the main piece. */
interface OnMain {
  readonly main: string;
  readonly laid: readonly { readonly shape: { readonly path: Path } }[];
}

/** By piece, how far what lies on it stands out past its blank; only those where something does. */
export function standingPast(
  pieces: readonly Piece[],
  contents: readonly Contained[],
  { main, laid }: OnMain = { main: "", laid: [] },
): ReadonlyMap<string, Past> {
  const past = new Map<string, Past>();
  for (const { id, blank } of pieces) {
    const lying = contents
      .filter((c) => c.on.piece === id)
      .map((c) => boundsOf(boxOf(c).map((p) => place(p, { ...HERE, x: c.x, y: c.y, rotation: c.rotation }))));
    const joined = id === main ? laid.map(({ shape }) => boundsOf(flatten(shape.path))) : [];
    const boxes: readonly Bounds[] = [...lying, ...joined];
    if (boxes.length === 0) continue;
    const most = (of: (box: Bounds) => number): number => Math.max(0, ...boxes.map(of));
    const out: Past = {
      left: most((b) => -b.left),
      right: most((b) => b.right - blank.width),
      bottom: most((b) => -b.bottom),
      top: most((b) => b.top - blank.height),
    };
    if (Math.max(out.left, out.right, out.bottom, out.top) > 0) past.set(id, out);
  }
  return past;
}
