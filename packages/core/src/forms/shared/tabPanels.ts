/**
 * A tab that goes round an edge: glued behind, its front comes over.
 *
 *      ╭─────────╮
 *      │  front  │ reach      Drawn from its outside; both folds go away from whoever looks at it. Round what is thick a
 *      ├╌╌╌╌╌╌╌╌╌┤ spine      spine lies between two scores.
 *      │  back   │ behind
 *      └─────────┘
 */
import { clipped, type Corner, rounded, type Shape, tapered } from "../../paper/shape.ts";
import { type Drawn, type Flap, flap, panel, type Rectangle } from "../../paper/sheet.ts";
import { roundUp } from "../../units/ruler.ts";

/** Up to this thickness (mm) one score goes round it; above, paired scores (geometry notes, bands). */
export const ONE_SCORE_UP_TO = 1.5;
/** A point or a rounding leaves at least so much of each reach straight. */
const TIP_PART = 0.8;

/** How high the spine is between two scores, mm: none where one score goes round. */
export const spineFor = (thickness: number, plies: number, grid: number): number =>
  thickness > ONE_SCORE_UP_TO ? roundUp(thickness + plies, grid) : 0;

interface Asked {
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
export function tabPanels({ width, reach, behind, spine, ends, after = 0, lift = 0 }: Asked) {
  const tip = Math.min(width / 2, reach * TIP_PART, behind * TIP_PART);
  const near = { round: rounded(tip), point: clipped(width / 2, 0, tip), straight: rounded(0) }[ends];
  const far = { round: rounded(tip), point: clipped(tip, 0, width / 2), straight: rounded(0) }[ends];
  const back: Rectangle = panel("back", "Back", width, behind, { corners: { bottomLeft: far, bottomRight: near } });
  // a thick holder takes two scores, each a right angle; a thin one a single score right round
  const edges =
    spine > 0 ? [flap("spine", "Edge", back.top, tapered({ deep: spine }), { order: after + 1, angle: -90 })] : [];
  const fold = spine > 0 ? { order: after + 2, angle: -90 } : { order: after + 1, angle: -180, lift };
  const front: Flap = flap("front", "Front", edges[0]?.tip ?? back.top, ended(reach, tip, ends), fold);
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
