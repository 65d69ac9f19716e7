/**
 * A table seen by a camera: where a flat thing lies on it, set straight by something of known size that lies beside it.
 *
 *   picture (points, y down)           table (mm, y up)
 *        ╱──────╲                        ┌───────┐
 *       ╱  card  ╲       ◀── H ──        │ card  │      H: X, Y, 1 ↦ x·w, y·w, w (Hartley and Zisserman 2004, 4.1)
 *      ╱──────────╲                      └───────┘
 */
import type { Point } from "../geometry/point.ts";

/** Nine numbers, row by row; the last is 1. */
export type Homography = readonly number[];

/** Where it carries a place. */
export function carried(h: Homography, [x, y]: Point): Point {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, i = 0, j = 1] = h;
  const w = g * x + i * y + j;
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}

/** Solves A x = b by elimination with the largest pivot of each column. Undefined where A has no inverse. @param rows is changed */
export function solved(rows: number[][], right: number[]): number[] | undefined {
  const n = right.length;
  const at = (i: number, j: number): number => (rows[i] as number[])[j] as number;
  for (let k = 0; k < n; k += 1) {
    let best = k;
    for (let i = k + 1; i < n; i += 1) if (Math.abs(at(i, k)) > Math.abs(at(best, k))) best = i;
    if (!(Math.abs(at(best, k)) > 1e-13)) return undefined;
    [rows[k], rows[best]] = [rows[best] as number[], rows[k] as number[]];
    [right[k], right[best]] = [right[best] as number, right[k] as number];
    for (let i = k + 1; i < n; i += 1) {
      const times = at(i, k) / at(k, k);
      if (times === 0) continue;
      const row = rows[i] as number[];
      for (let j = k; j < n; j += 1) row[j] = (row[j] as number) - times * at(k, j);
      right[i] = (right[i] as number) - times * (right[k] as number);
    }
  }
  const x = Array.from({ length: n }, () => 0);
  for (let i = n - 1; i >= 0; i -= 1) {
    let sum = right[i] as number;
    for (let j = i + 1; j < n; j += 1) sum -= at(i, j) * (x[j] as number);
    x[i] = sum / at(i, i);
  }
  return x;
}

/** The map that carries four places onto four others; undefined where three of them lie in a line. */
export function homographyOf(from: readonly Point[], to: readonly Point[]): Homography | undefined {
  const rows: number[][] = [];
  const right: number[] = [];
  for (const [i, [x, y]] of from.slice(0, 4).entries()) {
    const [u, v] = to[i] ?? [0, 0];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  }
  const found = solved(rows, right);
  return found && [...found, 1];
}

/** The map back. */
export function backOf(h: Homography): Homography {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, i = 0, j = 1] = h;
  const back = [
    ...[e * j - f * i, c * i - b * j, b * f - c * e],
    ...[f * g - d * j, a * j - c * g, c * d - a * f],
    ...[d * i - e * g, b * g - a * i, a * e - b * d],
  ];
  const last = back[8] ?? 1;
  return back.map((v) => v / last);
}
