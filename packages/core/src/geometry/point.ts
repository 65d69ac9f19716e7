/** A place or a direction in the plane, mm, x to the right and y up. */
export type Point = readonly [x: number, y: number];

/** mm across and up. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** a + b. */
export const add = (a: Point, b: Point): Point => [a[0] + b[0], a[1] + b[1]];
/** a − b: the way from b to a. */
export const subtract = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1]];
/** A vector times a number. */
export const scale = (a: Point, by: number): Point => [a[0] * by, a[1] * by];
/** Scalar product, mm². */
export const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1];
/** z of the cross product: positive when `b` lies anticlockwise of `a`. */
export const cross = (a: Point, b: Point): number => a[0] * b[1] - a[1] * b[0];
/** Sizes here are far from overflow, and `Math.hypot` costs several times a plain root. */
export const distance = (a: Point, b: Point): number => Math.sqrt((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2);
/** The point so far (0 to 1) from one to another. */
export const between = (a: Point, b: Point, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];

/** The direction from `a` to `b`, of length 1. */
export function direction(a: Point, b: Point): Point {
  const length = distance(a, b);
  return [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
}

/** Distance of `p` from the endless line through `a` and `b`; positive to the left of a→b. */
export const offLine = (p: Point, a: Point, b: Point): number => cross(direction(a, b), subtract(p, a));

/** A rigid move in the plane, perhaps with a mirror: p ↦ R(rotation)·(flip ? (−x, y) : (x, y)) + (x, y). */
export interface Pose {
  readonly x: number;
  readonly y: number;
  /** degrees, anticlockwise */
  readonly rotation: number;
  /** face down: mirrored in x before it is turned */
  readonly flip: boolean;
}

/** The pose that leaves everything where it is. */
export const HERE: Pose = { x: 0, y: 0, rotation: 0, flip: false };

/** Cosine and sine of an angle in degrees, exact at the quarter turns. */
export function turn(degrees: number): Point {
  const quarter = (((degrees % 360) + 360) % 360) / 90;
  if (Number.isInteger(quarter))
    return (
      (
        [
          [1, 0],
          [0, 1],
          [-1, 0],
          [0, -1],
        ] as const
      )[quarter] ?? [1, 0]
    );
  const radians = (degrees * Math.PI) / 180;
  return [Math.cos(radians), Math.sin(radians)];
}

/** Applies a pose to a point. */
export function place(p: Point, pose: Pose): Point {
  const [c, s] = turn(pose.rotation);
  const x = pose.flip ? -p[0] : p[0];
  return [c * x - s * p[1] + pose.x, s * x + c * p[1] + pose.y];
}

/** First `b`, then `a`, as one pose. */
export function compose(a: Pose, b: Pose): Pose {
  const [x, y] = place([b.x, b.y], a);
  return { x, y, rotation: a.rotation + (a.flip ? -b.rotation : b.rotation), flip: a.flip !== b.flip };
}

/** The pose that undoes a pose. */
export function invert({ x, y, rotation, flip }: Pose): Pose {
  const back = { x: 0, y: 0, rotation: flip ? rotation : -rotation, flip };
  const [u, v] = place([x, y], back);
  return { ...back, x: -u, y: -v };
}
