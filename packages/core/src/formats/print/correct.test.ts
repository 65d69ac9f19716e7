/** Pages made up for what a printer does, laid by the simulated printer; and a test page that finds that out. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { distance, type Point } from "../../geometry/point.ts";
import { frameFound, printedFrame } from "../../measure/tools.ts";
import type { Measured } from "../../model/measured.ts";
import { put } from "../../printer/page.ts";
import { type LandedPage, printed } from "../../printer/index.ts";
import type { PrinterKind } from "../../printer/printers.ts";
import { solve } from "../../solve.ts";
import { specOf } from "../../test/randomSpec.ts";
import { nth } from "../../units/nth.ts";
import { madeUp } from "./correct.ts";
import { PDF_PARTS, writePdf } from "./pdf.ts";
import { writeTestPage } from "./testPage.ts";

const require = createRequire(import.meta.url);
const font = (weight: number): Uint8Array =>
  readFileSync(require.resolve(`@fontsource/source-sans-3/files/source-sans-3-latin-${String(weight)}-normal.woff`));
const fonts = { regular: font(400), strong: font(600) };
const A4 = { width: 210, height: 297 };
const how = { paper: A4, fonts, date: new Date("2026-05-02T00:00:00Z") };
const margins = { left: 0, right: 0, top: 0, bottom: 0 };
const PRINTERS: readonly PrinterKind[] = [
  { id: "small", scale: [0.99, 0.985], askew: 0, shift: [0, 0], margins },
  { id: "large", scale: [1.004, 1.012], askew: 0, shift: [1.2, -0.7], margins },
  { id: "apart", scale: [0.996, 1.0025], askew: 0, shift: [-0.8, 0.5], margins },
];
/** One that leaves more of every edge white than pages keep off by themselves, and moves what it prints. */
const WIDE: PrinterKind = {
  ...{ id: "wide", scale: [1.002, 0.998], askew: 0, shift: [0.6, -0.4] },
  margins: { left: 11.2, right: 9.5, top: 12.4, bottom: 17 },
};
/** Corners of the frame on a test page, as they landed. */
function frameOn(page: LandedPage): readonly [Point, Point, Point, Point] {
  const frame = page.landed.find(({ kind, runs: [run] }) => kind === "line" && run && run.length >= 5);
  if (!frame) throw new Error("no frame");
  const corners = nth(frame.runs, 0).map(([x, y]) => put(page.lies, x, y));
  return corners as unknown as readonly [Point, Point, Point, Point];
}
/** mm from an edge of the paper to where the ink of the line that runs to it begins. */
function inkBegins(page: LandedPage, axis: 0 | 1, isFar: boolean): number {
  const size = axis === 0 ? page.width : page.height;
  for (const { runs, lost } of page.landed)
    for (const [from, to] of runs.map((run) => [nth(run, 0), nth(run, 1)] as const)) {
      const end = [from, to].find((p) => Math.abs(p[axis] - (isFar ? size : 0)) < 0.01);
      if (!end || from[1 - axis] !== to[1 - axis]) continue;
      const landed = put(page.lies, end[0], end[1])[axis];
      return (isFar ? size - landed : landed) + lost;
    }
  throw new Error("no line to that edge");
}
/** What a calliper finds of the test pages that such a printer has made. */
function measuredOn(bytes: Uint8Array, printer: PrinterKind): Measured[] {
  const [page, second] = printed(bytes, { printer });
  if (!page || !second) throw new Error("no page");
  const { across, up } = printedFrame(page);
  const [a, b, c, d] = frameOn(page);
  const [corner] = frameOn(second);
  const found = frameFound(
    {
      ...{ across, up, trueAcross: distance(a, b), trueUp: distance(b, c) },
      ...{ rising: distance(d, b), falling: distance(a, c) },
      onPaper: { left: a[0], top: a[1], width: page.width, height: page.height },
      onLying: { left: corner[0], top: corner[1] },
      edges: {
        ...{ left: inkBegins(page, 0, false), right: inkBegins(page, 0, true) },
        ...{ top: inkBegins(page, 1, false), bottom: inkBegins(page, 1, true) },
      },
    },
    "calliper",
  );
  return found.map((one) => ({ ...one, with: "calliper", measured: "2026-05-02" }));
}

describe("the test page", () => {
  it.each(PRINTERS)("finds what a printer does: $id", async (printer) => {
    const found = measuredOn(await writeTestPage(how), printer);
    const of = (what: string): number => found.find((one) => one.what === what)?.value ?? NaN;
    expect(of("scale-x")).toBeCloseTo(printer.scale[0], 4);
    expect(of("scale-y")).toBeCloseTo(printer.scale[1], 4);
    expect(of("skew")).toBeCloseTo(0, 5);
    expect(of("shift-x")).toBeCloseTo(printer.shift[0], 2);
    expect(of("shift-y")).toBeCloseTo(printer.shift[1], 2);
    // fed with its left edge first: down the paper is to the right on it
    expect(of("lying-x")).toBeCloseTo(printer.shift[1], 2);
    expect(of("lying-y")).toBeCloseTo(-printer.shift[0], 2);
  });

  it("finds where a printer's ink ends at each edge", async () => {
    const found = measuredOn(await writeTestPage(how), WIDE);
    for (const edge of ["left", "right", "top", "bottom"] as const)
      expect(found.find(({ what }) => what === `edge-${edge}`)?.value).toBeCloseTo(WIDE.margins[edge], 1);
  });

  it("asks the viewer not to fit it to the page, as every page does", async () => {
    const bytes = await writeTestPage(how);
    expect(Buffer.from(bytes).toString("latin1")).toMatch(/\/PrintScaling\s*\/None/u);
  });

  it("is read by another program, with its card and its frame at true size", async () => {
    const folder = mkdtempSync(path.join(tmpdir(), "test-page-"));
    const file = path.join(folder, "page.pdf");
    writeFileSync(file, await writeTestPage(how));
    expect(execFileSync("pdftotext", [file, "-"], { encoding: "utf8" })).toContain("it should be 180 mm");
    // poppler draws it: the frame's ink lies where it should, counted in its own pixels
    execFileSync("pdftoppm", ["-r", "254", "-gray", "-singlefile", file, path.join(folder, "page")]);
    const pgm = readFileSync(path.join(folder, "page.pgm"));
    const [, wide = ""] = /^P5\s(\d+)\s(\d+)\s\d+\s/u.exec(pgm.subarray(0, 40).toString("latin1")) ?? [];
    const head = pgm.length - Number(wide) * Math.round((297 / 25.4) * 254);
    const row = pgm.subarray(head + Number(wide) * 1000, head + Number(wide) * 1001);
    // on a row without letters: the frame's left and right line, 10 px a mm
    const dark = [...row].flatMap((grey, x) => (grey < 120 ? [x] : []));
    expect(nth(dark, 0) / 10).toBeCloseTo(15, 0);
    expect((dark.at(-1) ?? 0) / 10).toBeCloseTo(195, 0);
  });
});

describe("pages made up for a printer", () => {
  const spec = specOf({ form: "square-blank-envelope", contents: { preset: "us-a2" } });
  const box = specOf({ form: "side-seam-envelope", contents: { preset: "iso-a5" }, stock: { preset: "text-120" } });

  it.each(PRINTERS)("land as they were drawn: $id", async (printer) => {
    const found = measuredOn(await writeTestPage(how), printer);
    for (const one of [spec, box]) {
      const options = { ...how, title: "Drawn", display: { unit: "mm", fraction: 16 }, parts: ["template"] } as const;
      const plain = await writePdf(solve(one), options);
      const madeFor = await writePdf(solve(one), { ...options, printer: found });
      const drawn = printed(plain, { printer: { id: "true", scale: [1, 1], askew: 0, shift: [0, 0], margins } });
      const landed = printed(madeFor, { printer });
      expect(landed.length).toBe(drawn.length);
      let [worst, without] = [0, 0];
      drawn.forEach((page, i) => {
        const came = nth(landed, i);
        page.landed.forEach((ink, k) => {
          if (ink.kind !== "line") return;
          ink.runs.forEach((run, r) =>
            run.forEach((p, n) => {
              const [x, y] = nth(nth(nth(came.landed, k).runs, r), n);
              const [px, py] = put(came.lies, x, y);
              worst = Math.max(worst, distance([px, py], p));
              without = Math.max(without, distance(put(came.lies, p[0], p[1]), p));
            }),
          );
        });
      });
      expect(worst).toBeLessThan(0.03);
      // without it, it is off by more than anybody cuts
      expect(without).toBeGreaterThan(0.5);
    }
  });

  it("keep off the edges that its ink does not reach: nothing of any page is lost", async () => {
    const found = measuredOn(await writeTestPage(how), WIDE);
    const words = { kind: "words", text: "HI", on: { panel: "front", side: "outside" } } as const;
    const small = { form: "card-base", contents: { width: 60, height: 90 }, quantity: 8 } as const;
    const drafts = [
      // a piece that lies over several pages, one that takes a page that lies, and small ones with words, printed on both sides
      specOf({ form: "square-blank-envelope", contents: { preset: "us-a2" }, sheet: { preset: "square-12in" } }),
      specOf({ form: "card-base", contents: { width: 120, height: 165 } }),
      specOf({
        ...small,
        fittings: [
          { id: "a", ...words },
          { ...words, id: "b", on: { ...words.on, side: "inside" } },
        ],
      }),
    ] as const;
    const lost = (bytes: Uint8Array): number[] => printed(bytes, { printer: WIDE }).map((page) => page.lost);
    const seen = new Set<string>();
    for (const one of drafts) {
      const options = { ...how, title: "Drawn", display: { unit: "mm", fraction: 16 }, parts: PDF_PARTS } as const;
      const plain = lost(await writePdf(solve(one), options));
      const bytes = await writePdf(solve(one), { ...options, printer: found });
      expect(Math.max(...lost(bytes))).toBe(0);
      expect(Math.max(...plain)).toBeGreaterThan(1);
      for (const page of printed(bytes, { printer: WIDE }))
        seen.add(`${String(Math.round(page.width))} × ${String(Math.round(page.height))}`);
    }
    // on the paper that lies in it, upright and lying
    expect([...seen].sort()).toEqual(["210 × 297", "297 × 210"]);
  });

  it("undo what a leaning printer does, by its own sum", () => {
    const errs = { across: 0.99, up: 1.01, skew: 0.004, right: 0.3, down: -0.2, lying: { right: 0, down: 0 } };
    const [a, b, c, d, e, f] = madeUp(A4, errs);
    for (const [x, y] of [
      [20, 30],
      [190, 250],
      [105, 148.5],
    ] as const) {
      const [px, py] = [a * x + c * y + e, b * x + d * y + f];
      const [dx, dy] = [px - 105, py - 148.5];
      // upwards on the paper leans to the right
      const landed = [
        105 + errs.right + errs.across * dx - errs.up * Math.sin(errs.skew) * dy,
        148.5 + errs.down + errs.up * Math.cos(errs.skew) * dy,
      ];
      expect(landed[0]).toBeCloseTo(x, 6);
      expect(landed[1]).toBeCloseTo(y, 6);
    }
  });

  it("are left as they are by what tells nothing", async () => {
    const options = { ...how, title: "Drawn", display: { unit: "mm", fraction: 16 }, parts: ["template"] } as const;
    const rough = { what: "scale-x", value: 1.001, spread: 0.0011, with: "ruler", measured: "2026-05-02" } as const;
    expect(await writePdf(solve(spec), { ...options, printer: [rough] })).toEqual(await writePdf(solve(spec), options));
  });
});
