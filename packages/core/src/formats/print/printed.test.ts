/** What is printed, as poppler and the simulated printer have it: in the middle after trim and fold, both sides over one another. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { eachNamed } from "../../asks/each.ts";
import { boundsOf, flatten } from "../../geometry/path.ts";
import type { Point } from "../../geometry/point.ts";
import { behind, cornerMarks, GUTTER_MM, imposedOn, rimOf } from "../../layout/imposed.ts";
import type { Measured } from "../../model/measured.ts";
import { type LandedPage, printed } from "../../printer/index.ts";
import { put } from "../../printer/page.ts";
import type { PrinterKind } from "../../printer/printers.ts";
import { readSvg } from "../../outlines/index.ts";
import { solve } from "../../solve.ts";
import { specOf } from "../../test/randomSpec.ts";
import { font } from "../../test/writing.ts";
import { nth } from "../../units/nth.ts";
import { printedCutSvgs } from "../printedCut.ts";
import type { PdfOptions } from "./options.ts";
import { writePdf } from "./pdf.ts";

const folder = mkdtempSync(path.join(tmpdir(), "cut-fold-printed-"));
afterAll(() => {
  rmSync(folder, { recursive: true });
});
const A4 = { width: 210, height: 297 };
const RED = "#a83c18";
/** A card with red words in the middle of its front, and blue ones in the middle of its inside. */
const card = solve(
  specOf({
    form: "card-base",
    contents: { width: 105, height: 148 },
    quantity: 1,
    fittings: [
      {
        id: "out",
        kind: "words",
        text: "HIH",
        typeface: "plain",
        size: 9,
        ink: RED,
        on: { panel: "front", side: "outside" },
      },
      {
        id: "in",
        kind: "words",
        text: "OXO",
        typeface: "plain",
        size: 9,
        ink: "#2c5a68",
        on: { panel: "front", side: "inside" },
      },
    ],
  }),
);
const tag = solve(
  specOf({
    form: "tag",
    contents: { width: 50, height: 90 },
    quantity: 30,
    fittings: [
      {
        id: "w",
        kind: "words",
        text: "HOH",
        typeface: "plain",
        size: 6,
        ink: RED,
        on: { panel: "tag", side: "outside" },
      },
    ],
  }),
);
const margins = { left: 0, right: 0, top: 0, bottom: 0 };
const TRUE: PrinterKind = { id: "true", scale: [1, 1], askew: 0, shift: [0, 0], margins };
const options = (more: Partial<PdfOptions> = {}): PdfOptions => ({
  ...{ title: "Cards", display: { unit: "mm" }, paper: A4, fonts: { regular: font(400), strong: font(600) } },
  ...{ date: new Date("2026-05-02T00:00:00Z"), parts: ["printed"], ...more },
});

/** The box about all ink of one colour on a page, where it landed. */
function inkOf(page: LandedPage, colour: string) {
  const points = page.landed
    .filter((one) => one.kind === "area" && one.colour === colour)
    .flatMap(({ runs }) => runs.flat())
    .map(([x, y]) => put(page.lies, x, y));
  return boundsOf(points);
}
const middle = ({ left, right, top, bottom }: ReturnType<typeof boundsOf>): Point => [
  (left + right) / 2,
  (top + bottom) / 2,
];

/** The trim marks of the first piece, as a knife finds them: thin lines of two ends, upright or level. */
function trimOf(page: LandedPage) {
  const ends = page.landed
    .filter(
      ({ kind, width, dash, runs }) =>
        kind === "line" && Math.abs(width - 0.12) < 0.03 && dash.length === 0 && runs.length === 1,
    )
    .map(({ runs }) => nth(runs, 0).map(([x, y]) => put(page.lies, x, y)) as [Point, Point]);
  const upright = ends.filter(([a, b]) => Math.abs(a[0] - b[0]) < 0.05).map(([a]) => a[0]);
  const level = ends.filter(([a, b]) => Math.abs(a[1] - b[1]) < 0.05).map(([a]) => a[1]);
  return {
    left: Math.min(...upright),
    right: Math.max(...upright),
    top: Math.min(...level),
    bottom: Math.max(...level),
  };
}

describe("a card printed on both sides", () => {
  const [piece] = card.pieces;
  if (!piece) throw new Error("no piece");
  const front = piece.panels.find(({ id }) => id === "front");
  if (!front) throw new Error("no front");
  const box = boundsOf(flatten(front.outline));
  /** where the middle of the front lies on the trimmed sheet, from its upper left */
  const said: Point = [(box.left + box.right) / 2, piece.blank.height - (box.top + box.bottom) / 2];
  const scales: readonly PrinterKind[] = [
    TRUE,
    { ...TRUE, id: "small", scale: [0.985, 0.99] },
    { ...TRUE, id: "apart", scale: [1.004, 0.996] },
  ];

  it.each(scales)("has its words in the middle of its front once it is trimmed and folded: $id", async (printer) => {
    const figures = { with: "calliper", measured: "2026-05-02", spread: 0.0001 } as const;
    const measured: Measured[] = [
      { ...figures, what: "scale-x", value: printer.scale[0] },
      { ...figures, what: "scale-y", value: printer.scale[1] },
    ];
    const bytes = await writePdf(card, options({ printer: measured }));
    const [page, back] = printed(bytes, { printer });
    if (!page || !back) throw new Error("not two pages");
    const trim = trimOf(page);
    expect(trim.right - trim.left).toBeCloseTo(piece.blank.width, 1);
    const [x, y] = middle(inkOf(page, RED));
    expect(Math.abs(x - trim.left - said[0])).toBeLessThan(0.1);
    expect(Math.abs(y - trim.top - said[1])).toBeLessThan(0.1);
    // the other side, as it lies when the sheet is turned about its long edge: its words behind the others
    const over = trimOf(back);
    const width = page.width;
    expect(width - over.right).toBeCloseTo(trim.left, 1);
    expect(over.top).toBeCloseTo(trim.top, 1);
    const [bx, by] = middle(inkOf(back, "#2c5a68"));
    const long = page.height >= page.width;
    expect(Math.abs((long ? width - bx : bx) - x)).toBeLessThan(0.1);
    expect(Math.abs((long ? by : page.height - by) - y)).toBeLessThan(0.1);
  });

  it("is turned about the short edge where that is said", async () => {
    const [page, back] = printed(await writePdf(card, options({ flip: "short" })), { printer: TRUE });
    if (!page || !back) throw new Error("not two pages");
    const [[x, y], [bx, by]] = [middle(inkOf(page, RED)), middle(inkOf(back, "#2c5a68"))];
    const lies = page.width > page.height;
    expect(Math.abs((lies ? page.width - bx : bx) - x)).toBeLessThan(0.1);
    expect(Math.abs((lies ? by : page.height - by) - y)).toBeLessThan(0.1);
  });

  it("is what poppler draws, in its colour, nothing of a cut line in it", async () => {
    const file = path.join(folder, "card.pdf");
    writeFileSync(file, await writePdf(card, options()));
    const ppm = execFileSync("pdftoppm", ["-r", "127", "-f", "1", "-l", "1", file], { maxBuffer: 1 << 28 });
    const head = /^P6\s+(\d+)\s+(\d+)\s+255\s/u.exec(ppm.subarray(0, 40).toString("latin1"));
    const [wide, pixels] = [Number(head?.[1]), ppm.subarray(head?.[0].length ?? 0)];
    const red: Point[] = [];
    for (let i = 0; i < pixels.length / 3; i += 1) {
      const [r, g, b] = [pixels[3 * i] ?? 0, pixels[3 * i + 1] ?? 0, pixels[3 * i + 2] ?? 0];
      if (Math.abs(r - 0xa8) < 8 && Math.abs(g - 0x3c) < 8 && Math.abs(b - 0x18) < 8)
        red.push([i % wide, Math.floor(i / wide)]);
    }
    expect(red.length).toBeGreaterThan(200);
    const [page] = printed(await writePdf(card, options()), { printer: TRUE });
    if (!page) throw new Error("no page");
    const said = middle(inkOf(page, RED));
    const [x, y] = middle(boundsOf(red));
    // 5 points a mm
    expect(Math.abs((x + 0.5) / 5 - said[0])).toBeLessThan(0.15);
    expect(Math.abs((y + 0.5) / 5 - said[1])).toBeLessThan(0.15);
  });
});

describe("many on a page", () => {
  it("lie apart, within the rim, in the page's middle", () => {
    const blank = nth(tag.pieces, 0).blank;
    const laid = imposedOn(blank, A4, 30);
    if (!laid) throw new Error("none fits");
    const { places, page } = laid;
    expect(places.length).toBeGreaterThan(3);
    const [xs, ys] = [places.map(([x]) => x), places.map(([, y]) => y)];
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(rimOf() - 1e-9);
    expect(Math.min(...xs) + Math.max(...xs) + blank.width).toBeCloseTo(page.width, 9);
    expect(Math.min(...ys) + Math.max(...ys) + blank.height).toBeCloseTo(page.height, 9);
    for (const [i, [x, y]] of places.entries())
      for (const [u, v] of places.slice(i + 1))
        expect(
          Math.abs(x - u) >= blank.width + GUTTER_MM - 1e-9 || Math.abs(y - v) >= blank.height + GUTTER_MM - 1e-9,
        ).toBe(true);
    // turned, each lies on another's place
    for (const flip of ["long", "short"] as const)
      for (const at of places) {
        const [x, y] = behind(page, blank, at, flip);
        expect(places.some(([u, v]) => Math.hypot(u - x, v - y) < 1e-6)).toBe(true);
      }
  });

  it.each(["long", "short"] as const)("say so where no mark runs, however full the page is: %s edge", async (flip) => {
    const words = { kind: "words", text: "HI", size: 4, typeface: "plain" } as const;
    const sided = ["outside", "inside"] as const;
    const sizes = [
      [50, 90],
      [101, 88],
      [88, 101],
      [90, 135],
      [180, 130],
    ] as const;
    let met = 0;
    for (const [width, height] of sizes)
      for (const form of ["tag", "card-base"] as const) {
        const panel = form === "tag" ? "tag" : "front";
        const fittings = sided.map((side) => ({ ...words, id: side, on: { panel, side } }));
        const draft = solve(specOf({ form, contents: { width, height }, quantity: 30, fittings }));
        for (const page of printed(await writePdf(draft, options({ flip })), { printer: TRUE })) {
          const boxes = (kind: string) =>
            page.landed.filter((one) => one.kind === kind).map(({ runs }) => boundsOf(runs.flat()));
          const lines = boxes("line");
          for (const said of boxes("letters")) {
            // all but the page's number
            if (said.right - said.left > 20) met += 1;
            const over = lines.filter(
              (line) =>
                line.left < said.right && line.right > said.left && line.bottom < said.top && line.top > said.bottom,
            );
            expect(over).toEqual([]);
          }
        }
      }
    expect(met).toBeGreaterThan(10);
  });

  it("say how often the page is printed for all of them, and nothing is printed where nothing is", async () => {
    const file = path.join(folder, "tags.pdf");
    writeFileSync(file, await writePdf(tag, options()));
    const said = execFileSync("pdftotext", [file, "-"], { encoding: "utf8" });
    expect(said).toMatch(/print it \d+ times, for 30/u);
    const plain = solve(specOf({ form: "tag", contents: { width: 50, height: 90 } }));
    await expect(writePdf(plain, options({ parts: ["printed", "template"] }))).resolves.toBeDefined();
  });

  it("is said of a piece that no page takes", async () => {
    const large = solve(
      specOf({
        ...{ form: "card-base", contents: { width: 280, height: 280 } },
        fittings: [{ id: "w", kind: "words", text: "HI", on: { panel: "front", side: "outside" } }],
      }),
    );
    const file = path.join(folder, "large.pdf");
    writeFileSync(file, await writePdf(large, options()));
    expect(execFileSync("pdftotext", [file, "-"], { encoding: "utf8" })).toContain("is larger than this paper takes");
  });
});

describe("the cuts round what is printed", () => {
  it("lie where the page has its pieces, with the same corner marks", () => {
    const svg = nth(printedCutSvgs(tag, A4, "Tags"), 0);
    const { outlines } = readSvg(svg);
    const blank = nth(tag.pieces, 0).blank;
    const laid = imposedOn(blank, A4, 30);
    const cuts = outlines.filter(({ id }) => id.includes("outline"));
    expect(cuts.length).toBe(laid?.places.length);
    const high = laid?.page.height ?? 0;
    const lefts = cuts
      .map(({ path: line }) => boundsOf(flatten(line)))
      .map(({ left, top }) => [left, high - top] as const);
    for (const [x, y] of laid?.places ?? []) expect(lefts.some(([u, v]) => Math.hypot(u - x, v - y) < 0.05)).toBe(true);
    const marks = outlines.filter(({ id }) => id.startsWith("mark"));
    expect(marks.length).toBe(cornerMarks(A4).length);
    expect(printedCutSvgs(solve(specOf({ form: "tag", contents: { width: 50, height: 90 } })), A4, "Tags")).toEqual([]);
  });

  it("are one file for each sheet of tags that are not alike, each with all that its page has", async () => {
    const names = Array.from({ length: 11 }, (_, i) => `NAME ${String(i + 1)}`).join("\n");
    const { fittings = [] } = tag.spec;
    const named = eachNamed(solve({ ...tag.spec, quantity: 11, fittings: fittings.map((row) => ({ ...row, names })) }));
    const svgs = printedCutSvgs(named, A4, "Tags");
    const outlines = svgs.map((svg) => readSvg(svg).outlines.filter(({ id }) => id.includes("outline")).length);
    expect(svgs.length).toBeGreaterThan(1);
    expect(outlines.reduce((sum, n) => sum + n, 0)).toBe(11);
    // as many files as there are printed pages
    const pages = printed(await writePdf(named, options()), { printer: TRUE });
    expect(pages.length).toBe(svgs.length);
  });

  it("have their corner marks where a printer that reaches less far puts them", () => {
    const edge = (what: Measured["what"], value: number): Measured => ({
      ...{ what, value, spread: 0.1, with: "calliper", measured: "2026-05-02" },
    });
    const printer = [edge("edge-bottom", 17), edge("edge-left", 6)];
    const svg = nth(printedCutSvgs(tag, A4, "Tags", printer), 0);
    const marks = readSvg(svg).outlines.filter(({ id }) => id.startsWith("mark"));
    const boxes = marks.map(({ path: line }) => boundsOf(flatten(line)));
    // 17 mm without ink at the lower edge, and a mm more; all round, for the sheet is turned
    expect(Math.min(...boxes.map(({ left }) => left))).toBeCloseTo(18, 2);
    expect(Math.min(...boxes.map(({ bottom }) => bottom))).toBeCloseTo(18, 2);
  });
});
