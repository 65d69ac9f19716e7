import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { defineConfig } from "@playwright/test";
import { BROWSER, freePort } from "./scripts/machine.mjs";

/** As many as there are cores to draw on; each has a server and a cutter of its own, for there is one bed. */
const WORKERS = 2;

/** What the maker has on their own machine is no business of a test. */
const CUTTERS = (process.env["BROWSER_TESTS_CUTTERS"] ??= mkdtempSync(path.join(tmpdir(), "cut-fold-cutter-")));

// workers read this file again: all of them are told the ports that were found free, one each
const PORTS = (process.env["BROWSER_TESTS_PORTS"] ??= (
  await Promise.all(Array.from({ length: WORKERS }, () => freePort()))
).join(" "));

export default defineConfig({
  testDir: "e2e",
  outputDir: ".cache/test-results",
  workers: WORKERS,
  fullyParallel: true,
  // a busy machine may take its time: nothing here asserts how long anything takes
  timeout: 180_000,
  expect: { timeout: 90_000 },
  forbidOnly: Boolean(process.env["CI"]),
  use: {
    viewport: { width: 1280, height: 800 },
    // makers here measure in millimetres; where the country does not, a test says so
    locale: "en-GB",
    reducedMotion: "reduce",
    // what is kept in the browser has a test of its own; the others always ask the server
    serviceWorkers: "block",
    // traced, a run takes a third longer: what failed is run again with `--trace on`
    trace: "off",
    launchOptions: {
      executablePath: BROWSER,
      args: ["--no-sandbox", "--disable-gpu", "--enable-unsafe-swiftshader", "--disable-quic"],
    },
  },
  webServer: PORTS.split(" ").map((port) => ({
    command: "node packages/server/dist/main.js",
    env: { PORT: port, CUTTER_FOLDER: path.join(CUTTERS, port) },
    url: `http://127.0.0.1:${port}/api/health`,
    reuseExistingServer: false,
    timeout: 60_000,
  })),
});
