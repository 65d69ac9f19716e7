import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { stockName, trimPlans } from "../layout/trimPlan.ts";
import type { Layout } from "../model/layout.ts";
import { type ShelfEntry, type ShelfOffcut, type ShelfPaper, shelfSchema } from "../model/shelf.ts";
import { type Spec, stockAsText } from "../model/spec.ts";
import { changed } from "../recipe/change.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { jobFor, layOut, searchFor } from "./layout.ts";
import {
  chooseBoard,
  chooseContents,
  choosePaper,
  chooseSheet,
  inHandFor,
  layoutOfPlans,
  putBack,
  stockOf,
  taken,
  takingOf,
  toBuy,
  withoutRest,
  withRest,
  wouldDo,
} from "./onShelf.ts";

const oat: ShelfPaper = {
  kind: "paper",
  id: "p-oat",
  title: "Oat laid",
  weight: 118,
  caliper: 0.16,
  face: "#e9d9bb",
  back: "#ffffff",
  grain: "height",
  width: 210,
  height: 297,
  left: 3,
  price: 0.4,
};
const rest = (id: string, width: number, height: number, left = 1, paper = "Oat laid"): ShelfOffcut => ({
  ...{ kind: "offcut", id, paper, width, height, left },
});
const tags = (quantity: number, sheet?: Spec["sheet"]): Spec =>
  specOf({
    form: "tag",
    contents: { width: 60, height: 100, thickness: 0.3 },
    method: { board: "scoring-millimetre" },
    quantity,
    ...(sheet && { sheet }),
  });
const withPaper = (spec: Spec, paper: ShelfPaper): Spec => {
  const read = changed(spec, choosePaper(paper));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};
const laid = (specs: readonly Spec[], shelf: readonly ShelfEntry[]): Layout => {
  const items = specs.map((spec, i) => ({ id: `d${String(i)}`, spec, quantity: spec.quantity }));
  const job = jobFor({ items, inHand: inHandFor(specs, shelf, { width: 210, height: 297 }) });
  const ready = searchFor({ ...job, effort: 20_000 });
  const layout = ready.ok ? layOut({ ...job, effort: 20_000 }, ready.search) : undefined;
  if (!layout) throw new Error("nothing laid");
  return layout;
};

describe("what is chosen of the shelf", () => {
  it("a paper brings all that is known of it, its sheet with it, and takes back what was said before", () => {
    const before = specOf({ form: "tag", contents: { width: 60, height: 100 }, stock: { preset: "cover-300" } });
    const spec = withPaper(before, oat);
    expect(spec.stock).toEqual({
      ...{ own: "p-oat", title: "Oat laid", weight: 118, caliper: 0.16 },
      ...{ face: "#e9d9bb", back: "#ffffff", grain: "height" },
    });
    expect(spec.sheet).toEqual({ own: "p-oat", width: 210, height: 297 });
    // and a paper of the catalogue takes back what the shelf's has brought
    const after = changed(spec, choosePaper("text-90"));
    expect(after.ok && after.value.stock).toEqual({
      ...{ preset: "text-90", title: "Text 90 g/m², chalk", caliper: 0.113, weight: 90 },
    });
  });

  it("what is changed of it is the draft's own from then on; turning it, or its pattern's side, changes nothing of it", () => {
    const spec = withPaper(tags(4), oat);
    const own = (change: Parameters<typeof changed>[1], part: "stock" | "sheet" | "contents" | "method") => {
      const read = changed(spec, change);
      return read.ok ? read.value[part]?.own : "refused";
    };
    expect(own({ stock: { pattern: "inside" } }, "stock")).toBe("p-oat");
    expect(own({ stock: { caliper: 0.2 } }, "stock")).toBeUndefined();
    expect(own({ at: ["stock", "weight"], value: 90 }, "stock")).toBeUndefined();
    expect(own({ sheet: { width: 297, height: 210 } }, "sheet")).toBe("p-oat");
    expect(own({ sheet: { width: 200 } }, "sheet")).toBeUndefined();
    expect(own({ quantity: 7 }, "sheet")).toBe("p-oat");
    expect(own([{ at: ["sheet", "height"], value: 290 }], "sheet")).toBeUndefined();
  });

  it("things and boards come whole; a size that is typed afterwards is nobody's but the draft's", () => {
    const thing = chooseContents({
      ...{ kind: "contents", id: "c-1", title: "Raffle card", width: 90, height: 55, thickness: 0.4 },
    });
    const board = chooseBoard({
      ...{ kind: "board", id: "b-1", title: "The old board", method: "punch-board", board: "eighth-inch", notch: 11 },
    });
    const first = changed(specOf({ form: "square-blank-envelope", contents: { preset: "us-a2" } }), thing);
    const read = first.ok ? changed(first.value, board) : first;
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.value.contents).toMatchObject({
      own: "c-1",
      name: "Raffle card",
      width: 90,
      height: 55,
      thickness: 0.4,
    });
    expect(read.value.contents.preset).toBeUndefined();
    expect(read.value.method).toMatchObject({ own: "b-1", board: "eighth-inch", notch: 11 });
    const typed = changed(read.value, { contents: { width: 91 } });
    expect(typed.ok && typed.value.contents.own).toBeUndefined();
    const turned = changed(read.value, { contents: { width: 55, height: 90 } });
    expect(turned.ok && turned.value.contents.own).toBe("c-1");
    const punched = changed(read.value, { method: { notch: 10 } });
    expect(punched.ok && punched.value.method.own).toBeUndefined();
  });

  it("an id that is no id, a colour that is none, and a grain that is none are refused where they stand", () => {
    const given = { form: "tag", contents: { width: 60, height: 100 } };
    const read = changed(specOf(given), { stock: { own: "a b", face: "red", grain: "up" as "width" } });
    expect(read.ok ? [] : read.problems.map(({ field }) => field)).toEqual(["stock.own", "stock.face", "stock.grain"]);
  });
});

describe("what a run is cut from", () => {
  it("offcuts of its paper come first, the smallest before the larger, then the paper's own sheets; other papers' do not", () => {
    const shelf = [oat, rest("large", 200, 150), rest("small", 100, 120, 2), rest("other", 100, 100, 1, "Plum")];
    const spec = withPaper(tags(4), oat);
    expect(inHandFor([spec], shelf, { width: 100, height: 100 })).toEqual([
      { id: "offcut:small", stock: "Oat laid", width: 100, height: 120, count: 2, offcut: true },
      { id: "offcut:large", stock: "Oat laid", width: 200, height: 150, count: 1, offcut: true },
      { id: "paper:p-oat", stock: "Oat laid", width: 210, height: 297, count: 5000, offcut: false, grain: "height" },
    ]);
  });

  it("an offcut that is itself the sheet in hand is not there twice", () => {
    const one = rest("mine", 200, 150);
    const read = changed(withPaper(tags(2), oat), { sheet: chooseSheet(one) });
    if (!read.ok) throw new Error("refused");
    expect(inHandFor([read.value], [oat, one], oat as Required<ShelfPaper>, true)).toEqual([
      { id: "sheet:Oat laid", stock: "Oat laid", width: 200, height: 150, count: 5000, offcut: false, grain: "height" },
    ]);
  });

  it("every paper that any form or thing cuts from is there", () => {
    const pouch = specOf({
      ...{ form: "tapered-pouch", contents: { width: 60, height: 90, thickness: 10 }, settings: { handle: "arch" } },
      stock: { preset: "kraft-120" },
    });
    const withHandle = changed(pouch, { settings: { handlePaper: "cover-200" } });
    const layered = specOf({
      form: "card-base",
      contents: { width: 148, height: 105 },
      method: { board: "scoring-millimetre" },
      layers: [{ kind: "frame", border: 5, width: 8, stock: { preset: "text-120-plum" } }],
    });
    const withOwn = changed(pouch, { settings: { handlePaper: stockAsText(stockOf(oat)) } });
    if (!withOwn.ok) throw new Error(JSON.stringify(withOwn.problems));
    expect(solve(withOwn.value).pieces.find(({ id }) => id === "handle")?.stock).toEqual(stockOf(oat));
    // what is no paper is refused as any other word is
    for (const handlePaper of ['{"title":"x"}', "{", "oat"])
      expect(changed(pouch, { settings: { handlePaper } }).ok).toBe(false);
    for (const spec of [withHandle.ok ? withHandle.value : pouch, layered, withOwn.value]) {
      const names = solve(spec).pieces.map((piece) => stockName(piece.stock ?? spec.stock));
      const inHand = inHandFor([spec], [], { width: 210, height: 297 }).map(({ stock }) => stock);
      expect(names.filter((name) => !inHand.includes(name))).toEqual([]);
    }
  });
});

describe("what has to be bought", () => {
  it("is what it takes less what the shelf has, at its price", () => {
    const shelf = [oat];
    const layout = laid([withPaper(tags(40), oat)], shelf);
    const [row, ...more] = toBuy(layout, shelf);
    expect(more).toEqual([]);
    const takes = layout.sheets.length;
    // tags of 60 × 100 all upright, as the fibres run: three beside one another, two above, 210 × 297: six a sheet
    expect(takes).toBe(7);
    expect(row).toEqual({
      ...{ stock: "Oat laid", size: { width: 210, height: 297 }, takes, offcuts: 0, onShelf: 3 },
      ...{ buy: takes - 3, price: 0.4, cost: 0.4 * (takes - 3) },
    });
  });

  it("where nothing is known of a paper, all of it is bought, at no price that was made up", () => {
    const layout = laid([tags(4)], []);
    expect(toBuy(layout, [])).toEqual([
      {
        ...{ stock: "Text 120 g/m², oat", size: { width: 210, height: 297 }, takes: 1, offcuts: 0 },
        ...{ onShelf: undefined, buy: 1, price: undefined, cost: undefined },
      },
    ]);
  });

  it("is whole sheets, where a mat takes less of them", () => {
    const spec = tags(4, { width: 297, height: 420 });
    const inHand = inHandFor([spec], [], { width: 297, height: 420 });
    const job = jobFor({ items: [{ id: "d", spec, quantity: 4 }], inHand, mat: { id: "m", width: 290, height: 290 } });
    const ready = searchFor({ ...job, effort: 5000 });
    const layout = ready.ok ? layOut({ ...job, effort: 5000 }, ready.search) : undefined;
    expect(layout?.sheets[0]).toMatchObject({ width: 290, height: 290 });
    expect(layout && toBuy(layout, [], inHand)[0]?.size).toEqual({ width: 297, height: 420 });
  });

  it("what comes out of offcuts takes no sheet", () => {
    const shelf = [oat, rest("r", 140, 110, 2)];
    const layout = laid([withPaper(tags(4), oat)], shelf);
    expect(toBuy(layout, shelf)).toMatchObject([{ stock: "Oat laid", takes: 0, offcuts: 2, buy: 0 }]);
  });
});

describe("what does not come out of what is in hand", () => {
  const large = specOf({
    form: "tag",
    method: { board: "scoring-millimetre" },
    contents: { width: 180, height: 400 },
    quantity: 1,
  });
  const layout = laid([{ ...large, sheet: { width: 210, height: 297 } }], []);

  it("is told of how few parts it would, each glued over the next", () => {
    // 400 in two parts over 12 mm: each 206, beside 180 on 210 × 297
    expect(layout.left[0]?.needs.split).toEqual({ parts: 2, width: 180, height: 206 });
    // 580 in two parts is 296 of 297; in one it is too long by far
    const longer = laid(
      [
        {
          ...specOf({ form: "tag", method: { board: "scoring-millimetre" }, contents: { width: 180, height: 580 } }),
          quantity: 1,
          sheet: { width: 210, height: 297 },
        },
      ],
      [],
    );
    expect(longer.left[0]?.needs.split).toEqual({ parts: 2, width: 180, height: 296 });
    // wider than the sheet is long, no cut across helps
    const wider = laid(
      [
        {
          ...specOf({ form: "tag", method: { board: "scoring-millimetre" }, contents: { width: 320, height: 500 } }),
          quantity: 1,
          sheet: { width: 210, height: 297 },
        },
      ],
      [],
    );
    expect(wider.left[0]?.needs).not.toHaveProperty("split");
  });

  it("is told of the smallest on the shelf that would do, a rest as well, and not of one that is used up", () => {
    const [left] = layout.left;
    if (!left) throw new Error("it was laid");
    const sheet = (id: string, width: number, height: number, n?: number): ShelfPaper => ({
      ...oat,
      id,
      width,
      height,
      left: n,
    });
    const shelf = [sheet("a", 700, 500), sheet("b", 420, 297, 0), rest("c", 410, 190), rest("d", 399, 300)];
    expect(wouldDo(left, shelf)?.id).toBe("c");
    expect(wouldDo(left, shelf.slice(0, 2))?.id).toBe("a");
    expect(wouldDo(left, [sheet("b", 420, 297)])?.id).toBe("b");
    expect(wouldDo(left, [])).toBeUndefined();
  });
});

describe("a run taken from the shelf", () => {
  const shelf: readonly ShelfEntry[] = [
    oat,
    rest("r", 140, 110, 3),
    { kind: "tape", id: "t", title: "Red tape", width: 6 },
  ];
  const layout = laid([withPaper(tags(12), oat)], shelf);
  let n = 0;
  const taking = takingOf(layout, shelf, 1, () => `new-${String((n += 1))}`);

  it("takes whole sheets and offcuts as they were used, and puts what is left there", () => {
    // two tags on each of three offcuts, and upright, as the fibres run, three by two on a sheet
    expect(layout.sheets.map(({ from }) => from.offcut)).toEqual([true, true, true, false]);
    const after = taken(shelf, taking);
    expect(after.find(({ id }) => id === "p-oat")).toMatchObject({ left: 2 });
    expect(after.find(({ id }) => id === "r")).toBeUndefined();
    expect(after.find(({ id }) => id === "t")).toEqual(shelf[2]);
    const rests = after.filter((e): e is ShelfOffcut => e.kind === "offcut");
    expect(rests.length).toBeGreaterThan(0);
    for (const one of rests) {
      expect(shelfSchema.safeParse(one).success).toBe(true);
      expect(one).toMatchObject({ paper: "Oat laid", own: "p-oat" });
      expect(Math.min(one.width, one.height)).toBeGreaterThanOrEqual(50);
    }
  });

  it("is put back to what it was, and what has changed meanwhile stays changed", () => {
    const after = taken(shelf, taking);
    const sorted = (all: readonly ShelfEntry[]) => [...all].sort((a, b) => a.id.localeCompare(b.id));
    expect(sorted(putBack(after, taking))).toEqual(sorted(shelf));
    const meanwhile = after.map((e) => (e.kind === "paper" ? { ...e, left: 52, title: "Oat, laid" } : e));
    expect(putBack(meanwhile, taking).find(({ id }) => id === "p-oat")).toMatchObject({ left: 53, title: "Oat, laid" });
  });

  it("is taken by straight cuts as well: the sheets of the plan, and the rests that it leaves", () => {
    const spec = withPaper(
      specOf({
        form: "card-base",
        contents: { width: 148, height: 105 },
        method: { board: "scoring-millimetre" },
        quantity: 3,
      }),
      oat,
    );
    const plans = trimPlans(solve(spec));
    const by = layoutOfPlans(plans, inHandFor([spec], [oat], { width: 210, height: 297 }, true));
    // 105 × 296 twice out of 210 × 297: two sheets for three, and beside the third 105 × 296 is left
    expect(by.sheets.map(({ from }) => from)).toEqual([
      { id: "paper:p-oat", offcut: false },
      { id: "paper:p-oat", offcut: false },
    ]);
    const took = takingOf(by, [oat], 1, () => "new");
    expect(took.sheets).toEqual([{ id: "p-oat", count: 2 }]);
    expect(took.rests).toEqual([{ ...rest("new", 296, 105), own: "p-oat" }]);
    expect(toBuy(by, [oat])).toMatchObject([{ takes: 2, onShelf: 3, buy: 0 }]);
  });

  it("takes no more than there is", () => {
    const few = shelf.map((e) => (e.kind === "paper" ? { ...e, left: 0 } : e));
    expect(takingOf(layout, few, 1, () => "x").sheets).toEqual([]);
  });

  it("rests of one size are one entry, and as many less", () => {
    const both = withRest([rest("a", 100, 80)], rest("b", 100, 80, 2));
    expect(both).toEqual([rest("a", 100, 80, 3)]);
    expect(withRest(both, rest("c", 100, 81))).toHaveLength(2);
    expect(withoutRest(both, rest("z", 100, 80, 1))).toEqual([rest("a", 100, 80, 2)]);
    expect(withoutRest(both, rest("z", 100, 80, 3))).toEqual([]);
    expect(withoutRest(both, rest("z", 100, 80, 3, "Plum"))).toEqual(both);
  });
});

it("an entry of each kind is read, and what is none is refused", () => {
  const good: readonly unknown[] = [
    oat,
    rest("r", 100, 80),
    { kind: "mat", id: "m", title: "Long mat", width: 290, height: 595 },
    { kind: "machine", id: "k", title: "Small cutter", width: 114, height: 300 },
    { kind: "board", id: "b", title: "Mine", method: "scoring-board", board: "scoring-millimetre" },
    { kind: "ruler", id: "u", title: "Steel", ruler: catalogue.rulers[0]?.id },
    { kind: "tape", id: "t", title: "Red", width: 6 },
    { kind: "printer", id: "q", title: "The grey one", sheet: "iso-a4" },
    { kind: "contents", id: "c", title: "Seed packet", width: 80, height: 110, thickness: 2 },
    { kind: "envelope", id: "e", title: "Blue ones", width: 162, height: 114 },
  ];
  for (const one of good) expect(shelfSchema.safeParse(one).success).toBe(true);
  const bad: readonly unknown[] = [
    { ...oat, left: 1.5 },
    { ...oat, face: "url(x)" },
    { ...oat, title: "  " },
    { ...oat, id: "a/b" },
    { ...rest("r", 100, 80), left: 0 },
    rest("r", 10, 80),
    { kind: "glue" },
    undefined,
  ];
  for (const one of bad) expect(shelfSchema.safeParse(one).success).toBe(false);
});
