/** Random recipes of every form with things of every kind on them, and some at their bounds, as a project file on stdout. */
import fc from "fast-check";
import { readSpec, writeProject } from "@cut-fold/core";
import { forms } from "@cut-fold/core/forms";
import { randomFitted } from "@cut-fold/core/random";

const NOW = "2026-06-01T10:00:00.000Z";
const [count = "12", seed = "11"] = process.argv.slice(2);

/** A star of many points in a square of 100 by 100 mm. */
function star(points: number): string {
  const at = (i: number): string => {
    const far = i % 2 === 0 ? 50 : 44;
    const turn = (i * Math.PI) / points;
    return `${(50 + far * Math.cos(turn)).toFixed(2)} ${(50 + far * Math.sin(turn)).toFixed(2)}`;
  };
  return `M${Array.from({ length: 2 * points }, (_, i) => at(i)).join("L")}Z`;
}

const FRONT = { panel: "front", side: "outside" };
const MIDDLE = { x: { from: "centre", by: 0 }, y: { from: "centre", by: 0 } };
const onCard = (fittings: readonly object[]): object => ({
  ...{ units: "mm", form: "card-base", contents: { width: 250, height: 250 } },
  fittings,
});
const LETTERS = "Quillfen Orchard open day ";
const own = { outline: "own", drawn: star(650) };

/** What a recipe may hold at most, of each kind that can be much. */
const BOUNDS: Readonly<Record<string, object>> = {
  "2,000 holes": onCard([{ id: "holes", kind: "hole", on: FRONT, across: 1, columns: 40, rows: 50, apart: 4 }]),
  "200 things": onCard(
    Array.from({ length: 200 }, (_, i) => ({
      ...{ id: `t${String(i)}`, kind: "panel", on: FRONT, width: 10, height: 10 },
      at: { x: { from: "left", by: 2 + 12 * (i % 20) }, y: { from: "bottom", by: 2 + 12 * Math.floor(i / 20) } },
    })),
  ),
  "200 hearts": onCard([
    { id: "hearts", kind: "window", on: FRONT, outline: "heart", width: 8, height: 8, columns: 20, rows: 10 },
  ]),
  "a star of 1,300 points": onCard([
    { id: "star", kind: "shape", on: FRONT, ...own, width: 100, height: 100, at: MIDDLE },
  ]),
  "a window of 1,300 points": onCard([
    { id: "star", kind: "window", on: FRONT, ...own, width: 100, height: 100, at: MIDDLE },
  ]),
  "a puzzle on a star": onCard([
    { id: "puzzle", kind: "puzzle", on: FRONT, ...own, width: 200, height: 200, across: 20, up: 20 },
  ]),
  "4,000 letters of names": onCard([
    {
      ...{ id: "names", kind: "words", on: FRONT, text: "Wren", size: 12, at: MIDDLE },
      names: Array.from({ length: 200 }, (_, i) => `${LETTERS.slice(0, 16)} ${String(i)}`)
        .join("\n")
        .slice(0, 4000),
    },
  ]),
  "200 joined letters": onCard([
    {
      ...{ id: "joined", kind: "words", on: FRONT, typeface: "script", size: 5, at: MIDDLE },
      ...{
        text: Array.from({ length: 8 }, () => LETTERS.trim())
          .join("\n")
          .slice(0, 200),
        joined: true,
      },
    },
  ]),
};

const drafts: { name: string; spec: unknown }[] = Object.entries(BOUNDS).map(([name, spec]) => ({
  name: `bound ${name}`,
  spec,
}));
for (const form of forms) {
  const arbitrary = randomFitted(form);
  for (const spec of arbitrary ? fc.sample(arbitrary, { seed: Number(seed), numRuns: Number(count) }) : [])
    drafts.push({ name: `${form.id} ${(spec.fittings ?? []).map(({ kind }) => kind).join(" ")}`, spec });
}
const read = drafts.flatMap(({ name, spec }, i) => {
  const one = readSpec(spec);
  if (!one.ok) {
    console.error(`${name}: ${JSON.stringify(one.problems).slice(0, 300)}`);
    return [];
  }
  const numbered = `${String(i).padStart(4, "0")} ${name}`.slice(0, 100);
  return [
    { id: `sweep-${String(i)}`, name: numbered, tags: [], note: "", made: NOW, changed: NOW, step: 1, spec: one.value },
  ];
});
process.stdout.write(writeProject(read));
