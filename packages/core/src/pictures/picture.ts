/**
 * What a step looks like: the paper as it lies on the board or the table at that moment, as shapes that a screen, a
 * printed sheet or a test can draw. Back to front; mm; x right, y up.
 */
import { type Bounds, line } from "../geometry/path.ts";
import { flapLetters } from "../methods/flapCuts.ts";
import type { Piece } from "../model/piece.ts";
import type { Step, Stepped } from "../model/solution.ts";
import { onBoard } from "./board.ts";
import { cutFromSheet } from "./fromSheet.ts";
import { boundsOfShapes, type Picture } from "./shapes.ts";
import { onMat } from "./mat.ts";
import { onTable } from "./table.ts";

/** The picture of a step. */
export function pictureOf(solution: Stepped, step: Step): Picture {
  const piece = solution.pieces.find((p) => p.id === step.scene.piece);
  if (!piece)
    throw new Error(`step ${String(step.n)} shows a piece '${step.scene.piece}' that the solution does not have`);
  if (step.scene.on === "mat") return onMat(solution, step);
  if (step.scene.on === "board") return onBoard(step, piece, solution.grid);
  const sheet = step.n === 1 && step.kind === "cut" ? cutFromSheet(solution, piece) : undefined;
  if (sheet) return sheet;
  const shapes = onTable(solution, step, piece);
  const letters = lettered(step, piece);
  return {
    shapes: [...shapes, ...letters.shapes],
    labels: letters.labels,
    bounds: withLetters(boundsOfShapes(shapes), letters.labels),
  };
}

/** Room for letters that stand at the edge. */
const withLetters = ({ left, right, top, bottom }: Bounds, labels: Required<Picture>["labels"]): Bounds => ({
  left: Math.min(left, ...labels.map(({ at: [x], tall }) => x - tall)),
  right: Math.max(right, ...labels.map(({ at: [x], tall }) => x + tall)),
  top: Math.max(top, ...labels.map(({ at: [, y], tall }) => y + tall)),
  bottom: Math.min(bottom, ...labels.map(({ at: [, y] }) => y)),
});

/** How tall a letter stands, of the sheet it is on. */
const LETTER_PART = 0.045;

/** Where the flaps are measured before they are cut: a line for each measure with the letter that its sentence has. */
function lettered({ flaps = [] }: Step, { blank }: Piece): Required<Pick<Picture, "shapes" | "labels">> {
  const tall = LETTER_PART * Math.max(blank.width, blank.height);
  const marks = flapLetters(flaps);
  return {
    shapes: marks.map(({ at: [a, b] }) => ({ path: [line(a, b)], role: "measure", now: false })),
    labels: marks.map(({ letter, at: [a, b] }) => ({
      at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2 + tall / 3],
      text: letter,
      tall,
    })),
  };
}
