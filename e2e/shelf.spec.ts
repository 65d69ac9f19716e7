import { expect, expectAccessible, openDrafts, test } from "./app.ts";

test("axe finds nothing on the shelf, empty and full, nor on what is changed there", async ({ page }) => {
  await page.goto("/shelf");
  await expect(page.getByText(/Nothing here yet/u)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Show me the orchard's shelf" }).click();
  await expect(page.getByRole("button", { name: "Take it away" })).toBeVisible();
  await expectAccessible(page);
  for (const name of [/^Text 120 g\/m², oat/u, /packing shed/u]) {
    await page.getByRole("button", { name }).first().click();
    await expect(page.getByRole("button", { name: "Take it off the shelf" })).toBeVisible();
    await expectAccessible(page);
  }
});

test("how many sheets must I buy: forty cards and forty envelopes, out of a paper and some of its rests", async ({
  page,
}) => {
  await page.goto("/shelf");
  await page.getByRole("button", { name: "Add a paper" }).click();
  await page.getByLabel("Called").fill("Text 120 g/m², oat");
  await page.getByLabel("Sheets left").fill("6");
  await page.getByLabel("Price of a sheet").fill("0.5");
  await page.getByRole("button", { name: "Add an offcut" }).click();
  await page.getByLabel("Width", { exact: true }).fill("210 mm");
  await page.getByLabel("Height", { exact: true }).fill("210 mm");
  await page.getByLabel("How many").fill("3");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await openDrafts(page);
  await page.getByRole("button", { name: "Choose several" }).click();
  for (const name of ["Open-day invitation, envelope", "Open-day invitation, card"])
    await page.getByRole("checkbox", { name: `Choose ${name}` }).check();
  await page.getByRole("button", { name: "Make 2 together" }).click();
  const buy = page.getByRole("region", { name: "Sheets to buy" });
  // an envelope of 205 mm square is cut from each rest, and one from each sheet: 37 of them, 6 are there, 31 at 0.50
  await expect(buy.getByText(/takes 37 sheets and 3 offcuts, 6 on the shelf/u)).toBeVisible();
  await expect(buy.getByRole("listitem").filter({ hasText: "Text 120" })).toContainText("31");
  await expect(buy.getByRole("heading")).toContainText("15.50 for those with a price");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Straight cuts" }).click();
  await expect(page.getByRole("heading", { name: /with straight cuts$/u })).toBeVisible();
  await expectAccessible(page);
});

test("two windows on one run: what one changes the other shows, and it is taken from the shelf once", async ({
  page,
  context,
}) => {
  await page.goto("/shelf");
  await page.getByRole("button", { name: "Show me the orchard's shelf" }).click();
  await openDrafts(page);
  await page.getByRole("button", { name: "Choose several" }).click();
  await page.getByRole("checkbox", { name: "Choose Open-day invitation, envelope" }).check();
  await page.getByRole("button", { name: "Make 1 together" }).click();
  await page.getByLabel("Today").fill("4");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel("Today")).toHaveValue("4");
  await other.getByLabel("Run", { exact: true }).fill("Open day");
  await expect(page.getByLabel("Run", { exact: true })).toHaveValue("Open day");
  const take = (of: typeof page) => of.getByRole("button", { name: "Take it from the shelf" });
  await expect(take(page)).toBeVisible();
  await expect(take(other)).toBeVisible();
  // the buttons themselves, so that neither press comes to lie on what stands there afterwards, however slow a machine is
  const buttons = await Promise.all([page, other].map((of) => take(of).elementHandle()));
  await Promise.all(buttons.map((button) => button.evaluate((own) => (own as HTMLElement).click())));
  for (const one of [page, other]) await expect(one.getByText(/^Taken from the shelf: /u).first()).toBeVisible();
  await page.getByRole("link", { name: "Shelf" }).click();
  // four envelopes of 205 mm square take four of its eighteen sheets: its rests of 130 mm are too small
  await expect(page.getByRole("listitem").filter({ hasText: "0.22 a sheet" })).toContainText("14 left");
  await other.getByRole("button", { name: "Put it back" }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "0.22 a sheet" })).toContainText("18 left");
});
