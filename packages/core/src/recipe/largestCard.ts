import { saidLiesOn } from "../paper/onSheet.ts";
import type { Form, Setup } from "../forms/form.ts";
import { type Contents, SIZE_MM, type Stock } from "../model/spec.ts";
import { roundDown } from "../units/ruler.ts";
import { packOf } from "./pack.ts";

/** What is asked backwards: the largest contents of these proportions that a sheet serves. */
export interface Reverse {
  readonly form: Form;
  /** proportions and thickness to keep */
  readonly contents: Contents;
  readonly settings: Readonly<Record<string, unknown>>;
  readonly setup: Setup;
  readonly stock: Stock;
  /** mm; for a square blank, its side twice */
  readonly sheet: { readonly width: number; readonly height: number };
}

/** The scale is found to this part of a mark: what is left is lost in rounding down to the ruler. */
const PART_OF_MARK = 1 / 32;

/**
 * The reverse question: the largest first thing of these proportions, whatever lies on it, whose blank can be cut from `sheet`, on the ruler's
 * grid. Undefined when even the smallest size a hand, or the board, can hold does not fit.
 */
export function largestCard({
  form,
  contents,
  settings,
  setup,
  stock,
  sheet,
}: Reverse): { width: number; height: number } | undefined {
  // what fits is what would be made: a size on the ruler's marks, and not the one between them
  const sized = (k: number): Contents => ({
    ...contents,
    width: roundDown(contents.width * k, setup.grid),
    height: roundDown(contents.height * k, setup.grid),
  });
  const fits = (tried: Contents): boolean => {
    if (Math.min(tried.width, tried.height) < SIZE_MM.min || Math.max(tried.width, tried.height) > SIZE_MM.max)
      return false;
    const input = { contents: packOf(tried), stock, settings, setup, sheet };
    return form.draft(input).sheets.every((said) => saidLiesOn(said, sheet));
  };
  // a board that cannot hold a blank of this size makes nothing out of it
  if (setup.tool.kind === "punch-board" && Math.min(sheet.width, sheet.height) < setup.tool.smallest) return undefined;
  const [shortest, longest] = [Math.min(contents.width, contents.height), Math.max(contents.width, contents.height)];
  const least = (SIZE_MM.min + setup.grid) / shortest;
  if (!fits(sized(least))) return undefined;
  let low = least;
  let high = Math.max(least, SIZE_MM.max / longest);
  // the card as it is halves the search: most askers want to know about something near it
  if (low < 1 && high > 1) [low, high] = fits(sized(1)) ? [1, high] : [low, 1];
  while ((high - low) * longest > setup.grid * PART_OF_MARK) {
    const middle = (low + high) / 2;
    if (fits(sized(middle))) low = middle;
    else high = middle;
  }
  let { width, height } = sized(low);
  // at a slant a mark more on both sides may still go in where the same proportions do not
  const { grid } = setup;
  while (fits({ ...contents, width: width + grid, height: height + grid })) {
    width += grid;
    height += grid;
  }
  return { width, height };
}
