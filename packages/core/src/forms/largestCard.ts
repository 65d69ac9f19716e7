import { fitsIn } from "../geometry/fit.ts";
import type { Form, Setup } from "../model/form.ts";
import { type Contents, SIZE_MM, type Stock } from "../model/spec.ts";
import { roundDown } from "../units/ruler.ts";

export interface Reverse {
  readonly form: Form;
  /** proportions and thickness to keep */
  readonly contents: Contents;
  readonly settings: Readonly<Record<string, unknown>>;
  readonly setup: Setup;
  readonly stock?: Stock;
  /** mm; for a square blank, its side twice */
  readonly sheet: { readonly width: number; readonly height: number };
}

const ANY_STOCK: Stock = { caliper: 0.15, weight: 120 };
/** Halvings of the scale: 600 mm / 2^18 is far below any ruler. */
const HALVINGS = 18;

/**
 * The reverse question: the largest contents of these proportions whose blank can be cut from `sheet`, on the ruler's
 * grid. Undefined when even the smallest size a hand, or the board, can hold does not fit.
 */
export function largestCard({
  form,
  contents,
  settings,
  setup,
  stock = ANY_STOCK,
  sheet,
}: Reverse): { width: number; height: number } | undefined {
  const sized = (k: number): Contents => ({ ...contents, width: contents.width * k, height: contents.height * k });
  const fits = (tried: Contents): boolean => {
    const drafted = form.draft({ contents: tried, stock, settings, setup });
    return drafted.pieces.every(
      (piece) => !piece.blank || fitsIn(piece.blank.width, piece.blank.height, sheet.width, sheet.height),
    );
  };
  // a board that cannot hold a blank of this size makes nothing out of it
  if (setup.board.kind === "punch-board" && Math.min(sheet.width, sheet.height) < setup.board.smallest)
    return undefined;
  const least = SIZE_MM.min / Math.min(contents.width, contents.height);
  if (!fits(sized(least))) return undefined;
  let low = least;
  let high = Math.max(least, SIZE_MM.max / Math.max(contents.width, contents.height));
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (fits(sized(middle))) low = middle;
    else high = middle;
  }
  const best = sized(low);
  const width = roundDown(best.width, setup.grid);
  const height = roundDown(best.height, setup.grid);
  return Math.min(width, height) < SIZE_MM.min ? undefined : { width, height };
}
