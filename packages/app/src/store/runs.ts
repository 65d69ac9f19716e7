/** Runs: drafts that are made together, each with how many of it; kept like the shelf. */
import type { Draft } from "@cut-fold/core";
import { stamp } from "./drafting.ts";
import { RUN } from "./db.ts";
import { keptRows } from "./keptRows.ts";
import { type KeptRun, type KeptRunItem, runSchema } from "./kept.ts";

const list = keptRows<KeptRun>({
  prefix: RUN,
  schema: runSchema,
  // the newest first
  compare: (a, b) => b.changed.localeCompare(a.changed) || a.id.localeCompare(b.id),
});
export const useRuns = list.useRows;
export const runsNow = list.now;
export const dropRun = list.dropOne;
export const keepRun = list.keepOne;

/** Changes a run; nothing where there is none of that id. */
export function changeRun(id: string, by: Partial<Omit<KeptRun, "id" | "changed">>): void {
  const run = runsNow().find((one) => one.id === id);
  if (run) keepRun({ ...run, ...by, changed: stamp() });
}

/** Changes what a run makes of one draft. */
export function changeItem(id: string, draft: string, by: Partial<KeptRunItem>): void {
  const run = runsNow().find((one) => one.id === id);
  if (run) changeRun(id, { items: run.items.map((item) => (item.draft === draft ? { ...item, ...by } : item)) });
}

/** As many of a draft as it says itself. */
export const itemOf = ({ id, spec }: Draft): KeptRunItem => ({ draft: id, quantity: spec.quantity, made: 0 });

/** A new run of some drafts. */
export function newRun(drafts: readonly Draft[], name = "A new run"): KeptRun {
  const run = { id: crypto.randomUUID(), name, items: drafts.map(itemOf), changed: stamp() };
  keepRun(run);
  return run;
}

/** How many of an item are still to be made, and how many of those today. */
export const leftOf = ({ quantity, made }: KeptRunItem): number => Math.max(0, quantity - made);
export const todayOf = (item: KeptRunItem): number => Math.min(leftOf(item), item.today ?? Infinity);

/** What was to be made today is made. Gives the run as it was. */
export function noteMade(id: string): KeptRun | undefined {
  const run = runsNow().find((one) => one.id === id);
  if (!run) return undefined;
  changeRun(id, {
    items: run.items.map((item) => ({
      draft: item.draft,
      quantity: item.quantity,
      made: item.made + todayOf(item),
    })),
  });
  return run;
}
