// What `npm start` and `npm test` need on a fresh machine. Node's own modules only: this runs before anything is installed.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { BROWSER } from "./machine.mjs";

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "..");
const at = (...parts) => path.join(root, ...parts);

/** Runs a program and ends this one when it fails. */
export function run(command, args, options = {}) {
  const { status } = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
  if (status !== 0) process.exit(status ?? 1);
}

/** Runs a node script of node_modules by its path. */
export const tool = (script, args, options) => run(process.execPath, [at("node_modules", script), ...args], options);

function digest(files) {
  const hash = createHash("sha256");
  for (const file of files) hash.update(file).update(readFileSync(at(file)));
  return hash.digest("hex");
}

function filesIn(folder) {
  return readdirSync(at(folder)).flatMap((name) => {
    if (name === "node_modules" || name === "dist" || name.includes(".test.")) return [];
    const file = path.join(folder, name);
    return statSync(at(file)).isDirectory() ? filesIn(file) : [file];
  });
}

const stampOf = (name) => at("node_modules", `.cut-fold-${name}`);
const isFresh = (name, sum) => existsSync(stampOf(name)) && readFileSync(stampOf(name), "utf8") === sum;

/** Installs when node_modules is missing or the lock file has changed since. */
export function ensureDeps({ quiet = false } = {}) {
  const sum = digest(["package-lock.json"]);
  if (isFresh("deps", sum)) return;
  console.error("Installing packages …");
  const npm = process.env.npm_execpath;
  const args = ["ci", "--include=dev"];
  // everything npm says goes to stderr: stdout belongs to the command line's JSON
  const options = quiet ? { stdio: ["ignore", 2, 2] } : {};
  if (npm && /\.c?js$/.test(npm)) run(process.execPath, [npm, ...args], options);
  else run("npm", args, options);
  writeFileSync(stampOf("deps"), sum);
}

/** Builds app and server when their sources have changed since the last build. */
export function ensureBuild() {
  const sources = ["packages/core/src", "packages/app", "packages/server"].flatMap(filesIn).sort();
  const sum = digest([...sources, "package-lock.json"]);
  if (
    isFresh("build", sum) &&
    existsSync(at("packages/app/dist/index.html")) &&
    existsSync(at("packages/server/dist/main.js"))
  )
    return;
  console.error("Building …");
  tool("vite/bin/vite.js", ["build", "--logLevel", "warn"], { cwd: at("packages/app") });
  tool("vite/bin/vite.js", ["build", "--logLevel", "warn"], { cwd: at("packages/server") });
  writeFileSync(stampOf("build"), sum);
}

/** Builds the command line when its sources have changed since. All it says goes to stderr: stdout belongs to its JSON. */
export function ensureCli() {
  const sources = ["packages/core/src", "packages/cli"].flatMap(filesIn).sort();
  const sum = digest([...sources, "package-lock.json"]);
  const main = at("packages/cli/dist/main.js");
  if (!isFresh("cli", sum) || !existsSync(main)) {
    tool("vite/bin/vite.js", ["build", "--logLevel", "error"], {
      cwd: at("packages/cli"),
      stdio: ["ignore", 2, 2],
    });
    writeFileSync(stampOf("cli"), sum);
  }
  return main;
}

const has = (program) => spawnSync("sh", ["-c", `command -v ${program}`]).status === 0;

/** Debian packages the tests need, by the program each brings. */
const DEBIAN = {
  [BROWSER]: "chromium-headless-shell",
  pdftoppm: "poppler-utils",
  "rsvg-convert": "librsvg2-bin",
};

/** Installs Chromium, Poppler and an SVG renderer through apt when they are missing and this is root; says what to do otherwise. */
export function ensureTestPrograms() {
  const missing = Object.entries(DEBIAN)
    .filter(([program]) => !has(program))
    .map(([, name]) => name);
  if (missing.length === 0) return;
  if (process.getuid?.() !== 0 || !has("apt-get")) {
    console.error(`The tests need ${missing.join(" and ")}. Install with: sudo apt-get install ${missing.join(" ")}`);
    process.exit(1);
  }
  const lock = ["-o", "DPkg::Lock::Timeout=300"];
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  run("apt-get", [...lock, "update", "-qq"], { env, stdio: ["ignore", "ignore", "inherit"] });
  run("apt-get", [...lock, "install", "-y", "-qq", "--no-install-recommends", ...missing], {
    env,
    stdio: ["ignore", "ignore", "inherit"],
  });
}

export const cacheFolder = () => {
  mkdirSync(at(".cache"), { recursive: true });
  return at(".cache");
};
