// @vitest-environment jsdom
/** The other places: the drawer, the size chart, working back, versions side by side, settings. */
import { chartOf, formatLength, formatSize, inOneSystem, solve, workBack } from "@cut-fold/core";
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { db } from "../store/db.ts";
import { demoDrafts } from "../store/demo.ts";
import { useDrafts } from "../store/drafts.ts";
import { useSettings } from "../store/settings.ts";
import { solutionOf } from "../store/solutions.ts";
import { cutTo, draftNow, plain, retype, solutionNow, visit } from "../test/house.tsx";

const MM = { unit: "mm", fraction: 16 } as const;
const cards = (): string[] =>
  [...document.querySelectorAll(".draft-card strong")].map((name) => name.textContent).sort();
const all = (): string[] =>
  demoDrafts()
    .map((d) => d.name)
    .sort();

describe("the drawer", () => {
  it("shows every draft with its paper, as a true drawing, flat and closed", async () => {
    await visit("/drafts");
    expect(cards()).toEqual(all());
    for (const draft of demoDrafts()) {
      const card = screen.getByRole("link", { name: `Open ${draft.name}` });
      const { pieces, grid } = solutionOf(draft.spec);
      const blank = pieces[0]?.blank;
      expect(card.textContent).toContain(formatSize(blank?.width ?? 0, blank?.height ?? 0, inOneSystem(MM, grid)));
      expect(card.querySelectorAll("svg")).toHaveLength(2);
    }
    expect(document.body.innerHTML).not.toMatch(/NaN|undefined/u);
  });

  it("is searched by any word of a draft and by its tags, and says when there is nothing", async () => {
    const maker = await visit("/drafts");
    const find = screen.getByLabelText("Find drafts");
    await maker.type(find, "pressed deep");
    await waitFor(() => expect(cards()).toEqual(["Pressed-leaf card with layers, deep envelope"]));
    await retype(maker, find, "no such thing");
    expect(await screen.findByText("No draft like that")).toBeDefined();
    await maker.click(screen.getByRole("button", { name: "Show all" }));
    expect(cards()).toEqual(all());
    const tag = demoDrafts().flatMap((d) => d.tags)[0] ?? "";
    await maker.click(within(screen.getByRole("group", { name: "Tags" })).getByRole("button", { name: tag }));
    const tagged = demoDrafts().filter((d) => d.tags.includes(tag));
    await waitFor(() => expect(cards()).toEqual(tagged.map((d) => d.name).sort()));
  });

  it.each([
    ["mm", "iso-a6"],
    ["in", "us-a2"],
  ] as const)("starts a new draft with the card most makers have, in %s", async (unit, preset) => {
    const maker = await visit("/drafts", { unit, notch: 12 });
    await maker.click(screen.getByRole("button", { name: "New draft" }));
    await waitFor(() => expect(draftNow().spec.contents.preset).toBe(preset));
    // the maker's own board is measured once, and used from then on
    expect(draftNow().spec.method).toMatchObject({ notch: 12 });
  });

  it("duplicates, and deletes with a way back", async () => {
    const maker = await visit("/drafts");
    await maker.click(screen.getByRole("button", { name: "More for Thanks to the pickers" }));
    await maker.click(await screen.findByRole("menuitem", { name: "Duplicate" }));
    expect(cards()).toEqual([...all(), "Thanks to the pickers, again"].sort());
    await maker.click(screen.getByRole("button", { name: "More for Thanks to the pickers, again" }));
    await maker.click(await screen.findByRole("menuitem", { name: "Delete" }));
    expect(cards()).toEqual(all());
    // the keyboard goes on in the drawer, and does not start again from the top of the page
    await waitFor(() => expect(document.activeElement?.closest("main")).not.toBeNull());
    await maker.click(await screen.findByRole("button", { name: "Put it back" }));
    expect(cards()).toEqual([...all(), "Thanks to the pickers, again"].sort());
  });

  it("draws a full drawer as the eye comes to it, and finds in all of it", async () => {
    const many = Array.from({ length: 100 }, (_, i) => {
      const [draft] = demoDrafts();
      if (!draft) throw new Error("no demo draft");
      return { ...draft, id: `many-${String(i)}`, name: `Invitation ${String(i)}` };
    });
    const maker = await visit("/drafts");
    useDrafts.setState({ drafts: new Map(many.map((d) => [d.id, d])) });
    await maker.click(await screen.findByRole("button", { name: "68 more" }, { timeout: 10_000 }));
    expect(cards()).toHaveLength(64);
    await maker.type(screen.getByLabelText("Find drafts"), "99");
    await waitFor(() => expect(cards()).toEqual(["Invitation 99"]));
  });

  it("says how many drafts it cannot read, and is kind when there are none at all", async () => {
    const unread = demoDrafts().slice(0, 2);
    await visit("/drafts");
    useDrafts.setState({ aside: unread });
    expect((await screen.findByRole("alert")).textContent).toMatch(/2 drafts in this browser cannot be read/u);
    useDrafts.setState({ aside: unread.slice(1), drafts: new Map() });
    expect((await screen.findByRole("alert")).textContent).toMatch(/One draft in this browser cannot be read/u);
    expect(screen.getByText("No drafts yet")).toBeDefined();
  });
});

describe("the size chart", () => {
  const rows = (): string[] =>
    screen
      .getAllByRole("row")
      .slice(1)
      .map((row) => row.textContent);

  it("tells of every card the paper, the first score and the gap that core worked out", async () => {
    await visit("/size-chart?form=square-blank-envelope&board=one-millimetre");
    const chart = chartOf({ form: "square-blank-envelope", board: "one-millimetre" });
    if (!chart.ok) throw new Error("no chart");
    expect(rows()).toHaveLength(chart.rows.length);
    chart.rows.forEach(({ contents, blank, firstScore, gap }, i) => {
      for (const said of [
        contents.title,
        ...[blank.width, firstScore, gap.width / 2].map((mm) => formatLength(mm, MM)),
      ])
        expect(rows()[i]).toContain(said);
    });
  });

  it("answers for an offcut, on another board and ruler, and opens a row as a draft", async () => {
    const maker = await visit("/size-chart?form=square-blank-envelope&board=one-millimetre");
    await maker.selectOptions(screen.getByLabelText("Sheet in hand"), "own");
    await retype(maker, await screen.findByLabelText("Sheet width"), "160");
    await maker.selectOptions(screen.getByLabelText("Ruler"), "five-millimetre");
    const chart = chartOf({
      form: "square-blank-envelope",
      board: "one-millimetre",
      ruler: "five-millimetre",
      sheet: { width: 160, height: 200 },
    });
    const fits = chart.ok ? chart.rows.filter((r) => r.fits) : [];
    expect(fits.length).toBeGreaterThan(0);
    expect(document.querySelector(".chart-said")?.textContent).toContain(`${String(fits.length)} of`);
    expect(rows().filter((r) => r.includes("too small"))).toHaveLength(chart.ok ? chart.rows.length - fits.length : 0);
    await maker.click(screen.getByRole("button", { name: `Open ${fits[0]?.contents.title ?? ""} as a draft` }));
    await waitFor(() => expect(cutTo()).toBe(formatLength(fits[0]?.blank.width ?? 0, MM)));
    expect(draftNow().spec).toEqual(fits[0]?.spec);
  });

  it("is printed", async () => {
    const print = vi.spyOn(window, "print").mockReturnValue();
    const maker = await visit("/size-chart");
    await maker.click(screen.getByRole("button", { name: "Print the chart" }));
    expect(print).toHaveBeenCalledOnce();
  });
});

describe("from an envelope", () => {
  const answer = (): string => plain(document.querySelector(".back-answer")?.textContent);

  it("works back to the card core finds, and drafts it", async () => {
    const maker = await visit("/from-envelope");
    await maker.selectOptions(screen.getByLabelText("Envelope in hand"), "");
    await retype(maker, screen.getByLabelText("Outside width"), "170");
    await retype(maker, screen.getByLabelText("Outside height"), "120");
    await retype(maker, screen.getByLabelText("Mats on the front"), "0");
    const back = workBack(
      { width: 170, height: 120, caliper: 0.12, room: { width: 3, height: 1.5 } },
      { stock: { preset: "cover-250" }, settings: { fold: "side" }, method: { board: "scoring-millimetre" } },
    );
    if (!back.ok) throw new Error("no card");
    expect(answer()).toContain(plain(formatSize(back.card.width, back.card.height, MM)));
    const base = solve(back.spec).pieces[0]?.blank;
    expect(answer()).toContain(plain(formatSize(base?.width ?? 0, base?.height ?? 0, MM)));
    await maker.click(screen.getByRole("button", { name: "Draft this card" }));
    await waitFor(() => expect(draftNow().spec.form).toBe("card-base"));
    expect(solutionNow().finished).toMatchObject({ width: back.card.width, height: back.card.height });
  });

  it("says so when no card is worth making", async () => {
    const maker = await visit("/from-envelope");
    await retype(maker, screen.getByLabelText("Outside height"), "50");
    await retype(maker, screen.getByLabelText("Foam under the last"), "10");
    await retype(maker, screen.getByLabelText("Room on the height"), "20");
    expect(screen.getByRole("alert").textContent).toMatch(/No card worth making goes in/u);
    expect(screen.queryByRole("button", { name: "Draft this card" })).toBeNull();
  });
});

describe("side by side", () => {
  it("sets figure under figure, marks what differs, and lets a version go", async () => {
    const maker = await visit("/compare/demo-invitation-envelope");
    expect(screen.getByText(/One version so far/u)).toBeDefined();
    await maker.click(screen.getByRole("button", { name: "Another version" }));
    await maker.click(await screen.findByRole("menuitem", { name: "Stood upright" }));
    await maker.click(screen.getByRole("button", { name: "Another version" }));
    await maker.click(await screen.findByRole("menuitem", { name: "As pointed envelope" }));
    expect(screen.getAllByRole("columnheader")).toHaveLength(3);
    const line = (name: string) => screen.getByRole("row", { name: new RegExp(`^${name}`, "u") });
    const versions = [...useDrafts.getState().drafts.values()].filter((d) => d.family === "demo-invitation-envelope");
    expect(versions).toHaveLength(2);
    for (const { spec } of versions) {
      const blank = solutionOf(spec).pieces[0]?.blank;
      expect(line("Cut to").textContent).toContain(formatSize(blank?.width ?? 0, blank?.height ?? 0, MM));
    }
    expect(line("Form").className).toContain("differs");
    expect(line("Paper(?! in)").className).not.toContain("differs");
    await maker.click(screen.getByRole("button", { name: `Delete ${versions[0]?.name ?? ""}` }));
    expect(screen.getAllByRole("columnheader")).toHaveLength(2);
  });

  it("says when the draft is not here", async () => {
    await visit("/compare/nobody");
    expect(screen.getByText("This draft is not here")).toBeDefined();
  });
});

describe("settings", () => {
  it("show every length in the unit that is chosen, and are kept", async () => {
    const maker = await visit("/settings");
    await maker.click(screen.getByRole("button", { name: "Inches, as fractions" }));
    await maker.click(screen.getByRole("button", { name: /to 1⁄32/u }));
    await maker.selectOptions(screen.getByLabelText("Paper in the printer"), "us-letter");
    expect(useSettings.getState().settings).toMatchObject({ unit: "in", fraction: 32, paper: "us-letter" });
    await waitFor(async () =>
      expect(await db.kept.get("settings")).toMatchObject({ value: { unit: "in", fraction: 32 } }),
    );
    useSettings.setState({ settings: useSettings.getInitialState().settings });
    await useSettings.getState().load();
    expect(useSettings.getState().settings.fraction).toBe(32);
  });

  it("take the maker's own notch, and refuse one that no punch makes", async () => {
    const maker = await visit("/settings");
    const notch = screen.getByLabelText("My punch's notch, edge to inner corner");
    await retype(maker, notch, "11.5");
    expect(useSettings.getState().settings.notch).toBe(11.5);
    await retype(maker, notch, "45");
    expect(plain(screen.getByRole("alert").textContent)).toMatch(/Too large: 2 mm to 30 mm/u);
    expect(useSettings.getState().settings.notch).not.toBe(45);
  });

  it("measure the screen with a card, and draw at true size from then on", async () => {
    const maker = await visit("/settings");
    const card = screen.getByRole("img", { name: "A card to compare with" });
    const width = Number(card.querySelector("rect")?.getAttribute("width"));
    await maker.click(screen.getByRole("button", { name: "The two are equal" }));
    // the drawn card is a plastic card's 85.6 mm at the scale that is kept
    expect(width / (useSettings.getState().settings.pixelsPerMm ?? 1)).toBeCloseTo(85.6, 6);
    await maker.click(screen.getByRole("button", { name: "Forget it" }));
    expect(useSettings.getState().settings.pixelsPerMm).toBeUndefined();
  });

  it("add the demo drafts beside what is there, never over it", async () => {
    const maker = await visit("/settings");
    // one is gone, one is the maker's own by now, the others are as they came
    const [gone, mine, ...rest] = demoDrafts();
    if (!gone || !mine) throw new Error("no demo drafts");
    const before = new Map([{ ...mine, name: "Mine" }, ...rest].map((d) => [d.id, d]));
    useDrafts.setState({ drafts: before });
    await maker.click(screen.getByRole("button", { name: "Add the demo drafts" }));
    const after = useDrafts.getState().drafts;
    expect(after.size).toBe(before.size + 2);
    expect(after.has(gone.id)).toBe(true);
    for (const [id, draft] of before) expect(after.get(id)).toBe(draft);
    expect([...after.values()].map((d) => d.name)).toContain(mine.name);
  });
});
