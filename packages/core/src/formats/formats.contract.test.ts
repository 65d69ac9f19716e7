/**
 * What every format must keep: what is written is read back, by a program that did not write it, to the same strokes and
 * figures. Walks the list: a format without a reader here fails.
 */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { inflateRawSync } from "node:zlib";
import { createCanvas, Path2D } from "@napi-rs/canvas";
import Papa from "papaparse";
import { PNG } from "pngjs";
import { SaxesParser } from "saxes";
import { afterAll, describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { boundsOf, flattenTo, type Path, pathData, placePath } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { paperNeed } from "../layout/paperNeed.ts";
import { inARow } from "../paper/row.ts";
import { apart, cutPlot } from "../cutter/index.ts";
import { isMade } from "../model/job.ts";
import { readDxf, readSvg } from "../outlines/index.ts";
import { lackWords } from "../words/lacks.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { how, written } from "../test/writing.ts";
import type { Written } from "./format.ts";
import { formats } from "./index.ts";
import { dashOf, type StrokeRole, WEIGHT_MM } from "./strokes.ts";
import { readProject } from "./project.ts";

/** What a cutter can place; chords of curves count half of it. */
const READ_BACK_MM = 0.02;

const folder = mkdtempSync(path.join(tmpdir(), "cut-fold-formats-"));
afterAll(() => {
  rmSync(folder, { recursive: true });
});
const put = (name: string, data: string | Uint8Array): string => {
  const file = path.join(folder, name);
  writeFileSync(file, data);
  return file;
};

/** Every form as it comes, and a card with things done to its paper. */
const SAMPLES = [
  ...forms.map((form): readonly [string, object] => [
    form.id,
    { form: form.id, contents: { width: 60, height: 80, thickness: 1.2 } },
  ]),
  [
    "a card with words, a window and a row of holes",
    {
      form: "card-base",
      contents: { preset: "iso-a6" },
      fittings: [
        { kind: "window", outline: "heart", width: 30, height: 30, on: { panel: "front", side: "outside" } },
        {
          kind: "hole",
          across: 4,
          columns: 3,
          on: { panel: "back", side: "outside" },
          at: { y: { from: "top", by: 9 } },
        },
        { kind: "words", text: "To", typeface: "slab", size: 12, on: { panel: "back", side: "outside" } },
      ],
    },
  ],
] as const;

const formatOf = (id: string): (typeof formats)[number] => {
  const found = formats.find((format) => format.id === id);
  if (!found) throw new Error(id);
  return found;
};

interface RowStroke {
  readonly id: string;
  readonly fold?: "valley" | "mountain" | undefined;
  readonly filled?: boolean | undefined;
  readonly role: string;
  readonly behind: boolean;
  readonly closed: boolean;
  readonly path: Path;
}

/** Points of a line, the first again where it is closed. */
function ringOf(line: Path, closed: boolean): readonly Point[] {
  const points = flattenTo(line, 0.0005);
  const [first] = points;
  return closed && first ? [...points, first] : points;
}

/** Strokes of all pieces as they stand in a row, x right, y up from the lower left. */
const inRow = ({ pieces }: Written): readonly RowStroke[] =>
  inARow(pieces.filter((p) => p.within === undefined)).placed.flatMap(({ piece, x }) =>
    [
      ...piece.outline.map((line, i) => ({
        ...{ id: i === 0 ? "outline" : `hole-${String(i)}`, role: "cut", face: "front", path: line },
      })),
      ...piece.lines,
    ].map(({ id, role, face, path: line, ...rest }) => ({
      role,
      fold: "fold" in rest ? rest.fold : undefined,
      filled: "filled" in rest && rest.filled === true,
      behind: face === "back",
      closed: distance(line[0]?.from ?? [0, 0], line.at(-1)?.to ?? [1, 0]) < 1e-6,
      id: `${piece.id}-${id}`.replaceAll("/", "."),
      path: placePath(line, { x, y: 0, rotation: 0, flip: false }),
    })),
  );

const endsOf = (line: Path): readonly Point[] => line.flatMap((s) => [s.from, s.to]);

/** The ends of all lines, arcs and curves of path data in absolute coordinates, by a reader of its own. */
const placesIn = (d: string): readonly Point[] =>
  [...d.matchAll(/([MLAC])([^MLACZ]*)/gu)].map(([, , rest = ""]): Point => {
    const [x, y] = rest
      .trim()
      .split(/[\s,]+/u)
      .map(Number)
      .slice(-2);
    return [x ?? NaN, y ?? NaN];
  });

/** Reads what a format wrote and holds it against what was to be written. */
type Reader = (data: string | Uint8Array, what: Written) => unknown;

const readers: Readonly<Record<string, Reader>> = {
  svg(data, what) {
    const read = new Map<string, readonly Point[]>();
    const parser = new SaxesParser();
    let high = 0;
    parser.on("opentag", ({ name, attributes: { id, d, height } }) => {
      if (name === "svg") high = Number.parseFloat(String(height));
      if (name === "path")
        read.set(
          String(id),
          placesIn(String(d)).map(([x, y]): Point => [x, high - y]),
        );
    });
    parser.write(String(data)).close();
    const strokes = inRow(what);
    expect(strokes.length).toBeGreaterThan(0);
    for (const { id, path: own } of strokes) {
      // the ends of every line and curve are where they were
      const ends = read.get(id) ?? [];
      for (const p of endsOf(own)) expect(Math.min(...ends.map((q) => distance(p, q))), id).toBeLessThan(READ_BACK_MM);
    }
  },
  /** Cubics and lines alone: every end is where it was, and no command that a machine's program stumbles over. */
  "cutter-svg"(data, what) {
    const text = String(data);
    expect(text).not.toMatch(/transform=|dasharray|<text|<use|\bd="[^"]*[AQSTHVmlc]/u);
    const { outlines } = readSvg(text);
    const strokes = inRow(what).filter(({ role }) => isMade(role));
    const read = outlines.map(({ path: own, closed }) => ringOf(own, closed));
    const off = apart(
      strokes.map(({ path: own }) => flattenTo(own, 0.0005)),
      read,
    );
    expect(off.there).toBeLessThan(READ_BACK_MM);
    // what lies inside is cut before what it lies in
    const cuts = [...text.matchAll(/id="([^"]+-(?:outline|hole-\d+))"/gu)].map(([, id = ""]) => id);
    for (const hole of cuts.filter((id) => /hole-\d+$/u.test(id)))
      expect(cuts.indexOf(hole)).toBeLessThan(cuts.indexOf(hole.replace(/hole-\d+$/u, "outline")));
  },
  /** By the reader of drawings from elsewhere, which knows splines and bulges from the reference alone. */
  dxf(data, what) {
    const { outlines, warnings } = readDxf(String(data), (all) => [...all]);
    expect(warnings).toEqual([]);
    const layers: Readonly<Record<string, string>> = { SCORE_VALLEY: "score", SCORE_MOUNTAIN: "score" };
    for (const role of ["cut", "score", "perforate", "pen", "foil"]) {
      const drawn = inRow(what).filter((stroke) => stroke.role === role);
      const read = outlines.filter(({ group = "" }) => (layers[group] ?? group.toLowerCase()) === role);
      const off = apart(
        drawn.map(({ path: own, closed }) => ringOf(own, closed)),
        read.map(({ path: own, closed }) => ringOf(own, closed)),
      );
      expect(Math.max(off.there, drawn.length > 0 ? off.back : 0), role).toBeLessThan(0.003);
    }
  },
  /** By the simulated cutter; a perforation lies on its line, its ties left out. */
  hpgl(data, what) {
    const { paths, faults, warnings } = cutPlot(String(data));
    expect([faults, warnings]).toEqual([[], []]);
    const strokes = inRow(what).filter(({ role, behind }) => isMade(role) && !behind);
    const drawn = strokes.map(({ path: own, closed }) => ringOf(own, closed));
    const whole = strokes
      .filter(({ role }) => role !== "perforate")
      .map(({ path: own, closed }) => ringOf(own, closed));
    const read = paths.map(({ points }) => points);
    expect(apart(whole, read).there).toBeLessThan(READ_BACK_MM + 0.0005);
    if (!what.pieces.some(({ lines }) => lines.some((l) => l.face === "back")))
      expect(apart(read, drawn).there).toBeLessThan(READ_BACK_MM + 0.0005);
  },
  /** Poppler turns the page into SVG: its paths are in points from the upper left. */
  pdf(data, what) {
    const file = put("back.pdf", data);
    const svg = execFileSync("pdftocairo", ["-svg", "-noshrink", "-origpagesizes", "-f", "1", "-l", "1", file, "-"], {
      encoding: "utf8",
      maxBuffer: 1 << 28,
    });
    const [main] = what.pieces;
    if (!main) throw new Error("nothing was drawn");
    const points = [...svg.matchAll(/ d="([^"]+)" transform="matrix\(([^)]+)\)"/gu)].flatMap(
      ([, d = "", matrix = ""]) => {
        const [a = 1, , , e = 1, left = 0, top = 0] = matrix.split(",").map(Number);
        return placesIn(d).map(([x, y]): Point => [a * x + left, e * y + top]);
      },
    );
    expect(points.length).toBeGreaterThan(4);
    const mm = points.map(([x, y]): Point => [(x * 25.4) / 72, (-y * 25.4) / 72]);
    // where the template lies on the page is its own affair: the place of its first corner tells
    const corners = endsOf(main.outline[0] ?? []);
    const [first] = corners as [Point];
    const off = (place: Point): number =>
      Math.max(
        ...corners.map(([x, y]) =>
          Math.min(...mm.map((q) => distance([x - first[0] + place[0], y - first[1] + place[1]], q))),
        ),
      );
    expect(Math.min(...mm.map(off))).toBeLessThan(READ_BACK_MM);
  },
  png(data, what) {
    const bytes = data as Uint8Array;
    const picture = PNG.sync.read(Buffer.from(bytes));
    const dots = new DataView(bytes.buffer, bytes.byteOffset).getUint32(41);
    expect(Buffer.from(bytes.subarray(37, 41)).toString()).toBe("pHYs");
    const size = boundsOf(inRow(what).flatMap(({ path: line }) => flattenTo(line, 0.01)));
    const perMm = dots / 1000;
    // the picture is as large as what is drawn, with its margin, to a dot
    expect(picture.width / perMm - (size.right - size.left)).toBeGreaterThan(5);
    // ink stands where the outline's ends are: looked at within a dot
    const ground = (x: number, y: number): boolean => (picture.data[4 * (y * picture.width + x)] ?? 255) > 200;
    const margin = 6;
    for (const { path: line } of inRow(what).filter(({ id }) => id.endsWith("-outline") && !id.includes("turned")))
      for (const [x, y] of endsOf(line)) {
        const [u, v] = [Math.round((x + margin) * perMm), Math.round(picture.height - (y + margin) * perMm)];
        const near = [-2, -1, 0, 1, 2].flatMap((dx) => [-2, -1, 0, 1, 2].map((dy) => ground(u + dx, v + dy)));
        expect(near.some((isGround) => !isGround)).toBe(true);
      }
  },
  csv(data, what) {
    const { solution } = what.whole();
    const { data: rows, errors } = Papa.parse<string[]>(
      String(data)
        .replace(/^\ufeff/u, "")
        .trimEnd(),
    );
    expect(errors).toEqual([]);
    const materials = [...solution.materials, ...paperNeed(solution)];
    expect(rows).toHaveLength(materials.length + 1);
    materials.forEach(({ item, size }, i) => {
      const [name, , width, height] = rows[i + 1] ?? [];
      expect(name).toBe(item);
      expect(Number(width)).toBeCloseTo(size.width, 1);
      expect(Number(height)).toBeCloseTo(size.height, 1);
    });
  },
  solution(data, what) {
    const read = JSON.parse(String(data)) as { recipe: object; pieces: { blank: object }[] };
    // solved anew from the recipe that is in it, it comes out the same
    expect(solve(specOf(read.recipe)).pieces.map((p) => p.blank)).toEqual(read.pieces.map((p) => p.blank));
    expect(read.pieces).toHaveLength(what.whole().solution.pieces.length);
  },
  json(data, what) {
    expect(readProject(String(data))).toEqual({ ok: true, drafts: [what.draft], unread: [] });
  },
  async zip(data, what) {
    const files = unzipped(data as Uint8Array);
    const others = formats.filter((format) => format.id !== "zip");
    expect([...files.keys()].sort()).toEqual(others.map((format) => `apple-crisp${format.extension}`).sort());
    for (const format of others) {
      const own = await format.write(what, how);
      expect(
        Buffer.compare(files.get(`apple-crisp${format.extension}`) ?? Buffer.alloc(0), Buffer.from(own)),
        format.id,
      ).toBe(0);
    }
  },
};

/** The files of a ZIP by its list at the end (APPNOTE 4.3.12), inflated by Node's own zlib. */
function unzipped(bytes: Uint8Array): Map<string, Buffer> {
  const all = Buffer.from(bytes);
  const end = all.lastIndexOf(Buffer.from([0x50, 0x4b, 5, 6]));
  const files = new Map<string, Buffer>();
  let at = all.readUInt32LE(end + 16);
  for (let i = 0; i < all.readUInt16LE(end + 10); i += 1) {
    const [method, packed, name, extra, note, local] = [
      all.readUInt16LE(at + 10),
      all.readUInt32LE(at + 20),
      all.readUInt16LE(at + 28),
      all.readUInt16LE(at + 30),
      all.readUInt16LE(at + 32),
      all.readUInt32LE(at + 42),
    ];
    const from = local + 30 + all.readUInt16LE(local + 26) + all.readUInt16LE(local + 28);
    const data = all.subarray(from, from + packed);
    files.set(all.subarray(at + 46, at + 46 + name).toString(), method === 8 ? inflateRawSync(data) : data);
    at += 46 + name + extra + note;
  }
  return files;
}

/** Readers that start another program read a few of the samples. */
const FEW = ["pdf", "png", "zip"];

/** Dots to a mm, how many the edges of two drawings may lie apart, and how dark a dot is that is drawn. */
const DOTS = 10;
const NEAR = 2;
const DARK = 128;

describe("SVG as another program draws it", () => {
  const samples = SAMPLES.filter(([name]) => /card|tag|pillow|pouch|tuck/u.test(name));
  const isDark = ({ data, width, height }: { data: Uint8Array | Uint8ClampedArray; width: number; height: number }) => {
    return (x: number, y: number): boolean =>
      x >= 0 && y >= 0 && x < width && y < height && (data[4 * (y * width + x)] ?? 255) < DARK;
  };

  it.each(samples)("shows every stroke where we draw it, and no other: %s", async (_, given) => {
    const what = written(given);
    const file = put("drawn.svg", await formatOf("svg").write(what, how));
    const about = ["-d", String(25.4 * DOTS), "-p", String(25.4 * DOTS), "-b", "white", file];
    const theirs = PNG.sync.read(execFileSync("rsvg-convert", about, { maxBuffer: 1 << 28 }));
    const strokes = inRow(what);
    const made = createCanvas(theirs.width, theirs.height);
    const pen = made.getContext("2d");
    pen.fillStyle = "white";
    pen.fillRect(0, 0, theirs.width, theirs.height);
    pen.setTransform(DOTS, 0, 0, -DOTS, 0, theirs.height);
    for (const { role, path: own, fold, filled } of strokes) {
      if (filled) {
        pen.fillStyle = "black";
        pen.fill(new Path2D(pathData(own)));
        continue;
      }
      const drawnAs = role === "score" ? (fold ?? "valley") : (role as StrokeRole);
      pen.lineWidth = WEIGHT_MM[drawnAs];
      pen.setLineDash([...(dashOf(drawnAs) ?? [])]);
      pen.stroke(new Path2D(pathData(own)));
    }
    const ours = {
      data: pen.getImageData(0, 0, theirs.width, theirs.height).data,
      width: theirs.width,
      height: theirs.height,
    };
    const off = (a: typeof ours | typeof theirs, b: typeof ours | typeof theirs): number => {
      const [mine, other] = [isDark(a), isDark(b)];
      let lone = 0;
      for (let y = 0; y < a.height; y += 1)
        for (let x = 0; x < a.width; x += 1) {
          if (!mine(x, y)) continue;
          let isNear = false;
          for (let dy = -NEAR; dy <= NEAR && !isNear; dy += 1)
            for (let dx = -NEAR; dx <= NEAR && !isNear; dx += 1) isNear = other(x + dx, y + dy);
          if (!isNear) lone += 1;
        }
      return lone;
    };
    const ink = ours.data.filter((v, i) => i % 4 === 0 && v < DARK).length;
    expect(ink).toBeGreaterThan(500);
    // the end of a dash along a curve may fall a dot further
    expect(Math.max(off(ours, theirs), off(theirs, ours))).toBeLessThanOrEqual(ink / 5000);
  });
});

describe.each(formats.map((format) => [format.id, format] as const))("%s", (id, format) => {
  const samples = FEW.includes(id) ? SAMPLES.filter(([name]) => /card|tag|pillow|side-seam/u.test(name)) : SAMPLES;

  it.each(samples)("is read back as it was written: %s", async (_, given) => {
    const reader = readers[id];
    if (!reader) throw new Error(`nothing reads '${id}' back`);
    const what = written(given);
    const data = await format.write(what, how);
    await reader(data, what);
  });

  it("is the same file for the same draft and date, and says what it is, what it cannot carry and what it is of", async () => {
    const given = SAMPLES[0][1];
    const [a, b] = [await format.write(written(given), how), await format.write(written(given), how)];
    expect(Buffer.compare(Buffer.from(a), Buffer.from(b))).toBe(0);
    expect([format.title, format.about, format.mime].every((words) => words.length > 2)).toBe(true);
    expect(format.extension).toMatch(/^\.[a-z.]+$/u);
    expect(Object.keys(lackWords)).toEqual(expect.arrayContaining([...format.lacks]));
    expect(format.of.length).toBeGreaterThan(0);
  });

  it("asks for no more than it says it reads", async () => {
    if (format.reads === "whole") return;
    const what = written(SAMPLES[1]?.[1] ?? {});
    const asked = () => {
      throw new Error("it was solved again");
    };
    await expect(Promise.resolve(format.write({ ...what, whole: asked }, how))).resolves.toBeDefined();
  });
});
