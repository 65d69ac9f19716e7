import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { cutTo, expect, test } from "./app.ts";

const PORT = "4302";
const HERE = `http://127.0.0.1:${PORT}`;

test.use({ serviceWorkers: "allow" });

test.describe("with the app kept in the browser", () => {
  let server: ChildProcess;
  test.beforeEach(async () => {
    server = spawn(process.execPath, ["packages/server/dist/main.js"], { env: { ...process.env, PORT } });
    if (server.stdout) await once(server.stdout, "data");
  });
  test.afterEach(() => {
    server.kill();
  });

  test("it opens, folds, prints and saves after the server has stopped", async ({ page }) => {
    await page.goto(`${HERE}/drafts`);
    await expect(page.getByRole("link", { name: "Open Thanks to the pickers" })).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready);
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
    const gone = once(server, "exit");
    server.kill();
    await gone;

    await page.goto(`${HERE}/draft/demo-invitation-envelope/flat`);
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
    await page.goto(`${HERE}/drafts`);
    await page.evaluate(() => navigator.serviceWorker.ready);
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
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
});
