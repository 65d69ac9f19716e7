// @vitest-environment jsdom
/** The drawer before anything is read: what it lists, and drawings that are kept and made once. */
import { cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Draft } from "@cut-fold/core";
import { workerOf } from "../test/overChannel.ts";
import { drawerApi } from "../workers/drawDraft.ts";
import { besideKey, db } from "./db.ts";
import { demoDrafts, demoRows } from "./demo.ts";
import { useDrafts } from "./drafts.ts";
import { markBegun, useKeeping } from "./keeping.ts";
import { type Listed, listedOf } from "./listed.ts";
import { recallSmalls, useSmall } from "./smalls.ts";

/** what the worker was asked to draw, by the contents' width */
const asked: number[] = [];
let n = 0;
/** A draft nobody has drawn yet, 148 mm wide or as is said. */
function fresh(width = 148): Draft {
  const [first] = demoDrafts();
  if (!first) throw new Error("no demo draft");
  const { spec } = first;
  return { ...first, id: `fresh-${String((n += 1))}`, spec: { ...spec, contents: { ...spec.contents, width } } };
}
const rowOf = async (id: string): Promise<unknown> => (await db.kept.get(besideKey("drawn", id)))?.value;

beforeEach(async () => {
  useKeeping.setState({ isRead: false });
  await db.drafts.clear();
  await db.kept.clear();
  await markBegun();
  useDrafts.setState({ drafts: new Map(), aside: [], loading: true, listed: [] });
  useKeeping.setState({ trouble: undefined, isRead: true });
  asked.length = 0;
  vi.stubGlobal("Worker", function Worker() {
    return workerOf({
      small: (spec: Listed["spec"]) => {
        asked.push(spec.contents.width);
        return drawerApi.small(spec);
      },
    });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("what the drawer lists", () => {
  it("is the same of a demo draft before and after it has been read", () => {
    const read = new Map(demoDrafts().map((draft) => [draft.id, draft]));
    const listed = demoRows().flatMap((row) => listedOf(row) ?? []);
    expect(listed).toHaveLength(read.size);
    for (const { id, name, changed, tags, note, spec } of listed) {
      const draft = read.get(id);
      expect(draft).toMatchObject({ name, changed, tags, note });
      expect(draft?.spec).toMatchObject({ form: spec.form, quantity: spec.quantity });
      expect(draft?.spec.contents, id).toMatchObject({
        width: spec.contents.width,
        height: spec.contents.height,
        ...(spec.contents.name !== undefined && { name: spec.contents.name }),
      });
    }
  });

  it("is nothing of a row that is no draft", () => {
    const draft = fresh();
    expect(listedOf(draft)?.spec).toEqual(draft.spec);
    for (const row of [
      undefined,
      null,
      7,
      {},
      { ...draft, spec: null },
      { ...draft, name: 3 },
      { ...draft, tags: [3] },
      { ...draft, tags: "a tag" },
      { ...draft, spec: { ...draft.spec, contents: { width: -1, height: 3 } } },
      { ...draft, spec: { ...draft.spec, quantity: "many" } },
      { ...draft, spec: { ...draft.spec, contents: { ...draft.spec.contents, name: {} } } },
    ])
      expect(listedOf(row), JSON.stringify(row)).toBeUndefined();
  });

  it("is those changed last, the newest first, before any is read", async () => {
    const drafts = Array.from({ length: 12 }, (_, i) => ({
      ...fresh(),
      changed: `2026-09-${String(10 + i)}T09:00:00.000Z`,
    }));
    await db.drafts.bulkPut(drafts);
    await useDrafts.getState().list();
    const { listed, drafts: read, loading } = useDrafts.getState();
    expect(listed.map(({ id }) => id)).toEqual(
      drafts
        .slice(3)
        .reverse()
        .map(({ id }) => id),
    );
    expect([read.size, loading]).toEqual([0, true]);
  });

  it("is the demo scenario on a first visit, and nothing in a drawer that was emptied", async () => {
    await useDrafts.getState().list();
    expect(useDrafts.getState().listed).toEqual([]);
    useKeeping.setState({ isRead: false });
    await db.kept.clear();
    await useDrafts.getState().list();
    expect(useDrafts.getState().listed[0]?.id).toBe(demoDrafts()[0]?.id);
    expect(await db.drafts.count()).toBe(demoDrafts().length);
    // as any other row, the demo is what its reader makes of it
    await useDrafts.getState().load();
    expect([...useDrafts.getState().drafts.values()].sort((a, b) => (a.changed < b.changed ? 1 : -1))).toEqual(
      demoDrafts(),
    );
  });
});

describe("one draft that is wanted before the others", () => {
  it("is read at once, stays the same when all are, and is not written again", async () => {
    const [one, other] = [fresh(), fresh()];
    await db.drafts.bulkPut([one, other]);
    useKeeping.setState({ isRead: false });
    await useDrafts.getState().want(one.id);
    const early = useDrafts.getState().drafts.get(one.id);
    expect(early).toEqual(one);
    expect(useDrafts.getState().loading).toBe(true);
    const written = vi.spyOn(db.drafts, "bulkPut");
    await useDrafts.getState().load();
    expect(useDrafts.getState().drafts.get(one.id)).toBe(early);
    expect(useDrafts.getState().drafts.size).toBe(2);
    expect(written).not.toHaveBeenCalled();
  });

  it("and all that is done before the others have been read is kept at once", async () => {
    const [one, other] = [fresh(), fresh()];
    await db.drafts.bulkPut([one, other]);
    useKeeping.setState({ isRead: false });
    const { list, want, put, remove, load } = useDrafts.getState();
    await list();
    expect(useKeeping.getState().isRead).toBe(true);
    await want(one.id);
    put([{ ...one, name: "Changed early", changed: "2026-10-02T10:00:00.001Z" }]);
    await want(other.id);
    remove(other.id);
    await vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));
    // closed here, nothing would be lost
    expect((await db.drafts.toArray()).map(({ name }) => name)).toEqual(["Changed early"]);
    await load();
    expect([...useDrafts.getState().drafts.values()].map(({ name }) => name)).toEqual(["Changed early"]);
  });

  it("is said to be on its way where the store is not known yet", async () => {
    useKeeping.setState({ isRead: false, isOwing: false });
    useDrafts.getState().put([fresh()]);
    await vi.waitFor(() => expect(useKeeping.getState().isOwing).toBe(true));
    await useDrafts.getState().load();
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ isOwing: false, writing: 0 }));
    expect(await db.drafts.count()).toBe(1);
  });

  it("keeps what is made before the store is known, however late the others are read", async () => {
    useKeeping.setState({ isRead: false });
    const made = fresh();
    useDrafts.getState().put([made]);
    await useDrafts.getState().list();
    await vi.waitFor(() => expect(useKeeping.getState()).toMatchObject({ isOwing: false, writing: 0 }));
    expect(await db.drafts.get(made.id)).toEqual(made);
  });

  it("keeps what is changed of it while the others are read, and stays deleted", async () => {
    const [one, other] = [fresh(), fresh()];
    await db.drafts.bulkPut([one, other]);
    useKeeping.setState({ isRead: false });
    const { want, put, remove, load } = useDrafts.getState();
    await want(one.id);
    await want(other.id);
    put([{ ...one, name: "Changed early", changed: "2026-10-02T10:00:00.001Z" }]);
    remove(other.id);
    await load();
    await vi.waitFor(() => expect(useKeeping.getState().writing).toBe(0));
    expect([...useDrafts.getState().drafts.values()].map(({ name }) => name)).toEqual(["Changed early"]);
    expect((await db.drafts.toArray()).map(({ name }) => name)).toEqual(["Changed early"]);
  });
});

describe("small drawings", () => {
  it("are made once, kept, and shown from there the next time", async () => {
    const draft = fresh(131);
    const card = renderHook(() => useSmall(draft));
    await waitFor(() => expect(card.result.current.isNow).toBe(true));
    const { small } = card.result.current;
    expect(small?.pictures).toHaveLength(2);
    expect(small?.cut.width).toBeGreaterThan(131);
    await waitFor(async () => expect(await rowOf(draft.id)).toMatchObject(small ?? {}));
    card.unmount();
    const again = renderHook(() => useSmall(draft));
    expect(again.result.current).toEqual({ small, isNow: true });
    expect(asked.filter((width) => width === 131)).toHaveLength(1);
  });

  it("are shown from the store before anything is drawn, and drawn anew after a change or by another version", async () => {
    const [kept, changed, older] = [fresh(132), fresh(133), fresh(134)];
    for (const draft of [kept, changed, older]) {
      const card = renderHook(() => useSmall(draft));
      await waitFor(() => expect(card.result.current.isNow).toBe(true));
      card.unmount();
    }
    await waitFor(async () => expect(await rowOf(older.id)).toBeDefined());
    // another window, which has drawn nothing yet, takes these rows under other ids
    const twins = [kept, changed, older].map((draft) => ({ ...draft, id: `${draft.id}-twin` }));
    for (const [i, draft] of [kept, changed, older].entries()) {
      const row = (await rowOf(draft.id)) as object;
      const is = [row, { ...row, changed: "2026-01-01T10:00:00.000Z" }, { ...row, by: "an older drawing" }][i];
      await db.kept.put({ key: besideKey("drawn", `${draft.id}-twin`), value: is });
    }
    asked.length = 0;
    await recallSmalls(twins);
    const cards = twins.map((draft) => renderHook(() => useSmall(draft)));
    await waitFor(() => expect(cards.map(({ result }) => result.current.isNow)).toEqual([true, true, true]));
    expect(asked).toEqual([133, 134]);
  });

  it("are none of what cannot be drawn: it is asked once, and the others follow", async () => {
    const [broken, whole] = [fresh(135), fresh(136)];
    const nothing = { ...broken, spec: { ...broken.spec, form: "a-form-to-come" } };
    const [first, second] = [nothing, whole].map((draft) => renderHook(() => useSmall(draft)));
    await waitFor(() => expect(second?.result.current.isNow).toBe(true));
    expect(first?.result.current).toEqual({ small: undefined, isNow: false });
    first?.rerender();
    renderHook(() => useSmall(nothing));
    await Promise.resolve();
    expect(asked.filter((width) => width === 135)).toHaveLength(1);
  });

  it("are made, and not looked for, while the store is in trouble", async () => {
    useKeeping.setState({ trouble: "later", isRead: false });
    const looked = vi.spyOn(db.kept, "bulkGet");
    const draft = fresh(138);
    const card = renderHook(() => useSmall(draft));
    await waitFor(() => expect(card.result.current.isNow).toBe(true));
    expect(looked).not.toHaveBeenCalled();
    expect(await rowOf(draft.id)).toBeUndefined();
  });

  it("go with the draft when it is gone for good", async () => {
    const draft = fresh(137);
    const card = renderHook(() => useSmall(draft));
    await waitFor(async () => expect(await rowOf(draft.id)).toBeDefined());
    card.unmount();
    const { emptyBin } = await import("./bin.ts");
    await emptyBin([draft.id], true);
    expect(await rowOf(draft.id)).toBeUndefined();
  });
});
