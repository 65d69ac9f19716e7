/** How flaps are cut out of the sheet, for whoever cuts by hand: measures that the outline alone does not tell. */
import { flatten } from "../geometry/path.ts";
import { add, cross, direction, distance, dot, type Point, scale, subtract } from "../geometry/point.ts";
import type { Fold, Panel, Piece } from "../model/piece.ts";
import type { FlapCut } from "../model/solution.ts";

/** A corner rounded by less (mm) is rounded off by eye. */
const SMALL_ROUNDING = 3;

/** Differences that a hand cannot cut, mm. */
export const SEEN_MM = 0.05;
/** A side that runs so far up its flap is meant to run to its end: what is left is a rounded corner. */
const TO_THE_END = 0.7;

/** A place in the frame of a fold: along it from its start, and away from it. */
function inFrame(p: Point, { from, to }: Fold): Point {
  const way = direction(from, to);
  const at = subtract(p, from);
  return [dot(at, way), Math.abs(cross(way, at))];
}

function cutOf({ name, outline }: Panel, fold: Fold, rounding: number): FlapCut | undefined {
  const deep = Math.max(...flatten(outline).map((p) => inFrame(p, fold)[1]));
  const framed = outline.map((edge) => ({ edge, ends: [inFrame(edge.from, fold), inFrame(edge.to, fold)] as const }));
  const isSide = ({ edge, ends: [a, b] }: (typeof framed)[number]): boolean =>
    edge.kind === "line" && Math.min(a[1], b[1]) < SEEN_MM && Math.max(a[1], b[1]) > SEEN_MM;
  const sides = framed.filter(isSide);
  const isRounding = (radius: number): boolean => Math.abs(radius - rounding) < SEEN_MM || radius <= SMALL_ROUNDING;
  // square to the score, or a corner that is rounded in a step of its own: numbers say all of it
  const isPlain = ({ edge, ends: [a, b] }: (typeof framed)[number]): boolean =>
    edge.kind === "line"
      ? Math.min(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1])) < SEEN_MM
      : edge.kind === "arc" && isRounding(distance(edge.centre, edge.from));
  const shaped = sides.length !== 2 || !framed.every((e) => isSide(e) || isPlain(e));
  const [side] = sides
    .map(({ ends: [a, b] }) => (a[1] < b[1] ? ([a, b] as const) : ([b, a] as const)))
    .sort((a, b) => a[0][0] - b[0][0]);
  if (!side || sides.length !== 2) return { names: [name], relief: 0, taper: 0, shaped: true };
  const [[u0, v0], [u1, v1]] = side;
  // back from the frame, on the side of the score where the flap is
  const way = direction(fold.from, fold.to);
  const away: Point = outline.some(({ from }) => cross(way, subtract(from, fold.from)) > SEEN_MM)
    ? [-way[1], way[0]]
    : [way[1], -way[0]];
  const back = (u: number, v: number): Point => add(fold.from, add(scale(way, u), scale(away, v)));
  const toEnd = v1 > TO_THE_END * deep;
  const taper = ((u1 - u0) / (v1 - v0)) * (toEnd ? deep : v1);
  if (u0 < SEEN_MM && Math.abs(taper) < SEEN_MM && !shaped) return undefined;
  return {
    names: [name],
    relief: u0,
    taper,
    shaped,
    ...(!toEnd && { over: v1 }),
    marks: {
      start: [back(0, 0), back(u0, 0)],
      side: toEnd ? [back(u0, deep), back(u0 + taper, deep)] : [back(u0, v1), back(u1, v1)],
    },
  };
}

const alike = (a: FlapCut, b: FlapCut): boolean =>
  a.shaped === b.shaped &&
  Math.abs(a.relief - b.relief) < SEEN_MM &&
  Math.abs(a.taper - b.taper) < SEEN_MM &&
  Math.abs((a.over ?? 0) - (b.over ?? 0)) < SEEN_MM;

/** The flaps of a piece that are more than a rectangle on their score, those cut alike together. */
export function flapCuts(piece: Piece): FlapCut[] {
  const found: FlapCut[] = [];
  for (const fold of piece.folds) {
    const panel = piece.panels.find((p) => p.id === fold.panels[1]);
    // a wall between two scores is cut with the flap that hangs on it
    const isWall = piece.folds.some((f) => f.panels[0] === panel?.id);
    const cut = panel && !fold.path && !isWall ? cutOf(panel, fold, piece.rounding ?? 0) : undefined;
    if (!cut) continue;
    const known = found.findIndex((other) => alike(other, cut));
    const other = found[known];
    if (other) found[known] = { ...other, names: [...other.names, ...cut.names] };
    else found.push(cut);
  }
  return found;
}

/** A measure of flaps cut alike, and the letter it goes by in the sentence and on the picture. */
export interface FlapLetter {
  readonly letter: string;
  readonly group: number;
  /** where the side begins, or how far it runs in */
  readonly of: "start" | "side";
  readonly at: readonly [Point, Point];
}

/** Letters for all that is measured on these flaps, in the order in which it is said. */
export function flapLetters(flaps: readonly FlapCut[]): FlapLetter[] {
  const measured = flaps.flatMap(({ marks }, group) =>
    marks
      ? (["start", "side"] as const).flatMap((of) =>
          distance(...marks[of]) < SEEN_MM ? [] : [{ group, of, at: marks[of] }],
        )
      : [],
  );
  return measured.map((mark, i) => ({ ...mark, letter: String.fromCodePoint("a".charCodeAt(0) + i) }));
}
