// @vitest-environment jsdom
/** Holder, paper, details and layers: every choice on the left changes the recipe it says it changes. */
import { catalogue, largestCard, formById, setupOf, settingMeta, settingsOf } from "@cut-fold/core";
import { forms } from "@cut-fold/core/forms";
import { act, screen, waitFor, within } from "@testing-library/react";
import { useLaying } from "../../store/laying.ts";
import { shelfNow } from "../../store/shelf.ts";
import { describe, expect, it, vi } from "vitest";
import { demoDrafts } from "../../store/demo.ts";
import { change, undo } from "../../store/openDraft.ts";
import { draftNow, numbers, plain, retype, solutionNow, stages, tray, visit } from "../../test/house.tsx";

const INVITATION = "/draft/demo-invitation-envelope/flat";
const CARD = "/draft/demo-invitation-card/flat";
const alerts = (): string[] => screen.queryAllByRole("alert").map((a) => plain(a.textContent));

describe("the holder", () => {
  it("offers every holder with its paper in the window, narrows them, and becomes the one that is pressed", async () => {
    const maker = await visit(`${INVITATION}?stage=holder`);
    await maker.click(stages().getByRole("link", { name: "See all that could hold it" }));
    await screen.findByRole("button", { name: /^Pointed envelope/u });
    const offers = [...document.querySelectorAll(".offer")];
    const titles = forms.flatMap((f) => [f.title, ...(f.variants ?? []).map((v) => v.title)]);
    expect(offers.map((o) => o.querySelector("strong")?.textContent).sort()).toEqual(titles.sort());
    for (const offer of offers) expect(plain(offer.textContent)).toMatch(/\d+ × \d+ mm/u);
    expect(offers.filter((o) => o.getAttribute("aria-pressed") === "true")).toHaveLength(1);
    // glue keeps an envelope together: with that wish it is not there
    await maker.click(screen.getByRole("button", { name: "No glue" }));
    expect(screen.queryByRole("button", { name: /^Pointed envelope/u })).toBeNull();
    await maker.click(screen.getByRole("button", { name: "No glue" }));
    await maker.click(screen.getByRole("button", { name: /^Pointed envelope/u }));
    await vi.waitFor(() => expect(draftNow().spec.form).toBe("pointed-envelope"));
    expect(draftNow().spec).toMatchObject({ form: "pointed-envelope", method: { kind: "scoring-board" } });
    expect(draftNow().spec.contents).toEqual(demoDrafts()[0]?.spec.contents);
    undo();
    expect(draftNow().spec.form).toBe("square-blank-envelope");
  });

  it("says so when a board cannot make the form, and what it can make", async () => {
    const maker = await visit(`${INVITATION}?stage=holder`);
    await maker.selectOptions(stages().getByLabelText("Made on"), "scoring-millimetre");
    expect(alerts()[0]).toMatch(/Square-blank envelope cannot be made on a/u);
    expect(draftNow().spec.method.kind).toBe("punch-board");
    await maker.click(await within(screen.getByRole("alert")).findByRole("button", { name: /^Make it a side-seam/u }));
    await vi.waitFor(() => expect(draftNow().spec.form).toBe("side-seam-envelope"));
    expect(draftNow().spec).toMatchObject({ form: "side-seam-envelope", method: { board: "scoring-millimetre" } });
    expect(alerts()).toEqual([]);
  });

  it("solves on the ruler and the notch of the maker's own board", async () => {
    const maker = await visit(`${INVITATION}?stage=holder`);
    await maker.selectOptions(stages().getByLabelText("Ruler"), "five-millimetre");
    expect((solutionNow().pieces[0]?.blank.width ?? 1) % 5).toBeCloseTo(0, 9);
    const before = solutionNow().steps.find((s) => s.kind === "punch")?.measure ?? 0;
    await retype(maker, stages().getByLabelText("Its notch, edge to inner corner"), "15.7");
    // 5 mm deeper: the first score stands 5 mm further in
    expect(solutionNow().steps.find((s) => s.kind === "punch")?.measure).toBe(before + 5);
  });
});

/** The same draft with all that could hold it in the window. */

describe("the paper", () => {
  it("is chosen by name, drawn in its colour, and heavy stock is warned of", async () => {
    const maker = await visit(`${INVITATION}?stage=paper`);
    for (const stock of catalogue.stocks.slice(0, 4)) {
      await maker.selectOptions(stages().getByLabelText("Paper"), stock.id);
      expect(draftNow().spec.stock).toMatchObject({ preset: stock.id, caliper: stock.caliper, weight: stock.weight });
    }
    const heaviest = [...catalogue.stocks].sort((a, b) => b.weight - a.weight)[0];
    await maker.selectOptions(stages().getByLabelText("Paper"), heaviest?.id ?? "");
    expect(within(numbers()).getAllByText(/g\/m²/u).length).toBeGreaterThan(0);
    expect(solutionNow().findings.some((f) => f.check === "stock")).toBe(true);
  });

  it("answers what the sheet in hand could serve, and takes that size when asked", async () => {
    const maker = await visit(`${INVITATION}?stage=paper`);
    await maker.selectOptions(stages().getByLabelText("Sheet in hand"), "own");
    await retype(maker, stages().getByLabelText("Sheet width"), "180");
    await retype(maker, stages().getByLabelText("Sheet height"), "180");
    const { spec } = draftNow();
    const form = formById(spec.form);
    const largest = form && largestCard({ ...spec, form, setup: setupOf(spec), sheet: { width: 180, height: 180 } });
    await maker.click(screen.getByRole("button", { name: "Use that size" }));
    expect(draftNow().spec.contents).toMatchObject({ ...largest });
    expect(solutionNow().pieces[0]?.blank.width).toBeLessThanOrEqual(180);
    await maker.selectOptions(stages().getByLabelText("Sheet in hand"), "none");
    expect(draftNow().spec.sheet).toBeUndefined();
  });

  it("knows the tape in hand, and wet glue for none", async () => {
    const maker = await visit(`${INVITATION}?stage=paper`);
    const tape = stages().getByLabelText("Tape in hand");
    await maker.selectOptions(tape, "12");
    expect(draftNow().spec.tape).toBe(12);
    await maker.selectOptions(tape, "0");
    expect(draftNow().spec.tape).toBeUndefined();
  });
});

describe("the details", () => {
  it.each(forms.map((f) => [f.id, f] as const))(
    "of %s are all there, each in its own kind of field",
    async (id, form) => {
      const maker = await visit(`${INVITATION}?stage=details`);
      // chosen as the choice chooses it, which has a test of its own: it draws every holder there is
      act(() => {
        expect(change({ form: id })).toEqual([]);
      });
      expect(draftNow().spec.form).toBe(id);
      for (const [name, schema] of settingsOf(form)) {
        const { label, kind, options = {}, auto } = settingMeta(schema);
        const field = stages().getByLabelText(label);
        if (kind === "choice") {
          const other = Object.keys(options).find((o) => o !== draftNow().spec.settings[name]);
          await maker.selectOptions(field, other ?? "");
          expect(draftNow().spec.settings[name]).toBe(other);
        } else if (kind === "paper") {
          await maker.selectOptions(field, "kraft-120");
          expect(draftNow().spec.settings[name]).toBe("kraft-120");
        } else if (kind === "toggle") {
          const was = draftNow().spec.settings[name];
          await maker.selectOptions(field, String(was !== true));
          expect(draftNow().spec.settings[name]).toBe(was !== true);
        } else if (kind === "drawn") {
          // the shelf is empty: a file is the way to one
          expect(plain(field.textContent)).toBe("None yet");
        } else if (auto) {
          await maker.clear(field);
          expect(draftNow().spec.settings[name]).toBe("auto");
        } else if (kind === "number") {
          // no length: it has no unit of length to be shown in
          expect((field as HTMLInputElement).value).toBe(String(draftNow().spec.settings[name]));
        } else {
          const mm = draftNow().spec.settings[name] as number;
          expect(plain((field as HTMLInputElement).value)).toMatch(new RegExp(`^${String(mm)} mm$`, "u"));
        }
      }
    },
  );
});

describe("what is on the panels", () => {
  const rows = () => draftNow().spec.fittings ?? [];
  const add = async (maker: Awaited<ReturnType<typeof visit>>, what: RegExp) => {
    await maker.click(stages().getByRole("button", { name: "Add something" }));
    await maker.click(await within(tray()).findByRole("button", { name: what }));
  };

  it("is added where a panel was pressed, drawn at its size, and comes in hand at once", async () => {
    const maker = await visit(`${CARD}?stage=details`);
    const { width, height } = draftNow().spec.contents;
    await maker.click(stages().getByRole("button", { name: "Back, inside" }));
    await add(maker, /^Mat/u);
    expect(rows()).toMatchObject([{ kind: "mat", border: 5, on: { panel: "back", side: "inside" } }]);
    await retype(maker, stages().getByLabelText("Border"), "7");
    expect(solutionNow().pieces[1]?.blank).toMatchObject({ width: width - 14, height: height - 14 });
    expect(plain(stages().getByRole("button", { name: /^Mat/u }).textContent)).toContain("7 mm all round");
    // the next thing is laid on the mat, so that borders step in
    await add(maker, /^Frame/u);
    expect(rows()[1]?.on).toMatchObject({ fitting: "mat" });
  });

  it("has a panel's width and height typed in either order, and neither moves the other", async () => {
    const maker = await visit(`${CARD}?stage=details`);
    await add(maker, /^Panel/u);
    await retype(maker, stages().getByLabelText("Height"), "40");
    await retype(maker, stages().getByLabelText("Width"), "55");
    expect(rows()[0]).toMatchObject({ width: 55, height: 40 });
    await retype(maker, stages().getByLabelText("Height"), "44");
    expect(rows()[0]).toMatchObject({ width: 55, height: 44 });
    expect(solutionNow().pieces[1]?.blank).toEqual({ width: 55, height: 44 });
  });

  it("lies in an order that can be changed, is taken away, and all of it is undone", async () => {
    const maker = await visit("/draft/demo-gift-card/flat?stage=details");
    const names = () => rows().map((l) => l.name);
    const before = names();
    await maker.click(stages().getByRole("button", { name: /^Apple/u }));
    await maker.click(stages().getByLabelText("Lay Apple earlier"));
    expect(names().slice(2, 4)).toEqual(["Apple", "Russet strip"]);
    // what lies on something cannot be laid before it
    await maker.click(stages().getByRole("button", { name: /^Chalk panel/u }));
    expect(stages().getByLabelText("Lay Chalk panel earlier")).toHaveProperty("disabled", true);
    // what lay on it lies on what that lay on
    await maker.click(stages().getByRole("button", { name: "Take away" }));
    expect(names()).not.toContain("Chalk panel");
    expect(rows().find((f) => f.name === "Apple")?.on.fitting).toBe("mat");
    undo();
    undo();
    expect(names()).toEqual(before);
  });

  it("stands in the middle or by rule from an edge, and says so", async () => {
    const maker = await visit(`${CARD}?stage=details`);
    await add(maker, /^Strip/u);
    await maker.selectOptions(stages().getByLabelText("Runs"), "down");
    await maker.selectOptions(stages().getByLabelText("Across, from"), "left");
    await retype(maker, stages().getByLabelText("Across by"), "15");
    await retype(maker, stages().getByLabelText("Strip width"), "25");
    expect(rows()[0]).toMatchObject({ runs: "down", width: 25, at: { x: { from: "left", by: 15 } } });
    expect(solutionNow().pieces[1]?.blank.width).toBe(25);
    expect(plain(stages().getByRole("button", { name: /^Strip/u }).textContent)).toContain("15 mm from the left");
  });

  it("takes a whole pocket with its gift card, whose settings are its own", async () => {
    const maker = await visit("/draft/demo-gift-card/flat?stage=details");
    await maker.click(stages().getByRole("button", { name: "Front, inside" }));
    await maker.click(stages().getByRole("button", { name: /^Gift-card pocket/u }));
    await retype(maker, stages().getByLabelText("Side tabs"), "15");
    expect(rows().find((f) => f.id === "pocket")?.["settings"]).toMatchObject({ tab: 15 });
    expect(solutionNow().contents.map((c) => c.name)).toContain("Gift card");
    expect(numbers().textContent).toContain("Gap round the gift card");
  });
});

describe("what is inside", () => {
  it("is added up ply by ply, and told from the side", async () => {
    const maker = await visit(`${INVITATION}?stage=inside`);
    await maker.click(stages().getByRole("button", { name: "Add up its thickness" }));
    expect(draftNow().spec.contents).toMatchObject({ thickness: 1, pile: [{ thickness: 0.5, count: 2 }] });
    await maker.selectOptions(stages().getByLabelText("On top"), "foam-2");
    expect(draftNow().spec.contents.thickness).toBe(3);
    expect(within(numbers()).getByText("Inside, from the side")).toBeDefined();
  });

  it("may be several things, which come to one pile", async () => {
    const maker = await visit(`${INVITATION}?stage=inside`);
    await maker.selectOptions(stages().getByLabelText("Also inside"), "gift-card");
    const { also = [] } = draftNow().spec.contents;
    expect(also.map((a) => a.width)).toEqual([85.6]);
    expect(solutionNow().contents[0]?.things).toHaveLength(2);
    undo();
    expect(draftNow().spec.contents.also).toBeUndefined();
  });

  it("may be loose: measured out, or counted, and as large as that takes", async () => {
    const maker = await visit("/draft/demo-crisp-pouch/flat?stage=inside");
    await retype(maker, stages().getByLabelText("Millilitres"), "500");
    // half as thick as wide: 100 × 100 × 50 mm is 500 ml
    expect(draftNow().spec.contents).toMatchObject({ width: 100, height: 100, thickness: 50, amount: { ml: 500 } });
    await maker.selectOptions(stages().getByLabelText("How much"), "count");
    await retype(maker, stages().getByLabelText("Pieces"), "60");
    expect(draftNow().spec.contents.amount).toEqual({ count: 60, each: 12 });
    // 60 balls of 12 mm are 54.3 ml, poured they take 0.56 of their room: 97 ml
    expect(stages().getByText("Poured in they take about 97 ml.")).toBeDefined();
    await maker.selectOptions(stages().getByLabelText("What goes in"), "iso-a6");
    expect(draftNow().spec.contents.amount).toBeUndefined();
    expect(draftNow().spec.contents.shape).toBeUndefined();
  });

  it("is turned with one press", async () => {
    const maker = await visit(`${INVITATION}?stage=inside`);
    await maker.click(stages().getByRole("button", { name: "Stand it upright" }));
    expect(draftNow().spec.contents).toMatchObject({ width: 105, height: 148 });
    await maker.click(stages().getByRole("button", { name: "Lay it across" }));
    expect(draftNow().spec.contents).toMatchObject({ width: 148, height: 105 });
  });
});

describe("the same again in another size", () => {
  it("says what follows and what keeps before anything changes, and makes it here or beside", async () => {
    const maker = await visit(`${INVITATION}?stage=inside`);
    await maker.click(stages().getByRole("button", { name: "Same again, another size" }));
    const dialog = within(screen.getByRole("dialog"));
    expect(dialog.getByRole("button", { name: "Change this draft" })).toHaveProperty("disabled", true);
    await maker.selectOptions(dialog.getByLabelText("For"), "iso-a5");
    expect(dialog.getByText("Keeps")).toBeDefined();
    expect(draftNow().spec.contents.width).toBe(148);
    await maker.click(dialog.getByRole("button", { name: "Change this draft" }));
    expect(draftNow().spec.contents).toMatchObject({ width: 210, height: 148, preset: "iso-a5" });
    undo();
    expect(draftNow().spec.contents.width).toBe(148);
  });
});

describe("sheets", () => {
  it("are planned cut by cut, and an offcut can be kept for the next draft without touching this one", async () => {
    const maker = await visit("/draft/demo-recipe-card/sheets?stage=paper");
    const { spec } = draftNow();
    const plan = screen.getByRole("region", { name: "Trim plan" });
    expect(within(plan).getAllByRole("listitem").length).toBeGreaterThan(1);
    const [first] = within(plan).getAllByRole("button", { name: "Keep it" });
    if (!first) throw new Error("no offcut to keep");
    await maker.click(first);
    expect(draftNow().spec).toBe(spec);
    const kept = await within(stages().getByLabelText("Sheet in hand")).findByRole("option", {
      name: /recipe|g\/m²/iu,
    });
    await maker.selectOptions(stages().getByLabelText("Sheet in hand"), kept);
    expect(draftNow().spec.sheet?.preset).toBeUndefined();
    // used up it leaves the list, and the draft keeps its sheet
    await maker.click(stages().getByRole("button", { name: "Used up: take it off the shelf" }));
    expect(shelfNow()).toEqual([]);
    expect(draftNow().spec.sheet).toBeDefined();
  });

  it("ask for the sheet where none is named", async () => {
    const maker = await visit(`${INVITATION}?stage=paper`);
    await maker.selectOptions(stages().getByLabelText("Sheet in hand"), "none");
    await maker.click(screen.getByRole("tab", { name: "Sheets" }));
    expect(screen.getByText("Which sheet is in hand?")).toBeDefined();
  });
});

describe("sheets cut free", () => {
  // by label and not by role: a page of hundreds of outlines is long asked for roles
  const free = (): HTMLElement => screen.getByLabelText("Sheets cut free");
  const sheets = (): Promise<HTMLElement[]> => screen.findAllByLabelText(/^Sheet of/u);
  const said = (): string | null | undefined => free().querySelector("h2")?.textContent;

  it("say what they save against straight cuts, and keep what was found for the next visit", async () => {
    const maker = await visit("/draft/demo-crisp-pouch/sheets?stage=paper");
    await maker.click(screen.getByRole("button", { name: "Cut free" }));
    const [first] = await sheets();
    expect(first?.getAttribute("aria-label")).toMatch(/^Sheet of 297\s×\s420\smm with \d+ pieces$/u);
    expect(said()).toMatch(/^\d+ sheets cut free/u);
    // of two papers each says of which it is left over
    expect(screen.getAllByText(/^Left over of (?:Wrapping brown|Text 120)/u)).toHaveLength(2);
    // it is stopped, or has used its time
    await screen.findByText("Look longer");
    const found = said();
    // away and back: it is there at once, and nothing runs
    await maker.click(screen.getByRole("tab", { name: "Flat" }));
    useLaying.setState({ laying: undefined });
    await maker.click(screen.getByRole("tab", { name: "Sheets" }));
    await maker.click(screen.getByRole("button", { name: "Cut free" }));
    await sheets();
    expect(said()).toBe(found);
    expect(screen.queryByLabelText("Laying out")).toBeNull();
    // gone on from the best so far: never worse
    await maker.click(screen.getByText("Look longer"));
    const stop = screen.queryByText("Stop");
    if (stop) await maker.click(stop);
    // stopped, or at its end before that
    await screen.findByText(/^(?:Stopped: |The best that was found in this time|Nothing better)/u);
    const count = (text: string | null | undefined): number => Number(/^\d+/u.exec(text ?? "")?.[0]);
    expect(count(said())).toBeLessThanOrEqual(count(found));
  });

  it("are changed by hand: a piece goes as far as it may, is locked there, turned, and taken back", async () => {
    const maker = await visit("/draft/demo-crisp-pouch/sheets?stage=paper&cut=free");
    await screen.findByText("Look longer");
    const placed = () => useLaying.getState().laying?.nest?.sheets[0]?.placements[0];
    const before = placed();
    const [piece] = screen.getAllByLabelText(/^Pouch, \d+$/u);
    if (!piece || !before) throw new Error("nothing lies there");
    act(() => piece.focus());
    await maker.keyboard("{Shift>}{ArrowRight}{/Shift}");
    await within(free()).findByText("What you have moved is locked where it lies.");
    const moved = placed();
    expect(moved).toMatchObject({ y: before.y, rotation: before.rotation, locked: true });
    expect(moved?.x).toBeGreaterThan(before.x + 5);
    expect(within(free()).getByText(/^Pouch, \d+, locked here$/u)).toBeDefined();
    await maker.click(screen.getByText("Turn it by a quarter"));
    // it is turned, or there is no room for it and that is said
    await waitFor(() =>
      expect(placed()?.rotation !== before.rotation || screen.queryByText(/no room to turn it here/u) !== null).toBe(
        true,
      ),
    );
    while (useLaying.getState().laying?.past.length) await maker.click(screen.getByText("Take it back"));
    expect(placed()).toEqual(before);
    // locked where it lies, the rest is laid anew round it
    await maker.click(screen.getByText("Lock it here"));
    await maker.click(screen.getByText("Lay the rest anew"));
    await screen.findByText("Look longer");
    const all = useLaying.getState().laying?.nest?.sheets.flatMap(({ placements }) => placements) ?? [];
    expect(all.find(({ piece: of, copy }) => of === before.piece && copy === before.copy)).toMatchObject({
      ...{ x: before.x, y: before.y, rotation: before.rotation, locked: true },
    });
  });

  it("lie on a mat as far as it can be cut, and say of what is too large what would do", async () => {
    const maker = await visit("/draft/demo-invitation-card/sheets?stage=paper&cut=free");
    await sheets();
    await maker.selectOptions(within(free()).getByLabelText("Cut on"), "mat-12x12");
    // of 210 × 297 it can cut 290
    await screen.findAllByLabelText(/^Sheet of 210\s×\s290\smm/u);
    await maker.selectOptions(within(free()).getByLabelText("Cut on"), "mat-4.5x12");
    await screen.findByText(
      /Card base, 40 of them: too large for what is in hand\. On this mat .* larger mat, or none/u,
    );
  });
});
