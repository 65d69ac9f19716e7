/** What moves and what bends, proved by folding it; and the proof must catch what is wrong. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { placePath } from "../geometry/path.ts";
import { distance } from "../geometry/point.ts";
import type { Piece } from "../model/piece.ts";
import type { Solution } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { formOf, randomSpec, specOf, runs } from "../test/randomSpec.ts";
import { pose } from "./posed.ts";
import { sayFinding } from "../words/en.ts";
import { clashesNow, clashFindings } from "./clash.ts";
import { clashesIn, proveMotion } from "./proof.ts";

const MM = { method: { board: "scoring-millimetre" } };
const withPiece = (s: Solution, id: string, change: (piece: Piece) => Piece): Solution => ({
  ...s,
  pieces: s.pieces.map((p) => (p.id === id ? change(p) : p)),
});
const crossed = (s: Solution, id: string): string[] => [
  ...new Set(proveMotion(s, id).crossings.map((c) => c.panels.join(" × "))),
];

describe.each([
  ["pop-up-cradle-card", "open"],
  ["slider-pocket-card", "pull"],
] as const)("%s", (id, motion) => {
  it("moves from end to end, glued where it was, and nothing runs through anything", () => {
    fc.assert(
      fc.property(randomSpec(formOf(id)), (spec) => {
        const proof = proveMotion(solve(spec), motion);
        if (!proof.ok) throw new Error(JSON.stringify(proof.crossings.slice(0, 3)));
      }),
      { numRuns: runs(30) },
    );
  });
});

describe("pop-up cradle", () => {
  const card = solve(specOf({ form: "pop-up-cradle-card", contents: { width: 130, height: 180 }, ...MM }));

  it("opens flat, and half open its crease stands k·√2 from the fold", () => {
    expect(card.motions).toMatchObject([{ id: "open", move: { degrees: 180 } }]);
    const riser = pose(card, { set: { open: 0.5 } }).facets.find((f) => f.panel === "riser");
    // the fold stands at 130 across; k = 20; the sheets' own thickness is in it too
    const off = (riser?.space ?? []).map(([x, , z]) => Math.hypot(x - 130, z));
    expect(Math.max(...off)).toBeCloseTo(20 * Math.SQRT2, -0.5);
  });

  it("closes round a figure of any paper", () => {
    const thick = withPiece(card, "shown", (p) => ({ ...p, stock: { caliper: 0.6, weight: 400 } }));
    expect(proveMotion(thick, "open").ok).toBe(true);
  });

  it("is caught with the figure on the riser's inside, and with a foot that is glued elsewhere", () => {
    const inside = card.joins.map((j) =>
      j.piece === "shown" ? { ...j, onto: { ...j.onto, face: "front" as const }, flip: false, x: 20 } : j,
    );
    expect(crossed({ ...card, joins: inside }, "open")).toContain("cradle/brace × shown/figure");
    const aside = withPiece(card, "cradle", (p) => ({
      ...p,
      glue: p.glue.map((g) =>
        g.panel === "foot" ? { ...g, polygon: g.polygon.map(([x, y]) => [x + 8, y] as const) } : g,
      ),
    }));
    expect(proveMotion(aside, "open").ok).toBe(false);
  });
});

describe("slider", () => {
  /* 140 high: slit 140 − 40 = 100, carrier 12: it travels 88 */
  const card = solve(specOf({ form: "slider-pocket-card", contents: { width: 108, height: 140 }, ...MM }));
  const cut = (change: (path: Piece["cuts"][number]["path"]) => Piece["cuts"][number]["path"]): Solution =>
    withPiece(card, "card", (p) => ({ ...p, cuts: p.cuts.map((c) => ({ ...c, path: change(c.path) })) }));

  it("travels by its slit less its carrier, figure and pull panel as one", () => {
    const [from, to] = [pose(card), pose(card, { set: { pull: 1 } })];
    expect(from.motions).toMatchObject([{ id: "pull", travel: 88, unit: "mm" }]);
    const up = from.facets.map((f, i) => [f.piece, (to.facets[i]?.space[0]?.[1] ?? 0) - (f.space[0]?.[1] ?? 0)]);
    for (const [piece, mm] of up) expect(mm).toBeCloseTo(piece === "card" ? 0 : 88, 9);
  });

  it("is caught without a slit, with one beside the carrier, and with one that is too short", () => {
    const through = ["card/front × carrier/score-ahead"];
    expect(
      crossed(
        withPiece(card, "card", (p) => ({ ...p, cuts: [] })),
        "pull",
      ),
    ).toEqual(through);
    expect(
      crossed(
        cut((path) => placePath(path, { x: 3, y: 0, rotation: 0, flip: false })),
        "pull",
      ),
    ).toEqual(through);
    expect(
      crossed(
        cut((path) => path.map((s) => ({ ...s, to: [s.to[0], s.to[1] - 10] as const }))),
        "pull",
      ),
    ).toEqual(through);
  });
});

describe("what is inside, where it is", () => {
  it("is a box of its own size, whichever way it is turned", () => {
    const s = solve(specOf({ form: "side-tab-pocket", contents: { width: 90, height: 50, thickness: 2 } }));
    const [thing] = pose(s).contents;
    if (!thing) throw new Error("nothing is inside");
    const far = (a: number, b: number): number => {
      const [p, q] = [thing.space[a], thing.space[b]];
      return p && q ? Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) : NaN;
    };
    // corners count along its width, then its height, then its thickness
    expect([far(0, 1), far(0, 2), far(0, 4)]).toEqual([
      expect.closeTo(90, 6),
      expect.closeTo(50, 6),
      expect.closeTo(2, 6),
    ]);
    expect(far(0, 7)).toBeCloseTo(Math.hypot(90, 50, 2), 6);
  });
});

describe("pillow box", () => {
  it("keeps every length, is 2q thick, and its ends reach just across", () => {
    const s = solve(
      specOf({
        form: "pillow-box",
        contents: { width: 80, height: 120, thickness: 12 },
        stock: { caliper: 0.02, weight: 120 },
        ...MM,
      }),
    );
    const { facets } = pose(s);
    for (const { flat, space } of facets)
      flat.forEach((p, i) => {
        const [q, a, b] = [flat[(i + 1) % flat.length], space[i], space[(i + 1) % flat.length]];
        if (!q || !a || !b) return;
        const long = distance([p[0] ?? 0, p[1] ?? 0], [q[0] ?? 0, q[1] ?? 0]);
        expect(Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])).toBeCloseTo(long, 9);
      });
    const z = (id: string) => facets.filter((f) => f.panel === id).flatMap((f) => f.space.map((p) => p[2]));
    const thick = s.inside.depth;
    // chords stand up to 0.05 mm off the arc, and two plies lie between the panels' edges
    expect(Math.max(...z("front")) - Math.min(...z("back"))).toBeCloseTo(thick + 0.04, 0.5);
    expect(Math.max(...z("back-left"))).toBeCloseTo(Math.max(...z("front")), 0.5);
    // the chord is 2R·E(asin(B/2R) | 2): for q = 0.16 B it is 0.9225 B
    const y = facets.filter((f) => f.panel === "back").flatMap((f) => f.space.map((p) => p[1]));
    const panel = s.dimensions.find((d) => d.id === "around")?.value ?? 0;
    expect((Math.max(...y) - Math.min(...y)) / panel).toBeCloseTo(0.9225, 2);
  });
});

describe("cards with several leaves", () => {
  const card = (fold: "gate" | "tri") =>
    solve(
      specOf({
        form: "card-base",
        contents: { width: 105, height: 148 },
        stock: { caliper: 0.3, weight: 250 },
        settings: { fold },
        ...MM,
      }),
    );
  /** How far (mm) a panel's corners are from where they lie with the card closed. */
  const moved = (s: Solution, set: Readonly<Record<string, number>>, panel: string): number => {
    const corners = (at: ReturnType<typeof pose>) => at.facets.find((f) => f.panel === panel)?.space ?? [];
    const [closed, open] = [corners(pose(s)), corners(pose(s, { set }))];
    expect(closed.length).toBeGreaterThan(2);
    return Math.max(
      ...closed.map((p, i) => Math.hypot(...([0, 1, 2] as const).map((k) => (open[i]?.[k] ?? NaN) - p[k]))),
    );
  };

  it.each(["gate", "tri"] as const)("a %s fold opens leaf by leaf, and nothing runs through anything", (fold) => {
    const s = card(fold);
    expect(s.motions).toHaveLength(2);
    for (const { id } of s.motions) expect(proveMotion(s, id)).toMatchObject({ ok: true, crossings: [] });
  });

  it("gates open each by itself, or both", () => {
    const s = card("gate");
    const [left, right] = s.motions.map((m) => m.id) as [string, string];
    expect(s.motions.map((m) => m.after)).toEqual([undefined, undefined]);
    // a gate of 52 mm turned over lies as far from its fold on the other side: twice its width for its tip
    expect(moved(s, { [left]: 1 }, "left")).toBeGreaterThan(100);
    expect(moved(s, { [left]: 1 }, "right")).toBe(0);
    expect(moved(s, { [left]: 1, [right]: 0.5 }, "left")).toBeCloseTo(moved(s, { [left]: 1 }, "left"), 9);
    // half open it stands upright on its fold
    expect(moved(s, { [left]: 1, [right]: 0.5 }, "right")).toBeGreaterThan(52);
  });

  it("the inner leaf of a tri-fold waits for the one that lies over it", () => {
    const s = card("tri");
    const inner = s.motions.find((m) => m.after !== undefined);
    const over = s.motions.find((m) => m.id === inner?.after);
    if (!inner || !over || inner.move.kind !== "open") throw new Error("no leaf waits for another");
    const fold = inner.move.fold;
    const panel = s.pieces[0]?.folds.find((f) => f.id === fold)?.panels[1] ?? "";
    expect(moved(s, { [inner.id]: 1 }, panel)).toBe(0);
    expect(moved(s, { [inner.id]: 1, [over.id]: 0.9 }, panel)).toBe(0);
    expect(moved(s, { [inner.id]: 1, [over.id]: 1 }, panel)).toBeGreaterThan(190);
  });

  it("what lies on a leaf rides with it, and what lies in a pocket rides with that", () => {
    const s = solve(
      specOf({
        form: "card-base",
        contents: { width: 105, height: 148 },
        settings: { fold: "gate" },
        fittings: [
          { id: "label", kind: "panel", on: { panel: "left", side: "outside" }, width: 30, height: 40 },
          {
            id: "pocket",
            kind: "part",
            form: "side-tab-pocket",
            on: { panel: "back", side: "inside" },
            contents: { preset: "gift-card" },
          },
        ],
        ...MM,
      }),
    );
    const [left] = s.motions.map((m) => m.id) as [string];
    for (const { id } of s.motions) expect(proveMotion(s, id).ok).toBe(true);
    const at = (set: Readonly<Record<string, number>>) => pose(s, { set });
    const label = (set: Readonly<Record<string, number>>) =>
      at(set).facets.find((f) => f.piece === "label/panel")?.space;
    expect(label({ [left]: 1 })).not.toEqual(label({}));
    // the back stays, and so does what is in its pocket
    expect(at({ [left]: 1 }).contents).toEqual(at({}).contents);
  });
});

describe("what is in the way", () => {
  const lifting = (name: string, from: number, set: object) => ({
    ...{ id: name.toLowerCase(), kind: "cradle", name, on: { panel: "back", side: "inside" } },
    at: { x: { from: "centre", by: 0 }, y: { from: "bottom", by: from } },
    ...set,
  });
  const card = (fittings: readonly object[]) =>
    solve(specOf({ form: "card-base", contents: { preset: "iso-a6" }, settings: { fold: "side" }, ...MM, fittings }));

  /* Two strips up the fold, each lifting something wider than itself: what the lower one lifts reaches over the upper strip. */
  it("is found where it happens, and told once for both", () => {
    const wide = { wide: 30, reaches: 60, across: 80 };
    const s = card([lifting("Pear", 10, { step: 15, ...wide }), lifting("Plum", 60, { step: 30, ...wide })]);
    const clashes = clashesIn(s, "open");
    const through = clashes.find((c) => c.between.join() === "pear/lifted/cradle,plum/strip/brace");
    expect(through?.from).toBeLessThan(0.05);
    expect(through?.to).toBeGreaterThan(0.95);
    // half open it is there, and before it is opened the two lifted things lie on one another
    expect(clashesNow(s, clashes, { open: 0.5 }).map((c) => c.between)).toContainEqual(through?.between);
    const told = clashFindings(s, clashes).map((f) => sayFinding(f, { unit: "mm", fraction: 16 }));
    expect(told.some((sentence) => /closed, .*Pear and Plum are in one another's way/u.test(sentence))).toBe(true);
    expect(new Set(told).size).toBe(told.length);
  });

  it("is nothing in a card with one strip, whatever it lifts", () => {
    expect(clashesIn(card([lifting("Pear", 40, { step: 15, wide: 30, reaches: 60, across: 45 })]), "open")).toEqual([]);
  });

  it("is what is held as well: a card in a tray that is pulled through a wall", () => {
    const tray = solve(specOf({ form: "sleeve-and-tray", contents: { width: 60, height: 90, thickness: 12 }, ...MM }));
    expect(clashesIn(tray, "pull")).toEqual([]);
    const [first] = tray.contents;
    const tall = { ...tray, contents: first ? [{ ...first, thickness: 40 }] : [] };
    expect(clashesIn(tall, "pull").some((c) => c.between[0] === "contents/0")).toBe(true);
  });
});
