/**
 * Things placed on panels: each is drafted alone, laid by its rule, and joined to what is highest beneath it. Its ids are
 * prefixed with the fitting's, its folds come before those of what it lies on, and what glues it down is a seam like any
 * other.
 *
 *     ┌─────────────────┐ panel           A row that lies on another row takes that one's face as its ground. One that
 *     │ ┌─────────────┐ │ mat             lies on the panel, over something that is there already, rests on that: paper
 *     │ │┌───────────┐│ │ mat on mat      does not go through paper.
 *     │ ││▒▒▒▒▒▒▒▒▒▒▒││ │ strip
 *     │ │└───────────┘│ │                 Places are worked out as one looks at the face (u to the right, v up), so that
 *     │ └─────────────┘ │                 left is left on the inside too.
 *     └─────────────────┘
 */
import { sharedConvex } from "../geometry/convex.ts";
import { type Bounds, boundsOf, flatten, placePath } from "../geometry/path.ts";
import { compose, HERE, invert, place, type Point, type Pose } from "../geometry/point.ts";
import type { Dimension, Face, Join, PanelFace, PieceDraft, Seam, Stroke } from "../model/piece.ts";
import type { GroundFace, Lying } from "../model/solution.ts";
import type { Place } from "../model/fitting.ts";
import type { Fitting, Stock } from "../model/spec.ts";
import { settingMeta } from "../model/setting.ts";
import { filledWith, foldedPanels, flatPose, heightsOf, lastOrder } from "../paper/pose.ts";
import { type Drafted, draftOf } from "../paper/said.ts";
import { kindById } from "./index.ts";
import type { GroundSize, SideOf } from "./kind.ts";
import type { Base, DraftedRow, Laid, Marks, Row } from "./laid.ts";
import { markOf, withMarks } from "./marks.ts";
import { cornerOf, poseOn } from "./place.ts";
import { ruleFigures } from "./ruleFigures.ts";

export type { Laid, Row } from "./laid.ts";

/** Paper (mm²) that two things must share before one rests on the other: an edge that touches does not count. */
const RESTS_MM2 = 1;

/** The form with its fittings, each laid; the form itself first. */
export function layFittings(base: Laid, rows: readonly Row[]): readonly Laid[] {
  const done: Laid[] = [base];
  for (const row of rows) {
    const laid = layOne(row, done, base);
    if (laid) done.push(laid);
  }
  return withMarks(done);
}

/** Undefined where what it should lie on is not there: a row that the reader would refuse. */
function layOne(row: Row, done: readonly Laid[], base: Laid): Laid | undefined {
  const { fitting } = row;
  const ground = groundFor(fitting, done);
  if (!ground) return undefined;
  const drafted = draftRow(row, base, ground);
  // on the form's own paper it depends on nothing else that lies there
  const isMark = kindById(fitting.kind)?.inPaper === true && fitting.on.fitting === undefined;
  const was = isMark ? marked.get(fitting) : undefined;
  if (was?.ground === ground && was.drafted === drafted) return was.laid;
  const laid = layFresh({ row, ground, drafted }, done, base);
  if (isMark && laid) marked.set(fitting, { ground, drafted, laid });
  return laid;
}

/** What rows that are done to paper came to when they were last laid. */
const marked = new WeakMap<Fitting, { ground: GroundFace; drafted: DraftedRow | undefined; laid: Laid }>();

interface Fresh {
  readonly row: Row;
  readonly ground: GroundFace;
  readonly drafted: DraftedRow | undefined;
}

function layFresh({ row, ground, drafted }: Fresh, done: readonly Laid[], base: Laid): Laid | undefined {
  const { fitting, raised } = row;
  const opening = drafted?.across === undefined ? undefined : foldBeside(ground, done);
  // what goes across a fold lies nowhere else
  if (!drafted || (drafted.across !== undefined && !opening)) return undefined;
  const main = drafted.pieces.find((p) => p.id === drafted.main);
  const root = main?.panels.find((p) => p.id === main.root);
  if (!main || !root) return undefined;
  const drawn = flatten(root.outline).map((p) => place(p, invert(main.laid)));
  const { left, right, bottom, top } = boundsOf(drawn);
  const size = { width: right - left, height: top - bottom };
  const down = isDown(drafted, main);
  const at = opening
    ? alongFold(fitting.at, opening.side, size)
    : drafted.along
      ? alongSide(drafted.along, size)
      : fitting.at;
  // from its own flat coordinates to the ground's u and v
  const flat = compose(compose(poseOn(at, ground, size, down), { ...HERE, x: -left, y: -bottom }), invert(main.laid));
  const under = baseOf(ground, done);
  const toBase = compose(under.pose, flat);
  const outline = root.outline;
  if (kindById(fitting.kind)?.inPaper)
    return markOf(row, drafted, {
      ground,
      size,
      at,
      flat,
      under,
      toBase,
      low: under.high,
      edge: edgeOf(ground, done),
    });
  const rests = restingOn(
    flatten(outline).map((p) => place(p, toBase)),
    ground,
    under,
    done,
  );
  const { piece, panel, face } = rests.on;
  const pose = compose(invert(rests.toBase), toBase);
  const join: Join = {
    piece: drafted.main,
    panel: main.root,
    onto: { piece, panel, face },
    x: pose.x,
    y: pose.y,
    rotation: pose.rotation,
    flip: pose.flip,
    ...(raised > 0 && { raised }),
    ...(drafted.stands && { stands: true }),
  };
  const { strips, stands } = drafted;
  const onto = { piece, panel };
  const seam: Seam = { piece: drafted.main, panel: main.root, onto, web: true };
  // what has no back of its own is held by its tabs alone: they must hold like those of any pocket
  const seams = stands
    ? stands.on.map((tab): Seam => ({ piece: drafted.main, panel: tab, onto, widens: stands.widens }))
    : strips.length > 0
      ? strips.map((strip) => ({ ...seam, strip }))
      : [seam];
  const low = rests.high + raised;
  const lies: Lying = {
    id: fitting.id,
    ground,
    ...size,
    corner: cornerOf(at, ground, size),
    turn: at.turn,
    rests: rests.on,
    outline: flatten(outline).map((p) => place(p, flat)),
    edge: edgeOf(ground, done),
    base: under.base,
    basePiece: under.piece,
    onBase: under.pose,
    toBase,
    low,
    high: low + thicknessOf(drafted, base.stock.caliper),
  };
  return {
    ...drafted,
    lies,
    ...(drafted.leaves && { marks: leftBeneath(fitting.id, drafted.leaves, main, rests.on, pose) }),
    joins: [join, ...drafted.joins],
    seams: [
      ...drafted.seams,
      ...seams,
      ...(opening && drafted.across !== undefined
        ? [
            {
              piece: drafted.main,
              panel: drafted.across,
              onto: { piece: ground.piece, panel: opening.other },
              web: true as const,
            },
          ]
        : []),
    ],
    dimensions: [...drafted.dimensions, ...ruleFigures({ ...fitting, at }, lies, under, opening?.side)],
  };
}

/** Lines that stand on its own sheet, on what it rests on. */
function leftBeneath(
  id: string,
  leaves: readonly Stroke[],
  { laid }: PieceDraft,
  { piece, panel, face }: PanelFace,
  pose: Pose,
): Marks {
  const home = compose(pose, laid);
  const strokes = leaves.map((stroke): Stroke => ({
    ...stroke,
    ...{ id: `${id}-${stroke.id}`, path: placePath(stroke.path, home), fitting: id },
    ...(face === "back" && { face }),
  }));
  return { fitting: id, piece, panel, cuts: [], strokes, through: "layer" };
}

/** The fold that a face's panel opens by, as one looks at that face: on which side of it, and what lies across it. */
function foldBeside({ piece, panel, face, pose, width, height }: GroundFace, done: readonly Laid[]) {
  const folds = done.flatMap((d) => d.pieces).find((p) => p.id === piece)?.folds ?? [];
  for (const { panels, angle, from, to } of folds) {
    const other = panels[0] === panel ? panels[1] : panels[1] === panel ? panels[0] : undefined;
    // the two faces that close on one another
    if (other === undefined || Math.abs(angle) < CLOSES_DEG || (angle < 0 ? "back" : "front") !== face) continue;
    const [a, b] = [from, to].map((p) => place(p, invert(pose))) as [Point, Point];
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

/** The rule of what lies across a fold: its left edge is in the fold, and only along it does its own rule count. */
function alongFold(at: Place, side: SideOf, { width, height }: GroundSize): Place {
  if (side === "left" || side === "right")
    return { x: { from: side, by: 0 }, y: at.y, turn: side === "left" ? 0 : 180 };
  // turned about its own middle a quarter, what was its width lies across the fold
  const off = (width - height) / 2;
  const x = at.x.from === "centre" ? at.x : { ...at.x, by: at.x.by - off };
  return { x, y: { from: side, by: off }, turn: side === "bottom" ? 90 : -90 };
}

/** In the middle of a side and so far from it, the heads of letters outwards; along the foot they stand upright. */
function alongSide({ side, off }: NonNullable<DraftedRow["along"]>, { width, height }: GroundSize): Place {
  const middle = { from: "centre", by: 0 } as const;
  if (side === "bottom" || side === "top") return { x: middle, y: { from: side, by: off }, turn: 0 };
  // turned about its own middle a quarter, what was its height stands across
  return { x: { from: side, by: off - (width - height) / 2 }, y: middle, turn: side === "left" ? 90 : -90 };
}

/** Whatever folds away from its drawn face lies with that face down: nothing is to be folded under it. */
const faceDown = ({ folds, root }: PieceDraft): boolean => folds.some((f) => f.panels[0] === root && f.angle < 0);

/** So does what is held by tabs folded beneath it. */
const isDown = ({ stands }: Drafted, piece: PieceDraft): boolean => stands !== undefined || faceDown(piece);

const thicknesses = new WeakMap<Drafted, { readonly caliper: number; readonly mm: number }>();

/** mm it stands up from its underside, folded and filled: the same paper of the same stock is as thick wherever it lies. */
function thicknessOf(drafted: Drafted, caliper: number): number {
  const was = thicknesses.get(drafted);
  if (was?.caliper === caliper) return was.mm;
  const mm = thicknessFresh(drafted, caliper);
  thicknesses.set(drafted, { caliper, mm });
  return mm;
}

function thicknessFresh(drafted: Drafted, caliper: number): number {
  const [only, ...more] = drafted.pieces;
  // paper that is not folded is as thick as it is
  if (only && more.length === 0 && only.folds.length === 0) return only.stock?.caliper ?? caliper;
  const { low, high } = heightsOf(drafted, { progress: lastOrder(drafted), caliper }, drafted.contents);
  return high - low;
}

/** What a row came to when it was last drafted: rows are never changed, so the same row on the same ground comes to the same. */
interface Known {
  readonly width: number;
  readonly height: number;
  readonly grid: number;
  readonly stock: Stock;
  readonly drafted: DraftedRow | undefined;
}
const known = new WeakMap<Fitting, Known>();

/** The row's paper or form, drafted anew only when it or its ground has changed: a drag changes one of many. */
function draftRow(row: Row, base: Laid, { width, height }: GroundFace): DraftedRow | undefined {
  const was = known.get(row.fitting);
  const { grid } = base.setup;
  const { stock } = base;
  const fits = kindById(row.fitting.kind)?.fits === true;
  const same = was?.stock === stock && was.grid === grid && (!fits || (was.width === width && was.height === height));
  // a whole form has its own size and tools, whatever it lies on
  if (same && was.drafted?.setup.tool === (row.part?.setup ?? base.setup).tool) return was.drafted;
  const drafted = draftFresh(row, base, { width, height });
  known.set(row.fitting, { width, height, grid, stock, drafted });
  return drafted;
}

/** The row's paper or form, its ids prefixed. */
function draftFresh(row: Row, base: Laid, ground: GroundSize): DraftedRow | undefined {
  const { fitting, set, part } = row;
  const stock = row.stock ?? base.stock;
  const path = ["fittings", fitting.id];
  if (part) {
    const { form, settings, contents, setup } = part;
    const said = form.draft({ contents, stock, settings, setup });
    const label = labelIn(form.settings.shape);
    const drafted = named(prefixed(draftOf(said, { contents, label, path }), fitting.id, row.stock), fitting.name);
    return {
      ...drafted,
      form,
      setup,
      stock,
      outside: form.outside,
      grounds: form.grounds?.(settings) ?? [],
      strips: [],
    };
  }
  const kind = kindById(fitting.kind);
  const laying = kind?.draft?.({ name: fitting.name, ground, set, setup: base.setup, stock });
  if (!kind || !laying) return undefined;
  const { said, strips = [], across, edge, through, along, lettered, own, leaves, ground: next } = laying;
  const drafted = draftOf(said, {
    contents: { width: 1, height: 1, thickness: 0 },
    label: labelIn(kind.settings.shape),
    path,
    settings: path,
  });
  const [main] = drafted.pieces;
  const panel = next === undefined ? main?.panels[0] : { id: next };
  return {
    ...prefixed(drafted, fitting.id, undefined),
    across,
    ...(edge && { edge }),
    ...(through && { through }),
    ...(along && { along }),
    ...(own && { own }),
    ...(leaves && { leaves }),
    ...(lettered && { lettered }),
    kind,
    setup: base.setup,
    stock,
    outside: "front",
    grounds: panel ? [{ panel: panel.id, name: fitting.name, sides: { outside: 0 } }] : [],
    strips: strips.map(({ along, wide }) => ({
      from: place(along.from, main?.laid ?? HERE),
      to: place(along.to, main?.laid ?? HERE),
      wide,
    })),
  };
}

/** A form that is laid is called as the maker calls it; further pieces of it are told by that name too. */
const named = (drafted: Drafted, name: string): Drafted => ({
  ...drafted,
  pieces: drafted.pieces.map((p) => ({
    ...p,
    name: p.id === drafted.main ? name : `${name}: ${p.name.toLowerCase()}`,
  })),
});

const labelIn =
  (shape: Readonly<Record<string, unknown>>) =>
  (setting: string): string | undefined => {
    const schema = shape[setting];
    return schema ? settingMeta(schema as Parameters<typeof settingMeta>[0]).label : undefined;
  };

/** The draft with every id of a piece prefixed by the fitting's: `pocket/front` lies in the piece `pocket`. */
function prefixed(drafted: Drafted, fitting: string, stock: Stock | undefined): Drafted {
  const named = (piece: string): string => `${fitting}/${piece}`;
  const of = <F extends { readonly piece: string }>(at: F): F => ({ ...at, piece: named(at.piece) });
  return {
    ...drafted,
    fitting,
    main: named(drafted.main),
    pieces: drafted.pieces.map((piece) => ({
      ...piece,
      id: named(piece.id),
      fitting,
      ...(stock && { stock }),
      ...(piece.within !== undefined && { within: named(piece.within) }),
      cuts: piece.cuts.map((cut) => ({ ...cut, fitting })),
    })),
    joins: drafted.joins.map((join) => ({
      ...of(join),
      onto: of(join.onto),
      ...(join.also && { also: join.also.map(of) }),
    })),
    seams: drafted.seams.map((seam) => ({ ...of(seam), onto: of(seam.onto) })),
    motions: drafted.motions.map((m) => ({
      ...m,
      id: named(m.id),
      ...(m.after !== undefined && { after: named(m.after) }),
      move: of(m.move),
    })),
    contents: drafted.contents.map((c) => ({ ...c, on: of(c.on), closes: c.closes.map(named), fitting })),
    dimensions: drafted.dimensions.map((d): Dimension => ({
      ...of(d),
      id: named(d.id),
      lights: d.lights.map(named),
      fitting,
    })),
    overlaps: drafted.overlaps.map(of),
    trims: drafted.trims.map(of),
  };
}

/** The face a row says it lies on. */
function groundFor({ on }: Fitting, done: readonly Laid[]): GroundFace | undefined {
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
const READ_FROM_TIP = 180;

const faces = new WeakMap<PieceDraft, Map<string, GroundFace>>();

/** A panel's face, the same each time it is asked for: what is laid on it need not be laid again. */
function faceOf(piece: PieceDraft, outline: PieceDraft["panels"][number]["outline"], on: PanelFace, turn: number) {
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
  turn: number,
): GroundFace {
  const drawn = flatten(outline).map((p) => place(p, invert(laid)));
  const { left, right, bottom, top } = boundsOf(drawn);
  const [width, height] = [right - left, top - bottom];
  const looked: Pose =
    on.face === "front" ? { ...HERE, x: left, y: bottom } : { x: right, y: bottom, rotation: 0, flip: true };
  const read = turn === 0 ? HERE : { x: width, y: height, rotation: 180, flip: false };
  return { ...on, width, height, pose: compose(laid, compose(looked, read)) };
}

const edges = new WeakMap<GroundFace, readonly Point[]>();

/** A ground's own edge on its u and v. */
function edgeOf(ground: GroundFace, done: readonly Laid[]): readonly Point[] {
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
function baseOf(ground: GroundFace, done: readonly Laid[]): Base {
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
const covers = new WeakMap<Laid["pieces"], Cover>();

/**
 * The face of a folded thing that is uppermost: that of the panel it is joined by, or of what comes to lie flat over it
 * when the thing is folded up and filled, by however many scores (a deep envelope's closing flap is reached over a wall).
 */
function coverOf(laid: Laid, piece: PieceDraft): Cover {
  const { pieces } = laid;
  const was = covers.get(pieces);
  if (was) return was;
  const cover = coverFresh(laid, piece);
  covers.set(pieces, cover);
  return cover;
}

function coverFresh(laid: Laid, piece: PieceDraft): Cover {
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

interface Resting {
  readonly on: PanelFace;
  /** from its flat coordinates to those of the panel at the bottom */
  readonly toBase: Pose;
  readonly high: number;
}

/** What is highest under a thing, its outline given at the bottom: its ground, or what lies on the same face already. */
function restingOn(outline: readonly Point[], ground: GroundFace, under: Base, done: readonly Laid[]): Resting {
  const own = boundsOf(outline);
  const start: Resting = { on: ground, toBase: under.toBase, high: under.high };
  return done.reduce((best: Resting, drafted): Resting => {
    const { lies, pieces, main } = drafted;
    const piece = pieces.find((p) => p.id === main);
    if (!lies || !piece || lies.base !== under.base || lies.high <= best.high + 1e-9) return best;
    const { on, toPiece } = coverOf(drafted, piece);
    const over = pieces.find((p) => p.id === on.piece);
    const touches = [
      { flat: panelOf(piece, piece.root), lie: HERE },
      { flat: over && panelOf(over, on.panel), lie: toPiece },
    ].some(({ flat, lie }) => {
      const there = flatten(flat ?? []).map((p) => place(p, compose(lies.toBase, lie)));
      return overlaps(own, boundsOf(there)) && sharedConvex(outline, there) >= RESTS_MM2;
    });
    return touches ? { on, toBase: compose(lies.toBase, toPiece), high: lies.high } : best;
  }, start);
}

const overlaps = (a: Bounds, b: Bounds): boolean =>
  a.left < b.right && b.left < a.right && a.bottom < b.top && b.bottom < a.top;
