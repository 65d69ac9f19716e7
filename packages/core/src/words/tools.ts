/** What the hand needs beside paper, read off the steps. */
import { catalogue } from "../catalogue/index.ts";
import { find } from "../catalogue/entry.ts";
import type { Solution, Step } from "../model/solution.ts";

/** Tools by what is done with them, in the order they are used. */
const BY_STEP: readonly (readonly [tool: string, needs: (step: Step) => boolean])[] = [
  ["trimmer, or a knife with a steel ruler and a mat", ({ kind, scene }) => kind === "cut" && scene.on !== "mat"],
  ["scissors or a knife", ({ kind }) => kind === "trim" || kind === "slit"],
  ["bone folder", ({ kind }) => kind === "score" || kind === "fold"],
  ["corner rounder, or scissors", ({ kind }) => kind === "round"],
  ["pen", ({ kind }) => kind === "pen"],
  ["foil and what presses it on", ({ kind }) => kind === "foil"],
  ["glue, or double-sided tape", ({ kind }) => kind === "glue"],
];

/** Tools for one hand that makes a draft. */
export function toolsFor({ spec: { method }, steps }: Pick<Solution, "spec" | "steps">): string[] {
  const board = method.kind === "machine" ? undefined : find(catalogue.boards, method.board);
  const machine = method.kind === "machine" ? find(catalogue.machines, method.machine) : undefined;
  const first = board ?? machine;
  const own = BY_STEP.filter(([, needs]) => steps.some(needs)).map(([tool]) => tool);
  return [...(first ? [first.title] : []), ...own];
}
