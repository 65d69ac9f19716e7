/** What readers of files have in common: lines said as path data, carried home by a matrix, within limits; and what is told. */
import svgpath from "svgpath";
import { endsOf, line, type Path, reverse, type Segment } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Came, Outline } from "./outline.ts";
import { nth } from "../units/nth.ts";

/** What a file may hold; more is refused with a sentence. */
export const LIMITS = {
  bytes: 10_000_000,
  elements: 100_000,
  depth: 200,
  uses: 16,
  expanded: 100_000,
  segments: 200_000,
} as const;

/** A file that is refused, in a sentence. */
export class OutlineError extends Error {}

/** No drawing is so far away, in its own units or mm. */
export const FAR = 1e6;

/** How a plane is moved, turned and stretched, as SVG writes it: a b c d e f. */
export type Matrix = readonly [number, number, number, number, number, number];
/** Everything stays where it is. */
export const SAME: Matrix = [1, 0, 0, 1, 0, 0];
/** The second first, then the first. */
export const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];

/** More sentences than these nobody reads. */
const MOST_TOLD = 8;

/** The lines of a file as they are found. */
export class Drawn {
  readonly outlines: Outline[] = [];
  readonly #warnings = new Set<string>();
  #expanded = 0;
  #segments = 0;

  /** What is to be told, each once; a file may have no end of reasons. */
  warn(sentence: string): void {
    if (this.#warnings.size < MOST_TOLD) this.#warnings.add(sentence);
  }

  /** What was told so far. */
  get warnings(): readonly string[] {
    return [...this.#warnings];
  }

  /** Counts one more thing that is drawn. @throws OutlineError where a small file draws without end */
  another(): void {
    if (++this.#expanded > LIMITS.expanded) throw new OutlineError("it draws the same things over and over: too many");
  }

  /** Draws path data (SVG 1.1, 8.3), carried to mm with y up. @throws OutlineError where it is too long */
  draw(data: string, home: Matrix, id = `line-${String(this.outlines.length + 1)}`, came: Came = {}): void {
    const segments: (readonly (string | number)[])[] = [];
    const drawn = svgpath(data);
    const { err } = drawn as unknown as { readonly err: string };
    if (err) this.warn("One of its lines breaks off: what could be read of it is kept.");
    drawn
      .abs()
      .unshort()
      .unarc()
      // its matrix is only carried out when it is read
      .matrix([...home])
      .abs()
      .iterate((s) => void segments.push(s));
    this.#segments += segments.length;
    if (this.#segments > LIMITS.segments)
      throw new OutlineError(`its lines have more than ${String(LIMITS.segments)} points`);
    if (!segments.every((s) => s.slice(1).every((v) => Number.isFinite(Number(v)) && Math.abs(Number(v)) < FAR))) {
      this.warn("One of its lines has no proper numbers and is left out.");
      return;
    }
    linesOf(segments).forEach(({ path, closed }, i) => {
      this.outlines.push({ id: i === 0 ? id : `${id}-${String(i + 1)}`, closed, path, ...came });
    });
  }
}

/** Sub-paths as lines and cubics; one that ends where it began is closed. */
function linesOf(segments: readonly (readonly (string | number)[])[]): { path: Segment[]; closed: boolean }[] {
  const lines: { path: Segment[]; closed: boolean }[] = [];
  let at: Point = [0, 0];
  let start: Point = [0, 0];
  const last = (): Segment[] => {
    if (!lines.at(-1) || lines.at(-1)?.closed) lines.push({ path: [], closed: false });
    return nth(lines, -1).path;
  };
  for (const [command, ...rest] of segments) {
    const n = rest.map(Number);
    const point = (i: number): Point => [n[i] ?? 0, n[i + 1] ?? 0];
    const to =
      command === "H"
        ? ([n[0] ?? 0, at[1]] as const)
        : command === "V"
          ? ([at[0], n[0] ?? 0] as const)
          : point(n.length - 2);
    if (command === "M") {
      at = start = point(0);
      lines.push({ path: [], closed: false });
    } else if (command === "Z" || command === "z") {
      const path = last();
      if (distance(at, start) > SAME_POINT_MM) path.push(line(at, start));
      nth(lines, -1).closed = true;
      at = start;
    } else if (command === "C") {
      last().push({ kind: "cubic", from: at, control1: point(0), control2: point(2), to });
      at = to;
    } else if (command === "Q") {
      const c = point(0);
      const near = (p: Point): Point => [p[0] + ((c[0] - p[0]) * 2) / 3, p[1] + ((c[1] - p[1]) * 2) / 3];
      last().push({ kind: "cubic", from: at, control1: near(at), control2: near(to), to });
      at = to;
    } else {
      if (distance(at, to) > SAME_POINT_MM) last().push(line(at, to));
      at = to;
    }
  }
  return lines
    .filter(({ path }) => path.length > 0)
    .map(({ path, closed }) => {
      const meets = distance(nth(path, 0).from, nth(path, -1).to) < CLOSES_MM;
      return { path, closed: closed || (meets && goesRound(path)) };
    });
}
/** Whether a line whose ends meet goes round anything: two straight ones are there and back. */
const goesRound = (path: Path): boolean => path.length > 2 || path.some(({ kind }) => kind !== "line");
/** Ends this near (mm) were meant to meet. */
const CLOSES_MM = 0.01;

/** Ends of open lines this near (mm) are one place: programs write their numbers to a hundredth. */
const MEETS_MM = 0.02;

interface LineEnd {
  readonly outline: Outline;
  readonly point: Point;
  readonly isStart: boolean;
}

/** The open ends by where they are; a place is looked for in its cell and the eight round it. */
class Ends {
  readonly #cells = new Map<string, LineEnd[]>();

  constructor(outlines: readonly Outline[]) {
    for (const outline of outlines) {
      const [first, last] = [nth(outline.path, 0), nth(outline.path, -1)];
      for (const end of [
        { outline, point: first.from, isStart: true },
        { outline, point: last.to, isStart: false },
      ]) {
        const key = this.#key(end.point);
        this.#cells.set(key, [...(this.#cells.get(key) ?? []), end]);
      }
    }
  }

  #key([x, y]: Point, dx = 0, dy = 0): string {
    return `${String(Math.floor(x / MEETS_MM) + dx)} ${String(Math.floor(y / MEETS_MM) + dy)}`;
  }

  /** The ends that meet a point. */
  at(point: Point): LineEnd[] {
    return [-1, 0, 1].flatMap((dx) =>
      [-1, 0, 1].flatMap((dy) =>
        (this.#cells.get(this.#key(point, dx, dy)) ?? []).filter((end) => distance(end.point, point) <= MEETS_MM),
      ),
    );
  }
}

/** What lines of one kind have in common. */
const kindOf = ({ group, colour, dash }: Came): string => JSON.stringify([group, colour, dash]);

/**
 * Open lines that meet end to end are one: those of one group, layer, colour and dash first, and what is open then with any
 * other. So a score that ends at an edge stays a score.
 */
export function chained(outlines: readonly Outline[]): Outline[] {
  return chainedAll(chainedByKind(outlines));
}

/** The same within each group, layer, colour and dash alone, in the order in which lines come. */
export function chainedByKind(outlines: readonly Outline[]): Outline[] {
  const kinds = new Map<string, Outline[]>();
  for (const outline of outlines) {
    const kind = kinds.get(kindOf(outline));
    if (kind) kind.push(outline);
    else kinds.set(kindOf(outline), [outline]);
  }
  if (kinds.size < 2) return chainedAll(outlines);
  const at = new Map(outlines.map(({ id }, i) => [id, i]));
  const all = [...kinds.values()].flatMap(chainedAll);
  return all.sort((a, b) => (at.get(a.id) ?? 0) - (at.get(b.id) ?? 0));
}

/** Where three or more meet, nothing says which goes on, and all end there. */
function chainedAll(outlines: readonly Outline[]): Outline[] {
  const ends = new Ends(outlines.filter((o) => !o.closed));
  const taken = new Set<Outline>();
  const joined = (run: Path, next: Path): Path => {
    const [from, to] = [nth(run, -1).to, nth(next, 0).from];
    return [...run, ...(distance(from, to) > SAME_POINT_MM ? [line(from, to)] : []), ...next];
  };
  const goOn = (outline: Outline, path: Path): Path => {
    let run = path;
    for (;;) {
      const { to } = nth(run, -1);
      const here = ends.at(to).filter((end) => end.outline === outline || !taken.has(end.outline));
      const [next] = here.filter((end) => !taken.has(end.outline));
      if (!next || ends.at(to).length !== 2) return run;
      taken.add(next.outline);
      run = joined(run, next.isStart ? next.outline.path : reverse(next.outline.path));
    }
  };
  return outlines.flatMap((outline): Outline[] => {
    if (outline.closed) return [outline];
    if (taken.has(outline)) return [];
    taken.add(outline);
    const forth = goOn(outline, outline.path);
    const path = reverse(goOn(outline, reverse(forth)));
    const [start, end] = endsOf(path);
    const closed = goesRound(path) && distance(start, end) <= MEETS_MM && ends.at(start).length === 2;
    const whole = closed && distance(start, end) > SAME_POINT_MM ? [...path, line(end, start)] : path;
    return [{ ...outline, closed, path: whole }];
  });
}
