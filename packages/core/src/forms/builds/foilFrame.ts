/**
 * What is foiled on a panel: a frame, or its four corners.
 *
 *   ┌ ─ ─ ─ ─ ┐       ┌─       ─┐
 *   │         │       │         │
 *                                     On the outside of what is drawn from its inside.
 *   │         │       │         │
 *   └ ─ ─ ─ ─ ┘       └─       ─┘
 */
import { line, polygon } from "../../geometry/path.ts";
import type { Point, Size } from "../../geometry/point.ts";
import type { Stroke } from "../../model/piece.ts";

/** Foil keeps this far from the panel's edge, mm, and a corner's two lines are so long. */
const FOIL_IN = 6;
const FOIL_CORNER = 14;

/** What is foiled on a panel whose lower right corner is the drawing's origin, mm; nothing where it is too small. */
export function foiled(kind: "none" | "frame" | "corners", { width, height }: Size): Stroke[] {
  const [left, right, low, high] = [FOIL_IN - width, -FOIL_IN, FOIL_IN, height - FOIL_IN];
  const corners: readonly Point[] = [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ];
  const stroke = (id: string, path: Stroke["path"]): Stroke => ({ id, role: "foil", face: "back", path });
  if (kind === "none" || right - left < 2 * FOIL_CORNER || high - low < 2 * FOIL_CORNER) return [];
  if (kind === "frame") return [stroke("foil-frame", polygon(corners))];
  return corners.map(([x, y], i) => {
    const [dx, dy] = [x === left ? FOIL_CORNER : -FOIL_CORNER, y === low ? FOIL_CORNER : -FOIL_CORNER];
    return stroke(`foil-corner-${String(i + 1)}`, [line([x + dx, y], [x, y]), line([x, y], [x, y + dy])]);
  });
}
