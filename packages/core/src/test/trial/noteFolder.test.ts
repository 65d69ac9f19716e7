/** The form that `docs/adding-a-form.md` builds: what is printed there is this file, and it folds. */
import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove } from "../../folding/proof.ts";
import { register } from "../../forms/index.ts";
import { solve } from "../../solve.ts";
import { randomSpec, specOf, runs } from "../randomSpec.ts";
import { noteFolder } from "./noteFolder.ts";

register(noteFolder);
const read = (path: string): string => readFileSync(new URL(path, import.meta.url), "utf8");

describe("the form of the guide", () => {
  it("is printed in the guide as it is", () => {
    expect(read("../../../../../docs/adding-a-form.md")).toContain(read("./noteFolder.ts").trim());
  });

  /* A6 with 1 mm: 148 + 1 + 1.5 → 151 across, 105 + 0.5 + 1.5 → 107 up; 150.5 + 151 + 12 and 107 + 12. */
  it("comes out as it is worked in the guide", () => {
    const s = solve(
      specOf({
        form: "note-folder",
        contents: { width: 148, height: 105, thickness: 1 },
        stock: { caliper: 0.15, weight: 120 },
        method: { board: "scoring-millimetre" },
      }),
    );
    expect(s.pieces.map((p) => p.blank)).toEqual([{ width: 313.5, height: 119 }]);
    expect(s.pieces[0]?.glue).toMatchObject(
      ["foot", "side"].map((panel) => ({ panel: "cover", face: "front", onto: { panel, face: "back" } })),
    );
    expect(prove(s)).toMatchObject({ ok: true, crossings: [] });
  });

  it("folds with every card, paper and ruler", () => {
    fc.assert(
      fc.property(randomSpec(noteFolder), (spec) => {
        const proof = prove(solve(spec));
        expect(proof.ok, JSON.stringify(proof)).toBe(true);
      }),
      { numRuns: runs(150) },
    );
  });
});
