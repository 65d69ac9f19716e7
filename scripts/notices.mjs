// The licence of every package and typeface that ships with the app or the server: `node scripts/notices.mjs` writes NOTICES.txt.
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { root } from "./lib.mjs";

const OURS = ["core", "app", "server", "cli"].map((name) => path.join(root, "packages", name));
const read = (folder) => JSON.parse(readFileSync(path.join(folder, "package.json"), "utf8"));

/** Where a package is found from another's folder: the nearest node_modules upwards. */
function folderOf(name, from) {
  for (let at = from; ; at = path.dirname(at)) {
    const folder = path.join(at, "node_modules", name);
    if (existsSync(path.join(folder, "package.json"))) return folder;
    if (at === path.dirname(at)) return undefined;
  }
}

const found = new Map();
function walk(folder) {
  const { dependencies = {}, optionalDependencies = {} } = read(folder);
  for (const name of Object.keys({ ...dependencies, ...optionalDependencies })) {
    if (name.startsWith("@cut-fold/")) continue;
    const at = folderOf(name, folder);
    // an optional part that is not for this machine is not shipped from it either
    if (!at || found.has(at)) continue;
    found.set(at, read(at));
    walk(at);
  }
}
OURS.forEach(walk);

const licenceIn = (folder) => {
  const file = readdirSync(folder).find((name) => /^(?:licen[cs]e|copying|ofl)(?:[.-].*)?$/iu.test(name));
  return file ? readFileSync(path.join(folder, file), "utf8").trim() : "";
};

// many packages share one text: each is printed once, with all that it covers
const texts = new Map();
for (const [folder, { name, version, license }] of [...found].sort(([, a], [, b]) => a.name.localeCompare(b.name))) {
  const said = typeof license === "string" ? license : "see its own pages";
  const text = licenceIn(folder) || `(${said}; the package carries no text of its own)`;
  texts.set(text, [...(texts.get(text) ?? []), `${name} ${version} (${said})`]);
}
const parts = [...texts].map(([text, names]) => `${names.join("\n")}\n\n${text}`);
const head = "Cut Fold ships these packages and typefaces, each under the licence that follows its name.";
writeFileSync(path.join(root, "NOTICES.txt"), `${[head, ...parts].join(`\n\n${"-".repeat(78)}\n\n`)}\n`);
console.log(`NOTICES.txt: ${String(found.size)} packages`);
