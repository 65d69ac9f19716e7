import { inARow, openingsOf, type Picture, paperOf, placePath, type Shape, type Solution } from "@cut-fold/core";

/** The pieces flat, side by side, without figures: the small picture of a draft. */
export function flatPicture(solution: Solution): Picture {
  const { placed, width, height } = inARow(solution.pieces);
  const shapes = placed.flatMap(({ piece, x }): Shape[] => {
    const pose = { x, y: 0, rotation: 0, flip: false };
    return [
      ...piece.outline.map((path): Shape => ({
        path: placePath(path, pose),
        holes: openingsOf(piece.cuts).map((hole) => placePath(hole, pose)),
        fill: "face",
        role: "cut",
        now: false,
        of: piece.id,
        ...paperOf(piece),
      })),
      ...piece.lines.map((l): Shape => ({
        path: placePath(l.path, pose),
        role: l.role,
        ...(l.fold && { fold: l.fold }),
        now: false,
        of: l.id,
      })),
    ];
  });
  return { shapes, bounds: { left: 0, bottom: 0, right: width, top: height } };
}
