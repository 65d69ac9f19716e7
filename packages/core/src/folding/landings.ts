/** Where glued zones come down, measured on the folded paper. */
import { noiseOf, sharedArea } from "../geometry/clipper.ts";
import { areaOf, clipConvex, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { LANDING_MM, SAME_POINT_MM, TOUCHING_MM2 } from "../geometry/tolerance.ts";
import type { Piece } from "../model/piece.ts";
import type { Drawing } from "../model/solution.ts";
import { after, assembled, move, type Point3, undo } from "../paper/pose.ts";
import type { ProofFacet } from "./inSpace.ts";

/** How a glued zone came down where it is glued. */
export interface Landing {
  readonly glue: string;
  readonly onto: string;
  /** mm between the two faces once folded */
  readonly distance: number;
  /** mm² of the glued zone that misses its target or its own flap */
  readonly outside: number;
}
/** Whether a zone came down where it is glued, all of it. */
export const hasLanded = ({ distance, outside }: Landing): boolean =>
  distance <= LANDING_MM + SAME_POINT_MM && outside <= TOUCHING_MM2;

/** How every zone comes down, on the paper as it is for that zone. */
export const landingsOf = (
  solution: Drawing,
  sheetsFor: (glue: Piece["glue"][number], piece: string) => readonly ProofFacet[],
): Landing[] =>
  assembled(solution).flatMap((piece) =>
    piece.glue.map((glue) => land(solution, piece, glue, sheetsFor(glue, piece.id))),
  );

/** Where a glued zone comes down: its own points, carried into the target's flat coordinates. */
function land(solution: Drawing, piece: Piece, glue: Piece["glue"][number], sheets: readonly ProofFacet[]): Landing {
  const onto = `${glue.onto.piece}/${glue.onto.panel}`;
  const of = (id: string, panel: string) => sheets.filter((s) => s.piece === id && s.panel === panel);
  const [own, target] = [of(piece.id, glue.panel), of(glue.onto.piece, glue.onto.panel)];
  if (own.length === 0 || target.length === 0) return { glue: glue.id, onto, distance: Infinity, outside: Infinity };
  const half = ({ caliper }: ProofFacet, face: "front" | "back"): number => (face === "front" ? caliper : -caliper) / 2;
  // foam fills the distance it is bought for, between one piece and another
  const foam = (glue.onto.piece !== piece.id && solution.joins.find((j) => j.piece === piece.id)?.raised) || 0;
  let [far, landed, kept] = [0, 0, 0];
  for (const sheet of own) {
    const part = own.length === 1 ? glue.polygon : sharedPart(glue.polygon, sheet.points);
    const whole = Math.abs(areaOf(polygon(part)));
    if (whole < TOUCHING_MM2) continue;
    const parts = target.map((below) => {
      const home = after(undo(below.pose), sheet.pose);
      const zone = part.map(([x, y]): Point3 => move(home, [x, y, half(sheet, glue.face)]));
      const off = Math.max(...zone.map((p) => Math.abs(Math.abs(p[2] - half(below, glue.onto.face)) - foam)));
      return {
        off,
        on: sharedArea(
          zone.map((p): Point => [p[0], p[1]]),
          below.points,
        ),
      };
    });
    const best = parts.reduce((a, b) => (b.off + whole - b.on < a.off + whole - a.on ? b : a));
    far = Math.max(far, best.off);
    landed += parts.reduce((sum, { on, off }) => sum + (off < far + LANDING_MM ? on : 0), 0);
    kept += sharedArea(part, sheet.points);
  }
  const size = Math.abs(areaOf(polygon(glue.polygon)));
  const noise = noiseOf(glue.polygon);
  return {
    glue: glue.id,
    onto,
    distance: far,
    outside: Math.max(0, size - landed - noise) + Math.max(0, size - kept - noise),
  };
}

/** The part of a convex zone on a facet, in the zone's own flat coordinates. */
const sharedPart = (zone: readonly Point[], facet: readonly Point[]): readonly Point[] => clipConvex(zone, facet);
