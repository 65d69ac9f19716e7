/**
 * The scoring board: the sheet lies against the fence and the edge stop, and every score is read from that one edge.
 *
 *   ├── stop (x = 0) ───────── fence (y = 0)
 *   │  │   │    │   grooves, read from the stop
 *
 * The outside is up, so that every ridge ends inside: a piece drawn from its inside lies face down. Scores that stand
 * upright on the sheet are made first; a quarter turn to the left then brings the top edge to the stop for the others.
 */
import { boundsOf, flatten, type Line, type Segment } from "../geometry/path.ts";
import { distance, type Pose } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Laid } from "../fittings/lay.ts";
import { flatOnTable } from "./assembly.ts";
import { idIn, type Making, type Method, piecesOf, type StepDraft } from "./method.ts";

const isUpright = (fold: Fold): boolean => Math.abs(fold.from[0] - fold.to[0]) < 1e-6;

/** Folds towards the drawn face are scored from the other one. */
const liesFaceDown = (piece: Piece): boolean => piece.folds.every((f) => f.angle >= 0);

/** How the sheet lies: as it is, or after a quarter turn to the left with its top edge at the stop. */
export function lieAtStop({ width, height }: Piece["blank"], faceDown: boolean, turned: boolean): Pose {
  if (faceDown)
    return turned ? { x: height, y: 0, rotation: 90, flip: true } : { x: width, y: -height, rotation: 0, flip: true };
  return turned ? { x: height, y: -width, rotation: 90, flip: false } : { x: 0, y: -height, rotation: 0, flip: false };
}

/** One reading: every score that lies there is made in the same stroke. */
interface Reading {
  readonly folds: readonly string[];
  /** mm from the stop */
  readonly measure: number;
}

/** The scores of one direction in the order they are read. */
function readings(piece: Piece, faceDown: boolean, upright: boolean): Reading[] {
  const { width, height } = piece.blank;
  const from = (fold: Fold): number =>
    Math.round((upright ? (faceDown ? width - fold.from[0] : fold.from[0]) : height - fold.from[1]) * 1e6) / 1e6;
  const found = new Map<number, string[]>();
  for (const fold of piece.folds)
    if (!fold.path && isUpright(fold) === upright)
      found.set(from(fold), [...(found.get(from(fold)) ?? []), idIn(piece, fold.id)]);
  return [...found].map(([measure, folds]) => ({ measure, folds })).sort((a, b) => a.measure - b.measure);
}

/** Steps on a scoring board: scores from one edge, then turn. */
export const scoringBoard: Method = {
  kind: "scoring-board",
  steps(making: Making, part: Laid) {
    const scored = piecesOf(part, making).filter((piece) => piece.id === part.main || piece.folds.length > 0);
    return scored.flatMap((piece) => scoreSteps(piece, part));
  },
};

/** Cut a piece's sheet, score it from one edge and then from the next, cut it out. */
function scoreSteps(piece: Piece, part: Laid): StepDraft[] {
  const { width, height } = piece.blank;
  const faceDown = liesFaceDown(piece);
  const here = (id: string): string => idIn(piece, id);
  const done: string[] = [here("blank")];
  const first = part.fitting === undefined && piece.id === part.main;
  const steps: StepDraft[] = [
    {
      kind: "cut",
      code: first ? "cut-sheet" : "cut-second",
      measure: width,
      facts: { width, height, part: piece.name },
      scene: flatOnTable(piece, [], [here("blank")]),
    },
  ];
  const onBoard = (turned: boolean, now: readonly string[]) =>
    ({
      on: "board",
      piece: piece.id,
      pose: lieAtStop(piece.blank, faceDown, turned),
      done: [...done],
      now,
      folded: 0,
    }) as const;
  const upright = readings(piece, faceDown, true);
  const level = readings(piece, faceDown, false);
  for (const [turned, group] of [
    [false, upright],
    [true, level],
  ] as const) {
    if (turned && group.length > 0 && upright.length > 0)
      steps.push({ kind: "turn", code: "turn-left", scene: onBoard(true, []) });
    group.forEach(({ folds, measure }, i) => {
      const code = i > 0 ? "score-on" : turned ? "score-from-top" : "score-from-left";
      steps.push({ kind: "score", code, measure, scene: onBoard(turned, folds) });
      done.push(...folds);
    });
  }
  return [...steps, ...curvedScores(piece, done), ...finishing(piece, done)];
}

/** A groove is straight: a curved score is drawn along a template, by hand, before the outline is cut. */
function curvedScores(piece: Piece, done: string[]): StepDraft[] {
  const curved = piece.folds.filter((f) => f.path).map((f) => idIn(piece, f.id));
  if (curved.length === 0) return [];
  const scene = flatOnTable(piece, [...done], curved);
  done.push(...curved);
  return [{ kind: "score", code: "score-by-template", facts: { count: curved.length }, scene }];
}

/** Whether a straight edge is the sheet's own: nothing is cut along it. */
function isOnSheet({ from, to }: Line, { width, height }: Piece["blank"]): boolean {
  const both = (i: 0 | 1, at: number): boolean =>
    Math.abs(from[i] - at) < SAME_POINT_MM && Math.abs(to[i] - at) < SAME_POINT_MM;
  return both(0, 0) || both(0, width) || both(1, 0) || both(1, height);
}

/** What is cut once the scores are in: corners and tapers, roundings, then what is cut inside. */
function finishing(piece: Piece, done: readonly string[]): StepDraft[] {
  const steps: StepDraft[] = [];
  const { height } = piece.blank;
  const here = (id: string): string => idIn(piece, id);
  const scene = flatOnTable(piece, [...done, here("outline")], [here("outline")]);
  const radius = piece.rounding ?? 0;
  const edges = piece.outline.flat();
  // what a corner rounder does is a step of its own; any other curve, and any edge off the sheet's own, is cut out
  const isRounding = (edge: Segment): boolean =>
    edge.kind === "arc" && Math.abs(distance(edge.centre, edge.from) - radius) < SAME_POINT_MM;
  const shaped = edges.some((edge) => (edge.kind === "line" ? !isOnSheet(edge, piece.blank) : !isRounding(edge)));
  if (shaped) steps.push({ kind: "trim", code: piece.folds.length > 0 ? "cut-corners" : "cut-shape", scene });
  if (radius > 0 && edges.some((edge) => edge.kind === "arc"))
    steps.push({ kind: "round", code: shaped ? "round-tips" : "round-corners", measure: radius, scene });
  for (const cut of piece.cuts) {
    const { left, right, bottom, top } = boundsOf(flatten(cut.path));
    steps.push({
      kind: "cut",
      code: { hole: "punch-hole", window: "cut-window", slit: "cut-slit-inside" }[cut.kind],
      measure: cut.kind === "slit" ? Math.max(right - left, top - bottom) : right - left,
      facts: { width: right - left, height: top - bottom, from: height - (bottom + top) / 2 },
      scene: flatOnTable(piece, [...done, here("outline")], [here(cut.id)]),
    });
  }
  return steps;
}
