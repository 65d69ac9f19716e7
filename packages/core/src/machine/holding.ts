/** What lets a loop come away clean, or keeps a small part in its sheet: where its stroke runs past its start, or leaves off. */
import { distance, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { Along } from "./walked.ts";

/** mm that a loop's stroke runs on past its start, so that nothing hangs there. */
export const OVERCUT_MM = 0.6;

/** A loop as one stroke, from its first point round to it and on. */
export function overcut(ring: readonly Point[], by: number): Point[] {
  const out = [...ring, nth(ring, 0)];
  let left = by;
  for (let i = 0; left > 1e-9 && i < ring.length; i += 1) {
    const [a, b] = [nth(ring, i), nth(ring, i + 1)];
    const long = distance(a, b);
    const t = Math.min(1, left / long);
    out.push([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]);
    left -= long;
  }
  return out;
}

/** Short places of a loop that are left uncut. */
export interface Tabs {
  readonly count: number;
  /** mm */
  readonly wide: number;
  /** mm²: parts of less than this are held; larger ones lie by their own weight */
  readonly under: number;
}
/** Small parts move under the head of a machine that has no mat to hold them. */
export const USUAL_TABS: Tabs = { count: 4, wide: 0.5, under: 400 };
/** How near a corner a tab may come, in its own widths: there it would tear the tip off. */
const OFF_CORNER = 1.5;

/** A loop as the strokes between its tabs, which are spread evenly and stand off its corners where its edges allow. */
export function withTabs(ring: readonly Point[], { count, wide }: Tabs): Point[][] {
  const along = new Along([...ring, nth(ring, 0)]);
  const { at, length } = along;
  // twice round: the last stroke runs past the start
  const twice = new Along([...ring, ...ring, nth(ring, 0)]);
  const edges = at.slice(1).map((to, i) => ({ from: nth(at, i), to }));
  const long = edges.filter(({ from, to }) => to - from > 2 * OFF_CORNER * wide);
  const off = ({ from, to }: { from: number; to: number }, mm: number): number => Math.max(from - mm, mm - to, 0);
  const middles = Array.from({ length: count }, (_, k) => {
    const wanted = ((k + 0.5) / count) * length;
    const [near] = [...long].sort((a, b) => off(a, wanted) - off(b, wanted));
    if (!near) return wanted;
    return Math.min(Math.max(wanted, near.from + OFF_CORNER * wide), near.to - OFF_CORNER * wide);
  }).sort((a, b) => a - b);
  return middles.flatMap((middle, k) => {
    const from = middle + wide / 2;
    const to = (middles[k + 1] ?? nth(middles, 0) + length) - wide / 2;
    return to - from > 1e-6 ? [twice.part(from, to)] : [];
  });
}
