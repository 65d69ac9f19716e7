import { boundsOf } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Finding } from "../model/solution.ts";
import { assembled, facetsOf, filledWith, lastOrder, move } from "../paper/pose.ts";
import type { Check } from "./check.ts";

/** Paper that reaches this far (mm) past a closed card is seen. */
const SEEN_MM = 0.05;

/** Nothing sticks out of a card when it is closed: neither what rises in it nor what is laid inside. */
export const closed: Check = {
  id: "closed",
  codes: ["sticks-out"],
  run: ({ pieces, joins, main, motions, contents, spec }) => {
    const card = pieces.find((p) => p.id === main);
    if (!card || !motions.some((m) => m.move.kind === "open")) return [];
    const whole = { pieces, joins, main };
    const state = { progress: lastOrder(whole), caliper: spec.stock.caliper, filled: filledWith(contents) };
    const facets = facetsOf(whole, state).map(({ piece, pose, flat }) => ({
      piece,
      points: flat.map(([x, y]): Point => [move(pose, [x, y, 0])[0], move(pose, [x, y, 0])[1]]),
    }));
    const own = boundsOf(facets.filter((f) => f.piece === main).flatMap((f) => f.points));
    return assembled(whole).flatMap((piece): Finding[] => {
      // what is glued to the outside is seen to stick out of its panel, and told there
      if (piece.id === main || !insideOf(piece.id, card.id, joins)) return [];
      const { left, right, bottom, top } = boundsOf(
        facets.filter((f) => f.piece === piece.id).flatMap((f) => f.points),
      );
      const past = Math.max(own.left - left, right - own.right, own.bottom - bottom, top - own.top);
      if (past <= SEEN_MM) return [];
      const facts = { part: piece.name };
      return [
        { check: "closed", code: "sticks-out", severity: "error", piece: piece.id, figure: past, limit: 0, facts },
      ];
    });
  },
};

/** Whether a piece hangs on the inside of the card: on the face that its folds hide. */
function insideOf(piece: string, card: string, joins: Parameters<typeof assembled>[0]["joins"]): boolean {
  const join = joins.find((j) => j.piece === piece);
  return (
    join !== undefined &&
    (join.onto.piece === card ? join.onto.face === "back" : insideOf(join.onto.piece, card, joins))
  );
}
