/** What a maker does beyond one envelope: things on the panels, piles, work back, compare, resize, trim. */
import { allNumbers, cutTo, expect, expectAccessible, openDemo, openDrafts, test } from "./app.ts";

test("a mat is typed as a border or as a size, and the envelope follows the card's thickness", async ({ page }) => {
  await openDemo(page, "Open-day invitation, card");
  await page.getByRole("button", { name: /Details/u }).click();
  await page.getByRole("button", { name: "Add something" }).click();
  await page.getByRole("button", { name: /^Mat 138 × 95/u }).click();
  // A6: 148 × 105 less 5 mm all round
  await expect(page.getByRole("button", { name: /^Mat 138 × 95/u })).toBeVisible();
  await page.getByLabel("or its width").fill("132 mm");
  await expect(page.getByLabel("Border", { exact: true })).toHaveValue("8 mm");
  await page.getByLabel("Border", { exact: true }).fill("6");
  await expect(page.getByRole("button", { name: /^Mat 136 × 93/u })).toBeVisible();
  const aside = await allNumbers(page);
  await expect(aside.getByRole("img", { name: /From the table up: Card base × 2/u })).toBeVisible();

  await aside.getByRole("button", { name: "Draft its envelope" }).click();
  await expect(page.getByLabel("Name of the draft")).toHaveValue("Open-day invitation, card: envelope");
  const flat = await cutTo(page).textContent();
  // 2 mm of foam under the mat: the envelope, left alone, is larger when it is looked at again
  await page.goBack();
  await page.getByRole("button", { name: /^Mat/u }).click();
  await page.getByLabel("How it lies").selectOption("2");
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  await page.goForward();
  await expect(page.getByLabel("Name of the draft")).toHaveValue("Open-day invitation, card: envelope");
  await expect(cutTo(page)).not.toHaveText(flat ?? "");
});

test("what lies on a face is moved, taken away, and put back by undo", async ({ page }) => {
  await openDemo(page, "Pressed-leaf card, layer by layer");
  await page.getByRole("button", { name: /Details/u }).click();
  const lying = page.getByRole("list", { name: "From the paper up" });
  const heads = lying.locator("strong");
  await expect(heads).toHaveText(["Plum mat", "Leaf panel", "Window frame"]);
  await page.getByRole("button", { name: /^Leaf panel/u }).click();
  // the frame lies on the leaf panel: nothing is laid before what it lies on
  await expect(page.getByRole("button", { name: "Lay Leaf panel later" })).toBeDisabled();
  await page.getByRole("button", { name: "Take away" }).click();
  await expect(heads).toHaveText(["Plum mat", "Window frame"]);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(heads).toHaveCount(3);
  await expectAccessible(page);
});

test("what is inside is added up layer by layer, and several things go in together", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  await expect(cutTo(page)).toHaveText(/205/u);
  await page.getByRole("button", { name: "Add up its thickness" }).click();
  await page.getByLabel("On top", { exact: true }).selectOption("foam-2");
  const stages = page.getByRole("navigation", { name: "Stages" });
  await expect(stages.getByText("3 mm together")).toBeVisible();
  await page.getByLabel("Also inside").selectOption("gift-card");
  const pile = (await allNumbers(page)).getByRole("img", { name: /From the table up/u });
  // two plies of 0.5, foam 2 and a gift card of 0.76
  await expect(pile).toHaveAccessibleName(/Together 3.8\smm/u);
  await expect(cutTo(page)).not.toHaveText(/205/u);
  await page.getByRole("button", { name: "Take away: Gift card" }).click();
  await expect(pile).toHaveAccessibleName(/Together 3\smm/u);
  await expectAccessible(page);
  // a name is typed with its spaces
  await page.getByLabel("Layer 1").fill("");
  await page.getByLabel("Layer 1").pressSequentially("Folded card");
  await expect(page.getByLabel("Layer 1")).toHaveValue("Folded card");
});

test("from an envelope in hand to its card", async ({ page }) => {
  await openDrafts(page);
  await page.getByRole("link", { name: "From an envelope" }).click();
  await page.getByLabel("Envelope in hand").selectOption("envelope-c6");
  await page.getByLabel("Mats on the front").fill("0");
  // 161.75 − 2 × 0.3125 − 3 and 113.75 − 0.625 − 1.5, down to the mm
  await expect(cutTo(page)).toHaveText(/158 × 111\smm/u);
  await page.getByLabel("Outside width").fill("x");
  await expect(page.getByRole("alert").first()).toContainText("Write it like");
  await page.getByLabel("Outside width").fill("40");
  await page.getByLabel("Outside height").fill("40");
  await page.getByLabel("Mats on the front").fill("4");
  await page.getByLabel("Foam under the last").fill("10");
  // two plies of 0.3125, mats of 0.15 and 0.1125 twice, foam 10: 11.15; 39.75 − 11.15 − 3 = 25.6, and less 1.5: 27.1
  await expect(cutTo(page)).toHaveText(/25 × 27\smm/u);
  await expectAccessible(page);
  await page.getByLabel("Envelope in hand").selectOption("envelope-dl");
  await page.getByRole("button", { name: "Draft this card" }).click();
  await expect(page.getByLabel("Name of the draft")).toHaveValue("Card for envelope dl");
  await page.getByRole("button", { name: /Details/u }).click();
  await expect(page.getByRole("list", { name: "From the paper up" }).getByRole("listitem")).toHaveCount(4);
});

test("sheets: how many, how they are cut, and an offcut kept", async ({ page }) => {
  await openDemo(page, "Open-day invitation, card");
  await page.getByRole("tab", { name: "Sheets" }).click();
  // a card of 148 × 210 comes out of A4 twice, for forty: twenty sheets
  await expect(page.getByRole("heading", { name: /20 sheets/u })).toBeVisible();
  await expect(page.getByText("2 × card base from each")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: /3 Paper/u }).click();
  await page.getByLabel("Sheet in hand").selectOption("none");
  await expect(page.getByRole("heading", { name: "Which sheet is in hand?" })).toBeVisible();
  await page.getByLabel("Sheet in hand").selectOption("us-tabloid");
  // an offcut waits for the next draft, and this one stays as it is
  await page.getByRole("button", { name: "Keep it" }).first().click();
  await expect(
    page.getByText("Kept: it lies on your shelf, and stands among the sheets of your next draft."),
  ).toBeVisible();
  await expect(page.getByLabel("Sheet in hand")).toHaveValue("us-tabloid");
  const kept = page.getByLabel("Sheet in hand").locator("optgroup[label='On your shelf'] option");
  await expect(kept).toHaveCount(1);
  await page.getByLabel("Sheet in hand").selectOption((await kept.getAttribute("value")) ?? "");
  await expect(page.getByRole("button", { name: /Used up/u })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("Sheet in hand")).toHaveValue("us-tabloid");
});

test("sheets cut free: better as it is looked for, and gone on from after the window was closed", async ({ page }) => {
  await openDemo(page, "Apple-crisp pouch");
  await page.getByRole("tab", { name: "Sheets" }).click();
  await page.getByRole("button", { name: "Cut free" }).click();
  const said = page.getByRole("region", { name: "Sheets cut free" }).getByRole("heading", { level: 2 });
  await expect(said).toHaveText(/^\d+ sheets cut free, \d+ with straight cuts$/u);
  await expect(page.getByRole("group", { name: /^Sheet of 297.×.420.mm with \d+ pieces$/u }).first()).toBeVisible();
  const sheets = async (): Promise<number> => Number(/^\d+/u.exec((await said.textContent()) ?? "")?.[0]);
  const before = await sheets();
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
  // in the middle of it, or just after: what has been found is there again, and goes on when it is asked to
  await page.reload();
  await expect(said).toHaveText(/^\d+ sheets cut free/u);
  expect(await sheets()).toBeLessThanOrEqual(before);
  const longer = page.getByRole("button", { name: "Look longer" });
  if (await longer.isVisible()) await longer.click();
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(page.getByText(/^Stopped: the best that was found until then/u)).toBeVisible();
  expect(await sheets()).toBeLessThanOrEqual(before);
  await expectAccessible(page);
});

test("versions stand side by side, what differs is marked, and one can be dropped and put back", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  await page.getByRole("link", { name: "Versions" }).click();
  await expect(page.getByText("One version so far.")).toBeVisible();
  const add = async (what: string): Promise<void> => {
    await page.getByRole("button", { name: "Another version" }).click();
    await page.getByRole("menuitem", { name: what }).click();
  };
  await add("Stood upright");
  await add("As side-seam envelope");
  await expect(page.getByRole("columnheader")).toHaveCount(3);
  await expect(page.getByRole("row", { name: /Punch or score at/u })).toHaveClass(/differs/u);
  await expect(page.getByRole("row", { name: /^Paper Text/u })).not.toHaveClass(/differs/u);
  await expectAccessible(page);
  await page.getByRole("button", { name: "Delete Open-day invitation, envelope · upright" }).click();
  await expect(page.getByRole("columnheader")).toHaveCount(2);
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(page.getByRole("columnheader")).toHaveCount(3);
  await page.getByRole("link", { name: /side-seam envelope$/u }).click();
  await expect(page.getByRole("link", { name: "3 versions" })).toBeVisible();
});

test("the same again in another size says what follows, keeps and cannot, before anything changes", async ({
  page,
}) => {
  await openDemo(page, "Harvest-supper invitation");
  await page.getByRole("button", { name: "Same again, another size" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByRole("button", { name: "Change this draft" })).toBeDisabled();
  await dialog.getByLabel("Width", { exact: true }).fill("300");
  await dialog.getByLabel("Height", { exact: true }).fill("200");
  await expect(dialog.getByText(/more than any sheet on the shelf/u)).toBeVisible();
  await expect(dialog.getByText("Glue strip", { exact: true })).toBeVisible();
  await expectAccessible(page);
  await dialog.getByLabel("For", { exact: true }).selectOption("iso-a7");
  await expect(dialog.getByText(/all of it follows/u)).toBeVisible();
  await dialog.getByRole("button", { name: "Make a version beside it" }).click();
  await expect(page.getByLabel("Name of the draft")).toHaveValue(/Harvest-supper invitation · 105 × 74/u);
  await expect(page.getByRole("link", { name: "2 versions" })).toBeVisible();
});

test("every form for every card is solved aside, can be stopped, and opens as a draft", async ({ page }) => {
  await page.goto("/size-chart?form=every&sheet=iso-a4");
  await expect(page.getByText(/950 solved · \d+ come out of this sheet/u)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: /^Deep envelope for A6 \(ISO\)/u }).click();
  await expect(page.getByLabel("Name of the draft")).toHaveValue("A6 (ISO), deep envelope");
});

test("stopping the table leaves what is there and offers to begin again", async ({ page }) => {
  // a worker that never answers stands for one that takes long
  await page.route(/table\.worker.*\.js/u, () => new Promise(() => undefined));
  await page.goto("/size-chart?form=every");
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(page.getByText(/Stopped at 0 of 950/u)).toBeVisible();
  await page.unroute(/table\.worker.*\.js/u);
  await page.getByRole("button", { name: "Go on from the start" }).click();
  await expect(page.getByText(/950 solved/u)).toBeVisible();
});

test("a board that cannot make the form says so, and offers one that it can", async ({ page }) => {
  await openDemo(page, "Harvest-supper invitation");
  await page.getByRole("button", { name: /2 Holder/u }).click();
  await page.getByLabel("Made on").selectOption("one-millimetre");
  await expect(page.getByText(/Pointed envelope cannot be made on a 45° punch board/u)).toBeVisible();
  await page.getByRole("button", { name: "Make it a square-blank envelope" }).click();
  await expect(page.getByLabel("Made on")).toHaveValue("one-millimetre");
  await expect(page.getByText("Cut a square")).toBeVisible();
});

test("a remedy mends a thing where its finding says", async ({ page }) => {
  await openDemo(page, "Pressed-leaf card, layer by layer");
  await page.getByRole("button", { name: /Details/u }).click();
  await page.getByRole("button", { name: /^Plum mat/u }).click();
  await page.getByLabel("Border", { exact: true }).fill("1");
  await expect(page.getByText(/Plum mat: a border of 1\smm is too thin/u)).toBeVisible();
  await page.getByRole("button", { name: "Make the border 3 mm" }).click();
  await expect(page.getByLabel("Border", { exact: true })).toHaveValue("3 mm");
  await expect(page.getByText(/is too thin/u)).toHaveCount(0);
});

test("a thing on a panel is dragged by rule, typed on the drawing, and its neighbours stay", async ({ page }) => {
  await openDemo(page, "Orchard shop gift card, with its note");
  await page.getByRole("button", { name: /Details/u }).click();
  const apple = page.locator("path[data-fitting='apple']");
  const head = page.getByRole("button", { name: /^Apple/u });
  await expect(head).toContainText("10 mm from the top, 8 mm from the right");
  const note = await page.getByRole("button", { name: /^Note envelope/u }).textContent();
  /** By mm of the drawing, whatever its scale: the apple is 42 wide. */
  const grab = async (across: number, up: number): Promise<void> => {
    const box = await apple.boundingBox();
    if (!box) throw new Error("no apple on the drawing");
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const [dx, dy] = [(across * box.width) / 42, (-up * box.width) / 42];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
    await page.mouse.move(x + dx, y + dy, { steps: 4 });
    await page.mouse.up();
  };
  // the panel is 90 wide: from 8 off its right the apple of 42 is in the middle 16 further to the left
  await grab(-16, 0);
  await expect(head).toContainText("centred");
  await expect(page.getByRole("button", { name: /^Note envelope/u })).toHaveText(note ?? "");
  await page.locator("[data-dimension='apple/at-y'] [role=button]").press("Enter");
  await page.keyboard.type("12 mm");
  await page.keyboard.press("Enter");
  await expect(head).toContainText("12 mm from the top");
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(head).toContainText("10 mm from the top, 8 mm from the right");
  await expectAccessible(page);
});

test("a pocket is laid inside a card, holds its gift card there, and is in every view", async ({ page }) => {
  await openDemo(page, "Open-day invitation, card");
  await page.getByRole("button", { name: /Details/u }).click();
  await page.getByRole("button", { name: "Front, inside" }).click();
  await page.getByRole("button", { name: "Add something" }).click();
  await page.getByRole("button", { name: /^Side-tab pocket/u }).click();
  const aside = await allNumbers(page);
  await expect(aside.getByText("Gap round the gift card")).toBeVisible();
  await expect(aside.getByRole("img", { name: /From the table up: .*Side-tab pocket/u })).toBeVisible();
  await page.getByLabel("Up by").fill("14");
  await expect(page.getByRole("button", { name: /^Side-tab pocket/u })).toContainText("14 mm above the middle");
  await page.getByRole("tab", { name: "Folded" }).click();
  await expect(page.locator("canvas")).toBeVisible();
  await page.getByRole("tab", { name: "Steps" }).click();
  // the steps have what is filled where it is filled
  const line = page.getByRole("slider", { name: "All steps" });
  const last = Number(await line.getAttribute("max"));
  for (let n = 1; n < last; n += 1) {
    if (/, Fill/u.test((await line.getAttribute("aria-valuetext")) ?? "")) break;
    await page.keyboard.press("ArrowRight");
  }
  await expect(line).toHaveAttribute("aria-valuetext", /, Fill/u);
  await expect(page.getByRole("region", { name: "Steps" })).toContainText(/gift card/iu);
  await expectAccessible(page);
});

test("a figure is asked where it comes from, and a part of it leads to its field", async ({ page }) => {
  await openDemo(page, "Open-day invitation, envelope");
  await page.getByRole("button", { name: /2 Holder/u }).click();
  const aside = await allNumbers(page);
  await aside.getByRole("button", { name: "Where does it come from?" }).click();
  await expect(aside.getByRole("heading", { name: /^Side of the square: 205/u })).toBeVisible();
  // (148 + 105) ÷ √2, and what is round it
  await expect(aside.getByRole("row", { name: /^Width inside 148\smm × 0\.71 104\.7/u })).toBeVisible();
  await expect(aside.getByRole("row", { name: /^Up to the ruler's marks/u })).toBeVisible();
  await expectAccessible(page);
  await aside.getByRole("button", { name: "Height inside" }).click();
  await expect(page.getByLabel("Height", { exact: true })).toBeFocused();
  // the first score only follows: it is asked on the drawing
  await page.getByRole("button", { name: /87\smm\. Press Enter for where it comes from\.$/u }).press("Enter");
  await expect(aside.getByRole("heading", { name: /87/u })).toBeVisible();
  await aside.getByRole("button", { name: "Close" }).click();
  await expect(aside.getByRole("button", { name: "Where does it come from?" })).toBeVisible();
});

test("one piece fills the drawing, the others stand beside it; it comes nearer, and turns over", async ({ page }) => {
  await openDemo(page, "Orchard shop gift card, with its note");
  const pieces = page.getByRole("navigation", { name: "Pieces" });
  await expect(pieces.getByRole("listitem")).toHaveCount(8);
  const blank = page.getByRole("group", { name: "The blank, flat" });
  await pieces.getByRole("button", { name: /^Piece: Apple/u }).click();
  await expect(pieces.getByRole("button", { name: /^Piece: Apple/u })).toHaveAttribute("aria-pressed", "true");
  await expect(blank.getByText("210 mm")).toBeHidden();
  await pieces.getByRole("button", { name: /^Piece: Card base/u }).click();
  await expect(blank.getByText("210 mm")).toBeVisible();
  // nearer by the wheel, by a button and by a key, and back to all of it
  const wide = async (): Promise<number> => (await blank.locator("svg path").nth(3).boundingBox())?.width ?? 0;
  // what stands above the paper is all there: from here on only the zoom makes it larger
  await expect(page.getByText(/of 100 go in/u)).toBeVisible();
  const whole = await wide();
  await blank.hover();
  await page.mouse.wheel(0, -400);
  await expect.poll(wide).toBeGreaterThan(whole * 1.5);
  await page.getByRole("button", { name: "All of it" }).click();
  await expect.poll(wide).toBeCloseTo(whole, 0);
  await blank.focus();
  await page.keyboard.press("+");
  await expect.poll(wide).toBeGreaterThan(whole * 1.2);
  await page.keyboard.press("0");
  await expect.poll(wide).toBeCloseTo(whole, 0);
  await page.getByRole("button", { name: "Turn it over" }).click();
  await expect(page.getByRole("group", { name: "The blank, turned over" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Turn it back" }).click();
  await expect(blank.getByText("210 mm")).toBeVisible();
});

test("a thing is found in the tray and dragged to its place; keys, another like it and even rooms follow", async ({
  page,
}) => {
  await openDemo(page, "Open-day invitation, card");
  await page.getByRole("button", { name: "Lay on it …" }).click();
  const tray = page.getByRole("region", { name: "What can be laid on it" });
  await tray.getByLabel("Find in the tray").fill("apple pie");
  await expect(tray.getByText(/^Nothing here is called that/u)).toBeVisible();
  await tray.getByLabel("Find in the tray").fill("shape");
  const tile = tray.getByRole("button", { name: /^Shape/u });
  await expectAccessible(page);
  // onto the front, which lies below the fold: 148 × 105 mm each
  const back = page.locator('path[data-panel="back"]');
  const [from, to] = [await tile.boundingBox(), await back.boundingBox()];
  if (!from || !to) throw new Error("the tray or the paper is not drawn");
  await page.mouse.move(from.x + from.width / 2, from.y + 30);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 4, to.y + to.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(tray).toBeHidden();
  const stages = page.getByRole("navigation", { name: "Stages" });
  const head = stages.getByRole("button", { name: /^Shape/u });
  // it lies where it was let go: on the back, centred up, in its left half
  await expect(stages.getByRole("heading", { name: /^Back, outside/u })).toBeVisible();
  await expect(head).toContainText(/centred|middle/u);
  const at = stages.getByLabel("Across by", { exact: true });
  const before = Number.parseFloat(await at.inputValue());
  await page.getByRole("group", { name: "The blank, flat" }).focus();
  // the outside of the back is drawn upside down: its left is on the right of the drawing, and the arrow moves it on that
  const isFromLeft = (await stages.getByLabel("Across, from").inputValue()) === "left";
  const away = isFromLeft ? "ArrowLeft" : "ArrowRight";
  await page.keyboard.press(away);
  await page.keyboard.press(`Shift+${away}`);
  await expect(at).toHaveValue(`${String(before + 6)} mm`);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(at).toHaveValue(`${String(before + 1)} mm`);
  // two more, each beside the last, and the room between them shared
  await stages.getByRole("button", { name: "Another like Shape" }).click();
  await expect(stages.getByRole("button", { name: /^Shape 2/u })).toHaveAttribute("aria-expanded", "true");
  await stages.getByLabel("Width", { exact: true }).fill("20");
  await stages.getByRole("button", { name: "Another like Shape 2" }).click();
  await expect(stages.getByRole("button", { name: /^Shape 3/u })).toHaveAttribute("aria-expanded", "true");
  await stages.getByRole("button", { name: "Space evenly across" }).click();
  await expect(stages.getByRole("alert")).toHaveCount(0);
  await stages.getByRole("button", { name: "Lay Shape 3 aside while working" }).click();
  await expect(page.locator('path[data-fitting="shape-3"]')).toHaveCount(0);
  await stages.getByRole("button", { name: "Show Shape 3" }).click();
  await expect(page.locator('path[data-fitting="shape-3"]').first()).toBeVisible();
  await page.getByRole("group", { name: "The blank, flat" }).press("Delete");
  await expect(stages.getByRole("button", { name: /^Shape 3/u })).toHaveCount(0);
});
