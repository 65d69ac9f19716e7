/** The finished thing, closed, as one looks at it. */
import type { Pose } from "../geometry/point.ts";
import { formById } from "../forms/index.ts";
import { mainPiece, type Drawing } from "../model/solution.ts";
import { foldedPanels, lastOrder, move } from "../paper/pose.ts";
import { foldedShapes, uprightPose } from "./folded.ts";
import { boundsOfShapes, type Picture } from "./shapes.ts";

/**
 * How the finished thing is looked at: a holder from the side it closes on, with its opening at the top; a card from its
 * front, the way it is read.
 */
function closedPose(solution: Drawing): Pose {
  const form = formById(solution.form);
  const main = mainPiece(solution);
  const front =
    form?.outside === "front" && main && main.folds.length > 0 ? form.grounds?.(solution.spec.settings)[0] : undefined;
  const lies =
    front &&
    foldedPanels(solution, { progress: lastOrder(solution), caliper: 0 }).get(`${solution.main}/${front.panel}`);
  if (!lies) return uprightPose(solution);
  const [x, y] = move({ ...lies, t: [0, 0, 0] }, [0, front.sides.outside === 180 ? -1 : 1, 0]);
  const behind = lies.r[8] < 0;
  const up = (Math.atan2(y, behind ? -x : x) * 180) / Math.PI;
  return { x: 0, y: 0, rotation: 90 - up, flip: behind };
}

/** The finished thing, closed: what is in it lies in it. */
export function closedPicture(solution: Drawing): Picture {
  const { main } = solution;
  const folded = lastOrder(solution);
  const shapes = foldedShapes(solution, { main, folded, now: [], out: () => 0, pose: closedPose(solution) });
  return { shapes, bounds: boundsOfShapes(shapes) };
}
