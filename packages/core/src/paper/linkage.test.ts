/** A strip across a card's fold, with steps of any length and glued at any distance from the fold. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Join } from "../model/piece.ts";
import { asFarAsTheyGo, opens } from "./motion.ts";
import { foldedPanels, type Joined, move, swungBy } from "./pose.ts";
import { withGlue } from "./seam.ts";
import { tapered } from "./shape.ts";
import { flap, panel } from "./panel.ts";
import { sheet } from "./sheet.ts";
import { runs } from "../test/randomSpec.ts";

const W = 150;
const CALIPER = 0.2;
const END = 8;

/** Off the fold: `a` on the back, `b` on the front; free panels `c` and `d`. */
function cradle(a: number, b: number, c: number, d: number): Joined {
  const back = panel("back", "", W, 60);
  const front = flap("front", "", back.right, tapered({ deep: W }), { order: 2, angle: -180 });
  const base = panel("base", "", END, 20);
  const hung = { order: 1, angle: 0 };
  const rise = flap("rise", "", base.right, tapered({ deep: c }), hung);
  const fall = flap("fall", "", rise.tip, tapered({ deep: d }), { order: 1 });
  const foot = flap("foot", "", fall.tip, tapered({ deep: END }), hung);
  const sheets = [sheet("card", "", [back, front]), sheet("strip", "", [base, rise, fall, foot])];
  const join: Join = {
    piece: "strip",
    panel: "base",
    onto: { piece: "card", panel: "back", face: "back" },
    x: W - a + END,
    y: 20,
    rotation: 0,
    flip: true,
  };
  const seam = (panel: string, onto: string) => ({ piece: "strip", panel, onto: { piece: "card", panel: onto } });
  const drawn = { main: "card", pieces: sheets.map((s) => s.piece), joins: [join] };
  const pieces = withGlue(drawn, [seam("foot", "front"), seam("base", "back")], CALIPER);
  const { of, ...open } = opens("open", "", front);
  expect(b).toBeCloseTo(a + c - d, 9);
  return { main: "card", pieces, joins: [join], motions: [{ ...open, move: of(sheets) }] };
}

const at = (m: Joined, open: number, caliper = CALIPER) => foldedPanels(m, { progress: 2, caliper, motion: { open } });

/** Where the three creases are, seen along the fold: x from the fold over the back, y to the inside. */
function creases(m: Joined, open: number) {
  const poses = at(m, open, 1e-9);
  const seen = (id: string, x: number) => {
    const pose = poses.get(`strip/${id}`);
    if (!pose) throw new Error(id);
    const [u, , v] = move(pose, [x, 0, 0]);
    return [W - u, -v] as const;
  };
  const folds = m.pieces[1]?.folds ?? [];
  const x = folds.map((f) => f.from[0]);
  return {
    P: seen("base", x[0] ?? 0),
    R: seen("rise", x[1] ?? 0),
    R2: seen("fall", x[1] ?? 0),
    Q: seen("foot", x[2] ?? 0),
  };
}

describe("a strip across the fold", () => {
  /* four equal steps k: P = k along one side, Q = k along the other, R = P + Q; closed it reaches 2k, open it lies on the fold */
  it("makes a rhombus with the card", () => {
    const m = cradle(20, 20, 20, 20);
    for (const open of [0, 0.1, 0.5, 0.9, 1]) {
      const { P, Q, R } = creases(m, open);
      expect(R[0]).toBeCloseTo(P[0] + Q[0], 6);
      expect(R[1]).toBeCloseTo(P[1] + Q[1], 6);
    }
    expect(creases(m, 0).R[0]).toBeCloseTo(40, 6);
    expect(Math.hypot(...creases(m, 1).R)).toBeCloseTo(0, 6);
  });

  const lengths = fc.record({
    a: fc.double({ min: 10, max: 50, noNaN: true }),
    b: fc.double({ min: 10, max: 50, noNaN: true }),
    more: fc.double({ min: 0, max: 40, noNaN: true }),
  });

  it("keeps every length, stays between the card's panels, and lies on one side all the way", () => {
    fc.assert(
      fc.property(lengths, fc.double({ min: 0, max: 1, noNaN: true }), ({ a, b, more }, open) => {
        // closed it lies flat: a + c = b + d; it reaches: c + d ≥ a + b
        const [c, d] = [b + more, a + more];
        const { P, Q, R, R2 } = creases(cradle(a, b, c, d), open);
        const theta = open * Math.PI;
        expect(Math.hypot(R[0] - R2[0], R[1] - R2[1])).toBeLessThan(1e-4);
        expect(Math.hypot(R[0] - P[0], R[1] - P[1])).toBeCloseTo(c, 4);
        expect(Math.hypot(R[0] - Q[0], R[1] - Q[1])).toBeCloseTo(d, 4);
        expect(Math.hypot(P[0] - a, P[1])).toBeLessThan(1e-4);
        expect(Math.hypot(Q[0] - b * Math.cos(theta), Q[1] - b * Math.sin(theta))).toBeLessThan(1e-4);
        // R lies between the two panels
        const way = Math.atan2(R[1] + 1e-6, R[0]);
        expect(way).toBeGreaterThan(-1e-3);
        if (theta < 3.1) expect(way).toBeLessThan(theta + 1e-3);
      }),
      { numRuns: runs(300) },
    );
  });

  it("opens as far as it reaches: a² + b² − 2ab·cos θ = (c + d)²", () => {
    fc.assert(
      fc.property(lengths, fc.double({ min: 0.3, max: 0.95, noNaN: true }), ({ a, b }, part) => {
        // c + d shorter than a + b, but long enough to close
        const sum = Math.max(Math.abs(a - b) + 2, part * (a + b));
        const c = (sum + b - a) / 2;
        if (c < 1 || sum - c < 1 || sum > a + b - 1) return;
        const slack = CALIPER / 2;
        const [motion] = asFarAsTheyGo(cradle(a, b, c, sum - c), CALIPER);
        const cosine = (s: number): number => (a * a + b * b - s * s) / (2 * a * b);
        const least = (Math.acos(cosine(sum)) * 180) / Math.PI;
        const most = (Math.acos(Math.max(-1, cosine(sum + 2 * slack + CALIPER))) * 180) / Math.PI;
        const degrees = motion?.move.kind === "open" ? motion.move.degrees : 0;
        expect(degrees).toBeGreaterThan(least - 0.5);
        expect(degrees).toBeLessThan(most + 0.5);
      }),
      { numRuns: runs(200) },
    );
  });

  it("does not open at all where a sheet is glued straight across the fold", () => {
    const m = cradle(20, 20, 20, 20);
    const stiff = {
      ...m,
      pieces: m.pieces.map((p) => ({ ...p, folds: p.folds.filter((f) => p.id === "card" || f.angle !== 0) })),
    };
    expect(swungBy(m, { progress: 2, caliper: CALIPER, motion: { open: 1 } }).reached).toBe(1);
    const glue = stiff.pieces.map((p) => ({
      ...p,
      folds: p.folds.map((f) => (f.id === "score-fall" ? { ...f, panels: ["base", "foot"] as const } : f)),
    }));
    expect(swungBy({ ...stiff, pieces: glue }, { progress: 2, caliper: CALIPER, motion: { open: 1 } }).reached).toBe(0);
  });
});
