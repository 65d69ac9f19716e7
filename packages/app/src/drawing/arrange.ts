import type { Past, Piece } from "@cut-fold/core";

/** Pixels between pieces: room for the figures beside and above each. */
const BESIDE_PX = 72;
const ABOVE_PX = 96;

export interface Arranged {
  /** x, y: mm from the lower left of the whole */
  readonly placed: readonly { readonly piece: Piece; readonly x: number; readonly y: number }[];
  readonly width: number;
  readonly height: number;
}

/** What is drawn: pieces, and what stands out past them. */
export interface DrawnPieces {
  readonly pieces: readonly Piece[];
  /** mm past the blanks, by piece */
  readonly past: ReadonlyMap<string, Past>;
}

const NOTHING: Past = { left: 0, right: 0, bottom: 0, top: 0 };

/** One row of pieces with what stands out past them, their tops in line. */
function row({ pieces, past }: DrawnPieces, beside: number): Arranged {
  const each = pieces.map((piece) => ({ piece, out: past.get(piece.id) ?? NOTHING }));
  const above = Math.max(0, ...each.map(({ out }) => out.top));
  const height = above + Math.max(0, ...each.map(({ piece, out }) => piece.blank.height + out.bottom));
  let x = 0;
  const placed = each.map(({ piece, out }) => {
    const at = { piece, x: x + out.left, y: height - above - piece.blank.height };
    x += out.left + piece.blank.width + out.right + beside;
    return at;
  });
  return { placed, width: Math.max(0, x - beside), height };
}

/**
 * Pieces in rows, one below the other, with gaps that stay the same on the screen whatever the scale.
 * @param breaks how many stand in each row, the first row first
 * @param k pixels for a mm
 */
function rows({ pieces, past }: DrawnPieces, breaks: readonly number[], k: number): Arranged {
  let next = 0;
  const each = breaks.map((count) => {
    const own = row({ pieces: pieces.slice(next, next + count), past }, BESIDE_PX / k);
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
function fitted(drawn: DrawnPieces, breaks: readonly number[], wide: number, tall: number): Scaled {
  let [low, high] = [0.05, Math.max(0.1, wide / (drawn.pieces[0]?.blank.width ?? 1))];
  for (let i = 0; i < 18; i += 1) {
    const k = (low + high) / 2;
    const { width, height } = rows(drawn, breaks, k);
    if (width * k <= wide && height * k <= tall) low = k;
    else high = k;
  }
  return { ...rows(drawn, breaks, low), k: low, breaks };
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
export const arrange = (drawn: DrawnPieces, wide: number, tall: number): Scaled =>
  waysOf(drawn.pieces.length)
    .map((breaks) => fitted(drawn, breaks, wide, tall))
    .reduce((best, next) => (next.k > best.k * 1.001 ? next : best));

/** The same at a scale that is given: in one row. */
export const arrangeAt = (
  drawn: DrawnPieces,
  k: number,
  breaks: readonly number[] = [drawn.pieces.length],
): Scaled => ({
  ...rows(drawn, breaks, k),
  k,
  breaks,
});
