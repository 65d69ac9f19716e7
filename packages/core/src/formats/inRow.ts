/** All strokes of a draft as files show them: pieces side by side, each followed by itself turned over where something is made there. */
import { type Path, placePath } from "../geometry/path.ts";
import type { Size } from "../geometry/point.ts";
import type { Layout } from "../model/layout.ts";
import type { Piece } from "../model/piece.ts";
import { inARow } from "../paper/row.ts";
import type { StrokeRole } from "./strokes.ts";
import { isBehind, withTurned } from "./turned.ts";

/** Pieces that are cut by themselves: what drops out of another is cut with it, and a machine would cut it twice. */
export const cutByItself = ({ within }: Piece): boolean => within === undefined;

/** One stroke where it lies, mm, y up. */
export interface RowStroke {
  readonly role: StrokeRole;
  readonly piece: string;
  readonly id: string;
  readonly path: Path;
  /** made on the other face of the paper */
  readonly behind: boolean;
  /** printed letters are filled within */
  readonly filled: boolean;
}

/** Strokes, and the size of what they are on; mm. */
export interface Strokes extends Size {
  readonly strokes: readonly RowStroke[];
}

/** What is made on each sheet of a layout, seen from the drawn faces: lines of the other face are told by `behind`. */
export const strokesOnSheets = (
  { sheets }: Pick<Layout, "sheets">,
  drawings: readonly { readonly pieces: readonly Piece[] }[],
): Strokes[] =>
  sheets.map(({ placements, width, height }) => ({
    ...{ width, height },
    strokes: placements.flatMap(({ item, piece: id, copy, x, y, rotation }): RowStroke[] => {
      const piece = drawings[item]?.pieces.find((one) => one.id === id);
      if (!piece) return [];
      const at = (path: Path): Path => placePath(path, { x, y, rotation, flip: false });
      const of = { piece: `${String(item)}-${id}-${String(copy)}` };
      const cut = piece.outline.map((path, i): RowStroke => ({
        ...{ role: "cut", id: i === 0 ? "outline" : `hole-${String(i)}`, path: at(path), behind: false, filled: false },
        ...of,
      }));
      const own = piece.lines.map((stroke): RowStroke => ({
        role: stroke.role === "score" ? (stroke.fold ?? "valley") : stroke.role,
        ...{ ...of, id: stroke.id, path: at(stroke.path) },
        ...{ behind: isBehind(stroke), filled: stroke.filled === true },
      }));
      return [...cut, ...own];
    }),
  }));

/** Every stroke, pieces in a row. */
export function strokesInRow(pieces: readonly Piece[]): Strokes {
  const both = withTurned(pieces.filter(cutByItself));
  const { placed, width, height } = inARow(both.map(({ piece }) => piece));
  const strokes = placed.flatMap(({ piece, x }, n): RowStroke[] => {
    const isTurned = both[n]?.isTurned === true;
    const at = (path: Path): Path => placePath(path, { x, y: 0, rotation: 0, flip: false });
    return [
      ...piece.outline.map((path, i): RowStroke => ({
        // turned over it is there to be laid on, and has been cut
        role: isTurned ? "guide" : "cut",
        piece: piece.id,
        id: i === 0 ? "outline" : `hole-${String(i)}`,
        path: at(path),
        ...{ behind: isTurned, filled: false },
      })),
      ...piece.lines
        .filter((line) => !isBehind(line))
        .map((stroke): RowStroke => ({
          role: stroke.role === "score" ? (stroke.fold ?? "valley") : stroke.role,
          ...{ piece: piece.id, id: stroke.id, path: at(stroke.path) },
          behind: isTurned || stroke.face === "back",
          filled: stroke.filled === true,
        })),
    ];
  });
  return { strokes, width, height };
}
