// Installs, builds and serves, from nothing: `npm start`.
import path from "node:path";
import { pathToFileURL } from "node:url";
import { ensureBuild, ensureDeps, root } from "./lib.mjs";

ensureDeps();
ensureBuild();
// `kill` on npm does not reach its child: leave when the parent is gone
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) process.kill(process.pid, "SIGTERM");
}, 500).unref();
await import(pathToFileURL(path.join(root, "packages/server/dist/main.js")).href);
