/**
 * A tab that goes round an edge: glued behind, its front comes over.
 *
 *      ╭─────────╮
 *      │  front  │ reach      Drawn from its outside; both folds go away from whoever looks at it. Round what is thick a
 *      ├╌╌╌╌╌╌╌╌╌┤ spine      spine lies between two scores.
 *      │  back   │ behind
 *      └─────────┘
 */
import { compose, direction } from "../../geometry/point.ts";
import { clipped, type Corner, rounded, type Shape, tapered } from "../../paper/shape.ts";
import { type Drawn, type Edge, type Flap, flap, mirrorIn, panel, type Rectangle } from "../../paper/panel.ts";
import { roundUp } from "../../units/ruler.ts";

/** Up to this thickness (mm) one score goes round it; above, paired scores (geometry notes, bands). */
export const ONE_SCORE_UP_TO = 1.5;
/** A point or a rounding leaves at least so much of each reach straight. */
const TIP_PART = 0.8;

/** How high the spine is between two scores, mm: none where one score goes round. */
export const spineFor = (thickness: number, plies: number, grid: number): number =>
  thickness > ONE_SCORE_UP_TO ? roundUp(thickness + plies, grid) : 0;

/**
 * What goes round an edge, towards the drawn face (`way` 1) or away from it: what is thick takes two scores with a spine
 * between them, each a right angle; what is thin a single score right round. And how what comes over it is hung there:
 * `mirror` takes places of the panel to those they come to lie on.
 */
export function roundEdge(edge: Edge, spine: number, { way = 1, after = 0 } = {}) {
  const [dx, dy] = direction(edge.from, edge.to);
  const past = { x: dy * spine, y: -dx * spine, rotation: 0, flip: false };
  const mirror = compose(past, mirrorIn(edge.from, edge.to));
  if (spine <= 0) return { edges: [], on: edge, hinge: { order: after + 1, angle: way * 180 }, mirror };
  const hung = flap("spine", "Edge", edge, tapered({ deep: spine }), { order: after + 1, angle: way * 90 });
  return { edges: [hung], on: hung.tip, hinge: { order: after + 2, angle: way * 90 }, mirror };
}

interface TabMeasures {
  readonly width: number;
  readonly reach: number;
  readonly behind: number;
  readonly spine: number;
  readonly ends: "round" | "point" | "straight";
  /** when its front folds, from 1, where other folds come before; and plies it stands off there */
  readonly after?: number;
  readonly lift?: number;
}

/** Its panels, the one that is glued first. */
export function tabPanels({ width, reach, behind, spine, ends, after = 0, lift = 0 }: TabMeasures) {
  const tip = Math.min(width / 2, reach * TIP_PART, behind * TIP_PART);
  const near = { round: rounded(tip), point: clipped(width / 2, 0, tip), straight: rounded(0) }[ends];
  const far = { round: rounded(tip), point: clipped(tip, 0, width / 2), straight: rounded(0) }[ends];
  const back: Rectangle = panel("back", "Back", width, behind, { corners: { bottomLeft: far, bottomRight: near } });
  const { edges, on, hinge } = roundEdge(back.top, spine, { way: -1, after });
  const front: Flap = flap("front", "Front", on, ended(reach, tip, ends), spine > 0 ? hinge : { ...hinge, lift });
  const panels: readonly Drawn[] = [back, ...edges, front];
  return { back, edges, front, panels };
}

/** A flap whose end is round, pointed or straight, over the last `tip` mm of it. */
const ended =
  (deep: number, tip: number, ends: "round" | "point" | "straight"): Shape =>
  (long) => {
    const round: readonly Corner[] = [
      [0, deep, tip],
      [long, deep, tip],
    ];
    const point: readonly Corner[] = [
      [0, deep - tip],
      [long / 2, deep],
      [long, deep - tip],
    ];
    return {
      relief: 0,
      deep,
      corners: ends === "point" ? point : ends === "round" ? round : tapered({ deep })(long).corners,
    };
  };
