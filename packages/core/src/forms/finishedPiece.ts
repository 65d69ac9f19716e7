/** What the forms share that hold nothing: a finished size in place of an inside. */
import type { Path } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import type { Drafted } from "../model/form.ts";
import type { Cut, Dimension, PieceDraft } from "../model/piece.ts";

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A form's answer without contents: the finished size is what is asked for, and there is no gap. */
export const finishedPiece = (
  { width, height }: Size,
  pieces: readonly PieceDraft[],
  dimensions: readonly Dimension[],
  rest: Pick<Drafted, "finish" | "finished"> = {},
): Drafted => ({
  inside: { width, height, depth: 0 },
  gap: { width: 0, height: 0, depth: 0 },
  pieces,
  joins: [],
  contents: [],
  dimensions,
  overlaps: [],
  trims: [],
  refused: [],
  ...rest,
});

/** A piece that is never folded: one panel, with cuts in it. */
export const flatPiece = (
  id: string,
  name: string,
  outline: Path,
  blank: Size,
  cuts: readonly Omit<Cut, "panel">[] = [],
): PieceDraft => ({
  id,
  name,
  quantity: 1,
  blank,
  root: id,
  panels: [{ id, name, outline }],
  folds: [],
  cuts: cuts.map((cut) => ({ ...cut, panel: id })),
  glue: [],
});

/** A circle, anticlockwise, as two arcs. */
export const circle = (centre: Point, radius: number): Path => {
  const [east, west]: [Point, Point] = [
    [centre[0] + radius, centre[1]],
    [centre[0] - radius, centre[1]],
  ];
  return [
    { kind: "arc", from: east, to: west, centre, ccw: true },
    { kind: "arc", from: west, to: east, centre, ccw: true },
  ];
};

/** The figures of the sheet, above it and to its right. */
export const sheetSizes = (piece: string, { width, height }: Size): Dimension[] => [
  { id: "blank-width", piece, from: [width, height], to: [0, height], offset: 1, value: width, lights: ["outline"] },
  { id: "blank-height", piece, from: [width, 0], to: [width, height], offset: 1, value: height, lights: ["outline"] },
];

/** The finished size inside the drawing, where it can be dragged. */
export const finishedSizes = (piece: string, { width, height }: Size): Dimension[] => [
  {
    id: "finished-width",
    piece,
    from: [0, height * 0.22],
    to: [width, height * 0.22],
    offset: 0,
    value: width,
    sets: "contents.width",
    lights: ["outline"],
  },
  {
    id: "finished-height",
    piece,
    from: [width * 0.2, 0],
    to: [width * 0.2, height],
    offset: 0,
    value: height,
    sets: "contents.height",
    lights: ["outline"],
  },
];
