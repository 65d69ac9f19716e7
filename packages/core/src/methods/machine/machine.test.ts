/** A machine's steps answer to the drawing like a hand's, and its sheets are loaded as few times as they can be. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove } from "../../folding/proof.ts";
import { forms } from "../../forms/all.ts";
import type { Spec } from "../../model/spec.ts";
import { pictureOf } from "../../pictures/picture.ts";
import { changed } from "../../recipe/change.ts";
import { solve } from "../../solve.ts";
import { followed } from "../../test/follower.ts";
import { randomFitted } from "../../test/randomFittings.ts";
import { randomSpec, runs, specOf } from "../../test/randomSpec.ts";
import { sayStep } from "../../words/en.ts";

/** The recipe made on a machine. */
function onMachine(spec: Spec, machine: string): Spec {
  const read = changed(spec, { method: { kind: "machine", machine } });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}
const MACHINES = ["small-cutter", "table-cutter", "roller-cutter"] as const;

describe("followed blindly, a machine's steps make what was drawn", () => {
  it.each(forms.map((form) => [form.id, form] as const))("%s", (_, form) => {
    const fitted = randomFitted(form);
    const any = fitted ? fc.oneof(randomSpec(form), fitted) : randomSpec(form);
    fc.assert(
      fc.property(any, fc.constantFrom(...MACHINES), (spec, machine) => {
        const s = solve(onMachine(spec, machine));
        expect(s.grid).toBe(0.025);
        expect(followed(s)).toEqual([]);
        for (const step of s.steps) {
          const said = sayStep(step, { unit: "mm" });
          expect(said).not.toMatch(/undefined|NaN|\[object|\bthe the\b|\bthe ,| {2}|−/u);
          if (step.scene.on === "mat") expect(pictureOf(s, step).shapes.length).toBeGreaterThan(3);
        }
        // nothing is measured at a board
        expect(s.steps.filter(({ scene }) => scene.on === "board")).toEqual([]);
      }),
      { numRuns: runs(8) },
    );
  });

  it.each(forms.map((form) => [form.id, form] as const))("%s folds up as it was proved", (_, form) => {
    fc.assert(
      fc.property(randomSpec(form), (spec) => {
        const s = solve(onMachine(spec, "table-cutter"));
        // a cut that a setting drives out of its panel is told, and refused by the proof
        const isTold = s.findings.some(({ code, severity }) => code === "past-panel" && severity === "error");
        expect(prove(s).ok).toBe(!isTold);
      }),
      { numRuns: runs(4) },
    );
  });
});

describe("a machine's steps", () => {
  const table = { kind: "machine", machine: "table-cutter" };
  const codes = (given: object): string[] => solve(specOf(given)).steps.map(({ code }) => code);

  it("load once for all pieces of a paper, score before they cut, and unload before folding", () => {
    const made = codes({ form: "tuck-box", contents: { width: 60, height: 80, thickness: 20 }, method: table });
    expect(made.slice(0, 4)).toEqual(["load-mat", "run-score", "run-cut", "unload-mat"]);
    expect(made.filter((code) => code === "load-mat")).toHaveLength(1);
    const sleeve = solve(
      specOf({ form: "sleeve-and-tray", contents: { width: 50, height: 60, thickness: 12 }, method: table }),
    );
    const load = sleeve.steps.filter(({ kind }) => kind === "load");
    expect(load).toHaveLength(1);
    expect(load[0]?.scene.bed?.laid.map(({ piece }) => piece).sort()).toEqual(["sleeve", "tray"]);
  });

  it("load each paper by itself", () => {
    const card = {
      form: "card-base",
      contents: { preset: "iso-a6" },
      method: table,
      fittings: [
        { id: "m", kind: "mat", stock: { preset: "cover-250" }, on: { panel: "front", side: "outside" } },
        { id: "n", kind: "mat", stock: { preset: "cover-250" }, on: { fitting: "m", panel: "front", side: "outside" } },
      ],
    };
    expect(codes(card).filter((code) => code === "load-mat")).toHaveLength(2);
  });

  it("make the back first, turn the sheet once, and cut it from the front", () => {
    const words = (id: string, side: string) => ({
      ...{ id, kind: "words", text: "To Fern", role: "pen", typeface: "line", size: 8 },
      on: { panel: "front", side },
    });
    const given = {
      form: "card-base",
      contents: { preset: "iso-a6" },
      method: table,
      fittings: [words("in", "inside"), words("out", "outside")],
    };
    const made = solve(specOf(given)).steps.filter(({ scene }) => scene.on === "mat");
    expect(made.map(({ code }) => code)).toEqual([
      ...["load-mat", "run-pen", "turn-sheet", "run-score", "run-pen", "run-cut", "unload-mat"],
    ]);
    expect(made[1]?.scene.pose.flip).toBe(true);
    expect(made[3]?.scene.pose.flip).toBe(false);
    expect(made[1]?.does.every(({ face }) => face === "back")).toBe(true);
  });

  it("say what no mat reaches and what no tool makes, and what helps", () => {
    const large = {
      form: "side-seam-envelope",
      contents: { width: 130, height: 180 },
      method: { kind: "machine", machine: "small-cutter" },
    };
    const found = solve(specOf(large)).findings.find(({ check }) => check === "mat");
    expect(found).toMatchObject({ code: "past-mat", severity: "error", remedy: { code: "other-machine" } });
    const foil = {
      form: "tag",
      contents: { width: 60, height: 40 },
      method: { kind: "machine", machine: "roller-cutter" },
      fittings: [
        {
          id: "l",
          kind: "line",
          role: "foil",
          outline: "heart",
          width: 20,
          height: 20,
          on: { panel: "tag", side: "outside" },
        },
      ],
    };
    expect(solve(specOf(foil)).findings.map(({ check, code }) => `${check}.${code}`)).toContain("mat.no-tool");
  });

  it("use what test cuts have shown for their paper alone", () => {
    const way = (fixes: readonly object[]) => {
      const method = { kind: "machine", machine: "table-cutter", fixes };
      const s = solve(
        specOf({ form: "tag", contents: { width: 60, height: 40 }, stock: { preset: "cover-250" }, method }),
      );
      return s.steps.find(({ code }) => code === "run-cut")?.facts;
    };
    const plain = way([]);
    const fix = { tool: "fine-blade", pressure: 3, passes: 1, speed: -10 };
    expect(way([{ ...fix, stock: "text-120" }])).toEqual(plain);
    expect(way([{ ...fix, stock: "cover-250" }])).toMatchObject({
      pressure: Number(plain?.["pressure"]) + 3,
      passes: Number(plain?.["passes"]) + 1,
      speed: Number(plain?.["speed"]) - 10,
    });
  });
});
