import { SAME_POINT_MM } from "../../geometry/tolerance.ts";
import type { Contained } from "../../model/piece.ts";

/** Room that is always left: contents that fill a pocket to the last hair cannot be put in (geometry notes: 0 < gap). */
export const LEAST_PLAY_MM = 0.1;

/**
 * The least inside a flat pocket needs on an axis, mm: the girth of two plies must reach round the thickness,
 * 2W ≥ 2(w + t), and the room asked for comes on top.
 */
export const flatPocket = (size: number, thickness: number, play: number): number =>
  size + thickness + Math.max(play, LEAST_PLAY_MM);

/**
 * The least distance of the scores of two walls, mm: there is no girth to reach round, but each wall stands half its own
 * paper into the room, a ply between the two. From face to face the contents' size is left, and the room asked for.
 */
export const betweenWalls = (size: number, ply: number, play: number): number =>
  size + ply + Math.max(play, LEAST_PLAY_MM);

/**
 * What a holder's sides take of its inside for the contents' thickness, mm on each of them: what is left neither as size
 * nor as gap. 0 where nothing bulges: between walls, under a fold that is only laid over.
 */
export function countedBeside({ inside, gap, open, ...size }: Contained): number {
  if (inside.depth) return 0;
  const closed = (["width", "height"] as const).filter((axis) => axis !== open?.axis);
  const most = Math.max(...closed.map((axis) => (inside[axis] - size[axis] - gap[axis]) / 2));
  return most > SAME_POINT_MM ? most : 0;
}
