/**
 * What a machine does, judged by rules and figures of their own: the design exact against what a cutter reads of the file, the
 * order by a referee that knows no bits, times by closed forms, the knife by a blade that swivels.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { drawingsFor, machineJob } from "../asks/job.ts";
import { catalogue } from "../catalogue/index.ts";
import { find } from "../catalogue/entry.ts";
import type { Machine } from "../catalogue/machines.ts";
import { apart, cutPlot, dragged } from "../cutter/index.ts";
import { fittingKinds } from "../fittings/index.ts";
import { forms } from "../forms/all.ts";
import { bySheet, plotOf, toolsOf } from "../formats/plot.ts";
import { flattenTo, lengthOf, placePath, runsOf } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { isMade, type Job, MADE, type Operation, type ToolPath } from "../model/job.ts";
import type { Layout } from "../model/layout.ts";
import { readMachineJob } from "../recipe/readMachineJob.ts";
import { randomFitted } from "../test/randomFittings.ts";
import { formOf } from "../test/randomSpec.ts";
import { solve } from "../solve.ts";
import { runs } from "../test/runs.ts";
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";
import { sayStop } from "../words/machine.ts";
import { dashed, USUAL_DASHES } from "./dashes.ts";
import { correctedBy, toolFor, wayFor } from "./effort.ts";
import { overcut, withTabs } from "./holding.ts";
import { compensated } from "./knife.ts";
import { jobOn } from "./operations.ts";
import { ordered } from "./ordered.ts";
import { moveTime, strokeTime } from "./pace.ts";
import { lengthAlong, walked } from "./walked.ts";
import { walksOf } from "./walks.ts";

const machineOf = (id: string): Machine => {
  const found = find(catalogue.machines, id);
  if (!found) throw new Error(id);
  return found;
};
const TABLE = machineOf("table-cutter");

/** A job that must be right: planned, with what it was planned of. */
function planned(given: Readonly<Record<string, unknown>>) {
  const read = readMachineJob({ machine: "table-cutter", effort: 4000, ...given });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const answer = machineJob(read.value);
  if (!answer.ok) throw new Error(JSON.stringify(answer.problems));
  return { ...answer, drawings: drawingsFor(read.value.job), machine: read.value.machine };
}

const LAID = { preset: "iso-a6" };
const items = (...all: readonly (readonly [object, number])[]) => all.map(([spec, quantity]) => ({ spec, quantity }));

/** Every line that a layout asks for, exact, where it lies when it is made: by the sheet's own mirror, once again. */
function designOf({ layout, drawings }: ReturnType<typeof planned>) {
  return layout.sheets.flatMap((sheet) =>
    sheet.placements.flatMap(({ item, piece: id, copy, x, y, rotation }) => {
      const piece = drawings[item]?.pieces.find((p) => p.id === id);
      if (!piece) throw new Error(id);
      const pose = { x, y, rotation, flip: false };
      const mirrored = ([px, py]: Point): Point => [sheet.width - px, py];
      const lines = [
        ...piece.outline.map((path, i) => ({
          line: i === 0 ? "outline" : `hole-${String(i)}`,
          role: "cut",
          face: "front",
          path,
        })),
        ...piece.lines.flatMap((l) =>
          runsOf(l.path).map((path, i) => ({
            ...{ line: i === 0 ? l.id : `${l.id}.${String(i + 1)}`, role: l.role, face: l.face ?? "front", path },
          })),
        ),
      ].filter(({ role }) => isMade(role));
      return lines.map(({ line, role, face, path }) => {
        const placed = flattenTo(placePath(path, pose), 0.0005);
        const ends = placePath(path, pose);
        const closed = distance(nth(ends, 0).from, nth(ends, -1).to) < 1e-6;
        const points = closed ? [...placed, nth(placed, 0)] : placed;
        return {
          sheet: sheet.id,
          item,
          piece: id,
          copy,
          line,
          role,
          face,
          points: face === "back" ? points.map(mirrored) : points,
        };
      });
    }),
  );
}
const keyOf = (p: Pick<ToolPath, "item" | "piece" | "copy" | "line">, sheet: string): string =>
  [sheet, p.item, p.piece, p.copy, p.line].join("/");

/** What is wrong with the order of a job: roles on each face, back before front, cuts inside others first. */
function disorder({ operations }: Job): string[] {
  const wrong: string[] = [];
  const rank = (o: Operation): number => (o.face === "back" ? 0 : 10) + MADE.indexOf(o.role);
  for (const sheet of new Set(operations.map((o) => o.sheet))) {
    const own = operations.filter((o) => o.sheet === sheet && !o.trial);
    own.forEach((o, i) => {
      if (i > 0 && rank(nth(own, i - 1)) >= rank(o)) wrong.push(`${sheet}: ${o.role} on the ${o.face} is late`);
    });
    const cuts = own.filter(({ role }) => role === "cut").flatMap(({ paths }) => paths);
    cuts.forEach((first, i) => {
      if (!first.closed) return;
      for (const later of cuts.slice(i + 1))
        if (liesIn(later.points, first.points)) wrong.push(`${later.line} of ${later.piece} lies in ${first.line}`);
    });
  }
  return wrong;
}
/** Whether all of a line lies in a loop: what crosses it lies in nothing. By counting crossings to the right of many of its points. */
function liesIn(line: readonly Point[], loop: readonly Point[]): boolean {
  if (areaOf(line) > areaOf(loop)) return false;
  const every = Math.max(1, Math.floor(line.length / 40));
  const seen = line.length === 2 ? [mid(nth(line, 0), nth(line, 1)), ...line] : line.filter((_, i) => i % every === 0);
  return seen.every(([x, y]) => {
    let inside = false;
    for (let i = 0, j = loop.length - 1; i < loop.length; j = i++) {
      const [[ax, ay], [bx, by]] = [nth(loop, i), nth(loop, j)];
      if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
    }
    return inside;
  });
}
const mid = ([ax, ay]: Point, [bx, by]: Point): Point => [(ax + bx) / 2, (ay + by) / 2];
const areaOf = (points: readonly Point[]): number =>
  Math.abs(points.reduce((sum, [x, y], i) => sum + x * nth(points, i + 1)[1] - y * nth(points, i + 1)[0], 0)) / 2;

/** Furthest that the file of each sheet is off the design, mm, both ways; its strokes counted on the way. */
function offInFile(made: ReturnType<typeof planned>): number {
  const { job } = made;
  expect(disorder(job)).toEqual([]);
  const design = designOf(made);
  const tools = toolsOf(job.operations);
  let furthest = 0;
  for (const own of bySheet(job.operations)) {
    const run = cutPlot(plotOf(own, tools, TABLE), { bed: { width: 290, height: 594.8 } });
    expect([run.warnings, run.faults]).toEqual([[], []]);
    const sheet = nth(own, 0).sheet;
    // each stroke as often as it has passes, in their order
    const asked = own.flatMap((o) => o.paths.flatMap((path) => Array.from({ length: o.passes }, () => ({ o, path }))));
    expect(run.paths).toHaveLength(asked.length);
    for (const operation of own) {
      const pen = tools.indexOf(operation.tool) + 1;
      const lines = design.filter((d) => d.sheet === sheet && d.role === operation.role && d.face === operation.face);
      const dropped = new Set(job.dropped.map(({ piece, line }) => `${piece} ${line}`));
      expect(new Set(operation.paths.map((p) => keyOf(p, sheet)))).toEqual(
        new Set(lines.filter(({ piece, line }) => !dropped.has(`${piece} ${line}`)).map((d) => keyOf(d, sheet))),
      );
      const cut = run.paths.filter((_, i) => nth(asked, i).o === operation);
      expect(cut.every(({ tool }) => tool === pen)).toBe(true);
      const off = apart(
        lines.map(({ points }) => points),
        cut.map(({ points }) => points),
      );
      // of a perforation every dash lies on its line, and its ties are left
      furthest = Math.max(furthest, off.back, operation.role === "perforate" ? 0 : off.there);
    }
  }
  return furthest;
}

describe("every form, made by a machine", () => {
  it.each(forms.map((form) => [form.id]))("%s: what the cutter reads of the file is the design", (form) => {
    const made = planned({
      items: items([{ form, contents: { width: 60, height: 80, thickness: 1.2 } }, 1]),
      sheet: "iso-a3",
      mat: "mat-12x24",
    });
    expect(offInFile(made)).toBeLessThan(0.0205);
  });

  /** A tenth of all pairs each time, every one of them in the long run. */
  const PART = 10;
  const pairs = forms.flatMap((form, i) =>
    fittingKinds.flatMap((kind, k) =>
      runs(1) > 1 || (i * 3 + k) % PART === 0 ? [[form.id, kind.id, i * 100 + k] as const] : [],
    ),
  );
  it.each(pairs)("%s with %s on it, as it comes", (form, kind, seed) => {
    const random = randomFitted(
      formOf(form),
      fittingKinds.filter(({ id }) => id === kind),
    );
    if (!random) return;
    const [spec] = fc.sample(random, { numRuns: 1, seed });
    const { method: _, ...given } = JSON.parse(JSON.stringify(spec)) as Record<string, unknown>;
    const read = readMachineJob({
      ...{ machine: "table-cutter", effort: 400, sheet: { width: "400 mm", height: "600 mm" }, mat: "mat-12x24" },
      items: items([given, 1]),
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const answer = machineJob(read.value);
    // refused by name: a paper that no tool of this machine cuts, and what runs out of its panel and off the mat, as the draft says too
    if (!answer.ok) {
      const out = ["sticks-out", "larger", "past-panel"];
      const runsOut = read.value.job.items.some((item) =>
        solve(item.spec).findings.some(({ code }) => out.includes(code)),
      );
      for (const { code } of answer.problems)
        expect(runsOut ? ["past-reach", "no-tool-for"] : ["no-tool-for"]).toContain(code);
      return;
    }
    expect(offInFile({ ...answer, drawings: drawingsFor(read.value.job), machine: read.value.machine })).toBeLessThan(
      0.0205,
    );
  });
});

describe("orders", () => {
  const random = randomFrom(7);
  const pick = <T>(list: readonly T[]): T => nth(list, Math.floor(random() * list.length));
  const jobs = Array.from({ length: runs(12) }, () => {
    const count = 1 + Math.floor(random() * 3);
    return items(
      ...Array.from({ length: count }, (): readonly [object, number] => [
        {
          form: pick(forms).id,
          contents: { width: 45 + Math.round(random() * 60), height: 45 + Math.round(random() * 80), thickness: 1 },
          ...(random() < 0.3 && { stock: { preset: "cover-250" } }),
        },
        1 + Math.floor(random() * 4),
      ]),
    );
  });

  it("keep every rule, and the tools stay on the mat", () => {
    for (const of of jobs) {
      const { job } = planned({ items: of, sheet: "iso-a3", mat: "mat-12x24", effort: 800 });
      expect(disorder(job)).toEqual([]);
      for (const { paths } of job.operations)
        for (const { points } of paths)
          for (const [x, y] of points) expect(Math.min(x, y, 290 - x, 594.8 - y)).toBeGreaterThan(-1e-3);
    }
  });

  it("are refused by the referee when two cuts change places, or two tools", () => {
    const { job } = planned({
      items: items([{ form: "tag", contents: { width: 60, height: 40 } }, 2]),
      sheet: "iso-a4",
    });
    expect(disorder(job)).toEqual([]);
    const last = nth(job.operations, -1);
    const turned = { ...last, paths: [...last.paths].reverse() };
    expect(disorder({ ...job, operations: [...job.operations.slice(0, -1), turned] })[0]).toMatch(/lies in outline/u);
    const boxes = planned({
      items: items([{ form: "tuck-box", contents: { width: 40, height: 50, thickness: 15 } }, 1]),
      sheet: "iso-a4",
    });
    expect(disorder({ ...boxes.job, operations: [...boxes.job.operations].reverse() })[0]).toMatch(/is late/u);
  });

  it("are the same again, and travel no more than a tenth above a search of fifteen times the work", () => {
    const of = items(
      [{ form: "tag", contents: { width: 40, height: 30 } }, 12],
      [{ form: "closure-tab", contents: LAID }, 10],
    );
    const [a, b] = [planned({ items: of, sheet: "iso-a4" }), planned({ items: of, sheet: "iso-a4" })];
    expect(a.job).toEqual(b.job);
    const long = jobOn({ machine: TABLE, sheets: a.layout.sheets, drawings: a.drawings, looks: 15_000_000 });
    if (!long.ok) throw new Error("not made");
    expect(a.job.travel / long.job.travel).toBeLessThan(1.1);
    const { walks } = walksOf(
      nth(a.layout.sheets, 0).placements.flatMap(() => []),
      "cut",
      { dashes: USUAL_DASHES, loose: false },
    );
    expect(ordered(walks, { home: [0, 0], passes: 1 })).toEqual({ order: [], travel: 0 });
  });

  it("cut all openings before any outline where no mat holds what is loose, and hold small parts by ties", () => {
    const of = items(
      [{ form: "tag", contents: { width: 60, height: 40 } }, 4],
      [{ form: "closure-tab", contents: { width: 30, height: 30 } }, 2],
    );
    const { job } = planned({ items: of, sheet: "iso-a4", machine: "roller-cutter" });
    const cuts = nth(job.operations, -1).paths;
    const isOutline = ({ line }: ToolPath): boolean => line === "outline";
    expect(cuts.findLastIndex((p) => !isOutline(p) && p.closed)).toBeLessThan(cuts.findIndex(isOutline));
    const holes = cuts.filter((p) => p.line.startsWith("hole"));
    expect(holes.length).toBeGreaterThan(0);
    expect(holes.every(({ closed }) => !closed)).toBe(true);
    expect(job.operations.every(({ mat }) => mat === "roller-cutter")).toBe(true);
  });
});

describe("sheets", () => {
  const card = {
    form: "card-base",
    contents: { width: 70, height: 90 },
    fittings: (["inside", "outside"] as const).map((side) => ({
      ...{ id: side, kind: "words", text: "Quillfen", role: "pen", typeface: "line", size: 9 },
      on: { panel: "front", side },
    })),
  };
  it("are made on the back first, mirrored, turned once, and unloaded when all is done", () => {
    const made = planned({ items: items([card, 2]), sheet: "iso-a4" });
    const { operations, stops } = made.job;
    expect(operations.map(({ face, role }) => `${face} ${role}`)).toEqual([
      ...["back pen", "front score", "front pen", "front cut"],
    ]);
    expect(stops.map(({ before, kind }) => `${String(before)} ${kind}`)).toEqual([
      ...["1 load", "1 tool", "2 turn", "2 tool", "3 tool", "4 tool", "5 unload"],
    ]);
    const back = designOf(made).filter(({ face }) => face === "back");
    const off = apart(
      back.map(({ points }) => points),
      nth(operations, 0).paths.map(({ points }) => points),
    );
    expect(Math.max(off.there, off.back)).toBeLessThan(0.003);
    for (const stop of stops) expect(sayStop(stop, { unit: "mm" })).toMatch(/^[A-Z].*\.$/u);
    expect(sayStop(nth(stops, 3), { unit: "mm" })).toMatch(/^Do not unload yet/u);
  });

  it("laid alike are planned once, and each copy is made once", () => {
    const { job, layout } = planned({
      items: items([{ form: "side-seam-envelope", contents: LAID }, 5]),
      sheet: "iso-a4",
    });
    expect(layout.sheets).toHaveLength(5);
    const copies = job.operations
      .filter(({ role }) => role === "cut")
      .flatMap(({ paths }) => paths.map(({ copy }) => copy));
    expect([...copies].sort()).toEqual([1, 2, 3, 4, 5]);
    expect(job.stops.filter(({ kind }) => kind === "load")).toHaveLength(5);
    expect(job.stops.filter(({ kind }) => kind === "unload").map(({ before }) => before)).toEqual([3, 5, 7, 9, 11]);
  });

  it("are told with each sheet how the tool is set, also where it stays in: another paper asks for more", () => {
    const tag = (caliper: number, weight: number) => ({
      ...{ form: "tag", contents: { width: 60, height: 40 }, stock: { caliper, weight } },
    });
    const { job } = planned({ items: items([tag(0.15, 120), 1], [tag(0.25, 200), 1]), sheet: "iso-a4" });
    const tools = job.stops.filter(({ kind }) => kind === "tool");
    const loads = job.stops.filter(({ kind }) => kind === "load");
    expect(job.operations.map(({ tool, role }) => [tool, role])).toEqual([
      ["fine-blade", "cut"],
      ["fine-blade", "cut"],
    ]);
    expect(tools.map(({ before }) => before)).toEqual(loads.map(({ before }) => before));
    const [first, second] = job.operations;
    expect(second?.pressure).toBeGreaterThan(first?.pressure ?? Infinity);
    expect(tools.map((stop) => sayStop(stop, { unit: "mm" }))).toEqual([
      expect.stringMatching(new RegExp(`^Put in the fine blade: pressure ${String(first?.pressure)},`, "u")),
      expect.stringMatching(new RegExp(`^Leave the fine blade in: pressure ${String(second?.pressure)},`, "u")),
    ]);
    // two loads, two unloads, one tool put in, half a minute each
    const made = job.operations.reduce((sum, { time }) => sum + time, 0);
    expect(job.time - made).toBeCloseTo(5 * 30, 6);
  });

  it("get a test cut in a corner that is free, and none where there is none", () => {
    const { layout, drawings } = planned({
      items: items([{ form: "tag", contents: { width: 60, height: 40 } }, 1]),
      sheet: "iso-a4",
    });
    const made = jobOn({ machine: TABLE, sheets: layout.sheets, drawings, trials: true });
    if (!made.ok) throw new Error("not made");
    const [trial, ...rest] = made.job.operations;
    expect(trial).toMatchObject({ trial: true, role: "cut", n: 1 });
    const all = rest.flatMap(({ paths }) => paths.flatMap(({ points }) => points));
    for (const p of trial?.paths.flatMap(({ points }) => points) ?? [])
      expect(Math.min(...all.map((q) => distance(p, q)))).toBeGreaterThan(2);
    // tried on the face that is made first: the sheet is turned once all the same
    const both = planned({ items: items([card, 1]), sheet: "iso-a4" });
    const onBack = jobOn({ ...both, machine: TABLE, sheets: both.layout.sheets, trials: true });
    if (!onBack.ok) throw new Error("not made");
    expect(onBack.job.operations.slice(0, 2).map((o) => [o.trial, o.face, o.role])).toEqual([
      [true, "back", "cut"],
      [undefined, "back", "pen"],
    ]);
    expect(onBack.job.stops.filter(({ kind }) => kind === "turn")).toHaveLength(1);
    const width = both.layout.sheets[0]?.width ?? 0;
    const edges = designOf(both)
      .filter(({ face }) => face === "front")
      .flatMap(({ points }) => points);
    for (const [x, y] of onBack.job.operations[0]?.paths.flatMap(({ points }) => points) ?? [])
      expect(Math.min(...edges.map((q) => distance([width - x, y], q)))).toBeGreaterThan(2);
    const full: Layout["sheets"] = layout.sheets.map((sheet) => ({ ...sheet, width: 70, height: 45 }));
    const none = jobOn({ machine: TABLE, sheets: full, drawings, trials: true });
    expect(none.ok && none.job.operations.some((o) => o.trial)).toBe(false);
  });

  it("are refused where no tool makes what is asked, with the machine's name", () => {
    const foil = { ...card, fittings: [{ ...nth(card.fittings, 1), role: "foil" }] };
    const read = readMachineJob({ machine: "roller-cutter", items: items([foil, 1]), sheet: "iso-a4" });
    const answer = read.ok ? machineJob(read.value) : read;
    expect(answer).toMatchObject({ ok: false, problems: [{ field: "machine", code: "no-tool-for" }] });
    const other = { ...card, method: { kind: "scoring-board" } };
    expect(readMachineJob({ machine: "table-cutter", items: items([other, 1]), sheet: "iso-a4" })).toMatchObject({
      problems: [{ field: "items.0.spec.method.kind", code: "not-allowed" }],
    });
    expect(readMachineJob({ items: items([card, 1]) })).toMatchObject({
      problems: [{ field: "machine", code: "missing" }],
    });
    expect(readMachineJob({ machine: "small-cutter", mat: "mat-12x12", items: items([card, 1]) })).toMatchObject({
      problems: [{ field: "mat" }],
    });
    for (const junk of [null, 3, [], { machine: {} }, { machine: "table-cutter", items: [null] }])
      expect(readMachineJob(junk).ok).toBe(false);
  });
});

describe("dashes", () => {
  it("begin and end with a cut, keep their ties and cut every corner", () => {
    const corner: readonly Point[] = [
      [0, 0],
      [50, 0],
      [50, 30],
    ];
    const all = dashed({ points: corner, corners: [1], closed: false }, USUAL_DASHES);
    // 50: 17 dashes and 16 ties of 1; 30: 10 dashes and 9 ties; two of them are one round the corner
    expect(all).toHaveLength(26);
    expect(nth(all, 0)[0]).toEqual([0, 0]);
    expect(nth(nth(all, -1), -1)).toEqual([50, 30]);
    expect(all.filter((dash) => dash.length > 2)).toHaveLength(1);
    const gaps = all.slice(1).map((dash, i) => distance(nth(nth(all, i), -1), nth(dash, 0)));
    for (const gap of gaps) expect(gap).toBeCloseTo(1, 9);
    const cut = all.reduce((sum, dash) => sum + lengthAlong(dash), 0);
    expect(cut).toBeCloseTo(80 - 25, 9);
  });
  it("are as many as their ties round a loop, and none where there is no room for two ties", () => {
    const round = Array.from({ length: 720 }, (_, k): Point => [
      10 * Math.cos((k * Math.PI) / 360),
      10 * Math.sin((k * Math.PI) / 360),
    ]);
    const all = dashed({ points: round, corners: [], closed: true }, USUAL_DASHES);
    expect(all).toHaveLength(21);
    for (const dash of all) expect(lengthAlong(dash)).toBeCloseTo((20 * Math.PI) / 21 - 1, 2);
    const line = (long: number) =>
      dashed(
        {
          points: [
            [0, 0],
            [long, 0],
          ],
          corners: [],
          closed: false,
        },
        USUAL_DASHES,
      );
    // one dash, drawn in by half a tie at each end
    const [short, ...more] = line(2.2);
    expect(more).toEqual([]);
    expect(short?.[0]?.[0]).toBeCloseTo(0.5, 9);
    expect(short?.[1]?.[0]).toBeCloseTo(1.7, 9);
    expect(line(1.5)).toEqual([]);
  });
});

describe("loops", () => {
  const square: readonly Point[] = [
    [0, 0],
    [20, 0],
    [20, 10],
    [0, 10],
  ];
  it("run past their start by the overcut", () => {
    const stroke = overcut(square, 0.6);
    expect(lengthAlong(stroke)).toBeCloseTo(60.6, 9);
    expect(nth(stroke, -1)).toEqual([0.6, 0]);
  });
  it("are held by as many ties as are asked, none near a corner", () => {
    const parts = withTabs(square, { count: 4, wide: 0.5, under: 400 });
    expect(parts).toHaveLength(4);
    expect(parts.reduce((sum, part) => sum + lengthAlong(part), 0)).toBeCloseTo(60 - 2, 9);
    for (const part of parts)
      for (const end of [nth(part, 0), nth(part, -1)])
        for (const c of square) expect(distance(end, c)).toBeGreaterThan(0.49);
  });
});

describe("time", () => {
  const pace = { travel: 200, acceleration: 1500, corner: 0.05, lift: 0.06 };
  it("is that of the closed forms", () => {
    expect(
      strokeTime(
        [
          [0, 0],
          [100, 0],
        ],
        100,
        pace,
      ),
    ).toBeCloseTo(100 / 100 + 100 / 1500, 9);
    expect(
      strokeTime(
        [
          [0, 0],
          [2, 0],
        ],
        100,
        pace,
      ),
    ).toBeCloseTo(2 * Math.sqrt(2 / 1500), 9);
    expect(moveTime(400, pace)).toBeCloseTo(400 / 200 + 200 / 1500, 9);
    expect(moveTime(10, pace)).toBeCloseTo(2 * Math.sqrt(10 / 1500), 9);
  });
  it("is more with corners, and never less than at full speed", () => {
    const square: readonly Point[] = [
      [0, 0],
      [50, 0],
      [50, 50],
      [0, 50],
      [0, 0],
    ];
    const straight = strokeTime(
      [
        [0, 0],
        [200, 0],
      ],
      100,
      pace,
    );
    expect(strokeTime(square, 100, pace)).toBeGreaterThan(straight);
    // right angles: v² = a·δ·s/(1 − s), s = sin 45°
    const corner = Math.sqrt((1500 * 0.05 * Math.SQRT1_2) / (1 - Math.SQRT1_2));
    const side = (from: number, to: number): number =>
      (2 * 100 - from - to) / 1500 + (50 - (2 * 100 ** 2 - from ** 2 - to ** 2) / 3000) / 100;
    expect(strokeTime(square, 100, pace)).toBeCloseTo(side(0, corner) + 2 * side(corner, corner) + side(corner, 0), 6);
  });
});

describe("tools", () => {
  const stock = (caliper: number, weight: number) => ({ caliper, weight });
  it("press harder and slower in thicker paper, and again rather than at the end of their range", () => {
    const [fine, deep] = [nth(TABLE.tools, 0), nth(TABLE.tools, 1)];
    expect(wayFor(fine, "cut", stock(0.15, 120))).toEqual({ passes: 1, pressure: 13, speed: 69 });
    expect(wayFor(fine, "cut", stock(0.375, 300))?.passes).toBe(2);
    expect([wayFor(fine, "cut", stock(0.75, 600))?.passes, wayFor(deep, "cut", stock(0.75, 600))?.passes]).toEqual([
      3, 1,
    ]);
    expect(toolFor(TABLE.tools, "cut", stock(0.75, 600))?.tool.id).toBe("deep-blade");
    expect(toolFor(TABLE.tools, "cut", stock(0.15, 120))?.tool.id).toBe("fine-blade");
    expect(wayFor(fine, "score", stock(0.15, 120))).toBeUndefined();
    expect(wayFor({ ...fine, bite: 0.1 }, "cut", stock(2, 800))).toBeUndefined();
  });
  it("are corrected by what a test cut shows, one way and back, and never past their range", () => {
    const fine = nth(TABLE.tools, 0);
    const way = wayFor(fine, "cut", stock(0.15, 120)) ?? { passes: 1, pressure: 1, speed: 1 };
    const harder = correctedBy("hangs", fine, way);
    expect(harder).toEqual({ pressure: 3, passes: 0, speed: 0 });
    const again = wayFor(fine, "cut", stock(0.15, 120), harder);
    expect(again?.pressure).toBe(way.pressure + 3);
    expect(correctedBy("into-mat", fine, again ?? way, harder)).toEqual({ pressure: 0, passes: 0, speed: 0 });
    expect(correctedBy("clean", fine, way, harder)).toEqual(harder);
    expect(correctedBy("hangs", fine, { ...way, pressure: 29 })).toEqual({ pressure: 0, passes: 1, speed: 0 });
    expect(correctedBy("into-mat", fine, { ...way, pressure: 2, passes: 2 })).toEqual({
      pressure: 0,
      passes: -1,
      speed: 0,
    });
  });
});

describe("a drag knife that nothing makes up for", () => {
  const square: readonly Point[] = [
    [10, 10],
    [70, 10],
    [70, 70],
    [10, 70],
  ];
  it("misses its corners, and compensated it goes along the design: a blade that swivels says so", () => {
    for (const offset of [0.25, 0.5]) {
      const stroke = overcut(square, 0.6);
      const plain = dragged(stroke, offset, 0).tip;
      const ring = [...square, nth(square, 0)];
      expect(apart([ring], [plain]).there).toBeGreaterThan(0.6 * offset);
      const fixed = dragged(compensated(stroke, offset, [1, 0]).axis, offset, 0).tip;
      const off = apart([ring], [fixed]);
      expect(Math.max(off.there, off.back)).toBeLessThan(0.004);
    }
  });
  it("is settled in the margin first: whatever it stands like, the whole file is cut within 0.05 mm", () => {
    const made = planned({
      items: items([{ form: "pillow-box", contents: { width: 60, height: 80, thickness: 20 } }, 1]),
      sheet: "iso-a4",
      machine: "roller-cutter",
    });
    const machine = machineOf("roller-cutter");
    const tools = toolsOf(made.job.operations);
    const text = plotOf(made.job.operations, tools, machine);
    const blade = tools.indexOf("fine-blade") + 1;
    const { paths } = cutPlot(text, { offset: machine.knife.offset });
    const cuts = paths.filter(({ tool }) => tool === blade);
    const lines = designOf(made).filter(({ role }) => role === "cut");
    // the first stroke settles the blade: it lies in the margin, where no piece is
    const [settled, ...rest] = cuts;
    expect(Math.max(...(settled?.points ?? []).map(([, y]) => y))).toBeLessThan(machine.margin);
    const off = apart(
      lines.map(({ points }) => points),
      rest.map(({ points }) => points),
    );
    expect(Math.max(off.there, off.back)).toBeLessThan(0.05);
  });
});

describe("a line as points", () => {
  it("stands no more than two thousandths off, with its corners and no others", () => {
    const arc = { kind: "arc", centre: [0, 0], from: [30, 0], to: [0, 30], ccw: true } as const;
    const path = [
      arc,
      { kind: "line", from: [0, 30], to: [0, 0] },
      { kind: "line", from: [0, 0], to: [30, 0] },
    ] as const;
    const { points, corners, closed } = walked(path);
    expect(closed).toBe(true);
    expect(corners.map((c) => nth(points, c))).toEqual([
      [30, 0],
      [0, 30],
      [0, 0],
    ]);
    const fine = flattenTo(path, 0.00005);
    expect(apart([[...fine, nth(fine, 0)]], [[...points, nth(points, 0)]], 0.05).there).toBeLessThan(0.0021);
    expect(lengthAlong([...points, nth(points, 0)])).toBeCloseTo(lengthOf(path), 1);
  });
});
