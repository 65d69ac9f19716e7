/** Room that is always left: contents that fill a pocket to the last hair cannot be put in (geometry notes: 0 < gap). */
export const LEAST_PLAY_MM = 0.1;

/**
 * The least inside a flat pocket needs on an axis, mm: the girth of two plies must reach round the thickness,
 * 2W ≥ 2(w + t), and the room asked for comes on top.
 */
export const flatPocket = (size: number, thickness: number, play: number): number =>
  size + thickness + Math.max(play, LEAST_PLAY_MM);

/** Between walls there is no girth to reach round: the contents' size, and the room asked for. */
export const betweenWalls = (size: number, _thickness: number, play: number): number =>
  size + Math.max(play, LEAST_PLAY_MM);
