/** Parts that go with a card or an envelope, each worked by hand. */
import { describe, expect, it } from "vitest";
import { sharedArea } from "../geometry/clipper.ts";
import { areaOf, boundsOf, flatten, lengthOf, polygon } from "../geometry/path.ts";
import type { Point } from "../geometry/point.ts";
import { assembledAt } from "../folding/assembled.ts";
import { prove, proveMotion } from "../folding/proof.ts";
import { move, STILL } from "../paper/pose.ts";
import { solve } from "../solve.ts";
import { pressed, specOf } from "../test/randomSpec.ts";

const MM = { method: { board: "scoring-millimetre" } };
const solved = (form: string, given: object) => solve(specOf({ form, ...MM, ...given }));
const partOf = (s: ReturnType<typeof solve>, id: string) => {
  const piece = s.pieces.find((p) => p.id === id);
  if (!piece) throw new Error(`no piece '${id}'`);
  return piece;
};

describe("tag", () => {
  /* 40 × 80, plain, hole 4 across: rim needs max(3, 4) = 4 mm, so the middle stands 2 + 4 = 6 from the head. */
  it("keeps the hole its own width off the edge", () => {
    const s = solved("tag", { contents: { width: 40, height: 80 }, settings: { head: "plain" } });
    const hole = partOf(s, "tag").cuts[0];
    const { left, right, bottom, top } = boundsOf(flatten(hole?.path ?? []));
    expect([left, right, 80 - top, 80 - bottom].map((v) => Math.round(v * 100) / 100)).toEqual([18, 22, 4, 8]);
    expect(s.findings).toEqual([]);
  });

  /*
   * Pointed head at 45°: a hole whose middle is f below the point stands f/√2 off both slants. 6 mm are needed:
   * f = 8.49, on the millimetre 9.
   */
  it("moves it down where the head is pointed", () => {
    const s = solved("tag", { contents: { width: 40, height: 80 }, settings: { head: "pointed" } });
    expect(s.dimensions.find((d) => d.id === "hole-from")?.value).toBe(9);
  });

  it("says when a hole set by hand would tear out, and puts it back when asked", () => {
    const given = { contents: { width: 40, height: 80 }, settings: { head: "plain", holeFrom: 4 } };
    const s = solved("tag", given);
    const finding = s.findings.find((f) => f.check === "hole");
    // rim 4 − 2 = 2 mm of paper
    expect(finding).toMatchObject({ figure: 2, limit: 4, severity: "warning" });
    expect(solve(pressed(s.spec, finding)).findings).toEqual([]);
  });
});

describe("tag of two leaves", () => {
  /* 40 × 80 clipped: a quarter of the width, 10 mm, goes from the head, 3·tan 22.5° = 1.243 to round that and 3 at the foot. */
  it.each(["clipped", "pointed", "rounded", "plain"])("folds onto itself with one hole through both, %s", (head) => {
    const s = solved("tag", {
      contents: { width: 40, height: 80 },
      settings: { head, leaves: "two", cornerRadius: 3 },
    });
    const piece = partOf(s, "tag");
    expect(piece.blank).toEqual({ width: 80, height: 80 });
    if (head === "clipped") {
      const [fold] = piece.folds;
      expect(Math.abs((fold?.from[1] ?? 0) - (fold?.to[1] ?? 0))).toBeCloseTo(80 - 10 - 1.2426 - 3, 3);
    }
    const { sheets } = assembledAt(s, { folded: 1 });
    const [one, two] = sheets.map(({ points, pose }) =>
      points.map(([x, y]): Point => {
        const [u, v] = move(pose, [x, y, 0]);
        return [u, v];
      }),
    );
    expect(sharedArea(one ?? [], two ?? [])).toBeCloseTo(Math.abs(areaOf(polygon(one ?? []))), 2);
    const holes = piece.cuts.map((cut) => {
      const { left, right, bottom, top } = boundsOf(flatten(cut.path));
      const pose = sheets.find((sheet) => sheet.panel === cut.panel)?.pose ?? STILL;
      return move(pose, [(left + right) / 2, (bottom + top) / 2, 0]).slice(0, 2);
    });
    expect(holes).toHaveLength(2);
    expect(holes[0]?.[0]).toBeCloseTo(holes[1]?.[0] ?? NaN, 6);
    expect(holes[0]?.[1]).toBeCloseTo(holes[1]?.[1] ?? NaN, 6);
    expect(prove(s).ok).toBe(true);
    expect(proveMotion(s, "open").ok).toBe(true);
    expect(s.findings).toEqual([]);
  });
});

describe("easel strut", () => {
  /*
   * A card 150 high, leaning 12°, hinged at 100: the hinge stands 100·sin 12° = 20.79 behind the foot and 97.81 up. The leg's
   * foot stands 55 mm behind the hinge: it is √(55² + 97.81²) = 112.22 long.
   */
  it("is as long as it takes to reach the table behind the card", () => {
    const s = solved("easel-strut", { contents: { width: 100, height: 150 }, settings: { lean: 12, hinged: 100 } });
    expect(s.dimensions.find((d) => d.id === "leg")?.value).toBeCloseTo(112.22, 2);
    // stood up: the card leans back, the leg's foot comes to the table, as far down as the card's own foot
    const lean = (12 * Math.PI) / 180;
    const angle = ((partOf(s, "strut").folds[0]?.angle ?? NaN) * Math.PI) / 180;
    // down the card's back from the hinge, and off it, in the card's own plane
    const [down, off] = [112.2154 * Math.cos(angle), 112.2154 * Math.sin(angle)];
    const height = (100 - down) * Math.cos(lean) - off * Math.sin(lean);
    expect(height).toBeCloseTo(0, 2);
    expect(s.steps.at(-1)?.code).toBe("glue-strut");
  });
});

describe("shapes that are cut out", () => {
  it("say so, whether their ends are round, pointed or clipped; straight ones do not", () => {
    const size = { contents: { width: 60, height: 110, thickness: 1 } };
    const codes = (form: string, settings: object): string[] =>
      solved(form, { ...size, settings }).steps.map((x) => x.code);
    const tag = (head: string, cornerRadius = 0): string[] => codes("tag", { head, cornerRadius });
    for (const head of ["clipped", "pointed", "rounded"]) expect(tag(head)).toContain("cut-outline");
    expect(tag("plain")).not.toContain("cut-outline");
    expect(tag("plain", 4)).toContain("round-corners");
    expect(codes("closure-tab", { ends: "round" })).toContain("cut-corners");
    expect(codes("closure-tab", { ends: "point" })).toContain("cut-corners");
    expect(codes("closure-tab", { ends: "straight" })).not.toContain("cut-corners");
  });
});

describe("closure tab", () => {
  it("takes one score round a thin holder, and two the thickness apart round a thick one", () => {
    const thin = solved("closure-tab", { contents: { preset: "iso-a6", thickness: 1.5 } });
    expect(partOf(thin, "tab").folds.map((f) => f.angle)).toEqual([-180]);
    expect(partOf(thin, "tab").blank).toEqual({ width: 25, height: 50 });
    // 6 + 0.15 of paper → 7 mm between the scores
    const thick = solved("closure-tab", { contents: { preset: "iso-a6", thickness: 6 } });
    expect(partOf(thick, "tab").blank).toEqual({ width: 25, height: 57 });
    expect(thick.steps.filter((x) => x.kind === "score").map((x) => x.measure)).toEqual([25, 32]);
  });
});

describe("mask and its opposite", () => {
  /* A6 148 × 105, border 10, 15 past the card: window 128 × 85, frame 178 × 135. */
  it("covers an even border, and its opposite is what drops out", () => {
    const s = solved("mask", { contents: { preset: "iso-a6" } });
    expect(partOf(s, "frame").blank).toEqual({ width: 178, height: 135 });
    expect(partOf(s, "opposite").blank).toEqual({ width: 128, height: 85 });
    const window = boundsOf(flatten(partOf(s, "frame").cuts[0]?.path ?? []));
    expect(window).toEqual({ left: 25, right: 153, bottom: 25, top: 110 });
    // one sheet of paper makes both: only the frame asks for some
    expect(s.materials.map((m) => [m.item, m.code])).toEqual([
      ["Mask", "piece"],
      ["Its opposite", "within"],
    ]);
  });

  it("has an oval of the area πab, cut and opposite alike", () => {
    const s = solved("mask", { contents: { preset: "iso-a6" }, settings: { shape: "oval" } });
    const oval = areaOf(partOf(s, "opposite").outline[0] ?? []);
    expect(oval / ((Math.PI * 128 * 85) / 4)).toBeCloseTo(1, 2);
    expect(lengthOf(partOf(s, "frame").cuts[0]?.path ?? [])).toBeCloseTo(
      lengthOf(partOf(s, "opposite").outline[0] ?? []),
      6,
    );
  });
});

describe("envelope liner", () => {
  /*
   * Side-seam envelope for A6 × 1 mm, room 5 and 2: inside 154 × 108, closing flap 40 % of it, 44 deep. Liner 154 − 6 = 148
   * across, 108 − 3 = 105 into the pocket, and 44 − 10 = 34 up the flap: sheet 148 × 139, one score 34 from the top.
   */
  it("is the inside less 3 mm at the sides, and the flap less its gum line", () => {
    const s = solved("envelope-liner", {
      contents: { preset: "iso-a6", thickness: 1 },
      settings: { envelope: "side-seam-envelope" },
    });
    const liner = partOf(s, "liner");
    expect(liner.blank).toEqual({ width: 148, height: 139 });
    expect(s.steps.filter((x) => x.kind === "score").map((x) => x.measure)).toEqual([34]);
  });

  it.each(["square-blank-envelope", "side-seam-envelope", "pointed-envelope", "open-end-envelope"])(
    "lies within the flap of the %s, clear of its free edges",
    (envelope) => {
      const contents = { preset: "iso-a6", thickness: 1 };
      const liner = partOf(solved("envelope-liner", { contents, settings: { envelope } }), "liner");
      const lined = flatten(liner.panels.find((p) => p.id === "flap")?.outline ?? []);
      const holder = solved(envelope, {
        contents,
        ...(envelope.startsWith("square") && { method: { board: "one-millimetre" } }),
      });
      const piece = holder.pieces[0];
      const fold = piece?.folds.reduce((a, b) => (b.order >= a.order ? b : a));
      if (!piece || !fold) throw new Error("no flap");
      // both laid with the fold along x from its middle and the flap above it
      const along = Math.atan2(fold.to[1] - fold.from[1], fold.to[0] - fold.from[0]);
      const middle = [(fold.from[0] + fold.to[0]) / 2, (fold.from[1] + fold.to[1]) / 2] as const;
      const turned = flatten(piece.panels.find((p) => p.id === fold.panels[1])?.outline ?? []).map(([x, y]) => {
        const [u, v] = [x - middle[0], y - middle[1]];
        return [u * Math.cos(-along) - v * Math.sin(-along), u * Math.sin(-along) + v * Math.cos(-along)] as const;
      });
      const up = boundsOf(turned).top > 1 ? 1 : -1;
      const flap = turned.map(([x, y]) => [x * up, y * up] as const);
      const score = boundsOf(lined).bottom;
      // it ends on a mark of the millimetre board
      const deep = boundsOf(lined).top - score;
      expect(Math.abs(deep - Math.round(deep))).toBeLessThan(0.06);
      expect(liner.blank.height).toBeCloseTo(boundsOf(flatten(liner.outline[0] ?? [])).top, 1);
      const centre = liner.blank.width / 2;
      const laid = lined.map(([x, y]) => [x - centre, y - score] as const);
      const area = Math.abs(areaOf(liner.panels.find((p) => p.id === "flap")?.outline ?? []));
      expect(area).toBeGreaterThan(500);
      expect(sharedArea(laid, flap)).toBeCloseTo(area, 1);
      // pushed 9 mm towards the tip it still lies on the flap somewhere inside its gum line of 10; pushed 15 it does not
      const pushed = (by: number) => laid.map(([x, y]) => [x, y + by] as const);
      const upper = (points: readonly (readonly [number, number])[]) => boundsOf(points).top;
      expect(upper(pushed(9))).toBeLessThan(boundsOf(flap).top);
    },
  );
});
