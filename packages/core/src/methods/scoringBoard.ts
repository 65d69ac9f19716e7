/**
 * The scoring board: the sheet lies against the fence and the edge stop, and scores are read from that edge.
 *
 *   ├── stop (x = 0) ───────── fence (y = 0)
 *   │  │   │    │   grooves, read from the stop, as far as the board reaches
 *
 * The outside is up, so that every ridge ends inside: a piece drawn from its inside lies face down. Scores that stand
 * upright on the sheet are made first; a quarter turn to the left then brings the top edge to the stop for the others.
 * What lies past the board's reach is read from the opposite edge, after half a turn.
 */
import { boundsOf, type Line, type Path, type Segment } from "../geometry/path.ts";
import { compose, distance, place, type Pose } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Part } from "../fittings/laid.ts";
import { alongLines, insideCuts } from "./insideCuts.ts";
import { flatOnTable } from "./scene.ts";
import { flapCuts } from "./flapCuts.ts";
import { idIn, type Method, type StepDraft } from "./method.ts";
import { piecesIn, type Whole } from "../fittings/whole.ts";
import { fromStop, isGrooved, type Stop, STOPS, stopsOf } from "../paper/scores.ts";

/** Folds towards the drawn face are scored from the other one. */
const liesFaceDown = (piece: Piece): boolean => piece.folds.every((f) => f.angle >= 0);

/** Degrees the sheet is turned to the left to bring it there. */
const TURNED: Readonly<Record<Stop, number>> = { left: 0, top: 90, right: 180, bottom: 270 };

/** How the sheet lies with an edge at the stop and the next one at the fence. */
export function lieAtStop({ width, height }: Piece["blank"], faceDown: boolean, stop: Stop): Pose {
  const turned: Pose = { x: 0, y: 0, rotation: TURNED[stop], flip: false };
  const lies = compose(turned, { x: faceDown ? width : 0, y: 0, rotation: 0, flip: faceDown });
  const corners = ([0, width] as const).flatMap((x) => ([0, height] as const).map((y) => place([x, y], lies)));
  const { left, top } = boundsOf(corners);
  return { ...lies, x: lies.x - left, y: lies.y - top };
}

/** One reading: every score that lies there is made in the same stroke. */
interface StopReading {
  readonly stop: Stop;
  readonly folds: readonly string[];
  /** mm from the stop */
  readonly measure: number;
}

/** All straight scores of a piece in the order they are read: each from the first edge that reaches it, else from the first. */
function readingsOf(piece: Piece, reach: number): StopReading[] {
  const faceDown = liesFaceDown(piece);
  const found = new Map<string, StopReading>();
  for (const fold of piece.folds) {
    if (!isGrooved(fold)) continue;
    const stops = stopsOf(fold);
    const measured = (stop: Stop): number => fromStop(piece.blank, fold, stop, faceDown);
    const stop = stops.find((s) => measured(s) <= reach + SAME_POINT_MM) ?? stops[0];
    const measure = measured(stop);
    const folds = [...(found.get(`${stop} ${String(measure)}`)?.folds ?? []), idIn(piece, fold.id)];
    found.set(`${stop} ${String(measure)}`, { stop, measure, folds });
  }
  return [...found.values()].sort((a, b) => STOPS.indexOf(a.stop) - STOPS.indexOf(b.stop) || a.measure - b.measure);
}

/** How the sheet is turned from one edge at the stop to another. */
function turnBetween(from: Stop, to: Stop): string {
  const left = (TURNED[to] - TURNED[from] + 360) % 360;
  return left === 180 ? "turn-half" : left === 90 ? "turn-left" : "turn-right";
}

/** Steps on a scoring board: scores from one edge, then turn. */
export const scoringBoard: Method = {
  kind: "scoring-board",
  steps(making: Whole, part: Part) {
    const scored = piecesIn(part, making).filter(
      (piece) => piece.id === part.main || piece.folds.some((f) => !f.slack),
    );
    return scored.flatMap((piece) => scoreSteps(piece, part));
  },
};

/** Cut a piece's sheet, score it from one edge and then from the next, cut it out. */
function scoreSteps(piece: Piece, part: Part): StepDraft[] {
  const { width, height } = piece.blank;
  const faceDown = liesFaceDown(piece);
  const here = (id: string): string => idIn(piece, id);
  const done: string[] = [here("blank")];
  const first = part.fitting === undefined && piece.id === part.main;
  // what is there already is folded: it is opened, and only cut into
  if (piece.bought) {
    done.push(...piece.folds.map((f) => here(f.id)), here("outline"));
    const scene = flatOnTable(piece, [...done], []);
    const opened: StepDraft = { kind: "turn", code: "open-bought", facts: { width, height, ...piece.bought }, scene };
    return [opened, ...alongLines(piece, done, part.outside), ...finishing(piece, done)];
  }
  const steps: StepDraft[] = [
    {
      kind: "cut",
      code: first ? "cut-sheet" : "cut-second",
      measure: width,
      facts: { width, height, part: piece.name },
      scene: flatOnTable(piece, [], [here("blank")]),
    },
  ];
  const onBoard = (stop: Stop, now: readonly string[]) =>
    ({
      on: "board",
      piece: piece.id,
      pose: lieAtStop(piece.blank, faceDown, stop),
      done: [...done],
      now,
      folded: 0,
    }) as const;
  let at: Stop | undefined;
  for (const { stop, measure, folds } of readingsOf(piece, part.setup.tool.reach)) {
    if (at !== undefined && at !== stop)
      steps.push({ kind: "turn", code: turnBetween(at, stop), facts: { edge: stop }, scene: onBoard(stop, []) });
    const code = at === stop ? "score-on" : `score-from-${stop}`;
    steps.push({ kind: "score", code, measure, facts: { edge: stop }, scene: onBoard(stop, folds) });
    done.push(...folds);
    at = stop;
  }
  return [...steps, ...freeScores(piece, done), ...alongLines(piece, done, part.outside), ...finishing(piece, done)];
}

/** Grooves run along an edge: curved scores are made along a template, slanted ones along a ruler, before the outline is cut. */
function freeScores(piece: Piece, done: string[]): StepDraft[] {
  const free = piece.folds.filter((f) => !f.slack && !isGrooved(f));
  const of = (code: string, folds: readonly Fold[]): StepDraft[] => {
    if (folds.length === 0) return [];
    const ids = folds.map((f) => idIn(piece, f.id));
    const scene = flatOnTable(piece, [...done], ids);
    done.push(...ids);
    return [{ kind: "score", code, facts: { count: ids.length }, scene }];
  };
  return [
    ...of(
      "score-by-template",
      free.filter((f) => f.path),
    ),
    ...of(
      "score-by-ruler",
      free.filter((f) => !f.path),
    ),
  ];
}

/** Whether a straight edge is the sheet's own: nothing is cut along it. */
function isOnSheet({ from, to }: Line, { width, height }: Piece["blank"]): boolean {
  const both = (i: 0 | 1, at: number): boolean =>
    Math.abs(from[i] - at) < SAME_POINT_MM && Math.abs(to[i] - at) < SAME_POINT_MM;
  return both(0, 0) || both(0, width) || both(1, 0) || both(1, height);
}

/** Whether what is rounded are the points of flaps, between two slanted edges, or corners; and how many. */
function roundedIn(
  outline: readonly Path[],
  isRounding: (edge: Segment) => boolean,
): Pick<StepDraft, "code" | "facts"> {
  const isSlanted = (edge: Segment | undefined): boolean =>
    edge?.kind === "line" &&
    Math.min(Math.abs(edge.from[0] - edge.to[0]), Math.abs(edge.from[1] - edge.to[1])) > SAME_POINT_MM;
  const arcs = outline.flatMap((path) =>
    path.flatMap((edge, i) =>
      isRounding(edge) ? [isSlanted(path.at(i - 1)) && isSlanted(path[(i + 1) % path.length])] : [],
    ),
  );
  return { code: arcs.some(Boolean) ? "round-tips" : "round-corners", facts: { count: arcs.length } };
}

/** What is cut once the scores are in: corners and tapers, roundings, then what is cut inside. */
function finishing(piece: Piece, done: readonly string[]): StepDraft[] {
  const steps: StepDraft[] = [];
  const here = (id: string): string => idIn(piece, id);
  const scene = flatOnTable(piece, [...done, here("outline")], [here("outline")]);
  const radius = piece.rounding ?? 0;
  const edges = piece.outline.flat();
  // what a corner rounder does is a step of its own; any other curve, and any edge off the sheet's own, is cut out
  const isRounding = (edge: Segment): boolean =>
    edge.kind === "arc" && Math.abs(distance(edge.centre, edge.from) - radius) < SAME_POINT_MM;
  const shaped = edges.some((edge) => (edge.kind === "line" ? !isOnSheet(edge, piece.blank) : !isRounding(edge)));
  if (shaped && piece.cutFolded) steps.push({ kind: "trim", code: "cut-folded", scene });
  else if (shaped && piece.folds.length > 0)
    steps.push({ kind: "trim", code: "cut-corners", flaps: flapCuts(piece), scene });
  else if (shaped) steps.push({ kind: "trim", code: "cut-shape", scene });
  if (radius > 0 && edges.some((edge) => edge.kind === "arc"))
    steps.push({ kind: "round", ...roundedIn(piece.outline, isRounding), measure: radius, scene });
  return [...steps, ...insideCuts(piece, piece.cuts, [...done, here("outline")])];
}
