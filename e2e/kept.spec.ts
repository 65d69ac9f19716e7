import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { cpSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Page } from "@playwright/test";
import { cutTo, expect, test } from "./app.ts";
import { freePort } from "../scripts/machine.mjs";

/** The port that is free and stays the same when the server is started again. */
let port: string;
let here: string;

test.use({ serviceWorkers: "allow" });

/** Waits until the browser has the whole app. */
async function kept(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
}

/** The names of what is kept, newest app last. */
const keptNames = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const names: string[] = [];
    for (const name of await caches.keys())
      names.push(...(await (await caches.open(name)).keys()).map(({ url }) => new URL(url).pathname));
    return names;
  });

/** The name of the one file of a built app that begins so. */
function fileOf(app: string, begins: string): string {
  const file = readdirSync(path.join(app, "assets")).find((name) => name.startsWith(begins) && name.endsWith(".js"));
  if (file === undefined) throw new Error(`the build has no ${begins}`);
  return file;
}

/** Makes a newer app of a built one: its scripts get other names, as they do when their content changes, and so does all that names them. */
function renew(app: string): void {
  const scripts = readdirSync(path.join(app, "assets")).filter((name) => name.endsWith(".js"));
  const next = (name: string): string => name.replace(/\.js$/u, "2.js");
  for (const name of scripts) renameSync(path.join(app, "assets", name), path.join(app, "assets", next(name)));
  for (const file of ["index.html", "keeper.js", ...scripts.map((name) => `assets/${next(name)}`)]) {
    const text = readFileSync(path.join(app, file), "utf8");
    const renamed = scripts.reduce((all, name) => all.replaceAll(name, next(name)), text);
    // the keeper's version is the sum of all names
    writeFileSync(path.join(app, file), file === "keeper.js" ? renamed.replaceAll(/"[0-9a-f]{12}"/gu, '"2"') : renamed);
  }
}

test.describe("with the app kept in the browser", () => {
  let server: ChildProcess;
  let app: string;
  test.beforeEach(async () => {
    app = mkdtempSync(path.join(tmpdir(), "cut-fold-app-"));
    cpSync("packages/app/dist", app, { recursive: true });
    port = String(await freePort());
    here = `http://127.0.0.1:${port}`;
    server = spawn(process.execPath, ["packages/server/dist/main.js"], {
      env: { ...process.env, PORT: port, APP_FOLDER: app, CUTTER_FOLDER: `${app}-cutter` },
    });
    if (server.stdout) await once(server.stdout, "data");
  });
  test.afterEach(() => {
    server.kill();
    for (const folder of [app, `${app}-cutter`]) rmSync(folder, { recursive: true, force: true });
  });

  test("it opens, folds, prints and saves after the server has stopped", async ({ page }) => {
    await page.goto(`${here}/drafts`);
    await expect(page.getByRole("link", { name: "Open Thanks to the pickers" })).toBeVisible();
    await kept(page);
    const gone = once(server, "exit");
    server.kill();
    await gone;

    await page.goto(`${here}/draft/demo-invitation-envelope/flat`);
    await page.getByLabel("Width", { exact: true }).fill("160");
    await page.getByLabel("Height", { exact: true }).fill("160");
    const cut = await cutTo(page).textContent();
    await page.getByRole("tab", { name: "Folded" }).click();
    await expect(page.locator("canvas")).toBeVisible();
    await expect(page.getByText(/whole app and your drafts are kept in this browser/u)).toBeVisible({
      timeout: 30_000,
    });
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "Print and save" }).click();
    await page.getByRole("menuitem", { name: /^Save PDF/u }).click();
    expect((await download).suggestedFilename()).toBe("open-day-invitation-envelope.pdf");

    await page.reload();
    await expect(cutTo(page)).toHaveText(cut ?? "");
  });

  test("a newer app is taken at the next visit, never hidden by the one that is kept", async ({ page }) => {
    await page.goto(`${here}/drafts`);
    await kept(page);
    // the kept page is made to differ from the server's
    await page.evaluate(async () => {
      const [name] = await caches.keys();
      const cache = await caches.open(name ?? "");
      await cache.put(
        "/",
        new Response("<!doctype html><title>An old page</title>", { headers: { "content-type": "text/html" } }),
      );
    });
    await page.reload();
    await expect(page).toHaveTitle("Drafts · Cut Fold");
    const gone = once(server, "exit");
    server.kill();
    await gone;
    await page.reload();
    await expect(page).toHaveTitle("An old page");
  });

  test("an old window is told of a newer app, goes on with its own parts, and gets the newer one when it asks", async ({
    page,
  }) => {
    await page.goto(`${here}/drafts`);
    await kept(page);
    const folded = fileOf(app, "FoldedView");
    renew(app);
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
    await expect(page.getByText(/^A newer Cut Fold is here/u)).toBeVisible();

    // the part is no longer on the server, and this window has not fetched it yet
    expect((await fetch(`${here}/assets/${folded}`)).status).toBe(404);
    await page.getByRole("link", { name: "Open Thanks to the pickers" }).click();
    await page.getByRole("tab", { name: "Folded" }).click();
    await expect(page.locator("canvas")).toBeVisible();
    expect(await page.evaluate(() => performance.getEntriesByType("resource").map(({ name }) => name))).toContain(
      `${here}/assets/${folded}`,
    );

    await page.getByRole("button", { name: "Load it" }).click();
    await expect(page.locator("canvas")).toBeVisible();
    await expect(page.getByText(/^A newer Cut Fold is here/u)).toHaveCount(0);
    expect(await page.evaluate(() => performance.getEntriesByType("resource").map(({ name }) => name))).toContain(
      `${here}/assets/${fileOf(app, "FoldedView")}`,
    );
  });

  test("what the browser has thrown out is kept again at the next visit", async ({ page }) => {
    await page.goto(`${here}/drafts`);
    await kept(page);
    const folded = `/assets/${fileOf(app, "FoldedView")}`;
    await expect.poll(() => keptNames(page)).toContain(folded);
    await page.evaluate(async (name) => {
      for (const cache of await caches.keys()) await (await caches.open(cache)).delete(name);
    }, folded);
    expect(await keptNames(page)).not.toContain(folded);
    await page.reload();
    await expect.poll(() => keptNames(page)).toContain(folded);
  });
});
