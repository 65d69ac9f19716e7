// @vitest-environment jsdom
/** Tools measured by a maker: what is found is told with how sure it is, kept on the shelf, and goes into drafts. */
import { screen, waitFor, within } from "@testing-library/react";
import type userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { useDrafts } from "../../store/drafts.ts";
import { useSettings } from "../../store/settings.ts";
import { putShelf, shelfNow, useShelfStore } from "../../store/shelf.ts";
import { plain, retype, visit } from "../../test/house.tsx";

type Maker = ReturnType<typeof userEvent.setup>;
const BOARD = {
  kind: "board",
  id: "shed",
  title: "The shed's board",
  method: "punch-board",
  board: "one-millimetre",
} as const;

async function typed(maker: Maker, fields: Readonly<Record<string, string>>): Promise<void> {
  for (const [label, text] of Object.entries(fields)) await retype(maker, screen.getByLabelText(label), text);
}
const found = (): string => plain(document.querySelector(".measure-found")?.textContent);
const boardNow = () => shelfNow().find(({ id }) => id === BOARD.id);
async function shelve(...entries: Parameters<typeof putShelf>[0]): Promise<void> {
  await useShelfStore.getState().load();
  putShelf(entries);
}

describe("a punched square", () => {
  it("tells notch and ruler, keeps both, and remakes the drafts of that board by one press", async () => {
    await shelve(BOARD);
    const drafts = useDrafts.getState().drafts;
    const [envelope] = [...drafts.values()].filter(({ name }) => name === "Open-day invitation, envelope");
    if (!envelope) throw new Error("no envelope");
    const method = { own: BOARD.id, kind: "punch-board", board: "one-millimetre" } as const;
    useDrafts.getState().put([{ ...envelope, spec: { ...envelope.spec, method } }]);
    const maker = await visit("/measure?tool=shed");
    // by hand: notch 11.2, marks 0.4 further: d13 = √2·(90.4 − 11.2), d24 = √2·(200 − 90.4 − 11.2)
    await typed(maker, { "First to third score": "112.01", "Second to fourth score": "139.16" });
    expect(found()).toContain("11.20 mm ± 0.08 mm");
    expect(found()).toContain("0.40 mm ± 0.08 mm");
    await maker.click(screen.getByRole("button", { name: /Keep it with/u }));
    expect(boardNow()).toMatchObject({ notch: 11.2, offset: 0.4 });
    const used = await screen.findByText(/becomes/u);
    expect(plain(used.textContent)).toMatch(/Open-day invitation, envelope: cut .* becomes cut/u);
    await maker.click(screen.getByRole("button", { name: "Make them on it as it is" }));
    expect(useDrafts.getState().drafts.get(envelope.id)?.spec.method).toMatchObject({ notch: 11.2, offset: 0.4 });
  });

  it("corrects nothing by what is less than twice its own scatter", async () => {
    await shelve(BOARD);
    const maker = await visit("/measure?tool=shed");
    // notch 10.7 and marks 0.1 further, read with a ruler to 0.14
    await typed(maker, { "First to third score": "112.29", "Second to fourth score": "140.01" });
    await maker.selectOptions(screen.getByLabelText("Read with"), "ruler");
    expect(found()).toContain("less than twice its scatter");
    await maker.click(screen.getByRole("button", { name: /Keep it with/u }));
    expect(boardNow()).not.toHaveProperty("offset");
    expect(boardNow()).toHaveProperty("measured");
  });

  it("says so where two lengths were exchanged, and keeps nothing of it", async () => {
    await shelve(BOARD);
    const maker = await visit("/measure?tool=shed");
    await typed(maker, { "First to third score": "139.16", "Second to fourth score": "112.01" });
    expect(found()).toContain("No tool is that far off");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /Keep it with/u }).disabled).toBe(true);
  });
});

describe("what else is measured", () => {
  it("a printed page puts a printer on the shelf with its scales", async () => {
    await shelve();
    const maker = await visit("/measure?piece=page");
    const sizes = {
      "Frame across": "178.9",
      "Frame up": "240.7",
      "Diagonal A to B": "299.9",
      "Diagonal C to D": "299.9",
    };
    await typed(maker, { ...sizes, "Left edge to the frame": "15.5", "Upper edge to the frame": "28.1" });
    expect(found()).toContain("0.61 % smaller");
    await maker.click(screen.getByRole("button", { name: "Keep it on the shelf" }));
    const [printer] = shelfNow();
    expect(printer).toMatchObject({ kind: "printer", title: "Printer" });
    const scale = printer?.kind === "printer" && printer.measured?.find(({ what }) => what === "scale-x");
    expect(scale && scale.value).toBeCloseTo(178.9 / 180, 6);
  });

  it("where its ink ends and how a lying page is moved need not be measured, and are kept where they are", async () => {
    await shelve();
    const maker = await visit("/measure?piece=page");
    await typed(maker, {
      ...{ "Frame across": "180", "Frame up": "240", "Diagonal A to B": "300", "Diagonal C to D": "300" },
      ...{ "Left edge to the frame": "15", "Upper edge to the frame": "28.5" },
      ...{
        "Lying: left to the frame": "29.3",
        "Lying: top to the frame": "15",
        "Lower edge to its line": "17",
      },
    });
    expect(found()).toContain("No ink reaches, at the lower edge");
    expect(found()).not.toContain("at the left edge");
    await maker.click(screen.getByRole("button", { name: "Keep it on the shelf" }));
    const [printer] = shelfNow();
    const measured = (printer?.kind === "printer" && printer.measured) || [];
    const of = (what: string) => measured.find((one) => one.what === what)?.value;
    // A4: its frame's left edge should be at (297 − 240) / 2 on the page that lies
    expect(of("lying-x")).toBeCloseTo(29.3 - 28.5, 9);
    expect(of("lying-y")).toBeCloseTo(0, 9);
    expect([of("edge-bottom"), of("edge-top")]).toEqual([17, undefined]);
    // measured once more without its edges, it keeps what it had of them
    await maker.clear(screen.getByLabelText("Lower edge to its line"));
    await typed(maker, { "Frame across": "179.4" });
    await maker.click(screen.getByRole("button", { name: /Keep it with/u }));
    const [again] = shelfNow();
    const now = (again?.kind === "printer" && again.measured) || [];
    expect(now.find(({ what }) => what === "scale-x")?.value).toBeCloseTo(179.4 / 180, 9);
    expect(now.find(({ what }) => what === "edge-bottom")?.value).toBe(17);
    expect(new Set(now.map(({ what }) => what)).size).toBe(now.length);
  });

  it("ten scores make a hand of the maker's own, that chances are told for", async () => {
    await shelve();
    const maker = await visit("/measure?piece=hand");
    const scores = ["60.3", "59.6", "60.4", "59.8", "60.1", "59.7", "60.2", "59.9", "60.5", "59.5"];
    await typed(maker, Object.fromEntries(scores.map((mm, i) => [`Strip ${String(i + 1)}`, mm])));
    await maker.click(screen.getByRole("button", { name: /Keep it, and tell/u }));
    const [hand] = shelfNow();
    expect(hand).toMatchObject({ kind: "hand", like: "usual", scores: scores.map(Number) });
    await waitFor(() => expect(useSettings.getState().settings.hand).toBe(`own:${hand?.id ?? ""}`));
  });

  it("is reached from the shelf", async () => {
    await shelve(BOARD);
    const maker = await visit("/shelf");
    await maker.click(screen.getByRole("button", { name: /The shed's board/u }));
    await maker.click(within(screen.getByLabelText("The shed's board")).getByRole("link", { name: "Measure it" }));
    await screen.findByRole("heading", { name: "Your tools, measured" });
  });
});
