/** Pockets, folders and bands: worked by hand, and what they warn of mended by its button. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove } from "../folding/proof.ts";
import { areaOf, boundsOf, flatten, lengthOf, polygon } from "../geometry/path.ts";
import { above, chordAt } from "../geometry/above.ts";
import { distance } from "../geometry/point.ts";
import { shapes } from "../catalogue/shapes.ts";
import { offersFor } from "../asks/offers.ts";
import { changed } from "../recipe/change.ts";
import { solve } from "../solve.ts";
import { randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { sayFinding } from "../words/en.ts";
import { forms } from "./all.ts";

const MM = { board: "scoring-millimetre" } as const;
const CARD = { width: 100, height: 60, thickness: 1 } as const;
const made = (form: string, settings: object = {}, more: object = {}) =>
  solve(specOf({ form, contents: CARD, settings, method: MM, stock: { caliper: 0.2, weight: 160 }, ...more }));
const codes = (s: ReturnType<typeof solve>) => s.findings.map((f) => `${f.check}.${f.code}`);
/** The same with the button of a finding pressed. */
function pressed(s: ReturnType<typeof solve>, code: string) {
  const finding = s.findings.find((f) => `${f.check}.${f.code}` === code);
  if (!finding?.remedy) throw new Error(`${code} has no button: ${codes(s).join(", ")}`);
  const read = changed(s.spec, finding.remedy.changes);
  if (!read.ok) throw new Error("a remedy is read");
  return solve(read.value);
}

/** A holder laid on the inside of a card's back. */
const inside = (form: string, at: object, { contents, card = { width: 290, height: 200 }, settings = {} }: InsideOf) =>
  solve(
    specOf({
      form: "card-base",
      contents: card,
      method: MM,
      fittings: [{ id: "holder", kind: "part", form, settings, on: { panel: "back", side: "inside" }, at, contents }],
    }),
  );
interface InsideOf {
  readonly contents: object;
  readonly card?: object;
  readonly settings?: object;
}

describe("a belly band", () => {
  it("reaches round what is inside, its overlap, and no more: 2 (100 + 1 + 1) + 20 mm", () => {
    const s = made("belly-band", { play: 1, lap: 20 });
    expect(s.pieces[0]?.blank).toEqual({ width: 2 * 102 + 20, height: 20 });
    expect(s.contents[0]?.gap).toMatchObject({ width: 1, height: 0 });
    expect(s.contents[0]?.open).toEqual({ axis: "height", past: "both" });
  });

  it("has two scores at each side round what is thick, and its girth is that of the box", () => {
    const s = made("belly-band", { play: 1, lap: 20 }, { contents: { ...CARD, thickness: 10 } });
    expect(s.pieces[0]?.folds).toHaveLength(4);
    // half the loop takes 100 + 10 + 1 and a ply either way: walls of 10.2 on the next mark, 11, and 100.4 → 101 in front
    expect(s.pieces[0]?.blank.width).toBe(2 * 101 + 2 * 11 + 20);
    expect(s.contents[0]?.gap.width).toBeCloseTo(101 - 0.2 - 100, 9);
    expect(s.contents[0]?.gap.depth).toBeCloseTo(11 - 0.2 - 10, 9);
    expect(prove(s).ok).toBe(true);
  });

  it("lies the other way round when asked, and its overlap at the edge", () => {
    const down = made("belly-band", { runs: "down", play: 1 });
    expect(down.pieces[0]?.blank.width).toBe(2 * 62 + 20);
    expect(down.contents[0]?.open?.axis).toBe("width");
    const edge = made("belly-band", { meets: "edge", play: 1, lap: 20 });
    const deep = (id: string): number => {
      const panel = edge.pieces[0]?.panels.find((p) => p.id === id);
      const { left, right } = boundsOf(flatten(panel?.outline ?? []));
      return right - left;
    };
    // the right end runs to 2 mm before the fold across, the left one only under it
    expect(deep("right")).toBe(100);
    expect(deep("left")).toBe(22);
  });

  it("locks by two slits from opposite edges that come to lie on one another", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 200 }),
        fc.integer({ min: 10, max: 60 }),
        fc.boolean(),
        (width, lap, thick) => {
          const s = made(
            "belly-band",
            { heldBy: "slits", play: 1, lap, bandWidth: 30 },
            { contents: { ...CARD, width, thickness: thick ? 10 : 1 } },
          );
          const [piece] = s.pieces;
          if (!piece) throw new Error("no band");
          expect(piece.glue).toEqual([]);
          // each end's slot: where its outline turns back inwards, and from which edge of the band
          const slot = (id: string) => {
            const points = flatten(piece.panels.find((p) => p.id === id)?.outline ?? []);
            const { bottom, top } = boundsOf(points);
            const deepest = points.filter(([, y]) => y > bottom + 1e-6 && y < top - 1e-6);
            return {
              x: deepest.reduce((sum, [x]) => sum + x, 0) / deepest.length,
              y: deepest[0]?.[1] ?? NaN,
              bottom,
              top,
            };
          };
          const [left, right] = [slot("left"), slot("right")];
          // folded round by hand: both are measured from the front's own edges, where the back lies over it
          const front = boundsOf(flatten(piece.panels.find((p) => p.id === "front")?.outline ?? []));
          const wall = thick ? (s.contents[0]?.inside.depth ?? NaN) + 0.2 : 0;
          const fromLeft = front.left - wall - left.x;
          const fromRight = right.x - front.right - wall;
          expect(fromLeft + fromRight).toBeCloseTo(front.right - front.left, 6);
          // one is cut in from above and one from below, each a mm past the middle
          expect(left.top - left.y).toBeCloseTo(right.y - right.bottom, 6);
          expect(left.top - left.y).toBeCloseTo(30 / 2 + 1, 6);
        },
      ),
      { numRuns: runs(40) },
    );
    const s = made("belly-band", { heldBy: "slits", play: 1, lap: 32 });
    expect(s.steps.map((x) => x.code)).toEqual(expect.arrayContaining(["lay-inside", "bring-round", "lock-slits"]));
    expect(prove(s).ok).toBe(true);
  });

  it("that is too tight to slide is found, told, and loosened by its button; one that slips off too", () => {
    const tight = made("belly-band", { play: 0 }, { contents: { ...CARD, width: 99.8 } });
    expect(codes(tight)).toContain("gap.stiff");
    const finding = tight.findings.find((f) => f.code === "stiff");
    expect(finding && sayFinding(finding, { unit: "mm" })).toContain("will not slide on");
    expect(codes(pressed(tight, "gap.stiff"))).not.toContain("gap.stiff");
    const loose = made("belly-band", { play: 6 });
    expect(codes(loose)).toContain("gap.slips");
    expect(codes(pressed(loose, "gap.slips"))).not.toContain("gap.slips");
  });

  it("bows out no further than what it goes round, on a blank that a ruler can cut", () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 200 }), fc.integer({ min: 10, max: 100 }), (height, wide) => {
        const s = made(
          "belly-band",
          { front: "out", bandWidth: Math.min(wide, height) },
          {
            contents: { width: 90, height, thickness: 1 },
          },
        );
        const blank = s.pieces[0]?.blank.height ?? NaN;
        expect(blank).toBeLessThanOrEqual(height);
        expect(blank % 1).toBeCloseTo(0, 9);
      }),
      { numRuns: runs(40) },
    );
  });
});

describe("a fold-over pocket", () => {
  it("is the same face twice, and hangs together for as long as was asked", () => {
    const s = made("fold-over-pocket", { cutTo: "round", touch: 140 });
    const [piece] = s.pieces;
    const [back, front] = piece?.panels ?? [];
    expect(areaOf(back?.outline ?? [])).toBeCloseTo(areaOf(front?.outline ?? []), 6);
    const [fold] = piece?.folds ?? [];
    // the level is looked for in fortieths of half its height: a hair longer than asked
    const long = fold ? distance(fold.from, fold.to) : 0;
    expect(long).toBeGreaterThanOrEqual(140);
    expect(long).toBeLessThan(150);
    expect(s.steps.map((x) => x.code)).toContain("cut-folded");
  });

  it("is the smallest of its kind: a mark less and what is inside no longer fits between the tapes", () => {
    for (const { id } of shapes.filter((x) => ["arch", "apple", "jar", "leaf", "round"].includes(x.id))) {
      const s = made("fold-over-pocket", { cutTo: id });
      const zones = s.pieces[0]?.glue ?? [];
      expect(zones.length, id).toBeGreaterThanOrEqual(2);
      // glue on both sides, with the room that is asked for between
      const middle = (s.pieces[0]?.blank.width ?? NaN) / 2;
      const edges = zones.map((z) => boundsOf(z.polygon));
      const right = Math.min(...edges.filter((b) => b.left > middle).map((b) => b.left));
      const left = Math.max(...edges.filter((b) => b.right < middle).map((b) => b.right));
      const between = right - left;
      expect(between, id).toBeCloseTo(103, 1);
      expect(prove(s).ok, id).toBe(true);
    }
  });

  it("takes no tape that leaves a sticky inside, and widens its sides for one when its button is pressed", () => {
    const s = made("fold-over-pocket", { taped: 6 }, { tape: 9 });
    expect(codes(s)).toContain("seam.tape");
    expect(codes(pressed(s, "seam.tape"))).not.toContain("seam.tape");
  });
});

describe("a fold-over pocket that opens at the side", () => {
  it("is taped along the sides that neither fold nor mouth close", () => {
    const zones = (hinge: string) => {
      const s = made("fold-over-pocket", { cutTo: "rectangle", hinge, opens: "side", play: 0, taped: 10 });
      expect(prove(s).ok).toBe(true);
      const [piece] = s.pieces;
      const lying = s.contents[0];
      expect(lying?.open).toEqual({ axis: "width", past: "one" });
      expect(lying?.way).toEqual([1, 0]);
      // each zone by the direction it runs in, on the front
      return (piece?.glue ?? []).map(({ polygon: p }) => {
        const { left, right, bottom, top } = boundsOf(p);
        return right - left > top - bottom ? "across" : "upright";
      });
    };
    expect(zones("bottom").sort()).toEqual(["across", "upright"]);
    expect(zones("side")).toEqual(["across", "across"]);
  });

  it("holds 65 % of the width, the rest stands out at the right", () => {
    const s = made("fold-over-pocket", { cutTo: "rectangle", hinge: "side", opens: "side", play: 1, taped: 10 });
    const lying = s.contents[0];
    const back = boundsOf(flatten(s.pieces[0]?.panels.find((p) => p.id === "back")?.outline ?? []));
    // half a thickness and half the room off the fold at its left
    expect((lying?.x ?? NaN) - 50 - back.left).toBeCloseTo(1, 6);
    // the whole height lies between the two tapes: 60 + 1 + 1, and the mm of room is left
    expect(lying?.gap.height).toBe(1);
    // 65 % of 100 + 0.5 + 1 rounded up to 102, and the tape stands past it nowhere on the mouth's side
    expect(back.right - back.left).toBeGreaterThanOrEqual(0.65 * 102);
  });
});

describe("an outline cut off straight", () => {
  it("loses what lies below, keeps its curves, and meets the line once", () => {
    for (const { outline, id, usual } of shapes) {
      const path = outline(100 * usual, 100);
      const level = 40;
      const chord = chordAt(path, level);
      if (!chord) continue;
      const kept = above(path, level);
      // measured another way: the polygon of the whole outline, clipped by hand at every edge
      const points = flatten(path);
      const clipped = points.flatMap((p, i) => {
        const q = points[(i + 1) % points.length] ?? p;
        const cut: [number, number][] =
          p[1] >= level === q[1] >= level ? [] : [[p[0] + ((level - p[1]) / (q[1] - p[1])) * (q[0] - p[0]), level]];
        return [...(p[1] >= level ? [[p[0], p[1]] as [number, number]] : []), ...cut];
      });
      // chords of 0.05 mm sag take up to half a percent off
      expect(Math.abs(areaOf(kept)) / Math.abs(areaOf(polygon(clipped))), id).toBeCloseTo(1, 2);
      const [first] = kept;
      expect(first?.from[1], id).toBe(0);
      expect(Math.abs((first?.to[0] ?? 0) - (first?.from[0] ?? 0)), id).toBeCloseTo(chord[1] - chord[0], 0);
    }
  });
});

describe("a diagonal pocket", () => {
  it("covers both lower corners, and says when what is inside would slip out; its button mends it", () => {
    const s = made("diagonal-pocket", { high: 20, low: 8 }, { contents: { ...CARD, height: 90 } });
    expect(codes(s)).toContain("covering.tips-out");
    expect(codes(pressed(s, "covering.tips-out"))).not.toContain("covering.tips-out");
    expect(codes(made("diagonal-pocket"))).not.toContain("covering.tips-out");
  });

  it("carries a layer with the same border on all four sides", () => {
    const s = made("diagonal-pocket", { overlay: "layer", border: 5 });
    const front = s.pieces[0]?.panels.find((p) => p.id === "front");
    const cover = s.pieces.find((p) => p.id === "cover");
    const area = areaOf(front?.outline ?? []);
    // drawn in by 5 mm: its area is less by 5 mm of its middle line all round
    const rim = lengthOf(front?.outline ?? []);
    const own = areaOf(cover?.outline[0] ?? []);
    expect(area - own).toBeGreaterThan(5 * rim * 0.7);
    expect(area - own).toBeLessThan(5 * rim);
    expect(prove(s).ok).toBe(true);
  });

  it("stands high on the side that is asked for", () => {
    const deepAt = (corner: string): readonly [number, number] => {
      const s = made("diagonal-pocket", { corner });
      const points = flatten(s.pieces[0]?.panels.find((p) => p.id === "front")?.outline ?? []);
      const { left, right } = boundsOf(points);
      const low = (x: number): number => Math.min(...points.filter((p) => Math.abs(p[0] - x) < 1).map((p) => p[1]));
      return [low(left), low(right)];
    };
    const [left, right] = [deepAt("left"), deepAt("right")];
    expect(left[0]).toBeLessThan(left[1]);
    expect(right[1]).toBeLessThan(right[0]);
  });
});

describe("a gift-card folder", () => {
  const GIFT = { contents: { preset: "gift-card" } };

  it("holds a gift card on its carrier between the tabs: 85.6 + 0.76 + 0.2 + 1.5 mm, on the ruler", () => {
    const s = made("gift-card-folder", {}, GIFT);
    // 88.06 mm is 89 on a millimetre ruler
    expect(s.contents[0]?.inside.width).toBe(89);
    expect(s.contents[0]?.gap.width).toBeCloseTo(89 - 85.6 - 0.76, 6);
    const carrier = s.pieces.find((p) => p.id === "carrier");
    expect(carrier?.blank).toEqual({ width: 85, height: 61 });
    expect(s.joins.some((j) => j.piece === "carrier")).toBe(false);
    expect(s.steps.map((x) => x.code)).toEqual(expect.arrayContaining(["cut-second", "stick-on", "fill"]));
  });

  it("is foiled on the outside of its cover: drawn, listed and told before it is folded", () => {
    const s = made("gift-card-folder", { foiling: "frame" }, GIFT);
    const [line] = s.pieces[0]?.lines.filter((l) => l.role === "foil") ?? [];
    expect(line?.face).toBe("back");
    const foil = s.materials.find((m) => m.code === "foil");
    const { left, right } = boundsOf(flatten(line?.path ?? []));
    expect(foil?.size.width).toBeCloseTo(right - left + 10, 6);
    const order = s.steps.map((x) => x.code);
    expect(order.indexOf("foil-lines")).toBeLessThan(order.indexOf("crease-all"));
  });

  it("is scored, folded, glued and filled in an order that can be done: tabs before the pocket, glue once they are in", () => {
    const order = made("gift-card-folder", {}, GIFT).steps.map((x) => x.code);
    expect(order.slice(order.indexOf("crease-all"))).toEqual([
      "crease-all",
      "cut-second",
      "fold",
      "glue-tabs",
      "fold",
      "stick-on",
      "fill",
      "close",
    ]);
  });
});

describe("a side-tab pocket", () => {
  it("with a low back lets what is inside stand out, and says nothing of room above", () => {
    const s = made("side-tab-pocket", { back: 40, front: 30 });
    expect(s.contents[0]?.open).toEqual({ axis: "height", past: "one" });
    expect(prove(s).ok).toBe(true);
  });

  it("opens at its side for what is long, with the room on its own axes", () => {
    const s = made("side-tab-pocket", { opens: "side", play: 2 });
    const side = s.contents[0];
    expect(side?.rotation).toBe(90);
    // across the pocket lies the height: 60 + 1 + 2 mm
    expect(side?.inside.height).toBe(63);
    expect(prove(s).ok).toBe(true);
  });

  it("keeps its proof whatever its back, its mouth and its opening", () => {
    const form = forms.find((f) => f.id === "side-tab-pocket");
    if (!form) throw new Error("no such form");
    const back = fc.option(fc.integer({ min: 20, max: 300 }), { nil: undefined });
    const front = fc.option(fc.integer({ min: 15, max: 290 }), { nil: undefined });
    fc.assert(
      fc.property(randomSpec(form), back, front, (spec, b, f) => {
        const read = changed(spec, { settings: { ...(b && { back: b }), ...(f && { front: f }) } });
        if (!read.ok) throw new Error(JSON.stringify(read.problems));
        const proof = prove(solve(read.value));
        if (!proof.ok) throw new Error(JSON.stringify(proof));
      }),
      { numRuns: runs(150) },
    );
  });

  it("tells a pocket that reaches past the closed card, and lays it where it does not when its button is pressed", () => {
    const card = (at: object) =>
      inside("side-tab-pocket", at, {
        card: { width: 148, height: 105 },
        settings: { back: 50, front: 40 },
        contents: { width: 80, height: 90, thickness: 0.8, name: "Ticket" },
      });
    const high = card({ x: { from: "centre", by: 0 }, y: { from: "top", by: 5 } });
    expect(codes(high)).toContain("closed.sticks-out");
    const told = high.findings.find((f) => f.check === "closed");
    expect(told && sayFinding(told, { unit: "mm" }).toLowerCase()).toContain("ticket");
    expect(codes(pressed(high, "closed.sticks-out"))).not.toContain("closed.sticks-out");
  });
});

describe("from the inside out", () => {
  const offers = offersFor(specOf({ form: "side-seam-envelope", contents: { preset: "gift-card" }, method: MM }));

  it("offers every holder once under each of its names, with what narrows the choice", () => {
    const keys = offers.map((o) => o.key);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toEqual(expect.arrayContaining(["side-tab-pocket/Library pocket", "side-tab-pocket/Sleeve"]));
    for (const form of forms)
      expect(
        offers.some((o) => o.form === form.id),
        form.id,
      ).toBe(true);
  });

  it("offers a library pocket as a plain one again, and as nothing twice", () => {
    const library = offers.find((o) => o.key === "side-tab-pocket/Library pocket");
    if (!library) throw new Error("no library pocket");
    const again = offersFor(library.spec);
    const settings = (key: string) => again.find((o) => o.key === key)?.spec.settings;
    expect(settings("side-tab-pocket/Library pocket")).toEqual(library.spec.settings);
    expect(settings("side-tab-pocket/Side-tab pocket")).toMatchObject({
      back: "auto",
      front: "auto",
      mouth: "straight",
    });
    // on a millimetre ruler: 0.75 of 53.98 is 40.5 mm, and no mark
    expect(library.spec.settings["back"]).toBe(40);
  });

  it("tells truly which need no glue, open whole, and are cut straight", () => {
    for (const { form, facts, spec } of offers) {
      const s = solve(spec);
      if (facts.noGlue)
        expect(
          s.pieces.every((p) => p.glue.length === 0),
          form,
        ).toBe(true);
      else
        expect(
          s.materials.some((m) => m.code === "tape" || m.code === "glue") || s.steps.some((x) => x.kind === "glue"),
          form,
        ).toBe(true);
      if (s.contents.every((c) => c.closes.length === 0)) expect(facts.opensWhole, form).toBe(true);
    }
    const by = (form: string) => offers.find((o) => o.form === form)?.facts;
    expect(by("fold-over-pocket")?.straight).toBe(false);
    expect(by("diagonal-pocket")?.straight).toBe(true);
    expect(by("gift-card-folder")?.opensWhole).toBe(true);
    expect(by("side-seam-envelope")?.opensWhole).toBe(false);
  });
});

describe("on a panel of a card", () => {
  const HOLDERS = forms.filter((f) => f.purpose === "pocket" || f.purpose === "envelope");
  it.each(HOLDERS.map((f) => [f.id, f] as const))("%s lies inside, filled, and the card closes over it", (id) => {
    const middle = { x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 } };
    const s = inside(id, middle, { contents: { width: 60, height: 45, thickness: 0.8 } });
    expect(s.contents.map((c) => c.fitting)).toEqual(["holder"]);
    const proof = prove(s);
    expect(proof.crossings, JSON.stringify(proof.crossings)).toEqual([]);
    expect(proof.ok, JSON.stringify(proof)).toBe(true);
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
    // it is filled when it has been glued where it lies
    const order = s.steps.map((x) => x.code);
    expect(order).toContain("lay-on");
    expect(order.indexOf("fill")).toBeGreaterThan(order.indexOf("lay-on"));
  });
});

describe("a pocket glued straight on a panel", () => {
  const FRONT = { contents: CARD, settings: { behind: "panel" } } as const;
  const AT = { x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 }, turn: 0 } as const;

  it("has three tabs and no back: 102 across for the card, 40 high, tabs of 12 all round but at the mouth", () => {
    const s = made("side-tab-pocket", { behind: "panel", play: 1 });
    // 100 + 1 + 1 across; 65 % of 60 + 0.5 + 1 rounded up to 62: 40; and the tabs
    expect(s.pieces[0]?.blank).toEqual({ width: 102 + 24, height: 40 + 12 });
    expect(s.pieces[0]?.panels.map((p) => p.id)).toEqual(["front", "left", "right", "lower"]);
    expect(prove(s).ok).toBe(true);
    const order = s.steps.map((x) => x.code);
    expect(order.indexOf("glue-by-tabs")).toBeLessThan(order.indexOf("fill"));
  });

  it("stands on its tabs and what is inside, each tab flat on the panel", () => {
    const s = inside("side-tab-pocket", AT, FRONT);
    const proof = prove(s);
    expect(proof.ok).toBe(true);
    expect(proof.landings.filter((l) => l.glue.startsWith("glue-")).length).toBeGreaterThanOrEqual(3);
    const laid = s.fittings[0];
    // a front, a tab and the card between them: two layers of 0.3 mm and 1 mm
    const { caliper } = s.spec.stock;
    expect((laid?.high ?? NaN) - (laid?.low ?? NaN)).toBeCloseTo(2 * caliper + 1, 6);
    expect(s.steps.map((x) => x.code)).toContain("lay-on");
  });

  it("has a tape too wide for its tabs told there, and the tabs made wider by the button", () => {
    const s = solve({ ...inside("side-tab-pocket", AT, FRONT).spec, tape: 12 });
    expect(codes(s)).toContain("seam.tape");
    expect(codes(pressed(s, "seam.tape"))).not.toContain("seam.tape");
  });

  it("keeps its proof on any card, wherever it lies", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 150 }),
        fc.integer({ min: 40, max: 120 }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.constantFrom(0, 90, 180, 37),
        fc.integer({ min: 8, max: 15 }),
        (width, height, thickness, turn, tab) => {
          const s = inside(
            "side-tab-pocket",
            { ...AT, turn },
            {
              contents: { width, height, thickness },
              settings: { behind: "panel", tab },
            },
          );
          const proof = prove(s);
          if (!proof.ok) throw new Error(JSON.stringify(proof));
        },
      ),
      { numRuns: runs(60) },
    );
  });
});

describe("a diagonal pocket in a corner of a card", () => {
  it.each([
    ["left", "bottom", 0],
    ["right", "bottom", 0],
    ["left", "top", 180],
    ["right", "top", 180],
  ] as const)("lies at the %s, %s, 3 mm inside, and the card closes over it", (x, y, turn) => {
    const s = inside(
      "diagonal-pocket",
      { x: { from: x, by: 3 }, y: { from: y, by: 3 }, turn },
      {
        card: { width: 200, height: 150 },
        settings: { corner: x, overlay: "layer" },
        contents: { width: 80, height: 60, thickness: 0.8 },
      },
    );
    expect(prove(s).ok).toBe(true);
    expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
    const lying = s.fittings.find((f) => f.id === "holder");
    // 3 mm from both edges, measured on the panel as one looks at it
    const { corner = [NaN, NaN], width = NaN, height = NaN, ground } = lying ?? {};
    expect(x === "left" ? corner[0] : (ground?.width ?? NaN) - corner[0] - width).toBeCloseTo(3, 6);
    expect(y === "bottom" ? corner[1] : (ground?.height ?? NaN) - corner[1] - height).toBeCloseTo(3, 6);
  });
});

describe("a thumb cut", () => {
  it("that leaves too little paper is found, and made smaller by its button", () => {
    const s = made("side-tab-pocket", { front: 15, thumb: 13 });
    expect(codes(s)).toContain("covering.notch-deep");
    expect(codes(pressed(s, "covering.notch-deep"))).not.toContain("covering.notch-deep");
    expect(codes(made("side-tab-pocket"))).not.toContain("covering.notch-deep");
  });
});
