/** Chances against sums done on paper, which fold nothing and know no piece: three holders for three hands, and five more. */
import { describe, expect, it } from "vitest";
import { type Hand, HANDS } from "../model/hand.ts";
import { solve } from "../solve.ts";
import { runs, specOf } from "../test/randomSpec.ts";
import { nth } from "../units/nth.ts";
import { randomFrom } from "../units/random.ts";
import { fit } from "./fit.ts";

const RUNS = runs(1600);
/** mm less room than there is, at which the chance is asked too: where it fits nearly always nothing would be told */
const LESS = [0, 0.5, 1, 1.5, 2] as const;
/** what is allowed beside three deviations of so many runs: what the sums leave out, that errors of one act touch another's */
const APART = 0.004;
const scatter = (p: number): number => 3 * Math.sqrt(Math.max(p * (1 - p), 1 / RUNS) / RUNS);

/** Chances that the smallest room is more than each of LESS. */
function folded(given: object, hand: Hand): number[] {
  const answer = fit(solve(specOf(given)), hand, { runs: RUNS, seed: 7, by: "folded" });
  if (!answer.ok) throw new Error(answer.why);
  return LESS.map((less) => answer.gaps.filter((gap) => gap >= less).length / RUNS);
}
function expectAlike(given: object, hand: Hand, byHand: readonly number[]): void {
  folded(given, hand).forEach((chance, i) => {
    const other = nth(byHand, i);
    expect(Math.abs(chance - other)).toBeLessThan(scatter(other) + APART);
  });
}

describe("a square blank", () => {
  const given = { form: "square-blank-envelope", contents: { preset: "us-a2" }, method: { board: "eighth-inch" } };
  const MAKERS = 40_000;
  /*
   * Notch by notch. Read on the lower edge at p; each score runs at 45° to the next edge's depth; the paper is turned to the left, and
   * a slip of the last score along the guide is √2 of it along the edge. All that a line is off square to itself is added to it.
   */
  function makers(hand: Hand, isEach = false): number[] {
    const { blank, folds } = nth(solve(specOf(given)).pieces, 0);
    const S = blank.width;
    const low = folds.flatMap((f) => [f.from, f.to]).reduce((a, b) => (b[1] < a[1] ? b : a));
    const [p, n] = low;
    const random = randomFrom(99);
    // twelve even numbers: another way to normal ones than the house's
    const error = (sd: number): number => sd * Array.from({ length: 12 }, random).reduce((sum, r) => sum + r, -6);
    const [w, h, thick] = [107.95, 139.7, solve(specOf(given)).spec.contents.thickness];
    const rooms = Array.from({ length: MAKERS }, () => {
      const [W, H] = [S + error(hand.trim), S + error(hand.trim)];
      const depth = Array.from({ length: 4 }, () => n + error(hand.punch));
      const [d0, d1, d2, d3] = depth as [number, number, number, number];
      const s = Array.from({ length: 4 }, () => error(hand.score)) as [number, number, number, number];
      const crease = Array.from({ length: 4 }, () => error(hand.fold)) as [number, number, number, number];
      const slip = (): number => Math.SQRT2 * error(hand.turn);
      const x0 = p + error(hand.read);
      // y − x of the first score, x + y of the second, and so on
      const c0 = d0 - x0 + Math.SQRT2 * s[0];
      const read = (): number => error(hand.read);
      // measured from the corner that lies to the left when its edge is at the fence: p, S − p, p, S − p
      const y1 = isEach ? S - p + read() : c0 + (W - d1) + slip();
      const c1 = W - d1 + y1 + Math.SQRT2 * s[1];
      const x2 = isEach ? W - p - read() : c1 - (H - d2) - slip();
      const c2 = H - d2 - x2 + Math.SQRT2 * s[2];
      const y3 = isEach ? H - (S - p) - read() : c2 + d3 - slip();
      const c3 = d3 + y3 + Math.SQRT2 * s[3];
      const up = (c2 - c0) / Math.SQRT2 + crease[2] - crease[0];
      const across = (c1 - c3) / Math.SQRT2 + crease[1] - crease[3];
      const [short, long] = [Math.min(w, h) + thick, Math.max(w, h) + thick];
      return Math.min(Math.min(up, across) - short, Math.max(up, across) - long);
    });
    return LESS.map((less) => rooms.filter((room) => room >= less).length / MAKERS);
  }

  it.each(["steady", "usual", "hurried"] as const)("in a %s hand", (name) => {
    expectAlike(given, HANDS[name], makers(HANDS[name]));
  });

  it("with each notch set by a measure of its own", () => {
    const each = { ...given, method: { ...given.method, each: true } };
    expectAlike(each, HANDS.hurried, makers(HANDS.hurried, true));
  });
});

/** The part of a normal distribution below z (Abramowitz and Stegun 26.2.17, to 1e-7). */
function below(z: number): number {
  if (z < 0) return 1 - below(-z);
  const t = 1 / (1 + 0.2316419 * z);
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return 1 - (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * poly;
}

describe("holders scored from an edge", () => {
  /*
   * What lies between two scores that are read from one edge is off by what both strokes and both creases are; the paper was placed
   * once for both. What lies between a score and the sheet's own edge is off by one stroke, one crease and the placing. Each is the
   * root of the sum of squares; axes know nothing of each other. A sheet that stands askew is left out: it tilts, and is no sum.
   */
  const STRAIGHT = (name: keyof typeof HANDS): Hand => ({ ...HANDS[name], skew: 0 });
  const between = ({ score, fold }: Hand): number => Math.SQRT2 * Math.hypot(score, fold);
  const toEdge = ({ score, fold, place }: Hand): number => Math.hypot(score, fold, place);
  const A6 = { contents: { preset: "iso-a6" }, method: { board: "scoring-millimetre" } };
  const GIFT = { contents: { preset: "gift-card" }, method: { board: "scoring-eighth" } };
  const both = { width: between, height: between };

  it.each([
    ["side-seam-envelope", { contents: { preset: "us-a2" }, method: { board: "scoring-eighth" } }, both],
    ["side-tab-pocket", GIFT, { width: between, height: toEdge }],
    ["pointed-envelope", A6, both],
    ["open-end-envelope", A6, both],
    ["diagonal-pocket", GIFT, { width: between, height: toEdge }],

    ["belly-band", A6, { width: between }],
  ] as const)("%s", (form, given, axes) => {
    for (const name of ["steady", "usual", "hurried"] as const) {
      const hand = STRAIGHT(name);
      const [lying] = solve(specOf({ form, ...given })).contents;
      const byHand = LESS.map((less) =>
        Object.entries(axes).reduce(
          (chance, [axis, sd]) => chance * below(((lying?.gap[axis as "width"] ?? 0) - less) / sd(hand)),
          1,
        ),
      );
      expectAlike({ form, ...given }, hand, byHand);
    }
  });
});
