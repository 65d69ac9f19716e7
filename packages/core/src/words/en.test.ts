import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checks } from "../checks/index.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { forms } from "../forms/all.ts";
import type { Place } from "../model/fitting.ts";
import { solve, untried } from "../solve.ts";
import { randomSpec, specOf, runs } from "../test/randomSpec.ts";
import {
  dimensionWords,
  findingWords,
  remedyWords,
  sayCannot,
  sayCut,
  termsIn,
  sayDimension,
  sayFinding,
  sayPlace,
  sayProblem,
  sayStep,
} from "./en.ts";

const MM = { unit: "mm" } as const;

describe("where a thing lies", () => {
  const at = (x: Place["x"], y: Place["y"], turn = 0) => sayPlace({ x, y, turn }, undefined, MM);

  it("is said by its rule, from the edge or the middle, to the side that it is moved to", () => {
    expect(at({ from: "centre", by: 3 }, { from: "centre", by: -2 })).toMatch(
      /2.mm below the middle, 3.mm right of the middle/u,
    );
    expect(at({ from: "centre", by: -3 }, { from: "centre", by: 2 })).toMatch(
      /2.mm above the middle, 3.mm left of the middle/u,
    );
    expect(at({ from: "right", by: 0 }, { from: "top", by: 8 }, 6)).toMatch(
      /8.mm from the top, at the right, turned 6°/u,
    );
    expect(at({ from: "centre", by: 0 }, { from: "centre", by: 0 })).toBe("centred");
  });
});

describe("words", () => {
  it("has a sentence for every code of every check, and none that no check uses", () => {
    const codes = checks.flatMap((c) => c.codes.map((code) => `${c.id}.${code}`)).sort();
    expect(Object.keys(findingWords).sort()).toEqual(codes);
  });

  it.each(forms.map((f) => [f.id, f] as const))(
    "says every step, dimension and finding of %s without a hole",
    (_, form) => {
      fc.assert(
        fc.property(randomSpec(form), (spec) => {
          const asked = { ...spec, sheet: { width: 210, height: 297 }, tape: 9 };
          const s = solve(asked);
          const said = [
            ...s.steps.map((x) => sayStep(x, MM)),
            ...s.dimensions.map(sayDimension),
            // the words of every button, also of those that are not offered here
            ...untried(asked).flatMap((f) => [
              sayFinding(f, MM),
              ...[f.remedy, ...(f.others ?? [])].flatMap((remedy) =>
                remedy ? [remedyWords({ ...f, remedy }, MM)] : [],
              ),
            ]),
          ];
          for (const sentence of said) {
            expect(sentence).not.toMatch(/undefined|NaN|\[object|\{|~~|!/u);
            expect(sentence.length).toBeGreaterThan(2);
          }
        }),
        { numRuns: runs(40) },
      );
    },
  );

  it("names every dimension that a form draws, a setting's by its own label", () => {
    for (const form of forms) {
      for (const d of solve(specOf({ form: form.id, contents: { preset: "us-slimline" }, settings: {} })).dimensions)
        expect(d.title ?? dimensionWords[d.code], d.id).toBeDefined();
    }
  });
});

describe("problems, each a sentence with what is allowed", () => {
  const base = { form: "square-blank-envelope", contents: { preset: "iso-a6" } };
  const told = (given: unknown): string[] => {
    const read = readSpec(given);
    return read.ok ? [] : read.problems.map((p) => `${p.field}: ${sayProblem(p, MM)}`);
  };

  it.each([
    [{ ...base, contents: { preset: "iso-a6", width: "x" } }, /^contents\.width: 'x' is not a length: write it like/u],
    [
      { ...base, contents: { preset: "iso-a6", width: 0 } },
      /^contents\.width: 0.mm is too small: 20.mm to 600.mm is allowed$/u,
    ],
    [{ ...base, contents: { preset: "iso-a6", width: -5 } }, /too small/u],
    [
      { ...base, contents: { preset: "iso-a6", width: "10 m" } },
      /^contents\.width: 10000.mm is too large: 20.mm to 600.mm is allowed$/u,
    ],
    [{ ...base, contents: { preset: "iso-a6", width: "4 ell" } }, /unit this does not know: use mm, cm, m or in/u],
    [{ ...base, contents: { preset: "a-hat" } }, /'a-hat' is not in the catalogue; known: us-mini-slimline/u],
    [{ ...base, sizzle: 1 }, /^sizzle: is not a word this understands; allowed here: units, form/u],
    [{ ...base, settings: { plya: 1 } }, /^settings\.plya: is not a word/u],
    [{ ...base, settings: { closure: "wax" } }, /'wax' is not one of: none, tab/u],
    [{ ...base, quantity: 2.5 }, /^quantity: must be a whole number$/u],
    [{ ...base, quantity: 0 }, /1 to 5000 is allowed/u],
    [{ ...base, method: { kind: "scoring-board" } }, /cannot be made with 'scoring-board'/u],
    [{ ...base, units: "furlong" }, /'furlong' is not one of: mm, cm, in/u],
    [{ form: "square-blank-envelope" }, /^contents: missing: give a preset/u],
    [{ contents: { preset: "iso-a6" } }, /^form: missing/u],
    [[], /must be an object/u],
    [null, /must be an object/u],
    ["text", /must be an object/u],
    [{ ...base, contents: { width: { a: 1 }, height: 100 } }, /not a length/u],
  ])("%j", (given, sentence) => {
    expect(told(given).join("\n")).toMatch(sentence);
  });

  it("never throws, whatever it is given", () => {
    fc.assert(
      fc.property(fc.jsonValue(), (junk) => {
        expect(readSpec(junk).ok).toBe(false);
        readSpec({ ...base, settings: junk, contents: junk, method: junk, sheet: junk });
      }),
      { numRuns: runs(500) },
    );
  });
});

describe("words for making it in another size, and for the trimmer", () => {
  const plain = (text: string): string => text.replace(/\s/gu, " ");

  it("names what cannot follow, with its figures", () => {
    expect(plain(sayCannot({ code: "bound", label: "Top flap", wanted: 560, made: 300 }, MM))).toBe(
      "Top flap would come to 560 mm, and 300 mm is as far as it goes.",
    );
    expect(plain(sayCannot({ code: "thing", label: "Bookmark", axis: "width", size: 120 }, MM))).toBe(
      "Bookmark keeps its width of 120 mm, more than the card: it decides how large the inside is.",
    );
  });

  it("reads the trimmer's settings in the unit on show, and how often each is used", () => {
    const cut = { measure: 69.85, along: "width", times: 2, of: "sheet" } as const;
    expect(plain(sayCut(cut, { unit: "in", fraction: 16 }))).toBe("2 3⁄4 in across, twice");
    expect(plain(sayCut({ measure: 70, along: "width", times: 1, of: "strip" }, MM))).toBe(
      "70 mm across, in the strip cut off",
    );
    expect(plain(sayCut({ along: "height", measure: 210, times: 3, of: "sheet" }, MM))).toBe("210 mm down, 3 times");
  });
});

describe("words of the craft", () => {
  it("are explained where they stand, in their order, and not where they are part of another", () => {
    const step = "Turn it. Edge against the fence, last score on the guide line.";
    expect(termsIn(step).map((t) => t.word)).toEqual(["fence", "score", "guide line"]);
    expect(termsIn("It is unstoppable and scored.")).toEqual([]);
    for (const { means } of termsIn(step)) expect(means).toMatch(/^[a-z].+[^.]$/u);
  });
});
