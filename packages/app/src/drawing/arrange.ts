import type { Piece } from "@cut-fold/core";

/** Pixels between pieces: room for the figures beside and above each. */
const BESIDE_PX = 72;
const ABOVE_PX = 96;

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
 * Pieces in rows, one below the other, with gaps that stay the same on the screen whatever the scale.
 * @param breaks how many stand in each row, the first row first
 * @param k pixels for a mm
 */
function rows(pieces: readonly Piece[], breaks: readonly number[], k: number): Arranged {
  let next = 0;
  const each = breaks.map((count) => {
    const own = row(pieces.slice(next, next + count), BESIDE_PX / k);
    next += count;
    return own;
  });
  const height = each.reduce((sum, r) => sum + r.height, 0) + ((each.length - 1) * ABOVE_PX) / k;
  let top = height;
  const placed = each.flatMap((r) => {
    const up = top - r.height;
    top = up - ABOVE_PX / k;
    return r.placed.map((p) => ({ ...p, y: p.y + up }));
  });
  return { placed, width: Math.max(0, ...each.map((r) => r.width)), height };
}

/** At a scale, with so many pieces in each row. */
type Scaled = Arranged & { readonly k: number; readonly breaks: readonly number[] };

/** The largest scale at which these rows fit: gaps depend on it and it on the gaps, so it is halved in. */
function fitted(pieces: readonly Piece[], breaks: readonly number[], wide: number, tall: number): Scaled {
  let [low, high] = [0.05, Math.max(0.1, wide / (pieces[0]?.blank.width ?? 1))];
  for (let i = 0; i < 18; i += 1) {
    const k = (low + high) / 2;
    const { width, height } = rows(pieces, breaks, k);
    if (width * k <= wide && height * k <= tall) low = k;
    else high = k;
  }
  return { ...rows(pieces, breaks, low), k: low, breaks };
}

/** Ways to stand so many pieces in up to three rows: the form's own first, what lies on it below. */
function waysOf(count: number): (readonly number[])[] {
  const ways: (readonly number[])[] = [[count]];
  for (let first = 1; first < count; first += 1) {
    ways.push([first, count - first]);
    const rest = count - first;
    // of three rows the lower two share what is left about evenly
    if (rest > 2) ways.push([first, Math.ceil(rest / 2), Math.floor(rest / 2)]);
  }
  return ways;
}

/** The arrangement that can be drawn largest in a window of so many pixels. */
export const arrange = (pieces: readonly Piece[], wide: number, tall: number): Scaled =>
  waysOf(pieces.length)
    .map((breaks) => fitted(pieces, breaks, wide, tall))
    .reduce((best, next) => (next.k > best.k * 1.001 ? next : best));

/** The same at a scale that is given: in one row. */
export const arrangeAt = (
  pieces: readonly Piece[],
  k: number,
  breaks: readonly number[] = [pieces.length],
): Scaled => ({
  ...rows(pieces, breaks, k),
  k,
  breaks,
});
