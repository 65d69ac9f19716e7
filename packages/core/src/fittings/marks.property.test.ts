/** What is done to paper on random cards: it folds, what is kept is what it would be anew, and buttons do what they say. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove } from "../folding/proof.ts";
import { areaOf, flatten, holds } from "../geometry/path.ts";
import { changed } from "../recipe/change.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { solve } from "../solve.ts";
import { formOf, lengthBetween, pressed, randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { remedyWords, sayFinding, sayStep } from "../words/en.ts";
import { fittingKinds } from "./index.ts";

const MM = { unit: "mm", fraction: 16 } as const;
const MARKS = fittingKinds.filter((k) => k.inPaper).map((k) => k.id);

const by = lengthBetween(-10, 60);
const row = fc.record({
  kind: fc.constantFrom(...MARKS),
  on: fc.nat(5),
  x: fc.constantFrom("left", "centre", "right"),
  y: fc.constantFrom("bottom", "centre", "top"),
  dx: by,
  dy: by,
  turn: fc.constantFrom(0, 0, 30, 90, -45),
  size: lengthBetween(3, 50),
  columns: fc.integer({ min: 1, max: 4 }),
  rows: fc.integer({ min: 1, max: 3 }),
  through: fc.constantFrom("layer", "folded", "all"),
  outline: fc.constantFrom("oval", "heart", "star", "rectangle", "jar", "round"),
  stands: fc.boolean(),
  role: fc.constantFrom("print", "pen", "foil", "cut"),
  side: fc.constantFrom("left", "right", "top", "bottom"),
  edge: fc.constantFrom("scalloped", "waved", "zigzag", "deckled"),
});
type Drawn = typeof row extends fc.Arbitrary<infer R> ? R : never;

/** A row as people write it, of the settings that its kind knows. */
function written(d: Drawn, i: number, grounds: readonly { readonly panel: string; readonly sides: object }[]): object {
  const ground = grounds[d.on % grounds.length];
  const known = Object.keys(fittingKinds.find((k) => k.id === d.kind)?.settings.shape ?? {});
  const settings: Record<string, unknown> = {
    ...{ across: d.size / 5, long: d.size, width: d.size, height: d.size * 0.8, columns: d.columns, rows: d.rows },
    ...{ through: d.through, outline: d.outline, stands: d.stands, role: d.role, which: d.side, shape: d.edge },
    ...{ pitch: d.size / 3 + 2, depth: d.size / 12 + 0.5, text: "Ohé ij", size: d.size / 5 + 2, typeface: "slab" },
  };
  return {
    ...{ id: `m${String(i)}`, kind: d.kind, on: { panel: ground?.panel, side: d.on > 2 ? "inside" : "outside" } },
    at: { x: { from: d.x, by: d.dx }, y: { from: d.y, by: d.dy }, turn: d.turn },
    ...Object.fromEntries(Object.entries(settings).filter(([name]) => known.includes(name))),
  };
}

const cardWith = fc
  .tuple(randomSpec(formOf("card-base")), fc.array(row, { minLength: 1, maxLength: 4 }))
  .map(([spec, drawn]) => {
    const grounds = formOf("card-base").grounds?.(spec.settings) ?? [];
    const fittings = drawn.map((d, i) => written(d, i, grounds));
    return specOf(JSON.parse(JSON.stringify({ ...spec, fittings })));
  });

/** A window a mm from the edge of its panel: it can be moved to the middle. */
const atTheEdge = specOf({
  ...{
    form: "card-base",
    contents: { width: 148, height: 105, thickness: 1 },
    method: { board: "scoring-millimetre" },
  },
  fittings: [
    {
      ...{ id: "w", kind: "window", on: { panel: "front", side: "outside" }, width: 20, height: 20 },
      at: { x: { from: "left", by: 1 }, y: { from: "centre", by: 0 }, turn: 0 },
    },
  ],
});

describe("what is done to the paper of any card", () => {
  it("folds with it, and the paper is what its outline says", () => {
    fc.assert(
      fc.property(cardWith, (spec) => {
        const s = solve(spec);
        expect(s.fittings.map((f) => f.id)).toEqual(spec.fittings?.map((f) => f.id));
        const proof = prove(s);
        // an edge takes paper away and never adds any
        const bare = solve(specOf({ ...spec, fittings: undefined }));
        const paper = (of: typeof s): number => Math.abs(areaOf(of.pieces[0]?.outline[0] ?? []));
        expect(paper(s)).toBeLessThanOrEqual(paper(bare) + 1e-6);
        if (!proof.ok)
          throw new Error(JSON.stringify({ crossings: proof.crossings, area: proof.area, spec: spec.fittings }));
      }),
      { numRuns: runs(60) },
    );
  });

  it("has every cut where it was said, wholly on the panel it names where it was carried there", () => {
    fc.assert(
      fc.property(cardWith, (spec) => {
        for (const piece of solve(spec).pieces) {
          const ids = piece.lines.map((l) => l.id);
          expect(new Set(ids).size).toBe(ids.length);
          for (const cut of piece.cuts) {
            const panel = piece.panels.find((p) => p.id === cut.panel);
            expect(panel).toBeDefined();
            const own = spec.fittings?.find((f) => f.id === cut.fitting);
            // carried on from another panel it is only where all of it is paper
            if (own && own.on.panel !== cut.panel)
              expect(flatten(cut.path).every((p) => holds(flatten(panel?.outline ?? []), p))).toBe(true);
          }
        }
      }),
      { numRuns: runs(80) },
    );
  });

  it("comes to the same whether it is kept or laid anew", () => {
    fc.assert(
      fc.property(cardWith, fc.nat(3), lengthBetween(-5, 30), (spec, which, off) => {
        solve(spec);
        const id = spec.fittings?.[which % spec.fittings.length]?.id ?? "";
        const read = changed(spec, { at: ["fittings", id, "at", "x", "by"], value: off });
        if (!read.ok) throw new Error("not read");
        const fresh = readSpec(JSON.parse(JSON.stringify(read.value)));
        if (!fresh.ok) throw new Error("not read anew");
        const [kept, anew] = [solve(read.value), solve(fresh.value)];
        expect(kept.pieces).toEqual(anew.pieces);
        expect(kept.fittings).toEqual(anew.fittings);
        expect(kept.dimensions).toEqual(anew.dimensions);
      }),
      { numRuns: runs(80) },
    );
  });

  it("is told in whole sentences, and a button that is offered mends its finding", () => {
    let pressedAny = 0;
    fc.assert(
      fc.property(cardWith, (spec) => {
        const s = solve(spec);
        for (const sentence of [...s.steps.map((x) => sayStep(x, MM)), ...s.findings.map((f) => sayFinding(f, MM))])
          expect(sentence).not.toMatch(/undefined|NaN|\[object|\{|~~/u);
        const own = s.findings.filter((f) => ["cuts", "hole", "fitting"].includes(f.check) && f.remedy);
        for (const found of own.slice(0, 2)) {
          expect(remedyWords(found, MM).length).toBeGreaterThan(3);
          const after = solve(pressed(spec, found)).findings;
          const same = after.filter(
            (f) =>
              f.check === found.check && f.code === found.code && f.facts?.["fitting"] === found.facts?.["fitting"],
          );
          // a hole is told by where it is, and others of its row may still be near
          if (found.check !== "hole") expect(same.map((f) => f.panel)).not.toContain(found.panel);
          pressedAny += 1;
        }
      }),
      // one that has a button is put in: however few are drawn, something is pressed
      { numRuns: runs(60), examples: [[atTheEdge]] },
    );
    expect(pressedAny).toBeGreaterThan(0);
  });
});
