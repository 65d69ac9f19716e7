/** The simulated cutter: what a machine does with a file, on a mat of its size. */
import type { Size } from "../geometry/point.ts";
import { dragged } from "./blade.ts";
import { readPlot } from "./readHpgl.ts";

type XY = readonly [number, number];

/** mm that a stroke may leave the mat by: what a step of the file rounds away. */
const OFF_MM = 0.1;
/** mm/s with the tool up, and down where the file says none; s to lower or lift it. Of a plain small machine. */
const TRAVEL = 200;
const USUAL_SPEED = 100;
const LIFT = 0.06;
/** `VS` is in cm/s. */
const MM_IN_CM = 10;

/** What was cut; mm and s. */
export interface CutRun {
  readonly time: number;
  readonly tools: readonly number[];
  /** each time a tool came down, and the s that took */
  readonly paths: readonly { readonly tool: number; readonly points: readonly XY[]; readonly time: number }[];
  readonly length: number;
  readonly travel: number;
  readonly warnings: readonly string[];
  readonly faults: readonly string[];
}

/** How it is cut. */
export interface CutAsked {
  readonly bed?: Size | undefined;
  /** mm that the blade trails its axis: the paths are its tip's then */
  readonly offset?: number | undefined;
}

const lengthAlong = (points: readonly XY[]): number =>
  points.reduce((mm, [x, y], i) => {
    const [fromX, fromY] = points[i - 1] ?? [x, y];
    return mm + Math.hypot(x - fromX, y - fromY);
  }, 0);
const isOff = ([x, y]: XY, { width, height }: Size): boolean =>
  x < -OFF_MM || y < -OFF_MM || x > width + OFF_MM || y > height + OFF_MM;

/** Runs a file. @throws OutlineError where it is too large */
export function cutPlot(text: string, { bed, offset = 0 }: CutAsked = {}): CutRun {
  const { strokes, pens, length, travel, warnings } = readPlot(text);
  const faults: string[] = [];
  if (bed && strokes.some(({ points }) => points.some((p) => isOff(p, bed)))) faults.push("A stroke leaves the mat.");
  if (strokes.length === 0) faults.push("Nothing in it is cut.");
  let [heading, pen] = [0, 0];
  const paths = strokes.map(({ points, speed, ...stroke }) => {
    const made = {
      tool: stroke.pen,
      time: lengthAlong(points) / (speed > 0 ? speed * MM_IN_CM : USUAL_SPEED) + 2 * LIFT,
    };
    if (!(offset > 0)) return { ...made, points };
    // a tool that is put in stands anyhow: here along x
    if (stroke.pen !== pen) [heading, pen] = [0, stroke.pen];
    const trailed = dragged(points, offset, heading);
    heading = trailed.heading;
    return { ...made, points: trailed.tip };
  });
  const time = paths.reduce((sum, path) => sum + path.time, travel / TRAVEL);
  return { time, tools: pens, paths, length, travel, warnings, faults };
}
