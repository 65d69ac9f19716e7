/** A step at a machine: the mat, the sheet in its corner, and the pieces on it with what is made by then and what is made now. */
import { line, placePath, polygon } from "../geometry/path.ts";
import { compose, type Pose, type Size } from "../geometry/point.ts";
import { idIn } from "../methods/method.ts";
import type { Piece } from "../model/piece.ts";
import type { Step, Stepped } from "../model/solution.ts";
import { type Picture, paperOf, type PictureShape, scoreShapes } from "./shapes.ts";

/** mm of mat round what can be reached, and between the lines of its grid: an inch, as cutting mats have it. */
const BORDER_MM = 7;
const GRID_MM = 25.4;
/** How long the mark at the mat's corner is, of the mat. */
const CORNER_PART = 0.06;

const rectangle = ({ width, height }: Size, by = 0) =>
  polygon([
    [-by, -by],
    [width + by, -by],
    [width + by, height + by],
    [-by, height + by],
  ]);

/** The mat's grid. */
function gridLines({ width, height }: Size): PictureShape[] {
  const marks = (long: number): number[] =>
    Array.from({ length: Math.floor(long / GRID_MM) }, (_, i) => (i + 1) * GRID_MM);
  const across = marks(width).map((x) => line([x, 0], [x, height]));
  const up = marks(height).map((y) => line([0, y], [width, y]));
  return [...across, ...up].map((s): PictureShape => ({ path: [s], role: "guide-line", now: false }));
}

/** The corner that a sheet is laid on, while it is laid. */
function cornerMark({ width, height }: Size, now: boolean): PictureShape[] {
  const long = CORNER_PART * Math.max(width, height);
  return [line([0, 0], [long, 0]), line([0, 0], [0, long])].map((s) => ({ path: [s], role: "stop", now }));
}

/** A piece where it lies: its edge when that is cut, and before as a line to come. */
function pieceShapes(piece: Piece, pose: Pose, { scene }: Step): PictureShape[] {
  const edge = idIn(piece, "outline");
  const isCut = scene.done.includes(edge);
  const outline = piece.outline.map((path): PictureShape => ({
    path: placePath(path, pose),
    role: isCut ? "edge" : scene.now.includes(edge) ? "cut" : "guide",
    now: scene.now.includes(edge),
    of: edge,
  }));
  return [...outline, ...scoreShapes(piece, scene.done, scene.now, pose)];
}

/** What lies on the mat in a step. */
export function onMat({ pieces }: Stepped, step: Step): Picture {
  const { bed, pose } = step.scene;
  if (!bed) throw new Error(`step ${String(step.n)} is on a mat and does not say how it lies`);
  const { mat, sheet, laid } = bed;
  const lying = laid.flatMap(({ piece: id, ...own }) => {
    const piece = pieces.find((one) => one.id === id);
    return piece ? [{ piece, own: compose(pose, own) }] : [];
  });
  const face = pose.flip ? "back" : "face";
  const paper: PictureShape[] = sheet
    ? [
        {
          path: rectangle(sheet),
          fill: face,
          role: "edge",
          now: step.kind === "load",
          ...(lying[0] && paperOf(lying[0].piece)),
        },
      ]
    : lying.flatMap(({ piece, own }) =>
        piece.outline.slice(0, 1).map((path): PictureShape => ({
          path: placePath(path, own),
          fill: face,
          role: "edge",
          now: step.kind === "load",
          ...paperOf(piece),
        })),
      );
  return {
    shapes: [
      { path: rectangle(mat, BORDER_MM), role: "edge", now: false },
      ...gridLines(mat),
      ...paper,
      ...cornerMark(mat, step.kind === "load" || step.kind === "turn"),
      ...lying.flatMap(({ piece, own }) => pieceShapes(piece, own, step)),
    ],
    bounds: { left: -BORDER_MM, bottom: -BORDER_MM, right: mat.width + BORDER_MM, top: mat.height + BORDER_MM },
  };
}
