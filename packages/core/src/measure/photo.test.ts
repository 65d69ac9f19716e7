/** Pictures made by a camera model of their own, measured: tilt to 35°, noise, a lens that bends by 2 %. */
import { describe, expect, it } from "vitest";
import type { Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";
import { type Grey, quadNear } from "./edges.ts";
import { type Pixels, thingsIn } from "./lying.ts";
import { pairIn, rectangleIn } from "./photo.ts";
import { ID1_MM } from "./tools.ts";

/** A rectangle on the table: its middle, its turn, its size, its corners' radius, its shade. */
interface Laid {
  readonly at: Point;
  readonly turn: number;
  readonly width: number;
  readonly height: number;
  readonly radius: number;
  readonly shade: number;
  /** how high it stands, mm */
  readonly lift: number;
}
interface Camera {
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
function seen(camera: Camera, [x, y]: Point, z: number): Point {
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
function picture(camera: Camera, laid: readonly Laid[], noise: number, seed: number, isWhole = false): Grey {
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

const CARD: Omit<Laid, "at" | "turn"> = { ...ID1_MM, radius: ID1_MM.corner, shade: 205, lift: 0 };
const corners = ({ at, turn, width, height }: Laid): Point[] =>
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

interface Shot {
  readonly camera: Camera;
  readonly card: Laid;
  readonly thing: Laid;
  readonly noise: number;
}
/** A picture by chance, the card beside the thing and both of them in it. */
function shotOf(seed: number, more: Partial<Pick<Laid, "lift">> = {}): Shot {
  const random = randomFrom(1000 + seed);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const [wide, tall] = [1600, 1200];
  const thing: Laid = {
    ...{ at: [between(22, 34), between(-8, 8)], turn: between(-0.4, 0.4), radius: 0, shade: 232, lift: 0, ...more },
    ...{ width: between(70, 165), height: between(50, 115) },
  };
  const card: Laid = {
    ...CARD,
    at: [thing.at[0] - thing.width / 2 - between(62, 80), between(-30, 30)],
    turn: between(-0.7, 0.7),
  };
  const camera: Camera = {
    ...{ wide, tall, focal: between(1250, 1490), away: between(400, 480), tilt: between(0, (35 * Math.PI) / 180) },
    ...{ round: between(0, 2 * Math.PI), roll: between(-0.5, 0.5), barrel: between(-0.02, 0.02) },
  };
  return { camera, card, thing, noise: between(1, 5) };
}

/** Measures a shot, its corners put in by a hand that is off by a few points. */
function measured({ camera, card, thing, noise }: Shot, seed: number, thickness = 0) {
  const grey = picture(camera, [card, thing], noise, seed);
  const random = randomFrom(5000 + seed);
  const byHand = (laid: Laid) =>
    corners(laid).map((p): Point => {
      const [x, y] = seen(camera, p, laid.lift);
      return [x + (random() - 0.5) * 8, y + (random() - 0.5) * 8];
    });
  const reference = quadNear(grey, byHand(card), 14);
  const own = quadNear(grey, byHand(thing), 14);
  if (!reference || !own) return undefined;
  const known = { width: ID1_MM.width, height: ID1_MM.height, thickness: 0 };
  return rectangleIn({
    ...{ known, reference, thing: own, thickness },
    picture: { width: camera.wide, height: camera.tall },
  });
}
const SHOTS = 50;

describe("fifty pictures", () => {
  const all = Array.from({ length: SHOTS }, (_, seed) => {
    const shot = shotOf(seed);
    return { shot, found: measured(shot, seed) };
  });

  it("are all measured", () => {
    expect(all.filter(({ found }) => !found)).toEqual([]);
  });

  it("to half a hundredth or 0.4 mm", () => {
    const worst = all.map(({ shot: { thing }, found }) => {
      const off = (axis: "width" | "height"): number =>
        Math.abs((found?.[axis] ?? 0) - thing[axis]) / Math.max(0.4, 0.005 * thing[axis]);
      return Math.max(off("width"), off("height"));
    });
    expect(Math.max(...worst)).toBeLessThan(1);
  });

  it("as sure as is said, in 95 of 100", () => {
    const within = all.flatMap(({ shot: { thing }, found }) =>
      (["width", "height"] as const).map(
        (axis) => Math.abs((found?.[axis] ?? 0) - thing[axis]) <= 2 * (found?.[`${axis}Spread`] ?? 0),
      ),
    );
    expect(within.filter(Boolean).length / within.length).toBeGreaterThanOrEqual(0.95);
    // and no surer than it can be: what is said is of use
    const said = all.map(({ found }) => found?.widthSpread ?? 9).sort((a, b) => a - b);
    expect(nth(said, Math.floor(SHOTS * 0.9))).toBeLessThan(0.4);
  });

  it("tell that all lies on one table", () => {
    const misfits = all.map(({ found }) => found?.misfit ?? 9).sort((a, b) => a - b);
    expect(nth(misfits, Math.floor(SHOTS * 0.9))).toBeLessThan(3);
  });
});

describe("what is thick", () => {
  it("looks larger than it is, and is made up for", () => {
    const off = Array.from({ length: 8 }, (_, i) => {
      const shot = shotOf(200 + i, { lift: 12 });
      const [plain, told] = [measured(shot, i), measured(shot, i, 12)];
      const { width } = shot.thing;
      expect((plain?.width ?? 0) - width).toBeGreaterThan(1);
      expect(told?.thicker).toBeLessThan(-1);
      return Math.abs((told?.width ?? 0) - width) / (2 * (told?.widthSpread ?? 1));
    });
    expect(off.filter((one) => one <= 1).length).toBeGreaterThanOrEqual(7);
  });
});

/** The grey picture as a browser gives it, a little warm. */
const coloured = ({ width, height, at }: Grey): Pixels => {
  const data = new Uint8Array(4 * width * height);
  for (let i = 0; i < width * height; i += 1)
    data.set([at[i] ?? 0, (at[i] ?? 0) * 0.97, (at[i] ?? 0) * 0.9, 255], 4 * i);
  return { width, height, data };
};

describe("without a hand", () => {
  it("the card and the thing are found, and measured as true", () => {
    const found = Array.from({ length: 8 }, (_, i) => {
      const shot = shotOf(300 + i);
      const small: Shot = { ...shot, camera: { ...shot.camera, wide: 960, tall: 720, focal: shot.camera.focal * 0.6 } };
      const grey = picture(small.camera, [small.card, small.thing], small.noise, i, true);
      const things = thingsIn(coloured(grey));
      const quads = things.map((four) => quadNear(grey, four, 10));
      const known = { width: ID1_MM.width, height: ID1_MM.height, thickness: 0 };
      const size = pairIn(quads, known, { width: 960, height: 720 })?.found;
      const [a, b] = [size?.width ?? 0, size?.height ?? 0].sort((p, q) => p - q) as [number, number];
      const [c, d] = [shot.thing.width, shot.thing.height].sort((p, q) => p - q) as [number, number];
      return { i, off: Math.max(Math.abs(a - c), Math.abs(b - d)) };
    });
    expect(found.filter(({ off }) => !(off < 1.2))).toEqual([]);
  });

  it("nothing is found on an empty table, and nothing said", () => {
    const shot = shotOf(3);
    expect(thingsIn(coloured(picture({ ...shot.camera, wide: 480, tall: 360 }, [], 4, 1, true)))).toEqual([]);
  });
});
