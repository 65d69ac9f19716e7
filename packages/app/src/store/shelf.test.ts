import { inHandFor, jobFor, layOut, readSpec, type ShelfEntry, searchFor, type ShelfPaper } from "@cut-fold/core";
import { beforeEach, expect, it, vi } from "vitest";
import { besideKey, db } from "./db.ts";
import { markBegun, useKeeping } from "./keeping.ts";
import {
  dropEntry,
  keepEntry,
  keepRest,
  letGoRest,
  noteUsedUp,
  putBackOnShelf,
  putShelf,
  shelfNow,
  takeFromShelf,
  tookFor,
  useShelfStore,
} from "./shelf.ts";

const OAT: ShelfPaper = {
  ...{ kind: "paper", id: "oat", title: "Oat", weight: 120, caliper: 0.15, face: "#e9d9bb", back: "#f1e6d0" },
  ...{ width: 210, height: 297, left: 5 },
};
const RED: ShelfEntry = { kind: "tape", id: "red", title: "Red tape", width: 6 };
const rows = async (): Promise<unknown[]> =>
  (await db.kept.where("key").startsWith("shelf ").toArray()).map(({ value }): unknown => value);
const ended = (): Promise<void> => vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));

/** Three tags on two sheets of the paper, and two rests. */
function laid(shelf: readonly ShelfEntry[]) {
  const read = readSpec({
    ...{ units: "mm", form: "tag", contents: { width: 90, height: 140 }, quantity: 6 },
    ...{
      stock: { own: "oat", title: "Oat", weight: 120, caliper: 0.15 },
      sheet: { own: "oat", width: 210, height: 297 },
    },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const items = [{ id: "draft", spec: read.value, quantity: 6 }];
  const job = jobFor({ items, inHand: inHandFor([read.value], shelf, OAT as Required<ShelfPaper>, true) });
  const ready = searchFor({ ...job, effort: 5000 });
  const layout = ready.ok ? layOut({ ...job, effort: 5000 }, ready.search) : undefined;
  if (!layout) throw new Error("nothing laid");
  return layout;
}

beforeEach(async () => {
  await ended();
  await db.kept.clear();
  await markBegun();
  useKeeping.setState({ isRead: true, trouble: undefined });
  await useShelfStore.getState().load();
  useShelfStore.setState({ entries: [], aside: [] });
});

it("keeps each entry under its own key, writes what has changed alone, and takes it away again", async () => {
  expect(keepEntry(OAT)).toBe(true);
  keepEntry(RED);
  await expect.poll(rows).toEqual([OAT, RED]);
  const put = vi.spyOn(db.kept, "put");
  putShelf([{ ...OAT, left: 4 }, RED]);
  await ended();
  expect(put.mock.calls.map(([{ key }]) => key)).toEqual(["shelf oat"]);
  put.mockRestore();
  dropEntry(OAT);
  await expect.poll(rows).toEqual([RED]);
});

it("what another window changes is here without being asked for, and what this one is about to write stays", async () => {
  keepEntry(OAT);
  await ended();
  await db.kept.put({ key: "shelf red", value: RED });
  await expect.poll(() => shelfNow().map(({ id }) => id)).toEqual(["oat", "red"]);
  await db.kept.delete("shelf oat");
  await expect.poll(() => shelfNow().map(({ id }) => id)).toEqual(["red"]);
});

it("a row that this version cannot read stays as it is, beside", async () => {
  await db.kept.put({ key: "shelf x", value: { kind: "laser", id: "x" } });
  await expect.poll(() => useShelfStore.getState().aside).toEqual([{ kind: "laser", id: "x" }]);
  keepEntry(RED);
  await ended();
  expect(await db.kept.get("shelf x")).toBeDefined();
});

it("rests of one size and paper are counted, and let go as many as were kept", async () => {
  const rest = { width: 200, height: 150, paper: "Oat", left: 2 };
  await keepRest(rest);
  await keepRest({ ...rest, left: 1 });
  await keepRest({ ...rest, paper: "Plum" });
  expect(shelfNow()).toMatchObject([{ paper: "Oat", left: 3 }, { paper: "Plum" }]);
  await letGoRest(rest);
  expect(shelfNow()).toMatchObject([{ paper: "Oat", left: 1 }, { paper: "Plum" }]);
});

it("offcuts that lay in one row before there was a shelf become entries of it, once", async () => {
  const { useShelfStore: again } = await freshly(async () => {
    await db.kept.put({ key: "offcuts", value: [{ width: 200, height: 150, count: 2, paper: "Oat" }, { width: "?" }] });
  });
  await again.getState().load();
  expect(again.getState().entries).toMatchObject([{ kind: "offcut", width: 200, height: 150, left: 2, paper: "Oat" }]);
  expect(await db.kept.get("offcuts")).toBeUndefined();
  expect(await rows()).toHaveLength(1);
});

/** The shelf's part as a window that has just been opened has it. */
async function freshly(before: () => Promise<void>) {
  await before();
  vi.resetModules();
  const keeping = await import("./keeping.ts");
  keeping.useKeeping.setState({ isRead: true, trouble: undefined });
  return import("./shelf.ts");
}

it("a run is taken from the shelf once, whoever asks, and put back once", async () => {
  keepEntry(OAT);
  await ended();
  const layout = laid(shelfNow());
  // four of 90 × 140 on a sheet of 210 × 297: six of them take two
  expect(layout.sheets).toHaveLength(2);
  const took = await Promise.all([1, 2, 3].map(() => takeFromShelf("d", "asked", layout, 1)));
  expect(new Set(took.map((one) => one?.at)).size).toBe(1);
  expect(shelfNow()).toContainEqual({ ...OAT, left: 3 });
  const rests = shelfNow().filter(({ kind }) => kind === "offcut");
  expect(rests.length).toBeGreaterThan(0);
  expect(await tookFor("d")).toMatchObject({ asked: "asked", sheets: [{ id: "oat", count: 2 }] });
  await Promise.all([putBackOnShelf("d"), putBackOnShelf("d")]);
  expect(shelfNow()).toEqual([OAT]);
  expect(await rows()).toEqual([OAT]);
  expect(await tookFor("d")).toBeUndefined();
});

it("what was taken stays so when it is made once more, and the next is taken by itself", async () => {
  keepEntry(OAT);
  await ended();
  await takeFromShelf("d", "first", laid(shelfNow()), 1);
  await noteUsedUp("d");
  expect(await tookFor("d")).toBeUndefined();
  expect(shelfNow()).toContainEqual({ ...OAT, left: 3 });
  await takeFromShelf("d", "second", laid([OAT]), 1);
  expect(shelfNow()).toContainEqual({ ...OAT, left: 1 });
});

it("a note of what was taken that cannot be read is none", async () => {
  await db.kept.put({ key: besideKey("took", "d"), value: { asked: 7 } });
  expect(await tookFor("d")).toBeUndefined();
});
