/** How long core takes, beside a fixed piece of arithmetic timed in the same run. Prints JSON. */
import { catalogue, chartOf, readSpec, solve, type Spec, tableCells, trimPlans } from "@cut-fold/core";
import { forms } from "@cut-fold/core/forms";
import { prove } from "@cut-fold/core/proof";

const RUNS = 3000;

/** Median and 95th percentile of a task's times, ms. */
function time(task: () => void, runs = RUNS): { median: number; p95: number } {
  for (let i = 0; i < runs / 10; i += 1) task();
  const times = Array.from({ length: runs }, () => {
    const began = performance.now();
    task();
    return performance.now() - began;
  }).sort((a, b) => a - b);
  return { median: times[Math.floor(runs / 2)] ?? 0, p95: times[Math.floor(runs * 0.95)] ?? 0 };
}

/** A hundred thousand square roots: what this machine makes of plain arithmetic now. */
let sink = 0;
const arithmetic = time(() => {
  for (let i = 0; i < 100_000; i += 1) sink += Math.sqrt(i);
}, 300);

const results: Record<string, { median: number; p95: number }> = {};
for (const form of forms) {
  const specs = catalogue.contents.flatMap((c): Spec[] => {
    const read = readSpec({ form: form.id, contents: { preset: c.id }, sheet: { preset: "iso-a3" } });
    return read.ok ? [read.value] : [];
  });
  let i = 0;
  const next = (): Spec => specs[(i += 1) % specs.length] as Spec;
  results[`solve ${form.id}`] = time(() => void solve(next()));
  results[`prove ${form.id}`] = time(() => void prove(solve(next())), 300);
  results[`size chart of ${form.id}`] = time(() => void chartOf({ form: form.id }), 60);
}
results["every form for every card"] = time(() => {
  for (const cell of tableCells({ unit: "mm", sheet: { width: 210, height: 297 } })) sink += cell.blank.width;
}, 20);
const run = readSpec({
  form: "deep-envelope",
  contents: { preset: "iso-a6" },
  sheet: { preset: "iso-a3" },
  quantity: 40,
});
if (run.ok) {
  const solution = solve(run.value);
  results["trim plan of a run of 40"] = time(() => void trimPlans(solution), 300);
}
console.log(JSON.stringify({ arithmetic, results, sink: Number.isFinite(sink) }));
