import { expect, expectAccessible, openDemo, openDrafts, test } from "./app.ts";

test("axe finds nothing on any place", async ({ page }) => {
  await openDrafts(page);
  await expectAccessible(page);
  await page.goto("/size-chart");
  await expect(page.getByRole("table")).toBeVisible();
  await expectAccessible(page);
  await page.goto("/settings");
  await expect(page.getByRole("heading", { name: "My tools" })).toBeVisible();
  await expectAccessible(page);
});

for (const stage of ["inside", "holder", "paper", "details"]) {
  test(`axe finds nothing on a draft with ${stage} open`, async ({ page }) => {
    await openDemo(page, "Pressed-leaf card, slimline");
    await page.goto(`${new URL(page.url()).pathname}?stage=${stage}`);
    await expect(page.locator(".stage.open")).toBeVisible();
    await expectAccessible(page);
  });
}

test("axe finds nothing on the folded view and the steps", async ({ page }) => {
  await openDemo(page, "Thanks to the pickers");
  await page.getByRole("tab", { name: "Folded" }).click();
  await expect(page.locator("canvas")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("tab", { name: "Steps" }).click();
  await expect(page.getByText("Step 1 of")).toBeVisible();
  await expectAccessible(page);
});

test("the folded view folds: the picture changes with the slider, and its words follow", async ({ page }) => {
  await openDemo(page, "Thanks to the pickers");
  await page.getByRole("tab", { name: "Folded" }).click();
  const canvas = page.locator("canvas");
  await expect(canvas).toBeVisible();
  const slider = page.getByRole("slider", { name: "Folding" });
  await slider.press("Home");
  await expect(page.getByRole("img", { name: "Folded view: Flat" })).toBeVisible();
  const colours = () =>
    canvas.evaluate((c: HTMLCanvasElement) => {
      const copy = document.createElement("canvas");
      [copy.width, copy.height] = [64, 40];
      const pen = copy.getContext("2d");
      pen?.drawImage(c, 0, 0, 64, 40);
      return [...(pen?.getImageData(0, 0, 64, 40).data ?? [])].join(",");
    });
  await expect.poll(async () => new Set((await colours()).split(",")).size).toBeGreaterThan(20);
  const flat = await colours();
  await slider.press("End");
  await expect(page.getByRole("img", { name: "Folded view: Closed" })).toBeVisible();
  await expect.poll(async () => (await colours()) !== flat).toBe(true);
});

test("pointing at a line lights its number, pointing at a number its line", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  const figure = page.locator('[data-dimension="contents-width"] text');
  const inside = page.locator("svg path[stroke-width='2.4']");
  await expect(inside).toHaveCount(0);
  await figure.hover();
  await expect(inside).toHaveCount(1);
});

test("nothing is cut off at 1024 px, nor in portrait on the steps", async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await openDemo(page, "Open-day invitation, envelope");
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024);
  await page.setViewportSize({ width: 800, height: 1180 });
  await page.getByRole("tab", { name: "Steps" }).click();
  await expect(page.getByRole("button", { name: "Next" })).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(800);
});
