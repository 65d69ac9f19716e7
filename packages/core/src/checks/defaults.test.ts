/** What a maker gets who has set nothing: no form has a warning to say of itself, and nothing that is said refutes itself. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { forms } from "../forms/all.ts";
import { type Form, makes } from "../forms/form.ts";
import type { Finding } from "../model/solution.ts";
import { setupOf } from "../recipe/readMethod.ts";
import { solve, untried } from "../solve.ts";
import { randomFitted } from "../test/randomFittings.ts";
import { randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { formatLength, onRuler } from "../units/format.ts";
import { sayFinding } from "../words/en.ts";

/** What is usually put in, or asked for, by what a form is for. */
const USUAL: Readonly<Record<Form["purpose"], readonly string[]>> = {
  envelope: ["us-a2", "iso-a6"],
  pocket: ["gift-card", "iso-a6"],
  band: ["iso-a6"],
  treat: ["bar-150", "ball-40", "lolly-30"],
  card: ["iso-a6", "us-a2"],
  part: ["iso-a6", "us-a2"],
};

const cases = forms.flatMap((form) =>
  catalogue.boards
    .filter((board) => makes(form, board.kind))
    .flatMap((board) => USUAL[form.purpose].map((preset) => [form.id, board.id, preset, form] as const)),
);

describe("a draft in which nothing was set", () => {
  it.each(cases)("%s on %s for %s says nothing against itself", (form, board, preset, { usualStock }) => {
    const spec = specOf({
      ...{ form, contents: { preset }, method: { board } },
      ...(usualStock !== undefined && { stock: { preset: usualStock } }),
    });
    const told = solve(spec).findings.filter((f) => f.severity !== "advice");
    expect(told.map((f) => sayFinding(f, { unit: "mm" }))).toEqual([]);
  });
});

/** A figure and what it should be, told as the same length, though one is less than the other. */
function refutesItself(found: Finding, grid: number): boolean {
  const display = onRuler({ unit: "mm" }, grid);
  const [figure, limit] = [found.figure, found.limit].map((mm) => formatLength(mm, display));
  const said = sayFinding(found, display);
  return figure === limit && found.figure !== found.limit && said.split(figure ?? "").length > 2;
}

describe("what is told of a draft", () => {
  /* too little by less than a tenth of a mm, or by the noise of a sum, is enough: 304.62 of paper over 304.62 of a thing */
  it.each([
    [
      "pocket-low",
      { form: "tapered-pouch", contents: { width: 50.91, height: 304.62, thickness: 0.1 }, settings: { tab: 8 } },
    ],
    [
      "close",
      {
        ...{ form: "card-base", contents: { width: 135, height: 60, thickness: 1 } },
        fittings: [{ id: "m", kind: "slit", on: { panel: "front", side: "outside" }, long: 3, rows: 2, apart: 2.95 }],
      },
    ],
  ])("has no %s of less than is told of it", (code, given) => {
    const codes = untried(specOf({ method: { board: "scoring-millimetre" }, ...given })).map((f) => f.code);
    expect(codes).not.toContain(code);
  });

  it.each(forms.map((f) => [f.id, f] as const))("of %s never refutes itself, and is told once", (_, form) => {
    const fitted = randomFitted(form);
    fc.assert(
      fc.property(fitted ? fc.oneof(randomSpec(form), fitted) : randomSpec(form), (spec) => {
        // read through: no button is tried
        const { grid } = setupOf(spec);
        const findings = untried(spec);
        const said = findings.map((f) => sayFinding(f, onRuler({ unit: "mm" }, grid)));
        expect(findings.filter((f) => refutesItself(f, grid))).toEqual([]);
        for (const text of said) expect(text).not.toMatch(/undefined|NaN|\[object/u);
        const places = findings.map(
          (f, i) => `${f.piece ?? ""}/${f.panel ?? ""}/${String(f.facts?.["fitting"])}: ${said[i] ?? ""}`,
        );
        expect(new Set(places).size).toBe(places.length);
      }),
      { numRuns: runs(25) },
    );
  });
});
