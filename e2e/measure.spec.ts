/** What is in the maker's hands: a thing and an envelope without a ruler, tools by test pieces, the chance that it fits. */
import { readFileSync } from "node:fs";
import { allNumbers, drawn, expect, expectAccessible, openDemo, test } from "./app.ts";
import { tablePicture } from "./photos.ts";

const TRULY = { width: 132.4, height: 87.1 };
const picture = { name: "table.png", mimeType: "image/png", buffer: tablePicture(TRULY.width, TRULY.height) };
const figures = (text: string): number[] => [...text.matchAll(/\d+(?:\.\d+)?/gu)].map(([one]) => Number(one));

test("an odd box's lid is measured from a picture, and gets a holder that fits", async ({ page }) => {
  await page.goto("/picture");
  await expectAccessible(page);
  await page.getByLabel("A picture", { exact: true }).setInputFiles(picture);
  const found = page.getByRole("region", { name: "What was found" });
  await expect(found).toContainText("Both lie on one table");
  const [width = 0, height = 0] = figures((await found.locator(".figure-cut").textContent()) ?? "");
  expect(Math.abs(width - TRULY.width)).toBeLessThan(0.5);
  expect(Math.abs(height - TRULY.height)).toBeLessThan(0.5);
  await expectAccessible(page);

  // a corner is moved by hand, and comes back onto the edge
  const corner = page.getByRole("button", { name: "What is measured, second corner" });
  await corner.focus();
  for (let n = 0; n < 6; n += 1) await page.keyboard.press("ArrowLeft");
  await expect(async () => {
    const [again = 0] = figures((await found.locator(".figure-cut").textContent()) ?? "");
    expect(Math.abs(again - TRULY.width)).toBeLessThan(0.5);
  }).toPass();

  await found.getByLabel("Called").fill("Box lid");
  await found.getByRole("button", { name: "See what could hold it" }).click();
  await expect(page).toHaveURL(/\/holders/u);
  await page.goto(page.url().replace(/\/holders.*/u, "/flat?stage=inside"));
  await drawn(page);
  // taken on the safe side
  const [taken = 0] = figures(await page.getByLabel("Width", { exact: true }).inputValue());
  expect(taken).toBeGreaterThan(TRULY.width);
  expect(taken).toBeLessThan(TRULY.width + 1.5);
});

test("an envelope without a ruler: measured from a picture, and the chance for its card counts what that may be off", async ({
  page,
}) => {
  await page.goto("/picture");
  await page.getByLabel("A picture", { exact: true }).setInputFiles(picture);
  const found = page.getByRole("region", { name: "What was found" });
  await found.getByRole("button", { name: "It is an envelope: what card goes in?" }).click();
  const chance = page.getByRole("region", { name: "Chance that it goes in" });
  await expect(chance).toContainText(/\d+\+? of 100/u);
  await expect(chance).toContainText(/Its envelope as the picture has it: 13\d/u);
  await expectAccessible(page);
  // typed over it is as it is said
  await page.getByLabel("Outside width").fill("150 mm");
  await page.keyboard.press("Tab");
  await expect(chance).not.toContainText("as the picture has it");
});

test("what is no picture is refused with its reason, and so is one that is only called so", async ({ page }) => {
  await page.goto("/picture");
  const input = page.getByLabel("A picture", { exact: true });
  await input.setInputFiles({ name: "notes.png", mimeType: "image/png", buffer: Buffer.from("no picture at all") });
  await expect(page.getByRole("alert")).toContainText("no PNG or JPEG");
  // a head that promises more points than any machine holds
  const huge = Buffer.from(picture.buffer);
  huge.writeUInt32BE(60_000, 16);
  huge.writeUInt32BE(60_000, 20);
  await input.setInputFiles({ name: "huge.png", mimeType: "image/png", buffer: huge });
  await expect(page.getByRole("alert")).toContainText("more than 120 million points");
  const broken = Buffer.from(picture.buffer.subarray(0, 4000));
  await input.setInputFiles({ name: "broken.png", mimeType: "image/png", buffer: broken });
  await expect(page.getByRole("alert")).toContainText(/damaged/u);
  // and the next good one is taken
  await input.setInputFiles(picture);
  await expect(page.getByRole("region", { name: "What was found" })).toBeVisible();
});

test("tools are measured where they can be read by everybody", async ({ page }) => {
  for (const piece of ["square", "strip", "page", "frame", "hand"]) {
    await page.goto(`/measure?piece=${piece}`);
    await expect(page.getByRole("heading", { name: "Your tools, measured" })).toBeVisible();
    await expectAccessible(page);
  }
});

test("the chance that it fits is told beside the gap, and one press makes it sure", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  await allNumbers(page);
  const chance = page.getByRole("region", { name: "Chance that it fits" });
  await expect(chance).toContainText("2,000 made", { timeout: 30_000 });
  await expect(chance.getByRole("img", { name: /goes in/u }).first()).toBeVisible();
  const room = chance.getByRole("button", { name: /more room/u });
  await expect(room).toBeVisible({ timeout: 30_000 });
  await expectAccessible(page);
  await room.click();
  await expect(chance).toContainText(/99\+? of 100/u, { timeout: 30_000 });
  await page.getByRole("button", { name: "Undo", exact: true }).first().click();
  await expect(chance.getByRole("button", { name: /more room/u })).toBeVisible({ timeout: 30_000 });
});

test("a picture of the maker's own is laid over a card's front, seen folded, and printed to be cut out", async ({
  page,
}) => {
  await openDemo(page, "Farm-shop gift card");
  await page.getByRole("button", { name: /Lay on it/u }).click();
  await page.getByRole("button", { name: /^Artwork/u }).click();
  const field = page.getByLabel("Picture, a file");
  await field.setInputFiles({ name: "not.png", mimeType: "image/png", buffer: Buffer.from("nothing of the kind") });
  await expect(page.getByRole("alert")).toContainText("no PNG or JPEG");
  await field.setInputFiles(picture);
  await expect(page.getByAltText("The picture that is printed")).toBeVisible();
  await expect(page.locator("svg image")).toHaveCount(1);
  await page.getByLabel("It is seen").selectOption("fills");
  await expectAccessible(page);

  await page.getByRole("button", { name: "Print and save" }).click();
  const opened = page.waitForEvent("popup");
  await page.getByRole("menuitem", { name: /with marks to cut and fold by/u }).click();
  await (await opened).close();

  // after a reload it is there: it lies in the browser's store
  await page.reload();
  await drawn(page);
  await expect(page.locator("svg image")).toHaveCount(1);

  // and its own file brings it along
  await page.getByRole("button", { name: "Print and save" }).click();
  const saved = page.waitForEvent("download");
  await page.getByRole("menuitem", { name: /Save draft file/u }).click();
  const file = await (await saved).path();
  expect(readFileSync(file, "utf8")).toContain('"pictures"');
});

test("the steps offer four measures where they beat one and the guide, and are told so from then on", async ({
  page,
}) => {
  await openDemo(page, "Open-day invitation, envelope");
  await page.getByRole("tab", { name: "Steps" }).click();
  const steps = page.getByRole("region", { name: "Steps" });
  for (let n = 0; n < 3; n += 1) await steps.getByRole("button", { name: "Next" }).click();
  await expect(steps).toContainText("last score on the guide");
  await steps.getByRole("button", { name: /Measure each notch: 99/u }).click({ timeout: 40_000 });
  await expect(steps).not.toContainText("last score on the guide");
  await steps.getByRole("button", { name: "Next" }).click();
  // the second notch is set by the rest of the side: 205 − 87
  await expect(steps).toContainText("118 mm");
  await expect(steps).toContainText("punch the second notch");
});
