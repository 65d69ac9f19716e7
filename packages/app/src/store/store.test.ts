import { type Draft, readDraft, solve } from "@cut-fold/core";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { binned, daysLeft, tidyBin } from "./bin.ts";
import { db, everythingIn } from "./db.ts";
import { demoDrafts } from "./demo.ts";
import { adopt } from "./adopt.ts";
import { duplicateDraft, versionOf, versionsOf } from "./drafting.ts";
import { useDrafts } from "./drafts.ts";
import { markBegun, putAllBack, useKeeping } from "./keeping.ts";
import { takeIn } from "./files.ts";
import { envelopeFor } from "./envelopeFor.ts";
import { cardsIn, followersOf } from "./following.ts";
import {
  beginDrag,
  beginGesture,
  change,
  endEntry,
  endGesture,
  follow,
  meet,
  openDraft,
  redo,
  standAt,
  undo,
  useOpenDraft,
} from "./openDraft.ts";
import { ENTRY_MS } from "./gesture.ts";
import { recallSteps } from "./steps.ts";
import { solutionOf } from "./solutions.ts";
import { setDimension } from "./setDimension.ts";

const sample = (): Draft => demoDrafts()[0] as Draft;
const widthNow = (): number | undefined => useOpenDraft.getState().draft?.spec.contents.width;
const kept = async (id: string): Promise<number | undefined> => (await db.drafts.get(id))?.spec.contents.width;
const settled = (): Promise<void> => vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));

beforeEach(async () => {
  vi.restoreAllMocks();
  // unread for now: what is cleared here was not deleted by anybody
  useKeeping.setState({ isRead: false });
  await db.drafts.clear();
  await db.kept.clear();
  await markBegun();
  useDrafts.setState({ drafts: new Map(), aside: [], loading: false, waiting: false });
  useKeeping.setState({ trouble: undefined, isRead: true });
});

describe("the demo scenario", () => {
  it("is read by the reader every file goes through, and solves", () => {
    const drafts = demoDrafts();
    expect(drafts.length).toBeGreaterThanOrEqual(5);
    for (const draft of drafts) expect(solutionOf(draft.spec).pieces.length, draft.name).toBeGreaterThan(0);
  });
});

describe("the open draft", () => {
  it("saves every change at once, and undo and redo are saved too", async () => {
    openDraft(sample());
    change({ contents: { width: 150, preset: undefined } });
    change({ contents: { width: 160 } });
    await settled();
    expect(await kept(sample().id)).toBe(160);
    undo();
    expect(widthNow()).toBe(150);
    undo();
    expect(widthNow()).toBe(148);
    redo();
    expect(widthNow()).toBe(150);
    await settled();
    expect(await kept(sample().id)).toBe(150);
  });

  it("makes one step of undo out of a whole drag, and one write", async () => {
    openDraft(sample());
    const put = vi.spyOn(db.drafts, "bulkPut");
    beginDrag();
    for (let width = 149; width <= 180; width += 1) change({ contents: { width, preset: undefined } });
    expect(put).not.toHaveBeenCalled();
    endGesture();
    await settled();
    expect(put).toHaveBeenCalledTimes(1);
    undo();
    expect(widthNow()).toBe(148);
    redo();
    expect(widthNow()).toBe(180);
  });

  it("saves what is typed when the hand rests, and says so meanwhile: every entry is a step of undo", async () => {
    openDraft(sample());
    beginGesture();
    for (const width of [15, 152, 153]) change({ contents: { width, preset: undefined } });
    expect(useDrafts.getState().waiting).toBe(true);
    await vi.waitFor(async () => expect(await kept(sample().id)).toBe(153), { timeout: 3 * ENTRY_MS });
    expect(useDrafts.getState().waiting).toBe(false);
    // the field still has the focus: what is typed next is the next step, and Enter ends it at once
    change({ contents: { width: 160 } });
    endEntry();
    await settled();
    expect(await kept(sample().id)).toBe(160);
    change({ contents: { width: 170 } });
    endGesture();
    undo();
    expect(widthNow()).toBe(160);
    undo();
    expect(widthNow()).toBe(153);
    undo();
    expect(widthNow()).toBe(148);
  });

  it("can be undone after a reload, but not where another window has changed it since", async () => {
    useDrafts.setState({ drafts: new Map([[sample().id, sample()]]) });
    openDraft(sample());
    change({ contents: { width: 150, preset: undefined } });
    change({ contents: { width: 160 } });
    undo();
    await settled();
    const again = (await db.drafts.get(sample().id)) as Draft;
    const steps = () => {
      const { pastStates, futureStates } = useOpenDraft.temporal.getState();
      return [pastStates.length, futureStates.length];
    };
    openDraft(again);
    await vi.waitFor(() => expect(steps()).toEqual([1, 1]));
    redo();
    expect(widthNow()).toBe(160);
    undo();
    undo();
    expect(widthNow()).toBe(148);
    await settled();
    openDraft({ ...again, changed: new Date(0).toISOString() });
    expect(await recallSteps({ ...again, changed: new Date(0).toISOString() })).toEqual({ past: [], future: [] });
    expect(steps()).toEqual([0, 0]);
  });

  it("refuses what cannot be and keeps what was", () => {
    openDraft(sample());
    expect(change({ contents: { width: 9999 } })).toMatchObject([{ field: "contents.width", code: "too-large" }]);
    expect(widthNow()).toBe(148);
  });

  it("keeps the maker's place in the steps through undo, and does not count it as a change", () => {
    openDraft(sample());
    change({ quantity: 12 });
    standAt(5);
    undo();
    expect(useOpenDraft.getState().draft).toMatchObject({ step: 5, spec: { quantity: 40 } });
    expect(useOpenDraft.temporal.getState().pastStates).toHaveLength(0);
  });

  it("starts another form with that form's own settings and method", () => {
    openDraft(sample());
    expect(change({ form: "card-base" })).toEqual([]);
    expect(useOpenDraft.getState().draft?.spec).toMatchObject({
      form: "card-base",
      method: { kind: "scoring-board" },
      settings: { fold: "side" },
      contents: { width: 148 },
    });
  });

  it("answers a typed paper size with the largest card it serves", () => {
    openDraft(sample());
    const spec = (): Draft["spec"] => (useOpenDraft.getState().draft as Draft).spec;
    const blank = solutionOf(spec()).dimensions.find((d) => d.id === "blank");
    if (!blank) throw new Error("no figure for the blank");
    expect(setDimension(blank, 180)).toBeUndefined();
    expect(solutionOf(spec()).pieces[0]?.blank.width).toBeLessThanOrEqual(180);
    expect(spec().contents.width / spec().contents.height).toBeCloseTo(148 / 105, 1);
    expect(setDimension(blank, 30)).toMatch(/larger sheet/u);
  });
});

describe("two windows", () => {
  /** What another window does: it writes to the store, and this one hears of it. */
  const elsewhere = async (draft: Draft): Promise<void> => {
    await db.drafts.put(draft);
    await vi.waitFor(() => expect(useDrafts.getState().drafts.get(draft.id)?.changed).toBe(draft.changed));
  };
  const later = (s: number): string => new Date(Date.UTC(2026, 9, 1, 10, 0, s)).toISOString();
  const begin = async (): Promise<void> => {
    await db.kept.put({ key: "demo-seeded", value: true });
    await db.drafts.put(sample());
    await useDrafts.getState().load();
    openDraft(useDrafts.getState().drafts.get(sample().id) as Draft);
  };
  const rowNow = (): Draft => useDrafts.getState().drafts.get(sample().id) as Draft;

  it("show the newer row, as a step of undo", async () => {
    await begin();
    await elsewhere({ ...sample(), name: "Renamed elsewhere", changed: later(1) });
    meet(rowNow());
    expect(useOpenDraft.getState().draft?.name).toBe("Renamed elsewhere");
    change({ quantity: 3 });
    await settled();
    expect(await db.drafts.get(sample().id)).toMatchObject({ name: "Renamed elsewhere", spec: { quantity: 3 } });
  });

  it("have both their changes kept where they are of different parts, though one was at work", async () => {
    await begin();
    beginGesture();
    change({ contents: { width: 155, preset: undefined } });
    await elsewhere({ ...sample(), spec: { ...sample().spec, quantity: 9 }, changed: later(2) });
    meet(rowNow());
    expect(widthNow()).toBe(155);
    endGesture();
    await settled();
    expect((await db.drafts.get(sample().id))?.spec).toMatchObject({ quantity: 9, contents: { width: 155 } });
    expect(useDrafts.getState().clash).toBeUndefined();
  });

  /* the other's row is in the store, and no news of it has come here yet: it was typed in the same moment */
  it("typed in at the same moment, in different fields, are put together, and each has both", async () => {
    await begin();
    await settled();
    const theirs = db.drafts.put({ ...sample(), spec: { ...sample().spec, quantity: 9 }, changed: later(4) });
    change({ contents: { width: 155, preset: undefined } });
    await theirs;
    await settled();
    const row = await db.drafts.get(sample().id);
    expect(row?.spec).toMatchObject({ quantity: 9, contents: { width: 155 } });
    expect(await db.drafts.count()).toBe(1);
    expect(useDrafts.getState().clash).toBeUndefined();
    meet(rowNow());
    expect(useOpenDraft.getState().draft?.spec).toMatchObject({ quantity: 9, contents: { width: 155 } });
    // and what is typed next goes on from both
    change({ contents: { height: 99 } });
    await settled();
    expect((await db.drafts.get(sample().id))?.spec).toMatchObject({
      quantity: 9,
      contents: { width: 155, height: 99 },
    });
  });

  it("hear of every edit, though two fall in one reading of the clock", async () => {
    vi.spyOn(Date.prototype, "toISOString").mockReturnValue("2026-10-01T10:00:00.000Z");
    await begin();
    await settled();
    const stamps = [1, 2, 3].map((quantity) => {
      change({ quantity });
      return useOpenDraft.getState().draft?.changed;
    });
    expect(new Set(stamps).size).toBe(3);
    await settled();
    // a row of another window, under the very same reading
    const theirs = { ...sample(), name: "Theirs", changed: "2026-10-01T10:00:00.000999111111Z" };
    await elsewhere(theirs);
    expect(rowNow().name).toBe("Theirs");
    expect(readDraft(useOpenDraft.getState().draft).ok).toBe(true);
    expect(readDraft({ ...sample(), changed: "+010000-01-01T00:00:00.000Z" }).ok).toBe(true);
  });

  it("lose nothing where both changed one place: ours is kept beside theirs, and told", async () => {
    await begin();
    beginGesture();
    change({ quantity: 5 });
    await elsewhere({ ...sample(), spec: { ...sample().spec, quantity: 9 }, changed: later(3) });
    endGesture();
    await settled();
    expect((await db.drafts.get(sample().id))?.spec.quantity).toBe(9);
    const ours = (await db.drafts.toArray()).filter((d) => d.name.endsWith(", from this window"));
    expect(ours.map((d) => d.spec.quantity)).toEqual([5]);
    expect(useDrafts.getState().clash).toEqual({ theirs: sample().name, ours: ours[0]?.name });
    expect(useOpenDraft.getState().draft?.id).toBe(ours[0]?.id);
    useDrafts.setState({ clash: undefined });
  });
});

/** A store with these drafts that this window has read, and that was deleted then. */
async function deletedUnder(drafts: readonly Draft[]): Promise<void> {
  await db.drafts.bulkPut(drafts);
  await useDrafts.getState().load();
  await settled();
  await db.delete();
  await db.open();
}

describe("the drawer of drafts", () => {
  it("holds the demo scenario on a first visit, and only then", async () => {
    useKeeping.setState({ isRead: false });
    await db.kept.clear();
    await useDrafts.getState().load();
    expect(useDrafts.getState().drafts.size).toBe(demoDrafts().length);
    await settled();
    await db.drafts.clear();
    await useDrafts.getState().load();
    expect(useDrafts.getState().drafts.size).toBe(0);
  });

  it("is never marked as begun without the demo in it: a window that closes in between begins anew", async () => {
    useKeeping.setState({ isRead: false });
    await db.kept.clear();
    const stopped = vi.spyOn(db.kept, "put").mockRejectedValue(new DOMException("gone", "AbortError"));
    await useDrafts.getState().load();
    expect(await db.drafts.count()).toBe(0);
    expect(await db.kept.count()).toBe(0);
    stopped.mockRestore();
    useDrafts.setState({ drafts: new Map() });
    await useDrafts.getState().load();
    expect(await db.drafts.count()).toBe(demoDrafts().length);
  });

  it.each([
    ["blocked", new DOMException("denied", "InvalidStateError")],
    ["full", new DOMException("no room", "QuotaExceededError")],
  ] as const)(
    "goes on in memory when the browser's store is %s, and catches up when it comes back",
    async (trouble, error) => {
      openDraft(sample());
      const broken = vi.spyOn(db.drafts, "bulkPut").mockRejectedValue(error);
      change({ contents: { width: 170, preset: undefined } });
      await settled();
      expect(useKeeping.getState().trouble).toBe(trouble);
      expect(useDrafts.getState().drafts.get(sample().id)?.spec.contents.width).toBe(170);
      broken.mockRestore();
      change({ quantity: 3 });
      await settled();
      expect(useKeeping.getState().trouble).toBeUndefined();
      expect(await kept(sample().id)).toBe(170);
    },
  );

  it("writes over nothing that another window did while it was full, and brings nothing back that was deleted there", async () => {
    const other = { ...sample(), id: "other" };
    const doomed = { ...sample(), id: "doomed" };
    await db.kept.put({ key: "demo-seeded", value: true });
    await db.drafts.bulkPut([sample(), other, doomed]);
    await useDrafts.getState().load();
    await settled();
    const full = vi.spyOn(db.drafts, "bulkPut").mockRejectedValue(new DOMException("no room", "QuotaExceededError"));
    useDrafts.getState().put([{ ...sample(), id: "copy" }]);
    await settled();
    expect(useKeeping.getState().trouble).toBe("full");
    full.mockRestore();
    // the other window finds room: a card in another size, and a draft thrown away
    const theirs = {
      ...other,
      spec: { ...other.spec, quantity: 77 },
      changed: new Date(Date.UTC(2031, 0, 1)).toISOString(),
    };
    await db.drafts.put(theirs);
    await db.drafts.delete(doomed.id);
    useDrafts.getState().put([{ ...sample(), id: "second-copy" }]);
    await settled();
    expect(useKeeping.getState().trouble).toBeUndefined();
    expect((await db.drafts.get("other"))?.spec.quantity).toBe(77);
    expect((await db.drafts.toCollection().primaryKeys()).sort()).toEqual(
      [sample().id, "copy", "other", "second-copy"].sort(),
    );
    expect(useDrafts.getState().drafts.get("other")?.spec.quantity).toBe(77);
    expect(useDrafts.getState().drafts.has("doomed")).toBe(false);
  });

  it("keeps its own beside theirs where both changed one draft while it was full", async () => {
    await db.kept.put({ key: "demo-seeded", value: true });
    await db.drafts.put(sample());
    await useDrafts.getState().load();
    await settled();
    const full = vi.spyOn(db.drafts, "bulkPut").mockRejectedValue(new DOMException("no room", "QuotaExceededError"));
    const ours = {
      ...sample(),
      spec: { ...sample().spec, quantity: 5 },
      changed: new Date(Date.UTC(2031, 0, 1)).toISOString(),
    };
    useDrafts.getState().put([ours]);
    await settled();
    full.mockRestore();
    await db.drafts.put({
      ...sample(),
      spec: { ...sample().spec, quantity: 9 },
      changed: new Date(Date.UTC(2031, 0, 2)).toISOString(),
    });
    useDrafts.getState().put([{ ...sample(), id: "copy" }]);
    await settled();
    const rows = await db.drafts.toArray();
    expect(rows.find((r) => r.id === sample().id)?.spec.quantity).toBe(9);
    expect(rows.some((r) => r.id !== sample().id && r.spec.quantity === 5)).toBe(true);
    expect(useDrafts.getState().clash).toBeDefined();
    useDrafts.setState({ clash: undefined });
  });

  it.each([
    ["blocked", new DOMException("denied", "InvalidStateError")],
    ["unread", new DOMException("disk", "UnknownError")],
  ] as const)(
    "shows nothing in place of what cannot be read (%s), writes nothing to it, and has all of it when it can",
    async (trouble, error) => {
      useDrafts.setState({ drafts: new Map() });
      useKeeping.setState({ isRead: false });
      await db.kept.put({ key: "demo-seeded", value: true });
      const mine = { ...sample(), name: "Mine, changed by me" };
      await db.drafts.put(mine);
      const broken = vi.spyOn(db.drafts, "orderBy").mockImplementation(() => {
        throw error;
      });
      await useDrafts.getState().load();
      expect(useDrafts.getState()).toMatchObject({ loading: false, drafts: new Map() });
      expect(useKeeping.getState().trouble).toBe(trouble);
      const made = { ...sample(), id: "made-meanwhile" };
      useDrafts.getState().put([made]);
      await settled();
      expect(await db.drafts.toCollection().primaryKeys()).toEqual([mine.id]);
      broken.mockRestore();
      await useDrafts.getState().load();
      await settled();
      expect(useKeeping.getState()).toMatchObject({ trouble: undefined, isRead: true });
      expect(useDrafts.getState().drafts.get(mine.id)?.name).toBe(mine.name);
      expect((await db.drafts.toCollection().primaryKeys()).sort()).toEqual([mine.id, made.id].sort());
    },
  );

  it("opens with every row it can read, whatever else lies there: no row hides another", async () => {
    await db.kept.put({ key: "demo-seeded", value: true });
    const bare: Record<string, unknown> = { ...sample() };
    delete bare["changed"];
    delete bare["step"];
    const odd = {
      ...sample(),
      id: "odd",
      spec: { ...sample().spec, form: "card-base", layers: [{ kind: "mat" }], settings: { fold: "side", later: 1 } },
    };
    const rows = [{ ...bare, id: "bare" }, odd, { id: "no-draft" }, { ...sample(), spec: null, id: "no-recipe" }];
    await db.drafts.bulkPut([...rows, sample()] as unknown as Draft[]);
    await useDrafts.getState().load();
    expect([...useDrafts.getState().drafts.keys()]).toEqual([sample().id]);
    expect(
      useDrafts
        .getState()
        .aside.map((d) => d.id)
        .sort(),
    ).toEqual(["bare", "no-draft", "no-recipe", "odd"]);
    await settled();
    expect(await db.drafts.get("odd")).toEqual(odd);
  });

  it("leaves a store alone that a later version has shaped, and hands out all that is in it", async () => {
    useDrafts.setState({ drafts: new Map() });
    useKeeping.setState({ isRead: false });
    await db.drafts.put(sample());
    vi.spyOn(indexedDB, "databases").mockResolvedValue([{ name: db.name, version: 990 }]);
    await useDrafts.getState().load();
    expect(useDrafts.getState().drafts.size).toBe(0);
    expect(useKeeping.getState()).toMatchObject({ trouble: "later", isRead: false });
    useDrafts.getState().put([{ ...sample(), id: "new" }]);
    await settled();
    expect(await db.drafts.get("new")).toBeUndefined();
    expect((await everythingIn()).tables["drafts"]).toEqual([sample()]);
  });

  it("fills in what a draft of an earlier version lacks, and sets aside what it cannot read, untouched", async () => {
    await db.kept.put({ key: "demo-seeded", value: true });
    const early = structuredClone(sample()) as unknown as { spec: { settings: Record<string, unknown> } };
    const usual = early.spec.settings["cornerRadius"];
    delete early.spec.settings["cornerRadius"];
    const later = { ...sample(), id: "later", spec: { ...sample().spec, form: "a-form-to-come" } };
    await db.drafts.bulkPut([early as unknown as Draft, later]);
    await useDrafts.getState().load();
    expect(useDrafts.getState().drafts.get(sample().id)?.spec.settings["cornerRadius"]).toBe(usual);
    expect([...useDrafts.getState().drafts.keys()]).toEqual([sample().id]);
    expect(useDrafts.getState().aside).toEqual([later]);
    useDrafts.getState().put([duplicateDraft(sample())]);
    await settled();
    expect(await db.drafts.get("later")).toEqual(later);
  });

  it("keeps the very object of a draft that another window did not change", async () => {
    await db.kept.put({ key: "demo-seeded", value: true });
    await db.drafts.bulkPut([sample(), { ...sample(), id: "other" }]);
    await useDrafts.getState().load();
    const before = useDrafts.getState().drafts;
    await db.drafts.put({ ...sample(), id: "other", changed: "2026-09-01T10:00:00.000Z", name: "Renamed elsewhere" });
    await vi.waitFor(() => expect(useDrafts.getState().drafts.get("other")?.name).toBe("Renamed elsewhere"));
    expect(useDrafts.getState().drafts.get(sample().id)).toBe(before.get(sample().id));
  });

  it("takes in a file without writing over anything, twice over, or losing one of several with one id", () => {
    const mine = sample();
    const known = new Map([[mine.id, mine]]);
    // restoring everything twice brings nothing
    expect(adopt([{ ...mine, step: 4 }], known)).toEqual({ fresh: [], beside: 0, replaced: [], same: 1 });
    const theirs = { ...mine, name: "Theirs", changed: "2026-10-01T10:00:00.000Z" };
    const envelope = { ...mine, id: "envelope", holds: mine.id, family: "envelope" };
    const { fresh, beside, same } = adopt([theirs, { ...theirs, name: "Twice" }, envelope], known);
    expect([beside, same, fresh.length]).toEqual([2, 0, 3]);
    expect(new Set([...fresh.map((d) => d.id), mine.id]).size).toBe(4);
    expect(fresh.map((d) => d.name)).toEqual(["Theirs", "Twice", mine.name]);
    // an envelope follows the card it came with
    expect(fresh[2]).toMatchObject({ id: "envelope", holds: fresh[0]?.id, family: "envelope" });
    // fields in another order are the same draft
    const turned = Object.fromEntries(Object.entries(mine).reverse()) as unknown as Draft;
    expect(adopt([turned], known).same).toBe(1);
  });

  it("puts theirs in place of ours where that is asked for, and can give ours back", () => {
    const mine = sample();
    const theirs = { ...mine, name: "Theirs" };
    const adopted = adopt([theirs, { ...theirs, name: "Twice" }], new Map([[mine.id, mine]]), "replace");
    expect(adopted.replaced).toEqual([mine]);
    // the second of that id still stands by itself
    expect(adopted.fresh.map((d) => d.id === mine.id)).toEqual([true, false]);
    useDrafts.getState().put([mine]);
    const { back } = takeIn(adopted);
    expect(useDrafts.getState().drafts.get(mine.id)?.name).toBe("Theirs");
    back?.();
    expect([...useDrafts.getState().drafts.values()]).toEqual([mine]);
  });

  it("keeps what is deleted for thirty days, and puts it back whole", async () => {
    useDrafts.getState().put([sample()]);
    await settled();
    useDrafts.getState().remove(sample().id);
    await settled();
    expect(await db.drafts.count()).toBe(0);
    const [row] = await binned();
    expect(row?.draft).toEqual(sample());
    expect(row && daysLeft(row)).toBe(30);
    // put back it is in the drawer, and in the bin no more
    useDrafts.getState().put([sample()]);
    await settled();
    expect(await binned()).toEqual([]);
    expect(await kept(sample().id)).toBe(148);
    // after a month it is gone, and so are its steps
    useDrafts.getState().remove(sample().id);
    await settled();
    await db.kept.put({ key: `steps ${sample().id}`, value: {} });
    await db.kept.put({ key: `made ${sample().id}`, value: {} });
    await tidyBin(Date.now() + 29 * 24 * 60 * 60 * 1000);
    expect(await binned()).toHaveLength(1);
    expect(await db.kept.get(`steps ${sample().id}`)).toBeDefined();
    await tidyBin(Date.now() + 31 * 24 * 60 * 60 * 1000);
    expect((await db.kept.toArray()).map((row) => row.key)).toEqual(["demo-seeded"]);
  });

  it("lets go of what lies beside nothing, and keeps what lies beside a run: it is not taken from the shelf twice", async () => {
    await db.kept.bulkPut(
      ["run r", "took r", "laid r", "took gone", "laid gone"].map((key) => ({ key, value: { id: key } })),
    );
    await tidyBin();
    expect((await db.kept.toArray()).map((row) => row.key).sort()).toEqual([
      "demo-seeded",
      "laid r",
      "run r",
      "took r",
    ]);
  });

  it("says that a draft could not be deleted, and deletes it with the next write that succeeds", async () => {
    useDrafts.getState().put([sample(), { ...sample(), id: "other" }]);
    await settled();
    const failing = vi.spyOn(db, "transaction").mockRejectedValueOnce(new Error("disk"));
    useDrafts.getState().remove(sample().id);
    await settled();
    expect(useKeeping.getState().trouble).toBe("blocked");
    expect(await db.drafts.count()).toBe(2);
    failing.mockRestore();
    useDrafts.getState().put([{ ...sample(), id: "other", name: "Changed" }]);
    await settled();
    expect(useKeeping.getState().trouble).toBeUndefined();
    expect((await db.drafts.toArray()).map((d) => d.id)).toEqual(["other"]);
    expect(await binned()).toHaveLength(1);
  });

  it("keeps both where two windows write within the same moment", async () => {
    useDrafts.getState().put([sample()]);
    await settled();
    // the other window's row is in the store, and no news of it has come here yet
    const theirs = { ...sample(), name: "Theirs", changed: "2026-10-02T10:00:00.001Z" };
    const elsewhere = db.drafts.put(theirs);
    useDrafts.getState().put([{ ...sample(), name: "Ours", changed: "2026-10-02T10:00:00.002Z" }]);
    await elsewhere;
    await settled();
    expect((await db.drafts.toArray()).map((d) => d.name).sort()).toEqual(["Ours, from this window", "Theirs"]);
    expect(useDrafts.getState().clash).toEqual({ theirs: "Theirs", ours: "Ours, from this window" });
    // our own changes in a row are no news, however fast they come
    for (let i = 0; i < 5; i += 1)
      useDrafts.getState().put([{ ...sample(), id: "fast", changed: `2026-10-02T10:00:01.00${String(i)}Z` }]);
    await settled();
    expect(await db.drafts.count()).toBe(3);
  });

  it("that was deleted under an open window stays in it, says so, writes nothing, and is put back whole", async () => {
    await deletedUnder([sample(), { ...sample(), id: "other" }]);
    useDrafts.getState().put([{ ...sample(), name: "Changed since" }]);
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ trouble: "deleted", writing: 0 }));
    expect(await db.drafts.count()).toBe(0);
    expect(useDrafts.getState().drafts.size).toBe(2);
    await putAllBack();
    expect(useKeeping.getState().trouble).toBeUndefined();
    expect((await db.drafts.toArray()).map((d) => d.name).sort()).toEqual([sample().name, "Changed since"].sort());
  });

  it("takes what is made while it is deleted, and while it is put back, and says so when all of it is kept", async () => {
    await deletedUnder([sample(), { ...sample(), id: "other" }]);
    useDrafts.getState().put([{ ...sample(), name: "Changed since" }]);
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ trouble: "deleted", writing: 0 }));
    useDrafts.getState().put([{ ...sample(), id: "made", name: "Made since" }]);
    expect(useKeeping.getState().isOwing).toBe(true);
    const put = db.drafts.bulkPut.bind(db.drafts);
    vi.spyOn(db.drafts, "bulkPut").mockImplementationOnce((rows) => {
      useDrafts.getState().put([{ ...sample(), id: "typed", name: "Typed meanwhile" }]);
      return put(rows);
    });
    await putAllBack();
    expect(useKeeping.getState()).toMatchObject({ trouble: undefined, isOwing: false, writing: 0 });
    expect((await db.drafts.toArray()).map((d) => d.name).sort()).toEqual(
      [sample().name, "Changed since", "Made since", "Typed meanwhile"].sort(),
    );
  });

  it("that two windows put back is what both have: neither writes over what the other has of a draft", async () => {
    await deletedUnder([sample(), { ...sample(), id: "other" }]);
    useDrafts.getState().put([{ ...sample(), name: "Ours", changed: "2026-10-03T10:00:00.000001Z" }]);
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ trouble: "deleted", writing: 0 }));
    // the other window was first, with a change of its own in the same place and one in another draft
    await markBegun();
    await db.drafts.bulkPut([
      { ...sample(), name: "Theirs", changed: "2026-10-03T10:00:00.000002Z" },
      { ...sample(), id: "other", name: "Changed there", changed: "2026-10-03T10:00:00.000003Z" },
    ]);
    await putAllBack();
    await settled();
    expect((await db.drafts.toArray()).map((d) => d.name).sort()).toEqual(
      ["Changed there", "Ours, from this window", "Theirs"].sort(),
    );
    useDrafts.setState({ clash: undefined });
  });

  it("makes no name that cannot be read again", () => {
    let draft = { ...sample(), name: "x".repeat(118) };
    for (let i = 0; i < 3; i += 1) draft = duplicateDraft(draft);
    expect(readDraft(draft).ok).toBe(true);
    expect(duplicateDraft(sample())).toMatchObject({ name: `${sample().name}, again`, spec: sample().spec });
  });
});

describe("a card and the envelope that follows it", () => {
  const byId = (id: string): Draft => {
    const found = demoDrafts().find((d) => d.id === id);
    if (!found) throw new Error(`no demo draft '${id}'`);
    return found;
  };
  const envelopeNow = (): Draft["spec"]["contents"] | undefined =>
    useDrafts.getState().drafts.get("demo-leaf-deep")?.spec.contents;

  it("is shipped in agreement: the demo envelope is as thick inside as its card", () => {
    const card = solutionOf(byId("demo-leaf-card").spec).finished;
    expect(byId("demo-leaf-deep").spec.contents).toMatchObject({
      width: card?.width,
      height: card?.height,
      thickness: card?.thickness,
    });
  });

  it("grows when a layer is added to the card, and shrinks again when that is undone", async () => {
    useDrafts.getState().put([byId("demo-leaf-card"), byId("demo-leaf-deep")]);
    openDraft(byId("demo-leaf-card"));
    const before = envelopeNow()?.thickness ?? 0;
    expect(change({ at: ["fittings", "mat", "raised"], value: 2 })).toEqual([]);
    expect(envelopeNow()?.thickness).toBeCloseTo(before + 2, 9);
    undo();
    expect(envelopeNow()?.thickness).toBeCloseTo(before, 9);
    await settled();
    expect((await db.drafts.get("demo-leaf-deep"))?.spec.contents.thickness).toBeCloseTo(before, 9);
  });

  it("lies the way it was laid, and stands alone once its size is set by hand, until that is undone", () => {
    useDrafts.getState().put([byId("demo-leaf-card"), byId("demo-leaf-deep")]);
    const { width, height } = byId("demo-leaf-deep").spec.contents;
    openDraft(byId("demo-leaf-deep"));
    change({ contents: { width: height, height: width } });
    expect(useOpenDraft.getState().draft?.holds).toBe("demo-leaf-card");
    openDraft(byId("demo-leaf-card"));
    change({ contents: { width: 160, height: 120, preset: undefined } });
    const turned = envelopeNow();
    expect(width > height).not.toBe((turned?.width ?? 0) > (turned?.height ?? 0));
    expect([turned?.width, turned?.height].sort()).toEqual([120, 160]);

    openDraft(useDrafts.getState().drafts.get("demo-leaf-deep") as Draft);
    change({ quantity: 7 });
    expect(useOpenDraft.getState().draft?.holds).toBe("demo-leaf-card");
    change({ contents: { width: 133 } });
    expect(useOpenDraft.getState().draft).not.toHaveProperty("holds");
    undo();
    expect(useOpenDraft.getState().draft?.holds).toBe("demo-leaf-card");
  });

  it("is let go when a size is chosen for it, even the very size it has", () => {
    useDrafts.getState().put([byId("demo-leaf-card"), byId("demo-leaf-deep")]);
    openDraft(byId("demo-leaf-deep"));
    const { contents } = byId("demo-leaf-deep").spec;
    change({ contents: { preset: undefined } }, null);
    expect(useOpenDraft.getState().draft).not.toHaveProperty("holds");
    expect(useOpenDraft.getState().draft?.spec.contents).toEqual(contents);
  });

  it("can be any envelope, from any card in the drawer", () => {
    const [card, envelope] = [byId("demo-leaf-card"), byId("demo-invitation-envelope")];
    useDrafts.getState().put([card, envelope]);
    expect(cardsIn(useDrafts.getState().drafts).map((d) => d.id)).toEqual([card.id]);
    openDraft(envelope);
    follow(card);
    const { finished } = solutionOf(card.spec);
    expect(useOpenDraft.getState().draft).toMatchObject({ holds: card.id, spec: { contents: { ...finished } } });
    expect(followersOf(card.id, useDrafts.getState().drafts).map((d) => d.id)).toEqual([envelope.id]);
  });

  it("gets an envelope of the form that suits it, on a board of the same unit", async () => {
    const thick = await envelopeFor(byId("demo-leaf-card"));
    expect(thick).toMatchObject({ holds: "demo-leaf-card", spec: { contents: { thickness: 7.339 } } });
    expect(thick?.spec.method).toMatchObject({ board: expect.stringMatching(/millimetre/u) as string });
    expect(thick && solve(thick.spec).findings.filter((f) => f.severity === "error")).toEqual([]);
    expect(await envelopeFor(sample())).toBeUndefined();
  });
});

describe("versions", () => {
  it("belong together, the oldest first, and a copy starts a family of its own", () => {
    const first = sample();
    const turned = versionOf(first, first.spec, "upright");
    const again = versionOf(turned, first.spec, "plum");
    expect([turned.name, again.name]).toEqual([`${first.name} · upright`, `${first.name} · plum`]);
    const all = new Map([first, turned, again, duplicateDraft(first)].map((d) => [d.id, d]));
    const names = versionsOf(again, all).map((d) => d.name);
    expect(names[0]).toBe(first.name);
    expect(new Set(names)).toEqual(new Set([first.name, turned.name, again.name]));
    expect(versionsOf(duplicateDraft(first), all)).toEqual([]);
  });
});
