/** Drawings by recipe: the very same while somebody has it, and anew once its words can be set. */
import { beforeEach, expect, it, vi } from "vitest";
import { readSpec, type Spec } from "@cut-fold/core";
import { loadFormsIn } from "../needs/forms.ts";
import { isDrawn, solutionOf } from "./solutions.ts";

/** whether typefaces are said to have come */
const typefaces = vi.hoisted(() => ({ areHere: true }));
vi.mock("../needs/forms.ts", async (original) => ({
  ...(await original<Record<string, unknown>>()),
  hasWords: () => typefaces.areHere,
}));
beforeEach(() => {
  typefaces.areHere = true;
});

async function card(width: number): Promise<Spec> {
  const recipe = { form: "card-base", contents: { width, height: 100 } };
  await loadFormsIn([recipe]);
  const read = readSpec(recipe);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

it("is drawn once, whatever else is drawn meanwhile", async () => {
  const [one, other] = [await card(140), await card(141)];
  expect(isDrawn(one)).toBe(false);
  const drawing = solutionOf(one);
  expect(solutionOf(other)).not.toBe(drawing);
  expect([isDrawn(one), solutionOf(one)]).toEqual([true, drawing]);
  expect(solutionOf(one)).toBe(drawing);
});

it("is drawn once without its words, however often it is asked for, and once more when they have come", async () => {
  typefaces.areHere = false;
  const worded = await card(142);
  const without = solutionOf(worded);
  expect(solutionOf(worded)).toBe(without);
  typefaces.areHere = true;
  expect(isDrawn(worded)).toBe(false);
  const now = solutionOf(worded);
  expect(now).not.toBe(without);
  expect(solutionOf(worded)).toBe(now);
});
