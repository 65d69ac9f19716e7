/** Shades of a picture, each property worked by hand on pictures of a few points. */
import { describe, expect, it } from "vitest";
import { blurred, noiseOf, partedAt, type Pixels, type Shades, shadesOf, withoutSpecks } from "./picture.ts";

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
