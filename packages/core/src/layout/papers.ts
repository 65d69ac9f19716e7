/** A job as one table for each paper: which pieces are laid on which sheets, and what lies there already. */
import { outward } from "../geometry/outward.ts";
import { leastBox } from "../geometry/fit.ts";
import { boxAt, type Outlines, turnedRing } from "../geometry/noFit.ts";
import { areaOf, boundsOf } from "../geometry/path.ts";
import { direction, distance, type Size } from "../geometry/point.ts";
import type { FixedPlace, InHand, Layout, LayoutJob, Placement, Turning } from "../model/layout.ts";
import { type Piece, takesPaper } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import type { Grain, Stock } from "../model/spec.ts";
import { nth } from "../units/nth.ts";
import type { StraightBlank } from "./straight.ts";
import type { NestFixed, NestJob, NestPart, NestSheet } from "./table.ts";
import { stockName } from "./trimPlan.ts";

/** mm between pieces where the job does not say: what a knife's turn in a corner takes; a trimmer takes none. */
export const GAP_MM = { nest: 2, trim: 0 } as const;

/** A piece of an item, as it is laid. */
export interface LaidPart {
  readonly item: number;
  readonly piece: Piece;
  readonly outlines: Outlines;
  /** mm² of paper in one */
  readonly area: number;
  readonly copies: number;
  readonly turn: Turning;
  readonly grain: Grain | undefined;
  readonly group: NestPart["group"];
}

/** All that is laid on one paper. */
export interface Paper {
  readonly stock: string;
  readonly parts: readonly LaidPart[];
  /** what is in hand of it, in the order it is used; each side as far as a mat's cuttable area goes */
  readonly inHand: readonly InHand[];
  readonly sheets: readonly NestSheet[];
  readonly fixed: readonly NestFixed[];
}

const nameOf = (piece: Piece, { spec }: Pick<Drawing, "spec">): Stock => piece.stock ?? spec.stock;
/** Whether a name is that of a paper: by its preset, or as it is called. */
const isOf = (said: string | undefined, stock: Stock): boolean =>
  said === undefined || said === stock.preset || said === stockName(stock);

/** Half a quarter: a score that runs more upright than this runs along the height. */
const UPRIGHT = Math.SQRT1_2;

/** Which way the fibres of a piece should run: along its longest score, for with them paper folds best; else along its height. */
export function grainOf({ folds }: Pick<Piece, "folds">): Grain {
  const [longest] = [...folds].sort((a, b) => distance(b.from, b.to) - distance(a.from, a.to));
  return longest && Math.abs(direction(longest.from, longest.to)[1]) < UPRIGHT ? "width" : "height";
}

/** The polygons by which a piece is laid: all of its paper is in them. */
export const outlinesOf = ({ outline }: Pick<Piece, "outline">): Outlines => ({
  outers: outline.slice(0, 1).map((loop) => outward(loop)),
  holes: outline.slice(1).map((loop) => outward(loop, true)),
});

/** Paper in one piece: its outer line less its openings, mm². Their outlines may run either way. */
const trueArea = ({ outline }: Piece): number =>
  outline.reduce((sum, loop, i) => sum + (i === 0 ? 1 : -1) * Math.abs(areaOf(loop)), 0);

/** The parts of every item; what is bought, only where it is put somewhere. */
function partsOf(job: LayoutJob, drawings: readonly Pick<Drawing, "spec" | "pieces">[]) {
  return job.items.flatMap((item, i) => {
    const drawing = nth(drawings, i);
    const group = job.groups.findIndex(({ items }) => items.includes(i));
    const together = group < 0 ? undefined : { id: group, isBeside: nth(job.groups, group).isBeside };
    return drawing.pieces.flatMap((piece) => {
      const put = job.fixed.filter((f) => f.item === i && f.piece === piece.id);
      const isPut = piece.bought !== undefined && put.length > 0;
      if (!takesPaper(piece) && !isPut) return [];
      const part: LaidPart = {
        item: i,
        piece,
        outlines: outlinesOf(piece),
        area: trueArea(piece),
        copies: isPut ? put.length : piece.quantity * item.quantity,
        turn: item.turn ?? job.turn,
        grain: (item.grain ?? job.grain) ? grainOf(piece) : undefined,
        group: together,
      };
      return [{ stock: nameOf(piece, drawing), part }];
    });
  });
}

/** A sheet as far as it can be used: a mat's cuttable area, where it lies on one, lower left on lower left. */
const usable = ({ width, height, ...rest }: InHand, mat: Size | undefined): InHand => ({
  ...rest,
  width: mat ? Math.min(width, mat.width) : width,
  height: mat ? Math.min(height, mat.height) : height,
});

/** The tables of a job. Throws nothing: what lies on no sheet is left over, and told. */
export function papersOf(job: LayoutJob, drawings: readonly Pick<Drawing, "spec" | "pieces">[]): Paper[] {
  const byStock = new Map<string, { readonly stock: Stock; readonly parts: LaidPart[] }>();
  for (const { stock, part } of partsOf(job, drawings)) {
    if (!isOf(job.stock, stock)) continue;
    const name = stockName(stock);
    const known = byStock.get(name);
    if (known) known.parts.push(part);
    else byStock.set(name, { stock, parts: [part] });
  }
  return [...byStock].map(([name, { stock, parts }]) => {
    const fixed = fixedOn(job, parts);
    const copies = parts.reduce((sum, part) => sum + part.copies, 0);
    const most = fixed.reduce((last, { slot }) => Math.max(last, slot + 1), copies);
    const inHand = job.inHand.filter((hand) => isOf(hand.stock, stock)).map((hand) => usable(hand, job.mat));
    const sheets = inHand.map(({ width, height, count, grain, margin, offcut }) => ({
      ...{ width, height, grain },
      count: Math.min(count, most),
      margin: margin ?? job.margin,
      isOffcut: offcut,
    }));
    return { stock: name, parts, inHand, sheets, fixed };
  });
}

/** Where the sheets of a layout are among those of a paper, in the order they are used; −1 for one that is none of it. */
export function slotsIn({ sheets }: Layout, { stock, inHand, sheets: kinds }: Paper): number[] {
  const used = new Map<number, number>();
  return sheets.map(({ stock: of, from }) => {
    const kind = of === stock ? inHand.findIndex(({ id }) => id === from.id) : -1;
    const before = used.get(kind) ?? 0;
    used.set(kind, before + 1);
    if (kind < 0 || before >= nth(kinds, kind).count) return -1;
    return kinds.slice(0, kind).reduce((sum, { count }) => sum + count, before);
  });
}

/** The job with what is locked in a layout of it lying where it lies there. */
export function withLocked(
  job: LayoutJob,
  layout: Layout,
  drawings: readonly Pick<Drawing, "spec" | "pieces">[],
): LayoutJob {
  const slots = papersOf(job, drawings).map((paper) => slotsIn(layout, paper));
  const put = (p: Placement): boolean =>
    job.fixed.some((f) => f.item === p.item && f.piece === p.piece && f.copy === p.copy);
  const locked = layout.sheets.flatMap(({ placements }, i): FixedPlace[] => {
    const sheet = slots.map((paper) => nth(paper, i)).find((slot) => slot >= 0);
    if (sheet === undefined) return [];
    return placements
      .filter((p) => p.locked && !put(p))
      .map(({ item, piece, copy, x, y, rotation }) => ({ item, piece, copy, sheet, x, y, rotation, isByBox: false }));
  });
  return { ...job, fixed: [...job.fixed, ...locked] };
}

/** mm that a piece may be put past its sheet's edge: a hand's and a ruler's rounding. */
const PAST_MM = 0.05;

/** What is put on a sheet that is not there, or past the edge of one: its number among what is put, and how many sheets there are. */
interface PutOff {
  readonly fixed: number;
  readonly what: "sheet" | "place";
  readonly sheets: number;
}

/** All that is put where it cannot lie. */
export function putOff(job: LayoutJob, drawings: readonly Pick<Drawing, "spec" | "pieces">[]): PutOff[] {
  const papers = papersOf(job, drawings);
  return job.fixed.flatMap((put, fixed): PutOff[] => {
    const paper = papers.find(({ parts }) => parts.some((p) => p.item === put.item && p.piece.id === put.piece));
    // of a paper that is not laid nothing is wrong
    if (!paper) return [];
    const sheets = paper.inHand.flatMap(({ count, width, height }) =>
      Array.from({ length: Math.min(count, put.sheet + 1) }, () => ({ width, height })),
    );
    const sheet = sheets[put.sheet];
    if (!sheet) return [{ fixed, what: "sheet", sheets: sheets.length }];
    const [lying] = fixedOn({ ...job, fixed: [put], obstacles: [] }, paper.parts);
    const part = lying && typeof lying.part === "number" ? nth(paper.parts, lying.part) : undefined;
    if (!lying || !part) return [];
    const { left, bottom, right, top } = boxAt(part.outlines, lying.rotation);
    const isOn =
      lying.x + left > -PAST_MM &&
      lying.y + bottom > -PAST_MM &&
      lying.x + right < sheet.width + PAST_MM &&
      lying.y + top < sheet.height + PAST_MM;
    return isOn ? [] : [{ fixed, what: "place", sheets: sheets.length }];
  });
}

/** What lies where it was put, and what nothing may lie on. */
function fixedOn(job: LayoutJob, parts: readonly LaidPart[]): NestFixed[] {
  const put = [...job.fixed]
    .sort((a, b) => a.copy - b.copy)
    .flatMap(({ item, piece, sheet, x, y, rotation, isByBox }): NestFixed[] => {
      const part = parts.findIndex((p) => p.item === item && p.piece.id === piece);
      if (part < 0) return [];
      const { left, bottom } = boxAt(nth(parts, part).outlines, rotation);
      const [dx, dy] = isByBox ? [left, bottom] : [0, 0];
      return [{ part, slot: sheet, x: x - dx, y: y - dy, rotation }];
    });
  const kept = job.obstacles.map(({ width, height, sheet, x, y, rotation }) => ({
    ...{ part: { width, height }, slot: sheet },
    ...{ x, y, rotation },
  }));
  return [...put, ...kept];
}

/** The table that is searched. */
export const nestJobOf = ({ parts, sheets, fixed }: Paper, { gap, seed }: LayoutJob): NestJob => ({
  parts: parts.map(({ outlines, copies, turn, grain, group }) => ({ outlines, copies, turn, grain, group })),
  sheets,
  gap: gap ?? GAP_MM.nest,
  seed,
  fixed,
});

/** A blank for straight cuts: its own, or the least rectangle round its outline, and how the piece lies turned on that. */
export interface Blanked extends StraightBlank {
  /** degrees the piece is turned, and where its lower left is then, from its origin */
  readonly turned: number;
  readonly corner: { readonly x: number; readonly y: number };
}

/** A slant must save so much of the blank: hands prefer to measure along its edges. */
const WORTH_A_SLANT = 0.95;

/** The blanks of a paper; with slants, the least rectangles where they are less and nothing is measured along the blank. */
export const blanksOf = ({ parts }: Paper, withSlants: boolean): Blanked[] =>
  parts.map(({ piece, outlines, copies, turn, grain }): Blanked => {
    const turns = turn !== "none" && turn !== "half";
    const { width, height } = piece.blank;
    const upright = { width, height, copies, turns, grain, turned: 0, corner: { x: 0, y: 0 } };
    // what is punched is measured from the square it is punched in; what keeps its grain lies square
    if (!withSlants || turn !== "any" || grain !== undefined || piece.laid.rotation % 90 !== 0) return upright;
    const points = outlines.outers.flat();
    const least = leastBox(points);
    if (least.width * least.height > WORTH_A_SLANT * width * height) return upright;
    const { left, bottom } = boundsOf(turnedRing(points, least.turned));
    return {
      ...upright,
      width: least.width,
      height: least.height,
      turned: least.turned,
      corner: { x: left, y: bottom },
    };
  });
