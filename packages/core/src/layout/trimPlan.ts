/**
 * The trim plan: blanks cut from sheets on a trimmer, every cut straight from edge to edge of what is in hand.
 *
 *   ┌────────────┬────┐      A cut takes a strip off what is in hand; the strip and the rest are cut on in the same way.
 *   │  blank 1   │    │      What is left over without a blank in it is an offcut. How blanks of one size fill a part of
 *   ├────────────┤off-│      a sheet is `filling.ts`; here large blanks come first, and small ones from what those leave.
 *   │  blank 2   │cut │
 *   └────────────┴────┘
 */
import type { Size } from "../geometry/point.ts";
import { lieOn } from "../paper/onSheet.ts";
import { type Piece, takesPaper } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import type { Stock } from "../model/spec.ts";
import { type Cutting, type Filling, fillingOf, same } from "./filling.ts";

/** So many sheets that are cut alike. */
export interface SheetGroup {
  readonly count: number;
  readonly root: Cutting;
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

/** Strips narrower than this (mm) are waste, no offcuts. */
export const WORTH_KEEPING_MM = 15;

/** Every part of a sheet that is left over. */
export const offcutsOf = (part: Cutting): Cutting[] =>
  part.cut ? [...offcutsOf(part.cut.first), ...offcutsOf(part.cut.rest)] : part.piece === undefined ? [part] : [];

/** Every blank of a sheet. */
export const blanksIn = (part: Cutting): Cutting[] =>
  part.cut ? [...blanksIn(part.cut.first), ...blanksIn(part.cut.rest)] : part.piece === undefined ? [] : [part];

const largestFirst = (a: Size, b: Size): number => b.width * b.height - a.width * a.height;

/** A sheet with blanks of one size cut from what is free in it, the largest free part first. */
function filled(
  root: Cutting,
  filling: Filling,
  piece: string,
  most: number,
): { readonly part: Cutting; readonly made: number } {
  let made = 0;
  const swapped = new Map<Cutting, Cutting>();
  for (const free of offcutsOf(root).sort(largestFirst)) {
    const done = filling.cut(free, piece, most - made);
    if (done.made > 0) swapped.set(free, done.part);
    made += done.made;
  }
  const rebuilt = (part: Cutting): Cutting =>
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

interface Needed extends Size {
  readonly piece: string;
  readonly made: Piece;
  readonly quantity: number;
}

/** Cuts all that one paper must give, large blanks first, small ones from what is left over where they can. */
function planFor(stock: string, sheet: Size, needed: readonly Needed[]): TrimPlan {
  let groups: SheetGroup[] = [];
  const left: { piece: string; quantity: number }[] = [];
  const bare: Cutting = { x: 0, y: 0, ...sheet };
  for (const { piece, quantity, made, ...blank } of [...needed].sort(largestFirst)) {
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
    else {
      const slant = lieOn(made, sheet)?.turned;
      if (slant === undefined) left.push({ piece, quantity: wanted });
      else groups.push({ count: wanted, root: { ...bare, piece, slant } });
    }
  }
  return { stock, sheet, sheets: groups.reduce((sum, g) => sum + g.count, 0), groups, offcuts: counted(groups), left };
}

/** Rests worth keeping, like ones counted whichever way they lie, the largest first. */
export function likeRests(rests: readonly Offcut[]): Offcut[] {
  const found = new Map<string, Offcut>();
  for (const { width, height, count } of rests) {
    if (Math.min(width, height) < WORTH_KEEPING_MM) continue;
    const [long, short] = [Math.max(width, height), Math.min(width, height)];
    const key = `${long.toFixed(3)}/${short.toFixed(3)}`;
    found.set(key, { width: long, height: short, count: (found.get(key)?.count ?? 0) + count });
  }
  return [...found.values()].sort(largestFirst);
}

/** The rests of like sheets, as many times as there are of these. */
const counted = (groups: readonly SheetGroup[]): Offcut[] =>
  likeRests(
    groups.flatMap(({ count, root }) => offcutsOf(root).map(({ width, height }) => ({ width, height, count }))),
  );

/**
 * The cuts of a sheet in the order they are made: strips off what is in hand first, then each strip, so that the trimmer
 * is set anew as seldom as may be.
 */
export function cutsOf(root: Cutting): TrimCut[] {
  const cuts: TrimCut[] = [];
  const walk = ({ cut }: Cutting, depth: 0 | 1 | 2): void => {
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

/** What a paper is called: by its title, or its weight where it has none. */
export const stockName = ({ title, weight }: Stock): string => title ?? `${String(weight)} g/m²`;

/** One plan for each paper a solution needs, for the whole run; none where the maker has not said what sheet is in hand. */
export function trimPlans({ spec, pieces }: Pick<Drawing, "spec" | "pieces">): TrimPlan[] {
  const { sheet, quantity } = spec;
  if (!sheet) return [];
  const papers = new Map<string, Needed[]>();
  const own = stockName(spec.stock);
  for (const piece of pieces) {
    if (!takesPaper(piece)) continue;
    const stock = piece.stock?.title ?? own;
    const needed = { ...piece.blank, piece: piece.id, made: piece, quantity: piece.quantity * quantity };
    papers.set(stock, [...(papers.get(stock) ?? []), needed]);
  }
  const { width, height } = sheet;
  return [...papers].map(([stock, needed]) => planFor(stock, { width, height }, needed));
}
