/**
 * How long strokes take: as fast as the tool may go, slower before a corner, and no faster than it can brake. At a corner
 * v² = a·δ·s/(1 − s), s the sine of half the inner angle: the speed at which an arc that leaves the corner by δ is driven with
 * acceleration a. Between corners trapezoids.
 */
import type { Pace } from "../catalogue/machines.ts";
import type { Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";

/** Straighter than this nothing is slowed. */
const STRAIGHT = 0.999999;

interface Leg {
  readonly long: number;
  readonly x: number;
  readonly y: number;
}

function legsOf(points: readonly Point[]): Leg[] {
  const legs: Leg[] = [];
  for (let i = 1; i < points.length; i += 1) {
    const [p, q] = [nth(points, i - 1), nth(points, i)];
    const [x, y] = [q[0] - p[0], q[1] - p[1]];
    const long = Math.hypot(x, y);
    if (long > 1e-9) legs.push({ long, x: x / long, y: y / long });
  }
  return legs;
}

/** Squares of the speeds at the ends of the legs: what corners allow, and what braking and starting allow. */
function cornerSpeeds(legs: readonly Leg[], speed: number, { acceleration: a, corner }: Pace): Float64Array {
  const squares = new Float64Array(legs.length + 1);
  const at = (i: number): number => squares[i] ?? 0;
  for (let i = 1; i < legs.length; i += 1) {
    const [p, q] = [nth(legs, i - 1), nth(legs, i)];
    const cosine = -(p.x * q.x + p.y * q.y);
    const s = Math.sqrt(Math.max(0, (1 - Math.max(-1, Math.min(1, cosine))) / 2));
    squares[i] = s >= STRAIGHT ? speed ** 2 : Math.min(speed ** 2, (a * corner * s) / (1 - s));
  }
  for (let i = legs.length - 1; i >= 0; i -= 1) squares[i] = Math.min(at(i), at(i + 1) + 2 * a * nth(legs, i).long);
  for (let i = 1; i <= legs.length; i += 1) squares[i] = Math.min(at(i), at(i - 1) + 2 * a * nth(legs, i - 1).long);
  return squares;
}

/** Seconds for one stroke. @param speed mm/s at most */
export function strokeTime(points: readonly Point[], speed: number, pace: Pace): number {
  const legs = legsOf(points);
  const squares = cornerSpeeds(legs, speed, pace);
  const a = pace.acceleration;
  return legs.reduce((sum, { long }, i) => {
    const [from, to] = [squares[i] ?? 0, squares[i + 1] ?? 0];
    const top2 = Math.min(speed ** 2, (2 * a * long + from + to) / 2);
    const top = Math.sqrt(top2);
    const ramps = (2 * top2 - from - to) / (2 * a);
    return sum + (2 * top - Math.sqrt(from) - Math.sqrt(to)) / a + Math.max(0, long - ramps) / top;
  }, 0);
}

/** Seconds for so many mm with the tool up. */
export function moveTime(far: number, { travel, acceleration: a }: Pace): number {
  if (far <= 0) return 0;
  return far < travel ** 2 / a ? 2 * Math.sqrt(far / a) : far / travel + travel / a;
}
