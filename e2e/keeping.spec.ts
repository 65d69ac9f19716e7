import { readFileSync } from "node:fs";
import { cutTo, drawn, expect, expectAccessible, openDemo, openDrafts, test } from "./app.ts";

test("prints a PDF and saves an SVG and a draft, and takes the draft in again", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  // the browser's own save dialog cannot be driven: without it the app downloads
  const saved = async (item: RegExp): Promise<Buffer> => {
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "Print and save" }).click();
    await page.getByRole("menuitem", { name: item }).click();
    return readFileSync(await (await download).path());
  };
  const pdf = await saved(/Save PDF/u);
  expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
  expect(pdf.length).toBeGreaterThan(8000);
  const svg = (await saved(/Save SVG:/u)).toString();
  expect(svg).toContain('width="205mm"');
  const file = await saved(/Save draft/u);
  expect(JSON.parse(file.toString())).toMatchObject({
    kind: "cut-fold project",
    version: 2,
    drafts: [{ name: "Open-day invitation, envelope" }],
  });

  await page.getByRole("link", { name: "Drafts" }).click();
  const takeIn = async (text: string): Promise<void> => {
    const chooser = page.waitForEvent("filechooser");
    await page.getByRole("button", { name: "Open a file" }).click();
    const buffer = Buffer.from(text);
    await (await chooser).setFiles({ name: "again.cutfold.json", mimeType: "application/json", buffer });
  };
  const links = page.getByRole("link", { name: "Open Open-day invitation, envelope", includeHidden: true });
  await takeIn(file.toString());
  await expect(page.getByRole("dialog", { name: "Nothing new in this file" })).toContainText("1 draft, left as it is");
  await page.getByRole("button", { name: "Close" }).click();
  await expect(links).toHaveCount(1);
  // one that differs stands beside ours, and can be taken back
  await takeIn(file.toString().replace('"quantity": 40', '"quantity": 41'));
  const dialog = page.getByRole("dialog", { name: "Add these to your drafts?" });
  await expect(dialog).toContainText("Here already, but different: 1");
  await expect(links).toHaveCount(1);
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(links).toHaveCount(2);
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(links).toHaveCount(1);
});

for (const [what, content, sentence] of [
  ["a broken file", "{ half a fi", /broken, or it is not a project file/u],
  ["a foreign file", '{"shapes":[]}', /was not written by Cut Fold/u],
  ["a file from the future", '{"kind":"cut-fold project","version":99,"drafts":[]}', /newer Cut Fold/u],
  ["a damaged file", '{"kind":"cut-fold project","version":1,"drafts":[{"id":"x"}]}', /damaged at drafts/u],
] as const) {
  test(`${what} is refused in a sentence, and nothing is lost`, async ({ page }) => {
    await openDrafts(page);
    const before = await page.locator(".draft-card").count();
    const chooser = page.waitForEvent("filechooser");
    await page.getByRole("button", { name: "Open a file" }).click();
    await (await chooser).setFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from(content) });
    await expect(page.getByText(sentence)).toBeVisible();
    await expect(page.locator(".draft-card")).toHaveCount(before);
  });
}

test("what is typed is kept while the field has the focus: through a reload, Back, and a step of undo", async ({
  page,
}) => {
  await openDemo(page, "Open-day invitation, envelope");
  const width = page.getByLabel("Width", { exact: true });
  // what the window says of it, in order: that it is on its way shows for a moment only
  await page.evaluate(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    new MutationObserver(() => {
      const now = document.querySelector(".saved")?.textContent ?? "";
      if (said.at(-1) !== now) said.push(now);
    }).observe(document.body, { subtree: true, characterData: true, childList: true });
  });
  await width.fill("171");
  await page.waitForFunction(() => (window as unknown as { said: string[] }).said.join().endsWith("Saving …,Saved"));
  await page.reload();
  await expect(width).toHaveValue("171 mm");
  // Back inside the app, at once after the last key
  await page.goto("/drafts");
  await page.getByRole("link", { name: "Open Open-day invitation, envelope" }).click();
  await width.fill("172");
  await page.goBack();
  await page.getByRole("link", { name: "Open Open-day invitation, envelope" }).click();
  await expect(width).toHaveValue("172 mm");
  // the steps of both visits are still there
  await page.reload();
  await expect(width).toHaveValue("172 mm");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(width).toHaveValue("171 mm");
  await page.keyboard.press("Control+z");
  await expect(width).toHaveValue("148 mm");
  await page.keyboard.press("Control+y");
  await expect(width).toHaveValue("171 mm");
});

test("two windows on one draft show each other's changes, and neither writes over the other's", async ({
  page,
  context,
}) => {
  await openDemo(page, "Open-day invitation, envelope");
  const other = await context.newPage();
  await other.goto(page.url());
  const width = (of: typeof page) => of.getByLabel("Width", { exact: true });
  await expect(width(other)).toHaveValue("148 mm");
  await width(page).fill("160");
  await expect(width(other)).toHaveValue("160 mm");
  // both at work at once, on different parts
  await width(page).fill("165");
  await other.getByLabel("Height", { exact: true }).fill("110");
  await expect(width(other)).toHaveValue("165 mm");
  await expect(page.getByLabel("Height", { exact: true })).toHaveValue("110 mm");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await other.close();
  await page.reload();
  await expect(width(page)).toHaveValue("165 mm");
  await expect(page.getByLabel("Height", { exact: true })).toHaveValue("110 mm");
});

test("duplicate, delete, and put back", async ({ page }) => {
  await openDrafts(page);
  const cards = page.locator(".draft-card");
  const before = await cards.count();
  await page.getByRole("button", { name: "More for Farm-shop gift card" }).click();
  await page.getByRole("menuitem", { name: "Duplicate" }).click();
  await expect(cards).toHaveCount(before + 1);
  await page.getByRole("button", { name: "More for Farm-shop gift card, again" }).click();
  await page.getByRole("menuitem", { name: "Delete" }).click();
  await expect(cards).toHaveCount(before);
  // nothing was asked; the way back is seen, stays while the hand is on it, and can be read
  const back = page.getByRole("button", { name: "Put it back" });
  await back.hover();
  await expect(back).toBeInViewport();
  await expectAccessible(page);
  await back.click();
  await expect(cards).toHaveCount(before + 1);
  await page.reload();
  await expect(cards).toHaveCount(before + 1);
});

test("find by words and by tag; an empty result says what to do", async ({ page }) => {
  await openDrafts(page);
  await page.getByRole("searchbox", { name: "Find drafts" }).fill("recipe");
  await expect(page.locator(".draft-card")).toHaveCount(2);
  await page.getByRole("searchbox", { name: "Find drafts" }).fill("zeppelin");
  await expect(page.getByRole("heading", { name: "No draft like that" })).toBeVisible();
  await page.getByRole("button", { name: "Show all" }).click();
  await page.getByRole("button", { name: "Open day", exact: true }).click();
  await expect(page.locator(".draft-card")).toHaveCount(8);
});

for (const [text, sentence] of [
  ["abc", /Write it like 4 1\/4/u],
  ["0", /Too small: 20.mm to 600.mm is allowed/u],
  ["-3", /Too small/u],
  ["10 m", /Too large: 20.mm to 600.mm is allowed/u],
] as const) {
  test(`'${text}' in a length is answered where it stands, and the draft keeps`, async ({ page }) => {
    await openDemo(page, "Open-day invitation, envelope");
    const field = page.getByLabel("Width", { exact: true });
    await field.fill(text);
    await expect(page.getByRole("alert").filter({ hasText: sentence })).toBeVisible();
    await expect(cutTo(page)).toHaveText("205 mm");
    await field.blur();
    await expect(field).toHaveValue(text);
    await field.press("Escape");
    await expect(field).toHaveValue("148 mm");
  });
}

test("with the browser's store blocked it goes on, says so, and offers a file", async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, "indexedDB", {
      value: {
        open: () => {
          throw new DOMException("blocked", "SecurityError");
        },
      },
    });
  });
  await page.goto("/drafts");
  await expect(page.getByText(/will not let drafts be stored/u)).toBeVisible();
  // nothing stands in for drafts that may be there
  await expect(page.locator(".draft-card")).toHaveCount(0);
  await page.getByRole("button", { name: "New draft" }).first().click();
  await page.getByLabel("Width", { exact: true }).fill("120");
  await page.getByLabel("Height", { exact: true }).fill("120");
  await expect(page.getByText("Not saved")).toBeVisible();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save all to a file" }).click();
  expect(readFileSync(await (await download).path(), "utf8")).toContain('"width": 120');
});

test("with the server gone it goes on, says so, and tries again", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  await page.route("**/api/health", (route) => route.abort());
  await page.route("**/assets/FoldedView*", (route) => route.abort());
  await page.evaluate(() => {
    window.dispatchEvent(new Event("visibilitychange"));
  });
  await page.getByRole("tab", { name: "Folded" }).click();
  await expect(page.getByText(/could not be loaded/u)).toBeVisible();
  await expect(page.getByRole("img", { name: "The finished piece, closed" })).toBeVisible();
  await expect(page.getByText(/server has stopped/u)).toBeVisible({ timeout: 30_000 });
  // while nobody answers the window stays as it is, for reloading it would lose it
  await page.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByText(/still cannot be loaded/u)).toBeVisible();
  await page.unroute("**/assets/FoldedView*");
  await page.unroute("**/api/health");
  await page.getByRole("button", { name: "Try again" }).click();
  await expect(page.locator("canvas")).toBeVisible();
});

test("a store that is deleted under the window is told, and all of it is put back", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  await page.getByLabel("Width", { exact: true }).fill("171");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.evaluate(
    () =>
      new Promise((resolve) => {
        indexedDB.deleteDatabase("cut-fold").onsuccess = resolve;
      }),
  );
  await expect(page.getByText(/was deleted while this window was open/u)).toBeVisible();
  await expect(page.getByText("Not saved")).toBeVisible();
  await page.getByLabel("Height", { exact: true }).fill("99");
  await page.getByRole("button", { name: "Put it all back" }).click();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Width", { exact: true })).toHaveValue("171 mm");
  await expect(page.getByLabel("Height", { exact: true })).toHaveValue("99 mm");
});

test("a draft that is not here says so and leads back", async ({ page }) => {
  await page.goto("/draft/gone/flat");
  await expect(page.getByRole("heading", { name: "This draft is not here" })).toBeVisible();
  await page.getByRole("link", { name: "All drafts" }).click();
  await expect(page.getByRole("heading", { name: "Drafts" })).toBeVisible();
});

test("a store that a later version has shaped is left as it is, told, and handed out", async ({ page }) => {
  // a page of ours that opens no store of its own
  await page.goto("/notices.txt");
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open("cut-fold", 990);
        opening.onupgradeneeded = () => opening.result.createObjectStore("later").put({ name: "From later" }, 1);
        opening.onsuccess = () => {
          opening.result.close();
          resolve();
        };
        opening.onerror = () => reject(new Error("not opened"));
      }),
  );
  await page.goto("/drafts");
  await expect(page.getByText("A newer Cut Fold keeps its drafts in this browser.")).toBeVisible();
  await page.getByRole("button", { name: "New draft" }).first().click();
  await page.getByRole("button", { name: "in", exact: true }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save what is stored to a file" }).click();
  expect(readFileSync(await (await download).path()).toString()).toContain("From later");
  const shape = await page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        const opening = indexedDB.open("cut-fold");
        opening.onsuccess = () => {
          resolve(`${String(opening.result.version)} ${[...opening.result.objectStoreNames].join()}`);
        };
      }),
  );
  expect(shape).toBe("990 later");
});

test("a link carries a draft to another browser, and what is broken is refused in a sentence", async ({
  page,
  browser,
}) => {
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  await openDrafts(page);
  await page.getByRole("button", { name: "More for Open-day invitation, envelope" }).click();
  await page.getByRole("menuitem", { name: "Copy a link to it" }).click();
  await expect(page.getByText(/^Link copied/u)).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());
  await page.getByRole("button", { name: "More for Open-day invitation, envelope" }).click();
  await page.getByRole("menuitem", { name: "Duplicate" }).click();
  await page.getByRole("button", { name: "More for Open-day invitation, envelope, again" }).click();
  await page.getByRole("menuitem", { name: "Copy a link to it" }).click();
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).not.toBe(link);
  const fresh = await page.evaluate(() => navigator.clipboard.readText());
  const other = await (await browser.newContext({ locale: "en-GB" })).newPage();
  await other.goto(link);
  // the other browser has the demo, so the draft is known there, just the same: it is a press away
  await expect(other.getByRole("dialog")).toContainText("just the same");
  await other.getByRole("button", { name: "Open it" }).click();
  await expect(other.getByLabel("Name of the draft")).toHaveValue("Open-day invitation, envelope");
  // one that is new opens when it is added, and what is not wanted leads to the drawer
  await other.goto(fresh);
  await other.getByRole("button", { name: "Do not add" }).click();
  await expect(other.getByRole("button", { name: "New draft" })).toBeVisible();
  await other.goto(fresh);
  await other.getByRole("button", { name: "Add it" }).click();
  await expect(other.getByLabel("Name of the draft")).toHaveValue("Open-day invitation, envelope, again");
  await other.goto(`${new URL(link).origin}/take#broken`);
  await expect(other.getByText(/^This (?:link|file) .*broken/u)).toBeVisible();
  await other.close();
});

test("the drawer's drawings are kept: shown again without anybody drawing, and made anew after a change", async ({
  page,
}) => {
  await openDrafts(page);
  const first = page.getByRole("link", { name: "Open Open-day invitation, envelope" });
  await expect(first.locator("svg.picture")).toHaveCount(2);
  const drawn = await first.locator("svg.picture").first().innerHTML();
  const workers: string[] = [];
  page.on("worker", (worker) => workers.push(worker.url()));
  await page.reload();
  await expect(page.locator("ul[aria-busy=false]")).toBeVisible();
  expect(await first.locator("svg.picture").first().innerHTML()).toBe(drawn);
  expect(workers).toEqual([]);
  await expect(first).toContainText("205 × 205 mm");
  await first.click();
  const width = page.getByLabel("Width", { exact: true }).first();
  await width.fill("168");
  await width.press("Enter");
  await expect(cutTo(page)).not.toContainText("205");
  const cut = ((await cutTo(page).textContent()) ?? "").trim();
  await page.getByRole("link", { name: "Drafts", exact: true }).click();
  await expect(first).toContainText(cut);
  expect(await first.locator("svg.picture").first().innerHTML()).not.toBe(drawn);
});

test("a draft opens without its words where what they are set in cannot come, and says so", async ({ page }) => {
  await page.route(/\/assets\/(?:plain|script|slab|stencil|line)-[\w-]+\.js/u, (route) => route.abort());
  await page.goto("/draft/demo-name-tag/flat");
  await drawn(page);
  await expect(page.getByText(/What its words are set in could not be loaded/u)).toBeVisible();
  await expect(page.locator(".sheet svg").first()).toBeVisible();
});

test("a store that was full and has room again writes over nothing that another window has made meanwhile", async ({
  page,
  context,
}) => {
  const duplicate = async (name: string): Promise<void> => {
    await page.getByRole("button", { name: `More for ${name}`, exact: true }).click();
    await page.getByRole("menuitem", { name: "Duplicate" }).click();
    await expect(page.getByRole("link", { name: `Open ${name}, again` })).toBeVisible();
  };
  await openDrafts(page);
  const other = await context.newPage();
  await openDrafts(other);
  await page.evaluate(() => {
    const put = Object.getOwnPropertyDescriptor(IDBObjectStore.prototype, "put")?.value as (
      this: IDBObjectStore,
      ...given: unknown[]
    ) => IDBRequest<IDBValidKey>;
    IDBObjectStore.prototype.put = function (...given) {
      if (document.body.dataset["full"] === "yes") throw new DOMException("no room", "QuotaExceededError");
      return put.apply(this, given);
    };
    document.body.dataset["full"] = "yes";
  });
  await duplicate("Thanks to the pickers");
  await expect(page.locator(".banner")).toContainText("store is full");

  // the other window has room: it changes one draft and deletes another
  await other.getByRole("button", { name: "More for Pressed-leaf card, slimline", exact: true }).click();
  await other.getByRole("menuitem", { name: "Delete" }).click();
  await other.getByRole("link", { name: "Open Open-day invitation, card" }).click();
  const width = other.getByLabel("Width", { exact: true }).first();
  await width.fill("171");
  await width.press("Enter");
  await expect(other.getByText("Saved", { exact: true })).toBeVisible();

  await page.evaluate(() => {
    document.body.dataset["full"] = "no";
  });
  await duplicate("Open-day invitation, envelope");
  await expect(page.locator(".banner")).toHaveCount(0);
  // in both windows: its change, its deletion, and both copies of ours
  await other.getByRole("link", { name: "Drafts", exact: true }).click();
  for (const window of [page, other]) {
    await expect(window.getByRole("link", { name: "Open Thanks to the pickers, again" })).toBeVisible();
    await expect(window.getByRole("link", { name: "Open Open-day invitation, envelope, again" })).toBeVisible();
    await expect(window.getByRole("link", { name: "Open Pressed-leaf card, slimline" })).toHaveCount(0);
  }
  await page.getByRole("link", { name: "Open Open-day invitation, card" }).click();
  await expect(page.getByLabel("Width", { exact: true }).first()).toHaveValue(/^171/u);
  await page.reload();
  await expect(page.getByLabel("Width", { exact: true }).first()).toHaveValue(/^171/u);
});

test("what is chosen on a first visit, as soon as the drawer is seen, outlives a reload at once", async ({ page }) => {
  await page.goto("/drafts");
  await page.locator(".draft-card").first().waitFor();
  const inches = page.getByRole("button", { name: "in", exact: true });
  await inches.click();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.reload();
  await expect(inches).toHaveAttribute("aria-pressed", "true");
});

test("the demo is cleared by one press, put back by another, and added again", async ({ page }) => {
  await openDrafts(page);
  const before = await page.locator(".draft-card").count();
  await page.getByRole("button", { name: "Clear the demo" }).click();
  await expect(page.locator(".draft-card")).toHaveCount(0);
  await page.getByRole("button", { name: "Put them back" }).click();
  await expect(page.locator(".draft-card")).toHaveCount(before);
  await page.getByRole("button", { name: "Clear the demo" }).click();
  await expect(page.locator(".draft-card")).toHaveCount(0);
  await page.getByRole("button", { name: "Add the demo drafts" }).click();
  await expect(page.locator(".draft-card")).toHaveCount(before);
});
