/**
 * Letters that hold together, and counters that do not drop out.
 *
 *      t h a n k s   →   thanks         Grown all round by half the widest gap that must close: of all the ways from part
 *                                       to part the shortest that reaches every one (a least spanning tree).
 *      ╭───╮             ╭─┬─╮
 *      │ ○ │         →   │ ┊ │          A counter is kept by bridges above and below it: what is cut away there stays paper.
 *      ╰───╯             ╰─┴─╯
 */
import { cutAway, grown, type Ring, type Rings, unionOf } from "../geometry/areas.ts";
import { combined } from "../geometry/curves.ts";
import { areaOf, type Bounds, boundsOf, flatten, holds, type Path, polygon } from "../geometry/path.ts";
import { nearTo, offOutline } from "../geometry/near.ts";
import { nth } from "../units/nth.ts";

/** Whether a ring is a hole: clockwise. */
export const isHole = (ring: Ring): boolean => areaOf(polygon(ring)) < 0;

/** Grown by this more (mm), so that parts overlap and do not only touch. */
const OVERLAP_MM = 0.05;

/** A ring with the box round it. */
interface RingPart {
  readonly ring: Ring;
  readonly box: Bounds;
}

/** mm between two boxes: no less lies between what is in them. */
const boxGap = ({ box: a }: RingPart, { box: b }: RingPart): number =>
  Math.hypot(Math.max(0, a.left - b.right, b.left - a.right), Math.max(0, a.bottom - b.top, b.bottom - a.top));

/** mm between two rings, `most` where it is no less; 0 where they overlap. */
function gapBetween(one: RingPart, other: RingPart, most: number): number {
  if (holds(other.ring, nth(one.ring, 0)) || holds(one.ring, nth(other.ring, 0))) return 0;
  let least = most;
  for (const [{ ring }, to] of [
    [one, other],
    [other, one],
  ] as const)
    for (const p of ring) {
      const { left, right, bottom, top } = to.box;
      const off = Math.hypot(Math.max(0, left - p[0], p[0] - right), Math.max(0, bottom - p[1], p[1] - top));
      // only corners whose distance to the box leaves room are measured to the ring
      if (off < least) least = Math.min(least, least < Infinity ? nearTo(to.ring, p, least) : offOutline(to.ring, p));
    }
  return least;
}

/**
 * The least growth that joins all outer rings, mm: half the widest gap of their least spanning tree (Prim, 1957). A gap is
 * measured only where its boxes let it be the next.
 */
export function joiningGrowth(rings: Rings): number {
  const parts = rings.filter((ring) => !isHole(ring)).map((ring): RingPart => ({ ring, box: boundsOf(ring) }));
  const tree = parts.splice(0, 1);
  // the least gap known of each part that waits to any of the tree, and how many of the tree it was measured to
  const waiting = parts.map((part) => ({ part, gap: Infinity, seen: 0 }));
  let widest = 0;
  while (waiting.length > 0) {
    let best = Infinity;
    for (const one of waiting) {
      for (; one.seen < tree.length; one.seen += 1) {
        const other = nth(tree, one.seen);
        if (boxGap(one.part, other) < one.gap) one.gap = gapBetween(one.part, other, one.gap);
      }
      best = Math.min(best, one.gap);
    }
    const [near] = waiting.splice(
      waiting.findIndex(({ gap }) => gap === best),
      1,
    );
    widest = Math.max(widest, best);
    if (near) tree.push(near.part);
  }
  return widest / 2;
}

/** What overlaps put into one. */
export { unionOf } from "../geometry/areas.ts";

/** The rings grown until they are one part, and by how much, mm. */
export function joined(rings: Rings): { readonly rings: Rings; readonly by: number } {
  const whole = unionOf(rings);
  const parts = whole.filter((ring) => !isHole(ring)).length;
  if (parts < 2) return { rings: whole, by: 0 };
  const by = joiningGrowth(whole) + OVERLAP_MM;
  return { rings: grown(whole, by), by };
}

/** Openings to be cut, with the paper of every counter in them held by two bridges so wide, mm. */
export function bridged(rings: Rings, wide: number): Rings {
  const counters = rings.filter(isHole);
  if (counters.length === 0) return rings;
  return cutAway(
    rings,
    counters.map((counter) => barOver(counter, rings, wide)),
  );
}

/** The paper that is left to hold a counter: from the foot of what it stands in to its head. */
function barOver(counter: Ring, rings: Rings, wide: number): Ring {
  const { left, right } = boundsOf(counter);
  const outer = rings.filter((ring) => !isHole(ring) && holds(ring, nth(counter, 0)));
  const { bottom, top } = boundsOf(outer[0] ?? counter);
  const x = (left + right) / 2;
  return [
    [x - wide / 2, bottom - 1],
    [x + wide / 2, bottom - 1],
    [x + wide / 2, top + 1],
    [x - wide / 2, top + 1],
  ];
}

/** The same for outlines, whose curves stay curves. */
export function heldLoops(loops: readonly Path[], wide: number): Path[] {
  const rings = loops.map((loop) => flatten(loop));
  const bars = rings.filter(isHole).map((counter) => polygon(barOver(counter, rings, wide)));
  return combined("cut-away", loops, bars);
}
