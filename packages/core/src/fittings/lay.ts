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
import { boundsOf, flatten, placePath } from "../geometry/path.ts";
import { compose, HERE, invert, place, type Pose } from "../geometry/point.ts";
import type { ReadTurn } from "../forms/form.ts";
import type { Place } from "../model/fitting.ts";
import type { Join, PanelFace, PieceDraft, Seam, Stroke } from "../model/piece.ts";
import type { GroundFace, Lying } from "../model/solution.ts";
import type { Fitting } from "../model/spec.ts";
import { heightsOf, lastOrder } from "../paper/pose.ts";
import type { Drafted } from "../paper/drafted.ts";
import { draftRow } from "./draftRow.ts";
import { baseOf, edgeOf, foldBeside, groundFor, isDown, restingOn } from "./ground.ts";
import { kindById } from "./index.ts";
import type { GroundSize, SideOf } from "./kind.ts";
import type { DraftedRow, Part, Marks, Row } from "./laid.ts";
import { markOf, withMarks } from "./marks.ts";
import { cornerOf, poseOn } from "./place.ts";
import { ruleFigures } from "./ruleFigures.ts";

/** The form with its fittings, each laid; the form itself first. */
export function layFittings(base: Part, rows: readonly Row[]): readonly Part[] {
  const done: Part[] = [base];
  for (const row of rows) {
    const laid = layOne(row, done, base);
    if (laid) done.push(laid);
  }
  return withMarks(done);
}

/** Undefined where what it should lie on is not there: a row that the reader would refuse. */
function layOne(row: Row, done: readonly Part[], base: Part): Part | undefined {
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
const marked = new WeakMap<Fitting, { ground: GroundFace; drafted: DraftedRow | undefined; laid: Part }>();

interface Fresh {
  readonly row: Row;
  readonly ground: GroundFace;
  readonly drafted: DraftedRow | undefined;
}

/** The row as it lies: what it is joined to, where it is glued, how high it stands. */
function layFresh({ row, ground, drafted }: Fresh, done: readonly Part[], base: Part): Part | undefined {
  const { fitting } = row;
  const opening = drafted?.across === undefined ? undefined : foldBeside(ground, done);
  // what goes across a fold lies nowhere else
  if (!drafted || (drafted.across !== undefined && !opening)) return undefined;
  const main = drafted.pieces.find((p) => p.id === drafted.main);
  const root = main?.panels.find((p) => p.id === main.root);
  if (!main || !root) return undefined;
  const under = baseOf(ground, done);
  const spot = spotOf(fitting.at, { drafted, main, ground, opening: opening?.side });
  const { at, size, flat } = spot;
  const toBase = compose(under.pose, flat);
  const edge = edgeOf(ground, done);
  if (kindById(fitting.kind)?.inPaper)
    return markOf(row, drafted, { ...{ ground, size, at, flat, under, toBase, edge }, low: under.high });
  const outline = flatten(root.outline);
  const rests = restingOn(
    outline.map((p) => place(p, toBase)),
    ground,
    under,
    done,
  );
  const pose = compose(invert(rests.toBase), toBase);
  const low = rests.high + row.raised;
  const lies: Lying = {
    ...{ id: fitting.id, ground, ...size, corner: cornerOf(at, ground, size), turn: at.turn, rests: rests.on },
    ...{ outline: outline.map((p) => place(p, flat)), edge, toBase },
    ...{ base: under.base, basePiece: under.piece, onBase: under.pose },
    ...{ low, high: low + thicknessOf(drafted, base.stock.caliper) },
  };
  return {
    ...drafted,
    lies,
    ...(opening && { grounds: drafted.grounds.map((g) => ({ ...g, sides: { outside: READ_OFF[opening.side] } })) }),
    ...(drafted.leaves && { marks: leftBeneath(fitting.id, drafted.leaves, main, rests.on, pose) }),
    joins: [joinOf(row, drafted, main, rests.on, pose), ...drafted.joins],
    seams: [
      ...drafted.seams,
      ...seamsOn(rests.on, drafted, main),
      ...(opening ? acrossFold({ piece: ground.piece, panel: opening.other }, drafted) : []),
    ],
    dimensions: [...drafted.dimensions, ...ruleFigures({ ...fitting, at }, lies, under, opening?.side)],
  };
}

/** How what lies across a fold, its left edge in it, is turned to be read as the card stands. */
const READ_OFF: Readonly<Record<SideOf, ReadTurn>> = { left: 0, right: 180, bottom: 90, top: 90 };

interface LaySpot {
  readonly drafted: DraftedRow;
  readonly main: PieceDraft;
  readonly ground: GroundFace;
  /** the side of the ground it opens by, for what lies across that fold */
  readonly opening: SideOf | undefined;
}

/** Where a row comes to lie by its rule, how large it is, and from its own flat coordinates to the ground's u and v. */
function spotOf(rule: Place, { drafted, main, ground, opening }: LaySpot) {
  const root = main.panels.find((p) => p.id === main.root);
  const drawn = flatten(root?.outline ?? []).map((p) => place(p, invert(main.laid)));
  const { left, right, bottom, top } = boundsOf(drawn);
  const size = { width: right - left, height: top - bottom };
  const at = opening ? alongFold(rule, opening, size) : drafted.along ? alongSide(drafted.along, size) : rule;
  const laid = poseOn(at, ground, size, isDown(drafted, main));
  return { at, size, flat: compose(compose(laid, { ...HERE, x: -left, y: -bottom }), invert(main.laid)) };
}

const joinOf = ({ raised }: Row, drafted: DraftedRow, main: PieceDraft, on: PanelFace, pose: Pose): Join => ({
  piece: drafted.main,
  panel: main.root,
  onto: { piece: on.piece, panel: on.panel, face: on.face },
  ...{ x: pose.x, y: pose.y, rotation: pose.rotation, flip: pose.flip },
  ...(raised > 0 && { raised }),
  ...(drafted.stands && { stands: true }),
});

/** What glues it on what it rests on: all over, in strips, or by its tabs. */
function seamsOn(
  { piece, panel }: PanelFace,
  { main: own, stands, strips }: DraftedRow,
  main: PieceDraft,
): readonly Seam[] {
  const onto = { piece, panel };
  // what has no back of its own is held by its tabs alone: they must hold like those of any pocket
  if (stands) return stands.on.map((tab): Seam => ({ piece: own, panel: tab, onto, widens: stands.widens }));
  const seam: Seam = { piece: own, panel: main.root, onto, web: true };
  return strips.length > 0 ? strips.map((strip) => ({ ...seam, strip })) : [seam];
}

/** What glues its other end on the panel across the fold. */
const acrossFold = (onto: Seam["onto"], { main, across }: DraftedRow): readonly Seam[] =>
  across === undefined ? [] : [{ piece: main, panel: across, onto, web: true }];

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
