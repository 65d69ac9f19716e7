import { describe, expect, it } from "vitest";
import { poundsOf } from "./papers.ts";
import { catalogue } from "./index.ts";
import { find } from "./entry.ts";

describe("the catalogue", () => {
  it.each(Object.entries(catalogue))("has no id twice in %s, and a name for each", (_, entries) => {
    const ids = entries.map((e: { id: string }) => e.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const entry of entries) expect(entry.title.length).toBeGreaterThan(0);
  });

  it("keeps the ids that others rely on", () => {
    const contents = [
      "us-a1",
      "us-a2",
      "us-a6",
      "us-a7",
      "us-a9",
      "us-slimline",
      "us-mini-slimline",
      "square-3in",
      "square-4in",
      "square-5in",
      "square-6in",
      "square-7in",
      "iso-a7",
      "iso-a6",
      "iso-a5",
      "iso-dl",
      "square-100mm",
      "square-150mm",
      "gift-card",
    ];
    for (const id of contents) expect(find(catalogue.contents, id), id).toBeDefined();
    for (const id of ["us-letter", "us-legal", "us-tabloid", "iso-a4", "iso-a3", "square-12in", "square-6in"])
      expect(find(catalogue.sheets, id), id).toBeDefined();
    for (const id of ["mat-12x12", "mat-12x24", "mat-4.5x12"]) expect(find(catalogue.mats, id), id).toBeDefined();
    for (const id of ["eighth-inch", "five-millimetre"]) expect(find(catalogue.boards, id), id).toBeDefined();
    for (const id of ["envelope-us-a2", "envelope-no-10", "envelope-c6", "envelope-dl"])
      expect(find(catalogue.envelopes, id), id).toBeDefined();
  });

  it("states the standards' own figures", () => {
    expect(find(catalogue.contents, "gift-card")).toMatchObject({ width: 85.6, height: 53.98, thickness: 0.76 });
    // ISO 216: each size is the one above halved, rounded down to the mm
    expect(find(catalogue.contents, "iso-a5")).toMatchObject({ width: 210, height: Math.floor(297 / 2) });
    expect(find(catalogue.contents, "iso-a6")).toMatchObject({ width: 148, height: Math.floor(210 / 2) });
    expect(find(catalogue.contents, "iso-a7")).toMatchObject({ width: 105, height: Math.floor(148 / 2) });
    expect(find(catalogue.contents, "us-a2")).toMatchObject({ width: 139.7, height: 107.95 });
    expect(find(catalogue.mats, "mat-12x12")).toMatchObject({ width: 290, height: 290 });
    expect(find(catalogue.boards, "eighth-inch")).toMatchObject({ notch: 10.7, ruler: "eighth-inch" });
  });

  it("sells every envelope larger than the card it is sold for", () => {
    for (const envelope of catalogue.envelopes) {
      const card = envelope.card === undefined ? undefined : find(catalogue.contents, envelope.card);
      if (!card) continue;
      expect(envelope.width, envelope.id).toBeGreaterThan(card.width);
      expect(envelope.height, envelope.id).toBeGreaterThan(card.height);
    }
  });

  it("lays every contents preset with its longer side across, and says where its figures come from", () => {
    for (const c of catalogue.contents) {
      expect(c.width, c.id).toBeGreaterThanOrEqual(c.height);
      expect(c.source.length, c.id).toBeGreaterThan(3);
    }
  });
});

it("knows papers by the pound as well: worked by hand from the basis sizes", () => {
  // 500 sheets of 25 × 38 in are 306.45 m²: at 120 g/m² 36.77 kg, 81 lb; of 20 × 26 in 167.74 m²: at 250 g/m² 41.94 kg, 92 lb
  expect(poundsOf({ weight: 120, grade: "text" })).toBe("80 lb text");
  expect(poundsOf({ weight: 250, grade: "cover" })).toBe("90 lb cover");
  expect(catalogue.stocks.map((s) => s.grade).filter((g) => g === "cover")).toHaveLength(4);
});
