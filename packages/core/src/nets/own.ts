/** A net of the maker's own, found in the lines that a recipe keeps: without its waste, from the panel that stays. */
import { line, type Path, pathData, type Segment } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import type { NetGlue, OwnNet } from "../model/net.ts";
import { lately } from "../units/lately.ts";
import { nth } from "../units/nth.ts";
import { foldGuess } from "./guess.ts";
import type { Net, NetFold, NetLine, NetPiece } from "./net.ts";
import { netOf } from "./netOf.ts";

const NUMBER = /[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/giu;
const SAME_MM = 1e-9;

/** An arc of a circle between two points (SVG 1.1, F.6.5), where the two radii are one and reach. */
function arcOf(from: Point, to: Point, radius: number, isLarge: boolean, isClockwise: boolean): Segment | undefined {
  const half = distance(from, to) / 2;
  if (!(radius > 0) || half < SAME_MM) return undefined;
  const r = Math.max(radius, half);
  const off = Math.sqrt(Math.max(0, r * r - half * half)) * (isLarge === isClockwise ? -1 : 1);
  const [ux, uy] = [(to[0] - from[0]) / (2 * half), (to[1] - from[1]) / (2 * half)];
  const centre: Point = [(from[0] + to[0]) / 2 - uy * off, (from[1] + to[1]) / 2 + ux * off];
  return { kind: "arc", from, to, centre, ccw: isClockwise };
}

/** Path data of absolute M, L, C, A and Z as a path; undefined for anything else. */
export function pathIn(data: string): Path | undefined {
  if (!/^[MLCAZ\d\s.,e+-]+$/iu.test(data) || /[mlcaz]/u.test(data)) return undefined;
  const path: Segment[] = [];
  let [at, start]: [Point, Point] = [
    [0, 0],
    [0, 0],
  ];
  for (const [, command = "", rest = ""] of data.matchAll(/([MLCAZ])([^MLCAZ]*)/gu)) {
    const n = (rest.match(NUMBER) ?? []).map(Number);
    if (!n.every((v) => Number.isFinite(v) && Math.abs(v) < 1e6)) return undefined;
    const each = { M: 2, L: 2, C: 6, A: 7, Z: 0 }[command] ?? 0;
    if (each === 0 ? n.length > 0 : n.length === 0 || n.length % each > 0) return undefined;
    if (command === "Z") {
      if (distance(at, start) > SAME_MM) path.push(line(at, start));
      at = start;
    }
    for (let i = 0; each > 0 && i < n.length; i += each) {
      const point = (k: number): Point => [nth(n, i + k), nth(n, i + k + 1)];
      const to = point(each - 2);
      if (command === "M" && i === 0) start = to;
      else if (command === "C") path.push({ kind: "cubic", from: at, control1: point(0), control2: point(2), to });
      else if (command === "A") {
        if (Math.abs(nth(n, i) - nth(n, i + 1)) > 1e-6) return undefined;
        const arc = arcOf(at, to, nth(n, i), nth(n, i + 3) !== 0, nth(n, i + 4) !== 0);
        if (arc) path.push(arc);
      } else if (distance(at, to) > SAME_MM) path.push(line(at, to));
      at = to;
    }
  }
  return path.length > 0 ? path : undefined;
}

/** The same net so many times as large. */
export function scaledNet(net: OwnNet, by: number): OwnNet {
  const scaled = ([x, y]: Point): Point => [x * by, y * by];
  const segment = (s: Segment): Segment => {
    const ends = { from: scaled(s.from), to: scaled(s.to) };
    if (s.kind === "arc") return { ...s, ...ends, centre: scaled(s.centre) };
    return s.kind === "cubic"
      ? { ...s, ...ends, control1: scaled(s.control1), control2: scaled(s.control2) }
      : { ...s, ...ends };
  };
  const glued = net.glued?.map((row) => ({
    ...row,
    ...(row.x !== undefined && { x: row.x * by }),
    ...(row.y !== undefined && { y: row.y * by }),
  }));
  const rest = { ...net, ...(glued && { glued }) };
  return { ...rest, lines: net.lines.map((one) => ({ ...one, d: pathData((pathIn(one.d) ?? []).map(segment)) })) };
}

/** The lines of a kept net; undefined where one of them is no path. */
export function linesIn({ lines }: Pick<OwnNet, "lines">): NetLine[] | undefined {
  const read = lines.map(({ role, fold, d }) => {
    const path = pathIn(d);
    return path && { role, fold, path };
  });
  return read.every((one) => one !== undefined) ? read : undefined;
}

/** Folds as a tree from a panel, those first that carried before: what is left over closes by itself. */
function treeFrom(root: string, folds: readonly NetFold[]) {
  const seen = new Set([root]);
  const carries = new Map<string, NetFold>();
  const reaches = ({ panels: [a, b] }: NetFold): boolean => seen.has(a) !== seen.has(b);
  const next = () => folds.find((fold) => !fold.closes && reaches(fold)) ?? folds.find(reaches);
  for (let fold = next(); fold; fold = next()) {
    const [a, b] = fold.panels;
    const { closes: _, ...open } = fold;
    carries.set(fold.id, seen.has(a) ? open : { ...open, panels: [b, a] });
    seen.add(a).add(b);
  }
  const kept = folds.filter(({ panels }) => panels.every((id) => seen.has(id)));
  return { seen, folds: kept.map((fold): NetFold => carries.get(fold.id) ?? { ...fold, closes: true }) };
}

/** Folds of a piece as a tree from another panel: what moved stays where the way to it is turned round. */
const rootedAt = (piece: NetPiece, root: string): NetPiece =>
  root === piece.root || !piece.panels.some(({ id }) => id === root)
    ? piece
    : { ...piece, root, folds: treeFrom(root, piece.folds).folds };

/** A piece without what the maker says is waste, and without folds on it: what hangs on it alone goes too. */
function withoutWaste(piece: NetPiece, waste: ReadonlySet<string>): NetPiece | undefined {
  if (!piece.panels.some(({ id }) => waste.has(id))) return piece;
  const left = piece.panels.filter(({ id }) => !waste.has(id));
  const root = left.find(({ id }) => id === piece.root) ?? left[0];
  if (!root) return undefined;
  // where a panel hung on what is waste, a fold that closed by itself carries it now
  const { seen, folds } = treeFrom(
    root.id,
    piece.folds.filter(({ panels }) => !panels.some((id) => waste.has(id))),
  );
  return {
    ...{ root: root.id, folds },
    panels: piece.panels.filter(({ id }) => seen.has(id)),
    cuts: piece.cuts.filter(({ panel }) => seen.has(panel)),
    loose: piece.loose.filter(({ panel }) => seen.has(panel)),
  };
}

/** A fold with how far it turns and when. */
export interface Turned extends NetFold {
  readonly angle: number;
  readonly order: number;
}
export interface OwnPiece extends NetPiece {
  readonly folds: readonly Turned[];
}

/** A row of glue that lays a whole piece on another: by which of its panels, and on which. */
export interface LaidRow {
  readonly row: NetGlue;
  readonly own: string;
  readonly under: string;
}

/** Rows that lay a piece on another: the first that reaches each from the main one. All others are glue alone. */
export function laidRows(pieces: readonly Pick<NetPiece, "panels">[], rows: readonly NetGlue[]): readonly LaidRow[] {
  const pieceOf = (id: string): number => pieces.findIndex(({ panels }) => panels.some((panel) => panel.id === id));
  const reached = new Set([0]);
  const found: LaidRow[] = [];
  const reaches = ({ panel, onto }: NetGlue): boolean => {
    const both = [pieceOf(panel), pieceOf(onto)];
    return !both.includes(-1) && both.filter((piece) => reached.has(piece)).length === 1;
  };
  for (let row = rows.find(reaches); row; row = rows.find(reaches)) {
    const [own, under] = reached.has(pieceOf(row.onto)) ? [row.panel, row.onto] : [row.onto, row.panel];
    found.push({ row, own, under });
    reached.add(pieceOf(own));
  }
  return found;
}

const read = lately<Net>(8);
const found = new WeakMap<OwnNet, { readonly pieces: readonly OwnPiece[]; readonly told: Net["told"] }>();

/** What a kept net is: its pieces, the largest first, each fold turned as was answered or guessed. */
export function ownNet(net: OwnNet): { readonly pieces: readonly OwnPiece[]; readonly told: Net["told"] } {
  const known = found.get(net);
  if (known) return known;
  // an answer changes what is made of the lines, and not the lines
  const key = JSON.stringify([net.near, net.lines]);
  const { pieces, told } = read(key, () => netOf(linesIn(net) ?? [], net.near));
  const waste = new Set(net.waste);
  const kept = pieces.flatMap((piece) => withoutWaste(piece, waste) ?? []);
  // the piece that the root is of is the one that the others are laid on
  const isMain = ({ panels }: NetPiece): boolean => panels.some(({ id }) => id === net.root);
  const ordered = [...kept.filter(isMain), ...kept.filter((piece) => !isMain(piece))];
  const laid = laidRows(ordered, net.glued ?? []);
  const heldBy = (piece: NetPiece): string | undefined =>
    laid.find(({ own }) => piece.panels.some(({ id }) => id === own))?.own;
  const own = ordered.map((piece): OwnPiece => {
    // a piece that lies on another hangs on the panel it is glued by
    const rooted = rootedAt(piece, heldBy(piece) ?? net.root ?? piece.root);
    const guess = foldGuess(rooted);
    const folds = rooted.folds.map((fold) => ({
      ...fold,
      angle: 180,
      order: 1,
      ...guess[fold.id],
      ...net.folds?.[fold.id],
    }));
    // what closes by itself does so with the last fold that moves something
    const last = Math.max(1, ...folds.map(({ closes, order }) => (closes ? 1 : order)));
    return { ...rooted, folds: folds.map((fold) => (fold.closes ? { ...fold, order: last } : fold)) };
  });
  const made = { pieces: own, told };
  found.set(net, made);
  return made;
}
