/** Where the names of panels stand in the flat drawing, clear of figures and of lines. */
import { boundsOf, direction, flatten, holds, type Piece, type Point, type Drawing } from "@cut-fold/core";
import { type LabelBox, overlap } from "./placing.ts";
import { toScreen, type View } from "./view.ts";

/** mm a panel's name is moved out of the way of a cut */
const NAME_OFF_CUT_MM = 24;
/** px kept free between a panel's name and a figure */
const CLEAR_PX = 4;

/** where a crowded name may step, px: the nearest first */
const ASIDE_PX: readonly Point[] = [0, -40, 40, -74, 74]
  .flatMap((dx) => [0, -24, 24, -40, 40].map((dy): Point => [dx, dy]))
  .sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
/** half a letter's width, and how far letters stand above and below their foot, px */
const HALF_LETTER_PX = 3.6;
const NAME_PX = { above: 11, below: 4 } as const;
/** a panel narrower or lower than this (px) has no room for a name: pointing at it still tells it */
const LEAST_NAMED_PX = { width: 60, height: 24 } as const;

/** The middle of a panel, weighed by its corners' triangles. */
function middleOf(points: readonly Point[]): Point {
  let [area, x, y] = [0, 0, 0];
  points.forEach((a, i) => {
    const b = points[(i + 1) % points.length] as Point;
    const part = a[0] * b[1] - b[0] * a[1];
    area += part;
    x += (a[0] + b[0]) * part;
    y += (a[1] + b[1]) * part;
  });
  return [x / (3 * area), y / (3 * area)];
}

/** Whether a line runs through a name: their extents meet, and the name's corners do not all lie on one side of it. */
function crosses(a: Point, b: Point, [x, foot]: Point, half: number): boolean {
  const [left, right, top, bottom] = [x - half, x + half, foot - NAME_PX.above, foot + NAME_PX.below];
  if (Math.max(a[0], b[0]) < left || Math.min(a[0], b[0]) > right) return false;
  if (Math.max(a[1], b[1]) < top || Math.min(a[1], b[1]) > bottom) return false;
  const side = (px: number, py: number): boolean => (b[0] - a[0]) * (py - a[1]) - (b[1] - a[1]) * (px - a[0]) > 0;
  const first = side(left, top);
  return [side(right, top), side(right, bottom), side(left, bottom)].some((s) => s !== first);
}

/** The box of a name that stands with its foot there, with a little room round it. */
const boxOfName = ([x, foot]: Point, half: number): LabelBox => ({
  ...{ left: x - half - CLEAR_PX, right: x + half + CLEAR_PX },
  ...{ top: foot - NAME_PX.above - CLEAR_PX, bottom: foot + NAME_PX.below + CLEAR_PX },
});

interface PanelName {
  readonly id: string;
  readonly name: string;
  /** the middle of its foot, px */
  readonly at: Point;
}

interface Surroundings {
  readonly contents: Drawing["contents"];
  /** the numbers of figures as they stand, and the lines that they measure along, px */
  readonly figures: readonly LabelBox[];
  readonly lines: readonly (readonly Point[])[];
  /** what is laid on the piece: loops in its own coordinates, mm */
  readonly laid: readonly (readonly Point[])[];
}

/** The names of a piece's panels, but for those that are covered by the contents or have no room left for one. */
export function panelNames(piece: Piece, view: View, around: Surroundings): PanelName[] {
  const { contents, figures, laid } = around;
  const glued = piece.glue.filter((g) => g.face === "front").map((g) => g.polygon);
  const slits = piece.cuts.flatMap((c) => c.path.map((line) => flatten([line])));
  const lines = [...[...laid, ...glued, ...slits].map((loop) => loop.map((p) => toScreen(view, p))), ...around.lines];
  return piece.panels.flatMap((panel): PanelName[] => {
    if (contents.some((c) => c.on.piece === piece.id && c.on.panel === panel.id)) return [];
    const points = flatten(panel.outline);
    const { left, right, bottom, top } = boundsOf(points);
    if ((right - left) * view.k < LEAST_NAMED_PX.width || (top - bottom) * view.k < LEAST_NAMED_PX.height) return [];
    // a slit through the middle pushes the name out towards the tip
    const away = piece.cuts.some((c) => c.panel === panel.id && c.path.length > 0) ? NAME_OFF_CUT_MM : 0;
    const middle = middleOf(points);
    const hinge = piece.folds.find((f) => f.panels[1] === panel.id);
    const out = hinge
      ? direction([(hinge.from[0] + hinge.to[0]) / 2, (hinge.from[1] + hinge.to[1]) / 2], middle)
      : ([0, 0] as const);
    const start = toScreen(view, [middle[0] + out[0] * away, middle[1] + out[1] * away]);
    const half = panel.name.length * HALF_LETTER_PX;
    const onPanel = ([x, foot]: Point): boolean =>
      [x - half, x + half].every((px) =>
        [foot - NAME_PX.above, foot + NAME_PX.below].every((py) =>
          holds(points, [(px - view.x0) / view.k, (view.y0 - py) / view.k]),
        ),
      );
    // an outline may come in between the corners of a name: a scallop does
    const rim = points.map((p) => toScreen(view, p));
    const free = (at: Point): boolean =>
      !rim.some((a, i) => crosses(a, rim[(i + 1) % rim.length] as Point, at, half)) &&
      !figures.some((figure) => overlap(figure, boxOfName(at, half))) &&
      !lines.some((loop) => loop.some((a, i) => crosses(a, loop[(i + 1) % loop.length] as Point, at, half)));
    // a figure in the same place has the better right to it: the name steps aside on its panel, or is left out
    const seat = ([dx, dy]: Point): Point => [start[0] + dx, start[1] + dy];
    const step = ASIDE_PX.find((s) => onPanel(seat(s)) && free(seat(s)));
    return step ? [{ id: panel.id, name: panel.name, at: seat(step) }] : [];
  });
}
