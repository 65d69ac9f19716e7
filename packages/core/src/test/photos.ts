/** Pictures made by a camera model of their own: a pinhole, a lens that bends, rectangles on a table, light that falls off, noise. */
import type { Point } from "../geometry/point.ts";
import type { Grey } from "../measure/edges.ts";
import type { Pixels } from "../outlines/picture.ts";
import { ID1_MM } from "../measure/tools.ts";
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";

/** A rectangle on the table: its middle, its turn, its size, its corners' radius, its shade. */
export interface Laid {
  readonly at: Point;
  readonly turn: number;
  readonly width: number;
  readonly height: number;
  readonly radius: number;
  readonly shade: number;
  /** how high it stands, mm */
  readonly lift: number;
}
export interface Camera {
  readonly wide: number;
  readonly tall: number;
  readonly focal: number;
  /** mm from the table's middle to the lens, and how it is tilted and turned, radians */
  readonly away: number;
  readonly tilt: number;
  readonly round: number;
  readonly roll: number;
  /** of the distance from the middle, at the corner, that a place is drawn in */
  readonly barrel: number;
}

type V = readonly [number, number, number];
const dot = (a: V, b: V): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: V, b: V): V => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const unit = (a: V): V => {
  const n = Math.hypot(...a);
  return [a[0] / n, a[1] / n, a[2] / n];
};

/** Where the camera stands and looks: a pinhole by its axes. */
function stand({ away, tilt, round, roll }: Camera) {
  const eye: V = [
    away * Math.sin(tilt) * Math.cos(round),
    away * Math.sin(tilt) * Math.sin(round),
    away * Math.cos(tilt),
  ];
  const look = unit([-eye[0], -eye[1], -eye[2]]);
  const flat = unit(cross(look, [Math.cos(roll), Math.sin(roll), 0]));
  return { eye, look, right: unit(cross(flat, look)), down: flat };
}

/** Where a place of the table (x, y, height) is seen. */
export function seen(camera: Camera, [x, y]: Point, z: number): Point {
  const { eye, look, right, down } = stand(camera);
  const ray: V = [x - eye[0], y - eye[1], z - eye[2]];
  const deep = dot(ray, look);
  const flat: Point = [(camera.focal * dot(ray, right)) / deep, (camera.focal * dot(ray, down)) / deep];
  const far = Math.hypot(camera.wide, camera.tall) / 2;
  const by = 1 - camera.barrel * ((flat[0] ** 2 + flat[1] ** 2) / far ** 2);
  return [camera.wide / 2 + flat[0] * by, camera.tall / 2 + flat[1] * by];
}

/** How deep inside a rectangle with round corners a place lies, mm; less than nothing outside. */
function depth({ at, turn, width, height, radius }: Laid, x: number, y: number): number {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [dx, dy] = [x - at[0], y - at[1]];
  const u = Math.abs(cos * dx + sin * dy) - width / 2 + radius;
  const v = Math.abs(-sin * dx + cos * dy) - height / 2 + radius;
  return radius - (u > 0 && v > 0 ? Math.hypot(u, v) : Math.max(u, v));
}

/** Points to either side of a side that are painted. */
const BAND = 26;

/** A picture: for every point the ray through it, what it meets, a soft edge as wide as a point, light that falls off, noise. */
export function picture(camera: Camera, laid: readonly Laid[], noise: number, seed: number, isWhole = false): Grey {
  const { wide, tall, focal, barrel } = camera;
  const { eye, look, right, down } = stand(camera);
  const random = randomFrom(seed);
  const at = new Float32Array(wide * tall);
  const far = Math.hypot(wide, tall) / 2;
  // where nobody looks nothing is painted: a side is looked at within a few points of it
  const near = new Uint8Array(wide * tall).fill(isWhole ? 1 : 0);
  if (!isWhole)
    for (const one of laid) {
      const places = corners(one).map((p) => seen(camera, p, one.lift));
      places.forEach((from, n) => {
        const to = nth(places, (n + 1) % 4);
        for (let t = 0; t <= 1; t += 0.025) {
          const x = Math.floor(from[0] + (to[0] - from[0]) * t);
          const y = Math.floor(from[1] + (to[1] - from[1]) * t);
          const [left, right] = [Math.max(0, x - BAND), Math.min(wide, x + BAND)];
          for (let j = Math.max(0, y - BAND); j < Math.min(tall, y + BAND); j += 1)
            near.fill(1, j * wide + left, j * wide + right);
        }
      });
    }
  for (let j = 0; j < tall; j += 1)
    for (let i = 0; i < wide; i += 1) {
      if (near[j * wide + i] === 0) continue;
      let [px, py] = [i + 0.5 - wide / 2, j + 0.5 - tall / 2];
      const [sx, sy] = [px, py];
      for (let n = 0; n < 6; n += 1) {
        const by = 1 - barrel * ((px * px + py * py) / far ** 2);
        [px, py] = [sx / by, sy / by];
      }
      const ray: V = [
        right[0] * px + down[0] * py + look[0] * focal,
        right[1] * px + down[1] * py + look[1] * focal,
        right[2] * px + down[2] * py + look[2] * focal,
      ];
      let shade = 96 + 10 * Math.sin(i / 90) + 8 * Math.cos(j / 70);
      for (const one of laid) {
        const t = (one.lift - eye[2]) / ray[2];
        const mm = depth(one, eye[0] + ray[0] * t, eye[1] + ray[1] * t);
        // mm that a point of the picture covers there
        const cover = Math.min(1, Math.max(0, 0.5 + mm / t));
        shade += (one.shade - shade) * cover;
      }
      const light = 1 - (0.12 * i) / wide - (0.08 * j) / tall;
      const grain = noise * (random() + random() + random() + random() - 2) * Math.sqrt(3);
      at[j * wide + i] = Math.min(255, Math.max(0, Math.round(shade * light + grain)));
    }
  return { width: wide, height: tall, at };
}

export const CARD: Omit<Laid, "at" | "turn"> = { ...ID1_MM, radius: ID1_MM.corner, shade: 205, lift: 0 };
export const corners = ({ at, turn, width, height }: Laid): Point[] =>
  (
    [
      [-1, 1],
      [1, 1],
      [1, -1],
      [-1, -1],
    ] as const
  ).map(([x, y]) => [
    at[0] + (Math.cos(turn) * x * width - Math.sin(turn) * y * height) / 2,
    at[1] + (Math.sin(turn) * x * width + Math.cos(turn) * y * height) / 2,
  ]);

/** The grey picture as a browser gives it, a little warm. */
export const coloured = ({ width, height, at }: Grey): Pixels => {
  const data = new Uint8Array(4 * width * height);
  for (let i = 0; i < width * height; i += 1)
    data.set([at[i] ?? 0, (at[i] ?? 0) * 0.97, (at[i] ?? 0) * 0.9, 255], 4 * i);
  return { width, height, data };
};
