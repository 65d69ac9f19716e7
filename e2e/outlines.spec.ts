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

test("what is on the shelf is there after a reload: a petal, a bow tie, lobes that meet; what cannot be kept says why", async ({
  page,
}) => {
  const drawing = (data: string, side = 100): Buffer =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${String(side)}mm" height="${String(side)}mm" viewBox="0 0 ${String(side)} ${String(side)}"><path d="${data}"/></svg>`,
    );
  const holes = Array.from(
    { length: 300 },
    (_, i) => `M${String(2 + (i % 20) * 4.8)} ${String(2 + Math.floor(i / 20) * 6)}h3v3h-3Z`,
  );
  await page.goto("/outlines");
  const shelf = page.getByRole("list", { name: "Your outlines" }).getByRole("listitem");
  const kept: readonly (readonly [string, string])[] = [
    ["petal", "M10 10C60 10 10 60 10 10Z"],
    ["bow-tie", "M10 10L50 50L50 10L10 50Z"],
    ["lobes", "M10 10H30V30H10Z M30 30H50V50H30Z"],
  ];
  for (const [i, [name, data]] of kept.entries()) {
    await bringIn(page, `${name}.svg`, drawing(data));
    await expect(shelf).toHaveCount(i + 1);
  }
  await bringIn(page, "sieve.svg", drawing(`M0 0H99V99H0Z${holes.join("")}`));
  await expect(page.getByText(/301 closed lines, and an outline is kept with up to 200/u)).toBeVisible();
  await bringIn(page, "barn.svg", drawing("M0 0H6000V3000H0Z", 8000));
  await expect(page.getByText(/6,000 × 3,000 mm, and an outline may be 5,000 mm/u)).toBeVisible();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.reload();
  await expect(shelf).toHaveCount(kept.length);
});
