import { readFileSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { drawn, expect, expectAccessible, openDemo, openDrafts, test } from "./app.ts";

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

test("axe finds nothing on all that could hold a thing", async ({ page }) => {
  await page.goto("/draft/demo-seed-pocket/holders");
  await expect(page.getByRole("button", { name: /^Library pocket/u })).toBeVisible();
  await expectAccessible(page);
});

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

test("the folded view is saved as a picture, as it stands", async ({ page }) => {
  await openDemo(page, "Thanks to the pickers");
  await page.getByRole("tab", { name: "Folded" }).click();
  await expect(page.locator("canvas")).toBeVisible();
  await page.getByRole("slider", { name: "Folding" }).press("End");
  await expect(page.getByRole("img", { name: "Folded view: Closed" })).toBeVisible();
  const saving = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save as a picture" }).click();
  const saved = await saving;
  expect(saved.suggestedFilename()).toBe("thanks-to-the-pickers-folded.png");
  // read back by the browser's own decoder: as large as what is shown, and paper in the middle of it
  const bytes = [...readFileSync(await saved.path())];
  const read = await page.evaluate(async (file) => {
    const picture = await createImageBitmap(new Blob([new Uint8Array(file)], { type: "image/png" }));
    const shown = document.querySelector("canvas");
    const copy = document.createElement("canvas");
    [copy.width, copy.height] = [picture.width, picture.height];
    const pen = copy.getContext("2d");
    pen?.drawImage(picture, 0, 0);
    const at = (x: number, y: number) => [...(pen?.getImageData(x, y, 1, 1).data ?? [])];
    const middle = at(picture.width >> 1, picture.height >> 1);
    return {
      same: [picture.width, picture.height].join() === [shown?.width, shown?.height].join(),
      middle,
      rim: at(4, 4),
    };
  }, bytes);
  expect(read.same).toBe(true);
  expect(read.rim[3]).toBe(255);
  expect(read.middle).not.toEqual(read.rim);
});

test("what moves in the finished thing is moved by its slider, and by its paper", async ({ page }) => {
  await openDemo(page, "Slider card: the apple rises");
  await page.getByRole("tab", { name: "Folded" }).click();
  const canvas = page.locator("canvas");
  await expect(canvas).toBeVisible();
  await page.getByRole("slider", { name: "Folding" }).press("End");
  const pulled = page.getByRole("slider", { name: "Pull the panel" });
  await pulled.press("End");
  await expect(pulled).toHaveAttribute("aria-valuetext", "100 mm");
  await pulled.press("Home");
  await expect(pulled).toHaveAttribute("aria-valuetext", "0 mm");
  // the apple lies in the middle, low on the front: pushed up, it takes the panel along
  const box = await canvas.boundingBox();
  if (!box) throw new Error("no canvas");
  const apple = { x: box.x + box.width / 2, y: box.y + box.height * 0.78 };
  await page.mouse.move(apple.x, apple.y);
  await page.mouse.down();
  await page.mouse.move(apple.x, apple.y - 40, { steps: 4 });
  await page.mouse.move(apple.x, apple.y - 80, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Number(await pulled.inputValue())).toBeGreaterThan(0.2);
  // let go, it stays where it is
  const value = await pulled.inputValue();
  await page.mouse.move(apple.x, apple.y - 160);
  await expect(pulled).toHaveValue(value);
});

test("a card that opens is looked into as it does", async ({ page }) => {
  await openDemo(page, "Pop-up voucher");
  await page.getByRole("tab", { name: "Folded" }).click();
  await page.getByRole("slider", { name: "Folding" }).press("End");
  const views = page.getByRole("group", { name: "Seen from" });
  await expect(views.getByRole("button", { name: "Front" })).toHaveAttribute("aria-pressed", "true");
  const opening = page.getByRole("slider", { name: "Open the card" });
  await opening.press("End");
  await expect(opening).toHaveAttribute("aria-valuetext", "180 degrees");
  await expect(views.getByRole("button", { name: "Inside" })).toHaveAttribute("aria-pressed", "true");
});

test("pointing at a line lights its number, pointing at a number its line", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  const figure = page.locator('[data-dimension="contents-width"] text');
  const inside = page.locator("svg path[stroke-width='2.4']");
  await expect(inside).toHaveCount(0);
  // the drawing may still be moving to its place as the pointer comes to where it was: it comes again
  await expect(async () => {
    await page.mouse.move(0, 0);
    await figure.hover();
    await expect(inside).toHaveCount(1, { timeout: 1000 });
  }).toPass();
});

for (const [width, height] of [
  [1024, 768],
  [820, 1180],
  [640, 800],
] as const) {
  test(`at ${String(width)} × ${String(height)} every view and stage can be reached and pressed`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openDemo(page, "Open-day invitation, envelope");
    for (const view of ["Folded", "Sheets", "Steps", "Flat"]) {
      await page.getByRole("tab", { name: view }).click();
      await expect(page.getByRole("tab", { name: view })).toHaveAttribute("aria-selected", "true");
      await expect(page.getByRole("tabpanel", { name: view })).toBeInViewport();
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    }
    for (const stage of [/^2 ?Holder/u, /^3 ?Paper/u, /^4 ?Details/u, /^1 ?Inside/u]) {
      await page.getByRole("button", { name: stage }).click();
      await expect(page.getByRole("button", { name: stage })).toHaveAttribute("aria-expanded", "true");
    }
    // the drawing has the room: at least half of the window's width, or of its height
    const sheet = await page.getByRole("tabpanel").boundingBox();
    expect(sheet?.width ?? 0).toBeGreaterThan(width * 0.5);
    expect(sheet?.height ?? 0).toBeGreaterThan(height * 0.4);
    await page.getByRole("button", { name: "Print and save" }).click();
    await expect(page.getByRole("menuitem", { name: "Print the cut list and the steps" })).toBeInViewport();
    await page.keyboard.press("Escape");
    await page.goto("/from-envelope");
    await page.getByRole("button", { name: "Draft this card" }).click();
    await expect(page).toHaveURL(/\/draft\//u);
    // the header is one row: its places stand behind one button
    const head = await page.getByRole("banner").boundingBox();
    expect(head?.height ?? 0).toBeLessThan(70);
    await page.getByRole("button", { name: "Places: Drafts" }).click();
    await page.getByRole("menuitem", { name: "Drafts" }).click();
    await page.getByRole("button", { name: "New draft" }).click();
    await page.getByRole("button", { name: "Opens without tearing" }).click();
    await page.getByRole("button", { name: "Opens without tearing" }).click();
    await page.getByRole("button", { name: /^Belly band/u }).click();
    await drawn(page);
  });
}

test("in portrait the steps have their buttons in view", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  await page.setViewportSize({ width: 800, height: 1180 });
  await page.getByRole("tab", { name: "Steps" }).click();
  await expect(page.getByRole("button", { name: "Next" })).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(800);
});

test("the focus can be seen on buttons, tabs, stages and the search", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  const outline = (): Promise<string> =>
    page.evaluate(() => getComputedStyle(document.activeElement ?? document.body).outlineStyle);
  for (const thing of [
    page.getByRole("tab", { name: "Flat" }),
    page.getByRole("button", { name: "Print and save" }),
    page.getByRole("button", { name: /^2 ?Holder/u }),
  ]) {
    await thing.focus();
    // focus that comes by keyboard is shown
    await page.keyboard.press("Shift");
    expect(await outline()).toBe("solid");
  }
  await page.getByRole("link", { name: "Drafts" }).click();
  await page.getByLabel("Find drafts").focus();
  expect(await outline()).toBe("solid");
});

test("the focus goes somewhere sensible after every command that takes away what had it", async ({ page }) => {
  /** Where the keys would go: never to the page itself, and never to something that cannot be seen. */
  const rests = async (after: string): Promise<void> => {
    await expect
      .poll(
        () => page.evaluate(() => document.activeElement?.matches("body, [role=menu] *, [hidden] *") ?? true),
        after,
      )
      .toBe(false);
    await expect(page.locator("*:focus"), after).toBeInViewport();
  };
  await openDrafts(page);
  await page.getByRole("button", { name: "New draft" }).press("Enter");
  await rests("New draft");
  await expect(page.getByRole("button", { name: "Undo" })).toBeVisible();
  await page.getByLabel("Width", { exact: true }).fill("120");
  await page.getByRole("button", { name: "Undo" }).press("Enter");
  await rests("Undo at its end");
  await page.getByRole("button", { name: /^Square-blank envelope/u }).press("Enter");
  await rests("a holder taken");

  for (const command of [/^Save SVG:/u, /^Save PDF/u, /^Save draft/u]) {
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "Print and save" }).press("Enter");
    await page.getByRole("menuitem", { name: command }).press("Enter");
    await download;
    await rests(String(command));
  }

  await page.getByRole("button", { name: "Add up its thickness" }).press("Enter");
  await rests("Add up its thickness");
  await page
    .getByRole("button", { name: /^Take away: /u })
    .first()
    .press("Enter");
  await rests("Take away of a layer inside");

  // typing on the drawing, and giving it up
  await page.getByRole("button", { name: /^4 ?Details/u }).press("Enter");
  await page.locator("svg [role=button][tabindex='0']").first().press("Enter");
  await rests("a figure opened");
  await page.keyboard.press("Escape");
  await rests("a figure given up");

  await page.getByRole("tab", { name: "Sheets" }).press("Enter");
  await page.getByRole("button", { name: /^Keep/u }).first().press("Enter");
  await rests("an offcut kept");

  await page.getByRole("link", { name: "Drafts" }).press("Enter");
  await page
    .getByRole("button", { name: /^More for /u })
    .first()
    .press("Enter");
  await page.getByRole("menuitem", { name: "Delete" }).press("Enter");
  await rests("Delete");
  await page.getByRole("button", { name: "Deleted drafts" }).press("Enter");
  await page.getByRole("button", { name: "Put it back" }).press("Enter");
  await rests("Put it back");
});

test.describe("in a country that measures in inches", () => {
  test.use({ locale: "en-US" });
  test("a new draft starts in inches, with Letter and an eighth-inch board", async ({ page }) => {
    await openDrafts(page);
    await page.getByRole("button", { name: "New draft" }).click();
    await expect(page.getByLabel("Width", { exact: true })).toHaveValue("5 1/2 in");
    await page.getByRole("button", { name: /^Square-blank envelope/u }).click();
    await page.getByRole("button", { name: /^3 ?Paper/u }).click();
    await expect(page.getByLabel("Sheet in hand")).toHaveValue("us-letter");
    // 1.5 mm of room would stand on no mark of a ruler in inches
    await page.getByRole("button", { name: /^4 ?Details/u }).click();
    await expect(page.getByLabel("Room to spare")).toHaveValue("1/16 in");
  });
});

test("what folds is saved as a loop that the browser shows moving, or is called off", async ({ page }) => {
  await openDemo(page, "Open-day invitation, card");
  await page.getByRole("tab", { name: "Folded" }).click();
  await expect(page.locator("canvas")).toBeVisible();
  await page.getByRole("button", { name: "Save a loop of it folding" }).click();
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(page.getByRole("button", { name: "Save as a picture" })).toBeVisible();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save a loop of it folding" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("open-day-invitation-card-folding.png");
  const bytes = (await readFile(await file.path())).toString("base64");
  // read back by the browser's own decoder: how many pictures there are, and whether the last is another than the first
  const seen = await page.evaluate(async (text) => {
    const data = Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
    const decoder = new ImageDecoder({ data, type: "image/png" });
    await decoder.tracks.ready;
    const count = decoder.tracks.selectedTrack?.frameCount ?? 0;
    const dotsOf = async (frameIndex: number): Promise<string> => {
      const { image } = await decoder.decode({ frameIndex });
      const canvas = new OffscreenCanvas(image.displayWidth, image.displayHeight);
      const pen = canvas.getContext("2d");
      pen?.drawImage(image, 0, 0);
      return pen?.getImageData(0, 0, canvas.width, canvas.height).data.join("") ?? "";
    };
    const [first, last] = [await dotsOf(0), await dotsOf(count - 1)];
    return { count, moves: first !== last };
  }, bytes);
  expect(seen.count).toBeGreaterThanOrEqual(8);
  expect(seen.moves).toBe(true);
});
