/** How far two sets of lines stand apart, mm: from places along one to the nearest of the other, both ways. */
import type { Point } from "../geometry/point.ts";

type Lines = readonly (readonly Point[])[];
type Chord = readonly [ax: number, ay: number, bx: number, by: number];

/** mm of a cell of the table in which chords are looked up; lines that stand further apart than one are not told truly. */
const CELL = 2;
const key = (i: number, j: number): number => i * 1_000_003 + j;

/** Every chord in each cell that it comes near. */
function tableOf(lines: Lines): ReadonlyMap<number, readonly Chord[]> {
  const cells = new Map<number, Chord[]>();
  for (const line of lines)
    for (let k = 1; k < line.length; k += 1) {
      const [[ax, ay], [bx, by]] = [line[k - 1] as Point, line[k] as Point];
      const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / CELL));
      const seen = new Set<number>();
      for (let m = 0; m <= steps; m += 1)
        for (let di = -1; di <= 1; di += 1)
          for (let dj = -1; dj <= 1; dj += 1)
            seen.add(
              key(
                Math.floor((ax + ((bx - ax) * m) / steps) / CELL) + di,
                Math.floor((ay + ((by - ay) * m) / steps) / CELL) + dj,
              ),
            );
      for (const cell of seen) {
        const list = cells.get(cell);
        if (list) list.push([ax, ay, bx, by]);
        else cells.set(cell, [[ax, ay, bx, by]]);
      }
    }
  return cells;
}

function oneWay(from: Lines, to: Lines, step: number): number {
  const table = tableOf(to);
  let most = 0;
  for (const line of from)
    for (let k = 1; k < line.length; k += 1) {
      const [[ax, ay], [bx, by]] = [line[k - 1] as Point, line[k] as Point];
      const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / step));
      for (let m = 0; m <= steps; m += 1) {
        const [x, y] = [ax + ((bx - ax) * m) / steps, ay + ((by - ay) * m) / steps];
        let least = Infinity;
        for (const [cx, cy, dx, dy] of table.get(key(Math.floor(x / CELL), Math.floor(y / CELL))) ?? []) {
          const [ex, ey] = [dx - cx, dy - cy];
          const long = ex * ex + ey * ey;
          const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((x - cx) * ex + (y - cy) * ey) / long));
          least = Math.min(least, (cx + ex * t - x) ** 2 + (cy + ey * t - y) ** 2);
        }
        most = Math.max(most, Math.sqrt(least));
      }
    }
  return most;
}

/** `there` from the first to the second, `back` the other way; Infinity where one has what the other has nowhere near. */
export const apart = (one: Lines, other: Lines, step = 0.25): { readonly there: number; readonly back: number } => ({
  there: oneWay(one, other, step),
  back: oneWay(other, one, step),
});

/** A line of the design: places by x and y in turn, mm of the mat; whether it ends where it began. */
export interface DesignPlaces {
  readonly role: string;
  readonly face: string;
  readonly closed: boolean;
  readonly points: readonly number[];
}

/**
 * The largest distance, mm, of what was cut from what was drawn; and, where all of it is made, of what was drawn from what was
 * cut. The ties of a perforation are left out there: nothing is cut in them.
 * @param width mm of the sheet, over whose middle it was turned
 */
export function offDesign(
  design: readonly DesignPlaces[],
  cut: readonly { readonly face: string; readonly points: readonly Point[] }[],
  width: number,
  isWhole: boolean,
): number {
  const lines = design.map(({ role, closed, points }) => {
    const places = Array.from({ length: points.length / 2 }, (_, i): Point => [
      points[2 * i] as number,
      points[2 * i + 1] as number,
    ]);
    const [first] = places;
    return { role, points: closed && first ? [...places, first] : places };
  });
  // what was made on the other face lies as it did before the sheet was turned
  const made = cut.map(({ face, points }) =>
    face === "back" ? points.map(([x, y]): Point => [width - x, y]) : points,
  );
  if (made.length === 0) return 0;
  const all = lines.map(({ points }) => points);
  const there = oneWay(made, all, FINE_MM);
  const whole = lines.filter(({ role }) => role !== "perforate").map(({ points }) => points);
  return isWhole ? Math.max(there, oneWay(whole, made, FINE_MM)) : there;
}
/** mm between two places that are looked at. */
const FINE_MM = 0.5;
