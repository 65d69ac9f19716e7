// What the first screen weighs, packed as a server on a network would send it: the page, what its script reaches without
// waiting, its style. Ends badly where it is more than is allowed. The whole of the rest comes after.
import { readFileSync } from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { root } from "./lib.mjs";

/** kB (1,000 bytes, packed by gzip) */
const MOST = 280;

const dist = path.join(root, "packages/app/dist");
const textOf = (file) => readFileSync(path.join(dist, file), "utf8");
const packed = (file) => gzipSync(readFileSync(path.join(dist, file))).length / 1000;

const page = textOf("index.html");
const named = (pattern, text) => [...text.matchAll(pattern)].map(([, file]) => file);
const styles = named(/<link[^>]+rel="stylesheet"[^>]+href="\/([^"]+)"/g, page);
const scripts = new Set(named(/<script[^>]+src="\/([^"]+)"/g, page));
for (const file of scripts)
  for (const next of named(/(?:import|from)\s*"\.\/([^"]+\.js)"/g, textOf(file))) scripts.add(`assets/${next}`);

const parts = ["index.html", ...scripts, ...styles].map((file) => ({ file, kB: packed(file) }));
const whole = parts.reduce((sum, { kB }) => sum + kB, 0);
for (const { file, kB } of parts) console.log(`${kB.toFixed(1).padStart(7)} kB  ${file}`);
console.log(`${whole.toFixed(1).padStart(7)} kB  the first screen; ${String(MOST)} kB are allowed`);
// a page without its scripts was read wrongly
if (scripts.size < 2 || whole > MOST) process.exit(1);
