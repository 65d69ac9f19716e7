/** What is written is read back by another program: an XML parser for SVG, poppler for PDF. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import fc from "fast-check";
import { SaxesParser } from "saxes";
import { afterAll, describe, expect, it } from "vitest";
import { areaOf, boundsOf, flattenTo, runsOf } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { keptOf } from "../outlines/enclosed.ts";
import { loopsOf } from "../outlines/outline.ts";
import { readSvg } from "../outlines/readSvg.ts";
import { solve } from "../solve.ts";
import { formOf, randomSpec, specOf, runs } from "../test/randomSpec.ts";
import { font } from "../test/writing.ts";
import { type PdfPart, writePdf } from "./print/pdf.ts";
import { MARGIN_MM } from "./print/ink.ts";
import { FOOT_MM, OVERLAP_MM, tilesOf } from "./print/templates.ts";
import type { Draft } from "./draft.ts";
import { PROJECT_MAX_BYTES, readProject, sayProjectProblem, writeProject } from "./project.ts";
import { writeOutlineSvg, writeSvg } from "./svg.ts";

interface Element {
  readonly name: string;
  readonly attributes: Record<string, string>;
}

function parseXml(text: string): Element[] {
  const found: Element[] = [];
  const parser = new SaxesParser();
  parser.on("error", (error) => {
    throw error;
  });
  parser.on("opentag", (tag) => found.push({ name: tag.name, attributes: tag.attributes }));
  parser.write(text).close();
  return found;
}

/** End points of a path of M, L, A and Z, by a reader of its own. */
function pointsOf(d: string): Point[] {
  return [...d.matchAll(/([MLA])([^MLAZ]*)/gu)].map(([, verb, rest]) => {
    const numbers = (rest ?? "")
      .trim()
      .split(/[\s,]+/u)
      .map(Number);
    return (verb === "A" ? [numbers[5], numbers[6]] : [numbers[0], numbers[1]]) as unknown as Point;
  });
}

describe("SVG", () => {
  it("is true to size: width, viewBox and the drawn outline agree with the blank", () => {
    fc.assert(
      fc.property(randomSpec(formOf("square-blank-envelope")), (spec) => {
        const s = solve({ ...spec, settings: { ...spec.settings, closure: "none" } });
        const elements = parseXml(writeSvg(s.pieces, 'Test <&> "draft"'));
        const svg = elements.find((e) => e.name === "svg")?.attributes;
        const side = s.pieces[0]?.blank.width ?? 0;
        expect(Number.parseFloat(svg?.["width"] ?? "")).toBeCloseTo(side, 3);
        expect(svg?.["width"]).toMatch(/mm$/u);
        expect(svg?.["viewBox"]).toBe(
          `0 0 ${String(Number.parseFloat(svg?.["width"] ?? ""))} ${String(Number.parseFloat(svg?.["height"] ?? ""))}`,
        );
        const outline = elements.find((e) => e.attributes["id"] === "envelope-outline")?.attributes["d"] ?? "";
        const bounds = boundsOf(pointsOf(outline));
        expect([bounds.left, bounds.bottom]).toEqual([0, 0]);
        expect(bounds.right).toBeCloseTo(side, 3);
        expect(bounds.top).toBeCloseTo(side, 3);
      }),
      { numRuns: runs(100) },
    );
  });

  it("has one group for each role, scores as long as the inside is", () => {
    const s = solve(
      specOf({ form: "square-blank-envelope", contents: { preset: "iso-a6" }, method: { board: "one-millimetre" } }),
    );
    const elements = parseXml(writeSvg(s.pieces, "A6"));
    expect(elements.filter((e) => e.name === "g").map((g) => g.attributes["id"])).toEqual(["cut", "valley"]);
    const lengths = elements
      .filter((e) => e.attributes["id"]?.includes("score-"))
      .map((e) => {
        const [a, b] = pointsOf(e.attributes["d"] ?? "");
        return Math.hypot((a?.[0] ?? 0) - (b?.[0] ?? 0), (a?.[1] ?? 0) - (b?.[1] ?? 0));
      })
      .sort((a, b) => a - b);
    // by hand: (87 − 10.7)·√2 = 107.904 twice, (205 − 87 − 10.7)·√2 = 151.745 twice
    [107.904, 107.904, 151.745, 151.745].forEach((wanted, i) => {
      expect(lengths[i]).toBeCloseTo(wanted, 2);
    });
  });

  it("is read back as it was drawn: every line where it was, each in the group of its role", () => {
    fc.assert(
      fc.property(randomSpec(formOf("tag")), (spec) => {
        const s = solve(spec);
        const { width, height, outlines } = readSvg(writeSvg(s.pieces, "Tag"));
        const [piece] = s.pieces;
        expect(width).toBeCloseTo(piece?.blank.width ?? 0, 3);
        expect(height).toBeCloseTo(piece?.blank.height ?? 0, 3);
        const [outer] = outlines;
        expect(outer?.closed).toBe(true);
        const [own, read] = [piece?.outline[0] ?? [], outer?.path ?? []];
        // arcs come back as cubics, flattened a little more finely
        expect(Math.abs(areaOf(read) / areaOf(own))).toBeCloseTo(1, 3);
        // how far a line reaches, seen so finely that neither's flattening counts
        const [a, b] = [own, read].map((path) => boundsOf(flattenTo(path, 0.001)));
        expect(b?.left).toBeCloseTo(a?.left ?? 0, 2);
        expect(b?.top).toBeCloseTo(a?.top ?? 0, 2);
      }),
      { numRuns: runs(40) },
    );
  });

  it("fills what is printed and nothing else, and says what is made on the other face", () => {
    const s = solve(specOf(worded));
    const elements = parseXml(writeSvg(s.pieces, "Words"));
    const of = (fitting: string) => elements.filter((e) => e.attributes["id"]?.includes(`-${fitting}-`));
    expect(of("front")).toHaveLength(2);
    expect(of("front").every((e) => e.attributes["fill"] !== undefined && e.attributes["stroke"] === "none")).toBe(
      true,
    );
    expect(of("inside").every((e) => e.attributes["fill"] === undefined && e.attributes["data-face"] === "back")).toBe(
      true,
    );
    const groups = elements.filter((e) => e.name === "g").map((g) => g.attributes["data-role"]);
    expect(groups).toEqual(expect.arrayContaining(["cut", "score", "print", "pen"]));
    // a letter with an inside has two lines in one path: the inside is not filled
    expect(of("front").some((e) => (e.attributes["d"]?.match(/M/gu) ?? []).length === 2)).toBe(true);
  });

  it("draws what is made on the other face as it stands when the sheet is turned over, to be read there", () => {
    const row = { kind: "words", text: "Rg", typeface: "plain", size: 14, role: "pen" };
    const s = solve(
      specOf({
        ...{ form: "card-base", contents: { preset: "iso-a6" }, method: { board: "scoring-millimetre" } },
        fittings: [
          { id: "out", ...row, on: { panel: "front", side: "outside" } },
          { id: "in", ...row, on: { panel: "front", side: "inside" } },
        ],
      }),
    );
    const text = writeSvg(s.pieces, "Both");
    const elements = parseXml(text);
    const lettersOf = (fitting: string): (readonly [number, number])[] => {
      const points = readSvg(text)
        .outlines.filter(({ id }) => id.includes(`-${fitting}-`))
        .flatMap(({ path }) => flattenTo(path, 0.05));
      const { left, bottom } = boundsOf(points);
      return points.map(([x, y]) => [x - left, y - bottom] as const);
    };
    // once each, and both read the same way: one is no mirror of the other
    const [out, inside] = [lettersOf("out"), lettersOf("in")];
    expect(inside).toHaveLength(out.length);
    out.forEach(([x, y], i) => {
      expect(inside[i]?.[0]).toBeCloseTo(x, 2);
      expect(inside[i]?.[1]).toBeCloseTo(y, 2);
    });
    const turned = elements.filter((e) => e.attributes["data-piece"] === "card-turned");
    expect(turned.every((e) => e.attributes["data-face"] === "back")).toBe(true);
    // its outline is there to lay the sheet on, and is not cut again
    const cut = elements.filter((e) => e.attributes["id"]?.includes("outline"));
    expect(cut.map((e) => e.attributes["id"])).toEqual(["card-outline", "card-turned-outline"]);
    expect(elements.findIndex((e) => e.attributes["id"] === "guide")).toBeGreaterThan(0);
  });

  it("writes an outline that is read back as it was, holes and all", () => {
    const drawn = "M0 0L60 0L60 40L30 70L0 40L0 0ZM20 10C20 20 40 20 40 10L20 10Z";
    const text = writeOutlineSvg({ drawn, width: 60, height: 70 }, "A <house>");
    const back = keptOf(readSvg(text));
    expect(back.width).toBeCloseTo(60, 3);
    expect(back.height).toBeCloseTo(70, 3);
    const areas = (of: string) => (loopsOf(of) ?? []).map((loop) => areaOf(loop));
    areas(back.drawn).forEach((area, i) => {
      expect(area).toBeCloseTo(areas(drawn)[i] ?? 0, 1);
    });
    expect(areas(back.drawn)).toHaveLength(2);
  });

  it("keeps a hostile name out of the markup", () => {
    const s = solve(specOf({ form: "card-base", contents: { preset: "iso-a6" } }));
    expect(() => parseXml(writeSvg(s.pieces, "</title><script>\u0000\u0008"))).not.toThrow();
    expect(writeSvg(s.pieces, "<script>")).not.toContain("<script>");
  });
});

/** Two printed letters, one of them with an inside, and a word drawn within. */
const worded = {
  ...{ form: "card-base", contents: { preset: "iso-a6" }, settings: { fold: "side" } },
  method: { board: "scoring-millimetre" },
  fittings: [
    { id: "front", kind: "words", on: { panel: "front", side: "outside" }, text: "IO", typeface: "plain", size: 40 },
    { id: "inside", kind: "words", on: { panel: "back", side: "inside" }, text: "Hi", typeface: "line", role: "pen" },
  ],
};

describe("PDF", () => {
  const folder = mkdtempSync(path.join(tmpdir(), "cut-fold-pdf-"));
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });
  const fonts = { regular: font(400), strong: font(600) };
  const A4 = { width: 210, height: 297 };
  const date = new Date("2026-09-20T09:00:00Z");
  const write = async (given: object, parts?: PdfPart[], title = "Test draft") => {
    const s = solve(specOf(given));
    const bytes = await writePdf(s, {
      title,
      display: { unit: "mm" },
      paper: A4,
      fonts,
      date,
      ...(parts && { parts }),
    });
    const file = path.join(folder, "test.pdf");
    writeFileSync(file, bytes);
    return { s, file, bytes };
  };
  /** Columns and rows with ink in a page rendered by poppler, as grey values. */
  const render = (file: string, page: number, dpi: number) => {
    const pgm = execFileSync("pdftoppm", ["-r", String(dpi), "-gray", "-f", String(page), "-l", String(page), file], {
      maxBuffer: 1 << 28,
    });
    const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/u.exec(pgm.subarray(0, 40).toString("latin1"));
    const [width, height] = [Number(head?.[1]), Number(head?.[2])];
    const pixels = pgm.subarray(head?.[0].length ?? 0);
    const grey = (x: number, y: number): number => pixels[y * width + x] ?? 255;
    return { width, height, grey, dark: (x: number, y: number): boolean => grey(x, y) < 140 };
  };

  it("prints a card base at true size, measured in the picture poppler makes", async () => {
    const { file } = await write(
      {
        form: "card-base",
        contents: { width: 150, height: 100, thickness: 1 },
        settings: { fold: "top" },
        method: { board: "scoring-millimetre" },
      },
      ["template"],
    );
    const dpi = 300;
    const page = render(file, 1, dpi);
    const px = dpi / 25.4;
    // the outline's two upright edges, on a row through the upper half of the card
    const row = Math.round((MARGIN_MM + 40) * px);
    const inked = Array.from({ length: page.width }, (_, x) => x).filter((x) => page.dark(x, row));
    const [left, right] = [Math.min(...inked), Math.max(...inked)];
    // 0.4 mm of line weight stands half outside on each side
    expect((right - left + 1) / px).toBeGreaterThan(150.4 - 0.12);
    expect((right - left + 1) / px).toBeLessThan(150.4 + 0.12);
    const column = Math.round((MARGIN_MM + 20) * px);
    const down = Array.from({ length: Math.round(240 * px) }, (_, y) => y).filter((y) => page.dark(column, y));
    expect((Math.max(...down) - Math.min(...down) + 1) / px).toBeCloseTo(200.4, 0);
  });

  it("prints each sheet as it is cut, with what comes out of it and the trimmer's settings in order", async () => {
    const card = {
      form: "card-base",
      contents: { width: 148, height: 105 },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 3,
    };
    const { file } = await write(card, ["sheets"]);
    // 105 × 296 comes out of A4 twice, side by side: two sheets for three, the second for one
    const words = execFileSync("pdftotext", ["-layout", file, "-"])
      .toString()
      .replaceAll(/[\u202f\u00a0]/gu, " ");
    expect(words).toMatch(/1 sheet of Card 250 g\/m², chalk, 210 × 297 mm/u);
    expect(words).toContain("2 × card base");
    expect(words).toMatch(/1\s+296 mm down[^]*2\s+105 mm across/u);
    // the sheet's edges and the cut between the two, on a row through the middle of the first picture: the cut is half way
    const dpi = 300;
    const page = render(file, 1, dpi);
    const px = dpi / 25.4;
    const row = Math.round((MARGIN_MM + 18 + 7 + 25) * px);
    const inked = Array.from({ length: Math.round(56 * px) }, (_, x) => x).filter((x) => page.dark(x, row));
    const [left, right] = [Math.min(...inked), Math.max(...inked)];
    const between = inked.filter((x) => x > left + 8 && x < right - 8);
    expect(between.length).toBeGreaterThan(0);
    const middle = (Math.min(...between) + Math.max(...between)) / 2;
    expect((middle - left) / (right - left)).toBeCloseTo(0.5, 1);
    // where no sheet is named there is nothing to print of it
    const none = await write({ ...card, sheet: undefined }, ["sheets", "steps"]);
    expect(execFileSync("pdftotext", [none.file, "-"]).toString()).not.toContain("trimmer is set");
  });

  it("prints letters filled, at true size, their insides left open", async () => {
    const { file, s } = await write(worded, ["template"]);
    const dpi = 150;
    const px = dpi / 25.4;
    const letters = s.pieces[0]?.strokes?.filter((x) => x.filled).map((x) => x.path) ?? [];
    const area = letters.flatMap((path) => runsOf(path)).reduce((sum, run) => sum + areaOf(run), 0);
    // a page is rendered for each tile; ink beside the letters is lines alone, so the most ink is theirs
    const pages = [1, 2].map((n) => render(file, n, dpi));
    const inked = pages.map(({ width, height, dark }) => {
      let count = 0;
      for (let y = 0; y < height; y += 1)
        for (let x = 0; x < width; x += 1)
          // well within filled ink: lines of 0.4 mm are thinner than this
          if (dark(x, y) && dark(x - 4, y) && dark(x + 4, y) && dark(x, y - 4) && dark(x, y + 4)) count += 1;
      return count / (px * px);
    });
    // what is eaten from each edge is 4 points of 0.17 mm: less than the letters and much more than any line
    expect(Math.max(...inked)).toBeGreaterThan(0.55 * Math.abs(area));
    expect(Math.max(...inked)).toBeLessThan(Math.abs(area));
  });

  it("has a check ruler of 100 mm on every template page", async () => {
    const { file } = await write(
      { form: "square-blank-envelope", contents: { preset: "iso-a5" }, method: { board: "one-millimetre" } },
      ["template"],
    );
    const px = 600 / 25.4;
    const page = render(file, 1, 600);
    // the first upright tick stands at the margin, the last 100 mm further
    const y = Math.round((page.height / px - FOOT_MM + 11 + 1) * px);
    const ticks: number[] = [];
    for (let x = 0; x < Math.round(112 * px); x += 1) if (page.dark(x, y) && !page.dark(x - 1, y)) ticks.push(x / px);
    expect(ticks.length).toBe(11);
    expect((ticks.at(-1) ?? 0) - (ticks[0] ?? 0)).toBeGreaterThan(99.9);
    expect((ticks.at(-1) ?? 0) - (ticks[0] ?? 0)).toBeLessThan(100.1);
  });

  it("tiles a large blank over small paper, embeds its type, and tells every step", async () => {
    const { s, file } = await write({
      form: "square-blank-envelope",
      contents: { preset: "iso-a5" },
      method: { board: "one-millimetre" },
    });
    const info = execFileSync("pdfinfo", [file], { encoding: "utf8" });
    // 281 mm of side on 190 × 261 mm of page: 2 columns × 2 rows, or lying 2 × 2; then at most 8 steps to a page
    const tiles = tilesOf(s.pieces[0]?.blank.width ?? 0, s.pieces[0]?.blank.height ?? 0, { width: 190, height: 261 })
      .tiles.length;
    expect(tiles).toBe(4);
    expect(Number(/Pages:\s+(\d+)/u.exec(info)?.[1])).toBe(tiles + Math.ceil((s.steps.length + 1) / 8));
    expect(info).toMatch(/Page size:\s+(595\.\d+ x 841\.\d+|841\.\d+ x 595\.\d+) pts/u);
    expect(execFileSync("pdffonts", [file], { encoding: "utf8" })).toMatch(/yes yes/u);
    const words = execFileSync("pdftotext", [file, "-"], { encoding: "utf8" });
    expect(words).toContain("100 mm");
    expect(words).toContain("tile 2 of");
    for (const step of s.steps) expect(words, step.code).toMatch(new RegExp(`\\b${String(step.n)}\\s`, "u"));
  });

  it("joins up: what runs over the line of one tile runs over the line of its neighbour at the same height", async () => {
    const { file } = await write(
      // its flaps run to a point: solid slanted edges over the join
      { form: "pointed-envelope", contents: { width: 230, height: 160 }, method: { board: "scoring-millimetre" } },
      ["template"],
    );
    const px = 300 / 25.4;
    // tiles 1 and 2 are neighbours across: the line is the column that is inked nearly all the way
    const crossings = [1, 2].map((number) => {
      const page = render(file, number, 300);
      const [top, bottom] = [MARGIN_MM, page.height / px - FOOT_MM].map((mm) => Math.round(mm * px)) as [
        number,
        number,
      ];
      const inked = (x: number): number =>
        Array.from({ length: bottom - top }, (_, i) => page.grey(x, top + i)).filter((g) => g < 215).length;
      const lines = Array.from({ length: page.width }, (_, x) => x).filter((x) => inked(x) > 0.9 * (bottom - top));
      expect(lines.length).toBeGreaterThan(0);
      // tile 2 has a further line to its right
      const beside = Math.min(...lines) + (number === 1 ? -3 : 5);
      const heights: number[] = [];
      for (let y = top + 40; y < bottom - 40; y += 1)
        if (page.dark(beside, y) && !page.dark(beside, y - 1)) heights.push((y - top) / px);
      return heights;
    });
    // the first from above is the upper flap's edge, a solid slant; scores are dashed and may be met in a gap
    const [[left = NaN], [right = NaN]] = crossings as [number[], number[]];
    expect(Math.abs(left - right)).toBeLessThan(0.6);
  });

  it("prints nothing nearer to the paper's edge than printers reach, says which face is up, and how to join", async () => {
    const { file } = await write(
      {
        form: "square-blank-envelope",
        contents: { preset: "iso-a5" },
        settings: { closure: "tab" },
        method: { board: "one-millimetre" },
      },
      undefined,
      // the longest name there may be
      "Invitation to the open day ".repeat(5).slice(0, 120),
    );
    const pages = Number(/Pages:\s+(\d+)/u.exec(execFileSync("pdfinfo", [file], { encoding: "utf8" }))?.[1]);
    for (let number = 1; number <= pages; number += 1) {
      const page = render(file, number, 100);
      const edge = Math.floor((6 * 100) / 25.4);
      let near = 0;
      for (let y = 0; y < page.height; y += 1)
        for (let x = 0; x < page.width; x += 1)
          if (Math.min(x, y, page.width - 1 - x, page.height - 1 - y) < edge && page.grey(x, y) < 250) near += 1;
      expect(near, `page ${String(number)}`).toBe(0);
    }
    const words = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
    expect(words).toContain("inside up");
    expect(words).toContain("lay that edge on the line with the same letter");
    expect(words).toMatch(/Double-sided tape|Wet glue/u);
  });

  it("puts small pieces of one paper on one page together, each with its name, and prints the steps alone", async () => {
    const own = { stock: { preset: "cover-250" } };
    const given = (stock: object) => ({
      ...{ form: "card-base", contents: { width: 60, height: 40 }, ...own },
      fittings: [
        { kind: "mat", border: 3, ...own },
        { kind: "panel", width: 20, height: 20, id: "photo", name: "Photo", ...stock },
      ],
    });
    const { s, file } = await write(given(own), ["template"]);
    const info = (): number =>
      Number(/Pages:\s+(\d+)/u.exec(execFileSync("pdfinfo", [file], { encoding: "utf8" }))?.[1]);
    expect(s.pieces.length).toBe(3);
    expect(info()).toBe(1);
    const words = execFileSync("pdftotext", [file, "-"], { encoding: "utf8" });
    for (const { name } of s.pieces) expect(words).toContain(name);
    // one of another paper has a page of its own, which says of which: what is traced together is cut from one sheet
    await write(given({ stock: { preset: "text-90" } }), ["template"]);
    expect(info()).toBe(2);
    expect(execFileSync("pdftotext", ["-f", "2", file, "-"], { encoding: "utf8" })).toMatch(/Photo.*90 g/su);
    await write({ form: "card-base", contents: { width: 60, height: 40 } }, ["steps"]);
    expect(info()).toBe(1);
    expect(execFileSync("pdftotext", [file, "-"], { encoding: "utf8" })).not.toContain("check with a ruler");
  });

  it("turns a piece a quarter where two of it lie on a page then, at true size", async () => {
    // 110 × 150 is more than half of A4's 261 high: turned it is 150 × 110
    const { s, file } = await write(
      { form: "tag", contents: { width: 110, height: 150 }, settings: { head: "plain", hole: 0 } },
      ["template"],
    );
    const { width, height } = s.pieces[0]?.blank ?? { width: 0, height: 0 };
    const dpi = 300;
    const page = render(file, 1, dpi);
    const px = dpi / 25.4;
    const row = Math.round((MARGIN_MM + 60) * px);
    const across = Array.from({ length: page.width }, (_, x) => x).filter((x) => page.dark(x, row));
    expect((Math.max(...across) - Math.min(...across) + 1) / px).toBeCloseTo(height + 0.4, 0);
    const column = Math.round((MARGIN_MM + 100) * px);
    const down = Array.from({ length: Math.round(118 * px) }, (_, y) => y).filter((y) => page.dark(column, y));
    expect((Math.max(...down) - Math.min(...down) + 1) / px).toBeCloseTo(width + 0.4, 0);
  });

  it("begins with one page that shows the whole, and every page says which of how many it is", async () => {
    const { s, file } = await write(
      {
        ...{ form: "side-seam-envelope", contents: { preset: "iso-a6" }, sheet: { preset: "iso-a4" } },
        method: { board: "scoring-millimetre" },
      },
      ["overview", "template", "sheets", "steps"],
    );
    const count = Number(/Pages:\s+(\d+)/u.exec(execFileSync("pdfinfo", [file], { encoding: "utf8" }))?.[1]);
    const pageOf = (n: number): string =>
      execFileSync("pdftotext", ["-layout", "-f", String(n), "-l", String(n), file, "-"], { encoding: "utf8" });
    const pages = Array.from({ length: count }, (_, i) => pageOf(i + 1));
    pages.forEach((words, i) => expect(words).toContain(`${String(i + 1)} of ${String(count)}`));
    for (const { name } of s.pieces) expect(pages[0]).toContain(name);
    const first = execFileSync("pdftotext", ["-l", "1", file, "-"], { encoding: "utf8" }).replace(/\s+/gu, " ");
    // what the first page says stands where, does
    const from = (title: string): number => Number(new RegExp(`${title}: pages? (\\d+)`, "u").exec(first)?.[1]);
    expect(pages[from("Templates at true size") - 1]).toContain("check with a ruler");
    expect(pages[from("what the trimmer is set to") - 1]).toContain("trimmer is set");
    expect(pages[from("Cut list and steps") - 1]).toContain("make 1");
  });

  it("prints no word of a step on another: head, piece, measure and sentence stand under one another", async () => {
    const { file } = await write(
      { form: "tapered-pouch", contents: { preset: "gift-card" }, method: { board: "scoring-millimetre" } },
      ["steps"],
    );
    const html = execFileSync("pdftotext", ["-bbox", file, "-"], { encoding: "utf8" });
    const pages = html.split("<page ").slice(1);
    expect(pages.length).toBeGreaterThan(0);
    for (const page of pages) {
      const words = [
        ...page.matchAll(/xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">([^<]*)</gu),
      ].map(([, ...found]) => ({
        box: found.slice(0, 4).map(Number) as [number, number, number, number],
        word: found[4],
      }));
      const shared = ([a, b, c, d]: number[], [p, q, r, t]: number[]): number =>
        Math.max(0, Math.min(c ?? 0, r ?? 0) - Math.max(a ?? 0, p ?? 0)) *
        Math.max(0, Math.min(d ?? 0, t ?? 0) - Math.max(b ?? 0, q ?? 0));
      const area = ([a, b, c, d]: [number, number, number, number]): number => (c - a) * (d - b);
      words.forEach(({ box, word }, i) => {
        for (const other of words.slice(0, i))
          // boxes have a letter's full height: two lines of one sentence touch a little
          expect(shared(box, other.box), `${String(word)} on ${String(other.word)}`).toBeLessThan(
            0.4 * Math.min(area(box), area(other.box)),
          );
      });
    }
  });

  it("writes the same bytes for the same draft and date", async () => {
    const one = await write({ form: "card-base", contents: { preset: "us-a2" } });
    const two = await write({ form: "card-base", contents: { preset: "us-a2" } });
    expect(Buffer.from(one.bytes).equals(Buffer.from(two.bytes))).toBe(true);
  });
});

describe("tiles", () => {
  it("cover the whole piece, each neighbour sharing the overlap", () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 900 }), fc.integer({ min: 10, max: 900 }), (width, height) => {
        const area = { width: 190, height: 261 };
        const { tiles, columns, rows } = tilesOf(width, height, area);
        expect(tiles).toHaveLength(columns * rows);
        const last = tiles.at(-1);
        expect((last?.x ?? 0) + area.width).toBeGreaterThanOrEqual(width);
        expect((last?.y ?? 0) + area.height).toBeGreaterThanOrEqual(height);
        if (columns > 1) expect((tiles[0]?.x ?? 0) + area.width - (tiles[1]?.x ?? 0)).toBe(OVERLAP_MM);
        // no column is there for nothing
        if (columns > 1) expect((last?.x ?? 0) + OVERLAP_MM).toBeLessThan(width);
      }),
    );
  });
});

describe("project files", () => {
  const draft: Draft = {
    id: "draft-1",
    name: "Open-day invitation",
    tags: ["Open day"],
    note: "oat",
    made: "2026-09-20T09:00:00.000Z",
    changed: "2026-09-20T09:00:00.000Z",
    step: 3,
    spec: specOf({
      form: "square-blank-envelope",
      contents: { preset: "us-a2", thickness: "1 mm" },
      sheet: { preset: "us-letter" },
      tape: 6,
      quantity: 40,
    }),
  };

  it("come back as they went", () => {
    expect(readProject(writeProject([draft, { ...draft, id: "draft-2" }]))).toEqual({
      ok: true,
      drafts: [draft, { ...draft, id: "draft-2" }],
      unread: [],
    });
  });

  it("come back without the one that is damaged, which is named; and however many they are", () => {
    const odd = { ...draft, id: "odd", name: "From another time", spec: { ...draft.spec, form: "hat" } };
    const read = readProject(writeProject([draft, odd, { ...draft, id: "draft-2" }]));
    expect(read).toMatchObject({ ok: true, drafts: [{ id: draft.id }, { id: "draft-2" }] });
    expect(read.ok && read.unread).toEqual([{ name: "From another time", where: "drafts.1.spec.form" }]);
    const many = Array.from({ length: 2500 }, (_, i) => ({ ...draft, id: `draft-${String(i)}` }));
    const back = readProject(writeProject(many));
    expect(back.ok && back.drafts.length).toBe(2500);
  });

  it("come back whatever the draft", () => {
    fc.assert(
      fc.property(randomSpec(formOf("square-blank-envelope")), (spec) => {
        expect(readProject(writeProject([{ ...draft, spec }]))).toEqual({
          ok: true,
          drafts: [{ ...draft, spec }],
          unread: [],
        });
      }),
      { numRuns: runs(200) },
    );
  });

  const good = JSON.parse(writeProject([draft])) as { drafts: { spec: Record<string, unknown> }[] };
  const BAD = [
    ["", "not-json"],
    ["{", "not-json"],
    ["[1,2]", "foreign"],
    ['"text"', "foreign"],
    ["null", "foreign"],
    ['{"kind":"other","version":1}', "foreign"],
    [JSON.stringify({ ...good, version: 5 }), "newer"],
    [JSON.stringify({ ...good, extra: 1 }), "damaged"],
    [JSON.stringify({ ...good, drafts: [{ ...good.drafts[0], name: "" }] }), "damaged"],
    [
      JSON.stringify({ ...good, drafts: [{ ...good.drafts[0], spec: { ...good.drafts[0]?.spec, form: "hat" } }] }),
      "damaged",
    ],
    [JSON.stringify({ ...good, drafts: [{ ...good.drafts[0], id: "../../x" }] }), "damaged"],
    ["x".repeat(PROJECT_MAX_BYTES + 1), "too-large"],
    ["[".repeat(100_000), "not-json"],
  ] as const;
  // a title holds the beginning of a text alone: one of them is larger than any file may be
  it.each(BAD.map(([text, code]) => [text.slice(0, 40), code, text] as const))(
    "%s … is refused as %s, in a sentence",
    (_, code, text) => {
      const read = readProject(text);
      expect(read).toMatchObject({ ok: false, problem: { code } });
      if (!read.ok) expect(sayProjectProblem(read.problem)).toMatch(/^This .+\./u);
    },
  );
});
