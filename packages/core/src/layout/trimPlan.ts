/**
 * The trim plan: blanks cut from sheets on a trimmer, every cut straight from edge to edge of what is in hand.
 *
 *   ┌────────────┬────┐      A cut takes a strip off what is in hand; the strip and the rest are cut on in the same way.
 *   │  blank 1   │    │      What is left over without a blank in it is an offcut. Where blanks of one size fill a
 *   ├────────────┤off-│      rectangle, the plan tries the first cut at either side of the blank along either axis and
 *   │  blank 2   │cut │      keeps what gives the most blanks, then the largest offcut: two-dimensional guillotine
 *   └────────────┴────┘      cutting by dynamic programming (Gilmore and Gomory, Operations Research 13, 1965).
 */
import { fitsIn } from "../geometry/fit.ts";
import { turn } from "../geometry/point.ts";
import type { Material, Solution } from "../model/solution.ts";
import { takesPaper } from "../model/piece.ts";

/** mm across and up. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A rectangle of the sheet, mm from its lower left: a blank, an offcut, or cut on. */
export interface Part extends Size {
  readonly x: number;
  readonly y: number;
  /** id of the piece whose blank it is */
  readonly piece?: string;
  /** degrees the blank lies turned, where it only comes out of the sheet across its corner */
  readonly slant?: number;
  readonly cut?: { readonly along: "width" | "height"; readonly first: Part; readonly rest: Part };
}

/** So many sheets that are cut alike. */
export interface SheetGroup {
  readonly count: number;
  readonly root: Part;
}

/** A setting of the trimmer, and how often it is used before it is set anew. */
export interface TrimCut {
  /** mm taken off */
  readonly measure: number;
  /** the side that becomes shorter by it */
  readonly along: "width" | "height";
  readonly times: number;
  /** what is cut: the sheet itself and what is left of it, or strips that were cut off it, so many times */
  readonly of: "sheet" | "strip" | "piece";
}

/** A rest that is worth keeping, and how many of it there are. */
export interface Offcut extends Size {
  readonly count: number;
}

/** What one paper is cut into. */
export interface TrimPlan {
  /** the paper's name; the draft's own where it has none */
  readonly stock: string;
  readonly sheet: Size;
  readonly sheets: number;
  readonly groups: readonly SheetGroup[];
  readonly offcuts: readonly Offcut[];
  /** blanks that do not come out of the sheet */
  readonly left: readonly { readonly piece: string; readonly quantity: number }[];
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
/** Strips narrower than this (mm) are waste, no offcuts. */
const WORTH_KEEPING_MM = 15;

const same = (a: number, b: number): boolean => Math.abs(a - b) < SAME;

interface Cut {
  readonly along: "width" | "height";
  readonly at: number;
}

interface Best {
  readonly count: number;
  /** mm² of the largest offcut */
  readonly spare: number;
  readonly cut?: Cut;
}

const AXES = ["width", "height"] as const;
const across = (along: Cut["along"]): Cut["along"] => (along === "width" ? "height" : "width");

/** How many lengths up to `room` can be made up of whole ones of two lengths. */
function lengthsIn(room: number, a: number, b: number): number {
  let count = 0;
  for (let rest = room; rest >= 0; rest -= Math.max(a, b)) count += Math.floor(rest / Math.min(a, b)) + 1;
  return count;
}

/** Rows of blanks lying one way, and what is left of the part filled with rows lying the other way. */
interface Pattern {
  readonly count: number;
  readonly cut: Cut;
  /** mm² of the largest rest */
  readonly spare: number;
}

/** The best way to cut rectangles into blanks of one size; remembers every rectangle it has looked at. */
class Filling {
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

  private split(part: Size, { along, at }: Cut): readonly [Size, Size] {
    return [
      { ...part, [along]: at },
      { ...part, [along]: part[along] - at },
    ];
  }

  /** A side of the blank taken off, along either axis. */
  private cuts(part: Size): { readonly cut: Cut }[] {
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
          const cut: Cut = { along, at: rows > 0 ? a : b };
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
  cut(part: Part, piece: string, most: number): { readonly part: Part; readonly made: number } {
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

const fillings = new Map<string, Filling>();
const FILLINGS_KEPT = 60;
/** Whether a sheet asks for more tries than are made: rectangles that may have to be looked at, times rows in each. */
function isWithoutEnd({ width, height }: Size, sheet: Size): boolean {
  const rectangles = lengthsIn(sheet.width, width, height) * lengthsIn(sheet.height, width, height);
  const rows = (2 * (sheet.width + sheet.height)) / Math.min(width, height);
  return rectangles * (rows + 4) > MOST_TRIES;
}

/** The filling of a sheet with a blank, kept: the same blank is asked for again and again. */
function fillingOf({ width, height }: Size, sheet: Size): Filling {
  const inRows = isWithoutEnd({ width, height }, sheet);
  const key = `${width.toFixed(4)}/${height.toFixed(4)}/${String(inRows)}`;
  const known = fillings.get(key);
  if (known) return known;
  if (fillings.size >= FILLINGS_KEPT) fillings.clear();
  const filling = new Filling({ width, height }, inRows);
  fillings.set(key, filling);
  return filling;
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

const offcutsOf = (part: Part): Part[] =>
  part.cut ? [...offcutsOf(part.cut.first), ...offcutsOf(part.cut.rest)] : part.piece === undefined ? [part] : [];

/** Every blank of a sheet. */
export const blanksIn = (part: Part): Part[] =>
  part.cut ? [...blanksIn(part.cut.first), ...blanksIn(part.cut.rest)] : part.piece === undefined ? [] : [part];

const largestFirst = (a: Size, b: Size): number => b.width * b.height - a.width * a.height;

/** A sheet with blanks of one size cut from what is free in it, the largest free part first. */
function filled(
  root: Part,
  filling: Filling,
  piece: string,
  most: number,
): { readonly part: Part; readonly made: number } {
  let made = 0;
  const swapped = new Map<Part, Part>();
  for (const free of offcutsOf(root).sort(largestFirst)) {
    const done = filling.cut(free, piece, most - made);
    if (done.made > 0) swapped.set(free, done.part);
    made += done.made;
  }
  const rebuilt = (part: Part): Part =>
    swapped.get(part) ??
    (part.cut ? { ...part, cut: { ...part.cut, first: rebuilt(part.cut.first), rest: rebuilt(part.cut.rest) } } : part);
  return { part: rebuilt(root), made };
}

/** Takes so many blanks out of a group of like sheets: some are filled, one perhaps in part, the others stay as they were. */
function takeFrom(group: SheetGroup, filling: Filling, piece: string, wanted: number) {
  const each = offcutsOf(group.root).reduce((sum, free) => sum + filling.best(free).count, 0);
  if (each === 0 || wanted <= 0) return { groups: [group], made: 0 };
  const full = Math.min(group.count, Math.floor(wanted / each));
  // only what is wanted is laid out: a sheet may hold thousands
  const whole = full > 0 ? filled(group.root, filling, piece, each) : undefined;
  const over = wanted - full * each;
  const partly = over > 0 && full < group.count ? filled(group.root, filling, piece, over) : undefined;
  const groups = [
    ...(whole ? [{ count: full, root: whole.part }] : []),
    ...(partly ? [{ count: 1, root: partly.part }] : []),
    { count: group.count - full - (partly ? 1 : 0), root: group.root },
  ].filter((g) => g.count > 0);
  return { groups, made: full * each + (partly?.made ?? 0) };
}

/** The angle at which a blank lies across the sheet's corner, found by trying: to a tenth of a degree. */
function slantOf(blank: Size, sheet: Size): number {
  const over = (degrees: number): number => {
    const [c, s] = turn(degrees);
    const [wide, tall] = [blank.width * c + blank.height * s, blank.width * s + blank.height * c];
    return Math.max(wide - sheet.width, tall - sheet.height);
  };
  let best = 0;
  for (let tenth = 0; tenth <= 900; tenth += 1) if (over(tenth / 10) < over(best)) best = tenth / 10;
  return best;
}

interface Needed extends Size {
  readonly piece: string;
  readonly quantity: number;
}

/** Cuts all that one paper must give, large blanks first, small ones from what is left over where they can. */
function planFor(stock: string, sheet: Size, needed: readonly Needed[]): TrimPlan {
  let groups: SheetGroup[] = [];
  const left: { piece: string; quantity: number }[] = [];
  const bare: Part = { x: 0, y: 0, ...sheet };
  for (const { piece, quantity, ...blank } of [...needed].sort(largestFirst)) {
    const filling = fillingOf(blank, sheet);
    let wanted = quantity;
    groups = groups.flatMap((group) => {
      const taken = takeFrom(group, filling, piece, wanted);
      wanted -= taken.made;
      return taken.groups;
    });
    if (wanted === 0) continue;
    const each = filling.best(sheet).count;
    if (each > 0)
      groups.push(...takeFrom({ count: Math.ceil(wanted / each), root: bare }, filling, piece, wanted).groups);
    else if (fitsIn(blank.width, blank.height, sheet.width, sheet.height)) {
      const slant = slantOf(blank, sheet);
      groups.push({ count: wanted, root: { ...bare, piece, slant } });
    } else left.push({ piece, quantity: wanted });
  }
  return { stock, sheet, sheets: groups.reduce((sum, g) => sum + g.count, 0), groups, offcuts: counted(groups), left };
}

/** Offcuts worth keeping, like ones counted, the largest first. */
function counted(groups: readonly SheetGroup[]): Offcut[] {
  const found = new Map<string, Offcut>();
  for (const { count, root } of groups) {
    for (const { width, height } of offcutsOf(root)) {
      if (Math.min(width, height) < WORTH_KEEPING_MM) continue;
      const [long, short] = [Math.max(width, height), Math.min(width, height)];
      const key = `${long.toFixed(3)}/${short.toFixed(3)}`;
      found.set(key, { width: long, height: short, count: (found.get(key)?.count ?? 0) + count });
    }
  }
  return [...found.values()].sort(largestFirst);
}

/**
 * The cuts of a sheet in the order they are made: strips off what is in hand first, then each strip, so that the trimmer
 * is set anew as seldom as may be.
 */
export function cutsOf(root: Part): TrimCut[] {
  const cuts: TrimCut[] = [];
  const walk = ({ cut }: Part, depth: 0 | 1 | 2): void => {
    if (!cut) return;
    const { along, first, rest } = cut;
    const measure = first[along];
    const of = (["sheet", "strip", "piece"] as const)[depth];
    const last = cuts.at(-1);
    if (last && last.along === along && last.of === of && same(last.measure, measure))
      cuts[cuts.length - 1] = { ...last, times: last.times + 1 };
    else cuts.push({ measure, along, times: 1, of });
    walk(rest, depth);
    walk(first, depth === 0 ? 1 : 2);
  };
  walk(root, 0);
  return cuts;
}

/** One plan for each paper a solution needs, for the whole run; none where the maker has not said what sheet is in hand. */
export function trimPlans({ spec, pieces }: Pick<Solution, "spec" | "pieces">): TrimPlan[] {
  const { sheet, quantity } = spec;
  if (!sheet) return [];
  const papers = new Map<string, Needed[]>();
  const own = spec.stock.title ?? `${String(spec.stock.weight)} g/m²`;
  for (const piece of pieces) {
    if (!takesPaper(piece)) continue;
    const stock = piece.stock?.title ?? own;
    const needed = { ...piece.blank, piece: piece.id, quantity: piece.quantity * quantity };
    papers.set(stock, [...(papers.get(stock) ?? []), needed]);
  }
  const { width, height } = sheet;
  return [...papers].map(([stock, needed]) => planFor(stock, { width, height }, needed));
}

/** mm² of paper in one made thing: every blank that is not cut from another's waste. */
export const paperArea = ({ pieces }: Pick<Solution, "pieces">): number =>
  pieces.filter(takesPaper).reduce((sum, { blank, quantity }) => sum + blank.width * blank.height * quantity, 0);

/** Sheets for the whole run as entries of the cut list. Counted beside the solution: a drag need not wait for it. */
export const paperNeed = (solution: Pick<Solution, "spec" | "pieces">): Material[] =>
  trimPlans(solution)
    .filter((plan) => plan.sheets > 0)
    .map(({ sheets, sheet, stock }) => ({ item: "Sheets", code: "sheet", quantity: sheets, size: sheet, stock }));
