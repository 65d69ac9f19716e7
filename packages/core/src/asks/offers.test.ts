/** What is said of each thing that could be made: true of the very recipe it opens. */
import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { takesPaper } from "../model/piece.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { offersFor } from "./offers.ts";

describe("what could be made", () => {
  const asked = specOf({
    ...{ form: "side-tab-pocket", contents: { preset: "gift-card" }, sheet: { preset: "iso-a4" } },
    method: { board: "scoring-millimetre" },
  });
  const offers = offersFor(asked);

  it("is every form, each at least once", () => {
    expect([...new Set(offers.map(({ form }) => form))].sort()).toEqual(forms.map(({ id }) => id).sort());
  });

  it("is on the board in hand where it says so: all but what only a punch makes", () => {
    const off = offers.filter(({ facts }) => !facts.onBoard).map(({ form }) => form);
    expect([...new Set(off)]).toEqual(["square-blank-envelope"]);
  });

  it("is of one sheet, without glue, and straight where it says so", () => {
    for (const { facts, spec } of offers) {
      const { pieces, steps } = solve(spec);
      if (facts.oneSheet) expect(pieces.filter(takesPaper)).toHaveLength(1);
      if (facts.noGlue) expect(steps.filter(({ kind }) => kind === "glue")).toEqual([]);
    }
    const straight = (form: string): boolean[] => offers.filter((o) => o.form === form).map((o) => o.facts.straight);
    expect(straight("card-base")).toContain(true);
    expect(straight("pillow-box")).not.toContain(true);
  });
});
