/** Artwork of the maker's own: never stretched, cropped over a panel with its bleed, told where it is too coarse, kept with the draft. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { PNG } from "pngjs";
import { afterAll, describe, expect, it } from "vitest";
import { imposedOn } from "../layout/imposed.ts";
import { BLEED_MM, type KeptPicture, picturesIn, saidOfPicture } from "../model/art.ts";
import type { Stroke } from "../model/piece.ts";
import { changed } from "../recipe/change.ts";
import { resizedRecipe } from "../recipe/resize.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { remedyFor, solve, untried } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { font } from "../test/writing.ts";
import { nth } from "../units/nth.ts";
import { readProject, writeProject } from "../formats/project.ts";
import { writePdf } from "../formats/print/pdf.ts";

const folder = mkdtempSync(path.join(tmpdir(), "cut-fold-artwork-"));
afterAll(() => {
  rmSync(folder, { recursive: true });
});
const ID = "00112233445566778899aabbccddeeff";
const [RED, BLUE, GREEN, GOLD] = ["#c81e1e", "#1e1ec8", "#1e961e", "#dcb428"] as const;
const parts = (hex: string): number[] => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));

/** Four fields: red at the upper left, blue at the upper right, green and gold beneath. */
function fourFields(width: number, height: number): KeptPicture {
  const png = new PNG({ width, height });
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const hex = y < height / 2 ? (x < width / 2 ? RED : BLUE) : x < width / 2 ? GREEN : GOLD;
      png.data.set([...parts(hex), 255], 4 * (y * width + x));
    }
  return { id: ID, name: "fields.png", type: "image/png", bytes: new Uint8Array(PNG.sync.write(png)) };
}
const PICTURE = fourFields(1200, 800);
const said = saidOfPicture(ID, 1200, 800);
const row = (more: object = {}) => ({
  id: "art",
  kind: "artwork",
  picture: said,
  on: { panel: "tag", side: "outside" },
  ...more,
});
const tag = (more: object = {}, size = { width: 60, height: 90 }) =>
  specOf({ form: "tag", contents: size, quantity: 1, fittings: [row(more)] });
const artOf = (spec: Parameters<typeof solve>[0]): Stroke => {
  const stroke = solve(spec)
    .pieces.flatMap(({ lines }) => lines)
    .find(({ art }) => art);
  if (!stroke) throw new Error("no artwork");
  return stroke;
};
const boxOf = ({ path: box }: Stroke): readonly [number, number] => {
  const long = (i: number): number =>
    Math.hypot(nth(box, i).to[0] - nth(box, i).from[0], nth(box, i).to[1] - nth(box, i).from[1]);
  return [long(0), long(1)];
};

describe("artwork", () => {
  it("keeps its proportions, whatever its width", () => {
    for (const width of [12, 30, 55]) {
      const [wide, high] = boxOf(artOf(tag({ width })));
      expect(wide).toBeCloseTo(width, 6);
      expect(high / wide).toBeCloseTo(800 / 1200, 6);
    }
  });

  it("covers a panel and its bleed without being stretched, and shows the part that is asked for", () => {
    for (const [across, up] of [
      [0, 50],
      [50, 50],
      [100, 0],
    ] as const) {
      const stroke = artOf(tag({ fit: "fills", across, up }));
      const [wide, high] = boxOf(stroke);
      const { whole } = stroke.art ?? { whole: { x: 0, y: 0, width: 0, height: 0 } };
      expect(whole.height / whole.width).toBeCloseTo(800 / 1200, 6);
      expect(whole.x).toBeLessThanOrEqual(-BLEED_MM + 1e-9);
      expect(whole.y).toBeLessThanOrEqual(-BLEED_MM + 1e-9);
      expect(whole.x + whole.width).toBeGreaterThanOrEqual(wide + BLEED_MM - 1e-9);
      expect(whole.y + whole.height).toBeGreaterThanOrEqual(high + BLEED_MM - 1e-9);
      if (across === 0) expect(whole.x).toBeCloseTo(-BLEED_MM, 6);
      if (across === 100) expect(whole.x + whole.width).toBeCloseTo(wide + BLEED_MM, 6);
    }
  });

  it("is never stretched by another size of what it lies on", () => {
    const made = resizedRecipe(tag({ width: 40 }), { width: 90, height: 100 });
    if (!made.ok) throw new Error("it cannot be resized");
    const [wide, high] = boxOf(artOf(made.spec));
    expect(high / wide).toBeCloseTo(800 / 1200, 6);
  });

  it("says where it is too coarse to print sharply, and the button makes it sharp", () => {
    const coarse = tag({ picture: saidOfPicture(ID, 200, 150), width: 56 });
    const findings = untried(coarse);
    const blurred = findings.find(({ code }) => code === "blurred");
    // 200 points over 56 mm: 200 / (56 / 25.4) = 90.7
    expect(blurred).toMatchObject({ figure: 91, limit: 200 });
    const remedy = blurred && remedyFor(coarse, blurred, findings);
    const next = remedy && changed(coarse, remedy.changes);
    if (!next?.ok) throw new Error("no remedy");
    expect(untried(next.value).some(({ code }) => code === "blurred")).toBe(false);
    expect(untried(tag({ width: 56 })).some(({ code }) => code === "blurred")).toBe(false);
  });

  it("refuses what is no picture in a sentence's worth of facts", () => {
    const read = readSpec({
      form: "tag",
      contents: { width: 60, height: 90 },
      fittings: [row({ picture: "../etc/passwd" })],
    });
    expect(read.ok).toBe(false);
  });
});

/** A page drawn by poppler, so many points to the mm. */
const PER_MM = 8;
async function pageOf(spec: Parameters<typeof solve>[0], page = 1) {
  const file = path.join(folder, "art.pdf");
  const options = {
    ...{ title: "Art", display: { unit: "mm" as const }, paper: { width: 210, height: 297 } },
    ...{ fonts: { regular: font(400), strong: font(600) }, date: new Date("2026-05-02T00:00:00Z") },
    ...{ parts: ["printed"] as const, pictures: new Map([[ID, PICTURE.bytes]]) },
  };
  writeFileSync(file, await writePdf(solve(spec), options));
  const number = String(page);
  const dpi = String(25.4 * PER_MM);
  const ppm = execFileSync("pdftoppm", ["-r", dpi, "-f", number, "-l", number, file], { maxBuffer: 1 << 29 });
  const head = /^P6\s+(\d+)\s+(\d+)\s+255\s/u.exec(ppm.subarray(0, 40).toString("latin1"));
  const [wide, pixels] = [Number(head?.[1]), ppm.subarray(head?.[0].length ?? 0)];
  /** the colour at a place, mm from the page's upper left */
  return (x: number, y: number): string => {
    const i = 3 * (Math.floor(y * PER_MM) * wide + Math.floor(x * PER_MM));
    const rgb = [pixels[i] ?? 0, pixels[i + 1] ?? 0, pixels[i + 2] ?? 0];
    const near = [RED, BLUE, GREEN, GOLD, "#ffffff"].find((hex) =>
      parts(hex).every((v, k) => Math.abs(v - nth(rgb, k)) < 24),
    );
    return near ?? rgb.join(",");
  };
}

describe("printed artwork", () => {
  const spec = tag({ fit: "fills" });
  const blank = nth(solve(spec).pieces, 0).blank;
  const laid = imposedOn(blank, { width: 210, height: 297 }, 1);
  const [x, y] = laid?.places[0] ?? [0, 0];

  it("lies upright over its panel, and past the edge by its bleed and no more", async () => {
    const at = await pageOf(spec);
    const [w, h] = [blank.width, blank.height];
    expect(at(x + w * 0.25, y + h * 0.25)).toBe(RED);
    expect(at(x + w * 0.75, y + h * 0.25)).toBe(BLUE);
    expect(at(x + w * 0.25, y + h * 0.75)).toBe(GREEN);
    expect(at(x + w * 0.75, y + h * 0.75)).toBe(GOLD);
    // in the middle of each side, where no mark is
    expect(at(x - BLEED_MM + 0.4, y + h * 0.3)).toBe(RED);
    expect(at(x + w + BLEED_MM - 0.4, y + h * 0.7)).toBe(GOLD);
    expect(at(x - BLEED_MM - 0.4, y + h * 0.3)).toBe("#ffffff");
    expect(at(x + w + BLEED_MM + 0.4, y + h * 0.7)).toBe("#ffffff");
  });

  it("is read the right way round on the other side", async () => {
    const at = await pageOf(
      specOf({
        form: "tag",
        contents: { width: 60, height: 90 },
        quantity: 1,
        fittings: [row({ fit: "fills", on: { panel: "tag", side: "inside" } })],
      }),
      2,
    );
    const [w, h] = [blank.width, blank.height];
    const left = 210 - x - w;
    expect(at(left + w * 0.25, y + h * 0.25)).toBe(RED);
    expect(at(left + w * 0.75, y + h * 0.75)).toBe(GOLD);
  });
});

describe("a draft's own file", () => {
  it("carries its pictures, to the last byte; one without them is written as it was", () => {
    const spec = tag();
    const now = "2026-05-02T09:00:00Z";
    const draft = { id: "d", name: "Tag", tags: [], note: "", made: now, changed: now, step: 1, spec };
    expect(picturesIn(spec.fittings)).toEqual([ID]);
    const read = readProject(writeProject([draft], [], [PICTURE]));
    if (!read.ok) throw new Error("refused");
    expect(read.pictures).toEqual([PICTURE]);
    expect(read.drafts[0]?.spec).toEqual(spec);
    expect(JSON.parse(writeProject([draft]))).not.toHaveProperty("pictures");
    const hostile = writeProject([draft], [], [PICTURE]).replace(/"data": "[^"]{12}/u, '"data": "<script>alert');
    expect(readProject(hostile).ok).toBe(false);
  });
});
