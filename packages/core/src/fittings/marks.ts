/**
 * What is done to paper comes to the pieces it is done to: cuts and lines on the panel it lies on, and through whatever lies
 * over and under that place in the finished piece; a side that is cut to a shape.
 *
 *      ┌──────┬──────┐        Carried from panel to panel through how they are folded, as glue is: a hole lies in both.
 *      │  o   ¦   o  │        A panel that it would leave by its edge is not cut, and that is told.
 *      └──────┴──────┘
 */
import { flatten, holds, line, type Path, placePath, roundCorners, type Segment } from "../geometry/path.ts";
import { distance, offLine, type Point } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Cut, PieceDraft } from "../model/piece.ts";
import { joinedUp } from "../paper/assembly.ts";
import { after, filledWith, flatPose, foldedPanels, lastOrder, undo } from "../paper/pose.ts";
import { type EdgeCut, outward } from "../paper/shape.ts";
import type { Laid, Marks } from "./laid.ts";

/** The parts with everything done to their paper; those that nothing is done to stay as they are. */
export function withMarks(parts: readonly Laid[]): readonly Laid[] {
  if (!parts.some((part) => part.marks)) return parts;
  const carried = parts.map((part) =>
    part.marks && part.marks.through !== "layer" ? { ...part, marks: carriedOn(part.marks, parts) } : part,
  );
  const marks = carried.flatMap((part) => part.marks ?? []);
  return carried.map((part) => {
    const pieces = part.pieces.map((piece) => markedPiece(piece, marks));
    return pieces.some((piece, i) => piece !== part.pieces[i]) ? { ...part, pieces } : part;
  });
}

/** A cut knows its piece by the panel it is on: those carried elsewhere name it in full. */
interface Carried extends Cut {
  readonly of?: string;
}

function markedPiece(piece: PieceDraft, marks: readonly Marks[]): PieceDraft {
  const cuts = marks.flatMap((m) => m.cuts.filter((cut: Carried) => (cut.of ?? m.piece) === piece.id));
  const own = marks.filter((m) => m.piece === piece.id);
  const strokes = own.flatMap((m) => m.strokes);
  const edges = own.filter((m) => m.edge);
  if (cuts.length + strokes.length + edges.length === 0) return piece;
  return {
    ...piece,
    cuts: [...piece.cuts, ...cuts],
    ...(strokes.length > 0 && { strokes: [...(piece.strokes ?? []), ...strokes] }),
    ...(edges.length > 0 && { panels: edges.reduce(withEdge, piece).panels }),
  };
}

/** Whether a line runs along a side, both ends on it. */
const runsAlong = (from: Point, to: Point, [a, b]: readonly [Point, Point]): boolean =>
  Math.abs(offLine(from, a, b)) < ON_SIDE_MM && Math.abs(offLine(to, a, b)) < ON_SIDE_MM;
/** Closer to a side than this (mm) is on it. */
const ON_SIDE_MM = 1e-3;

/** Whether a side of a panel is a fold, wholly or in part: there is no edge to cut. */
export const isFolded = ({ folds }: Pick<PieceDraft, "folds">, panel: string, side: readonly [Point, Point]): boolean =>
  folds.some((f) => f.panels.includes(panel) && !f.path && runsAlong(f.from, f.to, side));

function withEdge(piece: PieceDraft, { panel: id, edge }: Marks): PieceDraft {
  if (!edge || isFolded(piece, id, edge.line)) return piece;
  const shaped = (outline: Path): Path =>
    outline.flatMap((s): readonly Segment[] =>
      s.kind === "line" && runsAlong(s.from, s.to, edge.line) ? cutOut(s.from, s.to, edge.cut) : [s],
    );
  const panels = piece.panels.map((panel) => (panel.id === id ? { ...panel, outline: shaped(panel.outline) } : panel));
  return { ...piece, panels };
}

/** A straight edge, the panel on its left, with what is taken out of it. */
function cutOut(from: Point, to: Point, cut: EdgeCut): Path {
  const corners = cut(distance(from, to)).map(outward(from, to));
  const path = roundCorners(
    [from, ...corners.map(([x, y]): Point => [x, y]), to],
    [0, ...corners.map(([, , round = 0]) => round), 0],
  );
  // the way back from end to start was only there to close it
  const last = path.at(-1);
  const closes = last && distance(last.from, to) < SAME_POINT_MM && distance(last.to, from) < SAME_POINT_MM;
  const open = closes ? path.slice(0, -1) : path;
  return open.length > 0 ? open : [line(from, to)];
}

/** Its cuts in every panel that lies flat over the place or under it, or in what is folded onto its own panel alone. */
function carriedOn(marks: Marks, parts: readonly Laid[]): Marks {
  const whole = joinedUp(parts);
  const [own] = parts;
  const caliper = own?.stock.caliper ?? 0;
  const filled = filledWith(whole.contents);
  const poses = foldedPanels(whole, { progress: lastOrder(whole), caliper, filled, unbent: true });
  const home = poses.get(`${marks.piece}/${marks.panel}`);
  if (!home) return marks;
  const others = whole.pieces.flatMap((piece) =>
    piece.panels.flatMap((panel) => {
      const key = `${piece.id}/${panel.id}`;
      const pose = poses.get(key);
      const isOwn = piece.id === marks.piece && panel.id === marks.panel;
      const isTwin = piece.id === marks.piece && isFoldedOn(piece, marks.panel, panel.id);
      const flat =
        pose && !isOwn && (marks.through === "all" || isTwin) ? flatPose(after(undo(pose), home)) : undefined;
      return flat ? [{ piece: piece.id, panel, key, flat }] : [];
    }),
  );
  const cuts: Carried[] = [...marks.cuts];
  const partly = new Set<string>();
  for (const { piece, panel, key, flat } of others) {
    const edge = flatten(panel.outline);
    for (const cut of marks.cuts) {
      const path = placePath(cut.path, flat);
      const inside = flatten(path).filter((p) => holds(edge, p)).length;
      if (inside === 0) continue;
      if (inside < flatten(path).length) partly.add(key);
      else cuts.push({ ...cut, id: `${cut.id}-${key.replaceAll("/", "-")}`, panel: panel.id, path, of: piece });
    }
  }
  return { ...marks, cuts, ...(partly.size > 0 && { partly: [...partly] }) };
}

/** Folded flat onto a panel, over one score. */
const isFoldedOn = ({ folds }: PieceDraft, panel: string, other: string): boolean =>
  folds.some(({ panels, angle }) => panels.includes(panel) && panels.includes(other) && Math.abs(angle) > FLAT_DEG);
const FLAT_DEG = 179;
