/** What pictures are made of: areas and lines, back to front; mm; x right, y up. */
import { type PaperColours, paperColours } from "../catalogue/papers.ts";
import { boundsOf, type Bounds, flatten, type Path, placePath, polygon } from "../geometry/path.ts";
import type { Point, Pose } from "../geometry/point.ts";
import { idIn } from "../methods/method.ts";
import type { Piece, Role } from "../model/piece.ts";

/** One area or line of a picture, in mm of the picture's plane. */
export interface PictureShape {
  readonly path: Path;
  /** openings in what is filled */
  readonly holes?: readonly Path[];
  readonly fill?: "face" | "back" | "contents" | "glue" | "ink";
  readonly role?: Role | "edge" | "fence" | "groove" | "guide-line" | "stop" | "measure";
  readonly fold?: "valley" | "mountain";
  /** made or moved in this very step */
  readonly now: boolean;
  /** id of the panel, stroke or zone it shows */
  readonly of?: string;
  /** what the paper it is cut from looks like, where it is not the draft's own */
  readonly paper?: PaperColours;
}

/** What is seen from above, the lowest first, with its bounds in mm. */
export interface Picture {
  readonly shapes: readonly PictureShape[];
  readonly bounds: Bounds;
  /** words on it, each in the middle above its place, so many mm tall */
  readonly labels?: readonly { readonly at: Point; readonly text: string; readonly tall: number }[];
}

/** Round all of them. */
export const boundsOfShapes = (shapes: readonly PictureShape[]): Bounds =>
  boundsOf(shapes.flatMap((s) => flatten(s.path)));

/** The paper a piece is cut from, where it has its own. */
export const paperOf = ({ stock }: Piece): Pick<PictureShape, "paper"> =>
  stock === undefined ? {} : { paper: paperColours(stock) };

/** The lines of a piece that are there: made before, or now. */
export const scoreShapes = (
  piece: Piece,
  made: readonly string[],
  now: readonly string[],
  pose: Pose,
): PictureShape[] =>
  piece.lines
    .filter((l) => [...made, ...now].includes(idIn(piece, l.id)))
    .map((l) => ({
      path: placePath(l.path, pose),
      role: l.role,
      ...(l.fold && { fold: l.fold }),
      now: now.includes(idIn(piece, l.id)),
      of: idIn(piece, l.id),
    }));

/** The sheet a piece is cut from, uncut. */
export const bareSheet = ({ blank: { width, height } }: Piece): Path =>
  polygon([
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ]);
