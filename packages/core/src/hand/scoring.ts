/**
 * Scores read from an edge at the stop. What is placed is placed once for all scores that are read from there, askew by the same;
 * each score is a stroke in a groove of its own: the grooves do the reading. One without a measure is drawn by a template.
 */
import type { Point } from "../geometry/point.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Step } from "../model/solution.ts";
import { along, creasesOf, type Made, type Maker, normalOf, type Shift, Sources, stepsOf } from "./made.ts";

type Edge = "left" | "right" | "top" | "bottom";

/** Scores made in one stroke. */
interface Stroke {
  readonly folds: readonly Fold[];
  /** the edge at the stop, as the sheet lies on the board; none where a template is followed */
  readonly edge: Edge | undefined;
  /** places of its errors among the sources */
  readonly place: number;
  readonly skew: number;
  readonly score: number;
}

const isUpright = ({ from, to }: Fold): boolean => Math.abs(from[0] - to[0]) < 1e-6;
const OPPOSITE: Readonly<Record<Edge, Edge>> = { left: "right", right: "left", top: "top", bottom: "bottom" };
/** skew is told over so many mm */
const OVER_MM = 100;
const NONE = -1;

export function scored(piece: Piece, steps: readonly Step[]): Maker {
  const sources = new Sources();
  const own = stepsOf(piece, steps);
  const first = own[0]?.n ?? 0;
  const trims = [sources.add(first, "trim"), sources.add(first, "trim")] as const;
  const strokes = strokesOf(piece, own, sources);
  const creases = creasesOf(piece, own, sources);
  // scored from the outside the sheet lies face down, so that left at the board is right in the drawing
  const isFaceDown = piece.folds.every(({ angle }) => angle >= 0);
  const { width, height } = piece.blank;
  const make = (error: (i: number) => number): Made => {
    const off = (i: number): number => (i < 0 ? 0 : error(i));
    const [wider, higher] = [error(trims[0]), error(trims[1])];
    const folds = new Map<string, Shift>();
    for (const { folds: made, edge, place, skew, score } of strokes)
      for (const fold of made) {
        const crease = off(creases.get(fold.id) ?? NONE);
        if (edge === undefined) {
          const by = along(normalOf(fold), off(score) + crease);
          folds.set(fold.id, { from: by, to: by });
          continue;
        }
        const flat = isFaceDown ? OPPOSITE[edge] : edge;
        // a far edge moves with how it was trimmed, and what is read from it goes with it
        const base = flat === "right" ? wider : flat === "top" ? higher : 0;
        const way = flat === "left" || flat === "bottom" ? 1 : -1;
        const axis: Point = isUpright(fold) ? [1, 0] : [0, 1];
        const middle = (isUpright(fold) ? height : width) / 2;
        // a sheet that stands askew turns about the middle of the edge at the stop
        const tilt = ([x, y]: Point): number => off(skew) * (((isUpright(fold) ? y : x) - middle) / OVER_MM);
        const by = base + way * (off(score) + off(place) + crease);
        folds.set(fold.id, { from: along(axis, by + tilt(fold.from)), to: along(axis, by + tilt(fold.to)) });
      }
    for (const fold of piece.folds) {
      if (folds.has(fold.id)) continue;
      const by = along(normalOf(fold), off(creases.get(fold.id) ?? NONE));
      folds.set(fold.id, { from: by, to: by });
    }
    return { width: width + wider, height: height + higher, folds };
  };
  return { piece, sources: sources.all, make };
}

/** The strokes in their order, with what can be off in each. */
function strokesOf(piece: Piece, own: readonly Step[], sources: Sources): Stroke[] {
  const strokes: Stroke[] = [];
  let at: Edge | undefined;
  let [place, skew] = [NONE, NONE];
  for (const { kind, measure, facts, scene, n } of own) {
    if (kind !== "score") continue;
    const folds = piece.folds.filter(({ id }) => scene.now.includes(`${piece.id}/${id}`));
    if (measure === undefined) {
      for (const fold of folds)
        strokes.push({ folds: [fold], edge: undefined, place: NONE, skew: NONE, score: sources.add(n, "read") });
      continue;
    }
    const edge = facts?.["edge"] as Edge;
    if (edge !== at) {
      [place, skew] = [sources.add(n, "place"), sources.add(n, "skew")];
      at = edge;
    }
    strokes.push({ folds, edge, place, skew, score: sources.add(n, "score") });
  }
  return strokes;
}
