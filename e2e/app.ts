import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test as base } from "@playwright/test";

/** Console noise of the libraries that says nothing about us. */
const HARMLESS =
  /THREE\.Clock|GPU stall|WebGL|Download the React DevTools|Failed to load resource|Failed to fetch dynamically imported module/u;

/** A page that fails its test on any uncaught error, on the server of its own worker. */
export const test = base.extend({
  // Playwright reads what a fixture wants from its first argument: it has to be written so
  baseURL: async ({ browserName: _ }, use, { parallelIndex }) => {
    const ports = (process.env["BROWSER_TESTS_PORTS"] ?? "").split(" ");
    await use(`http://127.0.0.1:${ports[parallelIndex] ?? ""}`);
  },
  page: async ({ page }, use) => {
    const errors: string[] = [];
    page.on("pageerror", (error) => errors.push(error.message));
    page.on("console", (message) => {
      if (message.type() === "error" && !HARMLESS.test(message.text())) errors.push(message.text());
    });
    // the browser's own file dialogs cannot be driven: without them the app downloads and asks through an input
    await page.addInitScript(() => {
      for (const name of ["showSaveFilePicker", "showOpenFilePicker"]) Reflect.deleteProperty(window, name);
    });
    await use(page);
    expect(errors).toEqual([]);
  },
});

export { expect };

/** Opens the drawer of drafts with the demo scenario in it. */
export async function openDrafts(page: Page): Promise<void> {
  await page.goto("/drafts");
  await expect(page.getByRole("link", { name: "Open Thanks to the pickers" })).toBeVisible();
  // names stand first; what has to be drawn follows
  await expect(page.locator("ul[aria-busy=false]")).toBeVisible();
}

export async function openDemo(page: Page, name: string): Promise<void> {
  await page.goto("/drafts");
  await page.getByRole("link", { name: `Open ${name}` }).click();
  await drawn(page);
}

/** A draft stands: its paper, and what is said of it. */
export async function drawn(page: Page): Promise<void> {
  await expect(page.getByRole("region", { name: "What to cut and score" })).toBeVisible();
}

/** Opens all numbers beside the paper. */
export async function allNumbers(page: Page) {
  await page.getByRole("button", { name: "All numbers" }).click();
  return page.getByRole("complementary", { name: "The numbers" });
}

/** The number the maker cuts to, as it stands in the largest type. */
export const cutTo = (page: Page) => page.locator(".figure-cut");
export const scoreAt = (page: Page) => page.locator(".figure-score");

/** No accessibility fault that axe knows, contrast included. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    // there are no frames here: in one piece, and without a list of all that is well, it takes half the time
    .setLegacyMode(true)
    .options({ resultTypes: ["violations"] })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(" | ")}`)).toEqual([]);
}
