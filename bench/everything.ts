/**
 * Random recipes with things on them through all that is done with a recipe, for as long as is asked: solve, prove, findings,
 * remedies, steps, every format, another size and back. Prints a line for each that fails, and at the end, as JSON, how many
 * there were and the longest of each step with its recipe.
 */
import fc from "fast-check";
import {
  type Canvas,
  eachNamed,
  formats,
  loadTypefaces,
  paperColours,
  readSpec,
  remedyFor,
  resize,
  solve,
  type Solution,
  type Spec,
  untried,
  type WriteOptions,
} from "@cut-fold/core";
import { forms } from "@cut-fold/core/forms";
import { prove } from "@cut-fold/core/proof";
import { randomFitted } from "@cut-fold/core/random";

const [minutes = "60", seed = String(Date.now() % 1e6)] = process.argv.slice(2);
const until = performance.now() + Number(minutes) * 60_000;
await loadTypefaces();

/** So many of the longest of each step are kept. */
const KEPT = 2;
interface Long {
  readonly step: string;
  readonly ms: number;
  readonly spec: Spec;
}
const longest = new Map<string, readonly Long[]>();
const failed: string[] = [];
let runs = 0;

async function timed<T>(step: string, spec: Spec, work: () => T | Promise<T>): Promise<T | undefined> {
  const began = performance.now();
  try {
    return await work();
  } catch (error) {
    failed.push(step);
    console.error(`${step}: ${error instanceof Error ? error.message : String(error)}\n  ${JSON.stringify(spec)}`);
    return undefined;
  } finally {
    const now: Long = { step, ms: performance.now() - began, spec };
    const all = [...(longest.get(step) ?? []), now].sort((a, b) => b.ms - a.ms);
    longest.set(step, all.slice(0, KEPT));
  }
}

const PNG = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=";
/** Something that is painted on and never shown: what is measured is our own part of it. */
const nowhere: Canvas = {
  brush: {
    ...{ fillStyle: "", strokeStyle: "", lineWidth: 1, lineCap: "", lineJoin: "" },
    setLineDash: () => undefined,
    setTransform: () => undefined,
    fillRect: () => undefined,
    fill: () => undefined,
    stroke: () => undefined,
  },
  path: (data) => data,
  // a picture of one point: what is written into its head is ours
  png: () => Promise.resolve(new Uint8Array(Buffer.from(PNG, "base64"))),
};
const how = (spec: Spec): WriteOptions => ({
  display: { unit: "mm", fraction: 16 },
  date: new Date(0),
  paper: { width: 210, height: 297 },
  colours: paperColours(spec.stock),
  fonts: () => Promise.reject(new Error("no type")),
  canvas: () => Promise.resolve(nowhere),
});

async function written(spec: Spec, solution: Solution): Promise<void> {
  const each = eachNamed(solution);
  const now = "2026-06-01T10:00:00.000Z";
  const draft = { id: "soak", name: "Soak", tags: [], note: "", made: now, changed: now, step: 1, spec };
  const what = { title: "Soak", draft, pieces: each.pieces, whole: () => ({ solution, each }) };
  // printed files embed type that only an app has: they have tests of their own
  for (const format of formats.filter(({ id }) => id !== "pdf" && id !== "zip"))
    await timed(`write ${format.id}`, spec, () => format.write(what, how(spec)));
}

async function everything(spec: Spec): Promise<void> {
  runs += 1;
  const solution = await timed("solve", spec, () => solve(spec));
  if (!solution) return;
  const proof = await timed("prove", spec, () => prove(solution));
  if (proof && !proof.ok && solution.findings.length === 0)
    failed.push(`not proved, and nothing said: ${JSON.stringify(spec)}`);
  const found = (await timed("findings", spec, () => untried(spec))) ?? [];
  await timed("remedies", spec, () => found.map((finding) => remedyFor(spec, finding, found)));
  await timed("steps", spec, () => solution.steps.length);
  await written(spec, solution);
  const { width, height } = spec.contents;
  const other = await timed("another size", spec, () => resize(spec, { width: width * 1.2, height: height * 1.1 }));
  if (other?.ok) await timed("and back", spec, () => resize(other.spec, { width, height }));
}

let round = Number(seed);
while (performance.now() < until) {
  round += 1;
  for (const form of forms)
    for (const spec of fc.sample(randomFitted(form) ?? fc.constant(undefined), { seed: round, numRuns: 2 })) {
      const read = spec && readSpec(spec);
      if (read?.ok && performance.now() < until) await everything(read.value);
    }
}
console.log(JSON.stringify({ runs, seed, failed, longest: [...longest.values()].flat() }));
