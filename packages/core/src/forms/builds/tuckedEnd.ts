/**
 * The end of a box that is tucked in: dust flaps at both walls, then a lid whose tuck goes in behind the front.
 *
 *          ┌──────────────┐  tuck        Dust flaps lie one ply under the lid, the tuck one ply inside the front.
 *          ├╌╌╌╌╌╌╌╌╌╌╌╌╌╌┤  lid
 *        ╭─┤              ├─╮ dust
 *   wall │ │    back      │ │ wall
 */
import { tapered } from "../../paper/shape.ts";
import { type Edge, flap } from "../../paper/panel.ts";
import { offFold } from "../shared/box.ts";

/** A tuck is so much narrower than its lid on each side, a dust flap than its wall: shoulders that hold, and room to turn. */
export const SHOULDER = 1.5;
interface TuckMeasures {
  /** mm: the lid, a ply of paper, the dust flaps, the tuck */
  readonly depth: number;
  readonly ply: number;
  readonly dust: number;
  readonly tuck: number;
  readonly id: "upper" | "lower";
  /** when its dust flaps fold; its lid comes next */
  readonly order: number;
  /** radius of the tuck's two free corners */
  readonly round: number;
  /** the edges it hangs on */
  readonly on: { readonly right: Edge; readonly left: Edge; readonly back: Edge };
}

/** One end: dust flaps at both walls, then the lid with its tuck. */
export function tuckedEnd({ id, order, round, on, depth, ply, dust, tuck }: TuckMeasures) {
  const name = id === "upper" ? "Upper" : "Lower";
  const dusty = tapered({ deep: dust, slope: 0.1, relief: offFold(SHOULDER, ply) });
  const flaps = (["right", "left"] as const).map((side) =>
    flap(`${id}-dust-${side}`, `${name} dust flap`, on[side], dusty, { order, angle: 90, lift: 1 }),
  );
  const over = { order: order + 1, angle: 90 };
  const lid = flap(`${id}-lid`, `${name} lid`, on.back, tapered({ deep: depth, relief: ply }), over);
  const tucked = tapered({ deep: tuck, relief: SHOULDER, slope: 0.05, round });
  const last = flap(`${id}-tuck`, `${name} tuck`, lid.tip, tucked, { ...over, lift: 1 });
  return { panels: [...flaps, lid, last], tuck: last };
}
