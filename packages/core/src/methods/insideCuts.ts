/**
 * What is cut inside a piece: holes punched, slits and windows cut, each with the place where the hand measures it. On a
 * flap that is from its score, which lies in the paper already; elsewhere from two edges of the sheet; and by the template
 * where the ruler has no mark for it.
 *
 *        ╭────────╮
 *        │   o    │  from the score, in the middle         ┌──────────────┐
 *      ──┴╌╌╌╌╌╌╌╌┴──  score                               │   │ slit      │  from the left edge and the lower one,
 *                                                          └──────────────┘  end by end
 */
import { boundsOf, flatten, lengthOf, type Path, type Segment } from "../geometry/path.ts";
import { between, cross, direction, distance, offLine, type Point } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { FittingKind } from "../fittings/kind.ts";
import type { Whole } from "../fittings/whole.ts";
import type { Cut, Piece, Stroke } from "../model/piece.ts";
import type { Deed } from "../model/solution.ts";
import { callings } from "./callings.ts";
import { deeds, idIn, type StepSaid } from "./method.ts";
import { onMarks } from "./onMarks.ts";
import { flatOnTable, nameOf } from "./scene.ts";

/** Corners rounded by less (mm) are square to any eye and any tool. */
const SEEN_ROUND_MM = 0.5;

/** The radius of a rectangle's corners, mm: 0 where they are square, undefined for what is no such rectangle. */
function roundingIn(path: Path): number | undefined {
  const isStraight = (edge: Segment): boolean =>
    edge.kind === "line" &&
    (Math.abs(edge.from[0] - edge.to[0]) < SAME_POINT_MM || Math.abs(edge.from[1] - edge.to[1]) < SAME_POINT_MM);
  const radii = path.map((edge) =>
    edge.kind === "arc" ? distance(edge.centre, edge.from) : isStraight(edge) ? 0 : NaN,
  );
  const radius = Math.max(0, ...radii);
  const same = radii.every((r) => r === 0 || Math.abs(r - radius) < SAME_POINT_MM);
  return same && path.filter(isStraight).length === 4 && path.length <= 8 ? radius : undefined;
}

/** A place off the middle of a score by less (mm) is in its middle; a slit that leans by less (sine) runs along it. */
const IN_MIDDLE_MM = 0.05;
const ALONG = 1e-6;

/** mm from the score that a panel hangs on, for what lies in the score's middle; undefined for all else. */
function offScore({ folds }: Piece, { panel, path, kind }: Cut, centre: Point): number | undefined {
  const hinge = folds.find((f) => f.panels[1] === panel && !f.path && !f.slack);
  const [from, to] = [path[0]?.from, path.at(-1)?.to];
  if (!hinge || !from || !to) return undefined;
  const way = direction(hinge.from, hinge.to);
  const middle = between(hinge.from, hinge.to, 0.5);
  const aside = (centre[0] - middle[0]) * way[0] + (centre[1] - middle[1]) * way[1];
  const isAlong = kind !== "slit" || Math.abs(cross(way, direction(from, to))) < ALONG;
  return isAlong && Math.abs(aside) < IN_MIDDLE_MM ? Math.abs(offLine(centre, hinge.from, hinge.to)) : undefined;
}

/** What cuts inside a piece are told with: the recipe they come from, and mm between two marks of the ruler. */
interface CutsTold {
  readonly making: Pick<Whole, "spec" | "pieces" | "parts">;
  readonly grid: number;
}

/**
 * The steps that cut inside a piece: those that one row of the recipe makes in one panel together, and those of a form's
 * own that are alike and told by the template.
 * @param done what of the piece is cut and scored by then
 */
export function insideCuts(piece: Piece, told: CutsTold, done: readonly string[]): StepSaid[] {
  const rows = new Map<string, { cuts: [Cut, ...Cut[]]; step: Bare }>();
  for (const cut of piece.cuts) {
    const step = oneCut(piece, cut, told, done);
    const alike = step.facts?.["template"] === 1 ? `${step.code} ${(step.measure ?? 0).toFixed(2)}` : cut.id;
    const key = cut.fitting === undefined ? `${cut.panel} ${alike}` : `${cut.fitting} ${cut.panel} ${cut.kind}`;
    const row = rows.get(key);
    if (row) row.cuts.push(cut);
    else rows.set(key, { cuts: [cut], step });
  }
  return [...rows.values()].map(({ cuts, step }) => rowStep(piece, cuts, step, told, done));
}

function rowStep(
  piece: Piece,
  row: readonly [Cut, ...Cut[]],
  step: Bare,
  told: CutsTold,
  done: readonly string[],
): StepSaid {
  const [cut] = row;
  const does = doneBy(piece, row);
  const now = row.map((c) => idIn(piece, c.id));
  const scene = flatOnTable(piece, [...done], now);
  const flap = nameOf(piece, cut.panel);
  const kind = kindOf(told, cut);
  if (kind?.inPieces) return { kind: "cut", code: "cut-pieces", facts: { part: piece.name }, does, scene };
  // no size of letters helps
  if (kind?.setsWords) {
    const what = callings(told.making, row, ["the opening", "openings"]);
    return { kind: "cut", code: "cut-words", facts: { what, flap }, does, scene };
  }
  if (row.length === 1) return { ...step, does };
  const alike = row.every((c) => Math.abs(lengthOf(c.path) - lengthOf(cut.path)) < SAME_POINT_MM);
  return {
    kind: step.kind,
    code: "cut-row",
    ...(step.measure !== undefined &&
      alike && { measure: step.code === "cut-slit" ? lengthOf(cut.path) : step.measure }),
    facts: { count: row.length, flap, kind: step.code === "cut-standing" ? "standing" : cut.kind },
    does,
    scene,
  };
}

const kindOf = ({ making }: CutsTold, { fitting }: Cut): FittingKind | undefined =>
  making.parts.find((p) => p.lies?.id === fitting)?.kind;

/** The cuts of one row, with the feet that are scored in the same step. */
function doneBy(piece: Piece, row: readonly [Cut, ...Cut[]]): Deed[] {
  const feet = feetOf(piece, row);
  return [...deeds("cut", piece, row), ...deeds("score", piece, feet)];
}

/** The scores at the feet of what a row cuts round and raises: told with its cuts. */
const feetOf = (piece: Piece, row: readonly Cut[]): readonly Stroke[] =>
  (piece.strokes ?? []).filter((s) => row.some((cut) => cut.id === s.foots));

/** Whether a cut is one straight line. */
const isStraight = (path: Path): boolean => path.length === 1 && path[0]?.kind === "line";

type Bare = Omit<StepSaid, "does">;

function oneCut(piece: Piece, cut: Cut, { making, grid }: CutsTold, done: readonly string[]): Bare {
  const { left, right, bottom, top } = boundsOf(flatten(cut.path));
  const scene = flatOnTable(piece, [...done], [idIn(piece, cut.id)]);
  const centre: Point = [(left + right) / 2, (bottom + top) / 2];
  const [wide, high] = [right - left, top - bottom];
  const up = offScore(piece, cut, centre);
  const flap = nameOf(piece, cut.panel);
  const marks = onMarks(grid);
  if (cut.kind === "slit" && !isStraight(cut.path)) {
    return feetOf(piece, [cut]).length > 0
      ? { kind: "cut", code: "cut-standing", measure: wide, facts: { width: wide, height: high, flap }, scene }
      : { kind: "cut", code: "cut-slit-shaped", measure: wide, facts: { width: wide, height: high, flap }, scene };
  }
  if (cut.kind === "slit") {
    const [from, to] = [cut.path[0]?.from ?? centre, cut.path.at(-1)?.to ?? centre];
    const long = distance(from, to);
    // one measure from a score, in its middle: a mark near enough is seen by eye
    if (up !== undefined) return { kind: "slit", code: "cut-slit", measure: up, facts: { long, flap }, scene };
    const places = { flap, x: from[0], y: from[1], toX: to[0], toY: to[1] };
    const template = marks(...from, ...to) ? 0 : 1;
    return { kind: "cut", code: "cut-slit-inside", measure: long, facts: { ...places, template }, scene };
  }
  if (cut.kind === "hole") {
    if (up !== undefined)
      return { kind: "cut", code: "punch-in-flap", measure: wide, facts: { from: up, flap }, scene };
    // across the middle of a piece without a score only its distance from the head is to be measured
    const isMiddle = piece.folds.length === 0 && Math.abs(centre[0] - piece.blank.width / 2) < IN_MIDDLE_MM;
    const from = piece.blank.height - centre[1];
    if (isMiddle) return { kind: "cut", code: "punch-hole", measure: wide, facts: { from, flap }, scene };
    const facts = { x: centre[0], y: centre[1], flap, template: marks(...centre) ? 0 : 1 };
    return { kind: "cut", code: "punch-at", measure: wide, facts, scene };
  }
  const corners = roundingIn(cut.path);
  const code =
    corners === undefined ? "cut-window-shaped" : corners > SEEN_ROUND_MM ? "cut-window-round" : "cut-window";
  // what drops out of it may be another piece
  const keep = making.pieces.some((p) => p.within === piece.id && cut.fitting === undefined) ? 1 : 0;
  const template = corners !== undefined && marks(left, bottom) ? 0 : 1;
  const place = { x: left, y: bottom, flap, template };
  const facts = { width: wide, height: high, radius: corners ?? 0, keep, ...place };
  return { kind: "cut", code, measure: wide, facts, scene };
}
