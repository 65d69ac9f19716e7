/** A step on a board: the paper as it lies at the fence, the board's own furniture, and the ruler with the place to set. */
import { type Bounds, line, type Path, placePath, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { idIn } from "../methods/method.ts";
import { notchesOf } from "../methods/punchBoard.ts";
import type { Piece } from "../model/piece.ts";
import type { Step } from "../model/solution.ts";
import { rulerMarks } from "./rulerMarks.ts";
import { bareSheet, type Picture, scoreShapes, type PictureShape } from "./shapes.ts";

/** The notches of a square, by id, in the order they are punched. */
export const notchesIn = (piece: Piece): string[] => [1, 2, 3, 4].map((k) => idIn(piece, `notch-${String(k)}`));

/** The square as far as it has been punched: every notch made so far is cut out of its edge. */
export function punchedSquare(piece: Piece, made: readonly string[]): Path {
  const sheet = bareSheet(piece);
  const all = notchesIn(piece);
  if (!made.some((id) => all.includes(id))) return sheet;
  const notches = notchesOf(piece);
  return polygon(
    sheet.flatMap(({ from: corner }, k): Point[] => {
      const notch = made.includes(all[k] ?? "") ? notches[k] : undefined;
      return notch ? [corner, notch.before, notch.vertex, notch.after] : [corner];
    }),
  );
}

/** A square whose scores run slantwise lies on a punch board, anything else on a scoring board. */
const isPunched = ({ laid }: Piece): boolean => laid.rotation % 90 !== 0;

/** How much of the board's length stands above its fence in the picture: the ruler with its numbers. */
const RULER_PART = 0.16;

/** The part of the board that is shown: the same for every turn, so that the paper moves and the board does not. */
function boardBounds(piece: Piece): Bounds {
  const { width, height } = piece.blank;
  const size = Math.max(width, height);
  if (!isPunched(piece))
    return { left: -size * 0.05, right: size * 1.05, top: size * RULER_PART, bottom: -size * 1.02 };
  const p = notchesOf(piece)[0]?.vertex[0] ?? 0;
  const reach = Math.max(p, width - p) * 1.06;
  return { left: -reach, right: reach, top: size * RULER_PART, bottom: -size * 1.03 };
}

/** The board's own furniture: fence, edge stop, groove and guide. */
function boardShapes(step: Step, piece: Piece): PictureShape[] {
  const { left, right, top, bottom } = boardBounds(piece);
  const fence: PictureShape = { path: [line([left, 0], [right, 0])], role: "fence", now: false };
  if (!isPunched(piece)) {
    return [fence, { path: [line([0, top], [0, bottom])], role: "stop", now: step.kind === "score" }];
  }
  const notch = notchesOf(piece)[0]?.depth ?? 0;
  const fall = Math.min(right, -bottom - notch);
  return [
    fence,
    { path: [line([0, -notch], [fall, -notch - fall])], role: "groove", now: step.kind === "score" },
    { path: [line([0, -notch], [-fall, -notch - fall])], role: "guide-line", now: step.kind === "turn" },
  ];
}

/** The ruler above the fence, and on it the distance that is set: from the paper's corner to the punch, or from the stop to the score. */
function measured({ kind, measure = 0 }: Step, piece: Piece, grid: number): Pick<Picture, "shapes" | "labels"> {
  const size = Math.max(piece.blank.width, piece.blank.height);
  const at = (mm: number): number => (kind === "punch" ? -mm : mm);
  const long = size * 0.045;
  const { strokes, numbers } = rulerMarks(measure, grid, at, { y: 0, long });
  const tip: Point = [at(measure), long * 1.1];
  const pointer = polygon([tip, [tip[0] - long * 0.35, long * 2.2], [tip[0] + long * 0.35, long * 2.2]]);
  // a number beneath the pointer would be hidden: the measure stands in large figures beside the picture
  const clear = numbers.filter((n) => Math.abs(n.at - tip[0]) > long * 0.7);
  return {
    shapes: [
      ...strokes.map((s): PictureShape => ({ path: [s], role: "measure", now: false })),
      { path: [line([at(measure), 0], tip)], role: "measure", now: true },
      { path: pointer, role: "measure", now: true },
    ],
    labels: clear.map((n) => ({ at: [n.at, long * 1.15], text: n.text, tall: long * 0.8 })),
  };
}

/** The paper on the board, and the place that is set. */
export function onBoard(step: Step, piece: Piece, grid: number): Picture {
  const { pose, done, now } = step.scene;
  const made = step.kind === "punch" ? [...done, ...now] : done;
  const paper: PictureShape = {
    path: placePath(punchedSquare(piece, made), pose),
    fill: pose.flip ? "back" : "face",
    role: "edge",
    now: false,
    of: idIn(piece, "blank"),
  };
  const fresh =
    step.kind === "punch"
      ? notchesOf(piece)
          .filter((_, k) => now.includes(notchesIn(piece)[k] ?? ""))
          .map((n): PictureShape => ({
            path: placePath([line(n.before, n.vertex), line(n.vertex, n.after)], pose),
            role: "cut",
            now: true,
          }))
      : [];
  const ruler = step.measure === undefined ? { shapes: [] } : measured(step, piece, grid);
  return {
    ...ruler,
    shapes: [paper, ...boardShapes(step, piece), ...scoreShapes(piece, done, now, pose), ...fresh, ...ruler.shapes],
    bounds: boardBounds(piece),
  };
}
