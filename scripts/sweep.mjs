// How long the screen's thread is held, by what the maker does: random recipes of every form, with things of every kind on
// them and some at their bounds, are opened, typed in, dragged and looked at in every view. `npm run sweep`, or
// `npm run sweep 4 7` for four of each form with seed 7. Prints the longest task of each step: its median, 95 %, the worst
// ten by name.
import { spawn, spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import { cacheFolder, ensureBuild, ensureDeps, ensureTestPrograms, root, tool } from "./lib.mjs";
import { BROWSER } from "./machine.mjs";

ensureDeps();
ensureTestPrograms();
ensureBuild();
const { chromium } = await import("@playwright/test");
const [count = "12", seed = "11"] = process.argv.slice(2);

const config = ["--config", path.join(root, "bench/vite.config.ts"), "--logLevel", "error"];
tool("vite/bin/vite.js", ["build", ...config], { env: { ...process.env, BENCH: "recipes.ts" } });
const { stdout } = spawnSync(process.execPath, [path.join(root, ".cache/bench/recipes.js"), count, seed], {
  encoding: "utf8",
  stdio: ["ignore", "pipe", "inherit"],
  maxBuffer: 1 << 28,
});
const project = path.join(cacheFolder(), "sweep.cutfold.json");
writeFileSync(project, stdout);
const drafts = JSON.parse(stdout).drafts;

const server = spawn(process.execPath, [path.join(root, "packages/server/dist/main.js")], {
  env: { ...process.env, PORT: "0", CUTTER_FOLDER: path.join(root, ".cache/cutter") },
  stdio: ["ignore", "pipe", "inherit"],
});
const address = String(await new Promise((resolve) => server.stdout.once("data", resolve))).match(/http:\S+/u)[0];
const browser = await chromium.launch({
  executablePath: BROWSER,
  args: ["--no-sandbox", "--disable-gpu", "--enable-unsafe-swiftshader", "--disable-quic"],
});
const context = await browser.newContext({
  viewport: { width: 1280, height: 800 },
  locale: "en-GB",
  reducedMotion: "reduce",
  serviceWorkers: "block",
});
const page = await context.newPage();
page.on("pageerror", (error) => console.log("an error of the page:", error.message.slice(0, 200)));
await page.addInitScript(() => {
  Reflect.deleteProperty(window, "showOpenFilePicker");
  window.tasks = [];
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) window.tasks.push(entry.duration);
  }).observe({ type: "longtask", buffered: true });
});
const cdp = await context.newCDPSession(page);
const longest = () =>
  page.evaluate(() => {
    const most = Math.max(0, ...window.tasks);
    window.tasks.length = 0;
    return most;
  });
/** Until nothing has held the thread for a while: what is still worked out elsewhere does not count. */
const rests = () => page.evaluate(() => new Promise((resolve) => requestIdleCallback(resolve, { timeout: 4000 })));

const rows = new Map();
async function measure(step, name, doing) {
  await rests();
  await longest();
  await doing();
  await rests();
  await page.waitForTimeout(150);
  await rests();
  rows.set(step, [...(rows.get(step) ?? []), [await longest(), name]]);
}
const held = async () => {
  await cdp.send("HeapProfiler.collectGarbage");
  const { jsEventListeners, nodes } = await cdp.send("Memory.getDOMCounters");
  const { usedSize } = await cdp.send("Runtime.getHeapUsage");
  return { listeners: jsEventListeners, nodes, heapMB: Math.round(usedSize / 1e5) / 10 };
};

try {
  await page.goto(`${address}/drafts`);
  await page.locator(".draft-grid[aria-busy=false]").waitFor();
  const chooser = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Open a file" }).click();
  await (await chooser).setFiles(project);
  await page.getByRole("button", { name: /^Add / }).click({ timeout: 120_000 });
  await page.getByText(/taken in/).waitFor({ timeout: 120_000 });
  for (const step of ["drawer, first", "drawer, again"])
    await measure(step, "all drafts", async () => {
      await page.goto(`${address}/drafts`);
      await page.locator(".draft-grid[aria-busy=false]").waitFor({ timeout: 120_000 });
    });
  const listeners = [];
  for (const [i, { id, name }] of drafts.entries()) {
    if (i % 50 === 10) listeners.push([i, await held()]);
    await measure("open", name, async () => {
      await page.evaluate((to) => {
        history.pushState({}, "", to);
        dispatchEvent(new PopStateEvent("popstate"));
      }, `/draft/${id}/flat`);
      await page.locator(".sheet svg").first().waitFor();
    });
    const width = page.getByLabel("Width", { exact: true }).first();
    if (await width.count())
      await measure("type", name, async () => {
        await width.fill(String(Number.parseFloat(await width.inputValue()) + 1));
        await page.waitForTimeout(400);
      });
    const handle = page.locator('[data-handle="contents-width"], [data-handle="finished-width"]').first();
    if (await handle.count())
      await measure("drag", name, async () => {
        const box = await handle.boundingBox();
        if (!box) return;
        const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
        await page.mouse.move(x, y);
        await page.mouse.down();
        for (let move = 1; move <= 6; move += 1) await page.mouse.move(x - 4 * move, y);
        await page.mouse.up();
        await page.waitForTimeout(300);
      });
    if (i % 8 === 0)
      for (const stage of ["holder", "paper", "details"])
        await measure(`stage ${stage}`, name, () => page.locator(`[aria-controls="stage-${stage}"]`).click());
    for (const view of ["Sheets", "Steps", ...(i % 8 === 0 ? ["Folded"] : [])])
      await measure(view, name, () => page.getByRole("tab", { name: view }).click());
  }
  listeners.push([drafts.length, await held()]);
  const ms = (value) => String(Math.round(value)).padStart(5);
  for (const [step, all] of rows) {
    const sorted = [...all].sort((a, b) => b[0] - a[0]);
    const at = (part) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * (1 - part)))][0];
    console.log(
      `${step.padEnd(16)} n ${all.length}  median ${ms(at(0.5))}  95 % ${ms(at(0.95))}  worst ${ms(sorted[0][0])}`,
    );
    for (const [time, name] of sorted.slice(0, 10)) if (time > 100) console.log(`    ${ms(time)}  ${name}`);
  }
  for (const [after, counts] of listeners) console.log(`after ${after} openings`, JSON.stringify(counts));
} finally {
  await browser.close();
  server.kill();
}
