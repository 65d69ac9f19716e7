/** A piece as it lies when it is turned over about its upright middle: what is drawn on its other face can be drawn there. */
import { type Path, turnedPath } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Piece, Stroke } from "../model/piece.ts";

const INK: ReadonlySet<string> = new Set(["print", "pen", "foil"]);

/** What is drawn, printed or foiled on the face that lies down: it is made with the paper turned. */
export const isBehind = ({ role, face }: Pick<Stroke, "role" | "face">): boolean => face === "back" && INK.has(role);

/** The piece turned over, with what is made on that side alone; undefined where nothing is. */
export function turnedOver(piece: Piece): Piece | undefined {
  const behind = piece.lines.filter(isBehind);
  if (behind.length === 0) return undefined;
  const over = (path: Path): Path => turnedPath(path, piece.blank.width);
  return {
    ...piece,
    ...{ id: `${piece.id}-turned`, name: `${piece.name}, turned over` },
    outline: piece.outline.map(over),
    lines: behind.map((line) => ({ ...line, path: over(line.path), face: "front" as const })),
  };
}

const OTHER = { valley: "mountain", mountain: "valley", front: "back", back: "front" } as const;

/**
 * All of a piece as one sees it from behind: what was on the face that lay down is up now, valleys are mountains, and whatever
 * stands there is read.
 */
export function otherFace(piece: Piece): Piece {
  const over = (path: Path): Path => turnedPath(path, piece.blank.width);
  return {
    ...piece,
    outline: piece.outline.map(over),
    panels: piece.panels.map((panel) => ({ ...panel, outline: over(panel.outline) })),
    cuts: piece.cuts.map((cut) => ({ ...cut, path: over(cut.path) })),
    lines: piece.lines.map((line) => ({
      ...line,
      path: over(line.path),
      ...(line.fold && { fold: OTHER[line.fold] }),
      ...(line.role !== "score" && { face: OTHER[line.face ?? "front"] }),
    })),
    glue: piece.glue.map((zone) => ({
      ...zone,
      face: OTHER[zone.face],
      polygon: zone.polygon.map(([x, y]): Point => [piece.blank.width - x, y]),
    })),
  };
}

/** Pieces, each followed by itself turned over where something is made on that side. */
export const withTurned = (
  pieces: readonly Piece[],
): readonly { readonly piece: Piece; readonly isTurned: boolean }[] =>
  pieces.flatMap((piece) => {
    const turned = turnedOver(piece);
    return [{ piece, isTurned: false }, ...(turned ? [{ piece: turned, isTurned: true }] : [])];
  });
