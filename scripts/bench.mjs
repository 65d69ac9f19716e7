// Measures what the users would feel, each figure beside a baseline from the same run: `npm run bench`; one half of it alone by
// `npm run bench core` or `npm run bench screen`. What laying out takes of paper, beside a packer of boxes, is measured by
// `npm run bench layout [seconds] [seed …]`: so long for each of twelve jobs.
import { spawn, spawnSync } from "node:child_process";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { cacheFolder, ensureBuild, ensureDeps, ensureTestPrograms, root, tool } from "./lib.mjs";
import { BROWSER } from "./machine.mjs";

ensureDeps();
ensureTestPrograms();
ensureBuild();
cacheFolder();
const { chromium } = await import("@playwright/test");

const ms = (value) => `${value.toFixed(value < 10 ? 3 : 1)} ms`;
const row = (name, value, baseline, ratio) =>
  console.log(`${name.padEnd(46)} ${value.padStart(12)}   ${baseline.padStart(14)}   ${ratio.padStart(8)}`);

const [only, ...more] = process.argv.slice(2);
if (only === "layout") {
  const config = path.join(root, "bench/vite.config.ts");
  tool("vite/bin/vite.js", ["build", "--config", config, "--logLevel", "error"], {
    env: { ...process.env, BENCH: "layout.ts" },
  });
  spawnSync(process.execPath, [path.join(root, ".cache/bench/layout.js"), ...more], { cwd: root, stdio: "inherit" });
  process.exit(0);
}
if (only !== "screen") benchCore();
if (only === "core") process.exit(0);

// core, in node
function benchCore() {
  const built = path.join(root, ".cache/bench/solve.js");
  tool("vite/bin/vite.js", ["build", "--config", path.join(root, "bench/vite.config.ts"), "--logLevel", "error"]);
  const { stdout } = spawnSync(process.execPath, [built], { cwd: root, encoding: "utf8" });
  const core = JSON.parse(stdout);
  console.log("\nCore, in Node. Baseline: 100,000 square roots.");
  row("", "median", "baseline", "ratio");
  for (const [name, { median }] of Object.entries(core.results))
    row(name, ms(median), ms(core.arithmetic.median), (median / core.arithmetic.median).toFixed(2));
}

// the app and an empty page, in the same browser
tool(
  "vite/bin/vite.js",
  ["build", "--config", path.join(root, "bench/baseline/vite.config.ts"), "--logLevel", "error"],
  { cwd: path.join(root, "bench/baseline") },
);
// both come from the same kind of server, with the same headers
const served = async (folder) => {
  const server = spawn(process.execPath, [path.join(root, "packages/server/dist/main.js")], {
    env: {
      ...process.env,
      PORT: "0",
      CUTTER_FOLDER: path.join(root, ".cache/cutter"),
      APP_FOLDER: path.join(root, folder),
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const said = await new Promise((resolve) => server.stdout.once("data", resolve));
  return { server, address: String(said).match(/http:\S+/u)[0] };
};
const [app, baseline] = await Promise.all(["packages/app/dist", ".cache/baseline"].map(served));
const browser = await chromium.launch({
  executablePath: BROWSER,
  // without a graphics card Chromium may emulate one: that takes both cores from the script that is measured
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic"],
});

const MOVES = 150;
const ROUNDS = 3;
const OPENINGS = 8;

async function open(address, ready) {
  // what is fetched later, to be kept, is no part of the first screen
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
  const loaded = [];
  page.on("response", async (answer) => {
    const type = answer.request().resourceType();
    if (["script", "stylesheet", "document"].includes(type))
      loaded.push(
        answer.body().then(
          (body) => gzipSync(body).length,
          () => 0,
        ),
      );
  });
  const began = performance.now();
  await page.goto(address);
  await page.locator(ready).first().waitFor();
  const shown = performance.now() - began;
  // what is fetched ahead after the first screen stands is not part of it
  const bytes = (await Promise.all(loaded)).reduce((a, b) => a + b, 0);
  return { page, shown, bytes };
}

/** A place on an element where nothing else lies over it. */
const pressable = (page, handle) =>
  page
    .locator(handle)
    .first()
    .evaluate((element) => {
      const { left, top, width, height } = element.getBoundingClientRect();
      for (const part of [0.5, 0.35, 0.65, 0.25, 0.75])
        for (const down of [0.5, 0.35, 0.65, 0.25, 0.75]) {
          const [x, y] = [left + width * part, top + height * down];
          const found = document.elementFromPoint(x, y);
          if (found && (element === found || element.contains(found))) return [x, y];
        }
      throw new Error("it is covered all over");
    });

/** Script time of each frame while a handle is dragged to and fro, ms. */
async function drag(page, handle, dx, dy) {
  const session = await page.context().newCDPSession(page);
  await session.send("Performance.enable");
  const script = async () =>
    (await session.send("Performance.getMetrics")).metrics.find((m) => m.name === "ScriptDuration").value * 1000;
  const [x, y] = await pressable(page, handle);
  const drawn = () => page.locator("svg[aria-label='The blank, flat'], .MuiSlider-root").first().innerHTML();
  const start = await drawn();
  await page.mouse.move(x, y);
  await page.mouse.down();
  const times = [];
  for (let i = 0; i < MOVES; i += 1) {
    const t = Math.sin((i / MOVES) * Math.PI * 4) / 2;
    const before = await script();
    await page.mouse.move(x + dx * t, y + dy * t);
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve(undefined)))),
    );
    times.push((await script()) - before);
    // a hand that drags nothing is fast
    if (i === MOVES / 5 && (await drawn()) === start) throw new Error(`nothing moved: ${handle}`);
  }
  await page.mouse.up();
  times.sort((a, b) => a - b);
  return { median: times[Math.floor(MOVES / 2)], p95: times[Math.floor(MOVES * 0.95)] };
}

/** The quietest of several drags: other work on the machine only ever adds to a time. */
async function bestDrag(page, handle, dx, dy, rounds = ROUNDS + 1) {
  const drags = [];
  for (let round = 0; round < rounds; round += 1) drags.push(await drag(page, handle, dx, dy));
  return {
    median: Math.min(...drags.map((d) => d.median)),
    p95: Math.min(...drags.map((d) => d.p95)),
    first: drags[0].p95,
  };
}

try {
  const best = { app: Infinity, empty: Infinity };
  let appBytes = 0;
  let emptyBytes = 0;
  for (let round = 0; round < OPENINGS; round += 1) {
    const empty = await open(baseline.address, "[role=slider], input[type=range]");
    const drafts = await open(`${app.address}/drafts`, ".draft-card");
    best.empty = Math.min(best.empty, empty.shown);
    best.app = Math.min(best.app, drafts.shown);
    [appBytes, emptyBytes] = [drafts.bytes, empty.bytes];
    await empty.page.close();
    await drafts.page.close();
  }
  const empty = await open(baseline.address, "input[type=range]");
  const emptyDrag = await bestDrag(empty.page, ".MuiSlider-thumb", 300, 0);
  const WIDTH = '[data-handle="contents-width"]';
  const CARD_WIDTH = '[data-handle="finished-width"]';
  const drafts = await open(`${app.address}/drafts`, ".draft-card");
  await drafts.page.getByRole("link", { name: "Open Open-day invitation, envelope" }).click();
  await drafts.page.locator(WIDTH).waitFor();
  const appDrag = await bestDrag(drafts.page, WIDTH, -80, 80);
  const others = [];
  for (const stage of ["Holder", "Paper", "Details"]) {
    await drafts.page.locator(`[aria-controls="stage-${stage.toLowerCase()}"]`).click();
    others.push([`the same with ${stage} open (best of 2)`, (await bestDrag(drafts.page, WIDTH, -80, 80, 2)).p95]);
  }
  await drafts.page.goto(`${app.address}/draft/demo-leaf-card/flat`);
  await drafts.page.locator(CARD_WIDTH).waitFor();
  others.push([
    "the same, a card with four things on it (best of 4)",
    (await bestDrag(drafts.page, CARD_WIDTH, -60, 0)).p95,
  ]);

  await drafts.page.goto(`${app.address}/draft/demo-gift-card/flat?stage=details`);
  await drafts.page.locator(CARD_WIDTH).waitFor();
  const eight = await bestDrag(drafts.page, CARD_WIDTH, -40, 0);
  others.push(["the same, a card with eight things on it (best of 4)", eight.p95]);
  const thing = await bestDrag(drafts.page, "path[data-fitting='apple']", -30, 30);
  others.push(["one of its things dragged on its panel (best of 4)", thing.p95]);

  console.log("\nIn Chromium. Baseline: an empty MUI page with one slider, built the same way.");
  row("", "Cut Fold", "baseline", "ratio");
  const kb = (bytes) => `${(bytes / 1000).toFixed(0)} kB`;
  row("first screen: scripts, styles and page, gzip", kb(appBytes), kb(emptyBytes), (appBytes / emptyBytes).toFixed(2));
  row(`first screen shown (best of ${OPENINGS})`, ms(best.app), ms(best.empty), (best.app / best.empty).toFixed(2));
  row(
    "script of a dragged frame, median (best of 4)",
    ms(appDrag.median),
    ms(emptyDrag.median),
    (appDrag.median / emptyDrag.median).toFixed(2),
  );
  row(
    "script of a dragged frame, 95th % (best of 4)",
    ms(appDrag.p95),
    ms(emptyDrag.p95),
    (appDrag.p95 / emptyDrag.p95).toFixed(2),
  );
  row(
    "the same, first drag of a fresh page",
    ms(appDrag.first),
    ms(emptyDrag.first),
    (appDrag.first / emptyDrag.first).toFixed(2),
  );
  for (const [name, p95] of others) row(name, ms(p95), ms(emptyDrag.p95), (p95 / emptyDrag.p95).toFixed(2));
} finally {
  await browser.close();
  app.server.kill();
  baseline.server.kill();
}
