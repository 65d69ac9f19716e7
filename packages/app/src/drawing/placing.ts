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
  type Path,
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

/** How a figure stands: how far its line is slid (−0.5 to 0.5), and where on it its number is. */
export interface Choice {
  readonly slide: number;
  readonly seat: "on" | "before" | "after" | "beyond";
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

interface LabelBox {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const overlap = (a: LabelBox, b: LabelBox): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

const SLIDES = [0, -0.22, 0.22, -0.4, 0.4] as const;

/** What the places cost that are not clear: on another number, on another figure's line, across an edge of the paper. */
const COST = { number: 100, line: 30, edge: 8, seat: 3, slide: 4, aside: 20 } as const;

/** The box a number covers. */
function boxOf({ seat: [x, y], angle, wide, size }: PlacedFigure): LabelBox {
  const upright = Math.abs(angle) > 45;
  const [w, h] = upright ? [size * 1.2, wide] : [wide, size * 1.2];
  return { left: x - w / 2, right: x + w / 2, top: y - h / 2, bottom: y + h / 2 };
}

/** Whether a straight line meets a box (Liang and Barsky, 1984). */
function meets([ax, ay]: Point, [bx, by]: Point, box: LabelBox): boolean {
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
  const shift = dimension.outside ? OFFSET + clearOf(right, view, past) : 0;
  const size = dimension.key ? FIGURE_PX.key : FIGURE_PX.plain;
  const wide = text.length * size * 0.5 + 14;
  let angle = (Math.atan2(along[1], along[0]) * 180) / Math.PI;
  // figures are read from below or from the right
  if (angle > 89.99) angle -= 180;
  if (angle < -90.01) angle += 180;
  // beside its line a number lies flat however the line runs: half its extent along the line
  const aside = choice.seat === "before" || choice.seat === "after";
  const half = Math.abs(along[0]) * (wide / 2) + Math.abs(along[1]) * (size / 2) + 6;
  const t = { on: length / 2, beyond: length / 2, before: -half, after: length + half + 6 }[choice.seat];
  // too wide for its line, a number outside the paper stands a line further out
  const off = shift + (choice.seat === "beyond" ? size : 0);
  const seat = add(a, add(scale(along, t), scale(right, off)));
  return { choice, from: a, to: b, along, right, length, shift, seat, angle: aside ? 0 : angle, size, wide };
}

/** The ways a figure may stand, the usual first. */
function choicesFor(dimension: Dimension, length: number, text: string): readonly Choice[] {
  const size = dimension.key ? FIGURE_PX.key : FIGURE_PX.plain;
  if (dimension.outside) return [{ slide: 0, seat: length < text.length * size * 0.5 + 14 ? "beyond" : "on" }];
  const slides = dimension.slides ? SLIDES : ([0] as const);
  const seats =
    length < SHORT
      ? (["after", "before"] as const)
      : length < MIDDLING
        ? (["on", "after", "before"] as const)
        : (["on"] as const);
  return seats.flatMap((seat) => slides.map((slide) => ({ slide, seat })));
}

/** A name that stands on the drawing already: the middle of it and how wide it is, px. */
export interface StandingName {
  readonly at: Point;
  readonly wide: number;
}
const NAME_HIGH = 20;

interface Around {
  /** what figures stay clear of */
  readonly names?: readonly StandingName[];
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

/** Every figure of a piece placed, by id. */
export function placeFigures(
  piece: Piece | undefined,
  dimensions: readonly { readonly dimension: Dimension; readonly text: string }[],
  view: View,
  { held, names = [], past }: Around = {},
): ReadonlyMap<string, PlacedFigure> {
  const onScreen = (path: Path): Point[] => flatten(path).map((p) => toScreen(view, p));
  /** every line on the paper: asked for only where a figure has a choice, which none has while one is dragged */
  const linesOn = (): readonly (readonly [Point, Point])[] => {
    const rims = (piece?.outline ?? []).flatMap((loop) => {
      const points = onScreen(loop);
      return points.map((p, i) => [p, points[(i + 1) % points.length] ?? p] as const);
    });
    // scores, slits and what is drawn are lines as well, and have two ends
    const inner = (piece ? lineRows(piece) : []).flatMap(({ ids, path }) => {
      // of a long row only the box round it counts
      const points = ids.length > 1 ? boxRound(onScreen(path)) : onScreen(path);
      return points.slice(1).map((p, i) => [points[i] ?? p, p] as const);
    });
    return [...rims, ...inner];
  };
  let edges: readonly (readonly [Point, Point])[] | undefined;
  const placed = new Map<string, PlacedFigure>();
  const boxes: LabelBox[] = names.map(({ at: [x, y], wide }) => ({
    ...{ left: x - wide / 2, right: x + wide / 2, top: y - NAME_HIGH / 2, bottom: y + NAME_HIGH / 2 },
  }));
  const lines: (readonly [Point, Point])[] = [];
  // what has one place only stands first, the numbers to cut by before all others
  const first = [...dimensions].sort(
    (a, b) =>
      Number(b.dimension.outside ?? false) - Number(a.dimension.outside ?? false) ||
      Number(b.dimension.slides === undefined) - Number(a.dimension.slides === undefined),
  );
  for (const { dimension, text } of first) {
    const was = held?.get(dimension.id);
    const length = distance(toScreen(view, dimension.from), toScreen(view, dimension.to));
    const ways = was ? [was] : choicesFor(dimension, length, text);
    const costOf = (way: PlacedFigure, i: number): number => {
      const box = boxOf(way);
      const crossed = (edges ??= linesOn()).filter(([p, q]) => meets(p, q, box)).length;
      return (
        boxes.filter((b) => overlap(b, box)).length * COST.number +
        lines.filter(([p, q]) => meets(p, q, box)).length * COST.line +
        Math.min(crossed, 2) * COST.edge +
        Math.abs(way.choice.slide) * COST.slide +
        (way.choice.seat === "before" ? COST.seat : 0) +
        (way.choice.seat !== "on" && length >= SHORT ? COST.aside : 0) +
        i * 1e-3
      );
    };
    const stands = ways.map((way) => stand(dimension, view, text, way, past));
    const costs = stands.length > 1 ? stands.map(costOf) : [0];
    const best = stands[costs.indexOf(Math.min(...costs))];
    if (!best) continue;
    placed.set(dimension.id, best);
    boxes.push(boxOf(best));
    if (!dimension.outside) lines.push([best.from, best.to]);
  }
  return placed;
}
