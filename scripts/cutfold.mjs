// The command line: `npm run --silent cutfold -- solve spec.json`. Everything but JSON goes to stderr.
import { spawnSync } from "node:child_process";
import path from "node:path";
import { ensureDeps, root } from "./lib.mjs";

ensureDeps({ quiet: true });
const { status } = spawnSync(
  process.execPath,
  ["--import", "tsx", path.join(root, "packages/cli/src/main.ts"), ...process.argv.slice(2)],
  // file names on the command line are the caller's, from where npm was called
  {
    stdio: "inherit",
    cwd: process.env.INIT_CWD ?? process.cwd(),
    env: { ...process.env, NODE_PATH: path.join(root, "node_modules") },
  },
);
process.exit(status ?? 1);
