/** Free nesting: small tables whose best layout is known by hand. */
import { describe, expect, it } from "vitest";
import type { Ring } from "../geometry/areas.ts";
import type { Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import { Nest } from "./nest.ts";
import { straightPlans } from "./straight.ts";
import type { NestJob, NestPart, NestPlace, NestSheet } from "./table.ts";
import { usedSlots } from "./worth.ts";

const rectangle = (width: number, height: number): Ring => [
  [0, 0],
  [width, 0],
  [width, height],
  [0, height],
];
const part = (outer: Ring, copies: number, more: Partial<NestPart> = {}): NestPart => ({
  outlines: { outers: [outer], holes: [] },
  copies,
  turn: "any",
  ...more,
});
const sheet = (width: number, height: number, more: Partial<NestSheet> = {}): NestSheet => ({
  ...{ width, height, count: 9, margin: 0, isOffcut: false },
  ...more,
});
const A4 = sheet(210, 297);

function nested(parts: readonly NestPart[], more: Partial<NestJob> = {}, effort = 40_000): Nest {
  const nest = new Nest({ parts, sheets: [A4], gap: 0, seed: 1, ...more });
  for (const _ of nest.run(effort));
  return nest;
}
const sheetsOf = (nest: Nest): number => new Set(nest.places().map(({ slot }) => slot)).size;
const turnsOf = (places: readonly NestPlace[]): number[] => [...new Set(places.map(({ rotation }) => rotation))];

describe("what fits exactly", () => {
  it("is laid edge to edge: three strips of 70 across 210, a whole sheet of them, and not one more", () => {
    const nest = nested([part(rectangle(70, 99), 9)]);
    expect(sheetsOf(nest)).toBe(1);
    expect(nest.proved).toBe(1);
    expect(sheetsOf(nested([part(rectangle(70, 99), 10)]))).toBe(2);
  });

  it("takes the sheet as it is, and nothing a hundredth larger", () => {
    expect(nested([part(rectangle(210, 297), 1)]).places()).toHaveLength(1);
    expect(nested([part(rectangle(210.01, 297), 1)]).places()).toHaveLength(0);
  });

  it("keeps the gap between pieces and not to the edge: two of 104 with 2 between them across 210", () => {
    const nest = nested([part(rectangle(104, 297), 2)], { gap: 2 });
    expect(sheetsOf(nest)).toBe(1);
    const [a, b] = nest
      .places()
      .map(({ x }) => x)
      .sort((p, q) => p - q) as [number, number];
    expect(b - a).toBeCloseTo(106, 2);
    expect(sheetsOf(nested([part(rectangle(104.1, 297), 2)], { gap: 2 }))).toBe(2);
  });

  it("keeps the margin to the edge: 200 on 210 with 5 all round", () => {
    const on = (size: number) =>
      nested([part(rectangle(size, 50), 1, { turn: "quarter" })], {
        sheets: [sheet(210, 297, { margin: 5, count: 1 })],
      });
    expect(on(287).places()).toHaveLength(1);
    expect(on(287.1).places()).toHaveLength(0);
  });
});

describe("pieces that are no rectangles", () => {
  it("lie in one another's hollows: two angles of 100 with arms of 40 make a block of 100 × 140", () => {
    const angle: Ring = [
      [0, 0],
      [100, 0],
      [100, 40],
      [40, 40],
      [40, 100],
      [0, 100],
    ];
    // two make 140 × 100 by half a turn of one: on a strip just so high and wide they must
    expect(nested([part(angle, 2)], { sheets: [sheet(140, 100, { count: 1 })] }).places()).toHaveLength(2);
    expect(
      nested([part(angle, 2, { turn: "none" })], { sheets: [sheet(140, 100, { count: 1 })] }).places(),
    ).toHaveLength(1);
  });

  it("lie in the openings of others, as far as the gap lets them", () => {
    const frame: NestPart = {
      ...part(rectangle(200, 280), 1),
      outlines: {
        outers: [rectangle(200, 280)],
        holes: [[...rectangle(100, 100)].reverse().map(([x, y]): Point => [x + 50, y + 90])],
      },
    };
    const tile = (size: number) =>
      nested([frame, part(rectangle(size, size), 1)], { gap: 2, sheets: [sheet(210, 297, { count: 1 })] });
    // what fills it to the last hundredth has no place to be found at
    expect(tile(95.9).places()).toHaveLength(2);
    expect(tile(96.1).places()).toHaveLength(1);
  });

  it("lie at the one angle at which they fit, where they fit only so", () => {
    // 60 × 5 in a square of 50: between the angles at which its diagonal's box is 50 wide and high
    const nest = nested([part(rectangle(60, 5), 2)], { sheets: [sheet(50, 50)] });
    const places = nest.places();
    expect(places).toHaveLength(2);
    for (const angle of turnsOf(places)) expect(Math.abs((angle % 90) - 45)).toBeLessThan(15);
    expect(nested([part(rectangle(60, 5), 2, { turn: "quarter" })], { sheets: [sheet(50, 50)] }).places()).toHaveLength(
      0,
    );
  });

  it("lie along the sheet by their long edges: diamonds of 60 take a strip that is 60 wide", () => {
    const r = 30 * Math.SQRT2;
    const diamond: Ring = [
      [r, 0],
      [2 * r, r],
      [r, 2 * r],
      [0, r],
    ];
    const nest = nested([part(diamond, 4)], { sheets: [sheet(60.01, 240.1)] });
    expect(sheetsOf(nest)).toBe(1);
    expect(turnsOf(nest.places()).every((angle) => Math.abs((angle % 90) - 45) < 1e-6)).toBe(true);
  });
});

describe("what the maker has said", () => {
  it("uses offcuts first, and as few of the sheets as there are", () => {
    const nest = nested([part(rectangle(80, 80), 3)], { sheets: [sheet(90, 200, { count: 1, isOffcut: true }), A4] });
    expect(
      nest
        .places()
        .map(({ slot }) => slot)
        .sort(),
    ).toEqual([0, 0, 1]);
    expect(nest.worth).toBeLessThan(1);
    const few = nested([part(rectangle(200, 200), 5)], { sheets: [sheet(210, 297, { count: 3 })] });
    expect(few.places()).toHaveLength(3);
  });

  it("lays the others round what lies where it was put, and round what may not be covered", () => {
    const fixed = [
      { part: 0, slot: 0, x: 150, y: 40, rotation: 90 },
      { part: { width: 210, height: 30 }, slot: 0, x: 0, y: 200, rotation: 0 },
    ];
    const nest = nested([part(rectangle(100, 100), 2), part(rectangle(60, 60), 6)], { gap: 1, fixed });
    const places = nest.places();
    expect(places).toHaveLength(8);
    expect(places.filter((p) => p.part === 0)).toContainEqual(
      expect.objectContaining({ x: 150, y: 40, rotation: 90, slot: 0 }),
    );
    // nothing lies on the strip from 200 to 230 of the first sheet
    for (const { part: k, y, slot, rotation } of places) {
      if (slot !== 0 || k !== 1) continue;
      const [low, high] = rotation % 180 === 0 && rotation === 0 ? [y, y + 60] : [y - 60, y + 60];
      expect(high <= 199.01 || low >= 230.99 || rotation !== 0).toBe(true);
    }
  });

  it("keeps a group on one sheet, or side by side", () => {
    const group = { id: 0, isBeside: false };
    const nest = nested([part(rectangle(150, 140), 4, { group }), part(rectangle(100, 60), 4, { group })]);
    const bySheet = (k: number) =>
      nest
        .places()
        .filter((p) => p.part === k)
        .map(({ copy, slot }) => `${String(copy)} on ${String(slot)}`)
        .sort();
    expect(bySheet(0)).toEqual(bySheet(1));
    const near = { id: 0, isBeside: true };
    // a row of four fills the sheet's width: without the group the tab would lie where it is lowest
    const beside = nested([
      part(rectangle(50, 50), 4),
      part(rectangle(100, 100), 1, { group: near }),
      part(rectangle(20, 20), 1, { group: near }),
    ]).places();
    const [big, small] = [1, 2].map((k) => beside.find((p) => p.part === k)) as [NestPlace, NestPlace];
    expect(small.slot).toBe(big.slot);
    expect(Math.hypot(small.x - big.x, small.y - big.y)).toBeLessThan(160);
  });

  it("turns a piece so that its fibres run with the sheet's", () => {
    const on = (grain: "width" | "height") =>
      turnsOf(
        nested([part(rectangle(100, 60), 4, { grain: "height" })], { sheets: [sheet(210, 297, { grain })] }).places(),
      );
    expect(on("height").every((angle) => angle % 180 === 0)).toBe(true);
    expect(on("width").every((angle) => angle % 180 === 90)).toBe(true);
    // too long for the one way its fibres allow
    const long = nested([part(rectangle(100, 250), 1, { grain: "height" })], {
      sheets: [sheet(297, 210, { grain: "height" })],
    });
    expect(long.places()).toHaveLength(0);
  });
});

describe("a search", () => {
  const job: NestJob = {
    parts: [
      part(
        [
          [0, 0],
          [80, 0],
          [60, 50],
          [20, 50],
        ],
        17,
      ),
      part(rectangle(33, 47), 12),
    ],
    ...{ sheets: [A4], gap: 2, seed: 5 },
  };

  it("comes to the same by the same seed and looks, and has something at every step from its first layout on", () => {
    const one = new Nest(job);
    let worth = Infinity;
    for (const _ of one.run(60_000)) {
      expect(one.worth).toBeLessThanOrEqual(worth);
      worth = one.worth;
      if (one.best) expect(usedSlots(one.best).length).toBeGreaterThan(0);
    }
    const other = new Nest(job);
    for (const _ of other.run(60_000));
    expect(other.places()).toEqual(one.places());
    expect(one.best && one.isSound(one.best)).toBe(true);
  });

  it("begins with what it is given and is never worse, and does not take what is not sound", () => {
    const first = new Nest(job);
    for (const _ of first.run(60_000));
    const again = new Nest({ ...job, start: first.places() });
    expect(again.worth).toBeCloseTo(first.worth, 9);
    const broken = first.places().map((place) => ({ ...place, x: 40, y: 40, slot: 0 }));
    expect(new Nest({ ...job, start: broken }).worth).toBe(Infinity);
  });

  it("begins with straight cuts where they are given with the same gap", () => {
    const blanks = [
      { width: 70, height: 99, copies: 20, turns: true },
      { width: 45, height: 60, copies: 11, turns: true },
    ];
    let best;
    for (const plan of straightPlans(blanks, [A4], 1, 1)) best = plan ?? best;
    expect(best?.left).toEqual([0, 0]);
    const nest = nested(
      blanks.map(({ width, height, copies }) => part(rectangle(width, height), copies)),
      { gap: 1 },
      60_000,
    );
    expect(nest.worth).toBeLessThanOrEqual((best?.worth ?? 0) + 1e-3);
  });

  it("proves by pieces of which no two share a sheet: eight of 200 × 200 take eight sheets of A4", () => {
    const nest = nested([part(rectangle(200, 200), 8)]);
    expect([nest.proved, sheetsOf(nest)]).toEqual([8, 8]);
    // 8 × 40 000 mm² on 62 370 each would be six by area alone
    expect(nth(nest.places(), 0).rotation % 90).toBe(0);
  });
});
