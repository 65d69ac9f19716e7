/**
 * What things lie on: the face a row names, what is uppermost of a folded thing that lies there already, and what a new one
 * comes to rest on. Places are as one looks at the face, u to the right and v up.
 */
import { sharedConvex } from "../geometry/convex.ts";
import { type Bounds, boundsOf, flatten } from "../geometry/path.ts";
import { compose, HERE, invert, place, type Point, type Pose } from "../geometry/point.ts";
import type { ReadTurn } from "../forms/form.ts";
import type { Face, PanelFace, PieceDraft } from "../model/piece.ts";
import type { GroundFace, Lying } from "../model/solution.ts";
import type { Fitting } from "../model/spec.ts";
import type { Drafted } from "../paper/drafted.ts";
import { filledWith, foldedPanels, flatPose, lastOrder } from "../paper/pose.ts";
import type { SideOf } from "./kind.ts";
import type { Base, Part } from "./laid.ts";
import { both } from "../units/nth.ts";

/** Paper (mm²) that two things must share before one rests on the other: an edge that touches does not count. */
const RESTS_MM2 = 1;

/** The fold that a face's panel opens by, as one looks at that face: on which side of it, and what lies across it. */
export function foldBeside({ piece, panel, face, pose, width, height }: GroundFace, done: readonly Part[]) {
  const folds = done.flatMap((d) => d.pieces).find((p) => p.id === piece)?.folds ?? [];
  for (const { panels, angle, from, to } of folds) {
    const other = panels[0] === panel ? panels[1] : panels[1] === panel ? panels[0] : undefined;
    // the two faces that close on one another
    if (other === undefined || Math.abs(angle) < CLOSES_DEG || (angle < 0 ? "back" : "front") !== face) continue;
    const [a, b] = both([from, to], (p) => place(p, invert(pose)));
    const [u, v] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const sides: readonly (readonly [SideOf, number])[] = [
      ["left", u],
      ["right", width - u],
      ["bottom", v],
      ["top", height - v],
    ];
    const found = sides.find(([, off]) => Math.abs(off) < ON_EDGE_MM);
    if (found) return { side: found[0], other };
  }
  return undefined;
}
/** A panel folded this far lies on the other, and its fold this near (mm) an edge is that edge. */
const CLOSES_DEG = 179;
const ON_EDGE_MM = 1e-3;

/** Whatever folds away from its drawn face lies with that face down: nothing is to be folded under it. */
const faceDown = ({ folds, root }: PieceDraft): boolean => folds.some((f) => f.panels[0] === root && f.angle < 0);

/** So does what is held by tabs folded beneath it. */
export const isDown = ({ stands }: Drafted, piece: PieceDraft): boolean => stands !== undefined || faceDown(piece);

/** The face a row says it lies on. */
export function groundFor({ on }: Fitting, done: readonly Part[]): GroundFace | undefined {
  const owner = on.fitting === undefined ? done[0] : done.find((d) => d.fitting === on.fitting);
  if (!owner) return undefined;
  const offered =
    owner.grounds.find((g) => g.panel === on.panel) ?? (on.fitting === undefined ? undefined : owner.grounds[0]);
  const piece = owner.pieces.find((p) => p.panels.some((q) => q.id === offered?.panel));
  const panel = piece?.panels.find((p) => p.id === offered?.panel);
  if (!offered || !piece || !panel) return undefined;
  // on something that is laid already there is one face to look at
  const sides = Object.keys(offered.sides);
  const side = on.side in offered.sides ? on.side : sides[0] === "inside" ? "inside" : "outside";
  const { outside } = owner;
  const face: Face = side === "outside" ? outside : outside === "front" ? "back" : "front";
  // what lies on a panel already has that side down: one looks at what folds over it
  const hidden = owner.lies && panel.id === piece.root && face === (isDown(owner, piece) ? "front" : "back");
  if (!hidden)
    return faceOf(piece, panel.outline, { piece: piece.id, panel: panel.id, face }, offered.sides[side] ?? 0);
  const { on: top } = coverOf(owner, piece);
  const cover = owner.pieces.find((p) => p.id === top.piece);
  const outline = cover && panelOf(cover, top.panel);
  return outline && faceOf(cover, outline, top, panel.id === top.panel ? 0 : READ_FROM_TIP);
}

/** Degrees by which a panel that is folded over is turned to be read. */
const READ_FROM_TIP: ReadTurn = 180;

const READ: Readonly<Record<ReadTurn, Pose>> = {
  0: HERE,
  90: { ...HERE, rotation: 90 },
  180: { ...HERE, rotation: 180 },
};

const faces = new WeakMap<PieceDraft, Map<string, GroundFace>>();

/** A panel's face, the same each time it is asked for: what is laid on it need not be laid again. */
function faceOf(piece: PieceDraft, outline: PieceDraft["panels"][number]["outline"], on: PanelFace, turn: ReadTurn) {
  const known = faces.get(piece) ?? new Map<string, GroundFace>();
  faces.set(piece, known);
  const key = `${faceKey(on)}/${String(turn)}`;
  const face = known.get(key) ?? faceFresh(piece, outline, on, turn);
  known.set(key, face);
  return face;
}

/** A panel's face with its u and v: seen from the back, right and left change places; `turn` is how one turns it to read it. */
function faceFresh(
  { laid }: PieceDraft,
  outline: PieceDraft["panels"][number]["outline"],
  on: PanelFace,
  turn: ReadTurn,
): GroundFace {
  const drawn = flatten(outline).map((p) => place(p, invert(laid)));
  const { left, right, bottom, top } = boundsOf(drawn);
  const [width, height] = [right - left, top - bottom];
  const looked: Pose =
    on.face === "front" ? { ...HERE, x: left, y: bottom } : { x: right, y: bottom, rotation: 0, flip: true };
  const read = { ...READ[turn], x: turn === 90 || turn === 180 ? width : 0, y: turn > 90 ? height : 0 };
  const size = turn % 180 === 0 ? { width, height } : { width: height, height: width };
  return { ...on, ...size, pose: compose(laid, compose(looked, read)) };
}

const edges = new WeakMap<GroundFace, readonly Point[]>();

/** A ground's own edge on its u and v. */
export function edgeOf(ground: GroundFace, done: readonly Part[]): readonly Point[] {
  const was = edges.get(ground);
  if (was) return was;
  const piece = done.flatMap((d) => d.pieces).find((p) => p.id === ground.piece);
  const outline = piece?.panels.find((p) => p.id === ground.panel)?.outline ?? [];
  const edge = flatten(outline).map((p) => place(p, invert(ground.pose)));
  edges.set(ground, edge);
  return edge;
}

const panelOf = (piece: PieceDraft, panel: string): PieceDraft["panels"][number]["outline"] | undefined =>
  piece.panels.find((p) => p.id === panel)?.outline;

const faceKey = ({ piece, panel, face }: PanelFace): string => `${piece}/${panel}/${face}`;

/** What a ground lies on, down to the bottom. */
export function baseOf(ground: GroundFace, done: readonly Part[]): Base {
  for (const laid of done) {
    const { lies, pieces, main } = laid;
    const piece = pieces.find((p) => p.id === main);
    const cover = lies && piece && coverOf(laid, piece);
    if (!cover || faceKey(cover.on) !== faceKey(ground)) continue;
    const toBase = compose(lies.toBase, cover.toPiece);
    return { base: lies.base, piece: lies.basePiece, pose: compose(toBase, ground.pose), high: lies.high, toBase };
  }
  return { base: faceKey(ground), piece: ground.piece, pose: ground.pose, high: 0, toBase: HERE };
}

/** A face of a laid thing, and from its panel's flat coordinates to those of the thing's main piece. */
interface Cover {
  readonly on: PanelFace;
  readonly toPiece: Pose;
}
const covers = new WeakMap<Part["pieces"], Cover>();

/**
 * The face of a folded thing that is uppermost: that of the panel it is joined by, or of what comes to lie flat over it
 * when the thing is folded up and filled, by however many scores (a deep envelope's closing flap is reached over a wall).
 */
function coverOf(laid: Part, piece: PieceDraft): Cover {
  const { pieces } = laid;
  const was = covers.get(pieces);
  if (was) return was;
  const cover = coverFresh(laid, piece);
  covers.set(pieces, cover);
  return cover;
}

function coverFresh(laid: Part, piece: PieceDraft): Cover {
  const { pieces, grounds, contents } = laid;
  const { id, root, folds } = piece;
  const down = isDown(laid, piece);
  const own: Cover = { on: { piece: id, panel: root, face: down ? "back" : "front" }, toPiece: HERE };
  if (down || folds.length === 0) return own;
  const { caliper } = laid.stock;
  const poses = foldedPanels(laid, { progress: lastOrder(laid), caliper, filled: filledWith(contents) });
  const over = pieces.flatMap(({ id: other, panels }) =>
    panels.flatMap((panel) => {
      const pose = poses.get(`${other}/${panel.id}`);
      const toPiece = pose && flatPose(pose);
      if (!toPiece || pose.t[2] < caliper / 2) return [];
      const on: PanelFace = { piece: other, panel: panel.id, face: toPiece.flip ? "back" : "front" };
      // what the form offers to lay things on is asked first: a tab that is tucked in may reach higher
      return [{ on, toPiece, rank: pose.t[2] + (grounds.some((g) => g.panel === panel.id) ? 1e6 : 0) }];
    }),
  );
  return over.reduce((best: Cover & { rank: number }, o) => (o.rank >= best.rank ? o : best), { ...own, rank: 0 });
}

/** What a thing comes to rest on. */
export interface Resting {
  readonly on: PanelFace;
  /** from its flat coordinates to those of the panel at the bottom */
  readonly toBase: Pose;
  readonly high: number;
}

/** What is highest under a thing, its outline given at the bottom: its ground, or what lies on the same face already. */
export function restingOn(outline: readonly Point[], ground: GroundFace, under: Base, done: readonly Part[]): Resting {
  const own = boundsOf(outline);
  const start: Resting = { on: ground, toBase: under.toBase, high: under.high };
  return done.reduce((best: Resting, drafted): Resting => {
    const { lies, pieces, main } = drafted;
    const piece = pieces.find((p) => p.id === main);
    if (!lies || !piece || lies.base !== under.base || lies.high <= best.high + 1e-9) return best;
    const { on, toPiece } = coverOf(drafted, piece);
    const touches = facesAt(drafted, piece, lies).some(
      ({ there, box }) => overlaps(own, box) && sharedConvex(outline, there) >= RESTS_MM2,
    );
    return touches ? { on, toBase: compose(lies.toBase, toPiece), high: lies.high } : best;
  }, start);
}

/** A face that something may come to rest on, at the bottom, with the box round it. */
interface FaceAt {
  readonly there: readonly Point[];
  readonly box: Bounds;
}
const faced = new WeakMap<Lying, readonly FaceAt[]>();

/** The panel a laid thing is joined by, and what is uppermost of it, where they are; the same as long as it lies there. */
function facesAt(laid: Part, piece: PieceDraft, lies: Lying): readonly FaceAt[] {
  const was = faced.get(lies);
  if (was) return was;
  const { on, toPiece } = coverOf(laid, piece);
  const over = laid.pieces.find((p) => p.id === on.piece);
  const faces = [
    { flat: panelOf(piece, piece.root), lie: HERE },
    { flat: over && panelOf(over, on.panel), lie: toPiece },
  ].flatMap(({ flat = [], lie }): FaceAt[] => {
    const there = flatten(flat).map((p) => place(p, compose(lies.toBase, lie)));
    return there.length > 0 ? [{ there, box: boundsOf(there) }] : [];
  });
  faced.set(lies, faces);
  return faces;
}

const overlaps = (a: Bounds, b: Bounds): boolean =>
  a.left < b.right && b.left < a.right && a.bottom < b.top && b.bottom < a.top;
