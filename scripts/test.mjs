// Everything there is to check, from nothing: `npm test`. Ends in one line: N passed, N failed.
import { spawn } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { cacheFolder, ensureBuild, ensureDeps, ensureTestPrograms, root } from "./lib.mjs";

ensureDeps();
ensureTestPrograms();
ensureBuild();

const cache = cacheFolder();
/** No tool may take longer: what hangs is ended, and what had passed by then is told. A busy machine may take its time. */
const LONGEST_MINUTES = 40;
/** Whoever waits hears from time to time how far it has come. */
const TOLD_SECONDS = 60;

let passed = 0;
let failed = 0;
const failures = [];
const began = Date.now();
const seconds = (since) => ((Date.now() - since) / 1000).toFixed(0);

/** What a tool with a tally has counted so far. */
function tallyIn(file) {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return { passed: 0, failed: 0, failures: [] };
  }
}

const running = new Map();

/** Runs one tool; without a tally it counts as one check. What it says is told when it is done. */
async function check(name, script, args, { tally, env = {}, folder = "node_modules" } = {}) {
  const since = Date.now();
  const file = tally && path.join(cache, tally);
  if (file) rmSync(file, { force: true });
  running.set(name, file);
  const child = spawn(process.execPath, [path.join(root, folder, script), ...args], {
    cwd: root,
    stdio: ["ignore", "pipe", "pipe"],
    timeout: LONGEST_MINUTES * 60_000,
    killSignal: "SIGKILL",
    env: { ...process.env, NO_COLOR: "1", ...(file && { TALLY: file }), ...env },
  });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (text) => said.push(text));
  const { ok, late } = await new Promise((resolve) => {
    child.on("error", () => resolve({ ok: false, late: false }));
    child.on("close", (status, signal) => resolve({ ok: status === 0, late: signal === "SIGKILL" }));
  });
  running.delete(name);
  process.stdout.write(`\n— ${name}\n${Buffer.concat(said).toString()}`);
  if (late)
    console.log(`${name} took longer than ${LONGEST_MINUTES} minutes and was ended; what it had counted stands.`);
  const figures = file ? tallyIn(file) : { passed: Number(ok), failed: Number(!ok), failures: ok ? [] : [name] };
  passed += figures.passed;
  failed += figures.failed;
  failures.push(...figures.failures);
  // a tool that ended badly without a failed test counts as one failure
  if (!ok && figures.failed === 0) {
    failed += 1;
    failures.push(name);
  }
  if (figures.slow?.length > 0)
    console.log(`Slowest:\n${figures.slow.map((one) => `  ${one.seconds.toFixed(1)} s  ${one.name}`).join("\n")}`);
  console.log(
    `— ${name}: ${ok ? "ok" : "failed"}, ${figures.passed} passed, ${figures.failed} failed, ${seconds(since)} s`,
  );
}

const tally = path.join(root, "scripts/tally.mjs");
const telling = setInterval(() => {
  const now = [...running].map(([name, file]) => {
    const { passed: good, failed: bad } = file && existsSync(file) ? tallyIn(file) : { passed: 0, failed: 0 };
    return file ? `${name}: ${good} passed, ${bad} failed` : name;
  });
  console.log(`… ${seconds(began)} s: ${now.join("; ")}`);
}, TOLD_SECONDS * 1000);

/** What reads the text alone. */
async function texts() {
  await check("format", "oxfmt/bin/oxfmt", ["--check", "."]);
  await check("bytes of the first screen", "bytes.mjs", [], { folder: "scripts" });
  await check("types", "tsgo/bin/tsc", ["-b"]);
  await check("floors", "dependency-cruiser/bin/dependency-cruise.mjs", [
    "--config",
    ".dependency-cruiser.cjs",
    "packages",
    "e2e",
    "bench",
  ]);
  await check("lint", "oxlint/bin/oxlint", ["."]);
}
const units = () =>
  check("unit tests", "vitest/vitest.mjs", ["run", "--reporter=dot", `--reporter=${tally}`], { tally: "unit.json" });
const browser = () =>
  check("browser tests", "@playwright/test/cli.js", ["test", `--reporter=list,${tally}`], { tally: "browser.json" });

// each of the two fills two cores by itself: at once they would only take turns, and a browser that waits for its turn is slow
await Promise.all([texts(), units()]);
await browser();
clearInterval(telling);

if (failures.length > 0) console.log(`\nFailed:\n${failures.map((name) => `  ${name}`).join("\n")}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
