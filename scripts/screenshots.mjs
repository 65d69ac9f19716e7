// Takes one picture of each main view from the demo data: `node scripts/screenshots.mjs [folder] [name …]`.
import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium } from "@playwright/test";
import { ensureBuild, ensureDeps, root } from "./lib.mjs";

const VIEWS = [
  ["drafts", "/drafts"],
  ["flat", "/draft/demo-invitation-envelope/flat?stage=inside"],
  ["holder", "/draft/demo-seed-pocket/holders"],
  [
    "outlines",
    "/outlines",
    undefined,
    async (page) => {
      for (const ours of ["leaf", "jar", "heart", "apple"]) {
        await page.getByLabel("Begin with").selectOption(ours);
        await page.getByRole("region", { name: new RegExp(`^${ours}$`, "iu") }).waitFor();
      }
      await page.getByRole("button", { name: "Make it a frame" }).click();
      await page.getByRole("region", { name: /frame of/u }).waitFor();
      await page.locator("main").evaluate((main) => main.scrollTo(0, 0));
    },
  ],
  ["details", "/draft/demo-shop-voucher/flat?stage=details"],
  ["folded", "/draft/demo-helpers-thanks/folded?stage=inside", "in"],
  [
    "steps",
    "/draft/demo-helpers-thanks/steps",
    "in",
    async (page) => {
      for (let i = 0; i < 3; i += 1) await page.getByRole("button", { name: "Next" }).click();
    },
  ],
  [
    "machine",
    "/draft/demo-seed-pocket/sheets?cut=free&mat=table-cutter",
    undefined,
    async (page) => {
      const press = (name) => page.getByRole("button", { name }).click();
      await press(/on the machine$/u);
      await press("Begin with this sheet");
      await press("It is loaded");
      await page.getByLabel("Shown").selectOption("200");
      await press("It is in: run");
      await press("It comes out clean");
      await press("It is in: run");
      await page.getByText(/Do not unload yet/u).waitFor();
      await page.locator(".machine-off").waitFor();
    },
  ],
  [
    "net",
    "/net",
    undefined,
    async (page) => {
      const lines = [
        ...[
          "M20 0L140 0L140 20L160 20L160 100L140 100L140 120L20 120L20 100L0 100L0 20L20 20Z",
          "M60 45L100 45L100 75L60 75Z",
        ],
      ].map((d) => `<path d="${d}"/>`);
      const scores = ["M20 20L140 20", "M20 100L140 100", "M20 20L20 100", "M140 20L140 100"].map(
        (d) => `<path d="${d}"/>`,
      );
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="160mm" height="120mm" viewBox="0 0 160 120"><g id="cut">${lines.join("")}</g><g id="score">${scores.join("")}</g></svg>`;
      const chosen = page.waitForEvent("filechooser");
      await page.getByRole("button", { name: "Choose the file …" }).click();
      await (await chosen).setFiles({ name: "seed tray.svg", mimeType: "image/svg+xml", buffer: Buffer.from(svg) });
      await page.getByText(/^one piece/u).waitFor();
    },
  ],
  [
    "pop-up",
    "/draft/demo-pop-up/folded?stage=details",
    undefined,
    async (page) => {
      await page.getByRole("slider", { name: "Folding" }).press("End");
      const opening = page.getByRole("slider", { name: "Open the card" });
      for (let i = 0; i < 62; i += 1) await opening.press("ArrowRight");
    },
  ],
  ["pouch", "/draft/demo-crisp-pouch/folded?stage=inside"],
  ["sheets", "/draft/demo-recipe-card/sheets?stage=paper", "in"],
  [
    "cut-free",
    "/draft/demo-crisp-pouch/sheets?stage=paper&cut=free",
    undefined,
    (page) => page.getByRole("button", { name: "Look longer" }).waitFor(),
  ],
  [
    "side-by-side",
    "/compare/demo-invitation-envelope",
    undefined,
    async (page) => {
      for (const [i, offer] of ["Stood upright", "As side-seam envelope"].entries()) {
        await page.getByRole("button", { name: "Another version" }).click();
        await page.getByRole("menuitem", { name: offer }).click();
        await page
          .getByRole("columnheader")
          .nth(i + 1)
          .waitFor();
      }
    },
  ],
  ["from-envelope", "/from-envelope", "in"],
  ["every-form", "/size-chart?form=every&sheet=us-letter", "in", (page) => page.getByText("solved").waitFor()],
  ["size-chart", "/size-chart?sheet=us-letter", "in"],
  [
    "shelf",
    "/shelf",
    undefined,
    async (page) => {
      await showShelf(page);
      await page
        .getByRole("button", { name: /^Text 120/u })
        .first()
        .click();
      await page.getByRole("button", { name: "Take it off the shelf" }).waitFor();
    },
  ],
  [
    "run",
    "/shelf",
    undefined,
    async (page) => {
      await showShelf(page);
      await page.getByRole("link", { name: "Drafts" }).click();
      await page.getByRole("button", { name: "Choose several" }).click();
      for (const name of ["Open-day invitation, envelope", "Open-day invitation, card", "Seed-packet pocket"])
        await page.getByRole("checkbox", { name: `Choose ${name}` }).check();
      await page.getByRole("button", { name: "Make 3 together" }).click();
      await page.getByLabel("Run", { exact: true }).fill("Open day");
      await page.getByRole("button", { name: "Take it from the shelf" }).waitFor();
    },
  ],
];

/** The shelf of the demo, and the note on it gone. */
async function showShelf(page) {
  await page.getByRole("button", { name: "Show me the orchard's shelf" }).click();
  await page.getByRole("button", { name: "Take it away" }).waitFor();
  await page.getByRole("button", { name: "Take it away" }).waitFor({ state: "detached" });
}

ensureDeps();
ensureBuild();
const [folder = "docs/screenshots", ...only] = process.argv.slice(2);
mkdirSync(path.resolve(root, folder), { recursive: true });
const port = "4307";
const server = spawn(process.execPath, [path.join(root, "packages/server/dist/main.js")], {
  env: { ...process.env, PORT: port, CUTTER_FOLDER: mkdtempSync(path.join(tmpdir(), "cut-fold-cutter-")) },
  stdio: ["ignore", "pipe", "inherit"],
});
await new Promise((resolve) => server.stdout.once("data", resolve));
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--use-gl=angle", "--use-angle=swiftshader", "--enable-unsafe-swiftshader", "--disable-quic"],
});
try {
  for (const [name, address, unit, act] of VIEWS) {
    if (only.length > 0 && !only.includes(name)) continue;
    const page = await browser.newPage({ locale: "en-GB", viewport: { width: 1280, height: 800 } });
    await page.addInitScript(() => Reflect.deleteProperty(window, "showOpenFilePicker"));
    page.on("pageerror", (error) => console.error(name, error.message));
    await page.goto(`http://127.0.0.1:${port}/drafts`);
    await page.locator(".draft-card").first().waitFor();
    if (unit) await page.getByRole("button", { name: unit, exact: true }).click();
    await page.goto(`http://127.0.0.1:${port}${address}`);
    await page.evaluate(() => document.fonts.ready);
    await page.locator("main").waitFor();
    await page.waitForFunction(() => !document.querySelector("[aria-busy=true]"));
    if (act) await act(page);
    if (address.includes("/folded")) {
      await page.locator("canvas").waitFor();
      await page.waitForTimeout(1500);
    }
    await page.waitForTimeout(500);
    await page.screenshot({ path: path.resolve(root, folder, `${name}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  server.kill();
}
