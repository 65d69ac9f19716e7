/**
 * A piece moved by hand: when it is taken hold of, or turned, all places it may have are put together once. From then on a place is
 * a point among edges, whatever the outlines are: free or not, and where the nearest place is at which it touches something.
 *
 *   ┌───────────────────────────┐      The room its origin has on the sheet, less the no-fit polygon of each piece that lies
 *   │   ╭─────╮                 │      there. An edge of what is left is where the piece touches one thing, a corner where it
 *   │   │ no  │  may be    ┌────┤      touches two.
 *   │   ╰─────╯            │ no │
 *   └──────────────────────┴────┘
 */
import Flatbush from "flatbush";
import { cutAway, type Rings, unionOf } from "../geometry/areas.ts";
import { Depths } from "../geometry/depth.ts";
import { boxAt, noFit, type Outlines, turnedRing } from "../geometry/noFit.ts";
import type { Bounds } from "../geometry/path.ts";
import type { Point, Size } from "../geometry/point.ts";
import type { LaidSheet, Placement } from "../model/layout.ts";
import { spareOf } from "./spare.ts";
import { TOUCH_MM, withGap } from "./table.ts";

/** Where a piece lies: its outlines about their own origin, turned anticlockwise by degrees, then moved; mm. */
export interface Lying {
  readonly outlines: Outlines;
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
}

/** Where a hand that is at a place puts the piece. */
export interface Put {
  readonly x: number;
  readonly y: number;
  /** it lies on the sheet and in nothing */
  readonly isFree: boolean;
  /** what it was drawn to: something it touches, or a line that others have */
  readonly by?: "contact" | "line";
}

/** mm by which a place may lie past the room by rounding alone. */
const NOISE_MM = 1e-6;
/** mm of room that a piece is given that fits exactly. */
const HAIR_MM = 0.01;

const grownOnce = new WeakMap<Outlines, Map<number, Outlines>>();
function grownFor(outlines: Outlines, gap: number): Outlines {
  const known = grownOnce.get(outlines) ?? new Map<number, Outlines>();
  grownOnce.set(outlines, known);
  const made = known.get(gap) ?? withGap(outlines, gap);
  known.set(gap, made);
  return made;
}
const turnedOutlines = ({ outers, holes }: Outlines, degrees: number): Outlines => {
  const turned = (rings: Rings): Rings => rings.map((ring) => turnedRing(ring, degrees));
  return { outers: turned(outers), holes: turned(holes) };
};
/** A piece in the hand, over a sheet with what lies there. */
export class Hand {
  private readonly room: Bounds;
  private readonly others: readonly { readonly depths: Depths; readonly lying: Lying }[];
  /** x y x y of each edge of the free area */
  private readonly edges: Float64Array;
  private readonly index: Flatbush | undefined;
  /** lines that edges and middles of others have, as places of this one's origin */
  private readonly lines: { readonly x: readonly number[]; readonly y: readonly number[] };

  /**
   * @param held what is moved, at the angle it is moved at
   * @param lying what lies on the sheet, without it
   * @param gap mm between two pieces, and `margin` mm to the sheet's edge
   */
  constructor(
    held: Pick<Lying, "outlines" | "rotation">,
    lying: readonly Lying[],
    sheet: Size,
    gap: number,
    margin: number,
  ) {
    const own = boxAt(held.outlines, held.rotation);
    this.room = {
      left: margin - own.left,
      bottom: margin - own.bottom,
      right: sheet.width - margin - own.right,
      top: sheet.height - margin - own.top,
    };
    const grown = turnedOutlines(grownFor(held.outlines, gap), held.rotation);
    const polygons = lying.map((one) => noFit(turnedOutlines(grownFor(one.outlines, gap), one.rotation), grown));
    this.others = lying.map((one, i) => ({ lying: one, depths: new Depths(polygons[i] ?? []) }));
    const free = this.freeArea(polygons);
    this.edges = Float64Array.from(
      free.flatMap((ring) => ring.flatMap((p, i) => [...p, ...(ring[i + 1] ?? ring[0] ?? p)])),
    );
    this.index = indexOf(this.edges);
    this.lines = linesOf(own, lying);
  }

  private freeArea(polygons: readonly Rings[]): Rings {
    const { left, bottom, right, top } = this.room;
    if (right < left - NOISE_MM || top < bottom - NOISE_MM) return [];
    // what just fits has a line of places and no area: it is given a hair of it
    const across = right - left < HAIR_MM ? HAIR_MM : 0;
    const up = top - bottom < HAIR_MM ? HAIR_MM : 0;
    const taken = polygons.flatMap((rings, i) => {
      const { x, y } = this.others[i]?.lying ?? { x: 0, y: 0 };
      return rings.map((ring) => ring.map(([px, py]): Point => [px + x, py + y]));
    });
    const room: Rings = [
      [
        [left, bottom],
        [right + across, bottom],
        [right + across, top + up],
        [left, top + up],
      ],
    ];
    const within = ([x, y]: Point): Point => [Math.max(left, Math.min(right, x)), Math.max(bottom, Math.min(top, y))];
    return cutAway(room, unionOf(taken)).map((ring) => ring.map(within));
  }

  /** Numbers of what the piece lies in, or nearer to than the gap, were it at a place. */
  meets(x: number, y: number): number[] {
    return this.others.flatMap(({ depths, lying }, i) =>
      depths.isDeeper(x - lying.x, y - lying.y, 2 * TOUCH_MM) ? [i] : [],
    );
  }

  /** Whether the piece may lie at a place. */
  isFree(x: number, y: number): boolean {
    const { left, bottom, right, top } = this.room;
    const isOn = x >= left - NOISE_MM && x <= right + NOISE_MM && y >= bottom - NOISE_MM && y <= top + NOISE_MM;
    return isOn && this.meets(x, y).length === 0;
  }

  /** The nearest place at which it touches something, and whether two things; undefined where none is within so many mm. */
  private touching(x: number, y: number, pull: number): { readonly x: number; readonly y: number } | undefined {
    const { edges } = this;
    let best: { x: number; y: number; off: number } | undefined;
    for (const n of this.index?.search(x - pull, y - pull, x + pull, y + pull) ?? []) {
      const k = n * 4;
      const [ax, ay] = [edges[k] as number, edges[k + 1] as number];
      const [dx, dy] = [(edges[k + 2] as number) - ax, (edges[k + 3] as number) - ay];
      const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
      const [px, py] = [ax + t * dx, ay + t * dy];
      const off = Math.hypot(x - px, y - py);
      if (off <= pull && (!best || off < best.off)) best = { x: px, y: py, off };
    }
    if (!best) return undefined;
    // a corner, where it touches two things, draws from the edges round it
    const reach = pull / 4;
    const { x: bx, y: by } = best;
    for (const n of this.index?.search(bx - reach, by - reach, bx + reach, by + reach) ?? [])
      for (const k of [n * 4, n * 4 + 2]) {
        const [cx, cy] = [edges[k] as number, edges[k + 1] as number];
        if (Math.hypot(cx - bx, cy - by) < reach) return { x: cx, y: cy };
      }
    return best;
  }

  /** The nearest of some lines; undefined where none is within so many mm. */
  private static nearest(lines: readonly number[], at: number, pull: number): number | undefined {
    const found = lines.reduce((best, v) => (Math.abs(v - at) < Math.abs(best - at) ? v : best), Infinity);
    return Math.abs(found - at) <= pull ? found : undefined;
  }

  /**
   * Where it goes for a hand at a place: to where it touches within `pull` mm, else into line with others within half of that; where
   * it lies in something, out of it if there is a place within `pull`.
   */
  at(x: number, y: number, pull: number): Put {
    const touch = this.touching(x, y, pull);
    if (touch) return { ...touch, isFree: true, by: "contact" };
    const [inLineX, inLineY] = [Hand.nearest(this.lines.x, x, pull / 2), Hand.nearest(this.lines.y, y, pull / 2)];
    const [px, py] = [inLineX ?? x, inLineY ?? y];
    if ((inLineX !== undefined || inLineY !== undefined) && this.isFree(px, py))
      return { x: px, y: py, isFree: true, by: "line" };
    return { x, y, isFree: this.isFree(x, y) };
  }

  /**
   * The next place along an axis at which it touches something: for an arrow key with Shift. From where it is free it goes as far
   * as it may; from within something to where it is out of it.
   * @returns where it comes to; where it was if there is nothing that way
   */
  next(x: number, y: number, axis: "x" | "y", by: 1 | -1): { readonly x: number; readonly y: number } {
    const { edges } = this;
    const { left, bottom, right, top } = this.room;
    const at = axis === "x" ? x : y;
    const end = axis === "x" ? (by > 0 ? right : left) : by > 0 ? top : bottom;
    const [low, high] = [Math.min(at, end), Math.max(at, end)];
    const found = axis === "x" ? this.index?.search(low, y, high, y) : this.index?.search(x, low, x, high);
    const crossings = (found ?? []).flatMap((n) => {
      const k = n * 4;
      const [ax, ay, bx, by2] = [edges[k], edges[k + 1], edges[k + 2], edges[k + 3]] as [
        number,
        number,
        number,
        number,
      ];
      const [from, to, across, over, other] = axis === "x" ? [ay, by2, y, ax, bx] : [ax, bx, x, ay, by2];
      if (from === to) return from === across ? [over, other] : [];
      const t = (across - from) / (to - from);
      return t >= 0 && t <= 1 ? [over + t * (other - over)] : [];
    });
    const beyond = crossings.filter((v) => (v - at) * by > TOUCH_MM).sort((a, b) => (a - b) * by);
    const [next] = beyond;
    if (next === undefined) return { x, y };
    return axis === "x" ? { x: next, y } : { x, y: next };
  }
}

/** Where the origin of a piece comes to when it is turned to another angle about the middle of its box. */
export function turnedAbout(
  { outlines, x, y, rotation }: Lying,
  to: number,
): { readonly x: number; readonly y: number } {
  const [was, is] = [boxAt(outlines, rotation), boxAt(outlines, to)];
  return {
    x: x + (was.left + was.right - is.left - is.right) / 2,
    y: y + (was.bottom + was.top - is.bottom - is.top) / 2,
  };
}

/**
 * A sheet on which one copy has been moved: it is locked there, what is left over is looked for anew, and straight cuts are none any
 * more.
 * @param outlinesOf the outlines of what is placed
 */
export function moved(
  { cuts: _cuts, ...sheet }: LaidSheet,
  copy: Placement,
  to: Pick<Placement, "x" | "y" | "rotation">,
  outlinesOf: (placement: Placement) => Outlines | undefined,
): LaidSheet {
  const placements = sheet.placements.map((p) => (p === copy ? { ...p, ...to, locked: true as const } : p));
  const boxes = placements.flatMap((placement) => {
    const outlines = outlinesOf(placement);
    if (!outlines) return [];
    const { x, y, rotation } = placement;
    const { left, bottom, right, top } = boxAt(outlines, rotation);
    return [{ x: x + left, y: y + bottom, width: right - left, height: top - bottom }];
  });
  return { ...sheet, placements, keep: spareOf(sheet, boxes) };
}

function indexOf(edges: Float64Array): Flatbush | undefined {
  if (edges.length === 0) return undefined;
  const index = new Flatbush(edges.length / 4);
  for (let k = 0; k < edges.length; k += 4) {
    const [ax, ay, bx, by] = [edges[k], edges[k + 1], edges[k + 2], edges[k + 3]] as [number, number, number, number];
    index.add(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by));
  }
  index.finish();
  return index;
}

/** Places at which an edge or the middle of the piece is in line with the same one of another. */
function linesOf(own: Bounds, lying: readonly Lying[]): { readonly x: number[]; readonly y: number[] } {
  const boxes = lying.map((one) => ({ box: boxAt(one.outlines, one.rotation), one }));
  return {
    x: boxes.flatMap(({ box, one }) => [
      one.x + box.left - own.left,
      one.x + box.right - own.right,
      one.x + (box.left + box.right - own.left - own.right) / 2,
    ]),
    y: boxes.flatMap(({ box, one }) => [
      one.y + box.bottom - own.bottom,
      one.y + box.top - own.top,
      one.y + (box.bottom + box.top - own.bottom - own.top) / 2,
    ]),
  };
}
