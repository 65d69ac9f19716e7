import { spawn } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import { root } from "./lib.mjs";
const { chromium } = await import("@playwright/test");
const mode = process.argv[2] ?? "0"; const ROUNDS = Number(process.argv[3] ?? 3);
const app = spawn(process.execPath, [path.join(root, "packages/server/dist/main.js")], { env: { ...process.env, PORT: "4311" }, stdio: ["ignore", "pipe", "inherit"] });
await new Promise((r) => app.stdout.once("data", r));
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu", "--disable-quic"] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto("http://127.0.0.1:4311/drafts");
await page.getByRole("link", { name: process.argv[5] ?? "Open Open-day invitation, envelope" }).click();
await page.locator('[data-handle="contents-width"]').waitFor();
const session = await page.context().newCDPSession(page);
await session.send("Performance.enable");
const metrics = async () => Object.fromEntries((await session.send("Performance.getMetrics")).metrics.map((m) => [m.name, m.value]));
const MOVES = 150;
async function drag(h, dx, dy) {
  const box = await page.locator(h).first().boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y); await page.mouse.down();
  const times = []; let alloc = 0, gcs = 0;
  for (let i = 0; i < MOVES; i++) {
    const t = Math.sin((i / MOVES) * Math.PI * 4) / 2;
    const before = await metrics();
    await page.mouse.move(x + dx * t, y + dy * t);
    await page.evaluate(() => new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(() => r(undefined)))));
    const after = await metrics();
    times.push((after.ScriptDuration - before.ScriptDuration) * 1000);
    const d = after.JSHeapUsedSize - before.JSHeapUsedSize;
    if (d > 0) alloc += d; else gcs++;
  }
  await page.mouse.up();
  const raw = [...times];
  times.sort((a, b) => a - b);
  return { median: times[75].toFixed(2), p90: times[135].toFixed(2), p95: times[142].toFixed(2), max: times[149].toFixed(2), kbPerFrame: (alloc / (MOVES - gcs) / 1000).toFixed(0), gcs, first: raw.slice(0, 6).map((t) => t.toFixed(1)).join(" ") };
}
const stage = process.argv[4]; if (stage) { await page.getByRole("button", { name: new RegExp(stage) }).first().click(); await page.waitForTimeout(500); if (process.argv[6]) await page.getByRole('button', { name: new RegExp(process.argv[6]) }).first().click(); }
try {
  for (let r = 0; r < ROUNDS; r++) {
    const last = r === ROUNDS - 1;
    if (last && mode === "1") { await session.send("Profiler.enable"); await session.send("Profiler.setSamplingInterval", { interval: 100 }); await session.send("Profiler.start"); }
    if (last && mode === "2") { await session.send("HeapProfiler.enable"); await session.send("HeapProfiler.startSampling", { samplingInterval: 1024, includeObjectsCollectedByMajorGC: true, includeObjectsCollectedByMinorGC: true }); }
    console.log(JSON.stringify(await drag('[data-handle="contents-width"]', -80, 80)));
    if (last && mode === "1") {
      const { profile } = await session.send("Profiler.stop");
      const self = new Map(); const byId = new Map(profile.nodes.map((n) => [n.id, n])); const parent = new Map();
      for (const n of profile.nodes) for (const c of n.children ?? []) parent.set(c, n.id);
      const incl = new Map();
      profile.samples.forEach((id, i) => { const dt = profile.timeDeltas[i] / 1000; const nm = (n) => `${n.callFrame.functionName || "(anon)"} ${n.callFrame.url.split("/").pop()}:${n.callFrame.lineNumber + 1}`;
        self.set(nm(byId.get(id)), (self.get(nm(byId.get(id))) ?? 0) + dt);
        const seen = new Set(); for (let at = id; at !== undefined; at = parent.get(at)) { const k = nm(byId.get(at)); if (!seen.has(k)) { seen.add(k); incl.set(k, (incl.get(k) ?? 0) + dt); } } });
      const top = (m, n) => [...m].sort((a, b) => b[1] - a[1]).slice(0, n).map(([k, v]) => `${(v / MOVES).toFixed(3)} ms/frame  ${k}`).join("\n");
      console.log("SELF\n" + top(self, 45)); console.log("INCL\n" + top(incl, 110));
    }
    if (last && mode === "2") {
      const { profile } = await session.send("HeapProfiler.stopSampling");
      const self = new Map(); const incl = new Map();
      const walk = (n, path) => { const k = `${n.callFrame.functionName || "(anon)"} :${n.callFrame.lineNumber + 1}`; let total = n.selfSize; for (const c of n.children) total += walk(c, [...path, k]); self.set(k, (self.get(k) ?? 0) + n.selfSize); if (!path.includes(k)) incl.set(k, (incl.get(k) ?? 0) + total); return total; };
      const total = walk(profile.head, []);
      console.log("total KB/frame", (total / MOVES / 1000).toFixed(1));
      const top = (m, n) => [...m].sort((a, b) => b[1] - a[1]).slice(0, n).map(([k, v]) => `${(v / MOVES / 1000).toFixed(2)} kB/frame  ${k}`).join("\n");
      console.log("SELF\n" + top(self, 45)); console.log("INCL\n" + top(incl, 90));
    }
  }
} finally { await browser.close(); app.kill(); }
