/** A card that goes into an envelope which is there already, against sums on paper. */
import { describe, expect, it } from "vitest";
import { HANDS } from "../model/hand.ts";
import { solve } from "../solve.ts";
import { runs, specOf } from "../test/randomSpec.ts";
import { randomFrom } from "../units/random.ts";
import { cardFit } from "./fit.ts";

const card = solve(
  specOf({
    form: "card-base",
    contents: { preset: "iso-a6" },
    method: { board: "scoring-millimetre" },
    stock: { preset: "cover-250" },
  }),
);
const size = card.finished ?? { width: 0, height: 0, thickness: 0 };
const RUNS = runs(2000);

describe("the chance of a card", () => {
  /*
   * Scored once from an edge: what lies before the score is off by placing, stroke and crease; what lies behind it by how the sheet
   * was trimmed, less that. Closed, the wider of the two is its width. Its height is the sheet's. A sheet that stands askew is left out.
   */
  it.each(["steady", "usual", "hurried"] as const)("in a %s hand is that of the sums", (name) => {
    const hand = { ...HANDS[name], skew: 0 };
    const [w, h] = [0.5, 0.3];
    const around = { width: size.width + size.thickness + w, height: size.height + size.thickness + h };
    const random = randomFrom(5);
    const error = (sd: number): number => sd * Array.from({ length: 12 }, random).reduce((sum, r) => sum + r, -6);
    const MAKERS = 40_000;
    let fits = 0;
    for (let n = 0; n < MAKERS; n += 1) {
      const score = error(Math.hypot(hand.place, hand.score, hand.fold));
      const wider = Math.max(score, error(hand.trim) - score);
      if (wider <= w && error(hand.trim) <= h) fits += 1;
    }
    const byHand = fits / MAKERS;
    const { fit } = cardFit(card, around, hand, { runs: RUNS, seed: 3 });
    expect(Math.abs(fit.chance - byHand)).toBeLessThan(3 * Math.sqrt((byHand * (1 - byHand)) / RUNS) + 0.006);
    expect(fit.blame.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });

  it("without errors has the room that is said, and knows less of an envelope that was measured badly", () => {
    const none = { trim: 0, place: 0, read: 0, turn: 0, punch: 0, score: 0, fold: 0, skew: 0 };
    const around = { width: size.width + size.thickness + 3, height: size.height + size.thickness + 2 };
    const { fit } = cardFit(card, around, none, { runs: 10, seed: 1 });
    expect(fit.gap.p50).toBeCloseTo(2, 2);
    const close = { ...around, width: around.width - 2, height: around.height - 1 };
    const sure = cardFit(card, close, HANDS.steady, { runs: RUNS, seed: 1 }).fit.chance;
    const unsure = cardFit(card, { ...close, spread: { width: 1, height: 1 } }, HANDS.steady, { runs: RUNS, seed: 1 });
    expect(unsure.fit.chance).toBeLessThan(sure - 0.1);
  });
});
