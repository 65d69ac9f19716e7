/** What a file's closed lines go round: areas worked by hand; and what is kept is what is read again. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { areaOf, flatten } from "../geometry/path.ts";
import { type Point } from "../geometry/point.ts";
import { runs } from "../test/runs.ts";
import { keptOf } from "./enclosed.ts";
import { outlineMade } from "./make.ts";
import { type KeptOutline, loopsOf } from "./outline.ts";
import { readSvg } from "./readSvg.ts";

const drawing = (data: string, side = 100): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${String(side)}mm" height="${String(side)}mm" viewBox="0 0 ${String(side)} ${String(side)}"><path d="${data}"/></svg>`;
const kept = (data: string): KeptOutline => keptOf(readSvg(drawing(data)));
/** mm² of every closed line, holes less than nothing; the largest first. */
const areas = ({ drawn }: KeptOutline): number[] =>
  (loopsOf(drawn) ?? []).map((loop) => Math.round(areaOf(loop) * 10) / 10).sort((a, b) => b - a);
const paper = (one: KeptOutline): number => areas(one).reduce((sum, area) => sum + area, 0);

describe("the closed lines of a file", () => {
  it.each([
    ["a bow tie is two wings", "M10 10L50 50L50 10L10 50Z", [400, 400]],
    ["two squares in one line that meet in a corner", "M10 10L30 10L30 30L50 30L50 50L30 50L30 30L10 30Z", [400, 400]],
    ["two squares that meet in a corner", "M10 10H30V30H10Z M30 30H50V50H30Z", [400, 400]],
    ["the same, begun at the corner where they meet", "M30 30V10H10V30Z M30 30H50V50H30Z", [400, 400]],
    ["a square along the edge of a larger one", "M10 10H50V50H10Z M50 20H60V30H50Z", [1700]],
    ["two squares that overlap are one", "M10 10H50V50H10Z M40 40H80V80H40Z", [3100]],
    ["a bar across a square is one with it", "M20 20H60V60H20Z M10 35H70V45H10Z", [1800]],
    ["a hole, and paper in it", "M10 10H70V70H10Z M20 20H60V60H20Z M30 30H50V50H30Z", [3600, 400, -1600]],
    ["a hole that touches the edge", "M10 10H50V50H10Z M10 20H30V40H10Z", [1600, -400]],
  ])("%s", (_, data, wanted) => {
    const read = areas(kept(data));
    // a hole that touches the edge is a bay, or a hole: the paper that is left is the same
    if (wanted.length === read.length) expect(read).toEqual(wanted);
    else
      expect(read.reduce((a, b) => a + b)).toBeCloseTo(
        wanted.reduce((a, b) => a + b),
        1,
      );
  });

  it("a figure of eight is two rings of paper, and a petal of one curve an outline", () => {
    // two lobes of one cubic each, mirrored: each as large as the other
    const [one = 0, other = 0, ...more] = areas(kept("M50 50C90 10 90 90 50 50C10 10 10 90 50 50Z"));
    expect([one, more.length]).toEqual([other, 0]);
    expect(one).toBeGreaterThan(100);
    // the area of one cubic from a point back to it: 3/20 of the parallelogram of its controls
    const petal = kept("M10 10C60 10 10 60 10 10Z");
    expect(paper(petal)).toBeCloseTo((3 / 20) * 50 * 50, 0);
    expect(loopsOf(petal.drawn)).toHaveLength(1);
  });

  it("what crosses nothing stays to the last digit", () => {
    const data = "M10 10C20 0 40 0 50 10L50 50L10 50Z";
    const { drawn } = kept(data);
    expect(drawn.match(/[CL]/gu)?.join("")).toBe("CLLL");
    expect(loopsOf(drawn)?.[0]?.filter((s) => s.kind === "cubic")).toHaveLength(1);
  });

  it("a curve that crosses itself, joined with a square, is read again", () => {
    const made = outlineMade(kept("M10 10C90 90 90 -70 10 60Z"), {
      ...{ how: "union", x: 5, y: 5 },
      other: { drawn: "M0 0L20 0L20 20L0 20Z", width: 20, height: 20 },
    });
    expect(loopsOf(made.drawn)).toBeDefined();
    expect(paper(made)).toBeGreaterThan(400);
  });

  it.each([
    ["one line alone", "M0 0L50 50", /no closed line/u],
    [
      "a square with 300 holes",
      `M0 0H99V99H0Z${Array.from({ length: 300 }, (_, i) => `M${String(2 + (i % 20) * 4.8)} ${String(2 + Math.floor(i / 20) * 6)}h3v3h-3Z`).join("")}`,
      /it has 301 closed lines, and an outline is kept with up to 200/u,
    ],
    [
      "a line without end",
      `M${Array.from({ length: 3000 }, (_, i) => `${(50 + 40 * Math.cos(i / 477.5)).toFixed(4)} ${(50 + 40 * Math.sin(i / 477.5)).toFixed(4)}`).join("L")}Z`,
      /signs long, and up to 20,000/u,
    ],
  ])("%s is refused with what is allowed", (_, data, sentence) => {
    expect(() => kept(data)).toThrow(sentence);
  });

  it("larger than any paper it is refused, and says how large it may be", () => {
    const large = drawing("M0 0H6000V3000H0Z", 8000);
    expect(() => keptOf(readSvg(large))).toThrow(/6,000 × 3,000 mm, and an outline may be 5,000 mm/u);
  });

  /* the winding of a chord polygon, point by point, shares nothing with the clipper */
  it("goes round what its lines wind round", () => {
    const at = fc.integer({ min: 2, max: 98 });
    fc.assert(
      fc.property(fc.array(fc.tuple(at, at), { minLength: 3, maxLength: 7 }), (corners) => {
        const path = `M${corners.map((p) => p.join(" ")).join("L")}Z`;
        let made: KeptOutline;
        try {
          made = kept(path);
        } catch {
          return;
        }
        const rings = (loopsOf(made.drawn) ?? []).map((loop) => flatten(loop));
        const left = Math.min(...corners.map(([x]) => x));
        const top = Math.min(...corners.map(([, y]) => y));
        const counted = { inside: 0, wrong: 0 };
        for (let x = 1.37; x < 100; x += 4.1)
          for (let y = 1.73; y < 100; y += 4.3) {
            const around = winding(corners, [x, y]) !== 0;
            const held = rings.reduce((sum, ring) => sum + winding(ring, [x - left, made.height - (y - top)]), 0) !== 0;
            counted.inside += Number(around);
            counted.wrong += Number(around !== held);
          }
        // specks under a mm² are left out
        expect(counted.wrong).toBeLessThanOrEqual(1);
      }),
      { numRuns: runs(60) },
    );
  });
});

/** How often a ring goes round a point. */
function winding(ring: readonly Point[], [x, y]: Point): number {
  return ring.reduce((sum, [ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length] as Point;
    if (ay <= y === by <= y) return sum;
    const right = ax + ((y - ay) / (by - ay)) * (bx - ax) > x;
    return right ? sum + (by > ay ? 1 : -1) : sum;
  }, 0);
}
