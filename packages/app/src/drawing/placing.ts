/**
 * Where figures stand. A figure's line is where it is measured; along what it measures it may slide, and its number may
 * stand on it, before it or past it. Of all those places each figure takes the first that is clear of the others and of the
 * paper's edges. Pure: in pixels, from the figures of one piece.
 */
import {
  add,
  boundsOf,
  type Dimension,
  direction,
  distance,
  flatten,
  type Past,
  type Piece,
  type Point,
  scale,
} from "@cut-fold/core";
import { lineRows } from "./lineRows.ts";
import { toScreen, type View } from "./view.ts";

/** px from the paper to the line of a figure that stands outside it */
const OFFSET = 30;
/** px: on a shorter line the number stands before it or past it */
const SHORT = 70;
/** px: on a line up to this long the number may do so too, where another is in its way */
const MIDDLING = 2 * SHORT;
const FIGURE_PX = { key: 21, plain: 16 } as const;

/** How a figure stands: how far its line is slid (−0.5 to 0.5), and where its number is. */
export interface Choice {
  readonly slide: number;
  readonly seat: "on" | "before" | "after" | "beyond" | "aside";
  /** how far along its line the number stands on it, 0 to 1; in the middle unless said */
  readonly t?: number;
  /** px from the middle of its line to a number that stands aside, joined to it by a thin line */
  readonly off?: Point;
  /** lines further out than usual, of a figure outside the paper */
  readonly out?: number;
}

/** A figure placed: its line and its number, px. */
export interface PlacedFigure {
  readonly choice: Choice;
  /** ends of the measured line, and unit vectors along it and to its right */
  readonly from: Point;
  readonly to: Point;
  readonly along: Point;
  readonly right: Point;
  readonly length: number;
  /** px to the right at which the drawn line stands */
  readonly shift: number;
  readonly seat: Point;
  /** degrees the number is turned, so that it is read from below or from the right */
  readonly angle: number;
  readonly size: number;
  /** px its number is wide, with room on both sides */
  readonly wide: number;
}

/** A box on the screen, px. */
export interface LabelBox {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export const overlap = (a: LabelBox, b: LabelBox): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

const SLIDES = [0, -0.22, 0.22, -0.4, 0.4] as const;
const MORE_SLIDES = [...SLIDES, -0.1, 0.1, -0.31, 0.31, -0.48, 0.48] as const;
/** Where on its line a number may stand, where its middle is taken. */
const ALONG = [0.3, 0.7, 0.2, 0.8] as const;
/** px further out that another line stands */
const OUTWARDS = 30;
/** px from its line that a number stands aside, nearest first, and in how many directions */
const ASIDE_PX = [30, 44, 60, 80, 104, 132, 164, 200, 240] as const;
const DIRECTIONS = 16;

/** What a place costs that is not clear: what is never done where any place is without it, and what is unpleasant. */
const COST = { over: 100, line: 6, score: 5, out: 3 } as const;

/** The box a number covers. */
export function boxOf({ seat: [x, y], angle, wide, size }: PlacedFigure): LabelBox {
  // a number that is turned covers what its corners reach
  const [c, s] = [Math.abs(Math.cos((angle * Math.PI) / 180)), Math.abs(Math.sin((angle * Math.PI) / 180))];
  const [w, h] = [wide * c + size * 1.2 * s, wide * s + size * 1.2 * c];
  return { left: x - w / 2, right: x + w / 2, top: y - h / 2, bottom: y + h / 2 };
}

/** Whether a straight line meets a box (Liang and Barsky, 1984). */
export function meets([ax, ay]: Point, [bx, by]: Point, box: LabelBox): boolean {
  const [dx, dy] = [bx - ax, by - ay];
  let [low, high] = [0, 1];
  for (const [p, q] of [
    [-dx, ax - box.left],
    [dx, box.right - ax],
    [-dy, ay - box.top],
    [dy, box.bottom - ay],
  ] as const) {
    if (p === 0 && q < 0) return false;
    if (p < 0) low = Math.max(low, q / p);
    if (p > 0) high = Math.min(high, q / p);
  }
  return low <= high;
}

/** The way a line runs that has shrunk to a point: square to the way it may be slid. */
const square = ([x, y]: Point = [0, 1]): Point => (Math.hypot(x, y) > 0 ? direction([0, 0], [y, x]) : [1, 0]);

/** px by which a figure outside the paper stands further off, so that it clears what stands out there. */
function clearOf(right: Point, view: View, past: Past | undefined): number {
  if (!past) return 0;
  const [x, y] = right;
  const mm = Math.abs(x) > Math.abs(y) ? (x > 0 ? past.right : past.left) : y > 0 ? past.bottom : past.top;
  return mm * view.k;
}

/** A figure as it would stand. */
function stand(dimension: Dimension, view: View, text: string, choice: Choice, past?: Past): PlacedFigure {
  const by = scale(dimension.slides ?? [0, 0], choice.slide);
  const [a, b] = [toScreen(view, add(dimension.from, by)), toScreen(view, add(dimension.to, by))];
  const length = Math.max(1, distance(a, b));
  const along = distance(a, b) > 0.5 ? direction(a, b) : square(dimension.slides);
  // to the right of from→to in the drawing is to the right on the screen as well: only y is mirrored
  const right: Point = [-along[1], along[0]];
  const shift = dimension.outside ? OFFSET + clearOf(right, view, past) + (choice.out ?? 0) * OUTWARDS : 0;
  const size = dimension.key ? FIGURE_PX.key : FIGURE_PX.plain;
  const wide = text.length * size * 0.5 + 14;
  let angle = (Math.atan2(along[1], along[0]) * 180) / Math.PI;
  // figures are read from below or from the right
  if (angle > 89.99) angle -= 180;
  if (angle < -90.01) angle += 180;
  // beside its line a number lies flat however the line runs: half its extent along the line
  const aside = choice.seat === "before" || choice.seat === "after" || choice.seat === "aside";
  const half = Math.abs(along[0]) * (wide / 2) + Math.abs(along[1]) * (size / 2) + 6;
  const t = {
    ...{ on: length * (choice.t ?? 0.5), beyond: length / 2, aside: length / 2 },
    ...{ before: -half, after: length + half + 6 },
  }[choice.seat];
  // too wide for its line, a number outside the paper stands a line further out
  const off = shift + (choice.seat === "beyond" ? size : 0);
  const seat = add(add(a, add(scale(along, t), scale(right, off))), choice.off ?? [0, 0]);
  return { choice, from: a, to: b, along, right, length, shift, seat, angle: aside ? 0 : angle, size, wide };
}

/** The ways a figure may stand, the usual first; in the end aside from its line, so that one is always clear. */
function* choicesFor(dimension: Dimension, length: number, text: string): Generator<Choice> {
  const size = dimension.key ? FIGURE_PX.key : FIGURE_PX.plain;
  const wide = text.length * size * 0.5 + 14;
  if (dimension.outside) {
    const seat = length < wide ? "beyond" : "on";
    for (const out of [0, 1, 2]) {
      yield { slide: 0, seat, out };
      for (const end of ["after", "before"] as const) if (seat === "beyond") yield { slide: 0, seat: end, out };
      if (seat === "on") for (const t of ALONG) if (fitsAt(t, length, wide)) yield { slide: 0, seat, out, t };
    }
    yield* asideBy([0]);
    return;
  }
  const slides = dimension.slides ? SLIDES : ([0] as const);
  const seats =
    length < SHORT
      ? (["after", "before"] as const)
      : length < MIDDLING
        ? (["on", "after", "before"] as const)
        : (["on"] as const);
  for (const seat of seats) for (const slide of slides) yield { slide, seat };
  if (length >= SHORT)
    for (const slide of slides) for (const t of ALONG) if (fitsAt(t, length, wide)) yield { slide, seat: "on", t };
  yield* asideBy(dimension.slides ? MORE_SLIDES : [0]);
}

/** Aside of its line, nearest first, all round. */
function* asideBy(slides: readonly number[]): Generator<Choice> {
  for (const far of ASIDE_PX)
    for (const slide of slides)
      for (let i = 0; i < DIRECTIONS; i += 1) {
        const angle = (2 * Math.PI * i) / DIRECTIONS;
        yield { slide, seat: "aside", off: [far * Math.cos(angle), -far * Math.sin(angle)] };
      }
}

/** Whether a number stands whole on its line there. */
const fitsAt = (t: number, length: number, wide: number): boolean => length * Math.min(t, 1 - t) > wide / 2;

/** A name that stands on the drawing already: the middle of it, how wide it is (px), and how it is turned (degrees). */
export interface StandingName {
  readonly at: Point;
  readonly wide: number;
  readonly turned?: number;
}
const NAME_HIGH = 20;

/** px free round a blank. */
export interface Room {
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
}

interface Around {
  /** what figures stay clear of */
  readonly names?: readonly StandingName[];
  /** px round the blank that a figure may stand in; as far as it likes unless said */
  readonly room?: Room | undefined;
  /** edges of what is laid on the piece, mm: a figure crosses one rather than a cut */
  readonly laid?: readonly (readonly Point[])[];
  /** mm that something stands out past the blank on each side */
  readonly past?: Past | undefined;
  /** how figures stood before: while one is dragged none changes its place */
  readonly held?: ReadonlyMap<string, Choice> | undefined;
}

/** mm: a drawn outline may fall short of its set size by so much. */
const SAME_MM = 0.1;

/** Without what of a thing on a panel is measured outside it as well as where it is set: the one that is typed says both. */
export const withoutEchoes = (all: readonly Dimension[]): readonly Dimension[] =>
  all.filter(
    (d) =>
      !d.outside ||
      d.fitting === undefined ||
      !all.some(
        (other) =>
          other.sets &&
          other.piece === d.piece &&
          !other.outside &&
          Math.abs(other.value - d.value) < SAME_MM &&
          distance(direction(d.from, d.to), direction(other.from, other.to)) < 1e-6,
      ),
  );

/** The line round points, from its first corner back to it. */
function boxRound(points: readonly Point[]): Point[] {
  const { left, right, bottom, top } = boundsOf(points);
  return [
    [left, bottom],
    [right, bottom],
    [right, top],
    [left, top],
    [left, bottom],
  ];
}

/** The boxes that a name covers: one, or several along it where it is turned. */
export function boxesOfName({ at: [x, y], wide, turned = 0 }: StandingName): LabelBox[] {
  const parts = turned % 180 === 0 ? 1 : Math.max(1, Math.ceil(wide / NAME_HIGH));
  const [c, s] = [Math.cos((turned * Math.PI) / 180), -Math.sin((turned * Math.PI) / 180)];
  const half = parts === 1 ? wide / 2 : NAME_HIGH / 2;
  return Array.from({ length: parts }, (_, i) => {
    const t = parts === 1 ? 0 : (i + 0.5) * (wide / parts) - wide / 2;
    const [mx, my] = [x + c * t, y + s * t];
    return { left: mx - half, right: mx + half, top: my - NAME_HIGH / 2, bottom: my + NAME_HIGH / 2 };
  });
}

/** A straight piece of a line on the screen, px. */
type Segment = readonly [Point, Point];

/** The lines of a piece as they stand on the screen: those that are cut, and those that may be crossed at need. */
export function linesOn(
  piece: Piece | undefined,
  view: View,
  laid: readonly (readonly Point[])[] = [],
): { readonly cuts: readonly Segment[]; readonly others: readonly Segment[] } {
  const onScreen = (points: readonly Point[]): Point[] => points.map((p) => toScreen(view, p));
  const around = (points: readonly Point[]): Segment[] =>
    points.map((p, i) => [p, points[(i + 1) % points.length] ?? p] as const);
  const along = (points: readonly Point[]): Segment[] => points.slice(1).map((p, i) => [points[i] ?? p, p] as const);
  const cuts = (piece?.outline ?? []).flatMap((loop) => around(onScreen(flatten(loop))));
  const others = laid.flatMap((loop) => around(onScreen(loop)));
  for (const { ids, path, stroke } of piece ? lineRows(piece) : []) {
    const points = onScreen(flatten(path));
    // of a long row only the box round it counts
    const lines = along(ids.length > 1 ? boxRound(points) : points);
    (stroke.role === "score" ? others : cuts).push(...lines);
  }
  return { cuts, others };
}

/** Where a figure that is free is taken hold of, px; nothing where it only follows. */
const GRIP_PX = 8;
export function gripOf({ sets }: Dimension, { from, along, right, length, shift }: PlacedFigure): LabelBox | undefined {
  if (!sets) return undefined;
  const [x, y] = add(from, add(scale(along, length), scale(right, shift)));
  return { left: x - GRIP_PX, right: x + GRIP_PX, top: y - GRIP_PX, bottom: y + GRIP_PX };
}

/** The box on the screen that a piece has with the room round it. */
function frameOf({ blank }: Piece, view: View, { x, top, bottom }: Room, past: Past | undefined): LabelBox {
  const { left, right, bottom: below, top: above } = past ?? { left: 0, right: 0, bottom: 0, top: 0 };
  const [x0, y0] = toScreen(view, [-left, -below]);
  const [x1, y1] = toScreen(view, [blank.width + right, blank.height + above]);
  return { left: x0 - x, right: x1 + x, top: y1 - top, bottom: y0 + bottom };
}

/** Whether any of a box is cut off by a frame. */
const isOut = (box: LabelBox, frame: LabelBox): boolean =>
  box.left < frame.left || box.right > frame.right || box.top < frame.top || box.bottom > frame.bottom;

/** A figure that has to stand somewhere, with its number as it is written. */
interface Asked {
  readonly dimension: Dimension;
  readonly text: string;
}

/** Times that figures which are still in one another's way are placed once more, now that all others stand. */
const ROUNDS = 3;

/** Every figure of a piece placed, by id. */
export function placeFigures(
  piece: Piece | undefined,
  dimensions: readonly Asked[],
  view: View,
  around: Around = {},
): ReadonlyMap<string, PlacedFigure> {
  const { held, names = [], past, laid, room } = around;
  /** every line on the paper: asked for only where a figure has a choice, which none has while one is dragged */
  let drawn: ReturnType<typeof linesOn> | undefined;
  const placed = new Map<string, PlacedFigure>();
  const letters: readonly LabelBox[] = names.flatMap((name) => boxesOfName(name));
  // a grip that cannot slide is where it is: numbers keep off it, whichever comes first
  const fixed = new Map<string, LabelBox>();
  for (const { dimension, text } of dimensions) {
    if (dimension.slides) continue;
    const grip = gripOf(dimension, stand(dimension, view, text, { slide: 0, seat: "on" }, past));
    if (grip) fixed.set(dimension.id, grip);
  }
  const frame = room && piece && frameOf(piece, view, room, past);
  // what has one place only stands first, the numbers to cut by before all others
  const first = [...dimensions].sort(
    (a, b) =>
      Number(b.dimension.outside ?? false) - Number(a.dimension.outside ?? false) ||
      Number(b.dimension.slides === undefined) - Number(a.dimension.slides === undefined),
  );
  /** what a way costs among all others that stand: nothing where it is clear */
  const costOf = (dimension: Dimension, way: PlacedFigure): number => {
    const box = boxOf(way);
    const grip = gripOf(dimension, way);
    const { cuts, others } = (drawn ??= linesOn(piece, view, laid));
    let over = letters.filter((b) => overlap(b, box)).length + Math.min(2, crossedIn(cuts, box));
    if (grip && overlap(grip, box)) over += 1;
    if (frame && isOut(box, frame)) over += 1;
    for (const { dimension: other } of first) {
      if (other === dimension) continue;
      const stands = placed.get(other.id);
      const itsGrip = stands ? gripOf(other, stands) : fixed.get(other.id);
      if (itsGrip && overlap(itsGrip, box)) over += 1;
      if (!stands) continue;
      const its = boxOf(stands);
      if (overlap(its, box) || (grip && overlap(its, grip))) over += 1;
      // a line is not drawn through a number, whichever of them came first
      if (!other.outside && meets(stands.from, stands.to, box)) over += 1;
      if (!dimension.outside && meets(way.from, way.to, its)) over += 1;
    }
    return over * COST.over + Math.min(2, crossedIn(others, box)) * COST.score + (way.choice.out ?? 0) * COST.out;
  };
  const place = ({ dimension, text }: Asked): void => {
    const was = held?.get(dimension.id);
    const length = distance(toScreen(view, dimension.from), toScreen(view, dimension.to));
    let best: PlacedFigure | undefined;
    let least = Infinity;
    for (const choice of was ? [was] : choicesFor(dimension, length, text)) {
      const way = stand(dimension, view, text, choice, past);
      // among those that cross nothing but a score, one on its line is better than one aside
      const cost = was ? 0 : costOf(dimension, way) + (choice.seat === "aside" ? COST.line : 0);
      if (cost < least) [best, least] = [way, cost];
      if (cost === 0 || (choice.seat === "aside" && least < COST.over)) break;
    }
    if (best) placed.set(dimension.id, best);
  };
  first.forEach(place);
  if (held) return placed;
  for (let round = 0; round < ROUNDS; round += 1) {
    const inTheWay = first.filter(({ dimension }) => {
      const way = placed.get(dimension.id);
      return way && costOf(dimension, way) >= COST.over;
    });
    if (inTheWay.length === 0) break;
    inTheWay.forEach(place);
  }
  return placed;
}

/** How many of these lines run through a box. */
const crossedIn = (lines: readonly Segment[], box: LabelBox): number =>
  lines.filter(([p, q]) => meets(p, q, box)).length;
