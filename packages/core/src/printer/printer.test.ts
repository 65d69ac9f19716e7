/** The simulated printer: pages are read as Poppler reads them, land where sums by hand say, and what does harm is refused. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { deflateSync } from "node:zlib";
import { afterAll, describe, expect, it } from "vitest";
import { pdf } from "../formats/pdf.ts";
import type { Point } from "../geometry/point.ts";
import { how, written } from "../test/writing.ts";
import { type LandedPage, printed, printerById } from "./index.ts";
import { type PrinterKind, PRINTERS } from "./printers.ts";
import { PdfFile } from "./readPdf.ts";
import { boxOf, pagesOf } from "./page.ts";

const TRUE = PRINTERS[0];
const MM = 25.4 / 72;

/** A file with these objects from number 1 on, the catalogue first; one sign a byte. */
function fileOf(objects: readonly string[], trailer = ""): Uint8Array<ArrayBuffer> {
  let text = "%PDF-1.7\n";
  const places = objects.map((object, i) => {
    const at = text.length;
    text += `${String(i + 1)} 0 obj\n${object}\nendobj\n`;
    return `${String(at).padStart(10, "0")} 00000 n \n`;
  });
  const table = text.length;
  const size = String(objects.length + 1);
  text += `xref\n0 ${size}\n0000000000 65535 f \n${places.join("")}trailer\n<< /Size ${size} /Root 1 0 R ${trailer}>>\nstartxref\n${String(table)}\n%%EOF\n`;
  return new Uint8Array(Buffer.from(text, "latin1"));
}
const stream = (content: string, about = ""): string =>
  `<< /Length ${String(content.length)} ${about}>>\nstream\n${content}\nendstream`;
/** One page of 200 × 100 pt with this on it. */
const pageOf = (content: string, page = "", more: readonly string[] = []): Uint8Array<ArrayBuffer> =>
  fileOf([
    "<< /Type /Catalog /Pages 2 0 R >>",
    "<< /Type /Pages /Kids [3 0 R] /Count 1 /MediaBox [0 0 200 100] >>",
    `<< /Type /Page /Parent 2 0 R /Contents 4 0 R ${page}>>`,
    stream(content),
    ...more,
  ]);
const read = (bytes: Uint8Array) => pagesOf(new PdfFile(bytes));
const only = (bytes: Uint8Array, printer: PrinterKind = TRUE, fit = false): LandedPage => {
  const [page] = printed(bytes, { printer, fit });
  if (!page) throw new Error("no page");
  return page;
};
const refused = (bytes: Uint8Array): string => {
  try {
    printed(bytes, { printer: TRUE });
  } catch (error) {
    return error instanceof Error ? error.message : "";
  }
  return "";
};

describe("pages are read as another program reads them", () => {
  const folder = mkdtempSync(path.join(tmpdir(), "cut-fold-printer-"));
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });

  /** Ends of all straight lines and curves on the first page, as Poppler has them; mm from the upper left. */
  function byPoppler(bytes: Uint8Array): Point[] {
    const file = path.join(folder, "page.pdf");
    writeFileSync(file, bytes);
    const asked = ["-svg", "-noshrink", "-origpagesizes", "-f", "1", "-l", "1", file, "-"];
    const svg = execFileSync("pdftocairo", asked, { encoding: "utf8", maxBuffer: 1 << 28 });
    // letters are shapes to be used, and clips lie in their own element: what is drawn as a line has a stroke
    return [...svg.matchAll(/<path ([^>]*)>/gu)].flatMap(([, about = ""]) => {
      const d = / d="([^"]+)"/u.exec(about)?.[1] ?? "";
      if (!/stroke:rgb/u.test(about)) return [];
      const [a = 1, b = 0, c = 0, e = 1, x0 = 0, y0 = 0] = (/matrix\(([^)]+)\)/u.exec(about)?.[1] ?? "1,0,0,1,0,0")
        .split(",")
        .map(Number);
      return [...d.matchAll(/[MLC]([^MLCZ]*)/gu)].map(([, said = ""]): Point => {
        const [x = NaN, y = NaN] = said
          .trim()
          .split(/[\s,]+/u)
          .map(Number)
          .slice(-2);
        return [(a * x + c * y + x0) * MM, (b * x + e * y + y0) * MM];
      });
    });
  }
  const furthest = (from: readonly Point[], to: readonly Point[]): number =>
    Math.max(...from.map(([x, y]) => Math.min(...to.map(([u, v]) => Math.hypot(x - u, y - v)))));

  // lines, arcs, cubics, tiles and several pieces on a page
  it.each(["square-blank-envelope", "pillow-box", "tapered-pouch", "tuck-box", "pop-up-cradle-card"])(
    "%s",
    async (form) => {
      const bytes = await pdf.write(written({ form, contents: { width: 60, height: 80, thickness: 1.2 } }), how);
      const [page] = read(bytes as Uint8Array);
      const theirs = byPoppler(bytes as Uint8Array);
      const lines = (page?.inked ?? []).filter(({ kind }) => kind === "line");
      const ours = lines.flatMap(({ runs }) => runs.flat());
      expect(page?.unknown).toEqual([]);
      expect(theirs.length).toBeGreaterThan(20);
      // its picture is as high as whole points, ours as the page: all of it stands off by the same
      const [left, , , low] = boxOf(theirs);
      const [ownLeft, , , ownLow] = boxOf(ours);
      const [dx, dy] = [ownLeft - left, ownLow - low];
      expect(Math.max(Math.abs(dx), Math.abs(dy))).toBeLessThan(MM);
      const moved = theirs.map(([x, y]): Point => [x + dx, y + dy]);
      // every end of theirs is one of ours, and every line of ours begins and ends where one of theirs does
      expect(furthest(moved, ours)).toBeLessThan(0.01);
      const ends = lines.flatMap(({ runs }) =>
        runs.flatMap((run) => [run[0] ?? [0, 0], run.at(-1) ?? [0, 0]] as Point[]),
      );
      expect(furthest(ends, moved)).toBeLessThan(0.01);
    },
  );

  it("letters take as much room as Poppler gives them", async () => {
    const bytes = (await pdf.write(
      written({ form: "tag", contents: { width: 60, height: 80, thickness: 1.2 } }),
      how,
    )) as Uint8Array;
    const file = path.join(folder, "words.pdf");
    writeFileSync(file, bytes);
    const html = execFileSync("pdftotext", ["-bbox-layout", "-f", "1", "-l", "1", file, "-"], { encoding: "utf8" });
    const lines = [...html.matchAll(/<line xMin="([\d.]+)" yMin="[\d.]+" xMax="([\d.]+)"/gu)].map(([, a, b]) => [
      Number(a) * MM,
      Number(b) * MM,
    ]);
    const [page] = read(bytes);
    const words = (page?.inked ?? []).filter(({ kind }) => kind === "letters").map(({ runs }) => boxOf(runs.flat()));
    expect(lines.length).toBeGreaterThan(1);
    for (const [from = 0, to = 0] of lines) {
      expect(words.some(([left]) => Math.abs(left - from) < 0.1)).toBe(true);
      expect(words.some(([, , right]) => Math.abs(right - to) < 0.1)).toBe(true);
    }
  });
});

describe("what is on a page", () => {
  it("is moved, scaled, closed and clipped as the file says", () => {
    const [page] = read(
      pageOf(
        "q 2 0 0 2 10 20 cm 0 0 30 10 re W n 5 5 m 40 5 l S 0.5 w [3 1] 0 d 0 1 0 RG 1 1 m 4 1 l 4 4 l s Q 9 w 0 0 m 1 0 l S",
      ),
    );
    expect([page?.width, page?.height]).toEqual([200 * MM, 100 * MM]);
    const [first, second, third] = page?.inked ?? [];
    // (5, 5) is drawn at 2·5 + 10, 2·5 + 20 of 100 high
    const at = (x: number, y: number): Point => [x * MM, (100 - y) * MM];
    const near = (points: readonly Point[] | undefined, wanted: readonly Point[]): void => {
      expect(points).toHaveLength(wanted.length);
      wanted.forEach((want, i) => {
        want.forEach((n, k) => expect(points?.[i]?.[k]).toBeCloseTo(n, 9));
      });
    };
    near(first?.runs[0], [at(20, 30), at(90, 30)]);
    near(
      [
        [first?.clip?.[0] ?? 0, first?.clip?.[3] ?? 0],
        [first?.clip?.[2] ?? 0, first?.clip?.[1] ?? 0],
      ],
      [at(10, 20), at(70, 40)],
    );
    expect(first?.colour).toBe("#000000");
    near(second?.runs[0], [at(12, 22), at(18, 22), at(18, 28), at(12, 22)]);
    expect(second?.colour).toBe("#00ff00");
    expect(second?.width).toBeCloseTo(MM, 9);
    expect(second?.dash.map((d) => d / MM)).toEqual([expect.closeTo(6, 9), expect.closeTo(2, 9)]);
    near(third?.runs[0], [at(0, 0), at(1, 0)]);
    expect(third?.clip).toBeUndefined();
  });

  it("is turned with its page, by a quarter, a half and three quarters", () => {
    const corner = (turn: number): string => {
      const [page] = read(pageOf("10 20 m 10 20 l S", `/Rotate ${String(turn)} `));
      const [x = 0, y = 0] = page?.inked[0]?.runs[0]?.[0] ?? [];
      return [x, y, page?.width ?? 0, page?.height ?? 0].map((n) => Math.round(n / MM)).join(" ");
    };
    // 10 from the left and 20 from the foot of 200 × 100: clockwise, the foot is at the left
    expect([0, 90, 180, 270, -90].map(corner)).toEqual([
      "10 80 200 100",
      "20 10 100 200",
      "190 20 200 100",
      "80 190 100 200",
      "80 190 100 200",
    ]);
  });

  it("may be a drawing kept by itself, a picture, and words whose letters have widths of their own", () => {
    const font =
      "<< /Type /Font /Subtype /Type0 /DescendantFonts [<< /DW 1000 /W [1 [500 250] 7 9 100] /FontDescriptor << /Ascent 700 /Descent -300 >> >>] >>";
    const [page] = read(
      pageOf(
        "/D Do 20 0 0 10 100 50 cm /P Do BT /F 10 Tf 1 0 0 1 0 0 Tm [<00010002> -1000 <0008>] TJ ET",
        "/Resources << /XObject << /D 5 0 R /P 6 0 R >> /Font << /F 7 0 R >> >> ",
        [
          stream("0 0 m 10 0 l S", "/Subtype /Form /Matrix [1 0 0 1 50 60] "),
          stream("", "/Subtype /Image /Width 1 /Height 1 "),
          font,
        ],
      ),
    );
    const boxes = (page?.inked ?? []).map(({ kind, runs }) => [
      kind,
      ...boxOf(runs.flat()).map((n) => Number((n / MM).toFixed(6))),
    ]);
    expect(boxes).toEqual([
      ["line", 50, 40, 60, 40],
      ["picture", 100, 40, 120, 50],
      // 500 + 250 + a step of 1000 + 100 thousandths of 10, drawn 20 and 10 times as large
      ["letters", 100, -20, 100 + 18.5 * 20, 80],
    ]);
  });
});

describe("where it lands", () => {
  // 254 × 254 mm, so that its middle is at 127
  const square = (content: string): Uint8Array =>
    fileOf([
      "<< /Pages 2 0 R >>",
      "<< /Kids [3 0 R] /MediaBox [0 0 720 720] >>",
      "<< /Contents 4 0 R >>",
      stream(content),
    ]);
  const FOUR = "72 72 m 648 72 l 648 648 l 72 648 l h S";

  it("is its own place on a true printer", () => {
    const page = only(square(FOUR));
    expect([page.off, page.lost, page.touched]).toEqual([0, 0, 0]);
    expect(page.hundred.map((n) => n?.toFixed(6))).toEqual(["100.000000", "100.000000"]);
  });

  it("is short, long, askew and moved as the printer is, and told by what landed", () => {
    const page = only(square(FOUR), { ...TRUE, scale: [0.99, 1.01], shift: [1, 2] });
    // the corner at 25.4 comes to 127 − 101.6 · 0.99 + 1 = 27.416 across, the lowest to 127 + 101.6 · 1.01 + 2
    expect(page.off).toBeCloseTo(Math.hypot(27.416 - 25.4, 101.6 * 0.01 + 2), 6);
    expect(page.hundred.map((n) => n?.toFixed(6))).toEqual(["99.000000", "101.000000"]);
    const turned = only(square(FOUR), { ...TRUE, askew: 1 });
    // a chord of one degree about the middle
    expect(turned.off).toBeCloseTo(2 * Math.hypot(101.6, 101.6) * Math.sin(Math.PI / 360), 6);
    expect(turned.hundred.map((n) => n?.toFixed(6))).toEqual(["100.000000", "100.000000"]);
    // clockwise as one looks at it: the upper right corner goes down
    expect(turned.lies[1]).toBeGreaterThan(0);
  });

  it("is nothing past the margins, by as much as stands over", () => {
    const shy: PrinterKind = { ...TRUE, margins: { left: 30, right: 0, top: 0, bottom: 0 } };
    const page = only(square(FOUR), shy);
    // one upright line whole, 203.2, and 4.6 of either level one
    expect(page.lost).toBeCloseTo(203.2 + 2 * 4.6, 6);
    expect(page.touched).toBe(1);
    // what its clip hides was never to be printed
    expect(only(square(`200 0 520 720 re W n ${FOUR}`), shy).lost).toBe(0);
  });

  it("is shrunk to the room there is where that is asked", () => {
    const shy = printerById("shy");
    if (!shy) throw new Error("no printer");
    // of 254, 6.4 and 17 are no room
    expect(only(square(FOUR), shy, true).hundred[0]).toBeCloseTo((100 * (254 - 6.4 - 17)) / 254, 6);
    expect(only(square(FOUR), shy, true).lost).toBe(0);
  });

  it("has no size where too little is on it", () => {
    expect(only(square("72 72 m 100 72 l S")).hundred).toEqual([undefined, undefined]);
    expect(only(square("")).hundred).toEqual([undefined, undefined]);
  });
});

describe("a file that does harm, or is none, is refused in a sentence", () => {
  const bytes = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, "latin1"));
  const packed = (data: Buffer, about = "/Filter /FlateDecode "): Uint8Array =>
    fileOf([
      "<< /Pages 2 0 R >>",
      "<< /Kids [3 0 R] /MediaBox [0 0 9 9] >>",
      "<< /Contents 4 0 R >>",
      stream(data.toString("latin1"), about),
    ]);
  const good = Buffer.from(fileOf(["<< /Pages 2 0 R >>", "<< /Kids [] >>"])).toString("latin1");

  it.each<[string, () => Uint8Array, RegExp]>([
    ["nothing", () => bytes(""), /no PDF/u],
    ["a letter", () => bytes("Dear Cooper"), /no PDF/u],
    ["a head alone", () => bytes("%PDF-1.7\n"), /table of contents is not there/u],
    ["no pages", () => bytes(good), /no pages/u],
    ["a torn end", () => bytes(good.slice(0, -9)), /table of contents/u],
    ["a packed table", () => bytes("%PDF-1.7\n1 0 obj <<>>\nstartxref\n9\n%%EOF"), /packed, or not where/u],
    ["a table that points elsewhere", () => bytes(good.replace(/0000000009/u, "0000000011")), /points elsewhere/u],
    [
      "a table of two thousand million",
      () => bytes(good.replace("xref\n0 3", "xref\n0 2000000000")),
      /cannot be read/u,
    ],
    ["a lock", () => fileOf(["<< /Pages 2 0 R >>", "<< /Kids [] >>"], "/Encrypt 2 0 R "), /locked/u],
    ["pages in a ring", () => fileOf(["<< /Pages 2 0 R >>", "<< /Kids [2 0 R] >>"]), /too deep/u],
    ["values in a ring", () => fileOf(["<< /Pages 2 0 R >>", "3 0 R", "2 0 R"]), /ring|no pages/u],
    ["lists in lists", () => pageOf("[".repeat(100)), /too deep|does not end/u],
    ["a list without end", () => pageOf("[ 1 2 3"), /does not end/u],
    ["no size", () => fileOf(["<< /Pages 2 0 R >>", "<< /Kids [3 0 R] >>", "<< >>"]), /no size/u],
    ["another packing", () => packed(Buffer.from("x"), "/Filter /LZWDecode "), /LZWDecode, which/u],
    ["a torn part", () => packed(Buffer.from("not packed at all")), /torn/u],
    ["a part that swells", () => packed(deflateSync(Buffer.alloc(60_000_000, 32))), /more than can be printed/u],
    ["more than can be drawn", () => packed(deflateSync(Buffer.from("1 1 m 2 2 l ".repeat(600_000)))), /more on it/u],
    [
      "a drawing that draws itself",
      () => pageOf("/D Do", "/Resources << /XObject << /D 5 0 R >> >> ", [stream("/D Do", "/Subtype /Form ")]),
      /too deep/u,
    ],
    ["20 MB and a bit", () => new Uint8Array(20_000_001), /20 MB/u],
  ])("%s", (_, made, sentence) => {
    expect(refused(made())).toMatch(sentence);
  });

  it("and one with signs nobody knows is printed without them, and tells them", () => {
    const page = only(pageOf("1 2 Zz (a \\( b) Tj BI /W 1 ID \x01\x02 EI 10 10 m 20 10 l S % a remark\n"));
    expect(page.unknown).toEqual(["Zz"]);
    expect(page.landed).toHaveLength(1);
  });
});
