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

/** What is read of a recipe but for its remedies. */
export interface ReadOf extends Pick<Solution, "steps" | "materials"> {
  /** none of their remedies has been tried */
  readonly findings: readonly Finding[];
}

let last: { readonly spec: Spec; readonly findings: readonly Finding[] } | undefined;

export const readingApi = {
  /** @throws for a recipe that cannot be read: the screen never sends one */
  async read(given: unknown): Promise<ReadOf> {
    await loadFormsOf([given]);
    const read = readSpec(given);
    if (!read.ok) throw new Error("no recipe");
    const findings = untried(read.value);
    last = { spec: read.value, findings };
    const { steps, materials } = solve(read.value);
    return { findings, steps, materials };
  },

  /** The remedy that helps one of the findings of the recipe that was read last. */
  remedy(index: number): Remedy | undefined {
    const finding = last?.findings[index];
    return last && finding && remedyFor(last.spec, finding, last.findings);
  },
};
export type ReadingApi = typeof readingApi;
