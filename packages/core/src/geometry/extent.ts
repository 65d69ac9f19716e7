/** How far a path reaches, exactly: a curve's furthest point lies between the corners of any polygon it is drawn by. */
import type { Bounds, Path, Segment } from "./path.ts";
import { pointAt, sweep } from "./path.ts";
import { distance, type Point } from "./point.ts";

/** Where a cubic's one coordinate turns round, between its ends: the roots of its derivative. */
function turnsOf(a: number, b: number, c: number, d: number): number[] {
  const [p, q, r] = [b - a, c - b, d - c];
  // p (1−t)² + 2 q (1−t) t + r t² = 0
  const [A, B, C] = [p - 2 * q + r, 2 * (q - p), p];
  const within = (t: number): boolean => t > 0 && t < 1;
  if (Math.abs(A) < 1e-12) return Math.abs(B) < 1e-12 ? [] : [-C / B].filter(within);
  const root = B * B - 4 * A * C;
  if (root < 0) return [];
  return [(-B + Math.sqrt(root)) / (2 * A), (-B - Math.sqrt(root)) / (2 * A)].filter(within);
}

/** A segment's points that may be its furthest ones along either axis. */
function furthest(s: Segment): readonly Point[] {
  if (s.kind === "line") return [s.from, s.to];
  if (s.kind === "cubic") {
    const along = (k: 0 | 1): Point[] =>
      turnsOf(s.from[k], s.control1[k], s.control2[k], s.to[k]).map((t) => pointAt(s, t));
    return [s.from, s.to, ...along(0), ...along(1)];
  }
  // an arc reaches furthest where it passes straight right, above, left or below its centre
  const { centre, from } = s;
  const radius = distance(centre, from);
  const begin = Math.atan2(from[1] - centre[1], from[0] - centre[0]);
  const turn = sweep(s);
  const passed = [0, 1, 2, 3].flatMap((quarter): Point[] => {
    const angle = (quarter * Math.PI) / 2;
    const past = ((turn > 0 ? angle - begin : begin - angle) + 4 * Math.PI) % (2 * Math.PI);
    const [x, y] = (
      [
        [1, 0],
        [0, 1],
        [-1, 0],
        [0, -1],
      ] as const
    )[quarter] ?? [0, 0];
    return past < Math.abs(turn) ? [[centre[0] + x * radius, centre[1] + y * radius]] : [];
  });
  return [from, s.to, ...passed];
}

/** The least box round a path, mm; all ∞ for none. */
export function extentOf(path: Path): Bounds {
  const bounds = { left: Infinity, right: -Infinity, bottom: Infinity, top: -Infinity };
  for (const s of path)
    for (const [x, y] of furthest(s)) {
      bounds.left = Math.min(bounds.left, x);
      bounds.right = Math.max(bounds.right, x);
      bounds.bottom = Math.min(bounds.bottom, y);
      bounds.top = Math.max(bounds.top, y);
    }
  return bounds;
}
