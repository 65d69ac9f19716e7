/** What every form must keep, for any card, board, ruler, stock and setting. Walks the list: a new form is tested by being in it. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove } from "../folding/proof.ts";
import { areaOf, flatten, lengthOf } from "../geometry/path.ts";
import { distance } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import { type Form, settingsOf } from "../forms/form.ts";
import { settingMeta } from "../model/setting.ts";
import type { Solution } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { endsOfSetting, randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { LEAST_PLAY_MM } from "./shared/clearance.ts";
import { forms } from "./all.ts";
import { valueAt } from "../recipe/change.ts";
import { notchIn, setupOf } from "../recipe/readMethod.ts";

const RUNS = runs(100);

/** Every glued zone lands, the contents have the gap that is reported, and nothing crosses. */
function folds(_: Form, solution: Solution): void {
  const proof = prove(solution);
  // a cut that a setting drives out of its panel is drawn as it was asked for, told as an error, and refused by the proof
  const told = solution.findings.some((f) => f.code === "past-panel" && f.severity === "error");
  expect(told).toBe(proof.offPanel.length > 0);
  if (told ? proof.ok : !proof.ok) throw new Error(JSON.stringify(proof));
}

/** At least the room that was asked for, and no more than the ruler forces. */
function leavesRoom(_: Form, { spec, gap, contents, grid, pieces }: Solution): void {
  const [held] = contents;
  if (!held) return;
  for (const axis of ["width", "height"] as const) {
    const asks = held.asks[axis];
    const play = Number(asks ? valueAt(spec, asks) : 0);
    // a band's room is that of its loop: what its walls have more, its front may have less
    const loop = held.open?.past === "both" ? gap.depth : 0;
    if (axis !== held.open?.axis) expect(gap[axis] + loop).toBeGreaterThanOrEqual(play - 1e-6);
    // one mark of the ruler along the edge is √2 marks across the body
    if (held.loose) continue;
    // a carrier that goes in with the contents takes a ply, tabs inside walls take two
    const ply = held.inside.depth > 0 ? 2 * spec.stock.caliper : pieces.length > 1 ? spec.stock.caliper : 0;
    expect(gap[axis]).toBeLessThan(Math.max(play, LEAST_PLAY_MM) + grid * Math.SQRT2 + ply + 1e-6);
  }
}

/** One closed outline without bad numbers, and folds that lie on both their panels. */
function closes(_: Form, { pieces }: Solution): void {
  for (const piece of pieces) {
    for (const loop of piece.outline) {
      loop.forEach((s, i) => {
        expect(distance(s.to, (loop[(i + 1) % loop.length] as typeof s).from)).toBeLessThan(1e-5);
      });
    }
    expect(areaOf(piece.outline[0] ?? [])).toBeGreaterThan(0);
    for (const fold of piece.folds) {
      for (const id of fold.panels) {
        const points = flatten(piece.panels.find((p) => p.id === id)?.outline ?? []);
        const ends = [fold.from, fold.to].filter((end) => points.some((p) => distance(p, end) < 1e-6));
        expect(ends, `${fold.id} on ${id}`).toHaveLength(2);
      }
    }
  }
}

/** Its blanks are known without drawing, and are the ones it draws. */
function knowsItsBlanks(form: Form, { spec, pieces }: Solution): void {
  const { contents, stock, settings } = spec;
  const { sheets } = form.draft({ contents, stock, settings, setup: setupOf(spec) });
  expect(sheets.map((s) => s.blank)).toEqual(pieces.map((p) => p.blank));
}

/** No line of an outline is shorter than two places may lie apart and be one. */
function hasNoCrumbs(_: Form, { pieces }: Solution): void {
  for (const { outline, id } of pieces)
    for (const s of outline.flat()) expect(lengthOf([s]), id).toBeGreaterThan(SAME_POINT_MM);
}

/** What holds of every solution: each recipe is solved once and asked for all of it. */
const HOLDS = [folds, leavesRoom, closes, knowsItsBlanks, hasNoCrumbs];

describe.each(forms.map((form) => [form.id, form] as const))("%s", (_, form) => {
  it("folds with the gap it reports, leaves the room that was asked for, closes, and knows its blanks", () => {
    fc.assert(
      fc.property(randomSpec(form), (spec) => {
        const solution = solve(spec);
        for (const holds of HOLDS) holds(form, solution);
      }),
      { numRuns: RUNS },
    );
  });

  it("gives the same paper when the recipe is typed in inches", () => {
    const lengths = new Set(
      settingsOf(form).flatMap(([name, schema]) => (settingMeta(schema).kind === "length" ? [name] : [])),
    );
    fc.assert(
      fc.property(randomSpec(form), (spec) => {
        const { width, height, thickness } = spec.contents;
        const settings = Object.fromEntries(
          // degrees are degrees in any unit
          Object.entries(spec.settings).map(([k, v]) => [k, typeof v === "number" && lengths.has(k) ? v / 25.4 : v]),
        );
        const again = specOf({
          ...spec,
          units: "in",
          tape: undefined,
          sheet: undefined,
          contents: { width: width / 25.4, height: height / 25.4, thickness: `${String(thickness)} mm` },
          stock: { ...spec.stock, caliper: spec.stock.caliper / 25.4 },
          settings,
          method: {
            ...spec.method,
            ...(notchIn(spec.method) !== undefined && { notch: (notchIn(spec.method) ?? 0) / 25.4 }),
          },
        });
        const [a, b] = [solve(spec), solve(again)];
        a.pieces.forEach((piece, i) => {
          expect(b.pieces[i]?.blank.width).toBeCloseTo(piece.blank.width, 6);
          expect(b.pieces[i]?.blank.height).toBeCloseTo(piece.blank.height, 6);
        });
        expect(b.steps.map((x) => x.code)).toEqual(a.steps.map((x) => x.code));
        const exact = solve(
          specOf({
            ...spec,
            contents: { width: `${String(width)} mm`, height: `${String(height / 10)} cm`, thickness },
          }),
        );
        expect(exact.pieces.map((p) => p.blank)).toEqual(a.pieces.map((p) => p.blank));
      }),
      { numRuns: runs(60) },
    );
  });

  it("answers every end of every setting without throwing", () => {
    for (const [name, schema] of settingsOf(form)) {
      const meta = settingMeta(schema);
      for (const end of endsOfSetting(schema)) {
        // an outline of one's own is followed where it is chosen, whatever the setting is called
        const own = Object.fromEntries(
          settingsOf(form).flatMap(([other, of]) =>
            meta.kind === "drawn" && Object.hasOwn(settingMeta(of).options ?? {}, "own") ? [[other, "own"]] : [],
          ),
        );
        const settings = { ...own, [name]: end };
        const solution = solve(specOf({ form: form.id, contents: { preset: "iso-a6" }, settings }));
        expect(solution.steps.length, `${name} ${String(end)}`).toBeGreaterThan(0);
      }
    }
  });

  it("draws a figure of some setting, each named by the setting itself", () => {
    const solution = solve(specOf({ form: form.id, contents: { preset: "us-slimline" } }));
    const shown = solution.dimensions.filter((d) => d.sets?.[0] === "settings");
    for (const { sets, title } of shown) {
      const schema = settingsOf(form).find(([name]) => name === sets?.[1])?.[1];
      expect(schema && settingMeta(schema).label).toBe(title);
    }
    expect(solution.dimensions.some((d) => d.sets)).toBe(true);
  });

  it("is pure: the same recipe gives the same solution", () => {
    const spec = specOf({ form: form.id, contents: { preset: "us-a7" } });
    expect(solve(spec)).toEqual(solve(spec));
  });
});
