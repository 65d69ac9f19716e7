import { type Bounds, boundsOf } from "../geometry/path.ts";
import { place, type Point } from "../geometry/point.ts";
import { IN_THE_MIDDLE } from "../model/fitting.ts";
import type { Placement } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { assembled, facetsOf, filledWith, lastOrder, move } from "../paper/pose.ts";
import { type Check, remedy } from "./check.ts";

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
    const posed = new Map(facetsOf(whole, state).map((f) => [`${f.piece}/${f.panel}`, f.pose]));
    const own = boundsOf(facets.filter((f) => f.piece === main).flatMap((f) => f.points));
    const beyond = ({ left, right, bottom, top }: Bounds): number =>
      Math.max(own.left - left, right - own.right, own.bottom - bottom, top - own.top);
    // what stands out of a pocket inside is seen as well
    const held = contents.flatMap((lying): Finding[] => {
      const pose = posed.get(`${lying.on.piece}/${lying.on.panel}`);
      if (!pose || lying.fitting === undefined || !insideOf(lying.on.piece, card.id, joins)) return [];
      const box = boxOf(lying).map((p): Point => {
        const [x, y] = place(p, { x: lying.x, y: lying.y, rotation: lying.rotation, flip: false });
        const [u, v] = move(pose, [x, y, 0]);
        return [u, v];
      });
      const past = beyond(boundsOf(box));
      if (past <= SEEN_MM) return [];
      const facts = { part: lying.name };
      return [
        {
          check: "closed",
          code: "sticks-out",
          severity: "error",
          piece: lying.on.piece,
          figure: past,
          limit: 0,
          facts,
          ...inMiddle(lying.fitting),
        },
      ];
    });
    const parts = assembled(whole).flatMap((piece): Finding[] => {
      // what is glued to the outside is seen to stick out of its panel, and told there
      if (piece.id === main || !insideOf(piece.id, card.id, joins)) return [];
      const past = beyond(boundsOf(facets.filter((f) => f.piece === piece.id).flatMap((f) => f.points)));
      if (past <= SEEN_MM) return [];
      const facts = { part: piece.name };
      return [
        {
          check: "closed",
          code: "sticks-out",
          severity: "error",
          piece: piece.id,
          figure: past,
          limit: 0,
          facts,
          ...(piece.fitting !== undefined && inMiddle(piece.fitting)),
        },
      ];
    });
    // once for a pocket and what is in it
    return [...parts, ...held.filter((f) => !parts.some((p) => p.piece === f.piece))];
  },
};

/** The corners of contents about their own middle. */
const boxOf = ({ width: w, height: h }: Pick<Placement, "width" | "height">): readonly Point[] =>
  ([-1, 1] as const).flatMap((i) => ([-1, 1] as const).map((j): Point => [(i * w) / 2, (j * h) / 2]));

/** Laid in the middle of its panel: tried before it is offered, so that it is where that helps. */
const inMiddle = (fitting: string) => remedy("in-middle", ["fittings", fitting, "at"], IN_THE_MIDDLE);

/** Whether a piece hangs on the inside of the card: on the face that its folds hide. */
function insideOf(piece: string, card: string, joins: Parameters<typeof assembled>[0]["joins"]): boolean {
  const join = joins.find((j) => j.piece === piece);
  return (
    join !== undefined &&
    (join.onto.piece === card ? join.onto.face === "back" : insideOf(join.onto.piece, card, joins))
  );
}
