/**
 * The trim plan of blanks of several sizes, from several drafts: straight cuts from edge to edge. A free part takes a block of like
 * blanks in its corner, and what is left of it is cut in two and filled on:
 *
 *   ┌──────┬──────┬─────┐      Which blank comes first, how large its block is and which way the rest is cut are tried by chance,
 *   │  a   │  a   │     │      many times over; the best is kept: copies not laid weigh most, then whole sheets, then how much
 *   ├──────┼──────┤  b  │      of the least used one is. (Random keys: Bean, ORSA Journal on Computing 6, 1994.)
 *   │  a   │  a   │     │
 *   ├──────┴──────┴─────┤
 *   │      left over    │
 *   └───────────────────┘
 */
import type { Size } from "../geometry/point.ts";
import type { Grain } from "../model/spec.ts";
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";
import type { NestSheet } from "./table.ts";
import { UNLAID } from "./worth.ts";

/** Blanks of one size: mm as they lie upright. */
export interface StraightBlank extends Size {
  readonly copies: number;
  /** whether it may lie turned by a quarter */
  readonly turns: boolean;
  readonly grain?: Grain | undefined;
}

/** A part of a sheet: a blank's cell, with the gap right and above of it, or cut on, or free. mm from the lower left. */
export interface StraightCell extends Size {
  readonly x: number;
  readonly y: number;
  /** the number of the blank that lies there, and whether it lies turned by a quarter */
  blank?: number;
  isTurned?: boolean;
  cut?: { readonly along: Along; readonly first: StraightCell; readonly rest: StraightCell };
}
type Along = "width" | "height";

/** A sheet that is cut. */
export interface StraightSheet {
  /** its place in the list of sheets, and in the order they are used */
  readonly sheet: number;
  readonly slot: number;
  readonly root: StraightCell;
}

/** A whole plan. */
export interface StraightPlan {
  readonly sheets: readonly StraightSheet[];
  /** copies of each blank that came on no sheet */
  readonly left: readonly number[];
  /** the less the better, as `worthOf` has it */
  readonly worth: number;
}

const SAME_MM = 1e-6;
/** How often what looks best is not taken. */
const OTHERWISE = 0.25;

interface Way {
  readonly isTurned: boolean;
  readonly wide: number;
  readonly high: number;
  readonly across: number;
  readonly up: number;
}

/** One plan, in one order of blanks. */
class Filling {
  readonly left: number[];
  private readonly blanks: readonly StraightBlank[];
  private readonly order: readonly number[];
  private readonly gap: number;
  private readonly random: () => number;

  constructor(blanks: readonly StraightBlank[], keys: readonly number[], gap: number, random: () => number) {
    this.blanks = blanks;
    this.gap = gap;
    this.random = random;
    this.left = blanks.map(({ copies }) => copies);
    this.order = [...blanks.keys()].sort((a, b) => nth(keys, b) - nth(keys, a) || a - b);
  }

  /** The ways a blank lies in a cell, that which takes most of what is wanted first. */
  private waysIn(cell: Size, { width, height, turns, grain }: StraightBlank, wanted: number, runs?: Grain): Way[] {
    const isSquare = Math.abs(width - height) < SAME_MM;
    const allowed = [false, true].filter(
      (isTurned) =>
        (turns || !isTurned) &&
        (grain === undefined ? !(isTurned && isSquare) : (grain === (runs ?? grain)) !== isTurned),
    );
    return allowed
      .map((isTurned): Way => {
        const [wide, high] = isTurned ? [height + this.gap, width + this.gap] : [width + this.gap, height + this.gap];
        const whole = (room: number, size: number): number => Math.floor(room / size + SAME_MM);
        return { isTurned, wide, high, across: whole(cell.width, wide), up: whole(cell.height, high) };
      })
      .filter(({ across, up }) => across > 0 && up > 0)
      .sort(
        (a, b) =>
          Math.min(wanted, b.across * b.up) - Math.min(wanted, a.across * a.up) ||
          a.wide * a.across * a.high * a.up - b.wide * b.across * b.high * b.up,
      );
  }

  /** How many columns and rows of a way are laid: as many as are wanted, by chance fewer. */
  private block({ across, up }: Way, wanted: number): readonly [number, number] {
    const { random } = this;
    let columns = Math.min(across, wanted);
    let rows = Math.min(up, Math.floor(wanted / columns));
    if (random() > 0.5) {
      rows = Math.min(up, wanted);
      columns = Math.min(across, Math.floor(wanted / rows));
    }
    if (random() > 0.7) columns = 1 + Math.floor(random() * columns);
    if (random() > 0.7) rows = 1 + Math.floor(random() * rows);
    return [columns, rows];
  }

  /** Fills a free cell as far as may be. */
  fill(cell: StraightCell, runs?: Grain): void {
    for (const blank of this.order) {
      const wanted = nth(this.left, blank);
      if (wanted <= 0) continue;
      const ways = this.waysIn(cell, nth(this.blanks, blank), wanted, runs);
      const way = ways.length > 1 && this.random() > 1 - OTHERWISE ? ways[1] : ways[0];
      if (!way) continue;
      const [columns, rows] = this.block(way, wanted);
      this.left[blank] = wanted - columns * rows;
      const [wide, high] = [columns * way.wide, rows * way.high];
      // so that the larger of the two rests is as large as may be; now and then the other way
      const isWide = (cell.width - wide) * cell.height > (cell.height - high) * cell.width;
      const along: Along = isWide !== this.random() > 1 - OTHERWISE ? "width" : "height";
      const first = this.strip(cell, along, along === "width" ? wide : high, runs);
      const across: Along = along === "width" ? "height" : "width";
      const block = this.strip(first, across, along === "width" ? high : wide, runs);
      inGrid(block, columns, rows, way, blank);
      return;
    }
  }

  /** Cuts a strip off a cell and fills the rest; the cell itself where nothing is left beside it. */
  private strip(cell: StraightCell, along: Along, at: number, runs?: Grain): StraightCell {
    const [first, rest] = cutOff(cell, along, at);
    if (rest) this.fill(rest, runs);
    return first;
  }
}

/** Cuts a cell in two; into itself and nothing where the first part is all of it. */
function cutOff(cell: StraightCell, along: Along, at: number): readonly [StraightCell, StraightCell | undefined] {
  if (cell[along] - at < SAME_MM) return [cell, undefined];
  const { x, y, width, height } = cell;
  const first: StraightCell = { x, y, width, height, [along]: at };
  const rest: StraightCell = {
    x: along === "width" ? x + at : x,
    y: along === "height" ? y + at : y,
    width,
    height,
    [along]: cell[along] - at,
  };
  cell.cut = { along, first, rest };
  return [first, rest];
}

/** A block cut into its blanks: columns first, then each column. */
function inGrid(cell: StraightCell, columns: number, rows: number, way: Way, blank: number): void {
  if (columns === 1 && rows === 1) {
    cell.blank = blank;
    cell.isTurned = way.isTurned;
    return;
  }
  const along: Along = columns > 1 ? "width" : "height";
  const [first, rest] = cutOff(cell, along, along === "width" ? way.wide : way.high);
  inGrid(first, 1, along === "width" ? rows : 1, way, blank);
  if (!rest) return;
  if (along === "width") inGrid(rest, columns - 1, rows, way, blank);
  else inGrid(rest, 1, rows - 1, way, blank);
}

/** Every cell of a sheet that holds a blank. */
export const blankCells = (cell: StraightCell): StraightCell[] =>
  cell.cut ? [...blankCells(cell.cut.first), ...blankCells(cell.cut.rest)] : cell.blank === undefined ? [] : [cell];

/** Every cell of a sheet that is left over. */
export const freeCells = (cell: StraightCell): StraightCell[] =>
  cell.cut ? [...freeCells(cell.cut.first), ...freeCells(cell.cut.rest)] : cell.blank === undefined ? [cell] : [];

function shareOf(root: StraightCell, { width, height, margin }: NestSheet, gap: number): number {
  let [right, top] = [0, 0];
  for (const cell of blankCells(root)) {
    right = Math.max(right, cell.x + cell.width - gap);
    top = Math.max(top, cell.y + cell.height - gap);
  }
  return Math.min(1, (right + margin) / width, (top + margin) / height);
}

function once(
  blanks: readonly StraightBlank[],
  sheets: readonly NestSheet[],
  gap: number,
  keys: readonly number[],
  random: () => number,
): StraightPlan {
  const filling = new Filling(blanks, keys, gap, random);
  const left = (): number => filling.left.reduce((sum, n) => sum + n, 0);
  const used: StraightSheet[] = [];
  let slot = 0;
  sheets.forEach(({ width, height, margin, count, grain }, sheet) => {
    for (let k = 0; k < count && left() > 0; k += 1) {
      const before = left();
      // the last blank of a row needs no gap beside it
      const [wide, high] = [width - 2 * margin + gap, height - 2 * margin + gap];
      if (wide <= 0 || high <= 0) break;
      const root: StraightCell = { x: margin, y: margin, width: wide, height: high };
      filling.fill(root, grain);
      if (left() === before) break;
      used.push({ sheet, slot: slot + k, root });
    }
    slot += count;
  });
  const whole = used.filter(({ sheet }) => !nth(sheets, sheet).isOffcut);
  const least =
    whole.length > 0 ? Math.min(...whole.map(({ sheet, root }) => shareOf(root, nth(sheets, sheet), gap))) : 0;
  return { sheets: used, left: filling.left, worth: left() * UNLAID + Math.max(0, whole.length - 1) + least };
}

/** Orders tried: by area, by the longest side, then by chance; fewer of them where there are very many copies to lay. */
const TRIES = { most: 150, least: 12, copies: 60_000 };
const triesFor = (blanks: readonly StraightBlank[]): number => {
  const copies = blanks.reduce((sum, blank) => sum + blank.copies, 0);
  return Math.max(TRIES.least, Math.min(TRIES.most, Math.round(TRIES.copies / Math.max(1, copies))));
};

/**
 * Plans, each better than the one before; ends after so many tries. Yields often, with nothing where a try was no better.
 * @param gap mm beside each blank: what a blade takes, or a hand that is not steady
 */
export function* straightPlans(
  blanks: readonly StraightBlank[],
  sheets: readonly NestSheet[],
  gap: number,
  seed: number,
  tries = triesFor(blanks),
): Generator<StraightPlan | undefined> {
  const random = randomFrom(seed);
  let worth = Infinity;
  for (let k = 0; k < tries; k += 1) {
    const keys = blanks.map(({ width, height }) => {
      if (k === 0) return width * height;
      if (k === 1) return Math.max(width, height);
      return width * height * (0.3 + random());
    });
    const plan = once(blanks, sheets, gap, keys, k < 2 ? () => 0 : random);
    const isBetter = plan.worth < worth - SAME_MM;
    if (isBetter) worth = plan.worth;
    yield isBetter ? plan : undefined;
  }
}
