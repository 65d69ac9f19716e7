// Takes one picture of each main view from the demo data: `node scripts/screenshots.mjs [folder] [name …]`.
import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium } from "@playwright/test";
import { ensureBuild, ensureDeps, root } from "./lib.mjs";
import { BROWSER } from "./machine.mjs";

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
  ["sheets", "/draft/demo-recipe-card/sheets?stage=paper", "in"],
  [
    "chance",
    "/draft/demo-invitation-envelope/flat?stage=inside",
    undefined,
    async (page) => {
      await page.getByRole("button", { name: "All numbers" }).click();
      const chance = page.getByRole("region", { name: "Chance that it fits" });
      await chance.getByRole("button", { name: /more room/u }).waitFor();
      await chance.evaluate((section) => section.scrollIntoView({ block: "end" }));
    },
  ],
  [
    "measured",
    "/measure",
    undefined,
    async (page) => {
      await page.getByLabel("First to third score").fill("112.01");
      await page.getByLabel("Second to fourth score").fill("139.16");
      await page.getByText("Found").waitFor();
    },
  ],
  [
    "picture",
    "/picture",
    undefined,
    async (page) => {
      const data = await page.evaluate(tablePicture);
      await page
        .getByLabel("A picture", { exact: true })
        .setInputFiles({ name: "lid.png", mimeType: "image/png", buffer: Buffer.from(data, "base64") });
      await page.getByText("Both lie on one table").waitFor();
      await page.getByRole("button", { name: "What is measured, third corner" }).focus();
    },
  ],
  [
    "printed",
    "/draft/demo-name-tag/pages",
    undefined,
    async (page) => {
      await page.getByLabel("Printed", { exact: true }).selectOption("printed");
      await page.getByRole("img", { name: /as it comes out/u }).waitFor();
    },
  ],
  ["from-envelope", "/from-envelope", "in", (page) => page.getByText(/left at the tightest/u).waitFor()],
  ["every-form", "/size-chart?form=every&sheet=us-letter", "in", (page) => page.getByText("solved").waitFor()],
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

/** A lid beside a shop card on a table, seen from an angle: runs in the page. */
function tablePicture() {
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [1600, 1200];
  const pen = canvas.getContext("2d");
  const ground = pen.createLinearGradient(0, 0, 1600, 1200);
  ground.addColorStop(0, "#8d7656");
  ground.addColorStop(1, "#6f5a3f");
  pen.fillStyle = ground;
  pen.fillRect(0, 0, 1600, 1200);
  const [away, tilt, focal] = [330, 0.42, 1360];
  const seen = ([x, y]) => {
    const deep = away - y * Math.sin(tilt);
    return [800 + (focal * x) / deep, 600 - (focal * y * Math.cos(tilt)) / deep];
  };
  const lay = (cx, cy, turn, width, height, radius, colour) => {
    const points = [];
    for (const [sx, sy, from] of [
      [1, 1, 0],
      [-1, 1, 90],
      [-1, -1, 180],
      [1, -1, 270],
    ])
      for (let a = 0; a <= 90; a += 6) {
        const t = ((from + a) * Math.PI) / 180;
        const [x, y] = [
          sx * (width / 2 - radius) + radius * Math.cos(t),
          sy * (height / 2 - radius) + radius * Math.sin(t),
        ];
        points.push(seen([cx + x * Math.cos(turn) - y * Math.sin(turn), cy + x * Math.sin(turn) + y * Math.cos(turn)]));
      }
    pen.fillStyle = colour;
    pen.beginPath();
    for (const [x, y] of points) pen.lineTo(x, y);
    pen.fill();
  };
  lay(42, -4, 0.12, 132.4, 87.1, 0.01, "#e9e2d2");
  lay(-86, 12, -0.3, 85.6, 53.98, 3.18, "#c9d6d4");
  return canvas.toDataURL("image/png").split(",")[1];
}

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
  executablePath: BROWSER,
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
