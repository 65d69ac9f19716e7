/** What is laid begins as it is usually made; and what the tray offers of it. */
import "@cut-fold/core/forms";
import {
  catalogue,
  changed,
  draw,
  type Fitting,
  formById,
  IN_THE_MIDDLE,
  kindById,
  loadedForms,
  readSpec,
  type Spec,
} from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { anotherLike, freshPaper, freshPart } from "./fresh.ts";
import { foundIn, madeWith, trayFor } from "./traySaid.ts";

function specOf(given: object): Spec {
  const read = readSpec({ units: "mm", method: { board: "scoring-millimetre" }, ...given });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}
const ON = { panel: "front", side: "outside" } as const;
const FRONT = { width: 105, height: 148 };
const card = specOf({ form: "card-base", contents: FRONT, stock: { preset: "cover-250" } });
const part = (id: string, spec: Spec = card): Fitting => {
  const form = formById(id);
  if (!form) throw new Error(`no form ${id}`);
  return freshPart(form, ON, FRONT, 1, spec);
};
const withRows = (spec: Spec, ...fittings: Fitting[]): Spec => {
  const read = changed(spec, { fittings });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};

describe("a part that is laid", () => {
  it("is a tag in a tag's size, whatever lies under it", () => {
    expect(part("tag")["contents"]).toMatchObject({ width: 50, height: 74 });
    const form = formById("tag");
    expect(form && freshPart(form, ON, { width: 300, height: 300 }, 1, card)["contents"]).toMatchObject({
      ...{ width: 50, height: 90 },
    });
  });

  it("is an envelope of paper that it can be folded from; light paper stays the draft's own", () => {
    expect(part("side-seam-envelope")["stock"]).toEqual({ preset: "text-120" });
    const light = specOf({ form: "card-base", contents: FRONT, stock: { preset: "text-120" } });
    expect(part("side-seam-envelope", light)["stock"]).toBeUndefined();
    // a pocket is folded from card
    expect(part("side-tab-pocket")["stock"]).toBeUndefined();
  });

  it("is a corner pocket in its corner, and a pocket for the gift card where one fits", () => {
    expect(part("diagonal-pocket").at).toMatchObject({ x: { from: "left", by: 0 }, y: { from: "bottom", by: 0 } });
    expect(part("side-tab-pocket")["contents"]).toEqual({ preset: "gift-card" });
    expect(part("side-tab-pocket").at).toEqual(IN_THE_MIDDLE);
  });

  it("is a box for something thick", () => {
    expect(part("pillow-box")["contents"]).toMatchObject({ thickness: 12 });
  });

  it("has paper that there is", () => {
    const named = [part("side-seam-envelope"), freshPaper(kind("mat"), ON, FRONT, 1, card)];
    for (const { stock } of named)
      expect(catalogue.stocks.map(({ id }) => id)).toContain((stock as { readonly preset: string }).preset);
  });
});

const kind = (id: string) => {
  const found = kindById(id);
  if (!found) throw new Error(`no kind ${id}`);
  return found;
};

describe("paper that is laid on paper", () => {
  it("stands off what is under it", () => {
    const first = freshPaper(kind("mat"), ON, FRONT, 1, card);
    const two = withRows(card, first);
    const second = freshPaper(kind("mat"), { ...ON, panel: "mat", fitting: first.id }, FRONT, 1, two);
    expect([first["stock"], second["stock"]]).toEqual([{ preset: "text-120-plum" }, { preset: "text-90" }]);
    expect([first.name, second.name, second.id]).toEqual(["Mat", "Mat 2", "mat-2"]);
  });

  it("has a name of its own, when one between was taken away too", () => {
    const [one, two] = [freshPaper(kind("panel"), ON, FRONT, 1, card)].flatMap((first) => [
      first,
      freshPaper(kind("panel"), ON, FRONT, 1, withRows(card, first)),
    ]) as [Fitting, Fitting];
    // "Panel" is gone, "Panel 2" is left: the next is not a second "Panel 2"
    const next = freshPaper(kind("panel"), ON, FRONT, 1, withRows(card, two));
    expect([one.name, two.name, next.name]).toEqual(["Panel", "Panel 2", "Panel"]);
  });
});

describe("another like a thing", () => {
  const panel = (x: number, y: number, width: number, height: number): Fitting => ({
    ...{ id: "note", kind: "panel", name: "Note", on: ON, width, height },
    at: { x: { from: "left", by: x }, y: { from: "bottom", by: y }, turn: 0 },
  });
  /** The place of the other: mm from the left and from the bottom of a front of 105 × 148. */
  const beside = (thing: Fitting): readonly [number, number] => {
    const spec = withRows(card, thing);
    const lies = draw(spec).fittings.find(({ id }) => id === "note");
    const other = anotherLike(thing, spec.fittings ?? [], lies, 1);
    expect([other.id, other.name]).toEqual(["note-2", "Note 2"]);
    return [other.at.x.by, other.at.y.by];
  };

  it("lies to the right where there is room, 3 mm on; else to the left, below, above", () => {
    // 10 + 30 + 3 = 43, and 43 + 30 ≤ 105
    expect(beside(panel(10, 20, 30, 20))).toEqual([43, 20]);
    // 70 + 33 + 30 > 105, 70 − 33 = 37
    expect(beside(panel(70, 20, 30, 20))).toEqual([37, 20]);
    // 90 wide has room on neither side: 60 − 23 = 37
    expect(beside(panel(5, 60, 90, 20))).toEqual([5, 37]);
    // nor below 10: 10 + 23 = 33
    expect(beside(panel(5, 10, 90, 20))).toEqual([5, 33]);
  });

  it("lies a little off where its ground is full, so that both are seen", () => {
    expect(beside(panel(5, 5, 90, 130))).toEqual([8, 2]);
  });
});

describe("the tray", () => {
  const face = { panel: "front", side: "outside", name: "Front" } as const;
  const groups = trayFor(face, card, draw(card), loadedForms());

  it("offers paper, what is done to paper, and holders; no card, and nothing that goes round things", () => {
    expect(groups.map(({ things }) => things.length > 4)).toEqual([true, true, true]);
    const forms = groups.at(-1)?.things.map(({ row }) => formById(String(row["form"]))?.purpose) ?? [];
    expect(forms).not.toContain("card");
    expect(forms).not.toContain("band");
    expect(trayFor(face, card, draw(card), undefined).at(-1)?.things).toEqual([]);
  });

  it("has each thing drawn on its ground; what lies across the fold has none on the outside, and no tile", () => {
    for (const { row, title } of groups.flatMap(({ things }) => things)) {
      const made = madeWith(card, row);
      if (kindById(row.kind)?.acrossFold) expect(made, title).toBeUndefined();
      else expect(made?.lies.ground, title).toMatchObject({ panel: "front" });
    }
  });

  it("is searched by any words of a thing, in any order", () => {
    const titles = (typed: string): string[] =>
      foundIn(groups, typed).flatMap(({ things }) => things.map((t) => t.title));
    expect(titles("mat")).toContain("Mat");
    expect(titles("POCKET side")).toContain("Side-tab pocket");
    expect(titles("apple pie")).toEqual([]);
    expect(titles(" ")).toHaveLength(groups.flatMap(({ things }) => things).length);
  });
});
