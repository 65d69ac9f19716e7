/** Paper laid on a card, worked by hand and then for any card: borders even, stacks counted, everything folded. The recipes are of the first version, whose layers must be read as fittings. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { foldedPanels, lastOrder, move } from "../paper/pose.ts";
import { prove } from "../folding/proof.ts";
import { flatten } from "../geometry/path.ts";
import { solve } from "../solve.ts";
import { formOf, lengthBetween, marginsOf, pressed, randomSpec, specOf, runs } from "../test/randomSpec.ts";
import { readSpec } from "../recipe/readSpec.ts";

const CARD = {
  form: "card-base",
  contents: { width: 148, height: 105, name: "Pressed-leaf card" },
  stock: { caliper: 0.3, weight: 250 },
  method: { board: "scoring-millimetre" },
};
const MAT = { kind: "mat", name: "Plum mat", border: 4, stock: { preset: "text-120-plum" } };
const solved = (layers: readonly object[], more: object = {}) => solve(specOf({ ...CARD, ...more, layers }));
const marginOf = marginsOf;

describe("layers, worked by hand", () => {
  /* A6 card 148 × 105, mat with 4 mm all round: 140 × 97; on it a second with 3 mm: 134 × 91. */
  it("steps down mat by mat, each with an even border", () => {
    const s = solved([MAT, { ...MAT, name: "Leaf panel", border: 3 }]);
    expect(s.pieces.map((p) => [p.name, p.blank])).toEqual([
      ["Card base", { width: 296, height: 105 }],
      ["Plum mat", { width: 140, height: 97 }],
      ["Leaf panel", { width: 134, height: 91 }],
    ]);
    expect(marginOf(s, "layer-1")).toEqual({ left: 4, right: 4, bottom: 4, top: 4 });
    expect(marginOf(s, "layer-2")).toEqual({ left: 3, right: 3, bottom: 3, top: 3 });
    expect(s.joins[1]?.onto.piece).toBe("layer-1/mat");
    expect(prove(s).ok).toBe(true);
  });

  /* Two plies of 0.3, a mat of 0.16 (text, 120 g/m²) on 2 mm of foam, and inside a sheet of the same text paper. */
  it("adds every stack to the card's thickness", () => {
    const plum = specOf({ ...CARD, stock: { preset: "text-120-plum" } }).stock.caliper;
    const s = solved([
      { ...MAT, raised: 2 },
      { ...MAT, side: "inside", panel: "back" },
    ]);
    expect(s.finished?.thickness).toBeCloseTo(2 * 0.3 + (plum + 2) + plum, 9);
    // the envelope that follows is that much larger: it is given the thickness
    expect(s.materials.map((m) => [m.item, m.code])).toEqual([
      ["Card base", "piece"],
      ["Plum mat", "piece"],
      ["Plum mat", "piece"],
      ["Foam tape", "foam"],
      ["Wet glue", "glue"],
    ]);
  });

  it("lays strips by rule from an edge, and frames with their bars", () => {
    const strip = { kind: "strip", name: "Band", width: 20, border: 0, runs: "across", from: "top", at: 15 };
    const s = solved([strip, { kind: "frame", name: "Frame", border: 5, width: 8 }]);
    expect(s.pieces[1]?.blank).toEqual({ width: 148, height: 20 });
    expect(marginOf(s, "layer-1")).toEqual({ left: 0, right: 0, top: 15, bottom: 70 });
    // frame 138 × 95 with bars of 8: opening 122 × 79, each told in its step, 8 mm from two edges
    const of = s.steps.filter((x) => x.of === "layer-2/frame");
    expect(of[0]?.facts).toMatchObject({ width: 138, height: 95 });
    const cut = of.find((x) => x.code === "cut-window");
    expect(cut?.facts).toMatchObject({ width: 122, height: 79, x: 8, y: 8, template: 0 });
    // left is left as one looks at the inside, too
    const inside = solved([{ ...strip, runs: "down", from: "left", side: "inside", panel: "front" }]);
    expect(marginOf(inside, "layer-1")).toMatchObject({ left: 15, right: 148 - 15 - 20 });
  });

  it("advises against borders too thin to lay, and its remedy mends them", () => {
    const of = (t: ReturnType<typeof solve>) => t.findings.filter((f) => f.check === "fitting");
    const s = solved([{ ...MAT, border: 1 }]);
    expect(of(s)).toMatchObject([{ code: "thin", figure: 1, limit: 1.5, severity: "advice" }]);
    expect(of(solve(pressed(s.spec, of(s)[0])))).toEqual([]);
    // a square corner 1 mm in stands out past a rounding of 10: 10 × 0.293 = 2.9 mm are needed
    const round = { settings: { cornerRadius: 10 } };
    const out = solved([{ ...MAT, border: 2 }], round);
    expect(of(out)).toMatchObject([
      { code: "sticks-out", remedy: { changes: [{ at: ["fittings", "layer-1", "border"], value: 3 }] } },
    ]);
    expect(of(solve(pressed(out.spec, of(out)[0])))).toEqual([]);
    expect(of(solved([{ ...MAT, border: 80 }])).map((f) => f.code)).toEqual(["nothing"]);
  });

  it("is refused by forms that have no face for it, and by panels they lack", () => {
    const envelope = readSpec({ ...CARD, form: "side-seam-envelope", layers: [{ ...MAT, panel: "front" }] });
    expect(!envelope.ok && envelope.problems[0]).toMatchObject({ field: "fittings.0.on.panel" });
    const liner = readSpec({ ...CARD, form: "envelope-liner", layers: [MAT] });
    expect(!liner.ok && liner.problems[0]?.code).toBe("no-fittings");
    const panel = readSpec({ ...CARD, layers: [{ ...MAT, panel: "inner" }] });
    expect(!panel.ok && panel.problems[0]).toMatchObject({ field: "fittings.0.on.panel", code: "not-allowed" });
    const key = readSpec({ ...CARD, layers: [{ ...MAT, width: 5 }] });
    expect(!key.ok && key.problems[0]).toMatchObject({ field: "fittings.0.width", code: "unknown-key" });
  });
});

describe("layers on any card", () => {
  const layer = fc.record({
    kind: fc.constantFrom("mat", "frame", "strip"),
    side: fc.constantFrom("outside", "inside"),
    border: lengthBetween(0, 12),
    raised: fc.constantFrom(0, 0, 1, 2),
    caliper: lengthBetween(0.08, 0.4),
  });

  it("folds without two papers in one place, glued where it should be, as thick as it says", () => {
    fc.assert(
      fc.property(
        randomSpec(formOf("card-base")),
        fc.array(layer, { minLength: 1, maxLength: 4 }),
        fc.nat(2),
        (spec, drawn, which) => {
          const faces = formOf("card-base").grounds?.(spec.settings) ?? [];
          const s = solve(
            specOf({
              ...spec,
              // square corners past rounded ones are told by a check of their own
              settings: { ...spec.settings, cornerRadius: 0 },
              layers: drawn.map(({ kind, caliper, ...rest }, i) => ({
                kind,
                name: `Layer ${String(i)}`,
                panel: faces[(which + i) % faces.length]?.panel,
                stock: { caliper, weight: 160 },
                ...rest,
              })),
            }),
          );
          const proof = prove(s);
          if (!proof.ok) throw new Error(JSON.stringify(proof));
          const poses = foldedPanels(s, { progress: lastOrder(s), caliper: spec.stock.caliper });
          const z = s.pieces.flatMap((p) =>
            p.panels.flatMap((panel) => {
              const pose = poses.get(`${p.id}/${panel.id}`);
              return pose ? flatten(panel.outline).map(([x, y]) => move(pose, [x, y, 0])[2]) : [];
            }),
          );
          // sheet to sheet it is thinner by one sheet than over all
          expect(Math.max(...z) - Math.min(...z)).toBeLessThan((s.finished?.thickness ?? 0) + 1e-6);
        },
      ),
      { numRuns: runs(300) },
    );
  });
});

describe("what goes in together", () => {
  it("adds a pile up, and takes the largest of several things", () => {
    const given = {
      form: "side-seam-envelope",
      method: { board: "scoring-millimetre" },
      settings: { playWidth: 6 },
      contents: {
        preset: "iso-a6",
        pile: [
          { name: "Card, folded", thickness: 0.3, count: 2 },
          { name: "Foam", thickness: 2, count: 1 },
        ],
        also: [{ preset: "gift-card" }],
      },
    };
    const spec = specOf(given);
    expect(spec.contents.thickness).toBeCloseTo(2.6, 9);
    const s = solve(spec);
    // 0.3 × 2 + 2 + 0.76 of the gift card, in an envelope 148 + 3.36 + 6 → 158 across
    expect(s.contents[0]).toMatchObject({ width: 148, height: 105, name: "A6 (ISO) + Gift card" });
    expect(s.contents[0]?.thickness).toBeCloseTo(3.36, 9);
    expect(s.inside.width).toBe(158);
    expect(prove(s).ok).toBe(true);
    // a longer thing decides the length
    const long = solve(
      specOf({ ...given, contents: { ...given.contents, also: [{ width: 60, height: 170, name: "Bookmark" }] } }),
    );
    expect(long.contents[0]).toMatchObject({ width: 170, height: 105 });
    // read again from its own recipe it is the same
    expect(specOf(spec)).toEqual(spec);
  });

  it("tells a wrong ply or thing by its place", () => {
    const read = readSpec({
      form: "tag",
      contents: { preset: "iso-a6", pile: [{ thickness: "x" }], also: [{ name: "y" }] },
    });
    expect(!read.ok && read.problems.map((p) => p.field)).toEqual([
      "contents.pile.0.thickness",
      "contents.also.0.width",
      "contents.also.0.height",
    ]);
  });
});
