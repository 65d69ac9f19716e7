/** All pieces of a draft flat, side by side, without figures: its small picture. */
import { placePath } from "../geometry/path.ts";
import type { Drawing } from "../model/solution.ts";
import { openingsOf } from "../paper/opening.ts";
import { inARow } from "../paper/row.ts";
import { paperOf, type Picture, type PictureShape } from "./shapes.ts";

/** The pieces as they are cut out, scored and drawn on, from the drawn face. */
export function flatPicture({ pieces }: Pick<Drawing, "pieces">): Picture {
  const { placed, width, height } = inARow(pieces);
  const shapes = placed.flatMap(({ piece, x }): PictureShape[] => {
    const pose = { x, y: 0, rotation: 0, flip: false };
    return [
      ...piece.outline.map((path): PictureShape => ({
        path: placePath(path, pose),
        holes: openingsOf(piece.cuts).map((hole) => placePath(hole, pose)),
        fill: "face",
        role: "cut",
        now: false,
        of: piece.id,
        ...paperOf(piece),
      })),
      ...piece.lines.map((l): PictureShape => ({
        path: placePath(l.path, pose),
        role: l.role,
        ...(l.fold && { fold: l.fold }),
        ...(l.filled && { fill: "ink" }),
        now: false,
        of: l.id,
      })),
    ];
  });
  return { shapes, bounds: { left: 0, bottom: 0, right: width, top: height } };
}
