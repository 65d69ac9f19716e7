/**
 * What is done to paper comes to the pieces it is done to: cuts and lines on the panel it lies on, and through whatever lies
 * over and under that place in the finished piece; a side that is cut to a shape.
 *
 *      ┌──────┬──────┐        Carried from panel to panel through how they are folded, as glue is: a hole lies in both.
 *      │  o   ¦   o  │        A panel that it would leave by its edge is not cut, and that is told.
 *      └──────┴──────┘
 */
import { flatten, holds, line, type Path, placePath, type Segment } from "../geometry/path.ts";
import { compose, distance, offLine, place, type Point, type Pose } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Place } from "../model/fitting.ts";
import type { Cut, Dimension, PieceDraft } from "../model/piece.ts";
import type { GroundFace, Lying } from "../model/solution.ts";
import { joinedUp } from "../paper/assembly.ts";
import { after, filledWith, flatPose, foldedPanels, lastOrder, undo } from "../paper/pose.ts";
import { cornered, type EdgeCut, outward } from "../paper/shape.ts";
import type { GroundSize, SideOf } from "./kind.ts";
import type { Base, DraftedRow, Part, Marks, Row } from "./laid.ts";
import { cornerOf } from "./place.ts";
import { ruleFigures } from "./ruleFigures.ts";
import { both } from "../units/nth.ts";

interface Where {
  readonly ground: GroundFace;
  readonly size: GroundSize;
  readonly at: Place;
  /** from its own flat coordinates to the ground's u and v, and to the panel at the bottom */
  readonly flat: Pose;
  readonly toBase: Pose;
  readonly under: Base;
  readonly low: number;
  readonly edge: readonly Point[];
}

/** What is done to the paper it lies on: its cuts and lines as they come to lie there, and no paper. */
export function markOf({ fitting }: Row, drafted: DraftedRow, where: Where): Part {
  const { ground, size, at, flat, under, toBase, low, edge } = where;
  const [own] = drafted.pieces;
  const { id } = fitting;
  const pose = compose(ground.pose, flat);
  const here = (name: string): string => `${id}-${name}`;
  const cuts = (own?.cuts ?? []).map((cut) => ({
    ...cut,
    ...{ id: here(cut.id), panel: ground.panel, path: placePath(cut.path, pose), fitting: id },
  }));
  const behind = ground.face === "back";
  const strokes = (own?.strokes ?? []).map((stroke) => ({
    ...stroke,
    ...{ id: here(stroke.id), path: placePath(stroke.path, pose), fitting: id },
    ...(stroke.foots !== undefined && { foots: here(stroke.foots) }),
    ...(behind && { face: "back" as const }),
    ...(behind && stroke.fold && { fold: stroke.fold === "valley" ? ("mountain" as const) : ("valley" as const) }),
  }));
  const box = own?.panels[0]?.outline ?? [];
  const [only, ...more] = own?.cuts ?? [];
  // one opening lies where its own edge does, rows of them where their box does
  const outline = flatten(only && more.length === 0 && only.kind !== "slit" ? only.path : box);
  const lies: Lying = {
    ...{ id, ground, ...size, corner: cornerOf(at, ground, size), turn: at.turn, rests: ground, edge },
    outline: outline.map((p) => place(p, flat)),
    ...{ base: under.base, basePiece: under.piece, onBase: under.pose, toBase, low, high: low },
  };
  const lights = [`${id}/`, ...[...cuts, ...strokes].map((made) => `${ground.piece}/${made.id}`)];
  // the sheet it was said on is no paper: its own two sizes are nobody's
  const carried = drafted.dimensions
    .filter((d) => d.sets)
    .map((d): Dimension => ({
      ...d,
      ...{ piece: ground.piece, lights, from: place(d.from, pose), to: place(d.to, pose) },
      ...(d.slides && { slides: place(d.slides, { ...pose, x: 0, y: 0 }) }),
    }));
  return {
    ...drafted,
    ...{ pieces: [], joins: [], seams: [], grounds: [], lies },
    marks: {
      ...{ fitting: id, piece: ground.piece, panel: ground.panel, cuts, strokes },
      through: drafted.through ?? "layer",
      ...(drafted.edge && {
        edge: { cut: drafted.edge.cut, most: drafted.edge.most, line: sideOf(ground, drafted.edge.side) },
      }),
    },
    dimensions: drafted.edge || drafted.along ? carried : [...carried, ...ruleFigures({ ...fitting, at }, lies, under)],
  };
}

/** A side of a ground as one looks at it, walked with the paper on its left in the piece's flat coordinates. */
function sideOf({ width, height, pose }: GroundFace, side: SideOf): readonly [Point, Point] {
  const ends = {
    bottom: [
      [0, 0],
      [width, 0],
    ],
    right: [
      [width, 0],
      [width, height],
    ],
    top: [
      [width, height],
      [0, height],
    ],
    left: [
      [0, height],
      [0, 0],
    ],
  } as const;
  const [a, b] = both(ends[side], (p) => place(p, pose));
  return pose.flip ? [b, a] : [a, b];
}

/** The parts with everything done to their paper; those that nothing is done to stay as they are. */
export function withMarks(parts: readonly Part[]): readonly Part[] {
  const marks = parts.flatMap((part) => part.marks ?? []);
  if (marks.length === 0) return parts;
  // a side that is cut to a shape is so before anything is carried to its panel
  const edged = (part: Part): Part => ({ ...part, pieces: part.pieces.map((piece) => withEdges(piece, marks)) });
  const folded = marks.some((m) => m.through !== "layer") ? foldedUp(parts.map(edged)) : undefined;
  const carried = parts.map((part) =>
    folded && part.marks && part.marks.through !== "layer" ? { ...part, marks: carriedOn(part.marks, folded) } : part,
  );
  const all = carried.flatMap((part) => part.marks ?? []);
  return carried.map((part) => {
    const pieces = part.pieces.map((piece) => markedPiece(piece, all));
    return pieces.some((piece, i) => piece !== part.pieces[i]) ? { ...part, pieces } : part;
  });
}

function markedPiece(piece: PieceDraft, marks: readonly Marks[]): PieceDraft {
  const own = marks.filter((m) => m.piece === piece.id);
  const others = marks.flatMap((m) => (m.elsewhere ?? []).filter((one) => one.piece === piece.id));
  if (own.length + others.length === 0) return piece;
  const strokes = own.flatMap((m) => m.strokes);
  return {
    ...piece,
    cuts: [...piece.cuts, ...own.flatMap((m) => m.cuts), ...others.map(({ cut }) => cut)],
    ...(strokes.length > 0 && { strokes: [...(piece.strokes ?? []), ...strokes] }),
    panels: withEdges(piece, own).panels,
  };
}

const withEdges = (piece: PieceDraft, marks: readonly Marks[]): PieceDraft =>
  marks.filter((m) => m.edge && m.piece === piece.id).reduce(withEdge, piece);

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
  const path = cornered([from, ...corners, to]);
  // the way back from end to start was only there to close it
  const last = path.at(-1);
  const closes = last && distance(last.from, to) < SAME_POINT_MM && distance(last.to, from) < SAME_POINT_MM;
  const open = closes ? path.slice(0, -1) : path;
  return open.length > 0 ? open : [line(from, to)];
}

/** Every panel where it is in the finished piece. */
function foldedUp(parts: readonly Part[]) {
  const whole = joinedUp(parts);
  const caliper = parts[0]?.stock.caliper ?? 0;
  const filled = filledWith(whole.contents);
  const poses = foldedPanels(whole, { progress: lastOrder(whole), caliper, filled, unbent: true });
  return whole.pieces.flatMap((piece) =>
    piece.panels.flatMap((panel) => {
      const pose = poses.get(`${piece.id}/${panel.id}`);
      return pose ? [{ piece, panel, pose }] : [];
    }),
  );
}

/** Its cuts in every panel that lies flat over the place or under it, or in what is folded onto its own panel alone. */
function carriedOn(marks: Marks, panels: ReturnType<typeof foldedUp>): Marks {
  const own = panels.find(({ piece, panel }) => piece.id === marks.piece && panel.id === marks.panel);
  if (!own) return marks;
  const elsewhere: { piece: string; cut: Cut }[] = [];
  const partly = new Set<string>();
  for (const other of panels) {
    const { piece, panel, pose } = other;
    const meets = marks.through === "all" || (piece === own.piece && isFoldedOn(piece, marks.panel, panel.id));
    const flat = other !== own && meets ? flatPose(after(undo(pose), own.pose)) : undefined;
    if (!flat) continue;
    const edge = flatten(panel.outline);
    const key = `${piece.id}/${panel.id}`;
    for (const cut of marks.cuts) {
      const path = placePath(cut.path, flat);
      const points = flatten(path);
      const inside = points.filter((p) => holds(edge, p)).length;
      if (inside === 0) continue;
      if (inside < points.length) partly.add(key);
      else {
        const id = `${cut.id}-${key.replaceAll("/", "-")}`;
        elsewhere.push({ piece: piece.id, cut: { ...cut, id, panel: panel.id, path } });
      }
    }
  }
  return { ...marks, elsewhere, ...(partly.size > 0 && { partly: [...partly] }) };
}

/** Folded flat onto a panel, over one score. */
const isFoldedOn = ({ folds }: PieceDraft, panel: string, other: string): boolean =>
  folds.some(({ panels, angle }) => panels.includes(panel) && panels.includes(other) && Math.abs(angle) > FLAT_DEG);
const FLAT_DEG = 179;
