/** Lines of a net as edges of a map: each from place to place, none crossing another, each once. */
import { type Path, pointAt, type Segment, split } from "../geometry/path.ts";
import { cross, distance, type Point, subtract } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { type Crease, NET_LIMITS, type NetLine, type NetRole, type NetTold } from "./net.ts";
import { chordsOf, Places } from "./places.ts";

/** An edge between two places. */
export interface Edge {
  readonly a: number;
  readonly b: number;
  readonly seg: Segment;
  role: NetRole;
  fold: Crease | undefined;
}

type Loose = Pick<Edge, "seg" | "role" | "fold">;

/** mm of a cell in which crossings are looked for. */
const CELL_MM = 8;
const LEAST_MM = 1e-6;
/** mm that an end may be moved without its being told. */
const MOVED_MM = 1e-3;

export const longOf = (s: Segment): number => {
  const chords = chordsOf(s);
  return chords.slice(1).reduce((sum, p, i) => sum + distance(nth(chords, i), p), 0);
};

/** A segment cut at places along it, from 0 to 1. */
function cutAt(s: Segment, places: readonly number[]): Segment[] {
  const parts: Segment[] = [];
  let [rest, done] = [s, 0];
  for (const t of [...places].sort((a, b) => a - b)) {
    if (t - done < 1e-9 || 1 - t < 1e-9) continue;
    const [first, second] = split(rest, (t - done) / (1 - done));
    parts.push(first);
    [rest, done] = [second, t];
  }
  return [...parts, rest].filter((part) => longOf(part) > LEAST_MM);
}

/** Where chords of two segments cross, as places along each; every crossing is a place of the net. */
function crossings(edges: readonly Loose[], places: Places): Map<number, number[]> {
  const cells = new Map<string, (readonly [edge: number, chord: number])[]>();
  const chords = edges.map(({ seg }) => chordsOf(seg));
  chords.forEach((points, i) => {
    for (let k = 1; k < points.length; k += 1) {
      const [[ax, ay], [bx, by]] = [nth(points, k - 1), nth(points, k)];
      const cell = (mm: number): number => Math.floor(mm / CELL_MM);
      for (let u = cell(Math.min(ax, bx)); u <= cell(Math.max(ax, bx)); u += 1)
        for (let v = cell(Math.min(ay, by)); v <= cell(Math.max(ay, by)); v += 1) {
          const key = `${String(u)} ${String(v)}`;
          const list = cells.get(key);
          if (list) list.push([i, k]);
          else cells.set(key, [[i, k]]);
        }
    }
  });
  const at = new Map<number, number[]>();
  const add = (i: number, t: number): void => {
    const list = at.get(i);
    if (list) list.push(t);
    else at.set(i, [t]);
  };
  const seen = new Set<string>();
  for (const list of cells.values())
    list.forEach(([i, k], m) => {
      for (const [j, l] of list.slice(m + 1)) {
        if (i === j) continue;
        const key = `${String(i)} ${String(k)} ${String(j)} ${String(l)}`;
        if (seen.has(key)) continue;
        seen.add(key);
        const [own, other] = [nth(chords, i), nth(chords, j)];
        const [a, c] = [nth(own, k - 1), nth(other, l - 1)];
        const [p, q] = [subtract(nth(own, k), a), subtract(nth(other, l), c)];
        const slant = cross(p, q);
        if (Math.abs(slant) < 1e-12) continue;
        const [t, u] = [cross(subtract(c, a), q) / slant, cross(subtract(c, a), p) / slant];
        if (t < 0 || t > 1 || u < 0 || u > 1) continue;
        places.put([a[0] + p[0] * t, a[1] + p[1] * t]);
        add(i, (k - 1 + t) / (own.length - 1));
        add(j, (l - 1 + u) / (other.length - 1));
      }
    });
  return at;
}

/** A segment with its ends on their places; a curve's handles go with the end they are of. */
function moved(s: Segment, from: Point, to: Point): Segment {
  if (s.kind !== "cubic") return { ...s, from, to };
  const shift = (p: Point, now: Point, was: Point): Point => [p[0] + now[0] - was[0], p[1] + now[1] - was[1]];
  return { ...s, from, to, control1: shift(s.control1, from, s.from), control2: shift(s.control2, to, s.to) };
}

/** All edges, each once: a cut beats a score that lies on it. Undefined where there are too many. */
export function edgesOf(
  lines: readonly NetLine[],
  near: number,
  told: NetTold[],
): { edges: Edge[]; places: Places } | undefined {
  let loose: Loose[] = lines.flatMap(({ path, role, fold }) =>
    path.filter((s) => longOf(s) > LEAST_MM).map((seg) => ({ seg, role, fold })),
  );
  const places = new Places(near);
  const isTooMany = (most: number): boolean => {
    if (loose.length <= most) return false;
    told.push({ code: "too-many", figure: loose.length });
    return true;
  };
  if (isTooMany(NET_LIMITS.segments)) return undefined;
  for (const { seg } of loose) for (const p of [seg.from, seg.to]) places.put(p);
  places.straighten(loose.map(({ seg }) => seg));
  loose = loose.flatMap((one) => cutAt(one.seg, places.passed(one.seg)).map((seg) => ({ ...one, seg })));
  const at = crossings(loose, places);
  loose = loose.flatMap((one, i) => cutAt(one.seg, at.get(i) ?? []).map((seg) => ({ ...one, seg })));
  if (isTooMany(NET_LIMITS.edges)) return undefined;
  return { edges: onceEach(loose, places, near, told), places };
}

function onceEach(loose: readonly Loose[], places: Places, near: number, told: NetTold[]): Edge[] {
  const byEnds = new Map<string, Edge[]>();
  const edges: Edge[] = [];
  let [doubled, joined] = [0, 0];
  for (const { seg: was, role, fold } of loose) {
    const [a, b] = [places.put(was.from), places.put(was.to)];
    if (a === b && longOf(was) < 2 * near) continue;
    const [from, to] = [places.point(a), places.point(b)];
    joined = Math.max(joined, distance(from, was.from), distance(to, was.to));
    const seg = moved(was, from, to);
    const key = a < b ? `${String(a)} ${String(b)}` : `${String(b)} ${String(a)}`;
    const known = byEnds.get(key) ?? [];
    const same = known.find((edge) => distance(pointAt(edge.seg, 0.5), pointAt(seg, 0.5)) < near);
    if (same) {
      doubled += 1;
      if (role === "cut") same.role = "cut";
      same.fold ??= fold;
      continue;
    }
    const edge: Edge = { a, b, seg, role, fold };
    edges.push(edge);
    byEnds.set(key, [...known, edge]);
  }
  if (doubled > 0) told.push({ code: "doubled", figure: doubled });
  if (joined > MOVED_MM) told.push({ code: "joined", figure: joined });
  return edges;
}

/** Edges that end nowhere bound nothing: set aside, again and again. */
export function withoutLoose(edges: readonly Edge[]): { readonly bound: Edge[]; readonly loose: Set<Edge> } {
  const at = new Map<number, Set<Edge>>();
  for (const edge of edges) for (const place of [edge.a, edge.b]) at.set(place, (at.get(place) ?? new Set()).add(edge));
  const loose = new Set<Edge>();
  const ends = [...at].filter(([, own]) => own.size === 1).map(([place]) => place);
  for (let place = ends.pop(); place !== undefined; place = ends.pop()) {
    const [edge, ...others] = at.get(place) ?? [];
    if (!edge || others.length > 0 || edge.a === edge.b) continue;
    loose.add(edge);
    for (const end of [edge.a, edge.b]) {
      at.get(end)?.delete(edge);
      if (at.get(end)?.size === 1) ends.push(end);
    }
  }
  return { bound: edges.filter((edge) => !loose.has(edge)), loose };
}

/** Segments joined end to end, turned round where that is needed. */
export function chainsOf(segments: readonly Segment[], reversed: (s: Segment) => Segment): Path[] {
  const rest = [...segments];
  const chains: Segment[][] = [];
  const meet = (p: Point, q: Point): boolean => distance(p, q) < LEAST_MM;
  for (let first = rest.shift(); first; first = rest.shift()) {
    const run = [first];
    const next = (): number =>
      rest.findIndex((s) => {
        const [start, end] = [nth(run, 0).from, nth(run, -1).to];
        if (meet(s.from, end)) run.push(s);
        else if (meet(s.to, end)) run.push(reversed(s));
        else if (meet(s.to, start)) run.unshift(s);
        else if (meet(s.from, start)) run.unshift(reversed(s));
        else return false;
        return true;
      });
    for (let at = next(); at >= 0; at = next()) rest.splice(at, 1);
    chains.push(run);
  }
  return chains;
}
