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

/** Scales it is not drawn below or above, px for a mm: what cannot fit runs out of the window. */
const LEAST_K = 0.05;
const mostOf = ({ pieces: [first] }: DrawnPieces, wide: number): number =>
  Math.max(0.1, wide / (first?.blank.width ?? 1));

/** The largest scale at which these rows fit: what the gaps leave of the window, by the paper in it. */
function fitted(drawn: DrawnPieces, breaks: readonly number[], wide: number, tall: number): number {
  let next = 0;
  let [least, high] = [mostOf(drawn, wide), 0];
  for (const count of breaks) {
    const pieces = drawn.pieces.slice(next, next + count);
    const { width, height } = row({ ...drawn, pieces }, 0);
    least = Math.min(least, (wide - (count - 1) * BESIDE_PX) / width);
    high += height;
    next += count;
  }
  return Math.max(LEAST_K, Math.min(least, (tall - (breaks.length - 1) * ABOVE_PX) / high));
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
export function arrange(drawn: DrawnPieces, wide: number, tall: number): Scaled {
  const [first = [], ...others] = waysOf(drawn.pieces.length);
  let best = { breaks: first, k: fitted(drawn, first, wide, tall) };
  for (const breaks of others) {
    const k = fitted(drawn, breaks, wide, tall);
    if (k > best.k * 1.001) best = { breaks, k };
  }
  return arrangeAt(drawn, best.k, best.breaks);
}

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
