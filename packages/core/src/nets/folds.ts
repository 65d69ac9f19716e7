/** Folds out of scores between panels: those of two panels in one line are one, many short chords one curve; a tree from the root. */
import { type Path, reverseSegment, type Segment } from "../geometry/path.ts";
import { cross, distance, dot, type Point, subtract } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { chainsOf, type Edge } from "./edges.ts";
import type { Crease, NetFold } from "./net.ts";

/** Two edges are merged only when they are in line to within this of their length: more, and no fold is found on them. */
const IN_LINE = 5e-7;
/** mm off a line that scores of the same two panels may lie and be one fold. */
const SAME_LINE_MM = 0.05;
/** A chain of at least so many chords, each turning less than this, is a curve that a file has flattened. */
const CHORDS = 5;
const CHORD_TURN = Math.PI / 10;

const wayOf = (s: Segment): Point => subtract(s.to, s.from);

/** Straight edges in one line become one; places where nothing bends are no corners. */
export function tidy(path: Path): Path {
  const out: Segment[] = [];
  const isInLine = (a: Segment, b: Segment): boolean => {
    if (a.kind !== "line" || b.kind !== "line" || dot(wayOf(a), wayOf(b)) <= 0) return false;
    const whole = subtract(b.to, a.from);
    return Math.abs(cross(wayOf(a), whole)) < IN_LINE * Math.min(distance(a.from, a.to), distance(a.from, b.to));
  };
  for (const s of path) {
    const last = out.at(-1);
    if (last && isInLine(last, s)) out[out.length - 1] = { kind: "line", from: last.from, to: s.to };
    else out.push(s);
  }
  const [first, last] = [nth(out, 0), nth(out, -1)];
  if (out.length > 2 && isInLine(last, first)) {
    out.pop();
    out[0] = { kind: "line", from: last.from, to: first.to };
  }
  return out;
}

interface Run {
  readonly from: Point;
  readonly to: Point;
  readonly path?: Path;
  readonly crease: Crease | undefined;
}
const creaseIn = (edges: readonly Edge[]): Crease | undefined => edges.find(({ fold }) => fold !== undefined)?.fold;

/** Whether a chain of straight edges is a flattened curve. */
const isCurve = (chain: Path): boolean =>
  chain.length > CHORDS &&
  chain.slice(1).every((s, i) => {
    const [a, b] = [wayOf(nth(chain, i)), wayOf(s)];
    return Math.abs(Math.atan2(cross(a, b), dot(a, b))) < CHORD_TURN;
  }) &&
  Math.abs(cross(wayOf(nth(chain, 0)), wayOf(nth(chain, -1)))) > 1e-9;

/** Scores between the same two panels as folds. */
function runsOf(edges: readonly Edge[]): Run[] {
  const straight = edges.filter(({ seg }) => seg.kind === "line");
  const curved = edges.filter(({ seg }) => seg.kind !== "line");
  const chords = chainsOf(
    straight.map(({ seg }) => seg),
    reverseSegment,
  ).filter(isCurve);
  const inChord = (s: Segment): boolean =>
    chords.some((chain) =>
      chain.some(
        (c) =>
          Math.min(distance(c.from, s.from) + distance(c.to, s.to), distance(c.from, s.to) + distance(c.to, s.from)) <
          1e-9,
      ),
    );
  const lines: Edge[][] = [];
  // a short one says little of where its line goes
  const byLength = straight
    .filter(({ seg }) => !inChord(seg))
    .sort((p, q) => distance(q.seg.from, q.seg.to) - distance(p.seg.from, p.seg.to));
  for (const edge of byLength) {
    const off = ({ seg }: Edge, p: Point): number =>
      Math.abs(cross(wayOf(seg), subtract(p, seg.from))) / distance(seg.from, seg.to);
    const line = lines.find(
      ([one]) => one && off(one, edge.seg.from) < SAME_LINE_MM && off(one, edge.seg.to) < SAME_LINE_MM,
    );
    if (line) line.push(edge);
    else lines.push([edge]);
  }
  const paths = [
    ...chords,
    ...chainsOf(
      curved.map(({ seg }) => seg),
      reverseSegment,
    ),
  ];
  return [
    ...lines.map((line): Run => {
      const { seg } = nth(line, 0);
      const along = (p: Point): number => dot(subtract(p, seg.from), wayOf(seg));
      const ends = line.flatMap((edge) => [edge.seg.from, edge.seg.to]).sort((p, q) => along(p) - along(q));
      return { from: nth(ends, 0), to: nth(ends, -1), crease: creaseIn(line) };
    }),
    ...paths.map((path): Run => ({ from: nth(path, 0).from, to: nth(path, -1).to, path, crease: creaseIn(edges) })),
  ];
}

/**
 * The folds of a piece: a tree from its root, the longest first; what is left over closes by itself.
 * @param root the panel that stays
 * @param first the number of the first of them
 */
export function foldsOf(
  root: string,
  first: number,
  scores: readonly { readonly panels: readonly [string, string]; readonly edge: Edge }[],
): NetFold[] {
  const byPair = new Map<string, { readonly panels: readonly [string, string]; readonly edges: Edge[] }>();
  for (const { panels, edge } of scores) {
    const key = [...panels].sort().join(" ");
    const known = byPair.get(key);
    if (known) known.edges.push(edge);
    else byPair.set(key, { panels, edges: [edge] });
  }
  const links = [...byPair.values()]
    .flatMap(({ panels, edges }) => runsOf(edges).map((run) => ({ panels, run })))
    .sort((p, q) => distance(q.run.from, q.run.to) - distance(p.run.from, p.run.to));
  const seen = new Set([root]);
  const folds: NetFold[] = [];
  const add = (panels: readonly [string, string], run: Run, closes?: true): void => {
    folds.push({ id: `fold-${String(first + folds.length)}`, panels, ...run, ...(closes && { closes }) });
  };
  const left = new Set(links);
  const next = () => [...left].find(({ panels: [p, q] }) => seen.has(p) !== seen.has(q));
  for (let link = next(); link; link = next()) {
    const [p, q] = link.panels;
    const [stays, goes] = seen.has(p) ? [p, q] : [q, p];
    seen.add(goes);
    left.delete(link);
    add([stays, goes], link.run);
  }
  for (const { panels, run } of left) add(panels, run, true);
  return folds;
}
