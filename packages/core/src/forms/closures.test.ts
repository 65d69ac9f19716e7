/** What keeps a holder shut: where tabs, slits, holes and bands come to lie is measured on the folded paper. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { prove } from "../folding/proof.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import type { Solution } from "../model/solution.ts";
import { filledWith, foldedPanels, lastOrder, move, type Point3, STILL } from "../paper/pose.ts";
import { settingMeta } from "../model/setting.ts";
import { changed } from "../recipe/change.ts";
import { solve } from "../solve.ts";
import { randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { forms } from "./all.ts";
import { settingsOf } from "./form.ts";

const MM = { board: "scoring-millimetre" } as const;
const CARD = { width: 100, height: 60, thickness: 1 } as const;
const made = (form: string, settings: object = {}, more: object = {}) =>
  solve(specOf({ form, contents: CARD, settings, method: MM, stock: { caliper: 0.2, weight: 160 }, ...more }));
const codes = (s: Solution) => s.findings.map((f) => `${f.check}.${f.code}`);
/** The same with the button of a finding pressed. */
function pressed(s: Solution, code: string) {
  const finding = s.findings.find((f) => `${f.check}.${f.code}` === code);
  if (!finding?.remedy) throw new Error(`${code} has no button: ${codes(s).join(", ")}`);
  const read = changed(s.spec, finding.remedy.changes);
  if (!read.ok) throw new Error("a remedy is read");
  return solve(read.value);
}

/** Where a panel's points, or those of a cut in it, lie once everything is folded up and filled. */
function folded(s: Solution, panel: string, cut?: string): readonly Point3[] {
  const { caliper } = s.spec.stock;
  const poses = foldedPanels(s, { progress: lastOrder(s), caliper, filled: filledWith(s.contents) });
  const piece = s.pieces.find((p) => p.panels.some((q) => q.id === panel));
  const path = cut ? piece?.cuts.find((c) => c.id === cut)?.path : piece?.panels.find((p) => p.id === panel)?.outline;
  return flatten(path ?? []).map(([x, y]) => move(poses.get(`${piece?.id ?? ""}/${panel}`) ?? STILL, [x, y, 0]));
}
const range = (points: readonly Point3[], axis: 0 | 1 | 2): readonly [number, number] => {
  const values = points.map((p) => p[axis]);
  return [Math.min(...values), Math.max(...values)];
};

describe("closures", () => {
  it("a string runs through two holes that keep their paper, and is tied last", () => {
    const s = made("side-seam-envelope", { closure: "string" }, { contents: { preset: "iso-a6" } });
    expect(s.pieces[0]?.cuts.map((c) => c.kind)).toEqual(["hole", "hole"]);
    expect(codes(s)).not.toContain("hole.near-edge");
    expect(s.steps.at(-1)?.code).toBe("tie-string");
    // closed, the hole in the front lies 20 mm below the one in the flap: 10 mm on either side of the flap's edge
    const [flapHole, frontHole] = (s.pieces[0]?.cuts ?? []).map((c) => boundsOf(flatten(c.path)));
    const fold = (id: string): number => s.pieces[0]?.folds.find((f) => f.panels[1] === id)?.from[1] ?? NaN;
    const mirrored = (y: number, about: number): number => 2 * about - y;
    const y = (b: typeof flapHole): number => ((b?.top ?? NaN) + (b?.bottom ?? NaN)) / 2;
    expect(mirrored(y(flapHole), fold("top")) - mirrored(y(frontHole), fold("bottom"))).toBeCloseTo(20, 6);
  });

  it.each(catalogue.boards.filter((b) => b.kind === "punch-board"))(
    "on the $id punch board each of a string's holes is told with its place, from its own score",
    ({ id }) => {
      const s = made(
        "square-blank-envelope",
        { closure: "string" },
        { contents: { width: 110, height: 100, thickness: 1 }, method: { board: id } },
      );
      const [piece] = s.pieces;
      const told = s.steps.filter((x) => x.code === "punch-in-flap").map((x) => Number(x.facts?.from));
      const lies = (piece?.cuts ?? []).map((c): number => {
        const hinge = piece?.folds.find((f) => f.panels[1] === c.panel);
        const { left, right, top, bottom } = boundsOf(flatten(c.path));
        // twice the triangle on the score, over the score: how high the hole's middle stands on it
        const [[ax, ay], [bx, by]] = [hinge?.from ?? [NaN, NaN], hinge?.to ?? [NaN, NaN]];
        const [x, y] = [(left + right) / 2, (top + bottom) / 2];
        return Math.abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / Math.hypot(bx - ax, by - ay);
      });
      expect(told).toHaveLength(2);
      told.forEach((from, i) => expect(from).toBeCloseTo(lies[i] ?? NaN, 6));
    },
  );

  it("a tab goes into a slit just below the flap's edge, longer than the tab is wide", () => {
    const s = made("side-seam-envelope", { closure: "tab" }, { contents: { preset: "iso-a6" } });
    const [cut] = s.pieces[0]?.cuts ?? [];
    const { left, right, top } = boundsOf(flatten(cut?.path ?? []));
    const tab = s.pieces.find((p) => p.id === "tab");
    expect(cut?.kind).toBe("slit");
    expect(right - left).toBe((tab?.blank.width ?? 0) + 3);
    // closed, the slit lies 3 mm below the flap's edge: fold both up by hand
    const fold = (id: string): number => s.pieces[0]?.folds.find((f) => f.panels[1] === id)?.from[1] ?? NaN;
    const flap = boundsOf(flatten(s.pieces[0]?.panels.find((p) => p.id === "top")?.outline ?? []));
    const edge = 2 * fold("top") - flap.top;
    expect(edge - (2 * fold("bottom") - top)).toBeCloseTo(3, 6);
    expect(s.steps.map((x) => x.code)).toEqual(expect.arrayContaining(["cut-slit", "close-tab"]));
    expect(prove(s).ok).toBe(true);
    // on the paper the hand measures it from the front's own score
    expect(s.steps.find((x) => x.code === "cut-slit")?.measure).toBeCloseTo(fold("bottom") - top, 6);
  });

  it("a seal is cut from what is left over, and stuck on last", () => {
    const s = made("pointed-envelope", { closure: "seal" }, { contents: { preset: "iso-a6" } });
    expect(s.pieces.find((p) => p.id === "seal")?.blank).toEqual({ width: 30, height: 30 });
    expect(s.steps.at(-1)?.code).toBe("stick-seal");
    expect(prove(s).ok).toBe(true);
  });

  it("where there is no room for a string it is said, and undone by its button", () => {
    const s = made(
      "side-seam-envelope",
      { closure: "string", topFlap: 15 },
      { contents: { width: 60, height: 22, thickness: 1 } },
    );
    expect(codes(s)).toContain("refused.no-string");
    expect(codes(pressed(s, "refused.no-string"))).not.toContain("refused.no-string");
  });
});

describe.each(forms.filter(({ settings }) => "closure" in settings.shape).map((form) => [form.id, form] as const))(
  "every closure of the %s",
  (_, form) => {
    const [, schema] = settingsOf(form).find(([name]) => name === "closure") ?? [];
    const kinds = schema ? Object.keys(settingMeta(schema).options ?? {}) : [];

    it("keeps the proof, or says that there is no room and is undone by its button", () => {
      fc.assert(
        fc.property(randomSpec(form), fc.constantFrom(...kinds), (spec, closure) => {
          const read = changed(spec, { settings: { closure } });
          if (!read.ok) throw new Error("a closure is read");
          const s = solve(read.value);
          const proof = prove(s);
          if (!proof.ok) throw new Error(JSON.stringify(proof));
          const no = s.findings.find((f) => f.check === "refused" && f.code.startsWith("no-"));
          if (no) expect(codes(pressed(s, `refused.${no.code}`))).not.toContain(`refused.${no.code}`);
        }),
        { numRuns: runs(60) },
      );
    });
  },
);

describe("closures of an envelope with walls", () => {
  const THICK = { contents: { ...CARD, thickness: 8 } } as const;

  it("has the slit of its tab 3 mm below the flap's edge, once the walls stand", () => {
    for (const closing of ["one", "own"]) {
      const s = made("deep-envelope", { closure: "tab", closing }, THICK);
      const [, slit] = range(folded(s, "front", "slit"), 1);
      const [edge] = range(folded(s, "top"), 1);
      expect(edge - slit).toBeCloseTo(3, 6);
      expect(prove(s).ok).toBe(true);
    }
  });

  it("has both holes 10 mm off the flap's edge, above and below it", () => {
    for (const closing of ["one", "own"]) {
      const s = made("deep-envelope", { closure: "string", closing }, THICK);
      const [edge] = range(folded(s, "top"), 1);
      const middle = (panel: string, cut: string): number =>
        range(folded(s, panel, cut), 1).reduce((sum, y) => sum + y / 2, 0);
      expect(middle("top", "hole-flap") - edge).toBeCloseTo(10, 6);
      expect(edge - middle("front", "hole-front")).toBeCloseTo(10, 6);
    }
  });
});

describe("a flap that is tucked in", () => {
  const s = made("side-seam-envelope", { closure: "tuck" }, { contents: { preset: "iso-a6" } });

  it("lies between the card and the front, and the side flaps on the front", () => {
    const z = (panel: string): number => range(folded(s, panel), 2)[0];
    expect(z("top")).toBeGreaterThan(1);
    expect(z("bottom")).toBeCloseTo(z("top") + 0.2, 6);
    expect(z("left")).toBeCloseTo(z("bottom") + 0.2, 6);
    expect(prove(s).ok).toBe(true);
  });

  it("is told as tucked in, and offers nothing to lay on a flap that is not seen", () => {
    expect(s.steps.at(-1)?.code).toBe("tuck-in");
    const form = forms.find((f) => f.id === s.form);
    expect(form?.grounds?.(s.spec.settings).map((g) => g.panel)).toEqual(["body"]);
  });
});

describe("a round tab over a pocket's mouth", () => {
  it("comes down over the front and reaches 14 mm past its slit, however thick what is inside", () => {
    for (const thickness of [0.5, 1, 4, 9]) {
      const s = made("side-tab-pocket", { closure: "mouth" }, { contents: { ...CARD, thickness } });
      const [tip] = range(folded(s, "tab-front"), 1);
      const [slit] = range(folded(s, "front", "slit"), 1);
      expect(slit - tip).toBeGreaterThanOrEqual(14 - 1e-6);
      // it lies on the front, on its outside
      expect(range(folded(s, "tab-front"), 2)[0]).toBeGreaterThan(range(folded(s, "front"), 2)[1]);
      // the slit is clear of the thumb cut, and longer than the tab is wide
      const [mouth] = [range(folded(s, "front"), 1)[1]];
      expect(mouth - slit).toBeGreaterThanOrEqual(10 + 6 - 1e-6);
      const [left, right] = range(folded(s, "front", "slit"), 0);
      const [a, b] = range(folded(s, "tab-front"), 0);
      expect(a - left).toBeCloseTo(right - b, 6);
      expect(right - left - (b - a)).toBeCloseTo(3, 6);
      expect(s.steps.at(-1)?.code).toBe("tuck-over");
      expect(s.steps.findIndex((x) => x.kind === "fill")).toBe(s.steps.length - 2);
    }
  });

  it("is refused where what is inside stands out, or there is no back to glue it behind", () => {
    const low = made("side-tab-pocket", { closure: "mouth", back: 40 });
    expect(codes(low)).toContain("refused.no-mouth-tab");
    expect(pressed(low, "refused.no-mouth-tab").spec.settings["closure"]).toBe("open");
    const bare = made("side-tab-pocket", { closure: "mouth", behind: "panel" });
    expect(codes(bare)).toContain("refused.no-back");
  });
});

describe("a band as a closure", () => {
  it("reaches round the closed height with its overlap: 2 (62 + 1 + 0.8 + 1) + 20, on the next mark", () => {
    const s = made("side-seam-envelope", { closure: "band", playHeight: 0 });
    const inside = s.contents[0]?.inside.height ?? NaN;
    expect(s.pieces.find((p) => p.id === "band")?.blank).toEqual({
      width: 25,
      height: Math.ceil(2 * (inside + 1 + 4 * 0.2 + 1) + 20),
    });
    expect(s.steps.find((x) => x.of === "band")).toMatchObject({ code: "cut-second", facts: { part: "Band" } });
    expect(s.steps.at(-1)?.code).toBe("lay-band");
    // its tape is in the cut list
    expect(s.materials.find((m) => m.code === "glue" || m.code === "tape")?.size.width).toBeGreaterThan(25);
  });
});

describe("a string through a fold-over pocket", () => {
  it("runs through holes that come to lie on one another, clear of what is inside", () => {
    const s = made(
      "fold-over-pocket",
      { closure: "string", cutTo: "arch" },
      { contents: { width: 60, height: 60, thickness: 1 } },
    );
    const [back, front] = ["back", "front"].map((panel) => folded(s, panel, `hole-${panel}`));
    for (const axis of [0, 1] as const) {
      const [a, b] = [range(back ?? [], axis), range(front ?? [], axis)];
      expect(a[0]).toBeCloseTo(b[0], 6);
      expect(a[1]).toBeCloseTo(b[1], 6);
    }
    const lying = s.contents[0];
    expect(range(back ?? [], 1)[0]).toBeGreaterThan((lying?.y ?? NaN) + (lying?.height ?? NaN) / 2);
    expect(codes(s)).not.toContain("hole.near-edge");
  });
});
