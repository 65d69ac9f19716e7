/** Cards that move and holders for treats: worked by hand, measured on the folded paper, and mended by their buttons. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { prove, proveMotion } from "../folding/proof.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import type { Solution } from "../model/solution.ts";
import { travelOf } from "../paper/motion.ts";
import { filledWith, foldedPanels, lastOrder, move, type Point3, STILL } from "../paper/pose.ts";
import { solve } from "../solve.ts";
import { pressed, specOf } from "../test/randomSpec.ts";
import { sayFinding, sayStep } from "../words/en.ts";

const MM = { board: "scoring-millimetre" } as const;
const made = (form: string, contents: object, settings: object = {}, more: object = {}) =>
  solve(specOf({ form, contents, settings, method: MM, stock: { caliper: 0.3, weight: 200 }, ...more }));
const codes = (s: Solution) => s.findings.map((f) => `${f.check}.${f.code}`);
const finding = (s: Solution, code: string) => s.findings.find((f) => `${f.check}.${f.code}` === code);
/** The same with the button of a finding pressed. */
const mended = (s: Solution, code: string) => solve(pressed(s.spec, finding(s, code)));
const pieceOf = (s: Solution, id: string) => {
  const piece = s.pieces.find((p) => p.id === id);
  if (!piece) throw new Error(`no piece '${id}'`);
  return piece;
};

/** Where a panel's points lie once all is folded, filled, and moved so far. */
function folded(s: Solution, panel: string, motion: Readonly<Record<string, number>> = {}): readonly Point3[] {
  const { caliper } = s.spec.stock;
  const poses = foldedPanels(s, { progress: lastOrder(s), caliper, filled: filledWith(s.contents), motion });
  const piece = s.pieces.find((p) => p.panels.some((q) => q.id === panel));
  const outline = piece?.panels.find((p) => p.id === panel)?.outline ?? [];
  return flatten(outline).map(([x, y]) => move(poses.get(`${piece?.id ?? ""}/${panel}`) ?? STILL, [x, y, 0]));
}
const range = (points: readonly Point3[], axis: 0 | 1 | 2): readonly [number, number] => {
  const values = points.map((p) => p[axis]);
  return [Math.min(...values), Math.max(...values)];
};

describe("a slider pocket card", () => {
  /* 152 high: slit 152 − 40 = 112, carrier 12: the panel comes out 100 */
  const CARD = { width: 108, height: 152 } as const;

  it("travels the slit less its carrier, and the panel stands out above the pocket by as much", () => {
    const s = made("slider-pocket-card", CARD);
    expect(travelOf(s.motions[0] as NonNullable<(typeof s.motions)[0]>)).toEqual({ travel: 100, unit: "mm" });
    const top = (pulled: number): number => range(folded(s, "pull", { pull: pulled }), 1)[1];
    const [, front] = range(folded(s, "front"), 1);
    expect(top(1) - top(0)).toBeCloseTo(100, 6);
    expect(top(1) - front).toBeCloseTo(100 - 1, 6);
    expect(s.dimensions.find((d) => d.id === "travel")?.value).toBe(100);
  });

  it("has its figure ride along, over the carrier at every moment", () => {
    const s = made("slider-pocket-card", CARD, { figure: "apple", slitFrom: 40 });
    for (const pulled of [0, 0.5, 1]) {
      const [figure, carrier] = ["figure", "ahead"].map((panel) => folded(s, panel, { pull: pulled }));
      const [low, high] = range(figure ?? [], 1);
      const [from, to] = range(carrier ?? [], 1);
      expect(low).toBeLessThan(from);
      expect(high).toBeGreaterThan(to);
    }
    expect(proveMotion(s, "pull").ok).toBe(true);
  });

  it("says when the figure lets its carrier be seen, or stands past the card, and is mended by the button", () => {
    const small = made("slider-pocket-card", CARD, { figureHigh: 10, carrier: 30 });
    expect(codes(small)).toContain("covering.carrier-seen");
    expect(sayFinding(finding(small, "covering.carrier-seen") as never, { unit: "mm" })).toContain(
      "slip out of its slit",
    );
    expect(codes(mended(small, "covering.carrier-seen"))).not.toContain("covering.carrier-seen");
    const aside = made("slider-pocket-card", CARD, { slitFrom: 15, figureWide: 60 });
    expect(codes(aside)).toContain("covering.figure-past");
    expect(codes(mended(aside, "covering.figure-past"))).not.toContain("covering.figure-past");
    const long = made("slider-pocket-card", { width: 108, height: 90 }, { carrier: 60 });
    expect(codes(long)).toContain("refused.carrier-long");
    expect(codes(mended(long, "refused.carrier-long"))).not.toContain("refused.carrier-long");
  });

  it("is told from the slit on: through it, then what rides on the carrier, then the glue strip", () => {
    const order = made("slider-pocket-card", CARD).steps.map((x) => x.code);
    const at = (code: string): number => order.indexOf(code);
    expect(at("through-slit")).toBeGreaterThan(at("cut-slit-inside"));
    expect(at("glue-carrier")).toBeGreaterThan(at("through-slit"));
    expect(order.lastIndexOf("glue-carrier")).toBeGreaterThan(at("glue-carrier"));
  });
});

describe("a pop-up cradle card", () => {
  const CARD = { width: 140, height: 108 } as const;

  it("closed, hides what it lifts 3 mm behind the edge, with one strip or two, sideways or upwards", () => {
    for (const fold of ["side", "top"])
      for (const strips of ["one", "two"]) {
        const s = made("pop-up-cradle-card", CARD, { fold, strips });
        const axis = fold === "side" ? 0 : 1;
        const [figure, back] = [range(folded(s, "figure"), axis), range(folded(s, "back"), axis)];
        expect(fold === "side" ? figure[0] - back[0] : back[1] - figure[1]).toBeCloseTo(3, 6);
        expect(s.findings.filter((f) => f.severity === "error")).toEqual([]);
        expect(prove(s).ok && proveMotion(s, "open").ok).toBe(true);
      }
  });

  it("keeps an outline's own proportions: an oval is 1.35 times as wide as high, along the fold or off it", () => {
    // sideways it reaches its width off the fold, upwards its height
    const figure = (fold: string) => {
      const s = made("pop-up-cradle-card", CARD, { fold, figure: "oval", figureLong: 60 });
      const { width = 0, height = 0 } = s.pieces.find(({ id }) => id === "shown")?.blank ?? {};
      return Math.max(width, height) / Math.min(width, height);
    };
    for (const fold of ["side", "top"]) {
      expect(figure(fold)).toBeGreaterThan(1.3);
      expect(figure(fold)).toBeLessThan(1.42);
    }
  });

  it("half open, lifts it off the back: the crease stands 20·√2 from the fold", () => {
    const s = made("pop-up-cradle-card", CARD, { fold: "side", step: 20 });
    const crease = folded(s, "riser", { open: 0.5 }).map(([x, , z]) => Math.hypot(x - 140, z));
    expect(Math.max(...crease)).toBeCloseTo(20 * Math.SQRT2, -0.5);
  });

  it("says when what it lifts sticks out of the closed card, and lets it reach less at a press", () => {
    const s = made("pop-up-cradle-card", CARD, { figureLong: 130 });
    expect(codes(s)).toEqual(expect.arrayContaining(["covering.rises-past", "closed.sticks-out"]));
    const after = mended(s, "covering.rises-past");
    expect(codes(after)).not.toContain("covering.rises-past");
    expect(codes(after)).not.toContain("closed.sticks-out");
  });

  it("carries a pocket with its own contents on what it lifts", () => {
    const s = made(
      "pop-up-cradle-card",
      { width: 160, height: 130 },
      {},
      {
        fittings: [
          {
            ...{ id: "pocket", kind: "part", form: "side-tab-pocket", name: "Pocket", settings: {} },
            on: { panel: "figure", side: "outside" },
            at: { x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 }, turn: 0 },
            contents: { width: 50, height: 40, thickness: 0.5 },
          },
        ],
      },
    );
    expect(s.fittings).toHaveLength(1);
    expect(prove(s).ok && proveMotion(s, "open").ok).toBe(true);
  });
});

describe("an insert-frame card", () => {
  it("has slits 2 (q + 0.75) long across the corners, and the insert's corners through them", () => {
    const s = made("insert-frame-card", { width: 148, height: 105 }, { margin: 12, corner: 10 });
    for (const cut of pieceOf(s, "card").cuts) {
      const [a, b] = [cut.path[0]?.from ?? [0, 0], cut.path[0]?.to ?? [0, 0]];
      expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeCloseTo(2 * 10.75, 6);
    }
    // the insert lies on the front's outside, its corners on the other side of the front
    const z = (panel: string): number => range(folded(s, panel), 2)[0];
    const out = Math.sign(z("insert") - z("front"));
    for (const corner of ["lower-left", "lower-right", "upper-left", "upper-right"])
      expect(Math.sign(z(corner) - z("front"))).toBe(-out);
    expect(prove(s).ok).toBe(true);
    // nothing is scored or glued on it
    expect(pieceOf(s, "insert").lines).toEqual([]);
    expect(s.steps.map((x) => x.code)).toContain("tuck-corners");
    expect(s.materials.some((m) => m.code === "glue" || m.code === "tape")).toBe(false);
  });

  it("on a card that is there already takes paper for the insert alone, and is neither cut out nor scored", () => {
    const s = made(
      "insert-frame-card",
      { width: 148, height: 105 },
      { base: "bought" },
      { sheet: { preset: "square-6in" } },
    );
    expect(s.findings.filter((f) => f.check === "sheet")).toEqual([]);
    expect(s.materials.map((m) => [m.item, m.code])).toEqual([
      ["Card base", "bought"],
      ["Insert", "piece"],
    ]);
    const order = s.steps.map((x) => x.code);
    expect(order[0]).toBe("open-bought");
    expect(order).not.toContain("cut-sheet");
    expect(s.steps.some((x) => x.kind === "score")).toBe(false);
    // its four slits lie on the slant, off the ruler's marks: they are told together, by the template
    expect(s.steps.find((x) => x.code === "cut-row")?.does).toHaveLength(4);
    // opened flat it is twice as wide as it is closed
    expect(s.steps[0]?.facts).toMatchObject({ width: 296, height: 105 });
  });

  it("may hold it inside on the back, the corners out on the other side, and tells where a bought card lies on the mat", () => {
    for (const fold of ["side", "top"]) {
      const s = made("insert-frame-card", { width: 148, height: 105 }, { insert: "inside", fold });
      expect(new Set(pieceOf(s, "card").cuts.map((c) => c.panel))).toEqual(new Set(["back"]));
      expect(prove(s).ok && proveMotion(s, "open").ok).toBe(true);
    }
    const s = made("insert-frame-card", { width: 148, height: 105 }, { base: "bought", matX: 20, matY: 15 });
    expect(s.steps[0]?.facts).toMatchObject({ x: 20, y: 15 });
    expect(sayStep(s.steps[0] as never, { unit: "mm" })).toMatch(/20.mm from the mat's left and 15.mm above/u);
  });

  it("keeps a window 4 mm off the slits, whatever it is asked to be", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 90, max: 200 }),
        fc.integer({ min: 90, max: 200 }),
        fc.integer({ min: 4, max: 30 }),
        fc.integer({ min: 6, max: 30 }),
        fc.integer({ min: 10, max: 300 }),
        (width, height, margin, corner, windowWide) => {
          const settings = { insert: "behind", margin, corner, opening: "rectangle", windowWide };
          const s = made("insert-frame-card", { width, height }, settings);
          const cuts = pieceOf(s, "card").cuts;
          const window = cuts.find((c) => c.kind === "window");
          if (!window) return;
          const { left, right, bottom, top } = boundsOf(flatten(window.path));
          const corners = [left, right].flatMap((x) => [bottom, top].map((y) => [x, y] as const));
          for (const slit of cuts.filter((c) => c.kind === "slit")) {
            const [a, b] = [slit.path[0]?.from ?? [0, 0], slit.path[0]?.to ?? [0, 0]];
            const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
            for (const [x, y] of corners) {
              const off = Math.abs((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / long;
              expect(off).toBeGreaterThanOrEqual(4 - 1e-6);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("a stick holder", () => {
  const BALL = { width: 36, height: 36, thickness: 30 } as const;

  it("has its string holes in both faces at one place, stick + 2 mm apart, above the treat", () => {
    const s = made("stick-holder", BALL, { stick: 4, holes: 4 });
    const holes = pieceOf(s, "holder").cuts.filter((c) => c.id.startsWith("string"));
    const { caliper } = s.spec.stock;
    const poses = foldedPanels(s, { progress: lastOrder(s), caliper });
    const at = holes.map((c) => {
      const { left, right, bottom, top } = boundsOf(flatten(c.path));
      return move(poses.get(`holder/${c.panel}`) ?? STILL, [(left + right) / 2, (bottom + top) / 2, 0]);
    });
    expect(holes).toHaveLength(4);
    const [backLeft, frontLeft, backRight] = at as [Point3, Point3, Point3];
    expect(backLeft[0]).toBeCloseTo(frontLeft[0], 6);
    expect(backLeft[1]).toBeCloseTo(frontLeft[1], 6);
    // middle to middle: the stick, 2 mm, and half a hole on either side
    expect(backRight[0] - backLeft[0]).toBeCloseTo(4 + 2 + 4, 6);
    const lying = s.contents[0];
    expect(backLeft[1] - 2).toBeGreaterThan((lying?.y ?? NaN) + 18);
    expect(codes(s)).not.toContain("hole.near-edge");
    expect(prove(s).ok).toBe(true);
  });

  it("lets the stick down through its base, in a hole a mm wider, with paper beside it", () => {
    const s = made("stick-holder", BALL, { points: "down", stick: 6 });
    const hole = pieceOf(s, "holder").cuts.find((c) => c.panel === "base");
    const { left, right } = boundsOf(flatten(hole?.path ?? []));
    expect(right - left).toBeCloseTo(7, 6);
  });
});

describe("a tapered pouch", () => {
  const BAG = { width: 80, height: 110, thickness: 20 } as const;

  it("of one sheet stands on a base, its walls upright on slanted sides and its front over their tabs", () => {
    const s = made("tapered-pouch", BAG, { build: "one" });
    // 20 + 1.5 + 0.3, on the next mm, less the ply between its scores and its faces
    expect(s.contents[0]?.inside.depth).toBeCloseTo(22 - 0.3, 9);
    const front = range(folded(s, "front"), 2);
    expect(front[1] - front[0]).toBeLessThan(1e-6);
    expect(front[0]).toBeCloseTo(22.3, 6);
    expect(prove(s).ok).toBe(true);
  });

  it("of two papers has a back that is the outline alone", () => {
    const s = made("tapered-pouch", { ...BAG, thickness: 2 }, { build: "two", handle: "none" });
    expect(pieceOf(s, "back").folds).toEqual([]);
    expect(pieceOf(s, "front").folds).toHaveLength(3);
    expect(prove(s).ok).toBe(true);
    const order = s.steps.map((x) => x.code);
    expect(order.indexOf("glue-tabs-on")).toBeLessThan(order.indexOf("fill"));
  });

  it("may have its handle cut from another paper, which the cut list has", () => {
    const s = made("tapered-pouch", BAG, { build: "one", handlePaper: "text-120-plum" });
    expect(pieceOf(s, "handle").stock?.preset).toBe("text-120-plum");
    const [own, other] = ["Pouch", "Handle"].map((item) => s.materials.find((m) => m.item === item)?.stock);
    expect(other).not.toBe(own);
    expect(prove(s).ok).toBe(true);
  });

  it("says when what is inside stands above the mouth, and lets the front reach it at a press", () => {
    const s = made("tapered-pouch", BAG, { build: "one", front: 80 });
    expect(codes(s)).toContain("covering.stands-out");
    expect(sayFinding(finding(s, "covering.stands-out") as never, { unit: "mm" })).toContain("above the mouth");
    expect(codes(mended(s, "covering.stands-out"))).not.toContain("covering.stands-out");
  });

  it("says when the hole for the hand is too near the edge, and lowers it at a press", () => {
    const s = made("tapered-pouch", BAG, { build: "two", handle: "hand", handOff: 5 });
    expect(finding(s, "covering.handle-torn")).toMatchObject({ figure: 5, limit: 12 });
    const after = mended(s, "covering.handle-torn");
    expect(codes(after)).not.toContain("covering.handle-torn");
    // whatever it is set to, the hole stays clear of what is inside
    for (const solution of [s, after]) {
      const hole = boundsOf(flatten(pieceOf(solution, "back").cuts[0]?.path ?? []));
      const lying = solution.contents[0];
      const { top } = boundsOf(flatten(pieceOf(solution, "back").panels[0]?.outline ?? []));
      expect(top - hole.top).toBeCloseTo(Number(solution.spec.settings["handOff"]), 6);
      expect(hole.bottom).toBeGreaterThan((lying?.height ?? NaN) + 1);
    }
  });
});

describe("boxes", () => {
  it("a tuck box is 65 + 2 + 0.3 across, 40 + 2 + 0.6 deep and 75 + 2 + 0.6 up, each on the next mm", () => {
    const s = made("tuck-box", { width: 65, height: 75, thickness: 40 }, { play: 2, tuck: 18, stripWide: 12 });
    expect(pieceOf(s, "box").blank).toEqual({ width: 12 + 2 * 68 + 2 * 43, height: 78 + 2 * (43 + 18) });
    expect(prove(s).ok).toBe(true);
    expect(s.steps.at(-1)?.code).toBe("tuck-in");
    // the tuck comes to lie one layer inside the front
    expect(range(folded(s, "front"), 2)[0] - range(folded(s, "upper-tuck"), 2)[1]).toBeCloseTo(0.3, 6);
  });

  it("a tray slides out of its sleeve with the room it was given, and through nothing", () => {
    const s = made("sleeve-and-tray", { width: 60, height: 100, thickness: 22 }, { slack: 1 });
    const [low, high] = range(folded(s, "floor"), 0);
    const [, right] = range(folded(s, "back"), 0);
    // on the strip's side its own layer is in the way as well: half a layer of wall on each side, and the rest is room
    const room = right - 0.3 - (high - low) - 0.3;
    expect(room).toBeGreaterThanOrEqual(1 - 1e-6);
    expect(prove(s).ok && proveMotion(s, "pull").ok).toBe(true);
  });

  it("a topper holds the bag below its hole, and is made higher at a press where it does not", () => {
    const bag = { width: 100, height: 160, thickness: 1 } as const;
    const s = made("bag-topper", bag, { high: 45, hang: 8 });
    const hole = boundsOf(flatten(pieceOf(s, "topper").cuts.find((c) => c.panel === "back")?.path ?? []));
    const fold = pieceOf(s, "topper").folds[0]?.from[1] ?? NaN;
    const lying = s.contents[0];
    expect((lying?.y ?? NaN) - 80 - hole.top).toBeGreaterThanOrEqual(8 - 1e-6);
    expect(hole.bottom - fold).toBeGreaterThanOrEqual(8 - 1e-6);
    const low = made("bag-topper", bag, { high: 26, hang: 8 });
    expect(codes(low)).toContain("covering.topper-low");
    expect(codes(mended(low, "covering.topper-low"))).not.toContain("covering.topper-low");
  });
});
