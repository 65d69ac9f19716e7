/** Outlines out of DXF files: each entity against a size worked by hand, and files that were made to do harm. */
import { describe, expect, it } from "vitest";
import { areaOf, boundsOf, flatten, lengthOf, pathData } from "../geometry/path.ts";
import { OutlineError } from "./drawn.ts";
import { keptOf } from "./enclosed.ts";
import { readDxf } from "./readDxf.ts";

type Pairs = readonly (readonly [code: number, value: number | string])[];
const said = (pairs: Pairs): string => pairs.map(([code, value]) => `${String(code)}\n${String(value)}\n`).join("");
const section = (name: string, inside: string): string => `0\nSECTION\n2\n${name}\n${inside}0\nENDSEC\n`;
const entity = (type: string, ...pairs: Pairs): string => said([[0, type], [8, "0"], ...pairs]);
const file = (entities: string, { blocks = "", units = 4 } = {}): string =>
  `${section(
    "HEADER",
    said([
      [9, "$INSUNITS"],
      [70, units],
    ]),
  )}${section("BLOCKS", blocks)}${section("ENTITIES", entities)}0\nEOF\n`;
const block = (name: string, inside: string, base: readonly [number, number] = [0, 0]): string =>
  `${said([
    [0, "BLOCK"],
    [2, name],
    [10, base[0]],
    [20, base[1]],
  ])}${inside}0\nENDBLK\n`;

const line = (x1: number, y1: number, x2: number, y2: number): string =>
  entity("LINE", [10, x1], [20, y1], [11, x2], [21, y2]);
const circle = (x: number, y: number, r: number, ...more: Pairs): string =>
  entity("CIRCLE", [10, x], [20, y], [40, r], ...more);
const square = entity(
  "LWPOLYLINE",
  [70, 1],
  [10, 0],
  [20, 0],
  [10, 10],
  [20, 0],
  [10, 10],
  [20, 10],
  [10, 0],
  [20, 10],
);

const areas = (text: string): number[] => readDxf(text).outlines.map(({ path }) => Math.abs(areaOf(path)));
const boxes = (text: string): number[][] =>
  readDxf(text).outlines.map(({ path }) => {
    const { left, bottom, right, top } = boundsOf(flatten(path));
    return [left, bottom, right, top].map((v) => Math.round(v * 10) / 10);
  });

describe("a DXF file", () => {
  it("has circles, ellipses, polylines with bulges of the size they say", () => {
    const found = areas(
      file(
        [
          circle(50, 50, 10),
          entity("ELLIPSE", [10, 0], [20, 0], [11, 0], [21, 20], [40, 0.5], [41, 0], [42, 2 * Math.PI]),
          square,
          // a slot: two sides of 30 and a half turn at each end of 20
          entity(
            "LWPOLYLINE",
            [70, 1],
            [10, 0],
            [20, 0],
            [10, 30],
            [20, 0],
            [42, 1],
            [10, 30],
            [20, 20],
            [10, 0],
            [20, 20],
            [42, 1],
          ),
          `${entity("POLYLINE", [70, 1])}${[
            [0, 0],
            [8, 0],
            [8, 4],
          ]
            .map(([x = 0, y = 0]) => entity("VERTEX", [10, x], [20, y]))
            .join("")}${entity("SEQEND")}`,
        ].join(""),
      ),
    );
    const wanted = [Math.PI * 100, Math.PI * 20 * 10, 100, 600 + Math.PI * 100, 16];
    expect(found).toHaveLength(wanted.length);
    found.forEach((area, i) => {
      expect(area / (wanted[i] as number)).toBeCloseTo(1, 3);
    });
  });

  it("keeps curves as curves: a spline in exact cubics, a rational one on its true circle", () => {
    const cubic = entity(
      "SPLINE",
      ...([
        [71, 3],
        [70, 0],
      ] as const),
      ...[0, 0, 0, 0, 1, 2, 2, 2, 2].map((u) => [40, u] as const),
      ...[
        [0, 0],
        [0, 10],
        [10, 20],
        [20, 10],
        [20, 0],
      ].flatMap(
        ([x = 0, y = 0]) =>
          [
            [10, x],
            [20, y],
          ] as const,
      ),
    );
    const [spline] = readDxf(file(cubic)).outlines;
    expect(spline?.path.map((s) => s.kind)).toEqual(["cubic", "cubic"]);
    // at its middle knot, by de Boor's rule with these knots: a quarter of the second and fourth, half of the third
    expect(spline?.path[0]?.to).toEqual([10, 15]);
    // a quarter of a circle of 10 as a rational curve of degree 2
    const quarter = entity(
      "SPLINE",
      ...([
        [71, 2],
        [70, 4],
      ] as const),
      ...[0, 0, 0, 1, 1, 1].map((u) => [40, u] as const),
      ...[1, Math.SQRT1_2, 1].map((w) => [41, w] as const),
      ...[
        [10, 0],
        [10, 10],
        [0, 10],
      ].flatMap(
        ([x = 0, y = 0]) =>
          [
            [10, x],
            [20, y],
          ] as const,
      ),
    );
    const [arc] = readDxf(file(quarter)).outlines;
    for (const [x, y] of flatten(arc?.path ?? [])) expect(Math.hypot(x, y)).toBeCloseTo(10, 6);
  });

  it("makes one closed line of lines and arcs that meet end to end, whichever way each was drawn", () => {
    const { outlines } = readDxf(
      file(
        [
          line(0, 0, 30, 0),
          line(0, 20, 30, 20),
          entity("ARC", [10, 30], [20, 10], [40, 10], [50, 270], [51, 90]),
          entity("ARC", [10, 0], [20, 10], [40, 10], [50, 90], [51, 270]),
          line(60, 0, 70, 0),
        ].join(""),
      ),
    );
    expect(outlines.map((o) => o.closed)).toEqual([true, false]);
    expect(Math.abs(areaOf(outlines[0]?.path ?? [])) / (600 + Math.PI * 100)).toBeCloseTo(1, 3);
    // where three meet nothing says which goes on
    const fork = readDxf(file(line(0, 0, 5, 0) + line(5, 0, 9, 3) + line(5, 0, 9, -3))).outlines;
    expect(fork.map((o) => lengthOf(o.path))).toEqual([5, 5, 5]);
  });

  it("draws blocks where they are put: turned, stretched, in rows, within one another, mirrored from behind", () => {
    const blocks = block("sq", square, [5, 5]) + block("two", entity("INSERT", [2, "sq"], [10, 20], [20, 0]));
    const put = (...pairs: Pairs): string => entity("INSERT", ...pairs);
    expect(boxes(file(put([2, "sq"], [10, 5], [20, 5]), { blocks }))).toEqual([[0, 0, 10, 10]]);
    expect(boxes(file(put([2, "sq"], [10, 0], [20, 0], [41, 2], [42, -1], [50, 90]), { blocks }))).toEqual([
      [-5, -10, 5, 10],
    ]);
    expect(
      boxes(file(put([2, "sq"], [10, 5], [20, 5], [70, 2], [71, 2], [44, 20], [45, 30]), { blocks })),
    ).toHaveLength(4);
    expect(boxes(file(put([2, "two"], [10, 0], [20, 0]), { blocks }))).toEqual([[15, -5, 25, 5]]);
    expect(boxes(file(circle(10, 0, 2, [230, -1])))).toEqual([[-12, -2, -8, 2]]);
  });

  it("comes in mm from its unit, and says so where it has none", () => {
    expect(readDxf(file(square, { units: 1 })).width).toBeCloseTo(254, 9);
    const bare = readDxf(file(square, { units: 0 }));
    expect(bare).toMatchObject({ width: 10, height: 10 });
    expect(bare.warnings.join(" ")).toMatch(/taken for millimetres/u);
    const other = readDxf(file(square + entity("MTEXT", [1, "Hi"]) + entity("HATCH")));
    expect(other.warnings.join(" ")).toMatch(/Words are left out.*HATCH is left out/u);
  });
});

describe("a DXF file that was made to do harm", () => {
  const many =
    block("a", square) +
    Array.from({ length: 4 }, (_, i) =>
      block("bcde"[i] as string, entity("INSERT", [2, "abcd"[i] as string], [70, 1000], [71, 1000], [44, 1], [45, 1])),
    ).join("");
  it.each([
    ["blocks that multiply", file(entity("INSERT", [2, "e"]), { blocks: many }), /more than 200000/u],
    [
      "a million points",
      file(`${entity("LWPOLYLINE")}${"10\n1\n20\n2\n10\n3\n20\n4\n".repeat(120_000)}`),
      /more than/u,
    ],
    ["more than 10 MB", "0\nSECTION\n".repeat(1_100_000), /larger than 10 MB/u],
    ["a binary one", "AutoCAD Binary DXF\r\n\u001a\u0000", /binary/u],
    ["another kind of file", "<svg/>", /no DXF/u],
    ["nothing", "", /no DXF/u],
    ["no line", file(""), /no line/u],
  ])("%s is refused with a sentence", (_, text, says) => {
    expect(() => readDxf(text)).toThrow(OutlineError);
    expect(() => readDxf(text)).toThrow(says);
  });

  it.each([
    ["numbers that are none", circle(NaN, 0, 5) + line(0, 0, Infinity, 1) + circle(0, 0, -4)],
    ["a block of itself", entity("INSERT", [2, "x"])],
    ["a spline without sense", entity("SPLINE", [71, 3], [40, 1], [40, 0], [10, 0], [20, 0])],
    ["a bulge that is none", entity("LWPOLYLINE", [70, 1], [10, 0], [20, 0], [42, "1e400"], [10, 5], [20, 5])],
    ["names of what every object has", entity("INSERT", [2, "__proto__"]) + entity("constructor")],
  ])("%s is tamed", (_, text) => {
    const { outlines } = readDxf(file(square + text, { blocks: block("x", entity("INSERT", [2, "x"])) }));
    expect(outlines.some((o) => o.closed && Math.abs(areaOf(o.path)) === 100)).toBe(true);
    for (const { path } of outlines) expect(pathData(path)).not.toMatch(/NaN|Infinity/u);
  });

  it("is kept like any other outline", () => {
    expect(keptOf(readDxf(file(circle(500, 500, 20))))).toMatchObject({ width: 40, height: 40 });
  });
});
