// @vitest-environment jsdom
/** The shelf and runs: what a maker has, what lists offer of it, what is made together and what has to be bought for it. */
import { type Layout, readSpec, type ShelfEntry, type ShelfPaper } from "@cut-fold/core";
import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { db } from "../store/db.ts";
import { useDrafts } from "../store/drafts.ts";
import { useKeeping } from "../store/keeping.ts";
import { newRun, runsNow, useRuns } from "../store/runs.ts";
import { putShelf, shelfNow, type Took, useShelfStore } from "../store/shelf.ts";
import { FromShelf } from "./laid/FromShelf.tsx";
import { draftNow, plain, retype, solutionNow, stages, visit } from "../test/house.tsx";

const OAT: ShelfPaper = {
  ...{ kind: "paper", id: "oat", title: "Orchard oat", weight: 118, caliper: 0.16, face: "#e9d9bb", back: "#f1e6d0" },
  ...{ width: 210, height: 297, left: 5, price: 0.5 },
};
const THINGS: readonly ShelfEntry[] = [
  OAT,
  { kind: "offcut", id: "r", paper: "Orchard oat", width: 200, height: 150, left: 2 },
  { kind: "board", id: "b", title: "The shed's board", method: "scoring-board", board: "scoring-millimetre" },
  { kind: "ruler", id: "u", title: "Long steel ruler", ruler: "half-millimetre" },
  { kind: "tape", id: "t", title: "Red tape", width: 7.5 },
  { kind: "contents", id: "c", title: "Cider voucher", width: 98, height: 62, thickness: 0.3 },
  { kind: "envelope", id: "e", title: "Green envelopes", width: 160, height: 112 },
  { kind: "machine", id: "m", title: "Small cutter", width: 114, height: 292 },
];
const main = (): HTMLElement => screen.getByRole("main");
const ended = (): Promise<void> => vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));

beforeEach(async () => {
  await db.kept.where("key").startsWithAnyOf(["shelf ", "run ", "took ", "laid "]).delete();
  await useShelfStore.getState().load();
  await useRuns.getState().load();
  useShelfStore.setState({ entries: [], aside: [] });
  useRuns.setState({ entries: [], aside: [] });
});

describe("the shelf", () => {
  it("is empty at first, and shows one to look at that can be taken away again", async () => {
    const maker = await visit("/shelf");
    expect(within(main()).getByText(/Nothing here yet/u)).toBeDefined();
    await maker.click(screen.getByRole("button", { name: /orchard's shelf/u }));
    expect(shelfNow().length).toBeGreaterThan(10);
    await maker.click(await screen.findByRole("button", { name: "Take it away" }));
    expect(shelfNow()).toEqual([]);
  });

  it("holds a paper with all that is said of it, from the first press on, and it can be as it was again", async () => {
    const maker = await visit("/shelf");
    await maker.click(screen.getByRole("button", { name: "Add a paper" }));
    const editor = within(screen.getByRole("region", { name: "Paper" }));
    await retype(maker, editor.getByLabelText("Called"), "Leaf paper");
    await maker.selectOptions(editor.getByLabelText("Weight, thickness and colour as"), "text-120-plum");
    await maker.type(editor.getByLabelText("Its pattern, in words"), "leaves");
    await maker.selectOptions(editor.getByLabelText("Its sheets"), "square-12in");
    await maker.selectOptions(editor.getByLabelText("Its fibres run"), "width");
    await maker.type(editor.getByLabelText("Sheets left"), "12");
    await maker.type(editor.getByLabelText("Price of a sheet"), "0.9");
    const [paper] = shelfNow();
    expect(paper).toMatchObject({
      ...{ kind: "paper", title: "Leaf paper", weight: 120, caliper: 0.15, face: "#a9788c", pattern: "leaves" },
      ...{ width: 304.8, height: 304.8, grain: "width", left: 12, price: 0.9 },
    });
    // left open again it is not counted
    await maker.clear(editor.getByLabelText("Sheets left"));
    expect(shelfNow()[0]).not.toHaveProperty("left");
    await maker.type(editor.getByLabelText("Price of a sheet"), "dear");
    expect(editor.getByText("A number, 0 to 100000.")).toBeDefined();
    expect(shelfNow()[0]).toMatchObject({ price: 0.9 });
    await maker.click(editor.getByRole("button", { name: "As it was" }));
    expect(shelfNow()[0]).toMatchObject({ title: "Paper", weight: 120, face: "#e9d9bb" });
    await ended();
    expect((await db.kept.get(`shelf ${paper?.id ?? ""}`))?.value).toEqual(shelfNow()[0]);
  });

  it("is found by a word, counted up and down, and what is taken off it can be put back", async () => {
    putShelf(THINGS);
    const maker = await visit("/shelf");
    await maker.type(screen.getByLabelText("Find on the shelf"), "oat");
    await waitFor(() => expect(within(main()).getAllByRole("listitem")).toHaveLength(2));
    await maker.click(screen.getByRole("button", { name: "One less of Orchard oat" }));
    expect(shelfNow().find(({ id }) => id === "oat")).toMatchObject({ left: 4 });
    await maker.click(screen.getByRole("button", { name: /^Orchard oat/u }));
    await maker.click(screen.getByRole("button", { name: "Take it off the shelf" }));
    expect(shelfNow().some(({ id }) => id === "oat")).toBe(false);
    await maker.click(await screen.findByRole("button", { name: "Put it back" }));
    expect(shelfNow()).toContainEqual({ ...OAT, left: 4 });
    await retype(maker, screen.getByLabelText("Find on the shelf"), "anvil");
    expect(await screen.findByText("Nothing on the shelf is called that.")).toBeDefined();
  });

  it("says when two of a kind are called alike", async () => {
    putShelf([OAT, { ...OAT, id: "oat-2" }]);
    const maker = await visit("/shelf");
    const [first] = screen.getAllByRole("button", { name: /^Orchard oat/u });
    if (!first) throw new Error("no paper");
    await maker.click(first);
    expect(screen.getByText(/Another one is called that too/u)).toBeDefined();
  });

  it.each(["a board", "a ruler", "a mat", "a machine", "a printer", "a tape", "a thing", "an envelope", "an offcut"])(
    "takes %s, each with its own figures",
    async (what) => {
      const maker = await visit("/shelf");
      await maker.click(screen.getByRole("button", { name: `Add ${what}` }));
      expect(shelfNow()).toHaveLength(1);
      expect(document.querySelectorAll(".shelf-editor input, .shelf-editor select").length).toBeGreaterThan(0);
      expect(main().innerHTML).not.toMatch(/NaN|undefined/u);
    },
  );
});

describe("what lists offer", () => {
  it("is the shelf's first: paper with its sheet, tape, board, ruler and thing, and the draft keeps its copy", async () => {
    putShelf(THINGS);
    const maker = await visit("/draft/demo-invitation-card/flat?stage=paper");
    await maker.selectOptions(stages().getByLabelText("Paper"), "own:oat");
    expect(draftNow().spec).toMatchObject({
      stock: { own: "oat", title: "Orchard oat", caliper: 0.16, weight: 118, face: "#e9d9bb" },
      sheet: { own: "oat", width: 210, height: 297 },
    });
    expect(draftNow().spec.stock.preset).toBeUndefined();
    await maker.selectOptions(stages().getByLabelText("Sheet in hand"), "own:r");
    expect(draftNow().spec.sheet).toEqual({ own: "r", width: 200, height: 150 });
    await maker.selectOptions(stages().getByLabelText("Tape in hand"), "7.5");
    expect(draftNow().spec.tape).toBe(7.5);
    await maker.click(stages().getByRole("button", { name: /Holder/u }));
    await maker.selectOptions(stages().getByLabelText("Made on"), "own:b");
    expect(draftNow().spec.method).toMatchObject({ own: "b", board: "scoring-millimetre" });
    await maker.selectOptions(stages().getByLabelText("Ruler"), "half-millimetre");
    await maker.click(stages().getByRole("button", { name: /Inside/u }));
    await maker.selectOptions(stages().getByLabelText("What goes in"), "own:c");
    expect(draftNow().spec.contents).toMatchObject({ own: "c", name: "Cider voucher", width: 98, height: 62 });
    // off the shelf, the draft goes on with its copy
    putShelf([]);
    await maker.click(stages().getByRole("button", { name: /Paper/u }));
    await waitFor(() => {
      const paper = stages().getByLabelText("Paper");
      expect(paper).toHaveProperty("value", "own:oat");
      expect(within(paper).getByRole("option", { name: "Orchard oat" })).toBeDefined();
    });
    await ended();
  });
});

it("a pouch's handle is cut from a paper of the shelf, which the recipe keeps", async () => {
  putShelf([OAT]);
  const maker = await visit("/draft/demo-crisp-pouch/flat?stage=details");
  await maker.selectOptions(stages().getByLabelText("Handle's paper"), "own:oat");
  expect(solutionNow().pieces.find(({ id }) => id === "handle")?.stock).toMatchObject({
    own: "oat",
    title: "Orchard oat",
  });
  expect(stages().getByLabelText("Handle's paper")).toHaveProperty("value", "own:oat");
  await ended();
});

/** The button that puts back what was taken, once a second press is not meant for what stood there before. */
async function putBackButton(): Promise<HTMLElement> {
  const button = screen.getByRole("button", { name: "Put it back" });
  await waitFor(() => expect(button.getAttribute("aria-disabled")).toBeNull());
  return button;
}

it("a draft's straight cuts are taken from the shelf and put back, where its sheets are shown", async () => {
  putShelf([OAT]);
  const maker = await visit("/draft/demo-invitation-card/sheets?stage=paper");
  await maker.selectOptions(stages().getByLabelText("Paper"), "own:oat");
  // forty cards, two on a sheet, and five sheets there: five are taken
  await maker.click(await screen.findByRole("button", { name: "Take it from the shelf" }));
  await screen.findByText(/^Taken from the shelf: 5 sheets/u);
  await waitFor(() => expect(shelfNow().find(({ id }) => id === "oat")).toMatchObject({ left: 0 }));
  expect(screen.queryByRole("button", { name: "Keep it" })).toBeNull();
  await maker.click(await putBackButton());
  await waitFor(() => expect(shelfNow()).toEqual([OAT]));
});

it("what was taken is not put back by the second of two quick presses", async () => {
  // both in one turn of the loop: however slow a machine is, no time passes between them
  const props = { id: "d", asked: "", taking: undefined, grid: 1, isStill: true };
  const layout: Layout = {
    ...{ kind: "trim", sheets: [], left: [], papers: [] },
    ...{ bound: 0, proved: 0, seed: 1, steps: 0, stopped: "done" },
  };
  const shown = (took?: Took) => <FromShelf {...props} layout={layout} took={took} />;
  putShelf([OAT]);
  const { rerender } = render(shown());
  rerender(shown({ asked: "", layout, at: "now", sheets: [{ id: "oat", count: 2 }], used: [], rests: [] }));
  const button = screen.getByRole("button", { name: "Put it back" });
  expect(button.getAttribute("aria-disabled")).toBe("true");
  fireEvent.click(button);
  expect(button).toHaveProperty("disabled", false);
  await waitFor(() => expect(button.getAttribute("aria-disabled")).toBeNull());
  fireEvent.click(button);
  // it is being done: nothing else may be pressed meanwhile
  expect(button).toHaveProperty("disabled", true);
  await waitFor(() => expect(button).toHaveProperty("disabled", false));
});

describe("the size chart", () => {
  it("is asked of one's own board, as its punch was measured", async () => {
    putShelf([
      ...[10, 12].map((notch): ShelfEntry => ({
        ...{ kind: "board", id: `n${String(notch)}`, title: `Notch ${String(notch)}`, method: "punch-board" },
        ...{ board: "one-millimetre", notch },
      })),
    ]);
    const table = async (id: string): Promise<string> => {
      await visit(`/size-chart?form=square-blank-envelope&board=own:${id}`);
      return screen.getByRole("table").textContent;
    };
    const shallow = await table("n10");
    cleanup();
    expect(await table("n12")).not.toBe(shallow);
    expect(screen.getByText(/Notch 12/u, { selector: "h1, h2, p, caption" })).toBeDefined();
  });
});

/** Two drafts of one paper: tags and a pocket. */
function twoDrafts(): void {
  const made = (id: string, name: string, given: object) => {
    const read = readSpec({
      units: "mm",
      stock: { own: "oat", title: "Orchard oat", weight: 118, caliper: 0.16 },
      ...given,
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const at = "2026-06-20T10:00:00.000Z";
    return { id, name, tags: [], note: "", made: at, changed: at, step: 1, spec: read.value };
  };
  const drafts = [
    made("tags", "Jar tags", { form: "tag", contents: { width: 90, height: 140 }, quantity: 6 }),
    made("more", "Box tags", { form: "tag", contents: { width: 90, height: 140 }, quantity: 14 }),
  ];
  useDrafts.setState({ drafts: new Map(drafts.map((draft) => [draft.id, draft])) });
}
const toBuy = (): string => plain(screen.getByRole("region", { name: "Sheets to buy" }).textContent);

describe("a run", () => {
  beforeEach(() => {
    putShelf([OAT]);
    twoDrafts();
  });

  it("begins empty, takes drafts, and says what has to be bought for them", async () => {
    const maker = await visit("/runs");
    await maker.click(screen.getByRole("button", { name: "Begin a run" }));
    expect(await screen.findByText("What is made together?")).toBeDefined();
    await maker.selectOptions(screen.getByLabelText("Made with them"), "tags");
    await maker.selectOptions(screen.getByLabelText("Made with them"), "more");
    expect(runsNow()[0]?.items).toEqual([
      { draft: "tags", quantity: 6, made: 0 },
      { draft: "more", quantity: 14, made: 0 },
    ]);
    // twenty tags of 90 × 140, four on a sheet of 210 × 297: five sheets, and five are there
    await waitFor(() => expect(toBuy()).toContain("Nothing to buy: the shelf has it all"));
    expect(toBuy()).toContain("takes 5 sheets, 5 on the shelf");
    await retype(maker, screen.getAllByLabelText("In all")[1] as HTMLElement, "30");
    // thirty-six: nine sheets, four to buy at 0.50
    await waitFor(() => expect(toBuy()).toContain("To buy: 4 sheets, 2.00"));
    expect(main().innerHTML).not.toMatch(/NaN|undefined/u);
  });

  it("is taken from the shelf once, with its rests put there, and back again", async () => {
    const run = newRun([...useDrafts.getState().drafts.values()], "Open day");
    const maker = await visit(`/run/${run.id}`);
    const take = await screen.findByRole("button", { name: "Take it from the shelf" });
    await maker.click(take);
    await screen.findByText(/^Taken from the shelf: 5 sheets/u);
    await waitFor(() => expect(shelfNow().find(({ id }) => id === "oat")).toMatchObject({ left: 0 }));
    expect(screen.queryByRole("button", { name: "Take it from the shelf" })).toBeNull();
    // what was to be bought for it is what it was before it was taken
    expect(toBuy()).toContain("Nothing to buy");
    await maker.click(await putBackButton());
    await waitFor(() => expect(shelfNow()).toEqual([OAT]));
    expect(await screen.findByRole("button", { name: "Take it from the shelf" })).toBeDefined();
  });

  it("is made in part today, and the rest tomorrow", async () => {
    const run = newRun([...useDrafts.getState().drafts.values()], "Open day");
    const maker = await visit(`/run/${run.id}`);
    await maker.type(screen.getAllByLabelText("Today")[1] as HTMLElement, "2");
    // six and two: two sheets
    await waitFor(() => expect(toBuy()).toContain("takes 2 sheets"));
    await maker.click(screen.getByRole("button", { name: "Today's are made" }));
    expect(runsNow()[0]?.items).toEqual([
      { draft: "tags", quantity: 6, made: 6 },
      { draft: "more", quantity: 14, made: 2 },
    ]);
    // twelve are left: three sheets
    await waitFor(() => expect(toBuy()).toContain("takes 3 sheets"));
    expect(screen.getByText("2 made, 12 to make")).toBeDefined();
    await maker.click(await screen.findByRole("button", { name: "Not yet" }));
    expect(runsNow()[0]?.items.map(({ made }) => made)).toEqual([0, 0]);
  });

  it("is cut straight as well, with the trimmer's settings in order", async () => {
    const run = newRun([...useDrafts.getState().drafts.values()], "Open day");
    const maker = await visit(`/run/${run.id}`);
    await screen.findByText(/cut free/u);
    await maker.click(screen.getByRole("button", { name: "Straight cuts" }));
    expect((await screen.findByText(/with straight cuts$/u)).closest("h2")?.textContent).toBe(
      "5 sheets with straight cuts",
    );
    const cuts = [...document.querySelectorAll(".group ol li")].map((li) => plain(li.textContent));
    expect(cuts.length).toBeGreaterThan(1);
    expect(cuts.every((cut) => /\d mm/u.test(cut))).toBe(true);
  });

  it("leaves out what is not in the drawer any more, and says so; taken away it can be put back", async () => {
    const run = newRun([...useDrafts.getState().drafts.values()], "Open day");
    useDrafts.setState(({ drafts }) => ({ drafts: new Map([...drafts].filter(([id]) => id !== "more")) }));
    const maker = await visit(`/run/${run.id}`);
    expect(await screen.findByText(/One draft of this run is not in the drawer/u)).toBeDefined();
    await maker.click(screen.getByRole("button", { name: "Take the run away" }));
    expect(runsNow()).toEqual([]);
    await maker.click(await screen.findByRole("button", { name: "Put it back" }));
    expect(runsNow()).toHaveLength(1);
    expect(await screen.findByRole("link", { name: /Open day/u })).toBeDefined();
  });

  it("that is not here says so and leads back", async () => {
    await visit("/run/none");
    expect(screen.getByText("This run is not here")).toBeDefined();
    expect(screen.getByRole("link", { name: "All runs" })).toBeDefined();
  });
});
