/**
 * Where every panel is when the paper is folded so far. Space: a piece's flat coordinates with z towards whoever looks
 * at the drawn face; mm. Panels turn rigidly about their scores; a panel folded right over is lifted by one caliper for
 * each ply beneath it, by what those carry, and by the contents when they lie beneath it: the axis it turns about is
 * raised half as far.
 */
import type { Face, Fold, Join, Motion, PanelFace, PieceDraft, Contained } from "../model/piece.ts";
import { distance, type Point, turn } from "../geometry/point.ts";
import { clipConvex, flatten } from "../geometry/path.ts";
import { type Band, bandsOf, bandsWith, shiftAt } from "./bend.ts";
import { type Hinge, loopsOf, type Swings, swingsOf } from "./linkage.ts";
import { about, after, move, type Point3, type Rigid, STILL, undo } from "./rigid.ts";
import { both, nth } from "../units/nth.ts";

export * from "./rigid.ts";

/** What of a piece decides where its panels come to lie: a draft of one will do. */
export type Folding = Pick<PieceDraft, "id" | "stock" | "root" | "panels" | "folds" | "glue">;
/** Pieces, how they are laid on one another, and what moves. A piece stands after the one it lies on. */
export interface Joined<P extends Folding = Folding> {
  /** the piece that all others are joined to */
  readonly main: string;
  readonly pieces: readonly P[];
  readonly joins: readonly Join[];
  readonly motions?: readonly Motion[];
}

/** Which way the moving panel turns about `from → to` so that it comes towards the drawn face: its side of the line decides. */
function sense(piece: Folding, fold: Fold): 1 | -1 {
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

/** Where a folded panel comes to lie in the pile. */
const levelOf = ({ level, order }: Fold): number => level ?? order;

/** How far everything has gone: folding, filling, motions. */
export interface FoldState {
  /** how far the folding has gone: fold of order k runs from k − 1 to k */
  readonly progress: number;
  /** mm a sheet of the stock is thick */
  readonly caliper: number;
  /** mm of contents that lie in a piece, by its id; nothing unless said */
  readonly filled?: ((piece: string) => number) | undefined;
  /** 0 to 1: how far each motion has gone, by its id; nothing moves before the folding is done */
  readonly motion?: Readonly<Record<string, number>>;
  /** degrees a fold stands off where it ended, by the id of the fold */
  readonly swing?: ((fold: string) => number) | undefined;
  /** everything lies flat beside its curved folds: how glued panels lie on one another */
  readonly unbent?: true;
  /** mm of joined pieces that a panel carries on a face; nothing unless said */
  readonly carried?: (panel: string, face: Face) => number;
}

/** The pieces that are folded up together: the main one and what is joined to it. Loose parts are not among them. */
export function assembled<P extends Folding>({ pieces, joins, main }: Joined<P>): readonly P[] {
  const joined = new Set(joins.map((join) => join.piece));
  return pieces.filter(({ id }) => id === main || joined.has(id));
}

/**
 * mm that a whole assembly reaches behind and in front of the middle of its main panel's sheet, folded so far and filled.
 * @param poses where its panels are then, for whoever has folded it already
 */
export function heightsOf(
  joined: Joined,
  state: FoldState,
  contents: readonly Contained[] = [],
  poses = foldedPanels(joined, { ...state, filled: filledWith(contents) }),
) {
  const main = joined.pieces.find((p) => p.id === joined.main);
  const half = caliperOf(main, state.caliper) / 2;
  let [low, high] = [-half, half];
  const reach = (from: number, to: number): void => {
    [low, high] = [Math.min(low, from), Math.max(high, to)];
  };
  for (const piece of assembled(joined)) {
    const ply = caliperOf(piece, state.caliper) / 2;
    for (const { id, outline } of piece.panels) {
      const pose = poses.get(`${piece.id}/${id}`) ?? STILL;
      for (const { from } of outline) {
        const z = move(pose, [from[0], from[1], 0])[2];
        reach(z - ply * Math.abs(pose.r[8]), z + ply * Math.abs(pose.r[8]));
      }
    }
  }
  for (const lying of contents) {
    const on = poses.get(`${lying.on.piece}/${lying.on.panel}`);
    if (!on) continue;
    const to = after(on, lyingMove(joined, lying, state.caliper));
    const [bottom, top] = both([0, lying.thickness], (z) => move(to, [0, 0, z])[2]);
    reach(Math.min(bottom, top), Math.max(bottom, top));
  }
  return { low, high };
}

/** How full each piece is, `part` (0 to 1) of what lies in it: mm by piece, for `FoldState.filled`. */
export const filledWith =
  (contents: readonly Contained[], part: (lying: Contained) => number = () => 1) =>
  (piece: string): number =>
    contents.reduce((sum, c) => (c.on.piece === piece ? sum + c.thickness * part(c) : sum), 0);

/** The last order of folding of a whole solution. */
export const lastOrder = (solution: Joined): number =>
  Math.max(0, ...assembled(solution).flatMap((piece) => piece.folds.map((f) => f.order)));

/** A piece folded so far: where each panel is, each fold as a hinge, and the bands of what is bent. */
interface FoldedUp {
  readonly poses: ReadonlyMap<string, Rigid>;
  readonly hinges: ReadonlyMap<string, Hinge>;
  readonly bands: ReadonlyMap<string, readonly Band[]>;
}

/** Where each panel of a piece is, by panel id. Panels no fold reaches stay where they are drawn. */
export const posesOf = (piece: Folding, state: FoldState): ReadonlyMap<string, Rigid> => foldUp(piece, state).poses;

function foldUp(piece: Folding, state: FoldState): FoldedUp {
  const { progress, caliper, swing, unbent, carried = () => 0 } = state;
  const filled = state.filled?.(piece.id) ?? 0;
  const poses = new Map<string, Rigid>([[piece.root, STILL]]);
  const hinges = new Map<string, Hinge>();
  const partOf = (fold: Fold): number => Math.min(1, Math.max(0, progress - fold.order + 1));
  const bands = new Map<string, readonly Band[]>();
  for (const { id } of unbent ? [] : piece.panels)
    for (const [panel, row] of bandsOf(piece, id, partOf, caliper)) bands.set(panel, row);
  const folds = piece.folds.filter(({ closes }) => !closes).sort((a, b) => a.order - b.order);
  // plies are counted separately on the two sides of the panel they fold over, each with what it carries on either face
  const heightOf = (fold: Fold): number => {
    const [facing, away]: [Face, Face] = fold.angle >= 0 ? ["front", "back"] : ["back", "front"];
    const own = levelOf(fold);
    const beneath = folds.filter((f) => f.angle >= 0 === fold.angle >= 0 && levelOf(f) <= own);
    const most = (level: number, face: Face): number =>
      Math.max(...beneath.filter((f) => levelOf(f) === level).map((f) => carried(f.panels[1], face)));
    return [...new Set(beneath.map(levelOf))].reduce(
      (sum, level) => sum + caliper + most(level, facing) + (level < own ? most(level, away) : 0),
      carried(fold.panels[0], facing),
    );
  };
  const pending = [...folds];
  while (pending.length > 0) {
    const next = pending.findIndex((f) => poses.has(f.panels[0]));
    if (next < 0) break;
    const fold = nth(pending.splice(next, 1), 0);
    const parent = poses.get(fold.panels[0]) as Rigid;
    // a flap beyond a curved fold has its place from its bands
    if (fold.path) {
      poses.set(fold.panels[1], parent);
      continue;
    }
    const part = partOf(fold);
    const over = fold.angle >= 0;
    // a fold that lies open in the end stands off for what is on its panel's back, and turns about the paper's face:
    // folded over, the panel lies one ply on the other
    const stood = (fold.lift ?? 0) * caliper + (fold.angle === 0 ? carried(fold.panels[1], "back") : 0);
    const lift =
      fold.angle === 0
        ? caliper + stood
        : Math.abs(fold.angle) > 179
          ? (heightOf(fold) + (over && bands.size === 0 ? filled : 0)) * (over ? 1 : -1)
          : 0;
    const [from, to]: [Point3, Point3] = [
      [fold.from[0], fold.from[1], lift / 2],
      [fold.to[0], fold.to[1], lift / 2],
    ];
    const side = sense(piece, fold);
    const folded = about(from, to, (fold.angle * part + (swing?.(fold.id) ?? 0)) * side);
    const turned = stood === 0 ? folded : after(folded, { ...STILL, t: [0, 0, stood * part] });
    const bent = { ...STILL, t: shiftAt(bands.get(fold.panels[0]) ?? [], fold.from) };
    poses.set(fold.panels[1], after(after(parent, bent), turned));
    const length = distance(fold.from, fold.to) * side;
    const way: Point3 = [(to[0] - from[0]) / length, (to[1] - from[1]) / length, 0];
    hinges.set(fold.id, { at: move(parent, from), axis: move({ ...parent, t: [0, 0, 0] }, way), fold });
  }
  for (const panel of piece.panels) if (!poses.has(panel.id)) poses.set(panel.id, STILL);
  return { poses, hinges, bands };
}

/** mm the paper of a piece is thick. */
export const caliperOf = (piece: Pick<PieceDraft, "stock"> | undefined, caliper: number): number =>
  piece?.stock?.caliper ?? caliper;

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

/** How far a moving piece has moved, in the target panel's space. */
function moveOf(motion: Motion | undefined, travel: number): Rigid {
  if (!motion || motion.move.kind === "open" || travel === 0) return STILL;
  if (motion.move.kind === "slide") return { ...STILL, t: [motion.move.by[0] * travel, motion.move.by[1] * travel, 0] };
  const [x, y] = motion.move.about;
  return about([x, y, 0], [x, y, 1], motion.move.degrees * travel);
}

/** mm a piece stands off what its root lies on, on the side it lies there: what lies in it and on it counted. */
function thicknessOf(piece: Folding, out: Face, state: FoldState): number {
  const own = caliperOf(piece, state.caliper);
  if (piece.folds.length === 0) return own;
  let high = 0;
  for (const [panel, { r, t }] of posesOf(piece, { ...state, caliper: own })) {
    if (Math.abs(r[8]) <= 0.999) continue;
    // what lies on the panel that is joined is its caller's to count
    const face: Face = r[8] > 0 === (out === "front") ? "front" : "back";
    const on = panel === piece.root ? 0 : (state.carried?.(panel, face) ?? 0);
    high = Math.max(high, (out === "front" ? t[2] : -t[2]) + on);
  }
  return high + own;
}

const byId = (pieces: readonly Folding[]): ReadonlyMap<string, Folding> =>
  // of two with one id the first counts
  new Map([...pieces].reverse().map((piece) => [piece.id, piece]));

/** mm of joined pieces that stand on a face of a panel. */
type Carried = (on: PanelFace) => number;

/** What every face carries, whatever lies on that included; each is worked out once. */
function carrying({ pieces, joins }: Joined, state: FoldState): Carried {
  if (joins.length === 0) return () => 0;
  const known = new Map<string, number>();
  const pieceOf = byId(pieces);
  const lying = new Map<string, Join[]>();
  for (const join of joins)
    for (const on of [join.onto, ...(join.also ?? [])]) {
      const key = faceKey(on);
      const here = lying.get(key);
      if (here) here.push(join);
      else lying.set(key, [join]);
    }
  const through = joins.filter((join) => join.through);
  const carried: Carried = (on) => {
    const key = faceKey(on);
    const was = known.get(key);
    if (was !== undefined) return was;
    let most = 0;
    for (const join of through) {
      const piece = pieceOf.get(join.piece);
      if (piece && isOther(join.onto, on)) most = Math.max(most, pokesOut(join, piece, pieces, state));
    }
    for (const join of lying.get(key) ?? []) {
      const piece = pieceOf.get(join.piece);
      const out: Face = (on.face === "front") !== join.flip ? "front" : "back";
      const own = piece ? thicknessOf(piece, out, { ...state, carried: carriedBy(carried, piece.id) }) : state.caliper;
      const above = carried({ piece: join.piece, panel: join.panel, face: out });
      most = Math.max(most, own + (join.raised ?? 0) + above + beneathOf(join, piece, carried, state));
    }
    known.set(key, most);
    return most;
  };
  return carried;
}

const isOther = (one: PanelFace, other: PanelFace): boolean =>
  one.piece === other.piece && one.panel === other.panel && one.face !== other.face;

/** mm that what goes through a panel stands out on the panel's other side. */
function pokesOut({ onto, flip }: Join, piece: Folding, pieces: readonly Folding[], state: FoldState): number {
  const down: Face = (onto.face === "front") !== flip ? "back" : "front";
  const below = caliperOf(
    pieces.find((p) => p.id === onto.piece),
    state.caliper,
  );
  return Math.max(0, thicknessOf(piece, down, state) - caliperOf(piece, state.caliper) - below);
}

const faceKey = ({ piece, panel, face }: PanelFace): string => `${piece}/${panel}/${face}`;

/**
 * mm between a joined panel and what it lies on: a strip glued behind it before it is laid down, and, where it stands on
 * its tabs, these and what lies between.
 */
function beneathOf(
  { piece, panel, onto, flip, stands }: Join,
  own: Folding | undefined,
  carried: Carried,
  state: FoldState,
): number {
  const down: Face = (onto.face === "front") !== flip ? "back" : "front";
  const tabs = stands && own ? thicknessOf(own, down, state) - caliperOf(own, state.caliper) : 0;
  return tabs + carried({ piece, panel, face: down });
}

const carriedBy =
  (carried: Carried, piece: string) =>
  (panel: string, face: Face): number =>
    carried({ piece, panel, face });
const nothing = (): number => 0;

/** Every panel of every piece where it is in space, keyed `piece/panel`: joined pieces ride on the panel they are glued to. */
export function foldedPanels(solution: Joined, state: FoldState): ReadonlyMap<string, Rigid> {
  const { by } = swungBy(solution, state);
  return foldAll(solution, { ...state, swing: undefined }, by).poses;
}

/** How far the folds swing when what opens is opened, and the loops it moves follow. */
export function swungBy(solution: Joined, { motion = {}, ...state }: FoldState): Swings {
  const driven = new Map<string, number>();
  for (const { id, move: m, after: over } of state.progress < lastOrder(solution) ? [] : (solution.motions ?? [])) {
    // what lies over it opens first
    const waits = over !== undefined && (motion[over] ?? 0) < 1;
    const [piece, part] = [
      solution.pieces.find((p) => "piece" in m && p.id === m.piece),
      waits ? 0 : (motion[id] ?? 0),
    ];
    const fold = m.kind === "open" ? piece?.folds.find((f) => f.id === m.fold) : undefined;
    if (m.kind === "open" && fold && part > 0)
      driven.set(`${m.piece}/${m.fold}`, (fold.angle > 0 ? -1 : 1) * m.degrees * part);
  }
  if (driven.size === 0) return { by: driven, reached: 1 };
  const loops = loopsOf({ pieces: assembled(solution), joins: solution.joins });
  return swingsOf(loops, () => foldAll(solution, state).hinges, driven, state.caliper / 2);
}

function foldAll(solution: Joined, state: FoldState, swings: Swings["by"] = new Map()): FoldedUp {
  const poses = new Map<string, Rigid>();
  const hinges = new Map<string, Hinge>();
  const bands = new Map<string, readonly Band[]>();
  const done = state.progress >= lastOrder(solution);
  const carriedAt = carrying(solution, state);
  const pieceOf = byId(solution.pieces);
  const joinOf = new Map([...solution.joins].reverse().map((join) => [join.piece, join]));
  const bearing = new Set(solution.joins.flatMap(({ onto, also = [] }) => [onto, ...also].map((on) => on.piece)));
  for (const piece of assembled(solution)) {
    const join = joinOf.get(piece.id);
    const target = join && poses.get(`${join.onto.piece}/${join.onto.panel}`);
    const beneath = join && pieceOf.get(join.onto.piece);
    const caliper = caliperOf(piece, state.caliper);
    const off =
      (caliper + caliperOf(beneath, state.caliper)) / 2 +
      (join ? (join.raised ?? 0) + beneathOf(join, piece, carriedAt, state) : 0);
    const motion = done
      ? solution.motions?.find((m) => m.move.kind !== "open" && m.move.piece === piece.id)
      : undefined;
    const moved = moveOf(motion, state.motion?.[motion?.id ?? ""] ?? 0);
    const base = join && target ? after(after(target, moved), joinMove(join, off)) : STILL;
    const carried = bearing.has(piece.id) ? carriedBy(carriedAt, piece.id) : nothing;
    const swing = (fold: string): number => swings.get(`${piece.id}/${fold}`) ?? 0;
    const own = foldUp(piece, { ...state, caliper, carried, swing });
    for (const [panel, pose] of own.poses) poses.set(`${piece.id}/${panel}`, after(base, pose));
    for (const [panel, row] of own.bands) bands.set(`${piece.id}/${panel}`, row);
    for (const [fold, { at, axis, ...rest }] of own.hinges)
      hinges.set(`${piece.id}/${fold}`, { at: move(base, at), axis: move({ ...base, t: [0, 0, 0] }, axis), ...rest });
  }
  // what is glued to a bent panel bends with it
  const flat = bands.size > 0 ? foldAll(solution, { ...state, unbent: true }, swings).poses : poses;
  for (const { id, glue } of bands.size > 0 ? assembled(solution) : [])
    for (const { panel, onto } of glue) {
      const [own, other] = [`${id}/${panel}`, `${onto.piece}/${onto.panel}`];
      const row = bands.get(other);
      if (!row || bands.has(own)) continue;
      const [at, on] = [poses, flat].map((where) => [where.get(own) ?? STILL, where.get(other) ?? STILL] as const);
      const carry = after(undo(on?.[1] ?? STILL), on?.[0] ?? STILL);
      if (Math.abs(carry.r[8]) > 0.999)
        bands.set(own, bandsWith(row, carry, after(undo(at?.[0] ?? STILL), at?.[1] ?? STILL)));
    }
  return { poses, hinges, bands };
}

/** A flat bit of paper and where it is: a flat panel is one, a bent one is a row of them. */
export interface Facet {
  readonly piece: string;
  readonly panel: string;
  readonly flat: readonly Point[];
  readonly pose: Rigid;
}

/** All the paper where it is in space. */
export const facetsOf = (solution: Joined, state: FoldState): Facet[] => foldedPaper(solution, state).facets;

/** All the paper where it is in space, and where each panel is. */
export function foldedPaper(solution: Joined, state: FoldState) {
  const { poses, bands } = foldAll(solution, { ...state, swing: undefined }, swungBy(solution, state).by);
  const facets = assembled(solution).flatMap(({ id: piece, panels }) =>
    panels.flatMap(({ id: panel, outline }): Facet[] => {
      const [pose, row, flat] = [
        poses.get(`${piece}/${panel}`) ?? STILL,
        bands.get(`${piece}/${panel}`),
        flatten(outline),
      ];
      if (!row) return [{ piece, panel, flat, pose }];
      return row.flatMap(({ along, from, to, move: bent }): Facet[] => {
        const part = between(flat, along, from, to);
        return part.length < 3 ? [] : [{ piece, panel, flat: part, pose: after(pose, bent) }];
      });
    }),
  );
  return { poses, facets };
}

/** The corners of contents about their own middle. */
export const boxOf = ({ width, height }: Pick<Contained, "width" | "height">): readonly Point[] => [
  [-width / 2, -height / 2],
  [width / 2, -height / 2],
  [width / 2, height / 2],
  [-width / 2, height / 2],
];

/** From the contents' own frame, middle of their underside at the origin, to their panel's flat coordinates. */
export function lyingMove({ pieces }: Joined, { on, x, y, rotation, thickness }: Contained, caliper: number): Rigid {
  const piece = pieces.find((p) => p.id === on.piece);
  const [c, s] = turn(rotation);
  const own = caliperOf(piece, caliper);
  // on a panel that bulges they lie in the middle of the bulge
  const bulges = piece?.folds.some((f) => f.path && f.panels[0] === on.panel) === true;
  return { r: [c, -s, 0, s, c, 0, 0, 0, 1], t: [x, y, bulges ? own - thickness / 2 : own / 2] };
}

const strips = new WeakMap<readonly Point[], Map<string, readonly Point[]>>();

/** What of a polygon lies between two places along a direction; the same points each time, so that who draws them need not again. */
function between(points: readonly Point[], way: Point, from: number, to: number): readonly Point[] {
  const known = strips.get(points) ?? new Map<string, readonly Point[]>();
  strips.set(points, known);
  const key = [...way, from, to].join(" ");
  const strip = known.get(key) ?? stripOf(points, way, from, to);
  known.set(key, strip);
  return strip;
}

function stripOf(points: readonly Point[], [dx, dy]: Point, from: number, to: number): readonly Point[] {
  const far = 1e5;
  const [low, high] = [Math.max(from, -far), Math.min(to, far)];
  const corner = (y: number, r: number): Point => [dx * y + dy * r, dy * y - dx * r];
  return clipConvex(points, [corner(low, -far), corner(low, far), corner(high, far), corner(high, -far)]);
}
