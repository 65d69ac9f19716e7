/**
 * The scoring board: the sheet lies against the fence and the edge stop, and every score is read from that one edge.
 *
 *   ├── stop (x = 0) ───────── fence (y = 0)
 *   │  │   │    │   grooves, read from the stop
 *
 * The outside is up, so that every ridge ends inside: a piece drawn from its inside lies face down. Scores that stand
 * upright on the sheet are made first; a quarter turn to the left then brings the top edge to the stop for the others.
 */
import type { Pose } from "../geometry/point.ts";
import type { Fold, Piece } from "../model/piece.ts";
import { assemblySteps, flatOnTable } from "./assembly.ts";
import type { Making, Method, StepDraft } from "./method.ts";

const isUpright = (fold: Fold): boolean => Math.abs(fold.from[0] - fold.to[0]) < 1e-6;

/** Folds towards the drawn face are scored from the other one. */
const liesFaceDown = (piece: Piece): boolean => piece.folds.every((f) => f.angle >= 0);

/** How the sheet lies: as it is, or after a quarter turn to the left with its top edge at the stop. */
export function lieAtStop({ width, height }: Piece["blank"], faceDown: boolean, turned: boolean): Pose {
  if (faceDown)
    return turned ? { x: height, y: 0, rotation: 90, flip: true } : { x: width, y: -height, rotation: 0, flip: true };
  return turned ? { x: height, y: -width, rotation: 90, flip: false } : { x: 0, y: -height, rotation: 0, flip: false };
}

interface Reading {
  readonly fold: Fold;
  /** mm from the stop */
  readonly measure: number;
}

/** The scores of one direction in the order they are read. */
function readings(piece: Piece, faceDown: boolean, upright: boolean): Reading[] {
  const { width, height } = piece.blank;
  const from = (fold: Fold): number =>
    upright ? (faceDown ? width - fold.from[0] : fold.from[0]) : height - fold.from[1];
  return piece.folds
    .filter((fold) => isUpright(fold) === upright)
    .map((fold) => ({ fold, measure: Math.round(from(fold) * 1e9) / 1e9 }))
    .sort((a, b) => a.measure - b.measure);
}

export const scoringBoard: Method = {
  kind: "scoring-board",
  steps(making: Making) {
    const [main] = making.pieces;
    if (!main) return [];
    const { width, height } = main.blank;
    const faceDown = liesFaceDown(main);
    const done: string[] = ["blank"];
    const steps: StepDraft[] = [
      {
        kind: "cut",
        code: "cut-sheet",
        measure: width,
        facts: { width, height },
        scene: flatOnTable(main, [], ["blank"]),
      },
    ];
    const onBoard = (turned: boolean, now: readonly string[]) =>
      ({
        on: "board",
        piece: main.id,
        pose: lieAtStop(main.blank, faceDown, turned),
        done: [...done],
        now,
        folded: 0,
      }) as const;
    const upright = readings(main, faceDown, true);
    const level = readings(main, faceDown, false);
    for (const [turned, group] of [
      [false, upright],
      [true, level],
    ] as const) {
      if (turned && group.length > 0 && upright.length > 0)
        steps.push({ kind: "turn", code: "turn-left", scene: onBoard(true, []) });
      group.forEach(({ fold, measure }, i) => {
        const code = i > 0 ? "score-on" : turned ? "score-from-top" : "score-from-left";
        steps.push({ kind: "score", code, measure, scene: onBoard(turned, [fold.id]) });
        done.push(fold.id);
      });
    }
    return [...steps, ...finishing(making, main, done), ...assemblySteps(making)];
  },
};

/** What is cut once the scores are in: corners and tapers, then roundings. */
function finishing({ spec }: Making, main: Piece, done: readonly string[]): StepDraft[] {
  const steps: StepDraft[] = [];
  const scene = flatOnTable(main, [...done, "outline"], ["outline"]);
  const corners = main.folds.length > 1;
  if (corners) steps.push({ kind: "trim", code: "cut-corners", scene });
  const radius = spec.settings["cornerRadius"];
  if (typeof radius === "number" && radius > 0)
    steps.push({ kind: "round", code: corners ? "round-tips" : "round-corners", measure: radius, scene });
  return steps;
}
