/** Rigid moves in space. */
import { turn } from "../geometry/point.ts";

/** A rigid move in space: three rows of a rotation, then a shift. */
export interface Rigid {
  readonly r: readonly [number, number, number, number, number, number, number, number, number];
  readonly t: readonly [number, number, number];
}
/** A place in space, mm. */
export type Point3 = readonly [number, number, number];

/** The motion that moves nothing. */
export const STILL: Rigid = { r: [1, 0, 0, 0, 1, 0, 0, 0, 1], t: [0, 0, 0] };

/** A point carried by a rigid motion. */
export const move = ({ r, t }: Rigid, [x, y, z]: Point3): Point3 => [
  r[0] * x + r[1] * y + r[2] * z + t[0],
  r[3] * x + r[4] * y + r[5] * z + t[1],
  r[6] * x + r[7] * y + r[8] * z + t[2],
];

/** First `b`, then `a`. */
export function after(a: Rigid, b: Rigid): Rigid {
  const r = a.r.map((_, i) => {
    const row = i - (i % 3);
    const column = i % 3;
    return (
      (a.r[row] as number) * (b.r[column] as number) +
      (a.r[row + 1] as number) * (b.r[column + 3] as number) +
      (a.r[row + 2] as number) * (b.r[column + 6] as number)
    );
  });
  return { r: r as unknown as Rigid["r"], t: move(a, b.t) };
}

/** The move that undoes a rigid move: its rotation transposed. */
export function undo({ r, t }: Rigid): Rigid {
  const back: Rigid["r"] = [r[0], r[3], r[6], r[1], r[4], r[7], r[2], r[5], r[8]];
  const [x, y, z] = move({ r: back, t: [0, 0, 0] }, t);
  return { r: back, t: [-x, -y, -z] };
}

/** Turn by `degrees` about the line from `a` to `b`, right-handed (Rodrigues). */
export function about(a: Point3, b: Point3, degrees: number): Rigid {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
  const [x, y, z] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length, (b[2] - a[2]) / length];
  const [c, s] = turn(degrees);
  const k = 1 - c;
  const r: Rigid["r"] = [
    c + x * x * k,
    x * y * k - z * s,
    x * z * k + y * s,
    y * x * k + z * s,
    c + y * y * k,
    y * z * k - x * s,
    z * x * k - y * s,
    z * y * k + x * s,
    c + z * z * k,
  ];
  const [px, py, pz] = move({ r, t: [0, 0, 0] }, a);
  return { r, t: [a[0] - px, a[1] - py, a[2] - pz] };
}
