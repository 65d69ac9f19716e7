/** Settings of every kind, as people and programs write them: read, or refused with what is allowed. */
import { describe, expect, it } from "vitest";
import { fittingKinds } from "../fittings/index.ts";
import "../forms/all.ts";
import { settingMeta } from "../model/setting.ts";
import { specOf } from "../test/randomSpec.ts";
import { sayProblem } from "../words/en.ts";
import { readSpec } from "./readSpec.ts";

const ON = { panel: "front", side: "outside" };
const recipe = (row: object, units = "mm") => ({
  ...{ units, form: "card-base", contents: { preset: "iso-a6" }, fittings: [{ id: "x", on: ON, ...row }] },
});
const read = (row: object, units?: string) => specOf(recipe(row, units)).fittings?.[0];
const refused = (row: object): string => {
  const spec = readSpec(recipe(row));
  if (spec.ok) throw new Error("was read");
  return spec.problems.map((p) => `${p.field}: ${sayProblem(p, { unit: "mm" })}`).join("; ");
};

describe("a count", () => {
  it("is a whole number within its bounds", () => {
    expect(read({ kind: "hole", columns: 12 })).toMatchObject({ columns: 12, rows: 1, apart: "auto" });
    expect(refused({ kind: "hole", columns: 0 })).toMatch(/columns: 0 is too small: 1 to 60 is allowed/u);
    expect(refused({ kind: "hole", columns: 61 })).toMatch(/1 to 60 is allowed/u);
    expect(refused({ kind: "hole", columns: 2.5 })).toMatch(/whole number/u);
    expect(refused({ kind: "hole", columns: "3" })).toMatch(/whole number/u);
    expect(refused({ kind: "hole", columns: null })).toMatch(/whole number/u);
  });
});

describe("words", () => {
  it("are any letters, up to as many as are allowed", () => {
    expect(read({ kind: "words", text: "Für Zoë\n🍎" })).toMatchObject({ text: "Für Zoë\n🍎" });
    expect(read({ kind: "words", text: "" })).toMatchObject({ text: "" });
    expect(refused({ kind: "words", text: "x".repeat(201) })).toMatch(/text of up to 200 letters/u);
    expect(refused({ kind: "words", text: 5 })).toMatch(/text of up to 200 letters/u);
    expect(refused({ kind: "words", text: ["a"] })).toMatch(/text of up to 200 letters/u);
  });

  it("are of a typeface that there is, and what is cut out of paper of one whose letters have an inside", () => {
    expect(read({ kind: "words", typeface: "line" })).toMatchObject({ typeface: "line" });
    expect(refused({ kind: "words", typeface: "fancy" })).toMatch(/plain, script, slab, stencil, line/u);
    expect(refused({ kind: "lettering", typeface: "line" })).toMatch(/plain, script, slab, stencil$/u);
  });
});

describe("an outline of one's own", () => {
  const line = "M0 0L40 0L40 30Z";
  it("is path data of lines and curves, kept as it was written", () => {
    expect(read({ kind: "window", outline: "own", drawn: line })).toMatchObject({ drawn: line, outline: "own" });
    expect(read({ kind: "window", outline: "own" })).toMatchObject({ drawn: "" });
    for (const drawn of [
      "M0 0",
      "M0 0A5 5 0 0 1 3 3Z",
      "L5 5",
      "M0 0LNaN 2L3 3",
      "<svg/>",
      7,
      `M0 0${"L1 1".repeat(9000)}`,
    ])
      expect(refused({ kind: "window", outline: "own", drawn })).toMatch(/path data of closed lines/u);
  });
});

describe("a length", () => {
  it("is read in the recipe's unit, and may be worked out where it says so", () => {
    expect(read({ kind: "hole", across: "1/4" }, "in")).toMatchObject({ across: 6.35 });
    expect(read({ kind: "words", lineSpacing: "auto" })).toMatchObject({ lineSpacing: "auto" });
    expect(read({ kind: "words", lineSpacing: "1.5 cm" })).toMatchObject({ lineSpacing: 15 });
    expect(refused({ kind: "hole", across: "auto" })).toMatch(/not a length/u);
  });
});

describe("every kind", () => {
  it.each(fittingKinds.map((k) => [k.id, k] as const))(
    "%s has settings with a name, words for every choice, and a default that is allowed",
    (_, kind) => {
      for (const [name, schema] of Object.entries(kind.settings.shape)) {
        const meta = settingMeta(schema as Parameters<typeof settingMeta>[0]);
        expect(meta.label.length, name).toBeGreaterThan(1);
        expect(meta.about, name).toMatch(/\.$/u);
        const parsed = (schema as { safeParse(v: unknown): { success: boolean; data?: unknown } }).safeParse(undefined);
        expect(parsed.success, name).toBe(true);
        if (meta.kind === "choice") expect(Object.keys(meta.options ?? {})).toContain(parsed.data);
        if (meta.kind === "length" && typeof parsed.data === "number") {
          expect(parsed.data).toBeGreaterThanOrEqual(meta.min ?? 0);
          expect(parsed.data).toBeLessThanOrEqual(meta.max ?? 0);
        }
      }
    },
  );

  it("done to paper asks for no paper, and what is laid asks for some", () => {
    for (const kind of fittingKinds) {
      if (kind.inPaper) expect(kind.asks, kind.id).toEqual([]);
      else expect(kind.asks.length, kind.id).toBeGreaterThan(0);
    }
  });
});

describe("a paper's pattern", () => {
  const paper = (stock: object) => readSpec({ ...recipe({ kind: "hole" }), stock });
  it("lies outside or inside, and is refused anywhere else with what is allowed", () => {
    expect(
      specOf({ ...recipe({ kind: "hole" }), stock: { preset: "text-120", pattern: "inside" } }).stock.pattern,
    ).toBe("inside");
    expect(specOf({ ...recipe({ kind: "hole" }), stock: { preset: "text-120" } }).stock).not.toHaveProperty("pattern");
    const bad = paper({ preset: "text-120", pattern: "left" });
    expect(bad.ok ? "" : bad.problems.map((p) => sayProblem(p, { unit: "mm" })).join()).toMatch(/outside, inside/u);
  });
});
