/** Layouts: worked by hand, then every one looked at as paper by code that had no part in making it. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { GAP_MM } from "../layout/papers.ts";
import type { Layout, LayoutJob } from "../model/layout.ts";
import { readJob } from "../recipe/readJob.ts";
import { solve } from "../solve.ts";
import { complaintsOf } from "../test/layoutReferee.ts";
import { FIXED_JOBS } from "../test/layoutJobs.ts";
import { runs } from "../test/randomSpec.ts";
import { eachNamed } from "./each.ts";
import { type LayoutAnswer, layOut, searchFor } from "./layout.ts";

function jobOf(given: object): LayoutJob {
  const read = readJob(given);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}
function laid(job: LayoutJob): LayoutAnswer {
  const ready = searchFor(job);
  if (!ready.ok) throw new Error(JSON.stringify(ready.problems));
  const answer = layOut(job, ready.search);
  if (!answer) throw new Error("nothing was laid");
  return answer;
}
/** All that is wrong with an answer and what it has beside it. */
function complaints(job: LayoutJob, { trim, nest, ...answer }: LayoutAnswer): string[] {
  const pieces = job.items.map(({ spec }) => eachNamed(solve(spec)).pieces);
  const of = (layout: Layout): string[] =>
    complaintsOf(layout, job, pieces, job.gap ?? GAP_MM[layout.kind]).map((said) => `${layout.kind}: ${said}`);
  return [answer, trim, nest].flatMap((layout) => (layout ? of(layout) : []));
}

/** An item whose only piece is a rectangle so large, mm. */
const plate = (width: number, height: number, quantity = 1, more: object = {}): object => ({
  spec: {
    ...{ form: "tag", contents: { width, height }, settings: { head: "plain", hole: 0 } },
    ...{ method: { kind: "scoring-board", board: "scoring-millimetre" }, stock: { preset: "cover-250" } },
  },
  quantity,
  ...more,
});

describe("the twelve jobs", () => {
  it.each(FIXED_JOBS.map(({ id, job }) => [id, job] as const))("%s: all that is laid is sound", (_, given) => {
    const job = jobOf({ ...given, kind: "both", effort: 150_000 });
    const answer = laid(job);
    expect(complaints(job, answer)).toEqual([]);
    // never more sheets than straight cuts take, and never fewer than are proved to be needed
    for (const { sheets, proved, bound } of answer.nest?.papers ?? []) {
      expect(sheets).toBeGreaterThanOrEqual(answer.left.length > 0 ? 0 : proved);
      expect(proved).toBeGreaterThanOrEqual(bound);
    }
  });
});

describe("the same again", () => {
  it("is the same layout, whatever the machine: by seed and effort", () => {
    const [first] = FIXED_JOBS.filter(({ id }) => id === "masks-with-tags");
    const job = jobOf({ ...first?.job, effort: 60_000 });
    expect(laid(job)).toEqual(laid(job));
    expect(laid(job).sheets).not.toEqual(laid({ ...job, seed: 7 }).sheets);
  });
});

describe("a layout that was stopped", () => {
  it("is gone on from: never worse, however little is looked at, and not taken where the job is another", () => {
    const given = FIXED_JOBS.find(({ id }) => id === "offcuts-letter")?.job ?? {};
    const job = jobOf({ ...given, effort: 250_000 });
    const first = laid(job);
    const on = (other: LayoutJob): Layout => {
      const ready = searchFor(other, first);
      if (!ready.ok) throw new Error("no search");
      const steps = ready.search.run();
      // as soon as there is anything by nesting
      for (let step = steps.next(); !step.done && ready.search.steps < 1000; step = steps.next());
      return ready.search.nested("cancelled") ?? first;
    };
    const again = on(job);
    expect(again.sheets.map(({ placements }) => placements)).toEqual(first.sheets.map(({ placements }) => placements));
    expect(complaints(job, again)).toEqual([]);
    const more = jobOf({ ...given, gap: 3, effort: 1000 });
    expect(complaints(more, on(more))).toEqual([]);
  });

  it("keeps what a hand has locked in it, and lays the rest round that", () => {
    const job = jobOf({ items: [plate(60, 40, 12)], sheet: "iso-a4", effort: 20_000 });
    const first = laid(job);
    const [sheet] = first.sheets;
    if (!sheet) throw new Error("no sheet");
    // the fifth copy is put in the middle, over others
    const placements = sheet.placements.map((p) =>
      p.copy === 5 ? { ...p, x: 75, y: 130, rotation: 0, locked: true as const } : p,
    );
    const ready = searchFor(job, { ...first, sheets: [{ ...sheet, placements }] });
    const again = ready.ok ? layOut(job, ready.search) : undefined;
    if (!again) throw new Error("nothing was laid");
    expect(complaints(job, again)).toEqual([]);
    expect(again.sheets.flatMap((s) => s.placements).find(({ copy }) => copy === 5)).toMatchObject({
      ...{ x: 75, y: 130, rotation: 0, locked: true },
    });
    expect(
      again.sheets
        .flatMap((s) => s.placements)
        .map(({ copy }) => copy)
        .sort((a, b) => a - b),
    ).toEqual(Array.from({ length: 12 }, (_, i) => i + 1));
  });
});

describe("random jobs", () => {
  it("lay all that is asked for, or say what is left, and nothing in anything else", () => {
    const item = fc.record({
      form: fc.constantFrom(...forms.map(({ id }) => id)),
      preset: fc.constantFrom("us-a2", "iso-a6", "gift-card", "square-100mm"),
      quantity: fc.integer({ min: 1, max: 6 }),
    });
    fc.assert(
      fc.property(
        fc.array(item, { minLength: 1, maxLength: 3 }),
        fc.constantFrom("iso-a4", "us-letter", "square-12in", "iso-a3"),
        fc.constantFrom(0, 1, 2, 3.5),
        fc.constantFrom(0, 5),
        fc.constantFrom("any", "quarter", "half", "none"),
        fc.boolean(),
        fc.integer({ min: 0, max: 99 }),
        (items, sheet, gap, margin, turn, grain, seed) => {
          const job = jobOf({
            items: items.map(({ form, preset, quantity }) => ({ spec: { form, contents: { preset } }, quantity })),
            ...{ sheet, gap, margin, turn, grain, seed },
            ...{ sheets: 30, kind: "both", effort: 60_000 },
            offcuts: [{ width: 150, height: 120, count: 2 }],
          });
          expect(complaints(job, laid(job))).toEqual([]);
        },
      ),
      { numRuns: runs(25) },
    );
  });
});

describe("a layout", () => {
  it("is of the kind that is asked for; of both the one that takes less paper, with the two beside it", () => {
    const trim = laid(jobOf({ items: [plate(100, 60, 9)], sheet: "iso-a4", kind: "trim" }));
    expect(trim).toMatchObject({ kind: "trim", left: [], papers: [{ sheets: 1 }] });
    expect(trim.sheets[0]?.cuts?.cut).toBeDefined();
    const both = laid(jobOf({ items: [plate(100, 60, 10)], sheet: "iso-a4", kind: "both", effort: 20_000 }));
    // 10 × 6 000 mm² are less than a sheet's 62 370, but nine are all that straight cuts and any other give
    expect(both).toMatchObject({ kind: "trim", papers: [{ sheets: 2, bound: 1 }] });
    expect([both.trim?.kind, both.nest?.kind]).toEqual(["trim", "nest"]);
    const jobs = FIXED_JOBS.find(({ id }) => id === "pouches-letter");
    expect(laid(jobOf({ ...jobs?.job, kind: "both", effort: 60_000 })).kind).toBe("nest");
  });

  it("is by paper: sheets of another one are not touched, and each paper is counted", () => {
    const oat = { form: "tag", contents: { width: 60, height: 40 }, stock: { preset: "text-120" } };
    const job = jobOf({
      items: [plate(100, 60, 2), { spec: oat, quantity: 3 }],
      inHand: [
        { id: "card", preset: "iso-a4", stock: "cover-250", count: 4 },
        { id: "oat", preset: "us-letter", stock: "text-120" },
      ],
      effort: 20_000,
    });
    const answer = laid(job);
    expect(answer.sheets.map(({ from, stock }) => [from.id, stock])).toEqual([
      ["card", "Card 250 g/m², chalk"],
      ["oat", "Text 120 g/m², oat"],
    ]);
    expect(answer.papers.map(({ sheets }) => sheets)).toEqual([1, 1]);
    expect(laid({ ...job, stock: "text-120" }).sheets.map(({ from }) => from.id)).toEqual(["oat"]);
  });

  it("says of what is left how many, why, and what would do", () => {
    const left = (given: object) => laid(jobOf({ effort: 10_000, ...given })).left;
    expect(left({ items: [plate(250, 200, 2)], sheet: "square-6in" })).toEqual([
      { item: 0, piece: "tag", copies: 2, reason: "too-large", needs: { width: 200, height: 250, sheet: "iso-a4" } },
    ]);
    // of a maker who measures in inches the sheet is one that is sold there
    const inches = { units: "in", items: [plate(10, 8)], sheet: "square-6in" };
    expect(left(inches)[0]?.needs.sheet).toBe("us-letter");
    const slanted = { items: [plate(400, 20)], sheet: "iso-a4", turn: "quarter" };
    expect(left(slanted)[0]).toMatchObject({ reason: "too-large", needs: { sheet: "iso-a3" } });
    expect(left({ ...slanted, items: [plate(320, 20)] })[0]).toMatchObject({ reason: "only-turned" });
    expect(left({ items: [plate(200, 250, 3)], sheet: "iso-a4", sheets: 2 })[0]).toMatchObject({
      ...{ copies: 1, reason: "no-sheet-left" },
    });
    const grained = { items: [plate(250, 100)], inHand: [{ preset: "iso-a4", grain: "height" }], grain: true };
    expect(left(grained)[0]).toMatchObject({ reason: "grain" });
    const group = { items: [plate(200, 200), plate(200, 150)], sheet: "iso-a4", groups: [{ items: [0, 1] }] };
    expect(left(group).map(({ reason }) => reason)).toEqual(["group-too-large", "group-too-large"]);
  });

  it("says at which angle a piece lies on the sheet that would do, where it lies at no other", () => {
    // 320 mm is longer than A4 and lies across it: the diagonal of 210 × 297 is 363.7
    const [one] = laid(jobOf({ items: [plate(320, 20)], sheet: "square-6in", effort: 5000 })).left;
    expect(one?.needs.sheet).toBe("iso-a4");
    expect(one?.needs.angle).toBeGreaterThan(45);
    expect(one?.needs.angle).toBeLessThan(75);
  });

  it("lays the mat's cuttable area where the sheet lies on it, lower left on lower left", () => {
    const answer = laid(jobOf({ items: [plate(280, 200)], sheet: "square-12in", mat: "mat-12x12", effort: 5000 }));
    expect(answer.sheets[0]).toMatchObject({ width: 290, height: 290, from: { id: "square-12in", mat: "mat-12x12" } });
    expect(answer.sheets[0]?.used).toBeCloseTo((280 * 200) / 290 ** 2, 9);
    expect(laid(jobOf({ items: [plate(280, 200)], mat: "mat-4.5x12", effort: 5000 })).left).toHaveLength(1);
  });

  it("keeps what was put somewhere, with its own number, and a bought card by its corner", () => {
    const put = { item: 0, piece: "tag", copy: 3, sheet: 0, x: 100, y: 100, rotation: 90, at: "corner" };
    const job = jobOf({ items: [plate(60, 40, 4)], sheet: "iso-a4", fixed: [put], effort: 10_000 });
    const answer = laid(job);
    const placements = answer.sheets.flatMap((sheet) => sheet.placements);
    expect(placements.map(({ copy }) => copy).sort()).toEqual([1, 2, 3, 4]);
    // turned by a quarter it is 40 wide: its origin lies at its lower right
    expect(placements.find(({ copy }) => copy === 3)).toMatchObject({ x: 140, y: 100, rotation: 90, locked: true });
    expect(complaints(job, answer)).toEqual([]);
    const problem = (fixed: object) => searchFor({ ...job, fixed: [{ ...job.fixed[0], ...fixed } as never] });
    expect(problem({ piece: "hat" })).toMatchObject({ ok: false, problems: [{ field: "fixed.0.piece" }] });
    expect(problem({ copy: 9 })).toMatchObject({ ok: false, problems: [{ field: "fixed.0.copy" }] });
    // 60 × 40 turned by a quarter reaches from 171 to 211 of 210
    expect(problem({ x: 171 })).toMatchObject({ ok: false, problems: [{ field: "fixed.0.x" }] });
    expect(problem({ x: 170 })).toMatchObject({ ok: true });
    expect(problem({ sheet: 5000 })).toMatchObject({ ok: false, problems: [{ field: "fixed.0.sheet" }] });
    expect(searchFor({ ...job, fixed: [...job.fixed, ...job.fixed] })).toMatchObject({ ok: false });
  });

  it("keeps rectangles that are free, the largest first, none of them under a piece", () => {
    for (const kind of ["trim", "nest"]) {
      const { sheets } = laid(jobOf({ items: [plate(100, 60, 5)], sheet: "iso-a4", kind, effort: 20_000 }));
      const [sheet] = sheets;
      const kept = sheet?.keep ?? [];
      expect(kept.length).toBeGreaterThan(0);
      const areas = kept.map(({ width, height }) => width * height);
      expect([...areas].sort((a, b) => b - a)).toEqual(areas);
      // 5 × 6 000 mm² are taken: no more than the rest can be kept
      expect(areas.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(210 * 297 - 30_000 + 1e-6);
      for (const { x, y, width, height } of kept)
        for (const p of sheet?.placements ?? []) {
          const [left, w, h] = p.rotation % 180 === 0 ? [p.x, 100, 60] : [p.x - 60, 60, 100];
          const from = p.rotation === 180 ? p.x - 100 : left;
          const low = p.rotation === 180 ? p.y - 60 : p.rotation === 270 ? p.y - 100 : p.y;
          const start = p.rotation === 270 ? p.x : from;
          const apart =
            start >= x + width - 0.01 || start + w <= x + 0.01 || low >= y + height - 0.01 || low + h <= y + 0.01;
          expect(apart).toBe(true);
        }
    }
  });
});

describe("the referee", () => {
  it("says no: to a piece that is moved, lost, laid twice, or put in another", () => {
    const job = jobOf({ items: [plate(60, 40, 6)], sheet: "iso-a4", effort: 20_000 });
    const answer = laid(job);
    expect(complaints(job, answer)).toEqual([]);
    const [sheet] = answer.sheets;
    if (!sheet) throw new Error("no sheet");
    type Placements = typeof sheet.placements;
    const changed = (of: (placements: Placements) => Placements): number =>
      complaints(job, { ...answer, sheets: [{ ...sheet, placements: of(sheet.placements) }] }).length;
    expect(changed((p) => p.slice(1))).toBe(1);
    expect(changed((p) => [...p.slice(1), ...p.slice(1, 2)])).toBeGreaterThan(1);
    expect(changed(([first, ...rest]) => (first ? [{ ...first, x: first.x - 0.02 }, ...rest] : rest))).toBeGreaterThan(
      0,
    );
    expect(changed((p) => p.map((one) => ({ ...one, x: one.x + 300 })))).toBeGreaterThan(0);
    // two long strips that cross like a plus: their corners are far from one another
    const long = jobOf({ items: [plate(200, 20, 2)], sheet: "iso-a4", effort: 5000 });
    const crossed = laid(long);
    const [first] = crossed.sheets;
    const [a, b] = first?.placements ?? [];
    if (!first || !a || !b) throw new Error("nothing lies there");
    const placements = [
      { ...a, x: 5, y: 100, rotation: 0 },
      { ...b, x: 110, y: 20, rotation: 90 },
    ];
    expect(complaints(long, { ...crossed, sheets: [{ ...first, placements }] })).toEqual([
      expect.stringContaining("share 400.00 mm²"),
    ]);
  });
});
