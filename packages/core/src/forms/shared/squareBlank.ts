/** The figures of the square-blank envelope, all mm: its square, how far its closing flaps reach, and whether a tab has room. */
import { roundDown, roundUp } from "../../units/ruler.ts";
import { SEAM, SHORT_OF_FOLD } from "./custom.ts";

/** The square's own numbers, after rounding to the ruler. */
export interface SquareBlank {
  readonly side: number;
  readonly punch: number;
  readonly notch: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Solves the square for an inside of at least `width × height` on a ruler with marks `grid` apart, which are truly `offset`
 * further than they say: `punch` is where the notch comes, and the mark that it is set to lies `offset` before that.
 */
export function squareBlank(width: number, height: number, notch: number, grid: number, offset = 0): SquareBlank {
  const punch = roundUp(height / Math.SQRT2 + notch - offset, grid) + offset;
  const side = roundUp(punch + notch + width / Math.SQRT2, grid);
  return { side, punch, notch, height: (punch - notch) * Math.SQRT2, width: (side - punch - notch) * Math.SQRT2 };
}

/** The closure tab, at least: width, glued and free length; its slit is wider, lies a little below the tip, and keeps clear of edges. */
const TAB = { width: 22, glued: 18, free: 16, slitPlay: 2, below: 2, clear: 5 } as const;

/** The tab and slit that close a square blank, mm. */
export interface Tab {
  readonly width: number;
  readonly glued: number;
  readonly tall: number;
  readonly slit: number;
  /** from the bottom flap's fold */
  readonly slitAt: number;
}

interface SquareMeasures {
  /** the body's sides, and how far a flap's upright edges run before they slant */
  readonly long: number;
  readonly short: number;
  readonly rim: number;
  readonly radius: number;
  readonly trim: number | "auto";
  readonly tab: boolean;
  readonly grid: number;
}

/** What is cut off the points of the flaps, and the tab where one is asked for and has room. */
export function closingFlaps({ long, short, rim, radius, trim: asked, tab, grid }: SquareMeasures) {
  const apex = long / 2 + rim;
  const lost = radius * (Math.SQRT2 - 1);
  // a trim past the slant would reach the notches; what is left of the flap is then far too short, and the checks say so
  const most = roundDown(long / 2 - 1, grid);
  const needed = (limit: number, least: number, point = apex): number =>
    point - lost <= limit && least === 0 ? 0 : roundUp(Math.max(point - limit, least), grid);
  const bottom = Math.min(asked === "auto" ? needed(short - SHORT_OF_FOLD, 0) : asked, most);
  // a deep notch on a small square leaves side flaps that reach past the fold across from them
  const sides = Math.min(needed(long - SHORT_OF_FOLD, 0, short / 2 + rim), roundDown(short / 2 - 1, grid));
  const plain = { bottom, sides, top: bottom, trimmedFor: undefined, tab: undefined };
  if (!tab) return plain;

  const [width, glued, tall] = [
    roundUp(TAB.width, grid),
    roundUp(TAB.glued, grid),
    roundUp(TAB.glued + TAB.free, grid),
  ];
  // below the top flap's tip the free length must stay off the bottom fold; trimming a flat tip by c leaves 2c
  const own = needed(short - (tall - glued + TAB.below), width / 2 + TAB.below);
  const top = Math.min(asked === "auto" ? own : Math.max(own, asked), most);
  const reach = (trim: number): number => (trim > 0 ? apex - trim : apex - lost);
  const slit = roundUp(width + TAB.slitPlay, grid);
  const slitAt = roundDown(short - reach(top) - TAB.below, grid);
  const bend = radius * (bottom > 0 ? 1 - Math.SQRT1_2 : Math.SQRT1_2);
  const roomy =
    reach(top) >= glued + TAB.below &&
    reach(bottom) + reach(top) >= short + SEAM &&
    slitAt >= TAB.clear &&
    apex - bottom - Math.max(1.5, bend) >= slitAt + TAB.clear &&
    long / 2 - Math.max(0, slitAt - rim) >= slit / 2 + TAB.clear;
  // what a tab needs is more than was asked for, and that is said
  const trimmedFor = asked !== "auto" && own > asked ? own : undefined;
  return roomy ? { bottom, sides, top, trimmedFor, tab: { width, glued, tall, slit, slitAt } satisfies Tab } : plain;
}
