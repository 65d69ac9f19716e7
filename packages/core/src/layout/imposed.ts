/**
 * Pieces laid on pages to be printed and then cut out: as many as a page takes, their block in its middle, so that a sheet that is
 * turned brings each back onto itself.
 *
 *   ┌───────────────┐
 *   │ ⌐           ¬ │   corner marks, by which a machine finds the print again
 *   │   ┼───┼ ┼───┼ │   trim marks stand off the pieces by more than their bleed
 *   │   │ 1 │ │ 2 │ │
 *   │   ┼───┼ ┼───┼ │
 *   │ L           ⅃ │
 *   └───────────────┘
 */
import type { Point, Size } from "../geometry/point.ts";
import type { Flip } from "../model/measured.ts";

/** mm between two pieces: the bleed of both, and room for a mark. */
export const GUTTER_MM = 10;
/** mm from a page's edges to the corner marks where its printer reaches that far, how long their arms are, and the room they take. */
const CORNER_MM = { in: 7, arm: 5, room: 7 } as const;
/** mm from where a printer reaches to the upper end of the line that says what is on the page. */
export const FOOT_MM = 4.2;
/** mm from a page's edges to its corner marks. @param reach mm from its edges that a printer reaches everywhere */
export const cornersIn = (reach = 0): number => Math.max(CORNER_MM.in, reach);
/** mm of a page's edge that is left to the corner marks; where they are moved in, to what is said beneath the pieces too. */
export const rimOf = (reach = 0): number =>
  Math.max(CORNER_MM.in, cornersIn(reach) > CORNER_MM.in ? reach + FOOT_MM : 0) + CORNER_MM.room;

/** How pieces of one size lie on a page: mm from its upper left corner to the upper left of each. */
export interface Imposed {
  readonly page: Size;
  readonly places: readonly Point[];
}

const fitIn = (room: number, size: number): number => Math.floor((room + GUTTER_MM + 1e-9) / (size + GUTTER_MM));

/**
 * Pieces on a paper, upright or lying, whichever takes more; undefined where none goes on.
 * @param most no more than so many @param reach mm from its edges that the printer reaches everywhere
 */
export function imposedOn(blank: Size, paper: Size, most: number, reach?: number): Imposed | undefined {
  const rim = 2 * rimOf(reach);
  const lying = { width: paper.height, height: paper.width };
  const [best] = [paper, lying]
    .map((page) => ({
      page,
      columns: fitIn(page.width - rim, blank.width),
      rows: fitIn(page.height - rim, blank.height),
    }))
    .sort((a, b) => b.columns * b.rows - a.columns * a.rows);
  if (!best || best.columns * best.rows === 0) return undefined;
  const { page } = best;
  // no more columns and rows than are filled, so that the block is in the middle
  const columns = Math.min(best.columns, most);
  const rows = Math.min(best.rows, Math.ceil(most / columns));
  const across = columns * (blank.width + GUTTER_MM) - GUTTER_MM;
  const down = rows * (blank.height + GUTTER_MM) - GUTTER_MM;
  const [left, top] = [(page.width - across) / 2, (page.height - down) / 2];
  const places = Array.from({ length: Math.min(most, columns * rows) }, (_, i): Point => [
    left + (i % columns) * (blank.width + GUTTER_MM),
    top + Math.floor(i / columns) * (blank.height + GUTTER_MM),
  ]);
  return { page, places };
}

/** Whether a page that is turned goes over its upright middle; over its level one else. */
export const turnsUpright = ({ width, height }: Size, flip: Flip): boolean => (flip === "long") === height >= width;

/** Where a piece lies on the other side of its sheet. */
export const behind = ({ width, height }: Size, blank: Size, [x, y]: Point, flip: Flip): Point =>
  turnsUpright({ width, height }, flip) ? [width - x - blank.width, y] : [x, height - y - blank.height];

/** The corner marks of a page, as lines from end to corner to end; mm, y down. */
export function cornerMarks({ width, height }: Size, reach?: number): readonly (readonly Point[])[] {
  const [off, arm] = [cornersIn(reach), CORNER_MM.arm];
  return ([0, 1] as const).flatMap((right) =>
    ([0, 1] as const).map((low): readonly Point[] => {
      const [x, y] = [right ? width - off : off, low ? height - off : off];
      const [dx, dy] = [right ? -arm : arm, low ? -arm : arm];
      return [
        [x + dx, y],
        [x, y],
        [x, y + dy],
      ];
    }),
  );
}
