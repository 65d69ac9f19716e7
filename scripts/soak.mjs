// The properties of core on many times as many random recipes as in `npm test`: `npm run soak`, or `npm run soak -- 50`.
import { spawnSync } from "node:child_process";
import path from "node:path";
import { ensureDeps, root } from "./lib.mjs";

ensureDeps();
const [times = "20"] = process.argv.slice(2);
const { status } = spawnSync(
  process.execPath,
  [path.join(root, "node_modules/vitest/vitest.mjs"), "run", "packages/core", "--testTimeout", "0"],
  { cwd: root, stdio: "inherit", env: { ...process.env, SOAK: times } },
);
process.exit(status ?? 1);
