/**
 * From where a hand let go of a thing to a rule: it snaps to the middle, to an edge, to the margin it keeps on the other
 * axis, into line with what lies there already; and where it snaps to nothing it keeps its distance from the nearer edge,
 * on a mark of the ruler. What is kept is never a place but the rule.
 */
import type { Point } from "../geometry/point.ts";
import type { Place } from "../model/fitting.ts";
import { roundNear } from "../units/ruler.ts";
import type { GroundSize } from "./kind.ts";
import { both } from "../units/nth.ts";

/** A box on the ground, mm from its lower left. */
export interface OnGround extends GroundSize {
  readonly corner: Point;
}

/** What a thing snapped to on an axis. */
export type Snap = "middle" | "edge" | "margin" | "line" | "mark";

interface Snapped {
  readonly place: Pick<Place, "x" | "y">;
  readonly to: { readonly x: Snap; readonly y: Snap };
}

interface Snapping {
  readonly ground: GroundSize;
  readonly thing: GroundSize;
  /** where its lower left was let go, mm */
  readonly corner: Point;
  /** what else lies on the ground */
  readonly others: readonly OnGround[];
  readonly grid: number;
  /** mm within which it snaps */
  readonly reach: number;
}

type Axis = 0 | 1;
const sizeOn = (box: GroundSize, axis: Axis): number => (axis === 0 ? box.width : box.height);

interface Candidate {
  /** mm from the lower or left edge */
  readonly off: number;
  readonly snap: Snap;
}

/** The places on an axis that are worth something. */
function candidates({ ground, thing, others }: Snapping, axis: Axis): Candidate[] {
  const free = sizeOn(ground, axis) - sizeOn(thing, axis);
  const lines = others.flatMap((other) => {
    const low = other.corner[axis];
    const high = low + sizeOn(other, axis);
    const own = sizeOn(thing, axis);
    return [low, high - own, (low + high - own) / 2];
  });
  return [
    { off: free / 2, snap: "middle" },
    { off: 0, snap: "edge" },
    { off: free, snap: "edge" },
    ...lines.map((off): Candidate => ({ off, snap: "line" })),
  ];
}

const nearest = (all: readonly Candidate[], off: number, reach: number): Candidate | undefined =>
  all
    .filter((c) => Math.abs(c.off - off) <= reach)
    .reduce<Candidate | undefined>(
      (best, c) => (best === undefined || Math.abs(c.off - off) < Math.abs(best.off - off) - 1e-9 ? c : best),
      undefined,
    );

/** The rule that a thing is let go by. */
export function snapped(asked: Snapping): Snapped {
  const { ground, thing, corner, grid, reach } = asked;
  const axes = [0, 1] as const;
  const free = both(axes, (axis) => sizeOn(ground, axis) - sizeOn(thing, axis));
  const hits = axes.map((axis) => nearest(candidates(asked, axis), corner[axis], reach));
  // what snaps to nothing keeps a distance from the nearer edge that is on the mark, whatever its own size
  const marked = (off: number, whole: number): number =>
    off <= whole - off ? roundNear(off, grid) : whole - roundNear(whole - off, grid);
  const offs = both(axes, (axis) => hits[axis]?.off ?? marked(corner[axis], free[axis]));
  const snaps = both(axes, (axis): Snap => hits[axis]?.snap ?? "mark");
  // the margin on one axis is a place worth snapping to on the other
  for (const axis of axes) {
    const other: Axis = axis === 0 ? 1 : 0;
    if (snaps[axis] !== "mark" || snaps[other] === "middle") continue;
    const margin = Math.min(Math.abs(offs[other]), Math.abs(free[other] - offs[other]));
    const equal = [margin, free[axis] - margin].find((off) => Math.abs(off - corner[axis]) <= reach);
    if (equal === undefined || margin === 0) continue;
    offs[axis] = equal;
    snaps[axis] = "margin";
  }
  const rule = <L extends string, H extends string>(axis: Axis, low: L, high: H) => {
    const off = offs[axis];
    if (snaps[axis] === "middle") return { from: "centre" as const, by: 0 };
    return off <= free[axis] - off ? { from: low, by: clean(off) } : { from: high, by: clean(free[axis] - off) };
  };
  return {
    place: { x: rule(0, "left", "right"), y: rule(1, "bottom", "top") },
    to: { x: snaps[0], y: snaps[1] },
  };
}

/** mm without the last bits' noise. */
const clean = (mm: number): number => Math.round(mm * 1e6) / 1e6 + 0;
