/** Reads a draft at rest, away from the screen: what its worker answers. */
import {
  type Finding,
  readSpec,
  type Remedy,
  remedyFor,
  type Solution,
  solve,
  type Spec,
  untried,
} from "@cut-fold/core";
import { loadFormsOf } from "../needs/forms.ts";

/** What is known of a recipe first: what the hand does, and what it takes. */
export type Told = Pick<Solution, "steps" | "materials">;

let last: { readonly spec: Spec; readonly findings: readonly Finding[] } | undefined;

export const readingApi = {
  /** @throws for a recipe that cannot be read: the screen never sends one */
  async read(given: unknown): Promise<Told> {
    await loadFormsOf([given]);
    const read = readSpec(given);
    if (!read.ok) throw new Error("no recipe");
    last = { spec: read.value, findings: [] };
    const { steps, materials } = solve(read.value);
    return { steps, materials };
  },

  /** What the checks say of the recipe that was read last; none of their remedies has been tried. */
  find(): readonly Finding[] {
    if (!last) return [];
    last = { ...last, findings: untried(last.spec) };
    return last.findings;
  },

  /** The remedy that helps one of those findings. */
  remedy(index: number): Remedy | undefined {
    const finding = last?.findings[index];
    return last && finding && remedyFor(last.spec, finding, last.findings);
  },
};
export type ReadingApi = typeof readingApi;
