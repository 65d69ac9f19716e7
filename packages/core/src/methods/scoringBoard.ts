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
import { boundsOf, flatten, holds } from "../geometry/path.ts";
import { compose, place, type Point, type Pose } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Part } from "../fittings/laid.ts";
import { deeds, idIn, type Method, type StepSaid } from "./method.ts";
import {
  creaseSteps,
  finished,
  flatPiece,
  freeScores,
  isCutByOutline,
  outlineStep,
  scoresOf,
  sheetStep,
} from "./prepare.ts";
import { flatOnTable } from "./scene.ts";
import type { Whole } from "../fittings/whole.ts";
import { nth } from "../units/nth.ts";
import { roundUp } from "../units/ruler.ts";
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
  readonly folds: readonly Fold[];
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
    const folds = [...(found.get(`${stop} ${String(measure)}`)?.folds ?? []), fold];
    found.set(`${stop} ${String(measure)}`, { stop, measure, folds });
  }
  return [...found.values()].sort((a, b) => STOPS.indexOf(a.stop) - STOPS.indexOf(b.stop) || a.measure - b.measure);
}

/** mm that a board reads from its stop: a machine is none, and has no end. */
const reachOf = ({ setup: { tool } }: Part): number => (tool.kind === "machine" ? Infinity : tool.reach);

/** How the sheet is turned from one edge at the stop to another. */
function turnBetween(from: Stop, to: Stop): string {
  const left = (TURNED[to] - TURNED[from] + 360) % 360;
  return left === 180 ? "turn-half" : left === 90 ? "turn-left" : "turn-right";
}

/** Steps on a scoring board: scores from one edge, then turn. */
export const scoringBoard: Method = {
  kind: "scoring-board",
  steps: (making, part, piece) =>
    scoresOf(piece).length > 0 || piece.bought
      ? [...scoreSteps(making, part, piece), ...creaseSteps(piece)]
      : flatPiece(making, part, piece),
};

/** Cut a piece's sheet, score it from one edge and then from the next, cut it out. */
function scoreSteps(making: Whole, part: Part, piece: Piece): StepSaid[] {
  const { width, height } = piece.blank;
  const faceDown = liesFaceDown(piece);
  const here = (id: string): string => idIn(piece, id);
  const done: string[] = [here("blank")];
  // what is there already is folded: it is opened, and only cut into
  if (piece.bought) {
    done.push(...piece.folds.map((f) => here(f.id)), here("outline"));
    const scene = flatOnTable(piece, [...done], []);
    const facts = { width, height, ...piece.bought };
    return [
      { kind: "turn", code: "open-bought", facts, does: [], scene },
      ...finished(making, part, piece, done, () => []),
    ];
  }
  // without a blank there is no edge for the stop: it is scored along a ruler
  if (isCutByOutline(making, piece)) {
    done.push(here("outline"));
    const cut = outlineStep(making, piece);
    const scored = freeScores(piece, done, () => false);
    return [cut, ...scored, ...finished(making, part, piece, done, () => [])];
  }
  const steps: StepSaid[] = [sheetStep(making, part, piece)];
  const onBoard = (stop: Stop, now: readonly string[]) =>
    ({
      on: "board",
      piece: piece.id,
      pose: lieAtStop(piece.blank, faceDown, stop),
      done: [...done],
      now,
      folded: 0,
    }) as const;
  const { further } = stopPad(part);
  const readings = readingsOf(piece, reachOf(part));
  if (readings.length > 0) steps.push(...padStep(making, part, piece));
  let at: Stop | undefined;
  for (const { stop, measure, folds } of readings) {
    if (at !== undefined && at !== stop) {
      const facts = { edge: stop };
      steps.push({ kind: "turn", code: turnBetween(at, stop), facts, does: [], scene: onBoard(stop, []) });
    }
    const code = at === stop ? "score-on" : `score-from-${stop}`;
    const scene = onBoard(
      stop,
      folds.map((f) => here(f.id)),
    );
    const facts = { edge: stop, ...endsOn(piece, folds, scene.pose) };
    const does = deeds("score", piece, folds);
    steps.push({ kind: "score", code, measure: measure + further, facts, does, scene });
    done.push(...scene.now);
    at = stop;
  }
  return [...steps, ...freeScores(piece, done), ...finished(making, part, piece, done)];
}

/**
 * How a board whose marks are not where they say is put right: paper along the stop brings what lies too far in back to the edge.
 * What lies too near it is read at the next mark, and the paper makes up for what that is too much. mm.
 */
function stopPad({ setup: { offset, grid } }: Part): { readonly thick: number; readonly further: number } {
  const further = offset < 0 ? roundUp(-offset, grid) : 0;
  return { thick: offset + further, further };
}

/** The step that puts the stop right, where that is needed. */
function padStep(making: Whole, part: Part, piece: Piece): StepSaid[] {
  const { thick, further } = stopPad(part);
  if (thick <= 0) return [];
  const facts = { layers: Math.max(1, Math.round(thick / making.spec.stock.caliper)), further };
  const scene = flatOnTable(piece, [idIn(piece, "blank")], []);
  return [{ kind: "turn", code: "pad-stop", measure: thick, facts, does: [], scene }];
}

/** A groove that runs on past its score by so much (mm) over paper that stays is seen in it. */
const SEEN_PAST_MM = 0.5;
/** A place this far (mm) off both sides of a groove tells whether paper lies under it, and not beside it alone. */
const BESIDE_MM = 0.05;
const STRETCHES = 48;

/**
 * Where a stroke of the board begins and ends, mm below the fence: nothing where it may run from edge to edge, because
 * what it crosses besides its scores is cut away. `from2` and `to2` are those of a second stretch.
 */
function endsOn(piece: Piece, folds: readonly Fold[], pose: Pose): Readonly<Record<string, number>> {
  const down = (p: Point): number => -place(p, pose)[1];
  const first = nth(folds, 0);
  const along = Math.abs(first.from[0] - first.to[0]) < SAME_POINT_MM ? 1 : 0;
  const long = along === 1 ? piece.blank.height : piece.blank.width;
  const at = (t: number): Point => (along === 1 ? [first.from[0], t] : [t, first.from[1]]);
  const runs = joinedUp(
    folds.map((f) => [Math.min(f.from[along], f.to[along]), Math.max(f.from[along], f.to[along])] as const),
  );
  const edges = piece.outline.map((path) => flatten(path));
  const isPaper = (t: number): boolean => {
    const [x, y] = at(t);
    const [dx, dy] = along === 1 ? [BESIDE_MM, 0] : [0, BESIDE_MM];
    const on = (p: Point): boolean => edges.filter((edge) => holds(edge, p)).length % 2 === 1;
    return on([x + dx, y + dy]) && on([x - dx, y - dy]);
  };
  const past = [0, ...runs.flat(), long];
  let seen = 0;
  for (let i = 0; i < past.length; i += 2) {
    const [a, b] = [nth(past, i), nth(past, i + 1)];
    const step = (b - a) / STRETCHES;
    for (let n = 0; n < STRETCHES && step > 0; n++) if (isPaper(a + (n + 0.5) * step)) seen += step;
  }
  if (seen < SEEN_PAST_MM) return {};
  const ends = runs
    .map(([a, b]) => [down(at(a)), down(at(b))].sort((m, n) => m - n) as [number, number])
    .sort((a, b) => a[0] - b[0]);
  const [one, two] = ends;
  const whole = Math.abs(down(at(0)) - down(at(long)));
  return {
    ...(one && { from: one[0], to: one[1] }),
    ...(two && { from2: two[0], to2: two[1] }),
    whole,
  };
}

/** Stretches of one line, those that meet as one. */
function joinedUp(runs: readonly (readonly [number, number])[]): (readonly [number, number])[] {
  const joined: (readonly [number, number])[] = [];
  for (const run of [...runs].sort((a, b) => a[0] - b[0])) {
    const last = joined.at(-1);
    if (last && run[0] <= last[1] + SEEN_PAST_MM) joined[joined.length - 1] = [last[0], Math.max(last[1], run[1])];
    else joined.push(run);
  }
  return joined;
}
