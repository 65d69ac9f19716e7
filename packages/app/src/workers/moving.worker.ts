/** Walks every motion of a recipe away from the screen, and tells what runs into what on the way. */
import { type Clash, readSpec, solve } from "@cut-fold/core";
import { clashesIn } from "@cut-fold/core/proof";
import { expose } from "comlink";
import { loadFormsOf } from "../needs/forms.ts";

const api = {
  /** Nothing for a recipe that cannot be read: the screen never sends one. */
  async run(spec: unknown): Promise<readonly Clash[]> {
    await loadFormsOf([spec]);
    const read = readSpec(spec);
    if (!read.ok) return [];
    const solution = solve(read.value);
    return solution.motions.flatMap(({ id }) => clashesIn(solution, id));
  },
};
export type MovingApi = typeof api;
expose(api);
