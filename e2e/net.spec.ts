import { expect, expectAccessible, test } from "./app.ts";

/** A tray as some program draws it: one layer, scores dashed, an edge of loose lines that miss one another by a hair. */
const TRAY = `<svg xmlns="http://www.w3.org/2000/svg" width="160mm" height="120mm" viewBox="0 0 160 120">
<g id="Layer 1" fill="none" stroke="black">
<path d="M20 0 L140 0"/><path d="M140.04 0 L140 20"/><path d="M140 20 L160 20 L160 100 L140 100"/>
<path d="M140 100 L140 120 L20 120 L20 100"/><path d="M20 100 L0 100 L0 20 L20.03 20 L20 0"/>
<path stroke-dasharray="3 2" d="M20 20 L140 20"/><path stroke-dasharray="3 2" d="M20 100 L140 100"/>
<path stroke-dasharray="3 2" d="M20 20 L20 100"/><path stroke-dasharray="3 2" d="M140 20 L140 100"/>
</g></svg>`;

test("a net drawn elsewhere: its lines are told apart, its panels found, and it folds as it is said to", async ({
  page,
}) => {
  await page.goto("/outlines");
  await page.getByRole("link", { name: "A whole net …" }).click();
  await expectAccessible(page);
  const chosen = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Choose the file …" }).click();
  await (await chosen).setFiles({ name: "tray.svg", mimeType: "image/svg+xml", buffer: Buffer.from(TRAY) });
  await expect(page.getByText("one piece: 5 panels, 4 folds, 0 cuts within.")).toBeVisible();
  await expect(page.getByText(/missed one another by up to 0\.04 mm are joined/u)).toBeVisible();
  await expectAccessible(page);
  // without its edge nothing hangs on the ring of scores
  const lines = page.getByRole("group", { name: "Which line is what" });
  await lines.getByLabel(/^Layer 1 · black · \w+ lines?$/u).selectOption("out");
  await expect(page.getByText(/^one piece: one panel, 0 folds/u)).toBeVisible();
  await lines.getByLabel(/^Layer 1 · black · \w+ lines?$/u).selectOption("cut");
  await page.getByRole("button", { name: "Fold it" }).click();
  await expect(page.getByText("Stays while the others fold")).toBeVisible();
  // walls that stand 80 apart are guessed to fold right over: they stand up
  for (const name of ["Panel 2", "Panel 3", "Panel 4", "Panel 5"])
    await page.getByLabel(`${name} on panel 1`).selectOption("90");
  await expectAccessible(page);
  await page.getByRole("tab", { name: "Steps" }).click();
  await expect(page.getByText(/^Step 1 of 9$/u)).toBeVisible();
  for (let i = 1; i < 9; i += 1) await page.getByRole("button", { name: "Next" }).click();
  await expect(page.locator(".steps-sentence")).toHaveText(/^Stand .*panel 2.* up at a right angle/u);
});

/** A strip of three panels, and a piece by itself with a flap. */
const TWO = `<svg xmlns="http://www.w3.org/2000/svg" width="240mm" height="60mm" viewBox="0 0 240 60">
<g id="cut" fill="none" stroke="black"><path d="M0 0H150V60H0Z"/><path d="M190 10H230V50H190Z"/></g>
<g id="score" fill="none" stroke="black" stroke-dasharray="3 2"><path d="M50 0V60"/><path d="M100 0V60"/><path d="M190 20H230"/></g></svg>`;

test("panels of a net are named and glued, and a piece of it is laid on another", async ({ page }) => {
  await page.goto("/net");
  const chosen = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Choose the file …" }).click();
  await (await chosen).setFiles({ name: "two.svg", mimeType: "image/svg+xml", buffer: Buffer.from(TWO) });
  await page.getByRole("button", { name: "Fold it" }).click();
  await expect(page.getByText("Stays while the others fold")).toBeVisible();
  // at right angles nothing lies on anything: what is glued all the same is told
  await page.getByLabel("Glue a panel").selectOption({ label: "Panel 2 onto panel 1" });
  const numbers = page.getByRole("region", { name: "Findings" });
  await expect(numbers.getByText(/panel 2 does not come to lie on panel 1/u)).toBeVisible();
  await page.getByLabel("Glued", { exact: true }).selectOption("gone");
  await expect(numbers.getByText(/does not come to lie/u)).toBeHidden();
  // folded over, it is offered
  await page.getByLabel("Panel 2 on panel 1").selectOption("180");
  await page.getByLabel("Panel 3 on panel 2").selectOption("180");
  await page.getByRole("button", { name: "Glue it" }).click();
  await expect(page.getByRole("button", { name: "Glue it" })).toBeHidden();
  await page.getByLabel("Name a panel").selectOption("panel-2");
  await page.getByLabel("Called").fill("Middle");
  await page.getByLabel("Glue a panel").selectOption({ label: "Panel 4 onto middle" });
  await page.getByLabel("Right by").fill("3");
  await expectAccessible(page);
  await page.getByRole("tab", { name: "Steps" }).click();
  const sentence = page.locator(".steps-sentence");
  const of = Number(/of (\d+)$/u.exec(await page.getByText(/^Step 1 of \d+$/u).innerText())?.[1]);
  const told = [await sentence.innerText()];
  for (let i = 1; i < of; i += 1) {
    await page.getByRole("button", { name: "Next" }).click();
    await expect(page.getByText(`Step ${String(i + 1)} of ${String(of)}`)).toBeVisible();
    told.push(await sentence.innerText());
  }
  expect(told.join(" ")).toMatch(/Glue the net, piece 2 on the outside of the middle/u);
});
