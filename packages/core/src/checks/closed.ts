import { type Bounds, boundsOf } from "../geometry/path.ts";
import { HERE, place, type Point } from "../geometry/point.ts";
import { IN_THE_MIDDLE } from "../model/fitting.ts";
import type { Face } from "../model/piece.ts";
import type { Finding } from "../model/solution.ts";
import { assembled, boxOf, facetsOf, filledWith, lastOrder, move } from "../paper/pose.ts";
import { type Check, remedy } from "./check.ts";

/** Paper that reaches this far (mm) past a closed card is seen. */
const SEEN_MM = 0.05;

/** Something inside a closed card, as it lies there. */
interface InsideCard {
  readonly piece: string;
  readonly name: string;
  readonly fitting: string | undefined;
  readonly points: readonly Point[];
}

/** Nothing sticks out of a card when it is closed: what rises in it, what is laid inside, and what that holds. */
export const closed: Check = {
  id: "closed",
  codes: ["sticks-out"],
  run: ({ pieces, joins, main, motions, contents, parts, spec }) => {
    const card = pieces.find((p) => p.id === main);
    const outside = parts.find((p) => p.main === main)?.outside;
    if (!card || !motions.some((m) => m.move.kind === "open")) return [];
    const whole = { pieces, joins, main };
    const facets = facetsOf(whole, {
      progress: lastOrder(whole),
      caliper: spec.stock.caliper,
      filled: filledWith(contents),
    });
    const seen = (points: readonly Point[], { pose }: Pick<(typeof facets)[number], "pose">): Point[] =>
      points.map(([x, y]) => {
        const [u, v] = move(pose, [x, y, 0]);
        return [u, v];
      });
    const paperOf = (piece: string): Point[] => facets.filter((f) => f.piece === piece).flatMap((f) => seen(f.flat, f));
    const face: Face = outside === "back" ? "front" : "back";
    // what is glued to the outside is seen to stick out of its panel, and told there
    const laid = assembled(whole).filter((p) => p.id !== main && insideOf(p.id, card.id, face, joins));
    const papers = laid.map(({ id, name, fitting }): InsideCard => ({ piece: id, name, fitting, points: paperOf(id) }));
    const held = contents.flatMap((lying): InsideCard[] => {
      const under = facets.find((f) => f.piece === lying.on.piece && f.panel === lying.on.panel);
      if (!under || !laid.some((p) => p.id === lying.on.piece)) return [];
      const { x, y, rotation } = lying;
      const box = boxOf(lying).map((p) => place(p, { ...HERE, x, y, rotation }));
      return [{ piece: lying.on.piece, name: lying.name, fitting: lying.fitting, points: seen(box, under) }];
    });
    const own = boundsOf(paperOf(main));
    const found = [...papers, ...held].flatMap(({ piece, name, fitting, points }): Finding[] => {
      const past = beyond(own, boundsOf(points));
      if (past <= SEEN_MM) return [];
      const at = { check: "closed", code: "sticks-out", severity: "error", piece } as const;
      const mends = fitting === undefined ? {} : elsewhere(fitting);
      return [{ ...at, figure: past, limit: 0, facts: { part: name }, ...mends }];
    });
    // once for a pocket and what is in it
    return found.filter((f, i) => found.findIndex((g) => g.piece === f.piece) === i);
  },
};

/** A thing laid so far (mm) from an edge is clear of it. */
const FROM_EDGE = 3;

/** Where else it could lie: in the middle, or low, high, to the left or right where that alone helps. */
function elsewhere(fitting: string): Pick<Finding, "remedy" | "others"> {
  const at = ["fittings", fitting, "at"];
  const others = [
    { code: "at-foot", value: { ...IN_THE_MIDDLE, y: { from: "bottom", by: FROM_EDGE } } },
    { code: "at-head", value: { ...IN_THE_MIDDLE, y: { from: "top", by: FROM_EDGE } } },
    { code: "at-left", value: { ...IN_THE_MIDDLE, x: { from: "left", by: FROM_EDGE } } },
    { code: "at-right", value: { ...IN_THE_MIDDLE, x: { from: "right", by: FROM_EDGE } } },
  ].map(({ code, value }) => ({ code, changes: [{ at, value }] }));
  return { ...remedy("in-middle", at, IN_THE_MIDDLE), others };
}

/** mm by which a box reaches past another, on the side where it reaches furthest. */
const beyond = (own: Bounds, { left, right, bottom, top }: Bounds): number =>
  Math.max(own.left - left, right - own.right, own.bottom - bottom, top - own.top);

/** Whether a piece hangs on the inside of the card: on the face that its folds hide. */
function insideOf(piece: string, card: string, face: Face, joins: Parameters<typeof assembled>[0]["joins"]): boolean {
  const join = joins.find((j) => j.piece === piece);
  return (
    join !== undefined &&
    (join.onto.piece === card ? join.onto.face === face : insideOf(join.onto.piece, card, face, joins))
  );
}
