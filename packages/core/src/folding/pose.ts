/**
 * Where every panel is when the paper is folded so far. Space: a piece's flat coordinates with z towards whoever looks
 * at the drawn face; mm. Panels turn rigidly about their scores; a panel folded right over is lifted by one caliper for
 * each ply beneath it, by what those carry, and by the contents when they lie beneath it: the axis it turns about is
 * raised half as far.
 */
import type { Face, Join, PanelFace, Piece } from "../model/piece.ts";
import type { Solution } from "../model/solution.ts";
import { turn } from "../geometry/point.ts";

/** A rigid move in space: three rows of a rotation, then a shift. */
export interface Rigid {
  readonly r: readonly [number, number, number, number, number, number, number, number, number];
  readonly t: readonly [number, number, number];
}
export type Point3 = readonly [number, number, number];

export const STILL: Rigid = { r: [1, 0, 0, 0, 1, 0, 0, 0, 1], t: [0, 0, 0] };

export const move = ({ r, t }: Rigid, [x, y, z]: Point3): Point3 => [
  r[0] * x + r[1] * y + r[2] * z + t[0],
  r[3] * x + r[4] * y + r[5] * z + t[1],
  r[6] * x + r[7] * y + r[8] * z + t[2],
];

/** First `b`, then `a`. */
export function after(a: Rigid, b: Rigid): Rigid {
  const r = a.r.map((_, i) => {
    const row = i - (i % 3);
    const column = i % 3;
    return (
      (a.r[row] as number) * (b.r[column] as number) +
      (a.r[row + 1] as number) * (b.r[column + 3] as number) +
      (a.r[row + 2] as number) * (b.r[column + 6] as number)
    );
  });
  return { r: r as unknown as Rigid["r"], t: move(a, b.t) };
}

/** The move that undoes a rigid move: its rotation transposed. */
export function undo({ r, t }: Rigid): Rigid {
  const back: Rigid["r"] = [r[0], r[3], r[6], r[1], r[4], r[7], r[2], r[5], r[8]];
  const [x, y, z] = move({ r: back, t: [0, 0, 0] }, t);
  return { r: back, t: [-x, -y, -z] };
}

/** Turn by `degrees` about the line from `a` to `b`, right-handed (Rodrigues). */
export function about(a: Point3, b: Point3, degrees: number): Rigid {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
  const [x, y, z] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length, (b[2] - a[2]) / length];
  const [c, s] = turn(degrees);
  const k = 1 - c;
  const r: Rigid["r"] = [
    c + x * x * k,
    x * y * k - z * s,
    x * z * k + y * s,
    y * x * k + z * s,
    c + y * y * k,
    y * z * k - x * s,
    z * x * k - y * s,
    z * y * k + x * s,
    c + z * z * k,
  ];
  const [px, py, pz] = move({ r, t: [0, 0, 0] }, a);
  return { r, t: [a[0] - px, a[1] - py, a[2] - pz] };
}

/** Which way the moving panel turns about `from → to` so that it comes towards the drawn face: its side of the line decides. */
function sense(piece: Piece, fold: Piece["folds"][number]): 1 | -1 {
  const moving = piece.panels.find((p) => p.id === fold.panels[1]);
  if (!moving) throw new Error(`fold '${fold.id}' moves a panel that piece '${piece.id}' does not have`);
  let side = 0;
  for (const { from } of moving.outline) {
    const off =
      (fold.to[0] - fold.from[0]) * (from[1] - fold.from[1]) - (fold.to[1] - fold.from[1]) * (from[0] - fold.from[0]);
    if (Math.abs(off) > Math.abs(side)) side = off;
  }
  return side > 0 ? 1 : -1;
}

export interface FoldState {
  /** how far the folding has gone: fold of order k runs from k − 1 to k */
  readonly progress: number;
  /** mm a sheet of the stock is thick */
  readonly caliper: number;
  /** mm of contents lying on the front of the root panel; 0 for an empty holder */
  readonly filled: number;
  /** mm of joined pieces that a panel carries on a face; nothing unless said */
  readonly carried?: (panel: string, face: Face) => number;
}

/** The pieces that are folded up together: the main one and what is joined to it. Loose parts are not among them. */
export const assembled = ({ pieces, joins }: Pick<Solution, "pieces" | "joins">): readonly Piece[] =>
  pieces.filter((piece, i) => i === 0 || joins.some((j) => j.piece === piece.id));

/** The last order of folding of a whole solution. */
export const lastOrder = (solution: Pick<Solution, "pieces" | "joins">): number =>
  Math.max(0, ...assembled(solution).flatMap((piece) => piece.folds.map((f) => f.order)));

/** Where each panel of a piece is, by panel id. Panels no fold reaches stay where they are drawn. */
export function posesOf(
  piece: Piece,
  { progress, caliper, filled, carried = () => 0 }: FoldState,
): ReadonlyMap<string, Rigid> {
  const poses = new Map<string, Rigid>([[piece.root, STILL]]);
  const folds = [...piece.folds].sort((a, b) => a.order - b.order);
  // plies are counted separately on the two sides of the panel they fold over, each with what it carries on either face
  const heightOf = (fold: Piece["folds"][number]): number => {
    const [facing, away]: [Face, Face] = fold.angle >= 0 ? ["front", "back"] : ["back", "front"];
    const beneath = folds.filter((f) => f.angle >= 0 === fold.angle >= 0 && f.order <= fold.order);
    const most = (order: number, face: Face): number =>
      Math.max(...beneath.filter((f) => f.order === order).map((f) => carried(f.panels[1], face)));
    return [...new Set(beneath.map((f) => f.order))].reduce(
      (sum, order) => sum + caliper + most(order, facing) + (order < fold.order ? most(order, away) : 0),
      carried(fold.panels[0], facing),
    );
  };
  const pending = [...folds];
  while (pending.length > 0) {
    const next = pending.findIndex((f) => poses.has(f.panels[0]));
    if (next < 0) break;
    const fold = pending.splice(next, 1)[0] as (typeof folds)[number];
    const part = Math.min(1, Math.max(0, progress - fold.order + 1));
    const over = fold.angle >= 0;
    const flat = Math.abs(fold.angle) > 179;
    const lift = flat ? (heightOf(fold) + (over ? filled : 0)) * (over ? 1 : -1) : 0;
    const folded = about(
      [fold.from[0], fold.from[1], lift / 2],
      [fold.to[0], fold.to[1], lift / 2],
      fold.angle * part * sense(piece, fold),
    );
    const stood = (fold.lift ?? 0) * caliper * part;
    const turned = stood === 0 ? folded : after(folded, { ...STILL, t: [0, 0, stood] });
    poses.set(fold.panels[1], after(poses.get(fold.panels[0]) as Rigid, turned));
  }
  for (const panel of piece.panels) if (!poses.has(panel.id)) poses.set(panel.id, STILL);
  return poses;
}

/** mm the paper of a piece is thick. */
export const caliperOf = (piece: Piece | undefined, caliper: number): number => piece?.stock?.caliper ?? caliper;

/** A join as a move in space: the joined piece lies so far (mm, sheet to sheet) in front of, or behind, its panel. */
export function joinMove(join: Join, off: number): Rigid {
  const [c, s] = turn(join.rotation);
  const m = join.flip ? -1 : 1;
  // a sheet turned face down is mirrored in x and its z points the other way
  return {
    r: [c * m, -s, 0, s * m, c, 0, 0, 0, m],
    t: [join.x, join.y, join.onto.face === "front" ? off : -off],
  };
}

/** mm of joined pieces that stand on a face of a panel, whatever lies on them included. */
export function carriedOn(
  { pieces, joins }: Pick<Solution, "pieces" | "joins">,
  on: PanelFace,
  caliper: number,
): number {
  return joins.reduce((most, join) => {
    if (join.onto.piece !== on.piece || join.onto.panel !== on.panel || join.onto.face !== on.face) return most;
    const own = caliperOf(
      pieces.find((p) => p.id === join.piece),
      caliper,
    );
    const out: Face = (on.face === "front") !== join.flip ? "front" : "back";
    const above = carriedOn({ pieces, joins }, { piece: join.piece, panel: join.panel, face: out }, caliper);
    return Math.max(most, own + (join.raised ?? 0) + above);
  }, 0);
}

/** Every panel of every piece where it is in space, keyed `piece/panel`: joined pieces ride on the panel they are glued to. */
export function foldedPanels(
  solution: Pick<Solution, "pieces" | "joins">,
  state: FoldState,
): ReadonlyMap<string, Rigid> {
  const all = new Map<string, Rigid>();
  for (const piece of assembled(solution)) {
    const join = solution.joins.find((j) => j.piece === piece.id);
    const target = join && all.get(`${join.onto.piece}/${join.onto.panel}`);
    const beneath = join && solution.pieces.find((p) => p.id === join.onto.piece);
    const off = (caliperOf(piece, state.caliper) + caliperOf(beneath, state.caliper)) / 2 + (join?.raised ?? 0);
    const base = join && target ? after(target, joinMove(join, off)) : STILL;
    const carried = (panel: string, face: Face): number =>
      carriedOn(solution, { piece: piece.id, panel, face }, state.caliper);
    for (const [panel, pose] of posesOf(piece, { ...state, carried }))
      all.set(`${piece.id}/${panel}`, after(base, pose));
  }
  return all;
}
