/** The contract: what is answered, what is complained of, and the exit code; by the process itself where it is about one. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { Readable } from "node:stream";
import jpeg from "jpeg-js";
import { PNG } from "pngjs";
import { afterAll, describe, expect, it } from "vitest";
import { answer } from "./answer.ts";

const MAIN = path.resolve(import.meta.dirname, "../../../scripts/cutfold.mjs");
/** What it says, with what it read from standard input. */
const said = (status: number | null, stdout: string, stderr: string) => ({
  status,
  stderr,
  json: (): unknown => JSON.parse(stdout) as unknown,
  stdout,
});
const text = (input: unknown): string =>
  typeof input === "string" ? input : input === undefined ? "" : JSON.stringify(input);

/** The command line as the process answers it, in this one. */
const run = async (args: readonly string[], input?: unknown) => {
  let [stdout, stderr] = ["", ""];
  const bytes = Buffer.from(text(input));
  const status = await answer(args, {
    bytes: () => bytes,
    stream: () => Readable.from([bytes]),
    say: (more) => {
      stdout += more;
    },
    complain: (more) => {
      stderr += more;
    },
  });
  return said(status, stdout, stderr);
};

/** The same from outside: a process, its exit code, its two streams. */
const runAsProcess = (args: readonly string[], input?: unknown) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [MAIN, ...args], {
    encoding: "utf8",
    maxBuffer: 1 << 26,
    // as if called from here, whoever started the tests
    env: { ...process.env, INIT_CWD: process.cwd() },
    input: text(input),
  });
  return said(status, stdout, stderr);
};
const SPEC = {
  units: "in",
  form: "square-blank-envelope",
  contents: { preset: "us-a2", thickness: "1 mm" },
  stock: { preset: "text-120" },
  settings: { play: "1.5 mm" },
  method: { kind: "punch-board", board: "eighth-inch" },
};

interface Solved {
  readonly pieces: readonly {
    readonly blank: { readonly width: number };
    readonly outline: string;
    readonly panels: readonly { readonly polygon: readonly (readonly [number, number])[] }[];
  }[];
  readonly steps: readonly { readonly kind: string; readonly measure?: number; readonly text: string }[];
  readonly findings: readonly { readonly message: string }[];
}

/** The same picture, said to be 60,000 points each way. */
function bomb(file: Buffer): Buffer {
  const made = Buffer.from(file);
  made.writeUInt32BE(60_000, 16);
  made.writeUInt32BE(60_000, 20);
  return made;
}

describe("the command line", () => {
  const folder = mkdtempSync(path.join(tmpdir(), "cut-fold-cli-"));
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });

  describe("many documents, a line each", () => {
    const answers = (stdout: string): unknown[] =>
      stdout
        .trimEnd()
        .split("\n")
        .map((line) => JSON.parse(line) as unknown);
    const blankOf = (answer: unknown): number | undefined => (answer as Solved).pieces[0]?.blank.width;

    it("are answered in order, each as if it were alone, a bad one on its own line", async () => {
      const wide = { ...SPEC, contents: { width: 5, height: 4 } };
      const given = [JSON.stringify(SPEC), "{", JSON.stringify({ ...SPEC, form: "none" }), "", JSON.stringify(wide)];
      const { status, stderr, stdout } = await run(["solve", "--lines", "-"], given.join("\n"));
      expect([status, stderr]).toEqual([0, ""]);
      const [first, broken, unknown, empty, last, ...more] = answers(stdout);
      expect(first).toEqual((await run(["solve", "-"], SPEC)).json());
      expect(broken).toEqual({ error: [expect.stringMatching(/^line: is not JSON/u)] });
      expect(unknown).toEqual({ error: [expect.stringMatching(/^form: /u)] });
      expect(empty).toEqual({ error: [expect.stringMatching(/^line: is not JSON/u)] });
      expect(blankOf(last)).toBe(blankOf((await run(["solve", "-"], wide)).json()));
      expect(more).toEqual([]);
    });

    it("are hundreds without their last end, and one far too long is no reason to stop", async () => {
      const specs = Array.from({ length: 300 }, (_, i) => ({ ...SPEC, contents: { width: 3 + i / 100, height: 4 } }));
      const long = `"${"x".repeat(9 * 1024 * 1024)}"`;
      const file = path.join(folder, "many.jsonl");
      writeFileSync(file, [...specs.map((spec) => JSON.stringify(spec)), long, JSON.stringify(SPEC)].join("\n"));
      const { status, stdout } = await run(["solve", file, "--lines"]);
      const all = answers(stdout);
      expect([status, all.length]).toEqual([0, 302]);
      const widths = all.slice(0, 300).map((answer) => blankOf(answer) ?? 0);
      expect([...widths].sort((a, b) => a - b)).toEqual(widths);
      expect(all[300]).toEqual({ error: ["line: is longer than 8 MB"] });
      expect(blankOf(all[301])).toBe(203.2);
    });

    it("are saved each to a file of its own", async () => {
      const out = path.join(folder, "line-{n}.svg");
      const given = [SPEC, { ...SPEC, form: "none" }, SPEC].map((spec) => JSON.stringify(spec)).join("\n");
      const { stdout } = await run(["export", "--lines", "-", "--format", "svg", "--out", out], given);
      expect(answers(stdout)).toMatchObject([
        { file: path.join(folder, "line-1.svg") },
        { error: [expect.stringMatching(/^form: /u)] },
        { file: path.join(folder, "line-3.svg") },
      ]);
      expect(readFileSync(path.join(folder, "line-3.svg"), "utf8")).toContain("<svg");
      const same = await run(
        ["export", "--lines", "-", "--format", "svg", "--out", path.join(folder, "one.svg")],
        given,
      );
      expect([same.status, same.stderr]).toEqual([2, expect.stringContaining("{n}")]);
    });

    it("are refused by commands that read none, and where there is no such file", async () => {
      const none = await run(["forms", "--lines"]);
      expect([none.status, none.stderr]).toEqual([2, expect.stringContaining("solve")]);
      const nowhere = await run(["solve", "--lines", path.join(folder, "nowhere.jsonl")]);
      expect([nowhere.status, nowhere.stderr]).toEqual([2, expect.stringContaining("cannot be read")]);
    });
  });

  describe("as a process", () => {
    it.each([
      [["solve", "-"], SPEC, 0],
      [["solve", "--lines", "-"], `${JSON.stringify(SPEC)}\n{}\n${JSON.stringify(SPEC)}`, 0],
      [["solve", "-"], "{", 2],
      [["dance"], undefined, 2],
    ] as const)("%j says what it says in here, %#", async (args, input, exit) => {
      const [outside, inside] = [runAsProcess(args, input), await run(args, input)];
      expect(outside.status).toBe(exit);
      expect([outside.status, outside.stdout, outside.stderr]).toEqual([inside.status, inside.stdout, inside.stderr]);
    });

    it("ends quietly when whoever reads has enough", () => {
      const many = Array.from({ length: 200 }, () => JSON.stringify(SPEC)).join("\n");
      const { status, stdout, stderr } = spawnSync(
        "sh",
        ["-c", '("$0" "$1" solve --lines -; echo "$?" >&2) | head -c 100', process.execPath, MAIN],
        { encoding: "utf8", input: many },
      );
      expect([status, stdout.length, stderr.trim()]).toEqual([0, 100, "0"]);
    });
  });

  it("solves the contract's own example", async () => {
    const { status, json, stderr } = await run(["solve", "-"], SPEC);
    expect([status, stderr]).toEqual([0, ""]);
    const solved = json() as Solved;
    expect(solved.pieces[0]?.blank.width).toBe(203.2);
    expect(solved.steps.find((s) => s.kind === "punch")?.measure).toBe(88.9);
    expect(solved.pieces[0]?.outline).toMatch(/^M.*A.*Z$/u);
    expect(solved.steps.every((s) => s.text.length > 5)).toBe(true);
  });

  it("reads the outlines of an SVG file, and refuses what is none with a sentence", async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="2in" height="1in" viewBox="0 0 2 1"><circle cx="1" cy=".5" r=".25"/></svg>';
    const { status, json } = await run(["import", "-"], svg);
    expect(status).toBe(0);
    const { outlines, width, ...rest } = json() as {
      width: number;
      outlines: { rings: [number, number][][]; closed: boolean }[];
    };
    expect(width).toBeCloseTo(50.8, 6);
    expect(rest).toMatchObject({ units: "mm", yUp: true, warnings: [] });
    // every point a quarter inch from the middle, an inch across and half an inch up
    for (const [x, y] of outlines[0]?.rings[0] ?? []) expect(Math.hypot(x - 25.4, y - 12.7)).toBeCloseTo(6.35, 1);
    expect(await run(["import", "-"], "<html/>")).toMatchObject({ status: 2 });
    expect((await run(["import", "-"], "<html/>")).stderr).toMatch(/^file: .*another/u);
  });

  describe("import of a picture or a drawing", () => {
    /** A disc of 60 points round (100, 90) with a hole of 20 in it, on 200 × 180: each point as dark as it is covered. */
    const disc = (): { width: number; height: number; data: Uint8Array } => {
      const [width, height] = [200, 180];
      const data = new Uint8Array(4 * width * height).fill(255);
      for (let y = 0; y < height; y += 1)
        for (let x = 0; x < width; x += 1) {
          const far = Math.hypot(x + 0.5 - 100, y + 0.5 - 90);
          const covered = Math.max(0, Math.min(1, 60.5 - far)) * Math.max(0, Math.min(1, far - 19.5));
          data.fill(255 * (1 - covered), 4 * (y * width + x), 4 * (y * width + x) + 3);
        }
      return { width, height, data };
    };
    const png = (): Buffer => {
      const { width, height, data } = disc();
      const file = new PNG({ width, height });
      file.data = Buffer.from(data);
      return PNG.sync.write(file);
    };
    const put = (name: string, bytes: Uint8Array | string): string => {
      const file = path.join(folder, name);
      writeFileSync(file, bytes);
      return file;
    };
    interface Imported {
      readonly units: string;
      readonly width: number;
      readonly outlines: readonly {
        readonly rings: readonly (readonly (readonly [number, number])[])[];
        readonly nodes: number;
      }[];
    }
    const rings = async (file: string, mode: string) => {
      const { status, json, stderr } = await run(["import", file, "--mode", mode]);
      expect([status, stderr]).toEqual([0, ""]);
      const { units, width, outlines } = json() as Imported;
      expect([units, width, outlines.length]).toEqual(["px", 200, 1]);
      expect(outlines[0]?.nodes).toBeLessThan(60);
      return outlines[0]?.rings ?? [];
    };
    /** How far a ring stands off a circle round the disc's middle, at the mean. */
    const off = (ring: readonly (readonly [number, number])[] | undefined, radius: number): number =>
      (ring ?? []).reduce((sum, [x, y]) => sum + Math.abs(Math.hypot(x - 100, y - 90) - radius), 0) /
      (ring?.length ?? 0);

    it.each([
      ["PNG", "disc.png", png],
      ["JPEG", "disc.jpg", () => jpeg.encode({ ...disc(), data: Buffer.from(disc().data) }, 90).data],
    ])("traces a %s to its outer line and its hole", async (_, name, bytes) => {
      const file = put(name, bytes());
      const [outer, hole, ...more] = await rings(file, "holes");
      expect(more).toEqual([]);
      expect(off(outer, 60)).toBeLessThan(0.5);
      expect(off(hole, 20)).toBeLessThan(0.5);
      expect(await rings(file, "silhouette")).toHaveLength(1);
    });

    it("reads a DXF in millimetres", async () => {
      const dxf = put("round.dxf", "0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n10\n50\n20\n40\n40\n12.5\n0\nENDSEC\n0\nEOF\n");
      const { outlines, ...rest } = (await run(["import", dxf])).json() as Imported;
      expect(rest).toMatchObject({ units: "mm", width: 25, height: 25, yUp: true });
      for (const [x, y] of outlines[0]?.rings[0] ?? []) expect(Math.hypot(x - 50, y - 40)).toBeCloseTo(12.5, 2);
    });

    it.each([
      ["cut off", () => png().subarray(0, 300), /unpacked/u],
      ["that unfolds without end", () => bomb(png()), /unfolds to 60000 × 60000/u],
      ["of one shade", () => PNG.sync.write(new PNG({ width: 40, height: 40, fill: true })), /stands out/u],
      ["larger than 10 MB", () => Buffer.alloc(10_000_001, 0xff), /larger than 10 MB/u],
    ])("refuses a picture %s", async (_, bytes, says) => {
      const { status, stderr } = await run(["import", put("bad.png", bytes())]);
      expect(status).toBe(2);
      expect(stderr).toMatch(says);
    });
  });

  it("answers an array one by one, each by itself", async () => {
    const { status, json } = await run(["solve", "-"], [SPEC, { form: "hat" }, { ...SPEC, contents: { width: "x" } }]);
    expect(status).toBe(0);
    const [good, bad, worse] = json() as [Solved, { error: string[] }, { error: string[] }];
    expect(good.pieces).toHaveLength(1);
    expect(bad.error.join(" ")).toContain("'hat'");
    expect(worse.error.some((line) => line.startsWith("contents.width:"))).toBe(true);
  });

  it("plans the trimming of a run, with what it says at the trimmer", async () => {
    const { status, json } = await run(["trim", "-"], { ...SPEC, sheet: { preset: "us-letter" }, quantity: 3 });
    expect(status).toBe(0);
    const [plan] = json() as [{ sheets: number; groups: { cuts: { text: string }[]; blanks: unknown[] }[] }];
    expect(plan.sheets).toBe(3);
    expect(plan.groups[0]?.blanks).toHaveLength(1);
    expect(plan.groups[0]?.cuts.map((c) => c.text.replace(/\s/gu, " "))).toEqual([
      "8 in down",
      "8 in across, in the strip cut off",
    ]);
  });

  it("says how likely it fits by a hand, what spoils it most, and what would help; the same again by the same seed", async () => {
    const square = {
      units: "in",
      form: "square-blank-envelope",
      contents: { preset: "us-a2" },
      method: { board: "eighth-inch" },
    };
    interface Told {
      readonly chance: number;
      readonly gap: { readonly p5: number; readonly p50: number; readonly p95: number };
      readonly blame: readonly {
        readonly step: number;
        readonly act: string;
        readonly share: number;
        readonly without: number;
      }[];
      readonly more: { readonly axis: string; readonly by: number };
      readonly advice: readonly { readonly code: string; readonly chance: number }[];
    }
    const asked = ["fit", "-", "--hand", "usual", "--runs", "600", "--seed", "7"];
    const told = (await run(asked, square)).json() as Told;
    // 0.938 by the trade's own sums; 600 runs scatter by 0.01
    expect(Math.abs(told.chance - 0.938)).toBeLessThan(0.03);
    expect(told.gap.p5).toBeLessThan(told.gap.p50);
    expect(told.blame[0]).toMatchObject({ step: 1, act: "trim" });
    expect(told.more.by).toBeGreaterThan(0.3);
    expect(told.advice.map(({ code }) => code)).toEqual(["measure-each", "do-true"]);
    expect((await run(asked, square)).json()).toEqual(told);
    const bent = await run(["fit", "-"], { form: "pillow-box", contents: { width: 60, height: 90, thickness: 15 } });
    expect(bent.status).toBe(2);
    expect(bent.stderr).toContain("its paper is bent");
    const wrong = await run(["fit", "-", "--hand", "drunk", "--runs", "0"], square);
    expect(wrong.status).toBe(2);
    expect(wrong.stderr).toMatch(/--hand: 'drunk' is not known.*steady, usual, hurried/u);
  });

  it("lays out what several drafts come to, the same again by the same seed, and refuses a job where it is wrong", async () => {
    const tag = { form: "tag", contents: { width: 60, height: 40 } };
    const job = { items: [{ spec: tag, quantity: 12 }, { spec: SPEC }], sheet: "iso-a4", kind: "both", effort: 20_000 };
    interface Laid {
      readonly kind: string;
      readonly sheets: readonly { readonly placements: readonly { readonly item: number; readonly copy: number }[] }[];
      readonly left: readonly unknown[];
      readonly trim: { readonly sheets: readonly { readonly cuts?: unknown }[] };
      readonly stopped: string;
    }
    const first = await run(["layout", "-"], job);
    const laid = first.json() as Laid;
    expect(first.status).toBe(0);
    expect(laid).toMatchObject({ left: [], stopped: "effort", seed: 1 });
    const placed = laid.sheets.flatMap(({ placements }) => placements);
    expect(placed.filter(({ item }) => item === 0).map(({ copy }) => copy)).toHaveLength(12);
    expect(laid.trim.sheets[0]?.cuts).toBeDefined();
    expect((await run(["layout", "-"], job)).json()).toEqual(laid);
    const wrong = await run(["layout", "-"], { ...job, sheet: "iso-a9", gap: "wide" });
    expect(wrong.status).toBe(2);
    expect(wrong.stderr).toMatch(/sheet\.preset: 'iso-a9' is not in the catalogue/u);
    expect(wrong.stderr).toMatch(/gap: 'wide' is not a length/u);
    const lines = (await run(["layout", "--lines", "-"], `${JSON.stringify(job)}\n{}\n`)).stdout.trimEnd().split("\n");
    expect(JSON.parse(lines[0] ?? "")).toEqual(laid);
    expect(JSON.parse(lines[1] ?? "")).toEqual({ error: [expect.stringMatching(/^items: missing/u)] });
  });

  it("plans what a machine does, saves a file a sheet, and the cutter reads them back", async () => {
    const job = {
      machine: "table-cutter",
      items: [{ spec: { form: "side-seam-envelope", contents: { preset: "iso-a6" } }, quantity: 2 }],
      ...{ sheet: "iso-a4", effort: 2000 },
    };
    interface Made {
      readonly operations: readonly {
        readonly sheet: string;
        readonly passes: number;
        readonly paths: readonly unknown[];
      }[];
      readonly stops: readonly { readonly before: number; readonly kind: string; readonly text: string }[];
    }
    const { operations, stops } = (await run(["job", "-"], job)).json() as Made;
    expect(operations.map(({ sheet }) => sheet)).toEqual(["sheet-1", "sheet-1", "sheet-2", "sheet-2"]);
    expect(stops.at(-1)).toMatchObject({ before: 5, kind: "unload" });
    expect(stops[0]?.text).toMatch(/^Sheet 1: lay /u);
    const out = path.join(folder, "job.hpgl");
    const saved = (await run(["export", "-", "--format", "hpgl", "--out", out], job)).json() as { files: string[] };
    expect(saved.files.map((file) => path.basename(file))).toEqual(["job-1.hpgl", "job-2.hpgl"]);
    interface Cut {
      readonly tools: number[];
      readonly paths: unknown[];
      readonly faults: string[];
    }
    const cut = (await run(["cut", saved.files[0] ?? "", "--mat", "mat-12x24"])).json() as Cut;
    expect(cut.tools).toEqual([1, 2]);
    expect(cut.faults).toEqual([]);
    const asked = operations.slice(0, 2).reduce((sum, { passes, paths }) => sum + passes * paths.length, 0);
    expect(cut.paths).toHaveLength(asked);
    for (const format of ["svg", "cutter-svg", "dxf"]) {
      const file = path.join(folder, `job.${format}`);
      const { files } = (await run(["export", "-", "--format", format, "--out", file], job)).json() as {
        files: string[];
      };
      expect(files).toHaveLength(2);
      expect(
        ((await run(["import", files[1] ?? ""])).json() as { outlines: unknown[] }).outlines.length,
      ).toBeGreaterThan(4);
    }
    expect(await run(["job", "-"], { ...job, machine: "hat" })).toMatchObject({ status: 2 });
    expect((await run(["export", "-", "--format", "png", "--out", out], job)).stderr).toMatch(/a job is no 'png'/u);
    expect((await run(["cut", saved.files[0] ?? "", "--offset", "wide"])).stderr).toMatch(/--offset/u);
  });

  it("works back from an envelope, and refuses one that cannot be read", async () => {
    const { status, json } = await run(["back", "-"], {
      units: "in",
      envelope: { preset: "envelope-us-a7" },
      card: { stock: { preset: "cover-250" }, layers: [{ kind: "mat", border: "1/8 in" }] },
    });
    expect(status).toBe(0);
    const back = json() as { card: { width: number; height: number }; base: { pieces: unknown[] } };
    // 7 1/4 in less paper, thickness and 3 mm: 7 in on eighths
    expect(back.card.width / 25.4).toBeCloseTo(7, 6);
    expect(back.base.pieces).toHaveLength(2);
    const wrong = await run(["back", "-"], { envelope: { width: "wide", height: 100 } });
    expect([wrong.status, wrong.stdout]).toEqual([2, ""]);
    expect(wrong.stderr).toContain("envelope.width: 'wide' is not a length");
  });

  it("makes the same in another size, and says what keeps and follows", async () => {
    const { status, json } = await run(["resize", "-", "--width", "7", "--height", "5in"], SPEC);
    expect(status).toBe(0);
    const done = json() as { recipe: { contents: { width: number } }; keeps: { label: string }[] };
    expect(done.recipe.contents.width).toBeCloseTo(177.8, 9);
    expect(done.keeps.map((k) => k.label)).toContain("Glue strip");
    expect((await run(["resize", "-", "--width", "x", "--height", "5"], SPEC)).status).toBe(2);
  });

  it("lists every form for every card", async () => {
    const { status, json } = await run(["table", "--units", "in"]);
    expect(status).toBe(0);
    const cells = json() as { form: string; contents: string; blank: { width: number } }[];
    const cell = cells.find((c) => c.form === "square-blank-envelope" && c.contents === "us-a2");
    expect(cell?.blank.width).toBe(203.2);
  });

  it("lists which form of which card comes out of a sheet", async () => {
    const onSheet = (await run(["table", "--sheet", "iso-a4"])).json() as { contents: string; fits: boolean }[];
    expect(onSheet.filter((c) => c.contents === "iso-a6").some((c) => c.fits)).toBe(true);
    expect(onSheet.some((c) => !c.fits)).toBe(true);
  });

  it("knows its own commands, and no words that every object has", async () => {
    for (const word of ["constructor", "__proto__", "toString"]) expect((await run([word])).status).toBe(2);
  });

  it("proves", async () => {
    const { json } = await run(["prove", "-"], SPEC);
    expect(json()).toMatchObject({ ok: true, crossings: [], contents: { crossing: 0 } });
  });

  it("poses: where every panel and what is inside are, folded so far and with a motion set", async () => {
    const flat = (await run(["pose", "-"], { spec: SPEC, folded: 0 })).json() as {
      last: number;
      facets: { panel: string; flat: [number, number][]; space: [number, number, number][] }[];
      contents: { space: number[][] }[];
    };
    expect(flat.last).toBeGreaterThan(2);
    for (const { flat: drawn, space } of flat.facets)
      space.forEach(([x, y, z], i) => {
        expect([x, y, z]).toEqual([...(drawn[i] ?? []), 0]);
      });
    const closed = (await run(["pose", "-"], { spec: SPEC })).json() as typeof flat;
    // folded shut the whole is no larger than its body, and a card lies in it
    const body = closed.facets.find((f) => f.panel === "body")?.space ?? [];
    const [least, most] = [Math.min(...body.map((p) => p[0])), Math.max(...body.map((p) => p[0]))];
    for (const [x] of closed.facets.flatMap((f) => f.space)) {
      expect(x).toBeGreaterThan(least - 1);
      expect(x).toBeLessThan(most + 1);
    }
    expect(closed.contents[0]?.space).toHaveLength(8);
  });

  it("lists forms with schemas, the catalogue, and a chart", async () => {
    const forms = (await run(["forms"])).json() as {
      id: string;
      settings: { properties: Record<string, { default: unknown; unit?: string }> };
    }[];
    expect(forms.map((f) => f.id)).toEqual([
      "square-blank-envelope",
      "side-seam-envelope",
      "pointed-envelope",
      "open-end-envelope",
      "deep-envelope",
      "side-tab-pocket",
      "fold-over-pocket",
      "diagonal-pocket",
      "gift-card-folder",
      "belly-band",
      "stick-holder",
      "tapered-pouch",
      "pillow-box",
      "tuck-box",
      "sleeve-and-tray",
      "bag-topper",
      "card-base",
      "insert-frame-card",
      "slider-pocket-card",
      "pop-up-cradle-card",
      "envelope-liner",
      "tag",
      "easel-strut",
      "closure-tab",
      "mask",
    ]);
    expect(forms[0]?.settings.properties["play"]).toMatchObject({
      default: 1.5,
      minimum: 0,
      maximum: 15,
      unit: "mm",
      label: "Room to spare",
    });
    expect(Object.keys((await run(["catalogue"])).json() as object)).toEqual(
      expect.arrayContaining(["contents", "envelopes", "stocks", "sheets", "mats", "boards", "tapes", "typefaces"]),
    );
    const { typefaces } = (await run(["catalogue"])).json() as { typefaces: { id: string; title: string }[] };
    expect(typefaces.map((t) => t.id)).toEqual(["plain", "script", "slab", "stencil", "line"]);
    expect(
      (await run(["chart", "--form", "square-blank-envelope", "--board", "five-millimetre", "--units", "in"])).json(),
    ).toMatchObject({ form: "square-blank-envelope" });
  });

  it("ranks the forms that can hold the contents", async () => {
    const rows = (await run(["rank", "-"], { ...SPEC, sheet: { preset: "us-letter" }, quantity: 10 })).json() as {
      form: string;
      fits: boolean;
      sheets?: number;
      reasons: string[];
      purpose: string;
    }[];
    const envelopes = rows.filter((row) => row.purpose === "envelope");
    expect(envelopes[0]).toMatchObject({ form: "square-blank-envelope", fits: true, sheets: 10 });
    expect(envelopes[0]?.reasons).toContain("Takes 10 of the sheets in hand");
    expect(rows.map((row) => row.form)).toContain("side-tab-pocket");
  });

  it.each(["svg", "pdf", "png", "csv", "zip", "json"])("exports %s", async (format) => {
    const out = path.join(folder, `draft.${format}`);
    const { json } = await run(["export", "-", "--format", format, "--out", out], SPEC);
    expect(json()).toEqual({ file: out, bytes: readFileSync(out).length });
  });

  it.each([
    [["solve", "-"], "{", /is not JSON/u],
    [["solve", "-"], { ...SPEC, foo: 1 }, /^foo: is not a word this understands/u],
    [["solve", "-"], { ...SPEC, contents: { preset: "us-a2", width: "0" } }, /^contents\.width: .*too small.*allowed/u],
    [["solve", "no-such-file.json"], undefined, /cannot be read/u],
    [["solve"], undefined, /missing/u],
    [["dance"], undefined, /'dance' is not known; there are: forms/u],
    [["chart", "--form", "hat"], undefined, /'hat' is not known; allowed/u],
    [
      ["export", "-", "--format", "dwg", "--out", "x"],
      SPEC,
      /allowed: pdf, svg, cutter-svg, dxf, hpgl, png, csv, solution, json, zip/u,
    ],
    [["forms", "--loud", "1"], undefined, /--loud: is not known/u],
  ])("%j answers bad input with exit 2 and a line that says what is allowed", async (args, input, line) => {
    const { status, stdout, stderr } = await run(args, input);
    expect([status, stdout]).toEqual([2, ""]);
    expect(stderr).toMatch(line);
  });
});
