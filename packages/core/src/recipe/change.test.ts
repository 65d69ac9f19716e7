/** Changing a recipe, and that a remedy mends what its finding says. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import type { Finding } from "../model/solution.ts";
import { solve, untried } from "../solve.ts";
import { randomSpec, specOf, runs } from "../test/randomSpec.ts";
import { changed, type PartsChange } from "./change.ts";
import type { Spec } from "../model/spec.ts";
import { forms } from "../forms/all.ts";
import { readSpec } from "./readSpec.ts";

const INVITATION = {
  form: "square-blank-envelope",
  contents: { preset: "iso-a6" },
  method: { board: "one-millimetre" },
};

describe("a change", () => {
  it("gives another form the board of the same unit, and its own settings", () => {
    const read = changed(specOf({ ...INVITATION, settings: { play: 3 } }), { form: "pointed-envelope" });
    expect(read.ok && read.value.method).toEqual({ kind: "scoring-board", board: "scoring-millimetre" });
    expect(read.ok && read.value.settings["shoulder"]).toBe(14);
    const inches = changed(specOf({ ...INVITATION, method: { board: "eighth-inch" } }), { form: "card-base" });
    expect(inches.ok && inches.value.method).toMatchObject({ board: "scoring-eighth" });
  });

  it("is usual in sixteenths where the ruler reads inches, and keeps what was set", () => {
    const inches = changed(specOf({ ...INVITATION, method: { board: "eighth-inch" } }), { form: "side-seam-envelope" });
    // 5 and 2 mm are 3/16 and 1/16 in, strips of 10 mm are 3/8 in: 25.4 mm to the inch
    expect(inches.ok && [inches.value.settings["playWidth"], inches.value.settings["playHeight"]]).toEqual([
      4.7625, 1.5875,
    ]);
    const metric = changed(specOf(INVITATION), { form: "side-seam-envelope" });
    expect(metric.ok && metric.value.settings["playWidth"]).toBe(5);
    if (!inches.ok) throw new Error("a usual recipe is read");
    // nobody has set 4.7625: on another form it is not carried over, and what was set is
    const on = changed(inches.value, { form: "deep-envelope" });
    expect(on.ok && on.value.settings["playWidth"]).toBe(3.175);
    const set = changed(specOf({ ...INVITATION, form: "side-seam-envelope", method: {}, settings: { playWidth: 8 } }), {
      form: "deep-envelope",
    });
    expect(set.ok && set.value.settings["playWidth"]).toBe(8);
  });

  it("carries the room that was asked for to a form that asks for it under another name, the wider of two", () => {
    const on = (form: string, settings: object, to: string) => {
      const read = changed(specOf({ form, contents: { preset: "iso-a6" }, settings }), { form: to });
      if (!read.ok) throw new Error("a change of form is read");
      return read.value.settings;
    };
    const both = on("square-blank-envelope", { play: 4 }, "side-seam-envelope");
    expect([both["playWidth"], both["playHeight"]]).toEqual([4, 4]);
    expect(on("side-seam-envelope", { playWidth: 6, playHeight: 3 }, "square-blank-envelope")["play"]).toBe(6);
    // nobody has set 5 and 2: the other form keeps its own, which the board in use reads in inches
    expect(on("side-seam-envelope", {}, "square-blank-envelope")["play"]).toBe(1.5875);
  });

  it("drops fittings where the other form has no face for them, and keeps them where it has", () => {
    const card = specOf({ form: "card-base", contents: { preset: "iso-a6" }, layers: [{ kind: "mat" }] });
    const envelope = changed(card, { form: "side-seam-envelope" });
    expect(envelope.ok && envelope.value.fittings).toBeUndefined();
    const same = changed(card, { quantity: 3 });
    expect(same.ok && same.value.fittings).toEqual(card.fittings);
    const none = changed(card, { fittings: [] });
    expect(none.ok && "fittings" in none.value).toBe(false);
  });

  it("to a machine and back takes nothing along that was measured of a board, whatever is taken away with it", () => {
    const nothing = { own: undefined, notch: undefined, offset: undefined, each: undefined } as object;
    const measured = specOf({
      ...INVITATION,
      method: { board: "one-millimetre", notch: "11mm", offset: "0.4mm", each: true },
    });
    const machine = changed(measured, { method: { kind: "machine", machine: "table-cutter", ...nothing } });
    expect(machine.ok && machine.value.method).toEqual({
      kind: "machine",
      machine: "table-cutter",
      ruler: "millimetre",
    });
    const back =
      machine.ok && changed(machine.value, { method: { kind: "punch-board", board: "one-millimetre", ...nothing } });
    expect(back && back.ok && back.value.method).toEqual({ kind: "punch-board", board: "one-millimetre" });
  });

  it("is refused as a whole when a part of it is wrong", () => {
    const read = changed(specOf(INVITATION), { contents: { width: -1 }, quantity: 0 });
    expect(!read.ok && read.problems.map((p) => p.field)).toEqual(["contents.width", "quantity"]);
  });

  it("hands back every part it leaves alone as the same object", () => {
    const card = specOf({ form: "card-base", contents: { preset: "iso-a6" }, layers: [{ kind: "mat" }] });
    const read = changed(card, { contents: { width: 120, preset: undefined } });
    if (!read.ok) throw new Error("not read");
    expect(read.value.contents.width).toBe(120);
    for (const key of ["stock", "settings", "method", "fittings"] as const) expect(read.value[key]).toBe(card[key]);
    // a gate card has other panels than a card with one fold: fittings are read again with the settings
    const gate = changed(card, { settings: { fold: "gate" } });
    expect(gate.ok ? gate.value.fittings : gate.problems.map((p) => p.field)).not.toBe(card.fittings);
  });

  it("comes to the same as reading the whole changed recipe anew", () => {
    const changes = fc.record<PartsChange>(
      {
        contents: fc.record({ width: fc.integer({ min: 20, max: 300 }), preset: fc.constant(undefined) }),
        stock: fc.record({ caliper: fc.integer({ min: 1, max: 9 }).map((n) => n / 10) }),
        quantity: fc.integer({ min: 1, max: 60 }),
        form: fc.constantFrom(...forms.map((f) => f.id)),
        sheet: fc.constantFrom(null, { preset: "iso-a4" }),
      },
      { requiredKeys: [] },
    );
    const anyForm = fc.constantFrom(...forms).chain((form) => randomSpec(form));
    fc.assert(
      fc.property(anyForm, changes, (spec, change) => {
        const read = changed(specOf(spec), change);
        if (!read.ok) return;
        const anew = readSpec(JSON.parse(JSON.stringify(read.value)));
        expect(anew.ok && anew.value).toEqual(read.value);
      }),
      { numRuns: runs(400) },
    );
  });
});

const key = (f: Finding): string =>
  [f.check, f.code, f.piece, f.panel, f.facts?.["axis"], f.facts?.["name"], f.facts?.["label"]].map(String).join("/");

describe("a remedy", () => {
  const oneOf = (items: readonly { readonly id: string }[]) => fc.constantFrom(...items.map((i) => i.id));
  const shelf = fc.record({
    stock: oneOf(catalogue.stocks),
    sheet: fc.option(oneOf(catalogue.sheets), { nil: undefined }),
    tape: fc.option(fc.constantFrom(3, 6, 9, 12), { nil: undefined }),
  });

  type Shelf = typeof shelf extends fc.Arbitrary<infer T> ? T : never;
  const PUT_IN = 6;
  const [heaviest] = [...catalogue.stocks].sort((a, b) => b.weight - a.weight);
  if (!heaviest) throw new Error("no papers");

  const pressedOf = new Map<string, ReadonlySet<string>>();

  it.each(forms.map((f) => [f.id, f] as const))(
    "of %s mends its finding when pressed, and breaks nothing else",
    (_, form) => {
      const pressed = new Set<string>();
      const press = (spec: Spec, { stock, sheet, tape }: Shelf): void => {
        const asked = specOf({
          ...spec,
          stock: { preset: stock },
          ...(sheet && { sheet: { preset: sheet } }),
          ...(tape !== undefined && { tape }),
          ...(form.grounds && { fittings: [{ kind: "mat", border: (spec.contents.width % 40) / 10 }] }),
        });
        const { findings } = solve(asked);
        const errors = findings.filter((f) => f.severity === "error").map(key);
        for (const finding of findings) {
          if (!finding.remedy) continue;
          pressed.add(`${finding.check}.${finding.code}`);
          const read = changed(asked, finding.remedy.changes);
          if (!read.ok) throw new Error(`${key(finding)}: ${JSON.stringify(read.problems)}`);
          const after = untried(read.value).find(
            (f) => key(f) === key(finding) || (f.severity === "error" && !errors.includes(key(f))),
          );
          if (after) throw new Error(`${key(finding)}: ${JSON.stringify({ finding, after })}`);
        }
      };
      // on paper this heavy, with tape this wide, something can be mended of nearly every form: that much is put in
      for (const spec of fc.sample(randomSpec(form), { seed: 3, numRuns: PUT_IN }))
        press(spec, { stock: heaviest.id, sheet: undefined, tape: 12 });
      fc.assert(fc.property(randomSpec(form), shelf, press), { numRuns: runs(16) });
      pressedOf.set(form.id, pressed);
    },
  );

  // a test in which nothing was pressed would prove nothing; of a few forms hardly anything can be mended
  it("was pressed on nearly every form, and of many kinds", () => {
    const sets = [...pressedOf.values()];
    expect(sets.filter((s) => s.size > 0).length).toBeGreaterThan(0.8 * forms.length);
    expect(new Set(sets.flatMap((s) => [...s])).size).toBeGreaterThan(8);
  });
});
