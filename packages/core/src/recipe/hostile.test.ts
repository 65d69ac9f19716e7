/** Files and recipes that were damaged, or made to do harm: whatever is read, there is an answer and never a throw. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove } from "../folding/proof.ts";
import { forms } from "../forms/all.ts";
import { readProject, writeProject } from "../formats/project.ts";
import { solve } from "../solve.ts";
import { randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { readSpec } from "./readSpec.ts";
import { readBack } from "../asks/workBack.ts";

/** What people never write and programs do. */
const NASTY: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1e308,
  "",
  "5 constructor",
  "5 toString",
  `${"9".repeat(400)}/${"9".repeat(400)}`,
  "9".repeat(400),
  "x".repeat(5000),
  "__proto__",
  "constructor",
  [],
  [null],
  {},
  { constructor: 1, hasOwnProperty: 2 },
  JSON.parse('{"__proto__": {"polluted": true}}'),
];

/** Every place in a value, as a path. */
function placesIn(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  const inner = typeof value === "object" && value !== null ? Object.entries(value) : [];
  return [path, ...inner.flatMap(([key, part]) => placesIn(part, [...path, key]))];
}

/** The value with something else at a place, or with one more field there. */
function damaged(value: unknown, [key, ...rest]: readonly string[], by: unknown, added: string | undefined): unknown {
  if (key === undefined)
    return added !== undefined && typeof value === "object" && value !== null ? { ...value, [added]: by } : by;
  if (Array.isArray(value))
    return value.map((part: unknown, i) => (String(i) === key ? damaged(part, rest, by, added) : part));
  const given = value as Record<string, unknown>;
  return { ...given, [key]: damaged(given[key], rest, by, added) };
}

const anySpec = fc.constantFrom(...forms).chain((form) => randomSpec(form));
const harm = fc.record({
  where: fc.nat(),
  by: fc.constantFrom(...NASTY),
  added: fc.option(fc.constantFrom("constructor", "__proto__", "x".repeat(300), "thickness"), { nil: undefined }),
});
const spoiled = (
  value: unknown,
  harms: readonly { where: number; by: unknown; added: string | undefined }[],
): unknown =>
  harms.reduce((now, { where, by, added }) => {
    const places = placesIn(now);
    return damaged(now, places[where % places.length] ?? [], by, added);
  }, value);

describe("what is damaged or hostile", () => {
  it("is read or refused, recipe by recipe: never thrown at, never told back at length, never made of no numbers", () => {
    fc.assert(
      fc.property(anySpec, fc.array(harm, { minLength: 1, maxLength: 3 }), (spec, harms) => {
        const fitted = { ...spec, fittings: [{ kind: "mat", border: 4 }] };
        const given = spoiled(JSON.parse(JSON.stringify(spec.form === "card-base" ? fitted : spec)), harms);
        const read = readSpec(given);
        if (!read.ok) {
          for (const { field, facts } of read.problems) {
            expect(field.split(".").every((part) => part.length <= 80)).toBe(true);
            expect(String(facts["given"] ?? "").length).toBeLessThanOrEqual(80);
          }
          return;
        }
        expect(JSON.stringify(read.value)).not.toMatch(/NaN|Infinity|:null/u);
        const { findings, pieces } = solve(read.value);
        expect(findings).toBeDefined();
        for (const { blank } of pieces) expect(Number.isFinite(blank.width * blank.height)).toBe(true);
      }),
      { numRuns: runs(400) },
    );
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });

  it("is read or refused, file by file, and whatever text it is", () => {
    const [form] = forms;
    if (!form) throw new Error("no form");
    const draft = {
      id: "a",
      name: "Invitation",
      tags: [],
      note: "",
      made: "2026-09-01T10:00:00.000Z",
      changed: "2026-09-01T10:00:00.000Z",
      step: 1,
      spec: specOf({ form: form.id, contents: { preset: "iso-a6" } }),
    };
    const file = writeProject([draft, { ...draft, id: "b" }]);
    fc.assert(
      fc.property(fc.array(harm, { minLength: 1, maxLength: 3 }), (harms) => {
        readProject(JSON.stringify(spoiled(JSON.parse(file), harms)));
        readBack(spoiled({ units: "in", envelope: { width: "5", height: "4" }, card: {} }, harms));
      }),
      { numRuns: runs(300) },
    );
    fc.assert(
      fc.property(fc.nat(file.length), fc.string(), fc.nat(40), (at, text, cut) => {
        readProject(file.slice(0, at) + text + file.slice(at + cut));
      }),
      { numRuns: runs(300) },
    );
  });

  it("is proved without a throw, even where the paper cannot be made", () => {
    const long = solve(
      specOf({
        form: "square-blank-envelope",
        contents: { width: 20, height: 489.31, thickness: 4.49 },
        stock: { preset: "cover-300" },
        settings: { tipTrim: 144.91, glueStrip: 13.1, cornerRadius: 13.29 },
        method: { board: "five-millimetre", notch: 25.2 },
      }),
    );
    expect(prove(long)).toBeDefined();
    fc.assert(
      fc.property(
        anySpec,
        fc.integer({ min: 20, max: 600 }),
        fc.integer({ min: 20, max: 600 }),
        (spec, width, height) => {
          const read = readSpec({ ...spec, contents: { ...spec.contents, width, height }, fittings: undefined });
          if (read.ok) expect(prove(solve(read.value))).toBeDefined();
        },
      ),
      { numRuns: runs(100) },
    );
  });
});
