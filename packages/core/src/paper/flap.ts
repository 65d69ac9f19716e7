/**
 * Growing panels: a flap hinged on a straight edge. Shapes are given in the edge's own frame (x along it, y outwards from
 * the panel it hangs on) and laid where the edge is.
 *
 *          ┌───────────┐ ─ depth            ╱╲ ─ depth
 *         ╱             ╲                 ╱    ╲
 *   taper╱               ╲              ┌        ┐ ─ shoulder
 *       └─────────────────┘             └────────┘
 *     relief │ fold │ relief                fold
 */
import { type Path, roundCorners } from "../geometry/path.ts";
import { add, direction, type Point, scale } from "../geometry/point.ts";
import type { Fold, Panel } from "../model/piece.ts";

/** An edge of a panel, walked with the panel on its left. */
export interface Edge {
  readonly from: Point;
  readonly to: Point;
}

/** Flat coordinates of a place in an edge's frame: `along` it from its start, `out` from the panel. */
export function outward({ from, to }: Edge): (along: number, out: number) => Point {
  const ahead = direction(from, to);
  const away: Point = [ahead[1], -ahead[0]];
  return (along, out) => add(from, add(scale(ahead, along), scale(away, out)));
}

export interface Hinged {
  readonly panel: Panel;
  readonly fold: Fold;
  /** points the parent's outline must have, in the order of the edge */
  readonly base: readonly [Point, Point];
}

export interface HingeOptions {
  readonly id: string;
  readonly name: string;
  readonly parent: string;
  readonly edge: Edge;
  /** mm from the edge's ends at which the fold begins and ends */
  readonly inset: number;
  /** the flap's corners from the edge's start to its end, in the edge's frame, with the radius of each */
  readonly corners: readonly (readonly [along: number, out: number, radius: number])[];
  readonly order: number;
  /** degrees; positive towards the drawn face */
  readonly angle?: number;
  /** plies it stands off, see `Fold.lift` */
  readonly lift?: number;
}

/** Hinges a flap on an edge. */
export function hinge({ id, name, parent, edge, inset, corners, order, angle = 180, lift = 0 }: HingeOptions): Hinged {
  const at = outward(edge);
  const length = Math.sqrt((edge.to[0] - edge.from[0]) ** 2 + (edge.to[1] - edge.from[1]) ** 2);
  const base = [at(inset, 0), at(length - inset, 0)] as const;
  // walked anticlockwise the flap has the fold from its end to its start, then its own corners
  const outline: Path = roundCorners(
    [base[1], base[0], ...corners.map(([along, out]) => at(along, out))],
    [0, 0, ...corners.map(([, , radius]) => radius)],
  );
  return {
    panel: { id, name, outline },
    fold: {
      id: `score-${id}`,
      panels: [parent, id],
      from: base[0],
      to: base[1],
      angle,
      order,
      ...(lift !== 0 && { lift }),
    },
    base,
  };
}
