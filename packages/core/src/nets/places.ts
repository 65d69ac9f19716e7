/** Where lines of a net end: ends that are near are one place, and a place that a straight line passes lies on that line. */
import { type Bounds, boundsOf, flattenTo, type Segment } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";

/** Chords of a curve when it is looked at, mm. */
const LOOK_MM = 0.01;
const END = 1e-9;

/** Points along a segment, its ends with them. */
export const chordsOf = (s: Segment): readonly Point[] =>
  s.kind === "line" ? [s.from, s.to] : [...flattenTo([s], LOOK_MM).slice(0, -1), s.to];

/** How far a point is from a chord, and how far along it the nearest place is, from 0 to 1. */
export function toChord(p: Point, a: Point, b: Point): { readonly off: number; readonly t: number } {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const long = dx * dx + dy * dy;
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / long));
  return { off: Math.hypot(a[0] + dx * t - p[0], a[1] + dy * t - p[1]), t };
}

/** mm from a point to a segment. */
export function offSegment(p: Point, s: Segment): number {
  const chords = chordsOf(s);
  let least = Infinity;
  for (let k = 1; k < chords.length; k += 1)
    least = Math.min(least, toChord(p, nth(chords, k - 1), nth(chords, k)).off);
  return least;
}

/** The places of a net, by number; the first end of each stays where it is, nothing is averaged. */
export class Places {
  private readonly near: number;
  private readonly cell: number;
  private readonly cells = new Map<string, number[]>();
  private readonly all: Point[] = [];

  constructor(near: number) {
    this.near = near;
    this.cell = Math.max(near, 1);
  }

  private key(i: number, j: number): string {
    return `${String(i)} ${String(j)}`;
  }
  private at(mm: number): number {
    return Math.floor(mm / this.cell);
  }
  /** The number of the place at a point: one that is near, or a new one. */
  put(p: Point): number {
    let [found, least] = [-1, this.near];
    for (const k of this.within({ left: p[0], right: p[0], bottom: p[1], top: p[1] })) {
      const far = distance(p, nth(this.all, k));
      if (far <= least) [found, least] = [k, far];
    }
    if (found >= 0) return found;
    const k = this.all.push(p) - 1;
    const key = this.key(this.at(p[0]), this.at(p[1]));
    const cell = this.cells.get(key);
    if (cell) cell.push(k);
    else this.cells.set(key, [k]);
    return k;
  }
  point(k: number): Point {
    return nth(this.all, k);
  }

  private within({ left, right, bottom, top }: Bounds): number[] {
    const [i0, i1] = [this.at(left - this.near), this.at(right + this.near)];
    const [j0, j1] = [this.at(bottom - this.near), this.at(top + this.near)];
    const found: number[] = [];
    if ((i1 - i0 + 1) * (j1 - j0 + 1) > this.all.length + 4) for (let k = 0; k < this.all.length; k += 1) found.push(k);
    else
      for (let i = i0; i <= i1; i += 1)
        for (let j = j0; j <= j1; j += 1) found.push(...(this.cells.get(this.key(i, j)) ?? []));
    return found.filter((k) => {
      const [x, y] = nth(this.all, k);
      return x >= left - this.near && x <= right + this.near && y >= bottom - this.near && y <= top + this.near;
    });
  }

  /**
   * Puts places that a straight line passes on that line, the longest line first: numbers of a file are rounded, and what lies
   * in one line must stay in one, or no fold is found on it.
   */
  straighten(segments: readonly Segment[]): void {
    const fixed = new Set<number>();
    const lines = segments
      .filter((s) => s.kind === "line")
      .sort((p, q) => distance(q.from, q.to) - distance(p.from, p.to));
    for (const s of lines) {
      const [a, b] = [this.put(s.from), this.put(s.to)];
      const [from, to] = [this.point(a), this.point(b)];
      for (const k of [a, b]) fixed.add(k);
      for (const k of this.within(boundsOf([from, to]))) {
        if (fixed.has(k)) continue;
        const { off, t } = toChord(this.point(k), from, to);
        if (off > this.near || t <= END || t >= 1 - END) continue;
        this.all[k] = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
        fixed.add(k);
      }
    }
  }

  /** How far along a segment, from 0 to 1, each place is that it passes; its own ends left out. */
  passed(s: Segment): number[] {
    const [a, b] = [this.put(s.from), this.put(s.to)];
    const chords = chordsOf(s);
    return this.within(boundsOf(chords)).flatMap((k) => {
      if (k === a || k === b) return [];
      let [least, at] = [this.near, -1];
      for (let m = 1; m < chords.length; m += 1) {
        const { off, t } = toChord(this.point(k), nth(chords, m - 1), nth(chords, m));
        if (off <= least) [least, at] = [off, (m - 1 + t) / (chords.length - 1)];
      }
      return at > END && at < 1 - END ? [at] : [];
    });
  }
}
