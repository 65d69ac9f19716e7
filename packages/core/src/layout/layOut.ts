/**
 * Everything of a job laid out, paper by paper: straight cuts first, which are there at once, then free nesting, better and better.
 * Stopped at any moment it has a sound layout.
 */
import { smallestSheet } from "../catalogue/papers.ts";
import { fitAngle, leastBox } from "../geometry/fit.ts";
import { boxAt } from "../geometry/noFit.ts";
import { boundsOf } from "../geometry/path.ts";
import type { Size } from "../geometry/point.ts";
import {
  type Cell,
  type CutCell,
  type LaidSheet,
  LAP_MM,
  type Layout,
  type LayoutJob,
  type LeftOver,
  type PaperTaken,
  type Placement,
  type Stopped,
} from "../model/layout.ts";
import type { Drawing } from "../model/solution.ts";
import { nth } from "../units/nth.ts";
import { areaBound } from "./bound.ts";
import { Nest } from "./nest.ts";
import {
  type Blanked,
  blanksOf,
  GAP_MM,
  type LaidPart,
  nestJobOf,
  type Paper,
  papersOf,
  slotsIn,
  withLocked,
} from "./papers.ts";
import { spareOf } from "./spare.ts";
import { blankCells, freeCells, type StraightCell, type StraightPlan, straightPlans } from "./straight.ts";
import { anglesOf, type NestPart, type NestPlace, type NestSheet, Table } from "./table.ts";
import { WORTH_KEEPING_MM } from "./trimPlan.ts";
import { UNLAID } from "./worth.ts";

/** A plan by straight cuts, and the blanks it was made of. */
interface Trimmed {
  readonly plan: StraightPlan;
  readonly blanks: readonly Blanked[];
}

/** Where copies lie, whatever laid them. */
type Places = readonly NestPlace[];

/** Where a blank's piece lies in its cell: its origin, and how it is turned. */
function placeIn(cell: StraightCell, { turned, corner, height }: Blanked): Pick<NestPlace, "x" | "y" | "rotation"> {
  if (cell.isTurned !== true) return { x: cell.x - corner.x, y: cell.y - corner.y, rotation: turned };
  // a quarter more: what was on top lies at the left
  return { x: cell.x + corner.y + height, y: cell.y - corner.x, rotation: turned + 90 };
}

/** A plan by straight cuts as places. */
function placesOf({ plan, blanks }: Trimmed): NestPlace[] {
  const copies = new Map<number, number>();
  return plan.sheets.flatMap(({ slot, root }) =>
    blankCells(root).map((cell) => {
      const part = cell.blank as number;
      const copy = copies.get(part) ?? 0;
      copies.set(part, copy + 1);
      return { part, copy, slot, ...placeIn(cell, nth(blanks, part)) };
    }),
  );
}

/** The state of one paper: its plan by straight cuts, and its nesting. */
class OnePaper {
  readonly paper: Paper;
  trimmed: Trimmed | undefined;
  nest: Nest | undefined;
  private readonly job: LayoutJob;
  private readonly start: Places;

  /** @param start what is gone on from; nothing where it is none of this paper's */
  constructor(paper: Paper, job: LayoutJob, start: Places = []) {
    this.paper = paper;
    this.job = job;
    this.start = start;
  }

  /** The best plan by straight cuts with so much between blanks. What lies somewhere already is not cut round: none then. */
  private *straight(gap: number): Generator<void, Trimmed | undefined> {
    if (this.paper.fixed.length > 0 || this.job.groups.length > 0) return undefined;
    let best: Trimmed | undefined;
    for (const withSlants of [false, true]) {
      const blanks = blanksOf(this.paper, withSlants);
      if (withSlants && blanks.every(({ turned }) => turned === 0)) break;
      for (const plan of straightPlans(blanks, this.paper.sheets, gap, this.job.seed)) {
        // a slant is measured less easily: it must save a sheet
        if (plan && (!best || (withSlants ? plan.worth < best.plan.worth - 0.5 : plan.worth < best.plan.worth)))
          best = { plan, blanks };
        yield;
      }
    }
    return best;
  }

  *trim(): Generator<void> {
    this.trimmed = yield* this.straight(this.job.gap ?? GAP_MM.trim);
  }

  /** Nests; yields often, with true where it has become better. */
  *run(effort: number): Generator<boolean> {
    const { job, paper } = this;
    const gap = job.gap ?? GAP_MM.nest;
    let start = gap === (job.gap ?? GAP_MM.trim) ? this.trimmed : undefined;
    if (!start && this.start.length === 0) {
      const search = this.straight(gap);
      for (let step = search.next(); ; step = search.next()) {
        if (step.done) {
          start = step.value;
          break;
        }
        yield false;
      }
    }
    const begin = this.start.length > 0 ? this.start : start && placesOf(start);
    const nest = new Nest({ ...nestJobOf(paper, job), ...(begin && { start: begin }) });
    this.nest = nest;
    let worth = Infinity;
    for (const _ of nest.run(effort)) {
      yield nest.worth < worth;
      worth = nest.worth;
    }
    yield nest.worth < worth;
  }
}

/** A search for a layout: driven step by step, by effort or by a clock, and stopped at any time. */
export class LayingOut {
  private readonly job: LayoutJob;
  private readonly papers: readonly OnePaper[];

  /**
   * @param drawings one for each item, with a piece for every name
   * @param start a layout of the same job that is gone on from: what is locked in it stays, and if it is sound it is never made worse
   */
  constructor(given: LayoutJob, drawings: readonly Pick<Drawing, "spec" | "pieces">[], start?: Layout) {
    const job = start ? withLocked(given, start, drawings) : given;
    this.job = job;
    this.papers = papersOf(job, drawings).map(
      (paper) => new OnePaper(paper, job, start && placesFrom(start, paper, job)),
    );
  }

  /** Searches; yields often, with true where the layout has become better. */
  *run(): Generator<boolean> {
    const { job, papers } = this;
    for (const one of papers) for (const _ of one.trim()) yield false;
    if (job.kind === "trim") {
      yield true;
      return;
    }
    if (this.isThere) yield true;
    const effort = (job.effort ?? Infinity) / Math.max(1, papers.length);
    // by turns, so that whoever stops has something of each
    let going = papers.map((one) => one.run(effort));
    while (going.length > 0) {
      const still: typeof going = [];
      for (const one of going) {
        const step = one.next();
        if (step.done) continue;
        yield step.value;
        still.push(one);
      }
      going = still;
    }
  }

  /** Whether there is a layout of every paper by now. */
  get isThere(): boolean {
    return this.papers.every(({ nest, trimmed }) => nest?.best ?? trimmed);
  }

  /** What the best nesting comes to, as `worthOf` has it, all papers together. */
  worth(): number {
    return this.papers.reduce((sum, { nest }) => sum + (nest && nest.worth < Infinity ? nest.worth : 0), 0);
  }

  /** Looks that were taken. */
  get steps(): number {
    return this.papers.reduce((sum, { nest }) => sum + (nest?.table.looks ?? 0), 0);
  }

  /** The layout by straight cuts; undefined where there is none. */
  trim(stopped: Stopped): Layout | undefined {
    if (!this.papers.every(({ trimmed }) => trimmed)) return undefined;
    return this.layout("trim", stopped, ({ trimmed }) => (trimmed ? placesOf(trimmed) : []));
  }

  /** The best layout by nesting so far: straight cuts where a paper has come no further. Undefined before there is any. */
  nested(stopped: Stopped): Layout | undefined {
    const places = ({ nest, trimmed }: OnePaper): Places | undefined =>
      nest?.best ? nest.places() : trimmed && placesOf(trimmed);
    if (this.papers.some((one) => places(one) === undefined)) return undefined;
    return this.layout("nest", stopped, (one) => places(one) ?? []);
  }

  private layout(kind: "trim" | "nest", stopped: Stopped, of: (one: OnePaper) => Places): Layout {
    const laid = this.papers.map((one) => laidOn(one, kind, of(one), this.job));
    const numbered = laid
      .flatMap(({ sheets }) => sheets)
      .map((sheet, i) => ({ ...sheet, id: `sheet-${String(i + 1)}` }));
    const papers = laid.map(({ taken }) => taken);
    const sum = (key: "bound" | "proved"): number => papers.reduce((total, paper) => total + paper[key], 0);
    return {
      ...{ kind, sheets: numbered, left: laid.flatMap(({ left }) => left), papers },
      ...{ bound: sum("bound"), proved: sum("proved"), seed: this.job.seed, steps: this.steps, stopped },
    };
  }
}

/** The numbers copies have: those that were put somewhere have their own, the others what is left. */
function copyNumbers(job: LayoutJob, { item, piece, copies }: LaidPart): number[] {
  const put = job.fixed
    .filter((f) => f.item === item && f.piece === piece.id)
    .map(({ copy }) => copy)
    .sort((a, b) => a - b);
  const others = Array.from({ length: copies }, (_, i) => i + 1).filter((n) => !put.includes(n));
  return [...put, ...others];
}

/** A layout's places on one paper, as a search has them, but for what is put; none where it is of another job. */
function placesFrom(layout: Layout, paper: Paper, job: LayoutJob): NestPlace[] {
  const numbers = paper.parts.map((part) => copyNumbers(job, part));
  const slots = slotsIn(layout, paper);
  const places = layout.sheets.flatMap(({ stock, placements }, i): (NestPlace | undefined)[] => {
    if (stock !== paper.stock) return [];
    const slot = nth(slots, i);
    return placements
      .filter((p) => !isPut(job, p))
      .map(({ item, piece, copy, x, y, rotation }) => {
        const part = paper.parts.findIndex((p) => p.item === item && p.piece.id === piece);
        const number = numbers[part]?.indexOf(copy) ?? -1;
        return number < 0 || slot < 0 ? undefined : { part, copy: number, slot, x, y, rotation };
      });
  });
  return places.every((place) => place !== undefined) ? places : [];
}

const isPut = ({ fixed }: LayoutJob, { item, piece, copy }: Placement): boolean =>
  fixed.some((f) => f.item === item && f.piece === piece && f.copy === copy);

/** One paper's sheets, what is left over, and what it takes. */
function laidOn(one: OnePaper, kind: "trim" | "nest", places: Places, job: LayoutJob) {
  const { paper, nest, trimmed } = one;
  const numbers = paper.parts.map((part) => copyNumbers(job, part));
  const slots = [...new Set(places.map(({ slot }) => slot))].sort((a, b) => a - b);
  const sheetOf = (slot: number): number => {
    let first = 0;
    return paper.sheets.findIndex(({ count }) => slot < (first += count));
  };
  const sheets = slots.map((slot): LaidSheet => {
    const hand = nth(paper.inHand, sheetOf(slot));
    const { width, height } = hand;
    const lying = places.filter((place) => place.slot === slot);
    const placements = lying.map(({ part, copy, x, y, rotation }): Placement => {
      const { item, piece } = nth(paper.parts, part);
      const isLocked = nest?.table.isFixed(part, copy) === true;
      return {
        ...{ item, piece: piece.id, copy: nth(nth(numbers, part), copy), name: piece.name, x, y, rotation },
        ...(isLocked && { locked: true as const }),
      };
    });
    const area = lying.reduce((sum, { part }) => sum + nth(paper.parts, part).area, 0);
    const root = kind === "trim" ? trimmed?.plan.sheets.find((s) => s.slot === slot)?.root : undefined;
    const boxes = (): Cell[] => lying.map((place) => boxOf(nth(paper.parts, place.part), place));
    const cuts = root && trimmed && cutCell(root, paper, trimmed.blanks);
    return {
      ...{ id: "", stock: paper.stock, width, height, placements },
      from: { id: hand.id, offcut: hand.offcut, ...(job.mat && { mat: job.mat.id }) },
      used: area / (width * height),
      keep: root ? keptOf(root) : spareOf({ width, height }, boxes()),
      ...(cuts && { cuts }),
    };
  });
  const whole = sheets.filter(({ from }) => !from.offcut).length;
  const bound = nest ? areaBound(nest.table) : areaBound(new Table(nestJobOf(paper, job)));
  const taken: PaperTaken = { stock: paper.stock, sheets: whole, bound, proved: Math.max(bound, nest?.proved ?? 0) };
  return { sheets, taken, left: leftOf(paper, places, job) };
}

/** The upright box of a piece as it lies. */
function boxOf({ outlines }: LaidPart, { x, y, rotation }: NestPlace): Cell {
  const { left, bottom, right, top } = boxAt(outlines, rotation);
  return { x: x + left, y: y + bottom, width: right - left, height: top - bottom };
}

const keptOf = (root: StraightCell): Cell[] =>
  freeCells(root)
    .filter(({ width, height }) => Math.min(width, height) >= WORTH_KEEPING_MM)
    .map(({ x, y, width, height }) => ({ x, y, width, height }))
    .sort((a, b) => b.width * b.height - a.width * a.height);

/** A tree of cuts with the pieces' own names. */
function cutCell(cell: StraightCell, paper: Paper, blanks: readonly Blanked[]): CutCell {
  const { x, y, width, height, cut, blank, isTurned } = cell;
  const at = { x, y, width, height };
  if (cut) {
    const { along, first, rest } = cut;
    return { ...at, cut: { along, first: cutCell(first, paper, blanks), rest: cutCell(rest, paper, blanks) } };
  }
  if (blank === undefined) return at;
  const { item, piece } = nth(paper.parts, blank);
  return { ...at, item, piece: piece.id, turned: nth(blanks, blank).turned + (isTurned === true ? 90 : 0) };
}

/** What no place was found for, and why. */
function leftOf({ parts, sheets, fixed }: Paper, places: Places, job: LayoutJob): LeftOver[] {
  return parts.flatMap((part, k): LeftOver[] => {
    const laid = places.filter((place) => place.part === k).length;
    const copies = part.copies - laid;
    if (copies <= 0) return [];
    const { item, piece } = part;
    const isPut = fixed.some((f) => f.part === k);
    const reason = reasonFor(part, sheets, places, isPut);
    return [{ item, piece: piece.id, copies, reason, needs: needsOf(part, sheets, job) }];
  });
}

const asNest = ({ outlines, copies, turn, grain }: LaidPart): NestPart => ({ outlines, copies, turn, grain });

function reasonFor(part: LaidPart, sheets: readonly NestSheet[], places: Places, isPut: boolean): LeftOver["reason"] {
  const fits = (change: Partial<NestPart>): boolean => anglesOf({ ...asNest(part), ...change }, sheets).length > 0;
  const all = sheets.reduce((sum, { count }) => sum + count, 0);
  if (fits({})) {
    // a group that finds no sheet while there are empty ones is too large together
    const used = new Set(places.map(({ slot }) => slot)).size;
    return part.group && used < all && !isPut ? "group-too-large" : "no-sheet-left";
  }
  if (sheets.length === 0) return "no-sheet-left";
  if (part.grain !== undefined && fits({ grain: undefined })) return "grain";
  return fits({ turn: "any", grain: undefined }) ? "only-turned" : "too-large";
}

/** The least sheet that would do, the smallest that is sold which does, and how the piece would lie on it. */
function needsOf(part: LaidPart, sheets: readonly NestSheet[], job: LayoutJob): LeftOver["needs"] {
  const points = part.outlines.outers.flat();
  const upright = boundsOf(points);
  const box: Size =
    part.turn === "any" && part.grain === undefined
      ? leastBox(points)
      : { width: upright.right - upright.left, height: upright.top - upright.bottom };
  const [short, long] = [Math.min(box.width, box.height), Math.max(box.width, box.height)];
  const margin = 2 * Math.max(job.margin, ...sheets.map((s) => s.margin));
  // no sheet is used further than its mat goes
  const onMat = ({ width, height }: Size): Size => ({
    width: Math.min(width, job.mat?.width ?? width),
    height: Math.min(height, job.mat?.height ?? height),
  });
  const serves = (sheet: Size): boolean =>
    anglesOf(asNest(part), [{ ...onMat(sheet), count: 1, margin: margin / 2, isOffcut: false }]).length > 0;
  const sold = smallestSheet(serves, job.units);
  const isStraight =
    sold &&
    anglesOf({ ...asNest(part), turn: "quarter" }, [{ ...sold, count: 1, margin: margin / 2, isOffcut: false }])
      .length > 0;
  const angle =
    sold && !isStraight ? fitAngle(points, { width: sold.width - margin, height: sold.height - margin }) : undefined;
  const split = splitOf(short, long, sheets);
  return {
    ...{ width: short + margin, height: long + margin },
    ...(job.mat && !sold && { pastMat: true as const }),
    ...(sold && { sheet: sold.id }),
    ...(angle !== undefined && { angle }),
    ...(split && { split }),
  };
}

/** More parts than this nobody glues together. */
const MOST_PARTS = 6;

/** Of how few parts a piece of these sides (mm) comes out of the sheets, cut across its long side; undefined for whole, or for none. */
function splitOf(short: number, long: number, sheets: readonly NestSheet[]): LeftOver["needs"]["split"] {
  for (let parts = 1; parts <= MOST_PARTS; parts += 1) {
    const part = (long + (parts - 1) * LAP_MM) / parts;
    const [width, height] = [Math.min(short, part), Math.max(short, part)];
    const comesOut = sheets.some((sheet) => {
      const [a, b] = [sheet.width - 2 * sheet.margin, sheet.height - 2 * sheet.margin];
      return width <= Math.min(a, b) && height <= Math.max(a, b);
    });
    if (comesOut) return parts === 1 ? undefined : { parts, width, height };
  }
  return undefined;
}

/** Which of two layouts takes less paper: copies not laid weigh most, then whole sheets, then the less cut of equals. */
export function lessPaper(a: Layout, b: Layout): Layout {
  const worth = ({ left, papers }: Layout): number =>
    left.reduce((sum, { copies }) => sum + copies, 0) * UNLAID + papers.reduce((sum, { sheets }) => sum + sheets, 0);
  return worth(b) < worth(a) ? b : a;
}
