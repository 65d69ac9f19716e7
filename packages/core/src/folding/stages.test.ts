/** Where in the run a step is done: held by what the step says it does. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forms } from "../forms/all.ts";
import { assembled } from "../paper/pose.ts";
import { solve } from "../solve.ts";
import { randomFitted } from "../test/randomFittings.ts";
import { randomSpec, runs } from "../test/randomSpec.ts";
import type { Solution } from "../model/solution.ts";
import { partOfRun, type RunPart, stagesOf } from "./stages.ts";

/** The parts of the run that steps are done in, each after the one before. */
function inOrder(solution: Solution): RunPart[] {
  const parts = solution.steps.flatMap((step) => partOfRun(solution, step) ?? []);
  let last = 0;
  for (const { from, to } of parts) {
    expect(from).toBeGreaterThanOrEqual(last);
    expect(to).toBeLessThanOrEqual(stagesOf(solution).end);
    last = to;
  }
  return parts;
}

/**
 * Every fold and every filling of the whole is seen in one step, in the order of the run, and each step's part of it holds
 * nothing but what that step does.
 */
function holds(solution: Solution): number {
  const { run } = stagesOf(solution);
  const parts = inOrder(solution);
  const seen = new Set(parts.flatMap(({ from, to }) => run.slice(from, to)));
  const orders = assembled(solution).flatMap((piece) =>
    piece.folds.filter((fold) => fold.angle !== 0).map((f) => f.order),
  );
  const unseen = run.filter((stage) => !seen.has(stage) && (stage.kind === "fill" || orders.includes(stage.order)));
  expect(unseen).toEqual([]);
  return parts.length;
}

describe("a step in the run", () => {
  it.each(forms.map((form) => [form.id, form] as const))("of %s is where its deeds are", (_, form) => {
    let found = 0;
    fc.assert(
      fc.property(randomSpec(form), (spec) => {
        found += holds(solve(spec));
      }),
      { numRuns: runs(6) },
    );
    if (form.purpose === "envelope") expect(found).toBeGreaterThan(0);
  });

  const card = forms.find(({ id }) => id === "card-base");
  const fitted = card && randomFitted(card);
  it("is in order on a card with things on it, some folded by themselves before they are laid", () => {
    expect(fitted).toBeDefined();
    if (!fitted) return;
    fc.assert(
      fc.property(fitted, (spec) => {
        inOrder(solve(spec));
      }),
      { numRuns: runs(40) },
    );
  });
});
