/**
 * Making panels by scoring a given blank: the sheet's outline is cut apart along the scores, and each part becomes a
 * panel. Nothing is drawn twice, so panels meet their scores exactly.
 */
import { distance, type Point } from "../geometry/point.ts";
import { flatten, holds, line, type Path, pointAt, type Segment, split } from "../geometry/path.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, Panel } from "../model/piece.ts";

/** Where on a loop a point lies: index of its segment and the place along it; undefined when it is not on the loop. */
function locate(loop: Path, p: Point): { readonly index: number; readonly t: number } | undefined {
  for (const [index, s] of loop.entries()) {
    if (distance(s.from, p) < SAME_POINT_MM) return { index, t: 0 };
    if (s.kind !== "line") continue;
    const length = distance(s.from, s.to);
    const t =
      ((p[0] - s.from[0]) * (s.to[0] - s.from[0]) + (p[1] - s.from[1]) * (s.to[1] - s.from[1])) / (length * length);
    if (t > 0 && t < 1 && distance(pointAt(s, t), p) < SAME_POINT_MM) return { index, t };
  }
  return undefined;
}

/** The loop with `p` as a joint between two segments, starting at `p`; undefined when `p` is not on it. */
function startAt(loop: Path, p: Point): Path | undefined {
  const found = locate(loop, p);
  if (!found) return undefined;
  const { index, t } = found;
  const s = loop[index] as Segment;
  if (t === 0) return [...loop.slice(index), ...loop.slice(0, index)];
  const [before, after] = split(s, t);
  return [after, ...loop.slice(index + 1), ...loop.slice(0, index), before];
}

/** Cuts a loop along the straight line between two points of its edge. */
function cutAlong(loop: Path, from: Point, to: Point): readonly [Path, Path] | undefined {
  const started = startAt(loop, from);
  if (!started) return undefined;
  const found = locate(started, to);
  if (!found) return undefined;
  const { index, t } = found;
  const s = started[index] as Segment;
  const [head, tail]: [Path, Path] =
    t === 0
      ? [started.slice(0, index), started.slice(index)]
      : [
          [...started.slice(0, index), split(s, t)[0]],
          [split(s, t)[1], ...started.slice(index + 1)],
        ];
  if (head.length === 0 || tail.length === 0) return undefined;
  return [
    [...head, line(to, from)],
    [...tail, line(from, to)],
  ];
}

/** A panel to be found in a scored blank: the one that holds `at`. */
export interface PanelAt {
  readonly id: string;
  readonly name: string;
  readonly at: Point;
}

/**
 * Scores a blank along its folds and names the parts.
 * @param outline the blank's edge, closed, anticlockwise
 * @throws when a fold does not run from edge to edge, or a panel's point lies in no part: a mistake in the form
 */
export function scoreBlank(outline: Path, folds: readonly Fold[], panels: readonly PanelAt[]): Panel[] {
  let loops: Path[] = [outline];
  for (const fold of folds) {
    const middle: Point = [(fold.from[0] + fold.to[0]) / 2, (fold.from[1] + fold.to[1]) / 2];
    const at = loops.findIndex((loop) => holds(flatten(loop), middle));
    const parts = at < 0 ? undefined : cutAlong(loops[at] as Path, fold.from, fold.to);
    if (!parts) throw new Error(`score '${fold.id}' does not run from edge to edge of the blank`);
    loops = loops.toSpliced(at, 1, ...parts);
  }
  return panels.map(({ id, name, at }) => {
    const loop = loops.find((l) => holds(flatten(l), at));
    if (!loop) throw new Error(`no part of the blank holds panel '${id}' at ${at.join(", ")}`);
    return { id, name, outline: loop };
  });
}
