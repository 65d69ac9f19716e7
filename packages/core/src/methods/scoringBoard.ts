/**
 * The scoring board: the sheet lies against the fence and the edge stop, and every score is read from that one edge.
 * The drawn face is up.
 */
import type { Fold } from "../model/piece.ts";
import { assemblySteps, flatOnTable } from "./assembly.ts";
import type { Making, Method, StepDraft } from "./method.ts";

const isUpright = (fold: Fold): boolean => Math.abs(fold.from[0] - fold.to[0]) < 1e-6;

export const scoringBoard: Method = {
  kind: "scoring-board",
  steps(making: Making) {
    const [main] = making.pieces;
    if (!main) return [];
    const { width, height } = main.blank;
    const steps: StepDraft[] = [
      {
        kind: "cut",
        code: "cut-sheet",
        measure: width,
        facts: { width, height },
        scene: flatOnTable(main, [], ["blank"]),
      },
    ];
    const done = ["blank"];
    for (const fold of main.folds) {
      // scores across the sheet need a quarter turn anticlockwise, which brings its upper edge to the stop
      const upright = isUpright(fold);
      const pose = upright
        ? { x: 0, y: -height, rotation: 0, flip: false }
        : { x: height, y: -width, rotation: 90, flip: false };
      const measure = upright ? fold.from[0] : height - fold.from[1];
      steps.push({
        kind: "score",
        code: upright ? "score-from-left" : "score-from-top",
        measure,
        facts: { mountain: fold.angle < 0 ? 1 : 0 },
        scene: { on: "board", piece: main.id, pose, done: [...done], now: [fold.id], folded: 0 },
      });
      done.push(fold.id);
    }
    const radius = making.spec.settings["cornerRadius"];
    if (typeof radius === "number" && radius > 0) {
      steps.push({
        kind: "round",
        code: "round-corners",
        measure: radius,
        scene: flatOnTable(main, [...done, "outline"], ["outline"]),
      });
    }
    return [...steps, ...assemblySteps(making)];
  },
};
