/** A machine that is off, and files that make up for it: read back by the cutter's own reader. */
import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { readPlot } from "../cutter/readHpgl.ts";
import { plotted } from "../formats/plot.ts";
import { distance, type Point } from "../geometry/point.ts";
import { frameFound } from "../measure/tools.ts";
import type { Operation } from "../model/job.ts";
import { nth } from "../units/nth.ts";
import { cameTo, machineErrs } from "./errs.ts";

const FRAME: readonly Point[] = [
  [10, 10],
  [260, 10],
  [260, 260],
  [10, 260],
  [10, 10],
];
const operation = {
  ...{ n: 0, sheet: "a", mat: "mat-12x12", role: "pen", face: "front", tool: "pen-holder", stock: "text-120" },
  ...{ passes: 1, pressure: 5, speed: 50, time: 1, paths: [{ points: FRAME, closed: false }] },
} as unknown as Operation;
const machine = nth(catalogue.machines, 0);
const drawn = (errs?: { across: number; up: number; skew: number }): readonly Point[] =>
  nth(readPlot(plotted([operation], ["pen-holder"], { ...machine, ...(errs && { errs }) }).text).strokes, 0).points;

describe.each([
  { across: 0.996, up: 1.004, skew: 0 },
  { across: 1.01, up: 0.99, skew: 0.005 },
  { across: 1, up: 1, skew: -0.003 },
])("a machine that does %j", (errs) => {
  it("is found out by a frame, and its files then come out as they were drawn", () => {
    // what is measured on the mat of a frame that was told as it should be
    const [a, b, c, d] = drawn().map((at) => cameTo(at, errs)) as [Point, Point, Point, Point];
    const found = frameFound(
      {
        ...{ across: 250, up: 250, trueAcross: distance(a, b), trueUp: distance(b, c) },
        ...{ rising: distance(a, c), falling: distance(b, d) },
      },
      "calliper",
    );
    const known = machineErrs(found.map((one) => ({ ...one, with: "calliper", measured: "2026-05-02" })));
    if (!known) throw new Error("nothing was found");
    const came = drawn(known).map((at) => cameTo(at, errs));
    // a step of the file is 0.025 mm; what does not tell is left as it is
    came.forEach((at, i) => expect(distance(at, nth(FRAME, i))).toBeLessThan(0.06));
    expect(Math.max(...drawn().map((at, i) => distance(cameTo(at, errs), nth(FRAME, i))))).toBeGreaterThan(0.5);
  });
});

it("tells nothing of a machine that has not been measured, or is as it says", () => {
  expect(machineErrs(undefined)).toBeUndefined();
  const one = { what: "scale-x", value: 1.0005, spread: 0.0008, with: "ruler", measured: "2026-05-02" } as const;
  expect(machineErrs([one])).toBeUndefined();
});
