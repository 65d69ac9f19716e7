// @vitest-environment jsdom
/** The file of everything: what is in it comes back whole in a browser that has none of it. */
import { readProject } from "@cut-fold/core";
import "fake-indexeddb/auto";
import { fileSave } from "browser-fs-access";
import { beforeEach, expect, it, vi } from "vitest";
import { adopt } from "./adopt.ts";
import { binDraft, binned } from "./bin.ts";
import { db } from "./db.ts";
import { demoDrafts } from "./demo.ts";
import { useDrafts } from "./drafts.ts";
import { bringing, saveAll, saveShelf, takeIn } from "./files.ts";
import { readBeside } from "./kept.ts";
import { markBegun, useKeeping } from "./keeping.ts";
import { keepOutline, useOutlines } from "./outlines.ts";
import { useSettings } from "./settings.ts";
import { keepEntry, shelfNow, useShelfStore } from "./shelf.ts";

vi.mock("browser-fs-access", () => ({ fileSave: vi.fn(() => Promise.resolve()), fileOpen: vi.fn() }));

const HOUSE = {
  ...{ id: "house", name: "House", drawn: "M0 0L60 0L60 40L30 70L0 40Z", width: 60, height: 70 },
  ...{ from: "SVG file house.svg", made: "2026-06-20" },
};
const PLUM = { kind: "offcut" as const, id: "plum", width: 100, height: 200, left: 3, paper: "Plum" };
const ended = (): Promise<void> => vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));

/** A browser with nothing of ours in it. */
async function empty(): Promise<void> {
  await ended();
  useKeeping.setState({ isRead: false });
  await db.drafts.clear();
  await db.kept.clear();
  await markBegun();
  useKeeping.setState({ isRead: true, trouble: undefined });
  useDrafts.setState({ drafts: new Map(), aside: [] });
  useOutlines.setState({ outlines: [] });
  useShelfStore.setState({ entries: [], aside: [] });
  useSettings.setState({ settings: useSettings.getInitialState().settings });
}
beforeEach(empty);

async function savedText(): Promise<string> {
  await saveAll();
  const [blob] = vi.mocked(fileSave).mock.lastCall ?? [];
  if (!(blob instanceof Blob)) throw new Error("nothing saved");
  return blob.text();
}
const readAgain = (text: string) => {
  const read = readProject(text);
  if (!read.ok) throw new Error(read.problem.code);
  return { ...read, beside: readBeside(read.beside) };
};

it("holds drafts, bin, outlines, the shelf and settings, and brings them all back, and takes them back again", async () => {
  const [first, second] = demoDrafts();
  if (!first || !second) throw new Error("no demo");
  useDrafts.getState().put([first]);
  await binDraft(second);
  keepOutline(HOUSE);
  keepEntry(PLUM);
  useSettings.getState().set({ fraction: 32, notch: 11.2 });
  await ended();
  const text = await savedText();

  await empty();
  const read = readAgain(text);
  const brought = bringing(read);
  const told = takeIn(adopt(read.drafts, new Map()), brought);
  await ended();
  expect(told.text).toBe(
    `${first.name}, 1 outline, 1 thing of the shelf, 1 deleted draft, into the bin, the settings taken in.`,
  );
  expect([...useDrafts.getState().drafts.values()]).toEqual([first]);
  expect((await binned()).map((b) => b.draft)).toEqual([second]);
  expect(useOutlines.getState().outlines).toEqual([HOUSE]);
  expect(shelfNow()).toEqual([PLUM]);
  expect(useSettings.getState().settings).toMatchObject({ fraction: 32, notch: 11.2 });
  // all of it is in the store, and nothing of it comes a second time
  expect(await db.kept.get("outline house")).toMatchObject({ value: HOUSE });
  expect(bringing(read)).toMatchObject({ outlines: [], shelf: [], settings: undefined });

  told.back?.();
  await ended();
  expect(useDrafts.getState().drafts.size).toBe(0);
  expect(useOutlines.getState().outlines).toEqual([]);
  expect(shelfNow()).toEqual([]);
  expect(useSettings.getState().settings.notch).toBeUndefined();
});

it("the shelf alone is a file of its own, and is taken in where it is not", async () => {
  keepEntry(PLUM);
  await saveShelf();
  const [blob] = vi.mocked(fileSave).mock.lastCall ?? [];
  if (!(blob instanceof Blob)) throw new Error("nothing saved");
  await empty();
  const read = readAgain(await blob.text());
  const brought = bringing(read);
  const told = takeIn(adopt(read.drafts, new Map()), brought);
  expect(told.text).toBe("1 thing of the shelf taken in.");
  expect(shelfNow()).toEqual([PLUM]);
  told.back?.();
  expect(shelfNow()).toEqual([]);
});

it("offcuts of a file that had no shelf come to lie on it, and those that are there do not come twice", () => {
  const given = { offcuts: [{ width: 100, height: 200, count: 3, paper: "Plum" }, { width: 1 }] };
  const { shelf, unread } = readBeside(given);
  expect(shelf).toMatchObject([{ kind: "offcut", width: 100, height: 200, left: 3, paper: "Plum" }]);
  expect(unread).toBe(1);
  useShelfStore.setState({ entries: [PLUM] });
  expect(bringing({ ok: true, drafts: [], unread: [], beside: readBeside(given) }).shelf).toEqual([]);
});

it("is read whatever stands in it: what cannot be read is counted, and hides nothing else", () => {
  const beside = readBeside({
    bin: [7, { draft: null, deleted: "2026" }],
    outlines: [HOUSE, { ...HOUSE, drawn: "M0 0<script>" }, null],
    offcuts: "none",
    settings: { unit: "furlong" },
  });
  expect(beside).toMatchObject({ bin: [], outlines: [HOUSE], shelf: [], settings: undefined, unread: 4 });
});
