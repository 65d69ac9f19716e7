/**
 * Filling a part of a sheet with blanks of one size by straight cuts.
 *
 *   ┌────────────┬────┐      Where blanks of one size fill a rectangle, the first cut is tried at either side of the blank
 *   │            │    │      along either axis, and what gives the most blanks is kept, then the largest offcut:
 *   ├────────────┤    │      two-dimensional guillotine cutting by dynamic programming (Gilmore and Gomory, Operations
 *   │            │    │      Research 13, 1965).
 *   └────────────┴────┘
 */
import { fitsIn } from "../geometry/fit.ts";
import type { Size } from "../geometry/point.ts";
import { lately } from "../units/lately.ts";

/** A rectangle of the sheet, mm from its lower left: a blank, an offcut, or cut on. */
export interface Cutting extends Size {
  readonly x: number;
  readonly y: number;
  /** id of the piece whose blank it is */
  readonly piece?: string;
  /** degrees the piece lies turned, where it only comes out of the sheet across its corner, by its blank or by its outline alone */
  readonly slant?: number;
  readonly cut?: { readonly along: "width" | "height"; readonly first: Cutting; readonly rest: Cutting };
}

/** Two lengths nearer than this (mm) are one. */
const SAME = 1e-6;
/** With more blanks to a part than this, rows one way and then the other are as good as any mixture, and sooner found. */
const MANY = 24;
/** With more than this, the first of equally good patterns is taken: trying them all would be felt. */
const VERY_MANY = 60;
/** A sheet that would take more tries than this is cut in rows one way and then the other: counted, not searched. */
const MOST_TRIES = 1_200_000;
/** How many rows from none and from all are tried there, where thousands would fit. */
const ROWS_TRIED = 8;
/** Whether two lengths are one. */
export const same = (a: number, b: number): boolean => Math.abs(a - b) < SAME;

interface FirstCut {
  readonly along: "width" | "height";
  readonly at: number;
}

interface Best {
  readonly count: number;
  /** mm² of the largest offcut */
  readonly spare: number;
  readonly cut?: FirstCut;
}

const AXES = ["width", "height"] as const;
const across = (along: FirstCut["along"]): FirstCut["along"] => (along === "width" ? "height" : "width");

/** How many lengths up to `room` can be made up of whole ones of two lengths. */
function lengthsIn(room: number, a: number, b: number): number {
  let count = 0;
  for (let rest = room; rest >= 0; rest -= Math.max(a, b)) count += Math.floor(rest / Math.min(a, b)) + 1;
  return count;
}

/** Rows of blanks lying one way, and what is left of the part filled with rows lying the other way. */
interface Pattern {
  readonly count: number;
  readonly cut: FirstCut;
  /** mm² of the largest rest */
  readonly spare: number;
}

/** The best way to cut rectangles into blanks of one size; remembers every rectangle it has looked at. */
export class Filling {
  private readonly known = new Map<number, Best>();
  private readonly blank: Size;
  /** whether rows are counted and nothing is searched: mixtures of so many blanks would be without end */
  private readonly inRows: boolean;
  /** How many cuts and rows have been tried: the work that was done. */
  tried = 0;

  constructor(blank: Size, inRows: boolean) {
    this.blank = blank;
    this.inRows = inRows;
  }

  best({ width, height }: Size): Best {
    // hundredths of a µm: sheets are at most 2 m, so the key stays a whole number
    const key = Math.round(width * 1e4) * 1e8 + Math.round(height * 1e4);
    const known = this.known.get(key);
    if (known) return known;
    const found = this.search({ width, height });
    this.known.set(key, found);
    return found;
  }

  /** Blanks that a part could give if none of its paper were lost. */
  private bound({ width, height }: Size): number {
    return Math.floor((width * height) / (this.blank.width * this.blank.height) + SAME);
  }

  private isBlank({ width, height }: Size): boolean {
    const { width: w, height: h } = this.blank;
    return (same(width, w) && same(height, h)) || (same(width, h) && same(height, w));
  }

  private search(part: Size): Best {
    if (this.isBlank(part)) return { count: 1, spare: 0 };
    const { width: w, height: h } = this.blank;
    const fits = (a: number, b: number): boolean => a <= part.width + SAME && b <= part.height + SAME;
    let best: Best = { count: 0, spare: part.width * part.height };
    if (!fits(w, h) && !fits(h, w)) return best;
    // a part's first strip and its rest hold at least what the pattern has in them: it need not be followed to be true
    if (this.inRows) return this.patterns(part)[0] ?? best;
    for (const { cut } of this.bound(part) > MANY ? this.patterns(part) : this.cuts(part)) {
      this.tried += 1;
      const [near, far] = this.split(part, cut);
      if (this.bound(near) + this.bound(far) < best.count) continue;
      const [first, rest] = [this.best(near), this.best(far)];
      const count = first.count + rest.count;
      const spare = Math.max(first.spare, rest.spare);
      if (count > best.count || (count === best.count && count > 0 && spare > best.spare + SAME))
        best = { count, spare, cut };
    }
    return best;
  }

  private split(part: Size, { along, at }: FirstCut): readonly [Size, Size] {
    return [
      { ...part, [along]: at },
      { ...part, [along]: part[along] - at },
    ];
  }

  /** A side of the blank taken off, along either axis. */
  private cuts(part: Size): { readonly cut: FirstCut }[] {
    const { width: w, height: h } = this.blank;
    return AXES.flatMap((along) => [w, h].map((at) => ({ cut: { along, at } }))).filter(
      ({ cut: { along, at } }) => at < part[along] - SAME,
    );
  }

  /** The rows one way that are tried, of so many that fit: all, or the fewest and the most where nothing is searched. */
  private *rowsTried(all: number): Generator<number> {
    const few = this.inRows && all > 2 * ROWS_TRIED ? ROWS_TRIED : all;
    for (let rows = 0; rows <= few; rows += 1) yield rows;
    for (let rows = Math.max(few, all - ROWS_TRIED) + 1; rows <= all; rows += 1) yield rows;
  }

  /** The best patterns of a part, one for each first cut: all that are equally good, or the first found where they are many. */
  private patterns(part: Size): Pattern[] {
    let most = 0;
    let best: Pattern[] = [];
    const whole = (room: number, size: number): number => Math.floor(room / size + SAME);
    for (const along of AXES) {
      const other = part[across(along)];
      for (const [a, b] of [
        [this.blank.width, this.blank.height],
        [this.blank.height, this.blank.width],
      ] as const) {
        for (const rows of this.rowsTried(whole(part[along], a))) {
          this.tried += 1;
          const rest = part[along] - rows * a;
          const [inRow, restRows, inRestRow] = [whole(other, b), whole(rest, b), whole(other, a)];
          const count = rows * inRow + restRows * inRestRow;
          const cut: FirstCut = { along, at: rows > 0 ? a : b };
          // a single row has nothing to take off along its own width
          if (count < most || cut.at >= part[along] - SAME) continue;
          if (count > most) best = [];
          most = count;
          if (best.some((known) => known.cut.along === along && same(known.cut.at, cut.at))) continue;
          const spare = Math.max(
            (other - inRow * b) * rows * a,
            (other - inRestRow * a) * restRows * b,
            (rest - restRows * b) * other,
          );
          best.push({ count, cut, spare });
        }
      }
    }
    return this.inRows || this.bound(part) > VERY_MANY ? best.slice(0, 1) : best;
  }

  /** Cuts a part into at most `most` blanks. */
  cut(part: Cutting, piece: string, most: number): { readonly part: Cutting; readonly made: number } {
    const { count, cut } = this.best(part);
    if (most <= 0 || count === 0) return { part, made: 0 };
    if (!cut) return { part: { ...part, piece }, made: 1 };
    const { along, at } = cut;
    const axis = along === "width" ? "x" : "y";
    const near = this.cut({ ...part, [along]: at }, piece, most);
    const far = this.cut({ ...part, [axis]: part[axis] + at, [along]: part[along] - at }, piece, most - near.made);
    return { part: { ...part, cut: { along, first: near.part, rest: far.part } }, made: near.made + far.made };
  }
}

const fillings = lately<Filling>(60);

/** Whether a sheet asks for more tries than are made: rectangles that may have to be looked at, times rows in each. */
function isWithoutEnd({ width, height }: Size, sheet: Size): boolean {
  const rectangles = lengthsIn(sheet.width, width, height) * lengthsIn(sheet.height, width, height);
  const rows = (2 * (sheet.width + sheet.height)) / Math.min(width, height);
  return rectangles * (rows + 4) > MOST_TRIES;
}

/** The filling of a sheet with a blank, kept: the same blank is asked for again and again. */
export function fillingOf({ width, height }: Size, sheet: Size): Filling {
  const inRows = isWithoutEnd({ width, height }, sheet);
  const key = `${width.toFixed(4)}/${height.toFixed(4)}/${String(inRows)}`;
  return fillings(key, () => new Filling({ width, height }, inRows));
}

/** Blanks that come out of a sheet by straight cuts; one that fits only across the corner counts. */
export function perSheet(blank: Size, sheet: Size): number {
  const { count } = fillingOf(blank, sheet).best(sheet);
  return count > 0 ? count : fitsIn(blank.width, blank.height, sheet.width, sheet.height) ? 1 : 0;
}

/** How many cuts and rows are tried to fill a sheet with a blank, from nothing: what bounds the work of any plan. */
export function workFor(blank: Size, sheet: Size): number {
  const filling = new Filling(blank, isWithoutEnd(blank, sheet));
  filling.best(sheet);
  return filling.tried;
}
