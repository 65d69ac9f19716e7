/** What makers make most, from nothing, with each press and each field counted: a task that grows longer is seen here. */
import type { Locator, Page } from "@playwright/test";
import { expect, openDrafts, scoreAt, test } from "./app.ts";

/** A hand that counts what it presses and which fields it goes to. */
function counting(page: Page) {
  let count = 0;
  return {
    page,
    count: (): number => count,
    press: async (what: Locator): Promise<void> => {
      count += 1;
      await what.click();
    },
    type: async (field: Locator, text: string): Promise<void> => {
      count += 1;
      await field.fill(text);
    },
  };
}
type Hand = ReturnType<typeof counting>;

async function begun(page: Page, form: RegExp): Promise<Hand> {
  await openDrafts(page);
  const hand = counting(page);
  await hand.press(page.getByRole("button", { name: "New draft" }));
  await hand.press(page.getByRole("button", { name: form }).first());
  await expect(page.getByRole("tab", { name: "Flat" })).toHaveAttribute("aria-selected", "true");
  return hand;
}

/** Opens the tray, finds a thing by eye, and lays it. */
async function lay({ page, press }: Hand, what: RegExp): Promise<void> {
  await press(page.getByRole("button", { name: "Lay on it …" }));
  await press(page.getByRole("region", { name: "What can be laid on it" }).getByRole("button", { name: what }));
}

const stages = (page: Page): Locator => page.getByRole("navigation", { name: "Stages" });

test("an envelope for a card in hand: two presses to its drawing", async ({ page }) => {
  const hand = await begun(page, /^Square-blank envelope/u);
  await expect(scoreAt(page)).toHaveText(/\d/u);
  expect(hand.count()).toBe(2);
});

test("a layered card: two mats, a strip, a panel at an angle, a small envelope", async ({ page }) => {
  const hand = await begun(page, /^Card base/u);
  for (const what of [/^Mat/u, /^Mat/u, /^Strip/u, /^Panel/u]) await lay(hand, what);
  await hand.type(stages(page).getByLabel("Turned, degrees"), "8");
  await lay(hand, /^Side-seam envelope/u);
  const lying = page.getByRole("list", { name: "From the paper up" });
  await expect(lying.locator("strong")).toHaveText(["Mat", "Mat 2", "Strip", "Panel", "Side-seam envelope"]);
  await expect(lying.getByRole("button", { name: /^Panel/u })).toContainText("turned 8");
  // nothing of it was told to be wrong on the way
  await expect(page.getByText("Will not work")).toHaveCount(0);
  expect(hand.count()).toBeLessThanOrEqual(13);
});

test("a gift card on a pop-up", async ({ page }) => {
  const hand = await begun(page, /^Pop-up cradle card/u);
  await hand.press(page.getByRole("button", { name: /4 Details/u }));
  await hand.press(page.getByRole("button", { name: /^Figure, outside/u }));
  await lay(hand, /^Side-tab pocket/u);
  await expect(page.getByRole("list", { name: "From the paper up" })).toContainText("Side-tab pocket");
  expect(hand.count()).toBeLessThanOrEqual(6);
});

test("a tag with eight names, to the printer", async ({ page }) => {
  const hand = await begun(page, /^Tag/u);
  await lay(hand, /^Words ?[\d~]/u);
  const names = ["Ada", "Bo", "Cleo", "Dot", "Eve", "Finn", "Gus", "Hal"];
  await hand.type(stages(page).getByLabel(/^One for each name/u), names.join("\n"));
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  const opened = page.waitForEvent("popup");
  await hand.press(page.getByRole("button", { name: "Print and save" }));
  await hand.press(page.getByRole("menuitem", { name: /^Print all of it/u }));
  await opened;
  expect(hand.count()).toBeLessThanOrEqual(7);
});
