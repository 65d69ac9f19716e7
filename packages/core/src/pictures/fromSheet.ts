/** The first step: how the piece is cut from the sheet in hand. */
import { line, type Path, polygon } from "../geometry/path.ts";
import { blanksIn, trimPlans } from "../layout/trimPlan.ts";
import type { Cutting } from "../layout/filling.ts";
import type { Piece } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import { boundsOfShapes, paperOf, type Picture, type PictureShape } from "./shapes.ts";

/** The sheet in hand as it is cut for this piece, every cut from edge to edge; none where no sheet was named, or it is too small. */
export function cutFromSheet(solution: Drawing, piece: Piece): Picture | undefined {
  const plan = trimPlans(solution).find((p) =>
    p.groups.some((g) => blanksIn(g.root).some((b) => b.piece === piece.id)),
  );
  const root = plan?.groups.find((g) => blanksIn(g.root).some((b) => b.piece === piece.id))?.root;
  if (!root || root.slant !== undefined) return undefined;
  const box = ({ x, y, width, height }: Cutting): Path =>
    polygon([
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ]);
  const cuts = (part: Cutting): Path =>
    part.cut
      ? [
          part.cut.along === "width"
            ? line([part.cut.rest.x, part.y], [part.cut.rest.x, part.y + part.height])
            : line([part.x, part.cut.rest.y], [part.x + part.width, part.cut.rest.y]),
          ...cuts(part.cut.first),
          ...cuts(part.cut.rest),
        ]
      : [];
  const paper = paperOf(piece);
  const shapes: PictureShape[] = [
    { path: box(root), fill: "back", role: "edge", now: false, ...paper },
    ...blanksIn(root).map((b): PictureShape => ({ path: box(b), fill: "face", now: false, ...paper })),
    ...cuts(root).map((cut): PictureShape => ({ path: [cut], role: "cut", now: true })),
  ];
  return { shapes, bounds: boundsOfShapes(shapes) };
}
