/** From what a form says of a piece to all that follows: outline, strokes, blank. */
import { distance, type Point } from "../geometry/point.ts";
import { extentOf } from "../geometry/extent.ts";
import { areaOf, line, type Path, pointAt, type Segment } from "../geometry/path.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import { creaseOf, type Fold, type Piece, type PieceDraft, type Stroke } from "../model/piece.ts";
import { nth } from "../units/nth.ts";

/** Whether two curves are one, whichever way they are walked: a curved score is the edge of both its panels. */
function same(a: Segment, b: Segment): boolean {
  const near = (p: Point, q: Point): boolean => distance(p, q) < 10 * SAME_POINT_MM;
  const middle = near(pointAt(a, 0.5), pointAt(b, 0.5));
  return middle && ((near(a.from, b.from) && near(a.to, b.to)) || (near(a.from, b.to) && near(a.to, b.from)));
}

/** The parts of an edge that no fold runs along. */
function offFolds(edge: Segment, folds: readonly Fold[]): Segment[] {
  if (edge.kind !== "line") return folds.some((f) => f.path?.some((s) => same(s, edge))) ? [] : [edge];
  const length = distance(edge.from, edge.to);
  const [dx, dy] = [(edge.to[0] - edge.from[0]) / length, (edge.to[1] - edge.from[1]) / length];
  const off = (p: Point): number => Math.abs(dx * (p[1] - edge.from[1]) - dy * (p[0] - edge.from[0]));
  const beside = folds.filter((fold) => off(fold.from) <= SAME_POINT_MM && off(fold.to) <= SAME_POINT_MM);
  if (beside.length === 0) return length > SAME_POINT_MM ? [edge] : [];
  const along = (p: Point): number => dx * (p[0] - edge.from[0]) + dy * (p[1] - edge.from[1]);
  const at = (t: number): Point =>
    t <= SAME_POINT_MM
      ? edge.from
      : t >= length - SAME_POINT_MM
        ? edge.to
        : [edge.from[0] + dx * t, edge.from[1] + dy * t];
  let free: [number, number][] = [[0, length]];
  for (const fold of beside) {
    const low = Math.min(along(fold.from), along(fold.to));
    const high = Math.max(along(fold.from), along(fold.to));
    free = free.flatMap(([a, b]): [number, number][] =>
      high <= a + SAME_POINT_MM || low >= b - SAME_POINT_MM
        ? [[a, b]]
        : [
            [a, Math.max(a, low)],
            [Math.min(b, high), b],
          ],
    );
  }
  return free.filter(([a, b]) => b - a > SAME_POINT_MM).map(([a, b]) => line(at(a), at(b)));
}

/** Joins loose segments end to start into loops, the largest first. */
function chain(segments: readonly Segment[]): Path[] {
  const rest = [...segments];
  const loops: Path[] = [];
  while (rest.length > 0) {
    const loop: Segment[] = [rest.shift() as Segment];
    for (;;) {
      const end = nth(loop, -1).to;
      if (distance(end, nth(loop, 0).from) < SAME_POINT_MM * 10) break;
      const next = rest.findIndex((s) => distance(s.from, end) < SAME_POINT_MM * 10);
      if (next < 0) throw new Error(`the panels' edges do not close: nothing follows ${end.join(", ")}`);
      loop.push(...rest.splice(next, 1));
    }
    loops.push(loop);
  }
  return loops.sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a)));
}

/** The edge of the whole piece: every panel edge that is not a fold, joined up. Exact: no boolean, curves stay curves. */
export const outlineOf = (piece: PieceDraft): Path[] =>
  chain(piece.panels.flatMap((panel) => panel.outline.flatMap((edge) => offFolds(edge, piece.folds))));

const derived = new WeakMap<PieceDraft, Piece>();

/** Derives a piece; the same draft gives the same piece. @throws when its panels do not close up: a mistake in the form. */
export function derivePiece(draft: PieceDraft): Piece {
  const piece = derived.get(draft) ?? deriveFresh(draft);
  derived.set(draft, piece);
  return piece;
}

function deriveFresh(draft: PieceDraft): Piece {
  const outline = outlineOf(draft);
  // to its very crests: a blank holds all of its paper
  const bounds = extentOf(outline[0] ?? []);
  const scored = draft.folds.filter((fold) => !fold.slack);
  const scores = scored.map((fold): Stroke => ({
    id: fold.id,
    role: "score",
    ...(draft.fitting !== undefined && { fitting: draft.fitting }),
    fold: creaseOf(fold),
    path: fold.path ?? [line(fold.from, fold.to)],
  }));
  const cuts = draft.cuts.map((cut): Stroke => ({
    id: cut.id,
    role: "cut",
    path: cut.path,
    ...(cut.fitting !== undefined && { fitting: cut.fitting }),
  }));
  return {
    ...draft,
    blank: draft.blank ?? { width: bounds.right - bounds.left, height: bounds.top - bounds.bottom },
    outline,
    lines: [...scores, ...(draft.strokes ?? []), ...cuts],
  };
}
