/** Things on panels: laid by their rule on any face, of any kind, with all that lies in them; proved by folding. */
import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { borderFor, within } from "./mat.ts";
import { stagesOf } from "../folding/stages.ts";
import { pose } from "../folding/posed.ts";
import { prove, proveMotion } from "../folding/proof.ts";
import { pictureOf } from "../pictures/picture.ts";
import { place } from "../geometry/point.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import { changed, inOrder, valueAt, withoutFitting } from "../recipe/change.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { solve } from "../solve.ts";
import { formOf, lengthBetween, marginsOf, pressed, randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { loadTypefaces } from "../typefaces/index.ts";
import { fittingKinds, kindById } from "./index.ts";

const CARD = {
  form: "card-base",
  contents: { width: 105, height: 148 },
  stock: { caliper: 0.3, weight: 250 },
  method: { board: "scoring-millimetre" },
};
const card = (fittings: readonly object[], more: object = {}) => solve(specOf({ ...CARD, ...more, fittings }));
const FRONT = { panel: "front", side: "outside" };
const text = { preset: "text-120" };

/* The card a maker says in one breath: base 210 × 148 scored at 105, and what is laid on it, from the paper up. */
const LAYERED = [
  { id: "mat", kind: "panel", on: FRONT, width: 97, height: 140, stock: { preset: "text-120-plum" } },
  { id: "panel", kind: "panel", on: { ...FRONT, fitting: "mat" }, width: 90, height: 133, stock: text },
  {
    id: "strip",
    kind: "strip",
    on: { ...FRONT, fitting: "panel" },
    runs: "down",
    width: 28,
    at: { x: { from: "left" } },
  },
  {
    id: "square",
    kind: "panel",
    on: { ...FRONT, fitting: "panel" },
    width: 44,
    height: 44,
    at: { y: { from: "top", by: 8 } },
  },
  {
    id: "foam",
    kind: "panel",
    on: FRONT,
    width: 70,
    height: 52,
    raised: 2,
    at: { y: { from: "bottom", by: 30 }, turn: 6 },
  },
  { id: "words", kind: "panel", on: { ...FRONT, fitting: "foam" }, width: 65, height: 47 },
  {
    id: "note",
    kind: "part",
    form: "side-seam-envelope",
    on: { ...FRONT, fitting: "panel" },
    at: { y: { from: "top", by: 14 }, turn: -8 },
    contents: { width: 50, height: 34, thickness: 0.3 },
    stock: { preset: "text-90" },
  },
  { id: "writing", kind: "mat", on: { panel: "back", side: "inside" }, border: 8, stock: { preset: "text-90" } },
];
const POCKET = {
  id: "pocket",
  kind: "part",
  name: "Gift-card pocket",
  form: "side-tab-pocket",
  on: { panel: "front", side: "inside" },
  at: { y: { from: "bottom", by: 20 } },
  contents: { preset: "gift-card" },
};

describe("a layered card, worked by hand", () => {
  const s = card(LAYERED);

  it("is cut from sheets of the sizes that were said", () => {
    expect(s.pieces.map((p) => [p.id, p.blank.width, p.blank.height])).toEqual([
      ["card", 210, 148],
      ["mat/panel", 97, 140],
      ["panel/panel", 90, 133],
      ["strip/strip", 28, 133],
      ["square/panel", 44, 44],
      ["foam/panel", 70, 52],
      ["words/panel", 65, 47],
      // 50 + 0.3 + 5 → 56 across with flaps of 18, 34 + 0.3 + 3 → 38 up
      ["note/envelope", 92, expect.any(Number)],
      ["writing/mat", 89, 132],
    ]);
    expect(s.materials.filter((m) => m.code === "piece")).toHaveLength(s.pieces.length);
  });

  it("lies where its rules say, turned about its own middle", () => {
    expect(marginsOf(s, "mat")).toEqual({ left: 4, right: 4, bottom: 4, top: 4 });
    expect(marginsOf(s, "strip")).toMatchObject({ left: 0, right: 62 });
    expect(marginsOf(s, "square")).toMatchObject({ top: 8, left: 23 });
    // the foamed panel: 30 from the bottom unturned, its middle in the middle across; turned by 6° its box is 75.06 wide
    const foam = s.fittings.find((f) => f.id === "foam");
    const box = boundsOf(foam?.outline ?? []);
    const turned = (6 * Math.PI) / 180;
    expect(box.right - box.left).toBeCloseTo(70 * Math.cos(turned) + 52 * Math.sin(turned), 9);
    expect((box.left + box.right) / 2).toBeCloseTo(105 / 2, 9);
    expect((box.bottom + box.top) / 2).toBeCloseTo(30 + 26, 9);
    // what lies on it is turned with it
    expect(s.joins.find((j) => j.piece === "words/panel")).toMatchObject({
      onto: { piece: "foam/panel" },
      rotation: 0,
    });
  });

  it("rests on what is highest beneath it, and is as thick as all that lies on one another", () => {
    const lying = (id: string) => s.fittings.find((f) => f.id === id);
    // said to lie on the card, but the panel is there: it rests on that
    expect(lying("foam")?.rests.piece).toBe("strip/strip");
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
    expect(prove(s)).toMatchObject({ ok: true, crossings: [] });
    const words = lying("words");
    const writing = 0.113;
    expect(s.finished?.thickness).toBeCloseTo(
      2 * 0.3 + Math.max(words?.high ?? 0, lying("note")?.high ?? 0) + writing,
      6,
    );
  });
});

describe("a pocket with its gift card inside a card", () => {
  const s = card([POCKET]);

  it("is folded and filled before the card closes over it, and thick by both", () => {
    // tabs and front of the pocket, the gift card, then the card
    expect(stagesOf(s).run).toEqual([
      { kind: "fold", order: 1 },
      { kind: "fold", order: 2 },
      { kind: "fill", contents: [0] },
      { kind: "fold", order: 3 },
    ]);
    // two of the card, two of the pocket and a tab between, the gift card
    expect(s.finished?.thickness).toBeCloseTo(5 * 0.3 + 0.76, 6);
    expect(s.contents).toMatchObject([{ name: "Gift card", fitting: "pocket", closes: [] }]);
  });

  it("is proved closed and over its whole opening; its mouth stays open", () => {
    const proof = prove(s);
    expect(proof).toMatchObject({ ok: true, crossings: [] });
    expect(proof.contents.gap?.height).toBeCloseTo(s.contents[0]?.gap.height ?? 0, 6);
    expect(proveMotion(s, "open").ok).toBe(true);
    // a thicker gift card makes room for itself, and the card with it
    const thick = card([{ ...POCKET, contents: { preset: "gift-card", thickness: 3 } }]);
    expect(prove(thick).ok).toBe(true);
    expect((thick.finished?.thickness ?? 0) - (s.finished?.thickness ?? 0)).toBeCloseTo(3 - 0.76, 6);
  });

  it("is where its pose says: the gift card rides on the front when the card opens", () => {
    const [closed, open] = [pose(s), pose(s, { set: { open: 1 } })];
    const z = (p: typeof open): number[] => (p.contents[0]?.space ?? []).map((c) => c[2]);
    // open, everything lies on the table's side of the card's inside; closed it is between back and front
    expect(Math.max(...z(open))).toBeLessThan(0);
    expect(Math.max(...z(closed))).toBeLessThan(0);
    expect(Math.min(...z(closed))).toBeGreaterThan(-(s.finished?.thickness ?? 0));
    const x = (p: typeof open): number => p.contents[0]?.space[0]?.[0] ?? 0;
    expect(x(open)).toBeGreaterThan(105);
    expect(x(closed)).toBeLessThan(105);
  });

  it("is drawn in every step from when it is made, and named in them", () => {
    const laid = s.steps.findIndex((step) => step.code === "lay-on");
    expect(laid).toBeGreaterThan(0);
    for (const step of s.steps.slice(laid))
      expect(pictureOf(s, step).shapes.some((shape) => shape.of?.startsWith("pocket/"))).toBe(true);
    const fill = s.steps.find((step) => step.kind === "fill");
    expect(fill && pictureOf(s, fill).shapes.some((shape) => shape.fill === "contents")).toBe(true);
    expect(s.steps[laid]?.facts).toMatchObject({ part: "Gift-card pocket", onto: "inside of the front", bottom: 20 });
  });
});

describe("a label on a deep envelope that lies on a card", () => {
  it.each(["one", "own"])("rests on its closing flap, reached over a wall (%s sheet), and is proved", (closing) => {
    const box = {
      id: "box",
      kind: "part",
      form: "deep-envelope",
      on: FRONT,
      contents: { width: 60, height: 40, thickness: 6 },
      settings: { closing },
    };
    const label = { id: "label", kind: "panel", on: { ...FRONT, fitting: "box" }, width: 20, height: 10, stock: text };
    const s = card([box, label]);
    expect(s.joins.find((j) => j.piece === "label/panel")?.onto).toEqual({
      piece: closing === "own" ? "box/flap" : "box/envelope",
      panel: "top",
      face: "back",
    });
    expect(prove(s)).toMatchObject({ ok: true, crossings: [] });
    // said to lie on the card, over the box: it rests on the same flap
    const over = card([box, { ...label, on: FRONT }]);
    expect(over.joins.find((j) => j.piece === "label/panel")?.onto.panel).toBe("top");
    expect(prove(over)).toMatchObject({ ok: true, crossings: [] });
  });
});

const RUNS = runs(90);

beforeAll(() => loadTypefaces());

describe("any kind on any face of any card", () => {
  const paper = fc.record({ caliper: lengthBetween(0.08, 0.4), weight: fc.constant(160) });
  const by = lengthBetween(-20, 40);
  const at = fc.record({
    x: fc.record({ from: fc.constantFrom("left", "centre", "right"), by }),
    y: fc.record({ from: fc.constantFrom("bottom", "centre", "top"), by }),
    turn: fc.constantFrom(0, 0, 6, 45, 90, -17),
  });
  const row = fc.record({
    // what goes across a fold lies nowhere else, and has a test of its own
    kind: fc.constantFrom(...fittingKinds.filter((k) => !k.acrossFold).map((k) => k.id)),
    side: fc.constantFrom("outside", "inside"),
    at,
    stock: paper,
    raised: fc.constantFrom(0, 0, 1.5),
    width: lengthBetween(12, 70),
    height: lengthBetween(12, 70),
    outline: fc.constantFrom("round", "oval", "heart", "star", "apple", "jar", "arch", "leaf"),
    form: fc.constantFrom("side-tab-pocket", "side-seam-envelope", "tag", "pointed-envelope", "deep-envelope"),
    on: fc.nat(3),
  });

  it("folds with no two papers in one place, glued where it is said to be", () => {
    let solved = 0;
    fc.assert(
      fc.property(randomSpec(formOf("card-base")), fc.array(row, { minLength: 1, maxLength: 4 }), (spec, drawn) => {
        const grounds = formOf("card-base").grounds?.(spec.settings) ?? [];
        const ids: string[] = [];
        const papers: string[] = [];
        const fittings = drawn.map(({ kind, side, at: rule, stock, raised, width, height, outline, form, on }, i) => {
          const { asks = [], inPaper } = kindById(kind) ?? {};
          // nothing lies on what is no paper
          const under = on > 1 ? papers.at(-1) : undefined;
          ids.push(`f${String(i)}`);
          if (!inPaper) papers.push(`f${String(i)}`);
          const panel = grounds[on % grounds.length]?.panel;
          const own: Record<string, object> = {
            mat: { border: width / 8 },
            frame: { border: width / 8, width: 6 },
            strip: { width: height / 2 },
            panel: { width, height },
            shape: { width, height, outline },
            window: { width, height, outline, columns: 2, through: side === "outside" ? "all" : "layer" },
            line: { width, height, outline, role: "pen" },
            hole: { across: width / 6, rows: 2, through: "folded" },
            words: { text: "Oh my", typeface: "slab", size: 6, role: side === "outside" ? "cut" : "print" },
            lettering: { text: "Oh my", typeface: "stencil", size: 8 },
            part: { form, contents: { width: Math.max(20, width), height: Math.max(20, height), thickness: 0.5 } },
          };
          return {
            id: `f${String(i)}`,
            kind,
            on: {
              panel: under === undefined ? panel : undefined,
              side,
              ...(under !== undefined && { fitting: under }),
            },
            at: kind === "mat" || kind === "frame" ? {} : rule,
            ...(asks.includes("stock") && { stock }),
            ...(asks.includes("raised") && { raised }),
            ...own[kind],
          };
        });
        const read = readSpec({ ...spec, fittings: JSON.parse(JSON.stringify(fittings)) as unknown });
        if (!read.ok) throw new Error(JSON.stringify(read.problems));
        const s = solve(read.value);
        solved += 1;
        const proof = prove(s);
        // what reaches over a fold of the card is told, and may then meet what lies beyond it
        const told = s.findings.some((f) => ["sticks-out", "larger"].includes(f.code));
        if (!proof.ok && !told) throw new Error(JSON.stringify({ proof, fittings }));
        expect(s.fittings.map((f) => f.id)).toEqual(ids);
      }),
      { numRuns: RUNS },
    );
    expect(solved).toBe(RUNS);
  });

  it("lies by its rule, measured on the paper: each side from the same side of its ground", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("side", "top", "tri", "gate"),
        fc.constantFrom("outside", "inside"),
        lengthBetween(0, 30),
        lengthBetween(0, 30),
        (fold, side, x, y) => {
          const s = card(
            [
              {
                id: "p",
                kind: "panel",
                on: { side },
                width: 20,
                height: 25,
                at: { x: { from: "left", by: x }, y: { from: "top", by: y } },
                stock: text,
              },
            ],
            { settings: { fold } },
          );
          const join = s.joins[0];
          const piece = s.pieces.find((p) => p.id === "p/panel");
          const panel = s.pieces[0]?.panels.find((p) => p.id === join?.onto.panel);
          if (!join || !piece || !panel) throw new Error("not laid");
          const lying = boundsOf(flatten(piece.panels[0]?.outline ?? []).map((p) => place(p, join)));
          const ground = boundsOf(flatten(panel.outline));
          // seen from the inside right and left change places; a face that is read upside down has both turned
          const turned = fold === "top" && (join.onto.panel === "back" || side === "inside");
          const mirrored = (side === "inside") !== turned;
          expect(mirrored ? ground.right - lying.right : lying.left - ground.left).toBeCloseTo(x, 6);
          expect(turned ? lying.bottom - ground.bottom : ground.top - lying.top).toBeCloseTo(y, 6);
        },
      ),
      { numRuns: runs(100) },
    );
  });
});

describe("what is found", () => {
  const codes = (fittings: readonly object[], more: object = {}) =>
    card(fittings, more).findings.filter((f) => f.check === "fitting");
  const small = { id: "a", kind: "panel", on: FRONT, width: 30, height: 20, stock: text };

  it("a thing past the edge, and it is moved in; one turned too far, and it is made straight; one too large, and it is made to fit", () => {
    for (const [row, code] of [
      [{ ...small, at: { x: { from: "left", by: -6 } } }, "sticks-out"],
      [{ ...small, width: 104, height: 100, at: { turn: 45 } }, "larger"],
      [{ ...small, width: 160, height: 40 }, "larger"],
    ] as const) {
      const s = card([row]);
      const finding = s.findings.find((f) => f.check === "fitting");
      expect(finding?.code).toBe(code);
      expect(solve(pressed(s.spec, finding)).findings.filter((f) => f.check === "fitting")).toEqual([]);
    }
  });

  it("a thing that is hidden by a later one, but not through a frame's opening", () => {
    const over = { ...small, id: "b", width: 50, height: 40 };
    expect(codes([small, over])).toMatchObject([{ code: "hides", facts: { fitting: "a", over: "Panel" } }]);
    // what shows beside it is said to be crossed, which may be meant
    expect(codes([small, { ...over, width: 29 }])).toMatchObject([{ code: "crosses", severity: "advice" }]);
    expect(codes([small, { ...over, width: 20, height: 10 }])).toEqual([]);
    expect(codes([small, { id: "b", kind: "frame", on: FRONT, border: 5, width: 20, stock: text }])).toEqual([]);
  });

  it("a thing that closes a hole it lies over", () => {
    const tag = (by: number) =>
      solve(
        specOf({
          form: "tag",
          contents: { width: 50, height: 90 },
          settings: { head: "plain" },
          fittings: [{ ...small, on: {}, at: { y: { from: "top", by } } }],
        }),
      ).findings.filter((f) => f.check === "fitting");
    expect(tag(2)).toMatchObject([{ code: "covers", facts: { cut: "hole" } }]);
    expect(tag(30)).toEqual([]);
  });

  it("what sticks out of the closed card, from the inside", () => {
    const s = card([{ ...POCKET, at: { x: { from: "left", by: -9 } } }]);
    expect(s.findings.filter((f) => f.check === "closed")).toMatchObject([{ code: "sticks-out", figure: 9 }]);
    expect(card([POCKET]).findings.filter((f) => f.check === "closed")).toEqual([]);
  });
});

describe("a border by the size that is left", () => {
  it("leaves that size, wherever there is so much room, and never more than there is", () => {
    const mm = lengthBetween(1, 300);
    fc.assert(
      fc.property(mm, mm, (whole, size) => {
        const border = borderFor(whole, size);
        const { width } = within({ width: whole, height: whole }, border, 0.01);
        expect(border).toBeGreaterThanOrEqual(0);
        expect(width).toBeCloseTo(Math.min(whole, size), 1);
      }),
    );
    expect(borderFor(97, 90)).toBe(3.5);
  });
});

describe("changing what is on the panels", () => {
  const spec = specOf({ ...CARD, fittings: [...LAYERED, POCKET] });
  const after = (change: Parameters<typeof changed>[1]) => {
    const read = changed(spec, change);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.value;
  };

  it("by path changes that one place; every other row stays the same object", () => {
    const next = after({ at: ["fittings", "pocket", "settings", "tab"], value: 15 });
    expect(valueAt(next, ["fittings", "pocket", "settings", "tab"])).toBe(15);
    expect(valueAt(spec, ["fittings", "pocket", "settings", "tab"])).toBe(12);
    next.fittings?.forEach((row, i) => {
      if (row.id !== "pocket") expect(row).toBe(spec.fittings?.[i]);
    });
    for (const key of ["contents", "stock", "settings", "method"] as const) expect(next[key]).toBe(spec[key]);
  });

  it("adds and takes away by id, and refuses what is wrong with the place it is in", () => {
    const added = after({ at: ["fittings", "new"], value: { id: "new", kind: "mat", on: FRONT } });
    expect(added.fittings).toHaveLength(10);
    expect(after({ at: ["fittings", "pocket"], value: undefined }).fittings).toHaveLength(8);
    const bad = changed(spec, { at: ["fittings", "strip", "width"], value: -4 });
    expect(!bad.ok && bad.problems[0]).toMatchObject({ field: "fittings.2.width", code: "too-small" });
    const nowhere = changed(spec, { at: ["fittings", "words", "on"], value: { ...FRONT, fitting: "gone" } });
    expect(!nowhere.ok && nowhere.problems[0]).toMatchObject({ field: "fittings.5.on.fitting", code: "not-there" });
    const twice = readSpec({ ...CARD, fittings: [LAYERED[0], LAYERED[0]] });
    expect(!twice.ok && twice.problems[0]?.code).toBe("twice");
  });

  it("lets what lay on a thing that goes lie on what that lay on", () => {
    const rest = withoutFitting(spec.fittings ?? [], "panel");
    expect(rest.find((f) => f.id === "strip")?.on).toMatchObject({ fitting: "mat" });
    expect(inOrder(rest)).toBe(true);
    expect(prove(solve(after({ fittings: rest }))).ok).toBe(true);
    expect(inOrder([...(spec.fittings ?? [])].reverse())).toBe(false);
  });

  it("is read back from its own recipe as it was", () => {
    expect(specOf(JSON.parse(JSON.stringify(spec)))).toEqual(spec);
  });
});

describe("recipes of the first version", () => {
  it("have their layers read as fittings that lie where they lay", () => {
    const old = specOf({
      ...CARD,
      settings: { fold: "top" },
      layers: [
        { kind: "mat", name: "Mat", border: 4, panel: "back" },
        { kind: "strip", name: "Band", panel: "back", width: 20, from: "top", at: 15 },
        { kind: "strip", name: "Side", panel: "front", runs: "down", width: 10, from: "left", at: 3 },
        { kind: "frame", name: "Frame", panel: "front", side: "inside", border: 2, width: 5, raised: 1 },
      ],
    });
    expect("layers" in old).toBe(false);
    expect(old.fittings?.map(({ id, kind, on }) => [id, kind, on.fitting])).toEqual([
      ["layer-1", "mat", undefined],
      ["layer-2", "strip", "layer-1"],
      ["layer-3", "strip", undefined],
      ["layer-4", "frame", undefined],
    ]);
    const s = solve(old);
    expect(prove(s).ok).toBe(true);
    // the back of a card that folds at the top is drawn upside down: 15 from the drawn top is 15 from the bottom it is read by
    expect(marginsOf(s, "layer-2").bottom).toBe(15);
    expect(marginsOf(s, "layer-3").left).toBe(3);
  });
});
