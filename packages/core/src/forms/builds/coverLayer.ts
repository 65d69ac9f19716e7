/**
 * A layer of another paper on a panel, with the same border all round.
 *
 *   ┌──────────────┐
 *   │ ┌──────────┐ │ border
 *   │ │  layer   │ │
 *   │ └──────────┘ │
 *   └──────────────┘
 */
import { boundsOf, insetConvex, polygon } from "../../geometry/path.ts";
import type { Point } from "../../geometry/point.ts";
import { type Laid, laid } from "../../paper/said.ts";
import { glued, type Glued } from "../../paper/seam.ts";
import { type Flap, outlined } from "../../paper/panel.ts";
import { sheet, type Sheet } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";

/** A layer on the front with an even border, or none where the front is too small for one. */
export function coverOn(
  front: Flap,
  border: number,
  grid: number,
): { readonly sheet: Sheet; readonly laid: Laid; readonly glue: Glued } | undefined {
  const drawn = insetConvex(
    front.corners.map(([x, y]): Point => [x, y]),
    border,
  );
  if (drawn.length < 3) return undefined;
  const { left, right, bottom, top } = boundsOf(drawn);
  // it is drawn as one looks at it: from outside, mirrored
  const seen = drawn.map(([x, y]): Point => [right - x, y - bottom]).reverse();
  const layer = outlined("cover", "Cover layer", { width: right - left, height: top - bottom }, polygon(seen));
  const own = sheet("cover", "Cover layer", [layer], {
    blank: { width: roundUp(right - left, grid), height: roundUp(top - bottom, grid) },
  });
  return {
    sheet: own,
    laid: laid(own, front, "back", { at: [right, bottom] }),
    glue: glued(layer, front),
  };
}
