/** The figures of a rule of place, drawn on the piece at the bottom of all that a thing lies on. */
import { place, type Point, subtract } from "../geometry/point.ts";
import type { Dimension } from "../model/piece.ts";
import type { Lying } from "../model/solution.ts";
import type { Fitting } from "../model/spec.ts";
import type { SideOf } from "./kind.ts";
import type { Base } from "./laid.ts";

/** How much of a thing's own side its rule may be drawn along. */
const BESIDE = 0.6;

/** A figure of the rule, from the ground's side to the thing's, on the piece at the bottom of all it lies on. */
export function ruleFigures({ id, at }: Fitting, lies: Lying, under: Base, fold?: SideOf): Dimension[] {
  const { ground, corner, width, height } = lies;
  const spot = (u: number, v: number): Point => place([u, v], under.pose);
  const [u, v] = [corner[0] + width / 2, corner[1] + height / 2];
  const ends = {
    left: [0, corner[0]],
    right: [ground.width, corner[0] + width],
    bottom: [0, corner[1]],
    top: [ground.height, corner[1] + height],
  } as const;
  const of = (axis: "x" | "y"): Dimension[] => {
    const { from, by } = at[axis];
    const across = axis === "x";
    const [a, b] = from === "centre" ? (across ? [ground.width / 2, u] : [ground.height / 2, v]) : ends[from];
    // in the middle there is nothing to measure until it is moved off it
    const [start, end] = across ? [spot(a, v), spot(b, v)] : [spot(u, a), spot(u, b)];
    const slides = subtract(across ? spot(0, height * BESIDE) : spot(width * BESIDE, 0), spot(0, 0));
    return [
      {
        id: `${id}/at-${axis}`,
        code: `at-${from}`,
        piece: under.piece,
        from: start,
        to: end,
        slides,
        value: by,
        sets: ["fittings", id, "at", axis, "by"],
        lights: [`${id}/`],
        fitting: id,
      },
    ];
  };
  // across a fold there is no choice to show
  return [
    ...(fold === "left" || fold === "right" ? [] : of("x")),
    ...(fold === "bottom" || fold === "top" ? [] : of("y")),
  ];
}
