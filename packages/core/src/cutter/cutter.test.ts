/** The reader of plotters' files, by what the language's reference says of each command, and by the nastiest files. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isHpgl, OutlineError, readDrawing, readHpgl } from "../outlines/index.ts";
import { runs } from "../test/runs.ts";
import { nth } from "../units/nth.ts";
import { cutPlot, HPGL_LIMITS, readPlot } from "./index.ts";

type XY = readonly [number, number];

/** Steps as the packed form has them: the sign is the lowest bit, digits come low first, the last of another range. */
function packed(value: number, base: 32 | 64): string {
  let rest = value < 0 ? 2 * -value + 1 : 2 * value;
  let out = "";
  while (rest >= base) {
    out += String.fromCharCode(63 + (rest % base));
    rest = Math.floor(rest / base);
  }
  return out + String.fromCharCode((base === 64 ? 191 : 95) + rest);
}
const linesOf = (text: string): XY[][] => readPlot(text).strokes.map(({ points }) => points.map(([x, y]) => [x, y]));

describe("commands", () => {
  it.each<[string, string, XY[][]]>([
    [
      "absolute and relative",
      "IN;SP1;PA;PU40,40;PD80,40;PR;PD0,40,-40,0;",
      [
        [
          [1, 1],
          [2, 1],
          [2, 2],
          [1, 2],
        ],
      ],
    ],
    [
      "lower case, without semicolons",
      "in sp1 pu0,0 pd400,0,400,400 pu sp0",
      [
        [
          [0, 0],
          [10, 0],
          [10, 10],
        ],
      ],
    ],
    [
      "a scale of its own",
      "IN;IP0,0,4000,2000;SC0,100,0,100;SP1;PU0,0;PD100,0,100,100;",
      [
        [
          [0, 0],
          [100, 0],
          [100, 50],
        ],
      ],
    ],
    [
      "decimals and signs",
      "IN;SP2;PU+40.0,-20.4;PD-.5,1e;",
      [
        [
          [1, -0.51],
          [-0.0125, 0.025],
        ],
      ],
    ],
    [
      "an odd number left over",
      "IN;SP1;PU0,0;PD400,0,400;",
      [
        [
          [0, 0],
          [10, 0],
        ],
      ],
    ],
    [
      "words between",
      "IN;SP1;PU0,0;LBCut here\x03PD40,0;",
      [
        [
          [0, 0],
          [1, 0],
        ],
      ],
    ],
    [
      "words with an end of their own",
      "IN;SP1;DT#;PU0,0;LBPD9,9;#PD40,0;",
      [
        [
          [0, 0],
          [1, 0],
        ],
      ],
    ],
    [
      "a printer's escapes",
      "\x1b%0B\x1b.I81;;17:IN;SP1;PU0,0;PD40,0;",
      [
        [
          [0, 0],
          [1, 0],
        ],
      ],
    ],
  ])("%s", (_, text, lines) => {
    expect(linesOf(text)).toEqual(lines);
  });

  it("arcs and circles stand within a hundredth of the true ones", () => {
    const [quarter] = linesOf("IN;SP1;PU800,400;PD;AA400,400,90;PU;");
    for (const [x, y] of quarter ?? []) expect(Math.hypot(x - 10, y - 10)).toBeCloseTo(10, 9);
    expect(nth(quarter ?? [], -1)[0]).toBeCloseTo(10, 9);
    expect(nth(quarter ?? [], -1)[1]).toBeCloseTo(20, 9);
    const [round] = linesOf("IN;SP1;PU400,400;CI200;");
    expect(round?.length).toBeGreaterThan(60);
    const { length } = readPlot("IN;SP1;PU400,400;CI200;");
    expect(length / (2 * Math.PI * 5)).toBeGreaterThan(0.999);
  });

  it("reads the packed form with eight bits and with seven, pens, lifted and absolute places in it", () => {
    for (const base of [64, 32] as const) {
      const p = (x: number, y: number): string => packed(x, base) + packed(y, base);
      const seven = base === 32 ? "7" : "";
      const text = `IN;SP1;PE${seven}<=${p(400, 400)}${p(400, 0)}${p(0, -4000)}:${packed(2, base)}<${p(-40, 0)}${p(-40, 40)};PU;`;
      const { strokes } = readPlot(text);
      expect(strokes.map(({ pen, points }) => [pen, points])).toEqual([
        [
          1,
          [
            [10, 10],
            [20, 10],
            [20, -90],
          ],
        ],
        [
          2,
          [
            [19, -90],
            [18, -89],
          ],
        ],
      ]);
    }
    const parts = readPlot(`IN;SP1;PU0,0;PE>${packed(3, 64)}${packed(800, 64)}${packed(400, 64)};`);
    expect(parts.strokes[0]?.points).toEqual([
      [0, 0],
      [2.5, 1.25],
    ]);
  });

  it("any packed line is the plain one", () => {
    const steps = fc.array(
      fc.tuple(fc.integer({ min: -60_000, max: 60_000 }), fc.integer({ min: -60_000, max: 60_000 })),
      { minLength: 1, maxLength: 20 },
    );
    fc.assert(
      fc.property(steps, fc.constantFrom(32 as const, 64 as const), (all, base) => {
        const plain = `IN;SP1;PR;PU0,0;PD${all.flat().join(",")};`;
        const small = `IN;SP1;PU0,0;PE${base === 32 ? "7" : ""}${all.map(([x, y]) => packed(x, base) + packed(y, base)).join("")};`;
        expect(linesOf(small)).toEqual(linesOf(plain));
      }),
      { numRuns: runs(100) },
    );
  });
});

describe("the cutter", () => {
  it("says what leaves the mat, what has no tool, and what it does not follow", () => {
    const bed = { width: 290, height: 290 };
    expect(cutPlot("IN;SP1;PU0,0;PD-400,-400;", { bed }).faults).toEqual(["A stroke leaves the mat."]);
    expect(cutPlot("IN;SP1;PU0,0;PD11600,0;", { bed }).faults).toEqual([]);
    const none = cutPlot("PU0,0;PD400,400;");
    expect([none.paths, none.faults]).toEqual([[], ["Nothing in it is cut."]]);
    expect(none.warnings[0]).toMatch(/no tool in hand/u);
    expect(cutPlot("IN;SP1;PU0,0;PD40,0;XX1,2;").warnings).toEqual(["The command XX is not followed."]);
  });

  it("tells lengths, travel and time as they are", () => {
    const run = cutPlot("IN;SP1;VS8;FS13;PU400,0;PD4400,0;PU0,0;SP0;");
    expect([run.length, run.travel, run.tools]).toEqual([100, 120, [1]]);
    expect(run.time).toBeCloseTo(100 / 80 + 120 / 200 + 0.12, 9);
  });
});

describe("hostile files", () => {
  it.each([
    ["more than 10 MB", "x".repeat(HPGL_LIMITS.bytes + 1), /larger than 10 MB/u],
    ["ten million commands", "PU;".repeat(3_300_000), /more commands/u],
    ["points without end", `IN;SP1;PD${"1,1,".repeat(2_400_000)}`, /more points/u],
    ["circles without end", `IN;SP1;${"CI9e4;CI90000;".repeat(60_000)}`, /more (points|commands)/u],
  ])("of %s are refused", (_, text, why) => {
    expect(() => readPlot(text)).toThrow(why);
  });

  it("hold numbers that are past any bed at the end of the language's range", () => {
    const { strokes, warnings } = readPlot("IN;SP1;PU0,0;PD99999999999999999999,1;");
    expect(strokes[0]?.points[1]?.[0]).toBeCloseTo(HPGL_LIMITS.reach / 40, 3);
    expect(warnings[0]).toMatch(/past what HPGL can say/u);
  });

  it("never break it, whatever is in them", () => {
    const words = fc.constantFrom(
      "IN;",
      "SP1;",
      "PU",
      "PD",
      "PR;",
      "PA;",
      "AA1,2,",
      "CI",
      "PE",
      "PE7",
      "SC0,0,0,0;",
      "SC",
      "IP",
      "LB",
      "DT",
      ";",
      ",",
      "1e400",
      "-",
      ".",
      "\x1b",
      "\x03",
      "99999999999",
      "\u00ff",
      ">",
      "=",
      "<",
      ":",
    );
    fc.assert(
      fc.property(
        fc.array(fc.oneof(words, fc.string({ maxLength: 4 }), fc.integer().map(String)), { maxLength: 60 }),
        (parts) => {
          const { strokes, length, travel } = readPlot(parts.join(""));
          expect(Number.isFinite(length + travel)).toBe(true);
          for (const { points } of strokes) for (const [x, y] of points) expect(Number.isFinite(x + y)).toBe(true);
        },
      ),
      { numRuns: runs(300) },
    );
  });
});

describe("as an outline", () => {
  const bytes = (text: string): Uint8Array => Uint8Array.from(text, (sign) => sign.charCodeAt(0));
  it("is known by what is in it, each pen a group, and lines that meet are one", () => {
    const text = "IN;SP1;PU0,0;PD400,0,400,400;PU400,400;PD0,400,0,0;SP2;PU0,200;PD400,200;PU;SP0;";
    expect(isHpgl(text)).toBe(true);
    expect(isHpgl("0\nSECTION\n2\nENTITIES\n")).toBe(false);
    const { outlines, width, height, of } = readDrawing(bytes(text));
    expect([of, width, height]).toEqual(["hpgl", 10, 10]);
    expect(outlines.map(({ closed, group }) => [closed, group])).toEqual([
      [true, "pen 1"],
      [false, "pen 2"],
    ]);
    expect(() => readHpgl("IN;SP1;PU0,0;")).toThrow(OutlineError);
  });
});
