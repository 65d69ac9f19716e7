/** How long core takes, beside a fixed piece of arithmetic timed in the same run. Prints JSON. */
import { existsSync, readFileSync } from "node:fs";
import {
  catalogue,
  chartOf,
  draw,
  readSpec,
  solve,
  type Spec,
  loadTypefaces,
  tableCells,
  trimPlans,
  untried,
} from "@cut-fold/core";
import { forms } from "@cut-fold/core/forms";
import { prove } from "@cut-fold/core/proof";

/** What one task is measured for, ms, once it has been warmed up for a quarter of that. */
const MEASURED_MS = 240;
/** Fewer say nothing of a median. */
const RUNS_LEAST = 5;

/** Runs a task until the time is over; its times, ms. */
function timesOf(task: () => void, budget: number): number[] {
  const times: number[] = [];
  const until = performance.now() + budget;
  while (times.length < RUNS_LEAST || performance.now() < until) {
    const began = performance.now();
    task();
    times.push(performance.now() - began);
  }
  return times;
}

/** Median and 95th percentile of a task's times, ms. */
function time(task: () => void, budget = MEASURED_MS): { median: number; p95: number } {
  timesOf(task, budget / 4);
  const times = timesOf(task, budget).sort((a, b) => a - b);
  return { median: times[Math.floor(times.length / 2)] ?? 0, p95: times[Math.floor(times.length * 0.95)] ?? 0 };
}

/** A hundred thousand square roots: what this machine makes of plain arithmetic now. */
let sink = 0;
const arithmetic = time(() => {
  for (let i = 0; i < 100_000; i += 1) sink += Math.sqrt(i);
});

const results: Record<string, { median: number; p95: number }> = {};
for (const form of forms) {
  const specs = catalogue.contents.flatMap((c): Spec[] => {
    const read = readSpec({ form: form.id, contents: { preset: c.id }, sheet: { preset: "iso-a3" } });
    return read.ok ? [read.value] : [];
  });
  let i = 0;
  // a form's own draft is kept by its contents: each time new ones, as when something of it is changed
  const next = (): Spec => {
    const spec = specs[(i += 1) % specs.length] as Spec;
    return { ...spec, contents: { ...spec.contents } };
  };
  results[`solve ${form.id}`] = time(() => void solve(next()));
  results[`prove ${form.id}`] = time(() => void prove(solve(next())));
  results[`size chart of ${form.id}`] = time(() => void chartOf({ form: form.id }));
}
const eight = readSpec({
  form: "card-base",
  contents: { preset: "iso-a6" },
  fittings: [
    { id: "mat", kind: "mat", on: { panel: "front", side: "outside" }, border: 4 },
    { id: "panel", kind: "panel", on: { fitting: "mat" }, width: 90, height: 132 },
    { id: "strip", kind: "strip", on: { fitting: "panel" }, width: 28, at: { x: { from: "left", by: 0 } } },
    { id: "square", kind: "panel", on: { fitting: "panel" }, width: 44, height: 44 },
    { id: "round", kind: "shape", on: { fitting: "square" }, outline: "round", width: 30, height: 30, raised: 1.5 },
    { id: "frame", kind: "frame", on: { panel: "back", side: "inside" }, border: 8, width: 6 },
    { id: "writing", kind: "panel", on: { panel: "back", side: "inside" }, width: 80, height: 110 },
    {
      id: "pocket",
      kind: "part",
      form: "side-tab-pocket",
      contents: { preset: "gift-card" },
      on: { panel: "front", side: "inside" },
    },
  ],
});
if (!eight.ok) throw new Error(JSON.stringify(eight.problems));
const layered = eight.value;
let turn = 0;
results["solve a card with eight fittings, its width dragged"] = time(() => {
  turn = (turn + 1) % 40;
  void solve({ ...layered, contents: { ...layered.contents, width: layered.contents.width - turn / 2 } });
});
results["prove a card with eight fittings"] = time(() => void prove(solve(layered)));
results["every form for every card"] = time(() => {
  for (const cell of tableCells({ unit: "mm", sheet: { width: 210, height: 297 } })) sink += cell.blank.width;
});
// recipes that took longest of many random ones, by what was done with them
await loadTypefaces();
for (const [file, title] of [["bench/longest.json", "longest of"]] as const)
  for (const [name, given] of existsSync(file)
    ? Object.entries(JSON.parse(readFileSync(file, "utf8")) as Readonly<Record<string, unknown>>)
    : []) {
    const read = readSpec(given);
    if (!read.ok) continue;
    let changed = read.value;
    results[`draw, ${title} ${name}`] = time(() => {
      changed = { ...changed, contents: { ...changed.contents } };
      void draw(changed);
    });
    results[`checks, ${title} ${name}`] = time(() => void untried(read.value));
  }
const run = readSpec({
  form: "deep-envelope",
  contents: { preset: "iso-a6" },
  sheet: { preset: "iso-a3" },
  quantity: 40,
});
if (run.ok) {
  const solution = solve(run.value);
  results["trim plan of a run of 40"] = time(() => void trimPlans(solution));
}
console.log(JSON.stringify({ arithmetic, results, sink: Number.isFinite(sink) }));
