/** Words set, joined and bridged: measured on the outlines themselves, with the least growth searched for apart from the formula. */
import { beforeAll, describe, expect, it } from "vitest";
import { grown, unionOf } from "../geometry/areas.ts";
import { areaOf, boundsOf, flatten, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { loadTypefaces, type Typeface, typefaceById, TYPEFACES } from "./index.ts";
import type { Rings } from "../geometry/areas.ts";
import { bridged, isHole, joined } from "./joined.ts";
import { measureWords, type Setting, setWords } from "./setting.ts";

beforeAll(() => loadTypefaces());

const faceOf = (id: string): Typeface => {
  const face = typefaceById(id);
  if (!face) throw new Error(`no typeface '${id}'`);
  return face;
};
const SET: Setting = { text: "Hi", size: 10, spacing: 0, lineSpacing: 16, align: "left", arc: 0 };
const outlines = (id: string, setting: Partial<Setting>): Rings =>
  setWords(faceOf(id), { ...SET, ...setting }).letters.flatMap((l) => l.map((path) => flatten(path)));
const parts = (rings: Rings): number => rings.filter((ring) => !isHole(ring)).length;

describe.each(Object.keys(TYPEFACES))("%s", (id) => {
  it("sets a capital as high as is asked, and two of them their width apart", () => {
    expect(setWords(faceOf(id), { ...SET, text: "H" }).height).toBeCloseTo(10, 1);
    const one = setWords(faceOf(id), { ...SET, text: "H" }).width;
    const two = setWords(faceOf(id), { ...SET, text: "HH" }).width;
    const wide = (faceOf(id).glyphs["H"]?.[0] ?? 0) * (10 / faceOf(id).high);
    const kern = (faceOf(id).kern["HH"] ?? 0) * (10 / faceOf(id).high);
    expect(two - one).toBeCloseTo(wide + kern, 6);
    expect(setWords(faceOf(id), { ...SET, text: "HH", spacing: 3 }).width - two).toBeCloseTo(3, 6);
  });

  it("has every letter of a greeting, and says which signs it lacks", () => {
    expect(setWords(faceOf(id), { ...SET, text: "Für Zoë & Søn – “Grüße”, 25 Nov?" }).missing).toEqual([]);
    expect(setWords(faceOf(id), { ...SET, text: "Hi \u{1F34E} я" }).missing).toEqual(["\u{1F34E}", "я"]);
  });

  it("measures words as wide as it sets them, straight and along arcs, and misses the same signs", () => {
    const letters = new Map<number, Map<string, readonly Point[]>>();
    for (const text of ["Thank you", "mini\nJ i f", "Grüße, Zoë", " ", "я H", "To\n\nAva"])
      for (const arc of [0, 40, -75])
        for (const align of ["left", "centre", "right"] as const) {
          const setting = { ...SET, text, arc, align };
          const known = letters.get(arc) ?? new Map<string, readonly Point[]>();
          letters.set(arc, known);
          const { width, missing } = setWords(faceOf(id), setting);
          const measured = measureWords(faceOf(id), setting, known);
          expect(measured.width, `${text} ${String(arc)}`).toBeCloseTo(width, 6);
          expect(measured.missing).toEqual(missing);
        }
  });

  it("stands lines one below another, and indents the shorter one", () => {
    const { letters } = setWords(faceOf(id), { ...SET, text: "HHH\nH", align: "right" });
    const boxes = letters.map((l) => boundsOf(l.flatMap((path) => flatten(path))));
    expect((boxes[0]?.bottom ?? 0) - (boxes[3]?.bottom ?? 0)).toBeCloseTo(16, 6);
    expect(boxes[3]?.right).toBeCloseTo(boxes[2]?.right ?? NaN, 6);
  });

  /* On an arc of 50 mm the feet of all letters stand 50 from its middle. */
  it("follows an arc", () => {
    const arc = 50;
    const { letters } = setWords(faceOf(id), { ...SET, text: "HHHHHHH", arc });
    const feet = letters.map((l) => {
      const points = l.flatMap((path) => flatten(path));
      return points.reduce((sum, [x, y]) => [sum[0] + x / points.length, sum[1] + y / points.length], [0, 0]);
    });
    const middle = feet[3] ?? [0, 0];
    // the centres of upright letters lie on one circle: the chord and its rise give its radius
    const rise = middle[1] - ((feet[0]?.[1] as number) + (feet[6]?.[1] as number)) / 2;
    const half = ((feet[6]?.[0] as number) - (feet[0]?.[0] as number)) / 2;
    expect((half * half + rise * rise) / (2 * rise)).toBeGreaterThan(arc);
    expect((half * half + rise * rise) / (2 * rise)).toBeLessThan(arc + 10);
  });
});

describe.each(["plain", "script", "slab", "stencil"])("%s letters that hold together", (id) => {
  it.each(["Thank you", "mini", "Grüße, Zoë", "J i f"])("are one part, grown within 5 %% of the least: %s", (text) => {
    const whole = unionOf(outlines(id, { text }));
    const { rings, by } = joined(whole);
    expect(parts(unionOf(rings))).toBe(1);
    if (parts(whole) === 1) {
      expect(by).toBe(0);
      return;
    }
    // searched: the least that joins, by halving
    let [low, high] = [0, 20];
    for (let i = 0; i < 14; i += 1) {
      const mid = (low + high) / 2;
      if (parts(grown(whole, mid)) === 1) high = mid;
      else low = mid;
    }
    expect(by).toBeGreaterThanOrEqual(low - 0.01);
    // the overlap that makes them paper, and not a touch, is beside it
    expect(by - 0.05).toBeLessThanOrEqual(high * 1.05 + 0.01);
  });
});

describe("counters", () => {
  it.each(["plain", "slab", "script"])("are held by bridges when letters are cut out: %s", (id) => {
    const rings = unionOf(outlines(id, { text: "Good apples" }));
    expect(rings.some(isHole)).toBe(true);
    const kept = bridged(rings, 1.2);
    expect(kept.some(isHole)).toBe(false);
    // what is taken away is the bridges alone: less than a quarter of the letters
    const area = (of: Rings): number => of.reduce((sum, ring) => sum + areaOf(polygon(ring)), 0);
    expect(area(kept)).toBeLessThan(area(rings));
    expect(area(kept)).toBeGreaterThan(0.75 * area(rings));
  });

  it("are none in a stencil", () => {
    expect(unionOf(outlines("stencil", { text: "OPABRDQegao0689" })).some(isHole)).toBe(false);
  });
});
