/**
 * All drafts: a mirror in memory of what the browser's store holds. Every change goes to both; when the store is blocked
 * or full the mirror goes on, the screen says so, and nothing typed is lost while the window is open. What could not be
 * read is never written over: until the store has been read, nothing is written to it.
 */
import type { Draft } from "@cut-fold/core";
import { create } from "zustand";
import { binDraft, emptyBin, tidyBin } from "./bin.ts";
import { askToKeep, db, isOfLaterApp } from "./db.ts";
import { demoDrafts, demoSpecs } from "./demo.ts";
import { following } from "./following.ts";
import { type ReadRows, readRows } from "./rows.ts";
import { followStore, note, seenOf, writeUnlessNews, type WrittenTwice } from "./windows.ts";
import { loadFormsOf, loadRemembered, rememberForms } from "../needs/forms.ts";

/**
 * What is wrong with the browser's store: it is not allowed, it is full, it could not be read this time, or a later version
 * of the app has shaped it.
 */
export type StoreTrouble = "blocked" | "full" | "unread" | "later" | undefined;

interface DraftsState {
  readonly drafts: ReadonlyMap<string, Draft>;
  /** rows of the store that this version cannot read: left as they are, and told */
  readonly aside: readonly Draft[];
  readonly loading: boolean;
  readonly trouble: StoreTrouble;
  /** whether the store has been read: only then is anything written to it */
  readonly isRead: boolean;
  /** a draft that two windows changed in one place: theirs under its own name, ours beside it */
  readonly clash: { readonly theirs: string; readonly ours: string } | undefined;
  /** what was typed last waits for a pause of the hand: it is not on its way yet */
  readonly waiting: boolean;
  /** writes on their way to the browser's store */
  readonly writing: number;
  readonly load: () => Promise<void>;
  readonly put: (drafts: readonly Draft[]) => void;
  readonly remove: (id: string) => void;
}

const byId = (drafts: readonly Draft[]): Map<string, Draft> => new Map(drafts.map((d) => [d.id, d]));
const isFull = (error: unknown): boolean =>
  error instanceof Error &&
  /quota/iu.test(`${error.name} ${error.message} ${(error as { inner?: Error }).inner?.name ?? ""}`);

/** Names of errors by which browsers say that nothing may be stored here at all. */
const REFUSED = /SecurityError|InvalidStateError|MissingAPI|NotAllowed/u;

function troubleOf(error: unknown): StoreTrouble {
  if (isFull(error)) return "full";
  const { name = "", message = "", inner } = error as { name?: string; message?: string; inner?: Error };
  return REFUSED.test(`${name} ${message} ${inner?.name ?? ""}`) ? "blocked" : "unread";
}

const SEEDED = "demo-seeded";

/** The demo drafts, with the forms they are of. */
async function loadDemo(): Promise<Draft[]> {
  await loadFormsOf(demoSpecs);
  return demoDrafts();
}

/** What the store holds; on a first visit, the demo drafts. */
async function readStore(known: ReadonlyMap<string, Draft>) {
  const [seeded, rows] = await Promise.all([db.kept.get(SEEDED), db.drafts.toArray()]);
  const isFirst = !seeded && rows.length === 0;
  rememberForms(isFirst ? demoSpecs : rows.map((row) => row.spec));
  const read: ReadRows = isFirst ? { drafts: byId(await loadDemo()), aside: [] } : await readRows(rows, known);
  return { read, isFirst, isSeeded: seeded !== undefined };
}

const namesOf = ({ theirs, ours }: WrittenTwice): NonNullable<DraftsState["clash"]> => ({
  theirs: theirs.name,
  ours: ours.name,
});

const withOurs = (drafts: ReadonlyMap<string, Draft>, clashes: readonly WrittenTwice[]): ReadonlyMap<string, Draft> =>
  new Map([...drafts, ...byId(clashes.map(({ ours }) => ours))]);

export const useDrafts = create<DraftsState>()((set, get) => {
  /** deleted, and not yet out of the store: taken out with the next write that succeeds, or they would be back by themselves */
  const gone = new Map<string, Draft>();
  /** drafts whose write failed, each with the states of its row that this window knew of then */
  const owed = new Map<string, ReadonlySet<string>>();
  /** What failed is written again, in its latest state, by the same comparison as ever: what others wrote meanwhile stays. */
  const writeOwed = async (): Promise<void> => {
    const late = [...owed.keys()].flatMap((id) => get().drafts.get(id) ?? []);
    tellClashes(await writeUnlessNews(late, owed));
    owed.clear();
  };
  /** Where two windows wrote one draft, theirs stands, and the store's own news brings it here; ours is kept beside it. */
  const tellClashes = (clashes: readonly WrittenTwice[]): void => {
    const [clash] = clashes;
    if (clash) set({ clash: namesOf(clash), drafts: withOurs(get().drafts, clashes) });
  };
  /** What others did while this window could not listen: their changes, and what they deleted. */
  const catchUp = async (): Promise<void> => {
    const read = await readRows(await db.drafts.toArray(), get().drafts);
    // what is on its way is newer than what was read
    if (get().writing > 1) return;
    note(read.drafts.values());
    set(read);
  };
  /** Writes, and notes how it went. A later success clears the trouble: what had failed is written with it, and nothing else. */
  const keep = async (
    work: () => Promise<unknown>,
    failed?: ReadonlyMap<string, ReadonlySet<string>>,
  ): Promise<void> => {
    if (!get().isRead) return;
    set({ writing: get().writing + 1 });
    try {
      await work();
      const wasInTrouble = get().trouble !== undefined;
      if (owed.size > 0) await writeOwed();
      for (const draft of gone.values()) await binDraft(draft);
      gone.clear();
      if (wasInTrouble) await catchUp();
      set({ trouble: undefined });
    } catch (error) {
      for (const [id, met] of failed ?? []) owed.set(id, new Set([...(owed.get(id) ?? []), ...met]));
      set({ trouble: isFull(error) ? "full" : "blocked" });
    } finally {
      set({ writing: get().writing - 1 });
    }
  };
  const listen = (): void => {
    followStore({
      known: () => get().drafts,
      isBusy: () => !get().isRead || get().writing > 0 || get().trouble !== undefined,
      onRows: set,
      onTrouble: () => {
        set({ trouble: "blocked" });
      },
    });
  };
  return {
    drafts: new Map(),
    aside: [],
    loading: true,
    trouble: undefined,
    isRead: false,
    clash: undefined,
    waiting: false,
    writing: 0,
    load: async () => {
      // not waited for: what is missing is fetched when it is read, and whether that can be is told there
      loadRemembered(demoSpecs).catch(() => undefined);
      try {
        if (await isOfLaterApp()) {
          set({ loading: false, trouble: "later" });
          return;
        }
        const { read, isFirst, isSeeded } = await readStore(get().drafts);
        // what was made while the store could not be read is kept now
        const made = get().isRead ? [] : [...get().drafts.values()];
        const drafts = new Map([...read.drafts, ...byId(made)]);
        note(drafts.values());
        set({ ...read, drafts, loading: false, isRead: true, trouble: undefined });
        // the first visit shows the demo at once, and keeps it meanwhile
        const fresh = isFirst ? [...drafts.values()] : made;
        if (fresh.length > 0) void keep(() => db.drafts.bulkPut(fresh), seenOf(fresh));
        if (!isSeeded) await db.kept.put({ key: SEEDED, value: true });
        // what is over a month old is let go when there is nothing else to do
        tidyBin().catch(() => undefined);
        listen();
      } catch (error) {
        // nothing is shown in place of what could not be read, and nothing is written where it lies
        set({ loading: false, trouble: troubleOf(error) });
      }
    },
    put: (given) => {
      const drafts = [...given, ...following(given, get().drafts)];
      set({ drafts: new Map([...get().drafts, ...byId(drafts)]) });
      for (const { id } of drafts) gone.delete(id);
      const met = seenOf(drafts);
      void keep(async () => {
        tellClashes(await writeUnlessNews(drafts, met));
        await emptyBin(
          drafts.map((d) => d.id),
          false,
        );
      }, met);
      askToKeep();
    },
    remove: (id) => {
      const rest = new Map(get().drafts);
      const draft = rest.get(id);
      if (!draft) return;
      rest.delete(id);
      gone.set(id, draft);
      set({ drafts: rest });
      void keep(() => Promise.resolve());
    },
  };
});
