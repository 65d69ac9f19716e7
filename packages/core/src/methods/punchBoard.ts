/**
 * The 45° punch board: measure once, then let the last score be the guide.
 *
 *   ruler  ─┴──┴──┴──┴──┴──┴─ 0 ────────────── fence (y = 0)
 *                             V  punch: the notch's vertex stands `notch` below the fence
 *                  guide   ╱     ╲   groove
 *                        ╱         ╲
 *
 * The paper lies below the fence with its outside up; its left corner is set to the ruler once, at p. Each score runs
 * down the groove. A quarter turn anticlockwise brings the next edge to the fence, and laying the last score on the
 * guide puts the next notch in its place without measuring.
 */
import { distance, type Point, type Pose } from "../geometry/point.ts";
import type { Fold, Piece } from "../model/piece.ts";
import type { Part } from "../fittings/laid.ts";
import { deeds, idIn, type Method, type StepSaid } from "./method.ts";
import { creaseSteps, finished, flatPiece, freeScores, scoresOf, sheetStep } from "./prepare.ts";
import { flatOnTable, listed, nameOf } from "./scene.ts";
import type { Whole } from "../fittings/whole.ts";
import { nth } from "../units/nth.ts";

/** Scores in the order the board makes them: each starts where the one before ended, from the notch on the lower edge. */
function scoreRing(piece: Piece): { readonly fold: Fold; readonly start: Point }[] {
  const lowest = piece.folds.flatMap((f) => [f.from, f.to]).reduce((a, b) => (b[1] < a[1] ? b : a));
  const ring: { fold: Fold; start: Point }[] = [];
  let at = lowest;
  const rest = [...piece.folds];
  // from the lower notch the groove leads up and to the right of the flat drawing
  rest.sort((a, b) => Math.max(b.from[0], b.to[0]) - Math.max(a.from[0], a.to[0]));
  while (rest.length > 0) {
    const next = rest.findIndex((f) => distance(f.from, at) < 1e-6 || distance(f.to, at) < 1e-6);
    if (next < 0) throw new Error("punch board: the scores do not run round in a ring");
    const fold = nth(rest.splice(next, 1), 0);
    ring.push({ fold, start: at });
    at = distance(fold.from, at) < 1e-6 ? fold.to : fold.from;
  }
  return ring;
}

/** A punched notch: where it meets the edge, before and after, and its inner vertex. */
export interface Notch {
  readonly before: Point;
  readonly vertex: Point;
  readonly after: Point;
  /** mm from the edge to the vertex */
  readonly depth: number;
}

/** The four notches of a square blank on its lower, right, upper and left edges, read off its scores. */
export function notchesOf(piece: Piece): Notch[] {
  const { width: side } = piece.blank;
  return scoreRing(piece).map(({ start: [x, y] }, k): Notch => {
    const depth = [y, side - x, side - y, x][k] as number;
    const [ahead, out] = (
      [
        [
          [1, 0],
          [0, -1],
        ],
        [
          [0, 1],
          [1, 0],
        ],
        [
          [-1, 0],
          [0, 1],
        ],
        [
          [0, -1],
          [-1, 0],
        ],
      ] as const
    )[k] as readonly [Point, Point];
    const onEdge = (along: number): Point => [
      x + (out[0] + ahead[0] * along) * depth,
      y + (out[1] + ahead[1] * along) * depth,
    ];
    return { before: onEdge(-1), vertex: [x, y], after: onEdge(1), depth };
  });
}

/**
 * How a square of side S lies on the board before the (k+1)th punch: mirrored in x (its outside is up), turned so that
 * edge k lies on the fence, and moved so that the notch of this edge lies below the board's zero.
 */
export function lieOnBoard(side: number, p: number, k: number): Pose {
  // outside up, lower edge at the fence: (x, y) ↦ (x − p, −y) is the mirror turned by 180°; each turn adds 90°
  const rotation = (180 + 90 * k) % 360;
  const q = k % 2 === 0 ? p : side - p;
  const moves: readonly Point[] = [
    [-p, 0],
    [-q, -side],
    [side - p, -side],
    [p, 0],
  ];
  const [x, y] = nth(moves, k);
  return { x, y, rotation, flip: true };
}

/** Steps on a 45° punch board: one measure, then turn to the guide. */
export const punchBoard: Method = {
  kind: "punch-board",
  steps(making, part, piece) {
    // what is laid on it is no square of its own
    if (piece.id === part.main && part.form) return [...punchSteps(making, part, piece), ...creaseSteps(piece)];
    if (scoresOf(piece).length === 0) return flatPiece(making, part, piece);
    // the board punches squares: what else is scored is scored along a ruler
    const done = [idIn(piece, "blank")];
    const scored = [sheetStep(making, part, piece), ...freeScores(piece, done, () => false)];
    return [...scored, ...finished(making, part, piece, done), ...creaseSteps(piece)];
  },
};

/** The square: its sheet, four notches with their scores, then its tips and all that is cut inside. */
function punchSteps(making: Whole, part: Part, main: Piece): StepSaid[] {
  const { width: side } = main.blank;
  const { offset, each } = part.setup;
  const here = (id: string): string => idIn(main, id);
  const ring = scoreRing(main);
  const p = nth(ring, 0).start[0];
  // the mark that each is set to by itself: of every other the rest of the side
  const markOf = (k: number): number => (k % 2 === 0 ? p : side - p) - offset;
  const scene = (k: number, now: string[], done: string[]) =>
    ({ on: "board", piece: main.id, pose: lieOnBoard(side, p, k), done, now, folded: 0 }) as const;
  const steps: StepSaid[] = [
    {
      kind: "cut",
      code: "cut-square",
      measure: side,
      facts: { width: side, height: side },
      does: deeds("cut", main, ["blank"]),
      scene: flatOnTable(main, [], [here("blank")]),
    },
  ];
  const done: string[] = [here("blank")];
  ring.forEach(({ fold }, k) => {
    const id = `notch-${String(k + 1)}`;
    const notch = here(id);
    if (k > 0) {
      const last = here(nth(ring, k - 1).fold.id);
      const facts = { count: k + 1 };
      const code = each ? "turn-to-measure" : "turn-to-guide";
      steps.push({ kind: "turn", code, facts, does: [], scene: scene(k, each ? [] : [last], [...done]) });
    }
    const punched = { kind: "punch", does: deeds("cut", main, [id]), scene: scene(k, [notch], [...done]) } as const;
    steps.push(
      k === 0
        ? { ...punched, code: "punch-first", measure: markOf(k) }
        : each
          ? { ...punched, code: "punch-measured", measure: markOf(k), facts: { count: k + 1 } }
          : { ...punched, code: "punch-again", facts: { count: k + 1 } },
    );
    done.push(notch);
    steps.push({
      kind: "score",
      code: "score-groove",
      facts: { count: k + 1 },
      does: deeds("score", main, [fold.id]),
      scene: scene(k, [here(fold.id)], [...done]),
    });
    done.push(here(fold.id));
  });
  return [...steps, ...finished(making, part, main, done, () => tipsOf(part, main, done))];
}

/** Tips are trimmed before they are rounded: with the notches that makes the outline. `done` grows by it. */
function tipsOf({ trims }: Part, main: Piece, done: string[]): StepSaid[] {
  const steps: StepSaid[] = [];
  const table = (now: readonly string[]) =>
    flatOnTable(
      main,
      [...done, idIn(main, "outline")],
      now.map((id) => idIn(main, id)),
    );
  for (const amount of new Set(trims.map((t) => t.amount))) {
    const group = trims.filter((t) => t.amount === amount);
    steps.push({
      kind: "trim",
      code: "trim-tip",
      measure: amount,
      facts: { flaps: listed(group.map((t) => nameOf(main, t.panel))), count: group.length },
      does: deeds(
        "cut",
        main,
        group.map((t) => `tip-${t.panel}`),
      ),
      scene: table(group.map((t) => t.panel)),
    });
  }
  if (main.rounding !== undefined)
    steps.push({
      kind: "round",
      code: "round-tips",
      measure: main.rounding,
      does: deeds("round", main, ["outline"]),
      scene: table(["outline"]),
    });
  done.push(idIn(main, "outline"));
  return steps;
}
