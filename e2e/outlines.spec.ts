/** The maker's own outlines: out of pictures and drawings, made of one another, used for what is cut to them. */
import type { Page } from "@playwright/test";
import { cutTo, expect, expectAccessible, test } from "./app.ts";

/** A jar of ink with an oval window in it, on pale paper, 400 × 480 points. */
async function jarPicture(page: Page): Promise<Buffer> {
  const address = await page.evaluate(() => {
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [400, 480];
    const ink = canvas.getContext("2d");
    if (!ink) throw new Error("no canvas");
    ink.fillStyle = "#f6f1e6";
    ink.fillRect(0, 0, 400, 480);
    ink.fillStyle = "#3b2f4a";
    ink.beginPath();
    ink.roundRect(80, 100, 240, 340, 44);
    ink.rect(120, 60, 160, 60);
    ink.roundRect(106, 30, 188, 46, 8);
    ink.fill();
    ink.fillStyle = "#f6f1e6";
    ink.beginPath();
    ink.ellipse(200, 280, 60, 80, 0, 0, 2 * Math.PI);
    ink.fill();
    return canvas.toDataURL("image/png");
  });
  return Buffer.from(address.split(",")[1] ?? "", "base64");
}

const bringIn = async (page: Page, name: string, buffer: Buffer): Promise<void> => {
  const chooser = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Bring one in …" }).click();
  await (await chooser).setFiles({ name, mimeType: "application/octet-stream", buffer });
};

test("a jar is traced from a picture with its window, framed, and made a pocket", async ({ page }) => {
  await page.goto("/outlines");
  await expect(page.getByText("Nothing here yet.")).toBeVisible();
  await bringIn(page, "plum.png", await jarPicture(page));
  const dialog = page.getByRole("dialog", { name: "The line round it" });
  await expect(dialog.getByText(/with 1 hole/u)).toBeVisible();
  await dialog.getByRole("button", { name: "Use this line" }).click();
  const bench = page.getByRole("region", { name: "plum", exact: true });
  await expect(bench.getByText("2 closed lines")).toBeVisible();

  await bench.getByRole("button", { name: "Make it a frame" }).click();
  const frame = page.getByRole("region", { name: /^plum: frame of/u });
  // the outer and the inner edge of the jar's band, and the two of its window's
  await expect(frame.getByText("4 closed lines")).toBeVisible();

  await expectAccessible(page);

  // it is all there in another window
  await page.reload();
  await page.getByRole("button", { name: /^plum \d/u }).click();
  await bench.getByRole("button", { name: "A pocket" }).click();
  await expect(page.getByRole("tab", { name: "Flat" })).toBeVisible();
  await expect(cutTo(page)).toBeVisible();
  await expect(page.getByText(/cannot be cut off straight/u)).toBeHidden();
  await page.getByRole("button", { name: /^4/u }).click();
  await expect(page.getByLabel("Stages").getByLabel("Outline", { exact: true })).toHaveValue("own");
});

test("a drawing is read, put together with another, and what is no drawing is refused with a sentence", async ({
  page,
}) => {
  await page.goto("/outlines");
  const dxf = "0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n10\n0\n20\n0\n40\n30\n0\nENDSEC\n0\nEOF\n";
  await bringIn(page, "round.dxf", Buffer.from(dxf));
  const round = page.getByRole("region", { name: "round", exact: true });
  await expect(round.getByLabel("Wide", { exact: true })).toHaveValue("60 mm");
  await expect(page.getByText(/says no unit/u)).toBeVisible();

  await page.getByLabel("Begin with").selectOption("rectangle");
  const rectangle = page.getByRole("region", { name: "Rectangle", exact: true });
  await rectangle.getByLabel("With another").selectOption({ label: "round" });
  await rectangle.getByRole("button", { name: "Cut the other away" }).click();
  const made = page.getByRole("region", { name: "Rectangle without round" });
  // 112 × 80 mm with a circle of 60 out of its middle
  await expect(made.getByText("2 closed lines")).toBeVisible();
  const saved = page.waitForEvent("download");
  await made.getByRole("button", { name: "Save it as SVG" }).click();
  expect((await saved).suggestedFilename()).toMatch(/without.*\.svg$/u);
  await made.getByRole("button", { name: "Take it off your outlines" }).click();
  await expect(made).toBeHidden();
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(page.getByRole("button", { name: /^Rectangle without round/u })).toBeVisible();

  await bringIn(page, "bad.svg", Buffer.from(`<!DOCTYPE svg [<!ENTITY a "&a;">]><svg>&a;</svg>`));
  await expect(page.getByText(/cannot be read/u)).toBeVisible();
  await bringIn(page, "bad.dxf", Buffer.from("0\nSECTION\n2\nENTITIES\n0\nINSERT\n2\nX\n0\nENDSEC\n"));
  await expect(page.getByText(/there is no line in it/u)).toBeVisible();
  await expect(page.getByRole("listitem")).toHaveCount(3);
});
