/** The steps answer to the drawing: followed blindly they make what was drawn, all of it, once, and in an order that can be done. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import type { Solution, Step } from "../model/solution.ts";
import { solve } from "../solve.ts";
import { askedOf, followed } from "../test/follower.ts";
import { randomFitted } from "../test/randomFittings.ts";
import { randomSpec, runs, specOf } from "../test/randomSpec.ts";
import { onRuler } from "../units/format.ts";
import { sayStep } from "../words/en.ts";

/** What a hand needs to be told of where it cuts, draws or scores: a length, or the template. */
const MEASURED = /\d|template|square from the ends of the scores/u;
/** What follows from the paper as it lies: a notch beside the last, an edge on the guide. */
const BY_THE_BOARD: ReadonlySet<string> = new Set(["punch-again", "score-groove"]);

/** Everything that is wrong with the sentences of steps. */
function wrongWords(steps: readonly Step[], grid: number): string[] {
  return steps.flatMap((step) => {
    const said = sayStep(step, onRuler({ unit: "mm" }, grid));
    const lines = step.does.some((d) => ["cut", "score", "pen", "foil", "print", "perforate"].includes(d.act));
    const where = lines && !BY_THE_BOARD.has(step.code) && !MEASURED.test(said);
    const broken = /undefined|NaN|\[object|\bthe the\b|\bthe its\b|\bthe ,| {2}|−/u.test(said);
    const twice = /\b(\w{3,})(?:, \1| and \1)\b/u.test(said);
    return where || broken || twice ? [`${step.code}: ${said}`] : [];
  });
}

/** A curve is measured by chords so near it, mm. */
const CHORD_MM = 0.06;

/**
 * Pieces that leave their sheet, or do not reach its edges: within the mark that it is rounded up to, and what a rounding
 * takes off a tip. What is laid is cut to its outline, and what drops out of another has no sheet: they only stay within.
 */
const offBlank = ({ pieces, grid }: Solution): string[] =>
  pieces.flatMap(({ id, outline, blank, rounding = 0, fitting, within, laid }) => {
    // a punched square is cut to no edge of its own
    if (laid.rotation % 90 !== 0) return [];
    const { left, right, bottom, top } = boundsOf(outline.flatMap((path) => flatten(path)));
    const free = [left, bottom, blank.width - right, blank.height - top];
    const most = fitting === undefined && within === undefined ? grid + rounding + CHORD_MM : Infinity;
    return free.every((mm) => mm > -CHORD_MM && mm < most) ? [] : [`${id}: ${free.join(", ")}`];
  });

describe("followed blindly, the steps make what was drawn", () => {
  it.each(forms.map((form) => [form.id, form] as const))("%s", (_, form) => {
    const fitted = randomFitted(form);
    fc.assert(
      fc.property(fitted ? fc.oneof(randomSpec(form), fitted, fitted) : randomSpec(form), (spec) => {
        const s = solve(spec);
        expect(followed(s)).toEqual([]);
        expect(offBlank(s)).toEqual([]);
        expect(wrongWords(s.steps, s.grid)).toEqual([]);
      }),
      { numRuns: runs(20) },
    );
  });
});

describe("the follower says no", () => {
  const s = solve(
    specOf({
      form: "side-seam-envelope",
      contents: { preset: "iso-a6" },
      fittings: [{ id: "m", kind: "mat", on: { panel: "body", side: "outside" } }],
    }),
  );
  const without = (code: string) => followed({ ...s, steps: s.steps.filter((step) => step.code !== code) });

  it("to nothing of a whole draft", () => {
    expect(askedOf(s).length).toBeGreaterThan(20);
    expect(followed(s)).toEqual([]);
  });

  it("where a step is missing, comes twice, or comes too late", () => {
    expect(without("glue-flap")).toContain("left out: glue envelope/glue-bottom-left");
    expect(without("lay-on")).toContain("left out: put m/mat");
    expect(without("crease-all")).toContain("not creased before: fold envelope/score-left");
    expect(followed({ ...s, steps: [...s.steps, ...s.steps.filter((x) => x.kind === "fill")] })).toContain(
      "twice: fill envelope/contents",
    );
    const filled = s.steps.filter((x) => x.kind === "fill");
    const late = [...s.steps.filter((x) => x.kind !== "fill"), ...filled];
    expect(followed({ ...s, steps: late })).toContain("fill envelope/contents after envelope/score-top is closed");
  });

  it("where something is done that nobody asked for, or on the wrong face", () => {
    const drawn = solve(
      specOf({
        form: "card-base",
        contents: { preset: "iso-a6" },
        fittings: [{ id: "l", kind: "line", on: { panel: "front", side: "inside" }, role: "pen" }],
      }),
    );
    expect(followed(drawn)).toEqual([]);
    const turned = drawn.steps.map((x) => ({
      ...x,
      does: x.does.map((d) => (d.face ? { ...d, face: "front" as const } : d)),
    }));
    expect(followed({ ...drawn, steps: turned })).toEqual(
      expect.arrayContaining(["not asked: pen card/l-1 (front)", "left out: pen card/l-1 (back)"]),
    );
  });
});
