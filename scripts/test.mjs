// Everything there is to check, from nothing: `npm test`. Ends in one line: N passed, N failed.
import { spawn } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { cacheFolder, ensureBuild, ensureDeps, ensureTestPrograms, root } from "./lib.mjs";

ensureDeps();
ensureTestPrograms();
ensureBuild();

const cache = cacheFolder();
const unitReport = path.join(cache, "unit.json");
const browserReport = path.join(cache, "browser.json");
for (const file of [unitReport, browserReport]) rmSync(file, { force: true });

let passed = 0;
let failed = 0;

/** No tool may take longer: what hangs is told as failed, with what it had said by then. */
const LONGEST_MINUTES = 25;

/** Runs one tool; a tool without a report counts as one check. What it says is told when it is done, unless it stands alone. */
async function check(name, script, args, { env = {}, alone = false } = {}) {
  const began = Date.now();
  if (alone) console.log(`\n— ${name}`);
  const child = spawn(process.execPath, [path.join(root, "node_modules", script), ...args], {
    cwd: root,
    stdio: alone ? "inherit" : ["ignore", "pipe", "pipe"],
    timeout: LONGEST_MINUTES * 60_000,
    killSignal: "SIGKILL",
    env: { ...process.env, NO_COLOR: "1", ...env },
  });
  let said = "";
  for (const stream of [child.stdout, child.stderr]) stream?.on("data", (text) => (said += text));
  const ok = await new Promise((resolve) => {
    child.on("error", () => resolve(false));
    child.on("close", (status) => resolve(status === 0));
  });
  process.stdout.write(said);
  console.log(`— ${name}: ${ok ? "ok" : "failed"}, ${((Date.now() - began) / 1000).toFixed(0)} s`);
  return ok;
}
const count = (ok) => (ok ? (passed += 1) : (failed += 1));

// the linter takes as long as all other checks of the text together: one core each
const linted = check("lint", "eslint/bin/eslint.js", [".", "--max-warnings", "0"]);
count(await check("format", "prettier/bin/prettier.cjs", ["--check", ".", "--log-level", "warn"]));
count(await check("types", "typescript/bin/tsc", ["-b"]));
count(
  await check("floors", "dependency-cruiser/bin/dependency-cruise.mjs", [
    "--config",
    ".dependency-cruiser.cjs",
    "packages",
    "e2e",
    "bench",
  ]),
);
count(await linted);

/** Adds a report's figures; a tool that failed without a failed test counts as one failure. */
function add(ok, read, file) {
  let figures;
  try {
    figures = read(JSON.parse(readFileSync(file, "utf8")));
  } catch {
    figures = { passed: 0, failed: 1 };
  }
  passed += figures.passed;
  failed += figures.failed + (!ok && figures.failed === 0 ? 1 : 0);
}
add(
  await check(
    "unit tests",
    "vitest/vitest.mjs",
    ["run", "--reporter=dot", "--reporter=json", `--outputFile.json=${unitReport}`],
    { alone: true },
  ),
  (r) => ({
    passed: r.numPassedTests,
    failed:
      // a file that could not even be read has no tests to fail: it counts as one
      r.numFailedTests + r.testResults.filter((f) => f.status === "failed" && f.assertionResults.length === 0).length,
  }),
  unitReport,
);
add(
  await check("browser tests", "@playwright/test/cli.js", ["test", "--reporter=list,json"], {
    alone: true,
    env: { PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport },
  }),
  (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected + r.stats.flaky }),
  browserReport,
);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
