/** A cutter that is killed while it works: for the test beside it. Goes on with what a folder holds, and tells what was kept. */
import { Cutter } from "./cutter.ts";
import type { Act } from "./job.ts";
import { openStore } from "./store.ts";

const { store } = await openStore(process.argv[2] ?? "");
const cutter = await Cutter.on(store);
const lines = (count: number): string =>
  Array.from({ length: count }, (_, i) => `PU${String(i % 9000)},0;PD${String(i % 9000)},40;`).join("");
const of = (count: number) => ({
  operations: [{ pen: 1, tool: "Fine blade", role: "cut" as const, face: "front" as const, strokes: count }],
  hpgl: `IN;PA;SP1;${lines(count)}SP0;`,
});
const said = {
  ...{ machine: "table-cutter", mat: { id: "mat-12x12", width: 290, height: 290 }, sheet: { width: 200, height: 200 } },
  pace: 1000,
};
if (cutter.all().length === 0) {
  await cutter.add({ id: "cutting", name: "Cutting", ...said, ...of(40_000) });
  for (let i = 0; i < 200; i += 1) await cutter.add({ id: `queued-${String(i)}`, name: "Queued", ...said, ...of(10) });
}
const act = async (name: Act): Promise<void> => {
  const job = cutter.all().find(({ id }) => id === "cutting");
  if (job) await cutter.act("cutting", { act: name, rev: job.rev });
};
cutter.listen(({ id, at, done }) => {
  if (id === "cutting") process.stdout.write(`${JSON.stringify({ at, done })}\n`);
});
for (const name of ["start", "loaded", "tool-in", "resume"] as const) await act(name);
