/** Outlines made of outlines, each against an area or a size worked by hand. */
import { describe, expect, it } from "vitest";
import { areaOf } from "../geometry/path.ts";
import { outlineMade, outlinesApart } from "./make.ts";
import { keptOf } from "./enclosed.ts";
import { type KeptOutline, loopsOf, isStraightAtLeft } from "./outline.ts";
import { readSvg } from "./readSvg.ts";

const kept = (inside: string): KeptOutline => {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200">${inside}</svg>`;
  return keptOf(readSvg(svg));
};
const disc = kept('<circle cx="60" cy="60" r="30"/>');
const ring = kept('<circle cx="60" cy="60" r="30"/><circle cx="60" cy="60" r="10"/>');
const square = kept('<rect width="40" height="40"/>');
/** A flag: a mast of 4 × 60 at the left, a cloth of 30 × 20 at its upper right. */
const flag = kept('<path d="M0 0h34v20h-30v40h-4z"/>');
const two = kept(
  '<rect width="40" height="40"/><rect x="10" y="10" width="20" height="20"/><rect x="100" width="5" height="8"/>',
);

const area = (made: KeptOutline | undefined): number =>
  (loopsOf(made?.drawn ?? "") ?? []).reduce((sum, loop) => sum + areaOf(loop), 0);
const size = (made: KeptOutline | undefined): number[] =>
  [made?.width ?? 0, made?.height ?? 0].map((mm) => Math.round(mm * 100) / 100);
/** A circle of a file is four cubics, 0.03 % off at most. */
const near = (got: number, wanted: number): void => {
  expect(Math.abs(got / wanted - 1)).toBeLessThan(0.001);
};

describe("an outline made of another", () => {
  it("is grown and shrunk all round", () => {
    near(area(outlineMade(disc, { how: "grow", by: 5 })), 35 ** 2 * Math.PI);
    expect(size(outlineMade(disc, { how: "grow", by: -5 }))).toEqual([50, 50]);
    near(area(outlineMade(ring, { how: "grow", by: 2 })), (32 ** 2 - 8 ** 2) * Math.PI);
    expect(() => outlineMade(disc, { how: "grow", by: -40 })).toThrow(/nothing is left/u);
  });

  it("is a frame along its edge", () => {
    near(area(outlineMade(square, { how: "frame", wide: 5 })), 40 ** 2 - 30 ** 2);
    near(area(outlineMade(disc, { how: "frame", wide: 4 })), (30 ** 2 - 26 ** 2) * Math.PI);
  });

  it("is mirrored, turned, without holes", () => {
    const other = outlineMade(flag, { how: "mirror" });
    expect(size(other)).toEqual([34, 60]);
    near(area(outlineMade(other, { how: "half" })), 17 * 20);
    expect(size(outlineMade(flag, { how: "turn", by: 90 }))).toEqual([60, 34]);
    near(area(outlineMade(ring, { how: "silhouette" })), 900 * Math.PI);
  });

  it("is halved for a fold, and made even of that half", () => {
    // the mast, and the cloth up to the middle: 4 × 60 + 13 × 20
    near(area(outlineMade(flag, { how: "half" })), 240 + 260);
    // its straight edge is at the left, where a fold at the side is
    expect(isStraightAtLeft(outlineMade(disc, { how: "half" }).drawn)).toBe(true);
    expect(isStraightAtLeft(disc.drawn)).toBe(false);
    const even = outlineMade(flag, { how: "even" });
    near(area(even), 2 * 500);
    expect(size(even)).toEqual([34, 60]);
  });

  it("is put together with another, cut by it, or what both share; round stays round", () => {
    const right = { other: disc, x: 30, y: 0 };
    const lens = 2 * 900 * Math.acos(0.5) - 15 * Math.sqrt(2700);
    near(area(outlineMade(disc, { how: "union", ...right })), 2 * 900 * Math.PI - lens);
    near(area(outlineMade(disc, { how: "cut-away", ...right })), 900 * Math.PI - lens);
    const common = outlineMade(disc, { how: "common", ...right });
    near(area(common), lens);
    expect(common.drawn).not.toContain("L");
    expect(() => outlineMade(disc, { how: "common", other: disc, x: 100, y: 0 })).toThrow(/nothing is left/u);
  });

  it("comes apart into what does not hang together, each with its own holes", () => {
    const parts = outlinesApart(two);
    expect(parts.map((part) => size(part))).toEqual([
      [40, 40],
      [5, 8],
    ]);
    expect(parts.map((part) => Math.round(area(part)))).toEqual([1600 - 400, 40]);
  });
});
