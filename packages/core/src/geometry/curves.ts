/**
 * Areas bounded by lines, arcs and cubics put together, cut away from one another, shared, grown and shrunk; curves stay the
 * curves they were.
 *
 *   loops ──▶ fine chords, each knowing its segment and where on it ──▶ integer clipper ──▶ chords of the result are found
 *   among those that went in ──▶ runs on one segment are that segment's part, cut where it truly crosses the next
 *
 * Loops anticlockwise are paper, those clockwise in them are holes.
 */
import {
  Clipper64,
  ClipType,
  EndType,
  FillRule,
  inflatePaths,
  JoinType,
  PathType,
  type Path64,
  type Paths64,
} from "clipper2-ts";
import Flatbush from "flatbush";
import {
  areaOf,
  boundsOf,
  flatten,
  flattenTo,
  holds,
  type Path,
  pointAt,
  reverse,
  type Segment,
  split,
  sweep,
} from "./path.ts";
import { depthsOf } from "./nest.ts";
import { add, cross, direction, distance, dot, type Point, scale, subtract } from "./point.ts";
import { UNITS_PER_MM } from "./tolerance.ts";
import { both, nth } from "../units/nth.ts";

/** Chords stand no further off their curve than this, mm: crossings are found between curves, not between chords. */
const SAG_MM = 0.01;
/** Chords shorter than this (units) come of rounding alone. */
const CRUMB_UNITS = 4;
/** A chord of the result lies this near (units) the one it comes from. */
const NEAR_UNITS = 6;
/** What lies no further off (units) than this is as near. */
const SAME_UNITS = 0.5;
/** Rings narrower than this (mm at the mean) are slivers between curves that lie on one another. */
const SLIVER_MM = 0.01;

/** What may be made of two areas. */
export type Combining = "union" | "cut-away" | "common";

/** A chord of an input, in units, with the part of its segment that it stands for. */
interface Chord {
  readonly a: Point;
  readonly b: Point;
  readonly of: Segment;
  readonly from: number;
  readonly to: number;
}

/** A part of a segment on the way round a result; walked backwards where `to` is less than `from`. */
interface Run {
  readonly of: Segment;
  from: number;
  to: number;
}

/** Where on a segment its chords end, the last left out. */
function placesOn(s: Segment): number[] {
  if (s.kind === "line") return [0];
  const parts =
    s.kind === "arc"
      ? Math.ceil(Math.PI / Math.acos(Math.max(0.5, 1 - SAG_MM / distance(s.centre, s.from))))
      : Math.ceil(Math.sqrt((6 * bendOf(s)) / (8 * SAG_MM)));
  return Array.from({ length: Math.max(1, parts) }, (_, i) => i / Math.max(1, parts));
}
/** The larger second difference of a cubic's controls, mm: its second derivative is at most six times that. */
const bendOf = ({ from, control1, control2, to }: Extract<Segment, { kind: "cubic" }>): number => {
  const second = (a: Point, b: Point, c: Point): number => Math.hypot(a[0] - 2 * b[0] + c[0], a[1] - 2 * b[1] + c[1]);
  return Math.max(second(from, control1, control2), second(control1, control2, to));
};

const toUnits = ([x, y]: Point): Point => [Math.round(x * UNITS_PER_MM), Math.round(y * UNITS_PER_MM)];
const toMm = ([x, y]: Point): Point => [x / UNITS_PER_MM, y / UNITS_PER_MM];

/** The chords of a loop in units. */
function chordsOf(loop: Path): Chord[] {
  const places = loop.flatMap((of) => {
    const on = placesOn(of);
    return on.map((from, i) => ({ of, from, to: on[i + 1] ?? 1, a: toUnits(pointAt(of, from)) }));
  });
  return places
    .map((place, i): Chord => ({ ...place, b: (places[(i + 1) % places.length] as { a: Point }).a }))
    .filter(({ a, b }) => a[0] !== b[0] || a[1] !== b[1]);
}

const polygonOf = (chords: readonly Chord[]): Path64 => chords.map(({ a: [x, y] }) => ({ x, y }));

/** A ring of the clipper without what rounding left in it; undefined for a sliver. */
function ringOf(path: Path64): Point[] | undefined {
  const ring: Point[] = [];
  for (const { x, y } of path) {
    const last = ring.at(-1);
    if (!last || distance(last, [x, y]) >= CRUMB_UNITS) ring.push([x, y]);
  }
  while (ring.length > 1 && distance(nth(ring, 0), nth(ring, -1)) < CRUMB_UNITS) ring.pop();
  if (ring.length < 3) return undefined;
  const next = (i: number): Point => nth(ring, i + 1);
  const area = ring.reduce((sum, p, i) => sum + cross(p, next(i)) / 2, 0);
  const long = ring.reduce((sum, p, i) => sum + distance(p, next(i)), 0);
  return Math.abs(area) < (long / 2) * SLIVER_MM * UNITS_PER_MM ? undefined : ring;
}

/** The chords by where they are, and the part of a segment that a chord of the result is. */
class Origins {
  readonly #chords: readonly Chord[];
  readonly #boxes: Flatbush;

  constructor(chords: readonly Chord[]) {
    this.#chords = chords;
    this.#boxes = new Flatbush(chords.length);
    for (const { a, b } of chords)
      this.#boxes.add(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]));
    this.#boxes.finish();
  }

  /** What lies under p→q best; a straight line where nothing does. */
  under(p: Point, q: Point): Run {
    const half = NEAR_UNITS / 2;
    const found = this.#boxes.search(
      Math.min(p[0], q[0]) - half,
      Math.min(p[1], q[1]) - half,
      Math.max(p[0], q[0]) + half,
      Math.max(p[1], q[1]) + half,
    );
    let best: Run | undefined;
    let least = NEAR_UNITS;
    // of curves that lie on one another the first is followed throughout, and not now one and now the other
    for (const index of found.sort((a, b) => a - b)) {
      const { a, b, of, from, to } = nth(this.#chords, index);
      const long = distance(a, b);
      const way = direction(a, b);
      const [u, v] = [dot(subtract(p, a), way), dot(subtract(q, a), way)];
      const off = Math.max(Math.abs(cross(way, subtract(p, a))), Math.abs(cross(way, subtract(q, a))));
      const score = off + Math.max(0, -Math.min(u, v), Math.max(u, v) - long);
      if (score >= least - SAME_UNITS) continue;
      least = score;
      const at = (part: number): number => from + (to - from) * Math.min(1, Math.max(0, part / long));
      best = { of, from: at(u), to: at(v) };
    }
    return best ?? { of: { kind: "line", from: toMm(p), to: toMm(q) }, from: 0, to: 1 };
  }
}

/** Chords that go on along one segment are one run. */
function runsAlong(chords: readonly Run[]): Run[] {
  const goesOn = (one: Run, next: Run): boolean =>
    one.of === next.of && one.to > one.from === next.to > next.from && Math.abs(one.to - next.from) < 0.02;
  const first = chords.findIndex((chord, i) => !goesOn(nth(chords, i - 1), chord));
  const turned = first > 0 ? [...chords.slice(first), ...chords.slice(0, first)] : chords;
  const runs: Run[] = [];
  for (const chord of turned) {
    const last = runs.at(-1);
    if (last && goesOn(last, chord)) last.to = chord.to;
    else runs.push({ ...chord });
  }
  return runs;
}

/** Of the way a segment goes at a place, mm for the whole of it. */
function slopeAt(s: Segment, t: number): Point {
  const step = 1e-5;
  const [low, high] = [Math.max(0, t - step), Math.min(1, t + step)];
  return scale(subtract(pointAt(s, high), pointAt(s, low)), 1 / (high - low));
}

/** Where two segments cross near two places on them (Newton); undefined where they do not, or run along one another. */
function crossingOf(one: Segment, t: number, other: Segment, u: number): readonly [number, number] | undefined {
  let [a, b] = [t, u];
  for (let i = 0; i < 12; i += 1) {
    const gap = subtract(pointAt(other, b), pointAt(one, a));
    const [along, beside] = [slopeAt(one, a), slopeAt(other, b)];
    const turn = cross(along, beside);
    if (Math.abs(turn) < 1e-6 * Math.hypot(...along) * Math.hypot(...beside)) return undefined;
    const [da, db] = [cross(gap, beside) / turn, cross(gap, along) / turn];
    [a, b] = [a + da, b + db];
    if (Math.abs(a - t) > 0.05 || Math.abs(b - u) > 0.05) return undefined;
    if (Math.abs(da) + Math.abs(db) < 1e-10) break;
  }
  const within = (v: number): number => Math.min(1, Math.max(0, v));
  return [within(a), within(b)];
}

/** An end of a segment where a place is as good as that, mm. */
const END_MM = NEAR_UNITS / UNITS_PER_MM;
function snapped(s: Segment, t: number): number {
  const at = pointAt(s, t);
  if (t < 0.5 && distance(at, s.from) < END_MM) return 0;
  if (t >= 0.5 && distance(at, s.to) < END_MM) return 1;
  return t;
}
const isEnd = (t: number): boolean => t === 0 || t === 1;

/** Runs meet where their segments truly cross, or at the end of one. */
function joinUp(runs: readonly Run[]): void {
  if (runs.length < 2) return;
  runs.forEach((run, i) => {
    const next = nth(runs, i + 1);
    let [t, u] = [snapped(run.of, run.to), snapped(next.of, next.from)];
    if (!isEnd(t) && !isEnd(u)) {
      const crossing = crossingOf(run.of, t, next.of, u);
      if (crossing) [t, u] = crossing;
    }
    run.to = t;
    next.from = u;
  });
}

/** A part of a segment, forwards or back. */
function partOf(of: Segment, from: number, to: number): Segment {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const [, rest] = low === 0 ? [of, of] : split(of, low);
  const part = high === 1 ? rest : split(rest, (high - low) / (1 - low))[0];
  return from <= to ? part : (reverse([part])[0] as Segment);
}

/** The runs as a closed path; each begins where the last ended, to the last digit. */
function closedPath(runs: readonly Run[]): Path {
  const parts = runs
    .filter((run) => Math.abs(run.to - run.from) > 1e-12)
    .map((run) => partOf(run.of, run.from, run.to));
  // an arc's ends lie on its circle: what it meets comes to them
  const joints = parts.map((part, i): Point => {
    const next = nth(parts, i + 1);
    return next.kind === "arc" ? next.from : part.to;
  });
  return straightened(parts.map((part, i): Segment => ({ ...part, from: nth(joints, i - 1), to: nth(joints, i) })));
}

/** Lines that go on straight are one. */
function straightened(path: Path): Path {
  const goesOn = (a: Segment, b: Segment): boolean => {
    if (a.kind !== "line" || b.kind !== "line") return false;
    const whole = subtract(b.to, a.from);
    const long = Math.hypot(...whole);
    const way = subtract(a.to, a.from);
    return long > 0 && Math.abs(cross(way, whole)) / long < END_MM && dot(way, subtract(b.to, b.from)) > 0;
  };
  const kept: Segment[] = [];
  for (const s of path) {
    const last = kept.at(-1);
    if (last && goesOn(last, s)) kept[kept.length - 1] = { kind: "line", from: last.from, to: s.to };
    else kept.push(s);
  }
  const [first, last] = [kept[0], kept.at(-1)];
  if (kept.length > 3 && first && last && goesOn(last, first)) {
    kept.pop();
    kept[0] = { kind: "line", from: last.from, to: first.to };
  }
  return kept;
}

/** Runs the clipper and finds the curves again. */
function clipped(how: ClipType, subject: readonly Path[], clip: readonly Path[], rule: FillRule): Path[] {
  const [own, other] = both([subject, clip], (loops) => loops.map(chordsOf).filter((chords) => chords.length > 2));
  const all = [...own, ...other].flat();
  if (all.length === 0) return [];
  const clipper = new Clipper64();
  clipper.preserveCollinear = true;
  clipper.addPaths(own.map(polygonOf), PathType.Subject);
  clipper.addPaths(other.map(polygonOf), PathType.Clip);
  const found: Paths64 = [];
  clipper.execute(how, rule, found);
  const origins = new Origins(all);
  return found.flatMap((path): Path[] => {
    const ring = ringOf(path);
    if (!ring) return [];
    const runs = runsAlong(ring.map((p, i) => origins.under(p, nth(ring, i + 1))));
    joinUp(runs);
    const closed = closedPath(runs);
    return closed.length > 0 ? [closed] : [];
  });
}

const TYPES = {
  union: ClipType.Union,
  "cut-away": ClipType.Difference,
  common: ClipType.Intersection,
} as const satisfies Record<Combining, ClipType>;

/** What is in either area, in the first alone, or in both; loops in any order, each turned as its place asks. */
export const combined = (how: Combining, one: readonly Path[], other: readonly Path[]): Path[] =>
  clipped(TYPES[how], oriented(one), oriented(other), FillRule.NonZero);

/** All that lines go round, each by its own winding: what crosses itself is parted where it does, and has no crossing left. */
export const wound = (loops: readonly Path[]): Path[] => clipped(ClipType.Union, loops, [], FillRule.NonZero);

/** Loops turned so that paper is anticlockwise and holes in it clockwise: by how many others each lies in. */
export function oriented(loops: readonly Path[]): Path[] {
  const depths = depthsOf(loops.map((loop) => flatten(loop)));
  return loops.map((loop, i) => (areaOf(loop) > 0 === (nth(depths, i) % 2 === 0) ? loop : reverse(loop)));
}

/** How far an offset curve may stand off the true one, mm. */
const OFFSET_MM = 0.005;
/** Halvings of one curve at most. */
const MOST_HALVINGS = 7;

/** To the right of a way. */
const right = ([x, y]: Point): Point => [y, -x];

/** Which way a segment goes at an end, and how it bends there (1/mm, positive to the left). */
function endOf(s: Segment, t: 0 | 1): { readonly way: Point; readonly bend: number } {
  if (s.kind === "line") return { way: direction(s.from, s.to), bend: 0 };
  if (s.kind === "arc") {
    const out = direction(s.centre, t === 0 ? s.from : s.to);
    const turn = s.ccw ? 1 : -1;
    return { way: [-out[1] * turn, out[0] * turn], bend: turn / distance(s.centre, s.from) };
  }
  const { from: a, control1: b, control2: c, to: d } = s;
  const [p, q, r] = t === 0 ? [a, b, c] : [d, c, b];
  const sense = t === 0 ? 1 : -1;
  const first = subtract(q, p);
  const long = Math.hypot(...first);
  // a control on its own end says no way: the next one does
  if (long < 1e-9) return { way: scale(direction(p, distance(p, r) > 1e-9 ? r : t === 0 ? d : a), sense), bend: 0 };
  const bend = ((2 / 3) * cross(first, subtract(r, q))) / long ** 3;
  return { way: scale(first, sense / long), bend: bend * sense };
}

/** A part of a segment with what lies so far to its right; nothing where it bends more tightly than that. */
interface Beside {
  readonly part: Segment;
  readonly moved: Segment | undefined;
}

/** A segment so far to its right in one go: Hermite's cubic with the true ends and slopes. */
function movedBy(s: Segment, by: number): Segment {
  const [start, end] = [endOf(s, 0), endOf(s, 1)];
  const [from, to] = [add(s.from, scale(right(start.way), by)), add(s.to, scale(right(end.way), by))];
  if (s.kind !== "cubic") return { ...s, from, to };
  const control1 = add(from, scale(subtract(s.control1, s.from), 1 + by * start.bend));
  const control2 = add(to, scale(subtract(s.control2, s.to), 1 + by * end.bend));
  return { kind: "cubic", from, control1, control2, to };
}

/** A segment so far to its right, halved until it is near enough. */
function beside(s: Segment, by: number, halvings = 0): Beside[] {
  const [start, end] = [endOf(s, 0), endOf(s, 1)];
  if (s.kind === "line") return [{ part: s, moved: movedBy(s, by) }];
  // what turns towards that side comes closer together there, and runs backwards past its own middle
  const [near, far] = [1 + by * start.bend, 1 + by * end.bend];
  if (s.kind === "arc") {
    if (near > LEAST_LEFT) return [{ part: s, moved: movedBy(s, by) }];
    // its ends stand for it: they must lie close
    const parts = Math.ceil(Math.abs(sweep(s)) / MOST_TURN);
    return Array.from({ length: parts }, (_, i) => ({ part: partOf(s, i / parts, (i + 1) / parts), moved: undefined }));
  }
  const moved = movedBy(s, by);
  const off = [0.25, 0.5, 0.75].map((t) => {
    const way = slopeAt(s, t);
    const long = Math.hypot(...way) || 1;
    return distance(add(pointAt(s, t), scale(right(way), by / long)), pointAt(moved, t));
  });
  const isBack = near <= LEAST_LEFT && far <= LEAST_LEFT;
  const isMixed = !isBack && (near <= LEAST_LEFT || far <= LEAST_LEFT);
  // what runs backwards is not drawn: its ends stand for it, and need only lie close
  const isNear =
    (isBack || Math.max(...off) < OFFSET_MM) &&
    Math.acos(Math.max(-1, Math.min(1, dot(start.way, end.way)))) < MOST_TURN;
  if (halvings < MOST_HALVINGS && (isMixed || !isNear)) {
    const [first, second] = split(s, 0.5);
    return [...beside(first, by, halvings + 1), ...beside(second, by, halvings + 1)];
  }
  return [{ part: s, moved: isBack || isMixed ? undefined : moved }];
}
/** Of a length that is drawn together less than this is left: it is taken for nothing. */
const LEAST_LEFT = 1e-4;
/** No part turns more than this, radians. */
const MOST_TURN = 0.5;

const circle = (centre: Point, radius: number): Path => {
  const [east, west]: [Point, Point] = [
    [centre[0] + radius, centre[1]],
    [centre[0] - radius, centre[1]],
  ];
  return [
    { kind: "arc", from: east, to: west, centre, ccw: true },
    { kind: "arc", from: west, to: east, centre, ccw: true },
  ];
};
/** What lies between so far and a little less from a place. */
const ringAbout = (centre: Point, radius: number): Path[] => [
  circle(centre, radius),
  ...(radius > BAND_MM ? [reverse(circle(centre, radius - BAND_MM))] : []),
];

const turnedLeft = (loop: Path): Path => (areaOf(loop) < 0 ? reverse(loop) : loop);

/** Bands are so wide, mm: what lies nearer the outline than that is the core's. */
const BAND_MM = 0.6;
/** The core ends so far (mm) short of the new outline: half a band, so that neither chords nor rounding leave a gap between them. */
const CORE_OFF_MM = 0.3;
/** Its chords stand no further off than this, those of the outline and those of its rounded corners each. */
const CORE_SAG_MM = 0.08;

/** All that lies about so far of a loop on its right side: a band beside each segment, and round its corners. */
function bandsOf(loop: Path, by: number): Path[][] {
  const far = Math.abs(by);
  const inner = Math.sign(by) * Math.max(0, far - BAND_MM);
  return loop.flatMap((s, i): Path[][] => {
    const parts = beside(s, by);
    const bands = runsOfParts(parts).map((run): Path[] => {
      const outside = run.map(({ moved }) => moved as Segment);
      const inside = run.map(({ part }) => movedBy(part, inner));
      const [start, end] = [nth(outside, 0), nth(outside, -1)];
      return [
        turnedLeft([
          ...outside,
          { kind: "line", from: end.to, to: nth(inside, -1).to },
          ...reverse(inside),
          { kind: "line", from: nth(inside, 0).from, to: start.from },
        ]),
      ];
    });
    // past the middle of a tight bend all that is within reach is within reach of its ends
    const tight = parts.flatMap(({ part, moved }, n) => {
      if (moved) return [];
      const isLast = parts[n + 1]?.moved !== undefined || n === parts.length - 1;
      return [ringAbout(part.from, far), ...(isLast ? [ringAbout(part.to, far)] : [])];
    });
    return [...bands, ...tight, ...cornerOf(s, nth(loop, i + 1), by)];
  });
}

/** Parts that can be moved, in runs. */
function runsOfParts(parts: readonly Beside[]): Beside[][] {
  const runs: Beside[][] = [[]];
  for (const part of parts) {
    if (part.moved) runs.at(-1)?.push(part);
    else runs.push([]);
  }
  return runs.filter((run) => run.length > 0);
}

/** About a corner, on the side it opens to. */
function cornerOf(s: Segment, next: Segment, by: number): Path[][] {
  const [comes, goes] = [endOf(s, 1).way, endOf(next, 0).way];
  const far = Math.abs(by);
  if (cross(comes, goes) * by <= 1e-9)
    return dot(comes, goes) < 0 && Math.abs(cross(comes, goes)) <= 1e-9 ? [ringAbout(s.to, far)] : [];
  const centre = s.to;
  const at = (way: Point, off: number): Point => add(centre, scale(right(way), off));
  const inner = Math.sign(by) * Math.max(0, far - BAND_MM);
  const [from, to, back, start] = [at(comes, by), at(goes, by), at(goes, inner), at(comes, inner)];
  return [
    [
      turnedLeft([
        { kind: "line", from: start, to: from },
        { kind: "arc", from, to, centre, ccw: by > 0 },
        { kind: "line", from: to, to: back },
        ...(inner === 0 ? [] : [{ kind: "arc", from: back, to: start, centre, ccw: by < 0 } as const]),
      ]),
    ],
  ];
}

/**
 * All that is nearer the outline than the new one by a little, as polygons: what is grown or shrunk by the clipper's own
 * offsetting, of chords.
 */
function coreOf(loops: readonly Path[], by: number): Path[] {
  const rings = loops.map((loop) =>
    flattenTo(loop, CORE_SAG_MM).map((p) => {
      const [x, y] = toUnits(p);
      return { x, y };
    }),
  );
  const off = by - Math.sign(by) * CORE_OFF_MM;
  const sag = CORE_SAG_MM * UNITS_PER_MM;
  return inflatePaths(rings, off * UNITS_PER_MM, JoinType.Round, EndType.Polygon, 2, sag).flatMap((path): Path[] => {
    const ring = path.map(({ x, y }) => toMm([x, y]));
    return ring.length > 2 ? [ring.map((from, i) => ({ kind: "line", from, to: nth(ring, i + 1) }))] : [];
  });
}

/** Whether a band may show past the core: none that lies within it does. */
function showsPast(core: readonly Path[], by: number): (band: readonly Path[]) => boolean {
  const edges = core.flat();
  if (edges.length === 0) return () => true;
  const boxes = new Flatbush(edges.length);
  for (const { from, to } of edges)
    boxes.add(Math.min(from[0], to[0]), Math.min(from[1], to[1]), Math.max(from[0], to[0]), Math.max(from[1], to[1]));
  boxes.finish();
  const rings = core.map((loop) => loop.map(({ from }) => from));
  /** grown, what is in the core; shrunk, what is out of it */
  const isCovered = (p: Point): boolean => (rings.filter((ring) => holds(ring, p)).length % 2 === 1) === by > 0;
  return (band) => {
    const points = band.flatMap((loop) => flatten(loop));
    const { left, bottom, right: east, top } = boundsOf(points);
    return boxes.search(left, bottom, east, top).length > 0 || !points.slice(0, 1).every(isCovered);
  };
}

/**
 * Areas grown by so many mm all round, their corners rounded; shrunk where negative. Up to a little short of the new
 * outline it is a matter of chords; the last bit is made of bands that carry its curves.
 */
export function offset(loops: readonly Path[], by: number): Path[] {
  const own = combined("union", loops, []);
  if (by === 0) return own;
  const isSmall = Math.abs(by) <= BAND_MM;
  const core = isSmall ? own : coreOf(own, by);
  const bands = own.flatMap((loop) => bandsOf(loop, by)).filter(isSmall ? () => true : showsPast(core, by));
  return clipped(by > 0 ? ClipType.Union : ClipType.Difference, core, bands.flat(), FillRule.NonZero);
}
