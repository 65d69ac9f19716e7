/** Pictures made by a camera model of their own, measured: tilt to 35°, noise, a lens that bends by 2 %. */
import { describe, expect, it } from "vitest";
import type { Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";
import { type Camera, CARD, coloured, corners, type Laid, picture, seen } from "../test/photos.ts";
import { quadNear } from "./edges.ts";
import { thingsIn } from "./lying.ts";
import { pairIn, rectangleIn, straightened } from "./photo.ts";
import { backOf, carried } from "./plane.ts";
import { setStraight } from "./straight.ts";
import { ID1_MM } from "./tools.ts";

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
    expect(nth(said, Math.floor(SHOTS * 0.9))).toBeLessThan(0.5);
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

describe("a picture set straight", () => {
  it("has the thing in true size, upright, wherever the camera stood", () => {
    const shot = shotOf(12);
    const { camera, card, thing } = shot;
    const grey = picture(camera, [card, thing], 1, 12);
    const place = (laid: Laid): Point[] => corners(laid).map((p) => seen(camera, p, 0));
    const [reference, own] = [quadNear(grey, place(card), 10), quadNear(grey, place(thing), 10)];
    if (!reference || !own) throw new Error("no edges");
    const known = { width: ID1_MM.width, height: ID1_MM.height, thickness: 0 };
    const size = { width: camera.wide, height: camera.tall };
    const found = rectangleIn({ known, reference, thing: own, thickness: 0, picture: size });
    if (!found) throw new Error("nothing found");
    const back = backOf(found.table);
    const on = own.corners.map((p) => carried(back, straightened(p, found.lens)));
    const [xs, ys] = [on.map(([x]) => x), on.map(([, y]) => y)];
    const part = { left: Math.min(...xs) - 5, low: Math.min(...ys) - 5, width: 0, height: 0 };
    const whole = { ...part, width: Math.max(...xs) + 5 - part.left, height: Math.max(...ys) + 5 - part.low };
    const straight = setStraight(coloured(grey), found, whole, 6);
    const flat = {
      ...straight,
      at: Float32Array.from({ length: straight.width * straight.height }, (_, i) => straight.data[4 * i] ?? 0),
    };
    const rough = on.map(([x, y]): Point => [
      (x - whole.left) / straight.mm,
      (whole.low + whole.height - y) / straight.mm,
    ]);
    const again = quadNear(flat, rough, 8);
    if (!again) throw new Error("no edges in the straight one");
    const [a, b, , d] = again.corners;
    const [wide, high] = [Math.hypot(b[0] - a[0], b[1] - a[1]), Math.hypot(d[0] - a[0], d[1] - a[1])];
    expect(wide * straight.mm).toBeCloseTo(thing.width, 0);
    expect(high * straight.mm).toBeCloseTo(thing.height, 0);
    // square corners again
    const turn = ((b[0] - a[0]) * (d[0] - a[0]) + (b[1] - a[1]) * (d[1] - a[1])) / (wide * high);
    expect(Math.abs(turn)).toBeLessThan(0.01);
  });
});
