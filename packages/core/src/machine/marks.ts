/** From placed pieces to lines on a sheet: each once, in the sheet's coordinates, curves kept. */
import { placePath, type Path, runsOf, turnedPath } from "../geometry/path.ts";
import type { Pose } from "../geometry/point.ts";
import { isMade, type Made } from "../model/job.ts";
import type { Placement } from "../model/layout.ts";
import type { Face, Piece } from "../model/piece.ts";

/** One line on the sheet, exact, before anything is planned. */
export interface Mark {
  readonly item: number;
  readonly piece: string;
  readonly copy: number;
  readonly line: string;
  readonly role: Made;
  readonly face: Face;
  readonly path: Path;
}

/** Whose lines they are, and where they lie. */
export interface Lies extends Pick<Placement, "item" | "piece" | "copy"> {
  readonly pose: Pose;
}

/**
 * Lines of a piece where it lies. One that was bought is folded and cut already: its edge and its scores are not made.
 * A path of several runs is several lines.
 */
export function marksOf(piece: Piece, { pose, item, copy }: Lies): Mark[] {
  const said = { item, copy, piece: piece.id };
  const isBought = piece.bought !== undefined;
  const cut = piece.outline.flatMap((loop, i): Mark[] =>
    isBought && i === 0
      ? []
      : [
          {
            ...said,
            line: i === 0 ? "outline" : `hole-${String(i)}`,
            ...{ role: "cut", face: "front", path: placePath(loop, pose) },
          },
        ],
  );
  const own = piece.lines.flatMap((stroke): Mark[] => {
    const { role, id, face = "front" } = stroke;
    if (!isMade(role) || (isBought && role === "score")) return [];
    return runsOf(stroke.path).map((run, i) => ({
      ...said,
      line: i > 0 ? `${id}.${String(i + 1)}` : id,
      ...{ role, face, path: placePath(run, pose) },
    }));
  });
  return [...own, ...cut];
}

/** A mark as it lies once the sheet is turned over from side to side, left edge where its right was. @param width mm of the sheet */
export const turnedMark = (mark: Mark, width: number): Mark => ({
  ...mark,
  path: turnedPath(mark.path, width),
});
