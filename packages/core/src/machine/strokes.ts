/** From walks in their order to what the tip makes, and what that comes to: mm, seconds. */
import type { Machine } from "../catalogue/machines.ts";
import { areaOf, polygon } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import type { ToolPath } from "../model/job.ts";
import { nth } from "../units/nth.ts";
import type { Way } from "./effort.ts";
import { overcut, OVERCUT_MM, type Tabs, withTabs } from "./holding.ts";
import type { Ordered } from "./ordered.ts";
import { moveTime, strokeTime } from "./pace.ts";
import { lengthAlong } from "./walked.ts";
import type { Walk } from "./walks.ts";

/** A ten-thousandth of a mm: as fine as any file says it. */
const rounded = ([x, y]: Point): Point => [Math.round(x * 1e4) / 1e4, Math.round(y * 1e4) / 1e4];

/** How loops are cut. */
export interface Cutting {
  readonly overcut: number;
  /** where nothing holds what is cut loose */
  readonly tabs?: Tabs | undefined;
}
export const USUAL_CUTTING: Cutting = { overcut: OVERCUT_MM };

/** The strokes of one walk, begun and walked as its order has it. */
function strokesOf(walk: Walk, start: number, isBack: boolean, cutting: Cutting): (readonly Point[])[] {
  const back = (points: readonly Point[]): readonly Point[] => (isBack ? [...points].reverse() : points);
  if (walk.dashes) return isBack ? walk.dashes.map(back).reverse() : [...walk.dashes];
  if (!walk.closed) return [back(walk.points)];
  const ring = [...walk.points.slice(start), ...walk.points.slice(0, start)];
  if (walk.mark.role !== "cut") return [[...ring, nth(ring, 0)]];
  const { tabs } = cutting;
  if (tabs && Math.abs(areaOf(polygon(ring))) < tabs.under) return withTabs(ring, tabs);
  return [overcut(ring, cutting.overcut)];
}

/** What the tip makes, in order. */
export const pathsOf = (walks: readonly Walk[], { order }: Ordered, cutting: Cutting): ToolPath[] =>
  order.flatMap(({ walk: i, start, isBack }) => {
    const walk = nth(walks, i);
    const { item, piece, copy, line } = walk.mark;
    const strokes = strokesOf(walk, start, isBack, cutting);
    const closed = walk.closed && strokes.length === 1;
    return strokes.map((points) => ({ item, piece, copy, line, closed, points: points.map(rounded) }));
  });

/** The points of one pass: a line there and back by turns, a loop round and round. */
export const passOf = ({ points, closed }: Pick<ToolPath, "points" | "closed">, pass: number): readonly Point[] =>
  pass % 2 === 1 && !closed ? [...points].reverse() : points;

/** What an operation comes to. */
export interface Comes {
  readonly length: number;
  readonly travel: number;
  readonly time: number;
  /** where the tool is left */
  readonly left: Point;
}

/** @param from where the tool comes from @param end where it goes in the end; it may stay where it is */
export function comesTo(
  paths: readonly ToolPath[],
  { passes, speed }: Way,
  { pace }: Pick<Machine, "pace">,
  from: Point,
  end?: Point,
): Comes {
  let [length, travel, time, left] = [0, 0, 0, from];
  const move = (to: Point): void => {
    const far = distance(left, to);
    travel += far;
    time += moveTime(far, pace);
    left = to;
  };
  for (const path of paths) {
    length += lengthAlong(path.points);
    // there and back takes as long
    const once = strokeTime(path.points, speed, pace);
    for (let pass = 0; pass < passes; pass += 1) {
      const points = passOf(path, pass);
      move(nth(points, 0));
      time += once + 2 * pace.lift;
      left = nth(points, -1);
    }
  }
  if (end) move(end);
  return { length, travel, time, left };
}
