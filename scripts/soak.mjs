// The properties of core on many times as many random recipes as in `npm test`: `npm run soak`, or `npm run soak -- 50`.
// `npm run soak -- everything 60` takes random recipes through all that is done with one, for so many minutes, and keeps
// those that took longest as cases of the bench.
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { ensureDeps, root, tool } from "./lib.mjs";

ensureDeps();
const [times = "20", minutes = "60", ...seed] = process.argv.slice(2);
if (times === "everything") everything();

const { status } = spawnSync(
  process.execPath,
  [path.join(root, "node_modules/vitest/vitest.mjs"), "run", "packages/core", "--testTimeout", "0"],
  { cwd: root, stdio: "inherit", env: { ...process.env, SOAK: times } },
);
process.exit(status ?? 1);

function everything() {
  const config = ["--config", path.join(root, "bench/vite.config.ts"), "--logLevel", "error"];
  tool("vite/bin/vite.js", ["build", ...config], { env: { ...process.env, BENCH: "everything.ts" } });
  const { stdout } = spawnSync(process.execPath, [path.join(root, ".cache/bench/everything.js"), minutes, ...seed], {
    encoding: "utf8",
    stdio: ["ignore", "pipe", "inherit"],
    maxBuffer: 1 << 28,
  });
  const { runs, failed, longest, seed: begun } = JSON.parse(stdout);
  for (const { step, ms, spec } of longest)
    console.log(`${step.padEnd(16)} ${ms.toFixed(0).padStart(6)} ms  ${spec.form}`);
  for (const failure of failed) console.log(failure);
  console.log(`${runs} recipes from seed ${begun}; ${failed.length} failures.`);
  // the longest of each step, known ones among them: times of other days are not compared, recipes are kept by step
  const file = path.join(root, "bench/longest.json");
  const known = existsSync(file) ? JSON.parse(readFileSync(file, "utf8")) : {};
  for (const { step, spec } of longest.toReversed()) known[step] = spec;
  writeFileSync(file, `${JSON.stringify(known, undefined, 1)}\n`);
  process.exit(failed.length > 0 ? 1 : 0);
}
