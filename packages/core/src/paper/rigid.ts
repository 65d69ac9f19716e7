/** Rigid moves in space. */
import { type Pose, turn } from "../geometry/point.ts";

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
  // written out: every panel of every frame of a drag goes through here
  const [a0, a1, a2, a3, a4, a5, a6, a7, a8] = a.r;
  const [b0, b1, b2, b3, b4, b5, b6, b7, b8] = b.r;
  const r: Rigid["r"] = [
    a0 * b0 + a1 * b3 + a2 * b6,
    a0 * b1 + a1 * b4 + a2 * b7,
    a0 * b2 + a1 * b5 + a2 * b8,
    a3 * b0 + a4 * b3 + a5 * b6,
    a3 * b1 + a4 * b4 + a5 * b7,
    a3 * b2 + a4 * b5 + a5 * b8,
    a6 * b0 + a7 * b3 + a8 * b6,
    a6 * b1 + a7 * b4 + a8 * b7,
    a6 * b2 + a7 * b5 + a8 * b8,
  ];
  return { r, t: move(a, b.t) };
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

/** How what lies level lies, seen from above; nothing for what stands. */
export function flatPose({ r, t }: Rigid): Pose | undefined {
  if (Math.abs(r[8]) < 0.999) return undefined;
  return { x: t[0], y: t[1], rotation: (Math.atan2(-r[1], r[4]) * 180) / Math.PI, flip: r[8] < 0 };
}
