import type { Piece } from "@cut-fold/core";

/** Pixels between pieces: room for the figures beside and above each. */
const BESIDE_PX = 78;
const ABOVE_PX = 100;

export interface Arranged {
  /** x, y: mm from the lower left of the whole */
  readonly placed: readonly { readonly piece: Piece; readonly x: number; readonly y: number }[];
  readonly width: number;
  readonly height: number;
}

/** One row of pieces, their tops in line. */
function row(pieces: readonly Piece[], beside: number): Arranged {
  const height = Math.max(0, ...pieces.map((p) => p.blank.height));
  let x = 0;
  const placed = pieces.map((piece) => {
    const at = { piece, x, y: height - piece.blank.height };
    x += piece.blank.width + beside;
    return at;
  });
  return { placed, width: Math.max(0, x - beside), height };
}

/**
 * Pieces in one row, or in two with the second below the first, with gaps that stay the same on the screen whatever the
 * scale.
 * @param first how many stand in the first row
 * @param k pixels for a mm
 */
function rows(pieces: readonly Piece[], first: number, k: number): Arranged {
  const upper = row(pieces.slice(0, first), BESIDE_PX / k);
  if (first >= pieces.length) return upper;
  const lower = row(pieces.slice(first), BESIDE_PX / k);
  const up = lower.height + ABOVE_PX / k;
  return {
    placed: [...upper.placed.map((p) => ({ ...p, y: p.y + up })), ...lower.placed],
    width: Math.max(upper.width, lower.width),
    height: upper.height + up,
  };
}

/** At a scale, with so many pieces in the first row. */
type Scaled = Arranged & { readonly k: number; readonly first: number };

/** The largest scale at which so many pieces in the first row fit: gaps depend on it and it on the gaps, so it is halved in. */
function fitted(pieces: readonly Piece[], first: number, wide: number, tall: number): Scaled {
  let [low, high] = [0.05, Math.max(0.1, wide / (pieces[0]?.blank.width ?? 1))];
  for (let i = 0; i < 24; i += 1) {
    const k = (low + high) / 2;
    const { width, height } = rows(pieces, first, k);
    if (width * k <= wide && height * k <= tall) low = k;
    else high = k;
  }
  return { ...rows(pieces, first, low), k: low, first };
}

/** The arrangement that can be drawn largest in a window of so many pixels. */
export const arrange = (pieces: readonly Piece[], wide: number, tall: number): Scaled =>
  pieces
    .map((_, i) => fitted(pieces, i + 1, wide, tall))
    .reduce((best, next) => (next.k > best.k * 1.001 ? next : best));

/** The same at a scale that is given: in one row. */
export const arrangeAt = (pieces: readonly Piece[], k: number, first = pieces.length): Scaled => ({
  ...rows(pieces, first, k),
  k,
  first,
});
