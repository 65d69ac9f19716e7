/**
 * Everything of a solution where it is at one moment: every bit of paper and all contents that are there, folded so far,
 * opened so far. One account of it that the flat drawing, the folded view, pictures of steps and print all read.
 */
import type { Path } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Piece, Contained } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import { openingsOf } from "../paper/opening.ts";
import {
  after,
  filledWith,
  foldedPaper,
  type FoldState,
  lastOrder,
  lyingMove,
  type Rigid,
  STILL,
} from "../paper/pose.ts";

/** A flat bit of paper: a panel, or one of the facets of a bent one. */
export interface PaperFacet {
  /** `piece/panel` */
  readonly id: string;
  readonly piece: Piece;
  readonly panel: string;
  /** its edge, mm, in the piece's flat coordinates; and the openings in it */
  readonly points: readonly Point[];
  readonly openings: readonly Path[];
  readonly pose: Rigid;
}

/** Contents where they are. */
export interface Inside {
  readonly lying: Contained;
  /** from their own frame, x and y from their middle and z from their underside, to where they are when all the way in */
  readonly pose: Rigid;
  /** 0 in place, 1 outside: moved so many times their longer side along the way out */
  readonly out: number;
}

/** Everything where it is at a moment: flat facets of paper, contents, and the pose of each panel; mm, the main panel at rest. */
export interface Assembled {
  readonly sheets: readonly PaperFacet[];
  readonly contents: readonly Inside[];
  /** where each panel is, by `piece/panel` */
  readonly poses: ReadonlyMap<string, Rigid>;
}

/** What of a solution is there, and how far it has come. */
export interface Moment {
  /** the piece that stays; the solution's own unless said */
  readonly main?: string;
  /** ids of the pieces that are there; all that is joined up unless said */
  readonly pieces?: readonly string[] | undefined;
  readonly folded: number;
  /** how far each of the contents is out, 0 to 1; those that are not there yet have none. All in place unless said. */
  readonly out?: (lying: Contained) => number | undefined;
  readonly motion?: FoldState["motion"];
}

/** The paper makes room for contents once so much of them is in. */
const ROOM_FROM = 1 / 6;

/** The solution at a moment. */
export function assembledAt(
  solution: Drawing,
  { main = solution.main, pieces, folded, out = () => 0, motion }: Moment,
): Assembled {
  const { caliper } = solution.spec.stock;
  const there = pieces ? solution.pieces.filter((p) => pieces.includes(p.id)) : solution.pieces;
  const { joins, motions } = solution;
  const joined = { pieces: there, joins, motions, main };
  const lying = solution.contents.flatMap((c) => {
    const far = there.some((p) => p.id === c.on.piece) ? out(c) : undefined;
    return far === undefined ? [] : [{ lying: c, out: far }];
  });
  const part = (c: Contained): number => {
    const far = lying.find((l) => l.lying === c)?.out;
    return far === undefined || far >= 1 ? 0 : Math.min(1, (1 - far) / ROOM_FROM);
  };
  const state: FoldState = {
    progress: folded,
    caliper,
    filled: filledWith(solution.contents, part),
    ...(motion && { motion }),
  };
  const { poses, facets } = foldedPaper(joined, state);
  const sheets = facets.flatMap(({ piece: id, panel, flat, pose }): PaperFacet[] => {
    const piece = there.find((p) => p.id === id);
    return piece
      ? [{ id: `${id}/${panel}`, piece, panel, points: flat, openings: openingsOf(piece.cuts, panel), pose }]
      : [];
  });
  const contents = lying.map((l): Inside => {
    const on = poses.get(`${l.lying.on.piece}/${l.lying.on.panel}`) ?? STILL;
    return { ...l, pose: after(on, lyingMove(joined, l.lying, caliper)) };
  });
  return { sheets, contents, poses };
}

/** How far contents are moved for being out: mm of their panel's flat coordinates, on their way. */
export const wayOut = ({ lying, out }: Pick<Inside, "lying" | "out">): Point => {
  const far = out * Math.max(lying.width, lying.height);
  return [lying.way[0] * far, lying.way[1] * far];
};

/** The last order in which nothing of the form itself is folded: what lies on it is, and lies where it will stay. */
export function openFolds(solution: Pick<Drawing, "pieces" | "joins" | "main">): number {
  const own = solution.pieces.filter((p) => p.fitting === undefined).flatMap((p) => p.folds.map((f) => f.order));
  return own.length > 0 ? Math.min(...own) - 1 : lastOrder(solution);
}
