import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { chartOf } from "./chart.ts";
import { forms } from "../forms/all.ts";
import { tableCells, tableSize } from "./table.ts";
import { cardPile, insidePile } from "./pile.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { toolIn } from "../recipe/readMethod.ts";

describe("every form for every card", () => {
  it("has one cell for each, the same as that form's own chart says", () => {
    const cells = [...tableCells({ unit: "mm" })];
    expect(cells).toHaveLength(tableSize);
    expect(tableSize).toBe(forms.length * catalogue.contents.length);
    const chart = chartOf({ form: "pointed-envelope", board: "scoring-millimetre" });
    if (!chart.ok) throw new Error("no chart");
    const column = cells.filter((c) => c.form === "pointed-envelope");
    expect(column.map((c) => c.blank)).toEqual(chart.rows.map((r) => r.blank));
    expect(new Set(cells.map((c) => toolIn(c.spec.method)))).toEqual(new Set(["one-millimetre", "scoring-millimetre"]));
  });

  it("reads inches where inches are asked for, and can be stopped at any cell", () => {
    const cells = tableCells({ unit: "in", sheet: { width: 215.9, height: 279.4 } });
    expect(cells.next().value).toMatchObject({ form: forms[0]?.id, spec: { method: { board: "eighth-inch" } } });
    cells.return(undefined);
    expect(cells.next().done).toBe(true);
  });
});

describe("the pile from the side", () => {
  /* Two plies of 0.3 and a leaf of 0.4 are 1.0; a gift card of 0.76 on it makes 1.76. */
  it("adds up what goes in", () => {
    const spec = specOf({
      form: "deep-envelope",
      contents: {
        width: 148,
        height: 105,
        name: "Card",
        pile: [
          { name: "Base", thickness: 0.3, count: 2 },
          { name: "Leaf", thickness: 0.4 },
        ],
        also: [{ preset: "gift-card" }],
      },
    });
    const pile = insidePile(spec);
    expect(pile.plies.map((p) => [p.name, p.count, p.thickness])).toEqual([
      ["Base", 2, 0.3],
      ["Leaf", 1, 0.4],
      ["Gift card", 1, 0.76],
    ]);
    expect(pile.total).toBeCloseTo(1.76, 9);
    const [whole] = solve(spec).contents;
    expect(whole?.thickness).toBeCloseTo(1.76, 9);
    expect(whole?.things).toEqual([
      { name: "Card", width: 148, height: 105, thickness: 1, above: 0 },
      { name: "Gift card", width: 85.6, height: 53.98, thickness: 0.76, above: 1 },
    ]);
  });

  it("shows a card's base, its layers and the foam beneath them", () => {
    const s = solve(
      specOf({
        form: "card-base",
        contents: { width: 148, height: 105 },
        stock: { caliper: 0.3, weight: 250 },
        settings: { fold: "tri" },
        layers: [{ kind: "mat", name: "Mat", border: 4, raised: 2, stock: { caliper: 0.15, weight: 120 } }],
      }),
    );
    const pile = cardPile(s);
    expect(pile?.plies.map((p) => [p.name, p.count, p.kind])).toEqual([
      ["Card base", 3, "base"],
      ["Foam", 1, "foam"],
      ["Mat", 1, "layer"],
    ]);
    expect(pile?.total).toBeCloseTo(3 * 0.3 + 2 + 0.15, 9);
    expect(pile?.total).toBeCloseTo(s.finished?.thickness ?? 0, 9);
  });
});
