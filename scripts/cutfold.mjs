// The command line: `npm run --silent cutfold -- solve spec.json`. Everything but JSON goes to stderr.
import { spawnSync } from "node:child_process";
import { ensureCli, ensureDeps } from "./lib.mjs";

ensureDeps({ quiet: true });
const { status } = spawnSync(
  process.execPath,
  [ensureCli(), ...process.argv.slice(2)],
  // file names on the command line are the caller's, from where npm was called
  { stdio: "inherit", cwd: process.env.INIT_CWD ?? process.cwd() },
);
process.exit(status ?? 1);
