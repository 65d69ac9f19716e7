/** Outlines out of files: against shapes worked by hand, and against files that were made to do harm. */
import { describe, expect, it } from "vitest";
import { areaOf, boundsOf, flatten, lengthOf } from "../geometry/path.ts";
import { OutlineError } from "./drawn.ts";
import { keptOf } from "./enclosed.ts";
import { loopsOf, loopsTo } from "./outline.ts";
import { readSvg } from "./readSvg.ts";

/** A drawing of 100 × 80 mm, one unit to the mm. */
const svg = (inside: string, more = ""): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="100mm" height="80mm" viewBox="0 0 100 80"${more}>${inside}</svg>`;
const boxes = (text: string) =>
  readSvg(text).outlines.map(({ path }) => {
    const { left, right, bottom, top } = boundsOf(flatten(path));
    return [left, bottom, right, top].map((v) => Math.round(v * 100) / 100);
  });

describe("an SVG file", () => {
  it("comes in millimetres, y up", () => {
    const empty = readSvg(svg(""));
    expect(empty).toMatchObject({ outlines: [], warnings: [] });
    expect([empty.width, empty.height].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([100, 80]);
    expect(boxes(svg('<rect x="10" y="20" width="30" height="15"/>'))).toEqual([[10, 45, 40, 60]]);
  });

  it("has every basic shape, each with the area it should have", () => {
    const areas = readSvg(
      svg(`<rect width="20" height="10" rx="2"/><circle cx="50" cy="40" r="10"/><ellipse cx="50" cy="40" rx="20" ry="10"/>
        <polygon points="0,0 10,0 10,10"/><path d="M0 0h10v10h-10z"/><path d="M0,0 q5,10 10,0 z"/>`),
    ).outlines.map(({ path }) => Math.abs(areaOf(path)));
    // a rounded corner takes r²(1 − π/4); a parabola of height 5 on 10 has two thirds of its box
    const expected = [200 - 4 * (4 - Math.PI), Math.PI * 100, Math.PI * 200, 50, 100, (2 / 3) * 10 * 5];
    areas.forEach((area, i) => {
      expect(Math.abs(area / (expected[i] as number) - 1)).toBeLessThan(0.002);
    });
  });

  it("is moved, turned and named again as it says", () => {
    const unit = '<rect id="u" width="10" height="10"/>';
    expect(boxes(svg(`<g transform="translate(5 5) scale(2)"><g transform="rotate(90)">${unit}</g></g>`))).toEqual([
      [-15, 55, 5, 75],
    ]);
    expect(
      boxes(svg(`<defs>${unit}</defs><use href="#u" x="3"/><use xlink:href="#u" transform="skewX(45)"/>`)),
    ).toEqual([
      [3, 70, 13, 80],
      [0, 70, 20, 80],
    ]);
    // a symbol of 10 units in 40: four to one
    expect(
      boxes(
        svg(
          '<symbol id="s" viewBox="0 0 10 10"><rect width="5" height="5"/></symbol><use href="#s" width="40" height="40"/>',
        ),
      ),
    ).toEqual([[0, 60, 20, 80]]);
    expect(
      boxes(svg('<svg x="50" y="40" width="50" height="40" viewBox="0 0 5 4"><rect width="1" height="1"/></svg>')),
    ).toEqual([[50, 30, 60, 40]]);
  });

  it("tells which lines are closed: those that say so, and those whose ends meet", () => {
    const read = readSvg(svg('<path d="M0 0L10 0L10 10Z M20 0L30 0 L30 10 L20 0 M40 0L50 10"/><line x2="5" y2="5"/>'));
    expect(read.outlines.map((o) => o.closed)).toEqual([true, true, false, false]);
    expect(lengthOf(read.outlines[3]?.path ?? [])).toBeCloseTo(Math.hypot(5, 5), 6);
    // a petal of one curve goes round something; there and back goes round nothing
    expect(readSvg(svg('<path d="M0 0C30 -20 30 20 0 0"/>')).outlines.map((o) => o.closed)).toEqual([true]);
    expect(readSvg(svg('<path d="M0 0L10 0L0 0"/>')).outlines.map((o) => o.closed)).not.toContain(true);
  });

  it("rounds the corners of a rectangle inside its box: 20 × 10 with 3 all round lacks (4 − π)·9 of its area", () => {
    const [outline] = readSvg(svg('<rect x="5" y="6" width="20" height="10" rx="3"/>')).outlines;
    expect(Math.abs(areaOf(outline?.path ?? []))).toBeCloseTo(200 - (4 - Math.PI) * 9, 1);
    const { left, right, bottom, top } = boundsOf(flatten(outline?.path ?? []));
    expect([left, right, top - bottom].map((v) => Number(v.toFixed(3)))).toEqual([5, 25, 10]);
  });

  it("leaves out what is hidden, written, pictured or elsewhere, and says so", () => {
    const read = readSvg(
      svg(`<rect width="5" height="5" display="none"/><rect width="5" height="5" style="visibility:hidden"/><text>Hi</text>
        <image href="http://example.invalid/a.png"/><script>alert(1)</script><use href="other.svg#a"/><use href="#nobody"/>`),
    );
    expect(read.outlines).toEqual([]);
    expect(read.warnings).toHaveLength(5);
    expect(readSvg('<svg xmlns="http://www.w3.org/2000/svg" width="96" height="96"/>').warnings[0]).toMatch(
      /96 points to the inch/u,
    );
  });

  it("is kept as its largest closed line, its box at the origin, and stretched to any size", () => {
    const kept = keptOf(
      readSvg(svg('<circle cx="30" cy="30" r="2"/><path d="M10 10 C10 40 60 40 60 10 Z"/><path d="M0 0L99 79"/>')),
    );
    expect(kept.width).toBeCloseTo(50, 2);
    const [path] = loopsTo(kept.drawn, 100, 20) ?? [];
    const { left, right, bottom, top } = boundsOf(flatten(path ?? []));
    expect([left, right, bottom, top].map((v) => Math.round(v * 100) / 100)).toEqual([0, 100, 0, 20]);
    expect(areaOf(path ?? [])).toBeGreaterThan(0);
    // read again it is the same line
    expect(loopsOf(kept.drawn)?.map((loop) => loop.length)).toEqual([2, 4]);
  });
});

describe("a file that was made to do harm", () => {
  const nested = (depth: number): string => `${"<g>".repeat(depth)}<rect width="1" height="1"/>${"</g>".repeat(depth)}`;
  const bomb = `<defs><g id="l0"><rect width="1" height="1"/></g>${Array.from(
    { length: 9 },
    (_, i) => `<g id="l${String(i + 1)}">${`<use href="#l${String(i)}"/>`.repeat(10)}</g>`,
  ).join("")}</defs><use href="#l9"/>`;
  const laughs = `<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;">]>${svg("<desc>&c;</desc>")}`;

  it.each([
    ["elements nested too deep", svg(nested(300)), /nested too deep/u],
    ["a use that multiplies", svg(bomb), /over and over/u],
    ["an entity that grows", laughs, /no proper SVG/u],
    ["a line of far too many points", svg(`<path d="M0 0${"L1 1".repeat(250_000)}"/>`), /more than 200000 points/u],
    ["too many elements", svg("<g/>".repeat(100_001)), /more than 100000 elements/u],
    ["more than 10 MB", svg(`<desc>${"x".repeat(10_000_001)}</desc>`), /larger than 10 MB/u],
    ["another kind of file", "<html><body/></html>", /another/u],
    ["no file at all", "\u0000\u0001PNG", /no proper SVG/u],
    ["sizes that are none", '<svg xmlns="http://www.w3.org/2000/svg" width="1e400mm" height="5mm"/>', /size/u],
  ])("%s is refused with a sentence", (_, text, says) => {
    let told: unknown;
    try {
      readSvg(text);
    } catch (error) {
      told = error;
    }
    expect(told).toBeInstanceOf(OutlineError);
    expect(String(told)).toMatch(says);
  });

  it.each([
    ["numbers that are none", svg('<path d="M0 0L1e400 NaN"/><rect width="nan" height="5"/><circle r="-4"/>')],
    ["itself", svg('<g id="a"><use href="#a"/></g>')],
    ["transforms that are none", svg('<rect width="5" height="5" transform="matrix(1e400 0 0 1 0 0) rotate()"/>')],
    ["names of what every object has", svg('<use href="#constructor"/><use href="#__proto__"/>')],
  ])("%s is tamed", (_, text) => {
    const { outlines } = readSvg(text);
    for (const { path } of outlines)
      for (const [x, y] of flatten(path)) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
  });

  it("is refused where a recipe keeps it: no path data but lines and cubics", () => {
    for (const bad of [
      "M0 0",
      "M0 0L1",
      "M0 0A1 1 0 0 1 2 2",
      "M0 0L1e9 5L3 3",
      "<svg/>",
      "M0 0L5 5;alert(1)",
      "M0 0LNaN 3L4 4",
    ])
      expect(loopsOf(bad), bad).toBeUndefined();
  });
});
