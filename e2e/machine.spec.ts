import type { Page } from "@playwright/test";
import { drawn, expect, expectAccessible, openDemo, test } from "./app.ts";

/** A draft made on a table cutter, its sheets laid out. */
async function onMachine(page: Page, name: string, machine = "table-cutter"): Promise<void> {
  await openDemo(page, name);
  await page.getByRole("button", { name: /2 Holder/u }).click();
  await page.getByLabel("Made on").selectOption(machine);
  await page.getByRole("tab", { name: "Sheets" }).click();
  await expect(page.getByRole("button", { name: /on the machine$/u })).toBeVisible();
}
const bed = (page: Page) => page.getByRole("main");
const done = (page: Page, name: string) => page.getByRole("button", { name, exact: true });

test("from a draft to cut paper: a wrong mat, a test cut that hangs on, each tool, and what was cut over the drawing", async ({
  page,
}) => {
  await onMachine(page, "Apple-crisp recipe card");
  await expectAccessible(page);
  await page.getByRole("button", { name: /on the machine$/u }).click();
  await expect(bed(page).getByRole("heading", { name: "Waits" })).toBeVisible();
  await expectAccessible(page);
  await done(page, "Begin with this sheet").click();
  await page.getByLabel("The mat that is on it").selectOption("mat-12x24");
  await done(page, "It is loaded").click();
  await expect(page.getByRole("heading", { name: "Another mat" })).toBeVisible();
  await done(page, "It is put right").click();
  await page.getByLabel("The mat that is on it").selectOption("mat-12x12");
  await done(page, "It is loaded").click();
  await expect(page.getByText(/^Put in the fine blade: pressure \d+/u)).toBeVisible();
  await page.getByLabel("Shown").selectOption("200");
  await done(page, "It is in: run").click();
  // the first test cut hangs on: it is remembered for this paper, and made again beside it, harder
  await expect(page.getByRole("heading", { name: "Look" })).toBeVisible();
  const [, pressure = "0"] = /pressure (\d+)/u.exec(await bed(page).innerText()) ?? [];
  await done(page, "It hangs on").click();
  await expect(page.getByText(/^Remembered for /u)).toBeVisible();
  await expect(page.getByText(`pressure ${String(Number(pressure) + 3)}`)).toBeVisible();
  await done(page, "It is in: run").click();
  await expect(page.getByRole("heading", { name: "Look" })).toBeVisible();
  await expectAccessible(page);
  await done(page, "It comes out clean").click();
  await expect(page.getByText(/Do not unload yet\. Put in the creasing tip/u)).toBeVisible();
  await page.getByLabel("In the holder").selectOption("Pen");
  await done(page, "It is in: run").click();
  await expect(page.getByRole("heading", { name: "Another tool" })).toBeVisible();
  await done(page, "It is put right").click();
  await page.getByLabel("In the holder").selectOption("Creasing tip");
  await done(page, "It is in: run").click();
  await expect(page.getByText(/Do not unload yet\. Put in the fine blade/u)).toBeVisible();
  await done(page, "It is in: run").click();
  await expect(page.getByRole("heading", { name: "Unload" })).toBeVisible();
  // what the cutter read by itself stands on the drawing
  const off = page.locator(".machine-off strong");
  await expect(off).toHaveText(/mm$/u);
  expect(Number.parseFloat(await off.innerText())).toBeLessThan(0.02);
  await expectAccessible(page);
  await done(page, "It is unloaded").click();
  // the next sheet waits, and this one is made
  await expect(page.getByRole("heading", { name: "Waits" })).toBeVisible();
  await expect(
    page.getByRole("region", { name: "Sheets at the machine" }).getByText("made", { exact: true }),
  ).toBeVisible();
  // the machine is on the shelf now, with what was remembered
  await page.goto("/shelf");
  await expect(page.getByText("Table cutter, 12 in wide").first()).toBeVisible();
});

test("two windows at one machine: what one does the other shows, and an act on an older sight is told", async ({
  page,
  context,
}) => {
  await onMachine(page, "Seed-packet pocket");
  await page.getByRole("button", { name: /on the machine$/u }).click();
  await expect(bed(page).getByRole("heading", { name: "Waits" })).toBeVisible();
  const other = await context.newPage();
  await other.goto("/machine");
  await expect(bed(other).getByRole("heading", { name: "Waits" })).toBeVisible();
  await done(other, "Begin with this sheet").click();
  await expect(bed(page).getByRole("heading", { name: "Load" })).toBeVisible();
  await done(page, "Take the sheet off").click();
  await expect(bed(other).getByRole("heading", { name: "Load" })).toBeHidden();
  await other.close();
});

test("without a server the machine says what is missing, and drafts go on", async ({ page }) => {
  await onMachine(page, "Seed-packet pocket");
  await page.route("**/api/**", (route) => route.abort());
  await page.getByRole("button", { name: /on the machine$/u }).click();
  await expect(page.getByText(/server does not answer/u).first()).toBeVisible();
  await page.goto("/machine");
  await expect(page.getByText(/The machine's server does not answer/u)).toBeVisible();
  await expectAccessible(page);
});

test("before paper is spent the pages are seen as a printer lays them: shrunk, worn, or cut off at the foot", async ({
  page,
}) => {
  await openDemo(page, "Seed-packet pocket");
  await page.getByRole("button", { name: "Print and save" }).click();
  await page.getByRole("menuitem", { name: "See the pages as a printer lays them" }).click();
  await expect(page.getByText("All that was printed lies where it should.")).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("A printer that is").selectOption("worn");
  await expect(page.getByText(/^It came out 99\.60\s%\sacross and 100\.25\s%\sdown\./u)).toBeVisible();
  await page.getByLabel("A printer that is").selectOption("shy");
  await expect(page.getByText(/reach(?:es)? past where it prints/u)).toBeVisible();
  await page.getByRole("checkbox", { name: /^Shrunk to fit/u }).check();
  await expect(page.getByText(/^It came out 92\.12\s%/u)).toBeVisible();
  await expect(page.getByText("Nothing is lost at the edges.")).toBeVisible();
  await page.getByLabel("Printed").selectOption("steps");
  await expect(page.getByText(/^Page 1 of \d+\./u)).toBeVisible();
  await expectAccessible(page);
  await page.route("**/api/**", (route) => route.abort());
  await page.getByLabel("A printer that is").selectOption("true");
  await expect(page.getByText(/The printer's server does not answer/u)).toBeVisible();
  await page.getByRole("link", { name: "Back to the draft" }).click();
  await drawn(page);
});
