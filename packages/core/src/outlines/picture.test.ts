/** Shades of a picture, each property worked by hand on pictures of a few points. */
import { describe, expect, it } from "vitest";
import { blurred, noiseOf, partedAt, type Pixels, type Shades, shadesOf, withoutSpecks } from "./picture.ts";
import { spread } from "./trace.ts";

const picture = (width: number, points: readonly (readonly [number, number, number, number])[]): Pixels => ({
  width,
  height: points.length / width,
  data: points.flat(),
});
const field = (width: number, height: number, of: (x: number, y: number) => number): Shades => ({
  width,
  height,
  at: Float32Array.from({ length: width * height }, (_, i) => of(i % width, Math.floor(i / width))),
});
const mean = ({ at }: Shades): number => at.reduce((sum, v) => sum + v, 0) / at.length;

describe("shades", () => {
  it("are the luma of colours, over white where they are see-through", () => {
    const { at } = shadesOf(
      picture(5, [
        [0, 0, 0, 255],
        [255, 255, 255, 255],
        [255, 0, 0, 255],
        [0, 255, 0, 255],
        [0, 0, 0, 128],
      ]),
    );
    // BT.709: 0.2126, 0.7152; half of black over white
    [0, 255, 54.2, 182.4, 127].forEach((shade, i) => {
      expect(at[i]).toBeCloseTo(shade, 0);
    });
  });

  it("are how solid it is where a picture is cut out, whatever its colours", () => {
    const { at } = shadesOf(
      picture(2, [
        [255, 255, 255, 255],
        [0, 0, 0, 0],
      ]),
    );
    expect([...at]).toEqual([0, 255]);
  });
});

describe("noise", () => {
  it("is none on an even slope, and about what was put on", () => {
    expect(noiseOf(field(40, 40, (x, y) => 2 * x + 3 * y))).toBeCloseTo(0, 3);
    let seed = 3;
    const chance = (): number => (seed = (seed * 1664525 + 1013904223) >>> 0) / 2 ** 32;
    // twelve even chances less six have a deviation of 1
    const normal = (): number => Array.from({ length: 12 }, chance).reduce((sum, v) => sum + v, -6);
    expect(noiseOf(field(120, 120, () => 128 + 10 * normal()))).toBeGreaterThan(8.5);
    expect(noiseOf(field(120, 120, () => 128 + 10 * normal()))).toBeLessThan(11.5);
  });

  it("of single specks goes, and edges stay", () => {
    const specked = field(9, 9, (x, y) => (x === 4 && y === 4 ? 0 : 200));
    expect([...withoutSpecks(specked).at].every((v) => v === 200)).toBe(true);
    const edge = field(9, 9, (x) => (x < 4 ? 0 : 200));
    expect([...withoutSpecks(edge).at]).toEqual([...edge.at]);
  });

  it("is smoothed without making a picture lighter or darker, and an edge stays in its middle", () => {
    const edge = field(40, 20, (x) => (x < 20 ? 0 : 200));
    const soft = blurred(edge, 1.5);
    expect(mean(soft)).toBeCloseTo(mean(edge), 3);
    const row = Array.from({ length: 40 }, (_, x) => soft.at[10 * 40 + x] as number);
    // the two points beside the edge lie as far below its middle shade as above it
    expect((row[19] as number) + (row[20] as number)).toBeCloseTo(200, 3);
    expect(row.every((v, x) => x === 0 || v >= (row[x - 1] as number) - 1e-3)).toBe(true);
  });
});

describe("ink and paper", () => {
  it("are parted half way between what each is, however much there is of either", () => {
    for (const inked of [1, 5, 30]) {
      const parted = partedAt(field(40, 40, (x) => (x < inked ? 30 : 230)));
      expect(parted).toEqual({ shade: 130, ink: 30, paper: 230 });
    }
  });

  it("of one shade are not parted at all, and that is no fault", () => {
    expect(Number.isFinite(partedAt(field(5, 5, () => 77)).shade)).toBe(true);
  });
});

describe("smoothing, beside the plain way to do it", () => {
  /** Shades without order, the same each time (Park and Miller, 1988). */
  const wild = (): Shades => {
    let state = 11;
    return field(23, 17, () => (state = (state * 48271) % 2147483647) % 256);
  };
  const near = ({ width: w, height: h, at }: Shades, x: number, y: number): number =>
    at[Math.min(h - 1, Math.max(0, y)) * w + Math.min(w - 1, Math.max(0, x))] as number;

  it("takes the middle of nine, and leaves the rim", () => {
    const raw = wild();
    const { width: w, height: h, at } = withoutSpecks(raw);
    for (let y = 0; y < h; y += 1)
      for (let x = 0; x < w; x += 1) {
        const nine = [-1, 0, 1].flatMap((dy) => [-1, 0, 1].map((dx) => near(raw, x + dx, y + dy)));
        const isRim = x === 0 || y === 0 || x === w - 1 || y === h - 1;
        expect(at[y * w + x]).toBe(isRim ? near(raw, x, y) : nine.sort((a, b) => a - b)[4]);
      }
  });

  it("weighs what is round each point, and goes on past the rim with its last", () => {
    const raw = wild();
    const { width: w, height: h, at } = blurred(raw, 1.2);
    for (const [x, y] of [
      [0, 0],
      [w - 1, 3],
      [9, h - 1],
      [11, 8],
    ] as const) {
      let [sum, total] = [0, 0];
      for (let dy = -4; dy <= 4; dy += 1)
        for (let dx = -4; dx <= 4; dx += 1) {
          const weight = Math.exp(-(dx * dx + dy * dy) / (2 * 1.2 * 1.2));
          sum += weight * near(raw, x + dx, y + dy);
          total += weight;
        }
      expect(at[y * w + x]).toBeCloseTo(sum / total, 2);
    }
  });

  it.each([0.5, 1, 1.5, 2.4, 6.7])("spreads a mask by %d points, point by point", (reach) => {
    const { width: w, height: h, at } = wild();
    for (const part of [3, 40, 120, 200]) {
      const mask = Uint8Array.from(at, (v) => (v < part ? 1 : 0));
      const wide = spread({ width: w, height: h }, mask, reach);
      for (let i = 0; i < w * h; i += 1) {
        const isNear = mask.some(
          (v, j) =>
            v === 1 && ((i % w) - (j % w)) ** 2 + (Math.floor(i / w) - Math.floor(j / w)) ** 2 <= reach ** 2 + 0.3,
        );
        expect(wide[i], `${String(part)} ${String(i)}`).toBe(isNear ? 1 : 0);
      }
    }
  });
});
