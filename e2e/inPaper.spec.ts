/** What is done to the paper itself, by pointer and from files: what only a browser can show to be true. */
import { expect, openDemo, test } from "./app.ts";

/** A star of ink on pale paper, as a PNG. */
async function starPicture(page: import("@playwright/test").Page): Promise<Buffer> {
  const address = await page.evaluate(() => {
    const canvas = document.createElement("canvas");
    canvas.width = canvas.height = 300;
    const ink = canvas.getContext("2d");
    if (!ink) throw new Error("no canvas");
    ink.fillStyle = "#f3eee2";
    ink.fillRect(0, 0, 300, 300);
    ink.fillStyle = "#2b3a55";
    ink.beginPath();
    for (let i = 0; i < 10; i += 1) {
      const [turn, r] = [(i * Math.PI) / 5, i % 2 === 0 ? 130 : 60];
      ink.lineTo(150 + r * Math.sin(turn), 150 - r * Math.cos(turn));
    }
    ink.fill();
    return canvas.toDataURL("image/png");
  });
  return Buffer.from(address.split(",")[1] ?? "", "base64");
}

test("a picture is traced, its line seen over it, and cut as a window", async ({ page }) => {
  await openDemo(page, "Open-day invitation, card");
  const buffer = await starPicture(page);
  const stages = page.getByLabel("Stages");
  await page.getByRole("button", { name: /^4/u }).click();
  await stages.getByRole("button", { name: "Add something" }).click();
  await page.getByRole("button", { name: /^Window \d/u }).click();
  const choose = async (name: string, mimeType: string, bytes: Buffer): Promise<void> => {
    const chooser = page.waitForEvent("filechooser");
    await stages.getByRole("button", { name: "An outline out of a file …" }).click();
    await (await chooser).setFiles({ name, mimeType, buffer: bytes });
  };
  await choose("star.png", "image/png", buffer);
  const dialog = page.getByRole("dialog", { name: "The line round it" });
  // ten corners: ten straight lines
  await expect(dialog.getByText(/^10 lines and curves/u)).toBeVisible();
  await dialog.getByRole("button", { name: "Use this line" }).click();
  await expect(stages.getByLabel("Outline", { exact: true })).toHaveValue("own");
  await expect(page.locator('path[data-fitting="window"]')).toBeVisible();

  // what is no picture is refused with a sentence, and changes nothing
  await choose("broken.png", "image/png", Buffer.from("no picture at all"));
  await expect(dialog.getByText(/no PNG or JPEG/u)).toBeVisible();
  await expect(dialog.getByRole("button", { name: "Use this line" })).toBeDisabled();
  await dialog.getByRole("button", { name: "Leave it" }).click();
  await expect(stages.getByLabel("Outline", { exact: true })).toHaveValue("own");
});

test("a window is taken in hand on the drawing and follows the pointer, in one step of undo", async ({ page }) => {
  await openDemo(page, "Thank-you card with a window");
  const area = page.locator('path[data-fitting="oval"]');
  const before = await area.boundingBox();
  if (!before) throw new Error("the window is not drawn");
  const [x, y] = [before.x + before.width / 2, before.y + before.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 60, y + 6, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await area.boundingBox())?.x ?? 0).toBeLessThan(before.x - 20);
  await page.getByRole("button", { name: "Undo" }).click();
  // back where it was, but for the room that a thing in hand makes itself on the drawing
  await expect.poll(async () => Math.abs(((await area.boundingBox())?.x ?? 0) - before.x)).toBeLessThan(10);
  await expect(page.getByRole("button", { name: "Undo" })).toBeDisabled();
});
