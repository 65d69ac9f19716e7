/** What makes a draft surer, and how its chance is told. */
import { describe, expect, it } from "vitest";
import { changed } from "../recipe/change.ts";
import { solve } from "../solve.ts";
import { runs, specOf } from "../test/randomSpec.ts";
import { type Hand, HANDS, leastFit, measuredEach, ownHand, roomForSure, spreadOf, SURE } from "./chance.ts";

const RUNS = { runs: runs(600), seed: 5 };
const A2 = { form: "square-blank-envelope", contents: { preset: "us-a2" }, method: { board: "one-millimetre" } };
const chanceOf = (spec: Parameters<typeof solve>[0], hand: Hand): number => {
  const answer = leastFit(solve(spec), hand, RUNS);
  if (!answer.ok) throw new Error(answer.why);
  return answer.fit.chance;
};

describe("room that makes it sure", () => {
  it.each([
    ["usual", A2],
    ["hurried", A2],
    ["usual", { ...A2, method: { board: "eighth-inch" } }],
    [
      "hurried",
      { ...A2, form: "pointed-envelope", contents: { preset: "iso-a6" }, method: { board: "scoring-eighth" } },
    ],
  ] as const)("for a %s hand, %j", (name, given) => {
    const spec = specOf(given);
    const hand = HANDS[name];
    const found = roomForSure(spec, hand, RUNS);
    if (!found.ok) throw new Error("no room was found");
    const next = changed(
      spec,
      found.changes.map(({ at, value }) => ({ at, value })),
    );
    if (!next.ok) throw new Error("it cannot be set");
    expect(chanceOf(next.value, hand)).toBeGreaterThanOrEqual(SURE);
    expect(chanceOf(next.value, hand)).toBe(found.chance);
    // nothing is asked for where it is sure as it stands
    if (chanceOf(spec, hand) >= SURE) expect(found.changes).toEqual([]);
    else expect(found.by).toBeGreaterThan(0);
  });

  it("is none where a hand is too far off for any", () => {
    const wild = { ...HANDS.hurried, trim: 5, turn: 5, read: 5 };
    expect(roomForSure(specOf(A2), wild, RUNS).ok).toBe(false);
  });
});

describe("what is told", () => {
  it("is the chance of the holder that fits least often", () => {
    const on = { panel: "front", side: "outside" };
    const card = specOf({
      ...{ form: "card-base", contents: { preset: "iso-a6" }, method: { board: "scoring-millimetre" } },
      fittings: [
        {
          ...{ id: "a", kind: "part", form: "side-tab-pocket", name: "Pocket", on },
          contents: { preset: "gift-card" },
        },
      ],
    });
    const solution = solve(card);
    expect(solution.contents.length).toBeGreaterThan(0);
    const answer = leastFit(solution, HANDS.usual, RUNS);
    expect(answer.ok && answer.lying.on.piece).toBe(solution.contents.at(-1)?.on.piece);
  });

  it("each notch measured is another recipe, and only on a punch board", () => {
    const each = measuredEach(specOf(A2));
    expect(each?.method).toMatchObject({ each: true });
    expect(each && measuredEach(each)).toBeUndefined();
    expect(
      measuredEach(specOf({ ...A2, form: "side-seam-envelope", method: { board: "scoring-eighth" } })),
    ).toBeUndefined();
  });

  it("is drawn in columns that hold every run, one of which begins where it just fits", () => {
    const gaps = Float64Array.from({ length: 1000 }, (_, i) => -1 + i * 0.004);
    const { from, step, counts } = spreadOf(gaps);
    expect(counts.reduce((sum, n) => sum + n, 0)).toBeGreaterThanOrEqual(996);
    expect(-from / step).toBeCloseTo(Math.round(-from / step), 9);
    const below = counts.filter((_, i) => from + (i + 1) * step <= 1e-9).reduce((sum, n) => sum + n, 0);
    expect(below).toBe(gaps.filter((gap) => gap < 0).length);
  });

  it("a straight model tells about the same, and never folds", () => {
    const solution = solve(specOf(A2));
    const straight = leastFit(solution, HANDS.usual, { ...RUNS, by: "straight" });
    expect(straight.ok && Math.abs(straight.fit.chance - chanceOf(solution.spec, HANDS.usual))).toBeLessThan(0.02);
  });
});

describe("a hand of one's own", () => {
  const one = { kind: "hand", id: "h", title: "Mine", like: "usual" } as const;
  it("is as the one it is like until it has scored", () => {
    expect(ownHand(one)).toEqual(HANDS.usual);
  });
  it("places and scores as its ten scores have shown, and does all else as before", () => {
    // a deviation of 0.5 by hand: ±0.4743 ten times, of which a calliper has next to nothing
    const scores = Array.from({ length: 10 }, (_, i) => 60 + (i % 2 === 0 ? 0.4743 : -0.4743));
    const own = ownHand({ ...one, scores, with: "calliper" });
    expect(Math.hypot(own.place, own.score)).toBeCloseTo(0.4984, 3);
    expect({ ...own, place: 0, score: 0 }).toEqual({ ...HANDS.usual, place: 0, score: 0 });
    expect(chanceOf(specOf(A2), own)).toBeLessThan(chanceOf(specOf(A2), HANDS.usual));
  });
});
