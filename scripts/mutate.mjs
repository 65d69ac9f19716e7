// Do the tests see a mistake? Turns one operator of core at a time, in a copy, and runs core's tests on it:
// `npm run mutate -- 60 7` for a sample of 60 with seed 7, `npm run mutate -- 60 7 0.1` at a tenth of their random recipes
// alone, which sees a little less in a quarter of the time. Prints every mutant that lived; whoever reads it says whether it
// can be told from the code as it is.
import { spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { cacheFolder, ensureDeps, root } from "./lib.mjs";

ensureDeps();
const [size = "60", seed = "1", ...shares] = process.argv.slice(2);

const TURNED = new Map([
  ["+", "-"],
  ["-", "+"],
  ["*", "/"],
  ["/", "*"],
  ["<", ">="],
  ["<=", ">"],
  [">", "<="],
  [">=", "<"],
  ["===", "!=="],
  ["!==", "==="],
  ["&&", "||"],
  ["||", "&&"],
  ["min", "max"],
  ["max", "min"],
]);

/** Numbers below `below`, the same for the same seed (Park and Miller, 1988). */
function randomFrom(start) {
  let state = start;
  return (below) => (state = (state * 48271) % 2147483647) % below;
}

const core = path.join(root, "packages/core/src");
const listed = spawnSync("git", ["ls-files", "packages/core/src"], { cwd: root, encoding: "utf8" }).stdout.split("\n");
const files = listed.filter((f) => f.endsWith(".ts") && !f.includes(".test.") && !f.includes("/test/"));

/** Every operator of a file that can be turned, with where it stands. */
function operatorsOf(file) {
  const text = readFileSync(path.join(root, file), "utf8");
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const add = (node) => {
    const to = TURNED.get(node.getText());
    if (to)
      found.push({
        file,
        at: node.getStart(),
        from: node.getText(),
        to,
        line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1,
      });
  };
  const visit = (node) => {
    if (ts.isBinaryExpression(node)) add(node.operatorToken);
    if (ts.isPropertyAccessExpression(node) && node.expression.getText() === "Math") add(node.name);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const all = files.flatMap(operatorsOf);
const next = randomFrom(Number(seed) * 7919);
const sample = [];
while (sample.length < Math.min(Number(size), all.length)) sample.push(...all.splice(next(all.length), 1));

const copy = path.join(cacheFolder(), "mutants");
rmSync(copy, { recursive: true, force: true });
mkdirSync(path.join(copy, "packages"), { recursive: true });
for (const name of ["packages/core", "docs", "package.json", "tsconfig.json", "tsconfig.base.json"])
  cpSync(path.join(root, name), path.join(copy, name), {
    recursive: true,
    filter: (from) => !from.includes("node_modules"),
  });
symlinkSync(path.join(root, "node_modules"), path.join(copy, "node_modules"));

// the short tests first, by what they took when nothing was turned: most mistakes are seen at once
const TOOK = path.join(copy, "took.json");
writeFileSync(
  path.join(copy, "vitest.config.ts"),
  `import { existsSync, readFileSync } from "node:fs";
import { BaseSequencer } from "vitest/node";
const took = existsSync("took.json") ? JSON.parse(readFileSync("took.json", "utf8")).testResults : [];
const ms = new Map(took.map(({ name, startTime, endTime }) => [name, endTime - startTime]));
class ShortFirst extends BaseSequencer {
  async sort(files) {
    return [...files].sort((a, b) => (ms.get(a.moduleId) ?? 0) - (ms.get(b.moduleId) ?? 0));
  }
}
export default {
  test: {
    include: ["packages/core/src/**/*.test.ts"],
    testTimeout: 300_000,
    setupFiles: ["packages/core/src/test/setup.ts"],
    isolate: false,
    pool: "threads",
    sequence: { sequencer: ShortFirst },
  },
};
`,
);

/** Core's tests in the copy, with a share of the random recipes of `npm test`; stopped after so many ms: what hangs fails. */
const passes = (share, limit, more = []) =>
  spawnSync(process.execPath, [path.join(root, "node_modules/vitest/vitest.mjs"), "run", "--bail", "1", ...more], {
    cwd: copy,
    stdio: "ignore",
    timeout: limit,
    env: { ...process.env, SOAK: share },
  }).status === 0;

// few recipes see most mistakes, and soon
const SHARES = shares.length > 0 ? shares : ["0.1", "1"];
/** So many times as long as untouched code takes: a mutant that takes longer goes round in circles. */
const LONGER = 4;

// tests that fail by themselves would see every mistake
const limits = SHARES.map((share) => {
  const began = performance.now();
  if (!passes(share, undefined, existsSync(TOOK) ? [] : ["--reporter=json", `--outputFile=${TOOK}`]))
    throw new Error(`the tests fail before anything is turned, at ${share} of their recipes`);
  return Math.ceil(LONGER * (performance.now() - began));
});
const seen = () => SHARES.some((share, i) => !passes(share, limits[i]));
const lived = [];
for (const [i, mutant] of sample.entries()) {
  const { file, at, from, to, line } = mutant;
  const text = readFileSync(path.join(root, file), "utf8");
  writeFileSync(path.join(copy, file), text.slice(0, at) + to + text.slice(at + from.length));
  const caught = seen();
  writeFileSync(path.join(copy, file), text);
  const place = `${path.relative(core, path.join(root, file))} ${line}: ${from} → ${to}`;
  console.log(`${String(i + 1).padStart(3)} ${caught ? "seen " : "LIVED"} ${place}`);
  if (!caught) lived.push(`${place}\n    ${text.split("\n")[line - 1].trim()}`);
}
const share = (1 - lived.length / sample.length) * 100;
console.log(`\n${sample.length - lived.length} of ${sample.length} seen: ${share.toFixed(0)} %. Lived:`);
for (const mutant of lived) console.log(mutant);
