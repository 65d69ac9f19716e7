import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { defineConfig } from "@playwright/test";
import { freePort } from "./scripts/port.mjs";

/** What the maker has on their own machine is no business of a test. */
const CUTTER_FOLDER = (process.env["BROWSER_TESTS_CUTTER"] ??= mkdtempSync(path.join(tmpdir(), "cut-fold-cutter-")));

// workers read this file again: all of them are told the one port that was found free
const PORT = (process.env["BROWSER_TESTS_PORT"] ??= String(await freePort()));

export default defineConfig({
  testDir: "e2e",
  outputDir: ".cache/test-results",
  // software drawing uses both cores: two workers only get in each other's way
  workers: 1,
  // a busy machine may take its time: nothing here asserts how long anything takes
  timeout: 180_000,
  expect: { timeout: 90_000 },
  forbidOnly: Boolean(process.env["CI"]),
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // makers here measure in millimetres; where the country does not, a test says so
    locale: "en-GB",
    reducedMotion: "reduce",
    // what is kept in the browser has a test of its own; the others always ask the server
    serviceWorkers: "block",
    trace: "retain-on-failure",
    launchOptions: {
      executablePath: process.env["CHROMIUM_PATH"] ?? "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-gpu", "--enable-unsafe-swiftshader", "--disable-quic"],
    },
  },
  webServer: {
    command: "node packages/server/dist/main.js",
    env: { PORT, CUTTER_FOLDER },
    url: `http://127.0.0.1:${PORT}/api/health`,
    reuseExistingServer: false,
    timeout: 30_000,
  },
});
