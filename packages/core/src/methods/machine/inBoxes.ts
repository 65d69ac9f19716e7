/**
 * Pieces in rows on a mat, by their boxes: how one draft is laid for its own steps, at once. A run is laid by the search.
 *
 *     ┌──────┐┌───┐
 *     │      ││   │
 *     └──────┘└───┘ …
 */
import type { Size } from "../../geometry/point.ts";

/** mm between boxes: what a knife's turn in a corner takes. */
const BETWEEN_MM = 2;

/** What is laid: its upright box, and at which angle it would lie in less room than that. */
export interface Boxlike extends Size {
  /** degrees; undefined where no angle helps */
  readonly slantIn: (room: Size) => number | undefined;
}

/** Something on a mat: the lower left of the box that it has when it is turned so many degrees to the left. */
export interface Boxed<T> {
  readonly of: T;
  readonly x: number;
  readonly y: number;
  readonly turned: number;
}

const fits = (box: Size, room: Size): boolean => box.width <= room.width + 1e-6 && box.height <= room.height + 1e-6;
const quarter = ({ width, height }: Size): Size => ({ width: height, height: width });

/** Loads of a mat, the tallest boxes first; what lies only at a slant, or not at all, is a load by itself. @param margin mm at each edge */
export function inBoxes<T extends Boxlike>(boxes: readonly T[], mat: Size, margin = 0): Boxed<T>[][] {
  const room: Size = { width: mat.width - 2 * margin, height: mat.height - 2 * margin };
  const loads: Boxed<T>[][] = [];
  const alone: Boxed<T>[][] = [];
  let [x, y, row] = [0, 0, 0];
  const begin = (): void => {
    loads.push([]);
    [x, y, row] = [0, 0, 0];
  };
  const byHeight = [...boxes].sort((a, b) => b.height - a.height);
  for (const of of byHeight) {
    const upright = fits(of, room);
    if (!upright && !fits(quarter(of), room)) {
      alone.push([{ of, x: margin, y: margin, turned: of.slantIn(room) ?? 0 }]);
      continue;
    }
    const [box, turned] = upright ? [of, 0] : [quarter(of), 90];
    if (loads.length === 0) begin();
    if (x > 0 && x + box.width > room.width) [x, y, row] = [0, y + row + BETWEEN_MM, 0];
    if ((x > 0 || y > 0) && y + box.height > room.height) begin();
    loads.at(-1)?.push({ of, x: margin + x, y: margin + y, turned });
    x += box.width + BETWEEN_MM;
    row = Math.max(row, box.height);
  }
  return [...loads, ...alone];
}
