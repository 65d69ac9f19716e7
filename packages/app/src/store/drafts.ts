/**
 * All drafts: a mirror in memory of what the browser's store holds. Every change goes to both; when the store is blocked
 * or full the mirror goes on, the screen says so, and nothing typed is lost while the window is open. What could not be
 * read is never written over: until the store has been read, nothing is written to it.
 */
import type { Draft } from "@cut-fold/core";
import { create } from "zustand";
import { binDraft, emptyBin, tidyBin } from "./bin.ts";
import { askToKeep, db, isOfLaterApp } from "./db.ts";
import { demoRows } from "./demo.ts";
import { following } from "./following.ts";
import { type Listed, newestListed } from "./listed.ts";
import { readAllRows, readRows } from "./rows.ts";
import { recallSmalls } from "./smalls.ts";
import {
  holds,
  isBegun,
  isHeldBack,
  keep,
  markBegun,
  noteDeleted,
  onceMended,
  opened,
  troubleOf,
  useKeeping,
} from "./keeping.ts";
import { agree, followStore, note, seenOf, type Written, writeUnlessNews, type WrittenTwice } from "./windows.ts";

interface DraftsState {
  readonly drafts: ReadonlyMap<string, Draft>;
  /** rows of the store that this version cannot read: left as they are, and told */
  readonly aside: readonly Draft[];
  /** some are here already while the others are read */
  readonly loading: boolean;
  /** those changed last, as the drawer lists them before they have been read */
  readonly listed: readonly Listed[];
  /** a draft that two windows changed in one place: theirs under its own name, ours beside it */
  readonly clash: { readonly theirs: string; readonly ours: string } | undefined;
  /** what was typed last waits for a pause of the hand: it is not on its way yet */
  readonly waiting: boolean;
  /** lists those changed last: what the drawer shows first */
  readonly list: () => Promise<void>;
  readonly load: () => Promise<void>;
  /** reads one draft before the others, while they are read */
  readonly want: (id: string) => Promise<void>;
  readonly put: (drafts: readonly Draft[]) => void;
  readonly remove: (id: string) => void;
}

const byId = (drafts: readonly Draft[]): Map<string, Draft> => new Map(drafts.map((d) => [d.id, d]));
/** What a window of the drawer shows at first. */
export const CARDS_FIRST = 9;

/** Begins a new store with the demo scenario: all of it with the mark that it was begun, or neither. */
const beginIfNew = (): Promise<void> =>
  db.transaction("rw", db.drafts, db.kept, async () => {
    if (await isBegun()) return;
    // as they are written: they are read like any other row
    if ((await db.drafts.limit(1).count()) === 0) await db.drafts.bulkPut(demoRows() as Draft[]);
    await markBegun();
  });

const namesOf = ({ theirs, ours }: WrittenTwice): NonNullable<DraftsState["clash"]> => ({
  theirs: theirs.name,
  ours: ours.name,
});

const withOurs = (drafts: ReadonlyMap<string, Draft>, clashes: readonly WrittenTwice[]): ReadonlyMap<string, Draft> =>
  new Map([...drafts, ...byId(clashes.map(({ ours }) => ours))]);

export const useDrafts = create<DraftsState>()((set, get) => {
  /** deleted, and not yet out of the store: taken out with the next write that succeeds, or they would be back by themselves */
  const gone = new Map<string, Draft>();
  /** drafts whose write failed or has to wait, each with the states of its row that this window knew of then */
  const owed = new Map<string, ReadonlySet<string>>();
  /** ids of what was put or removed while the store was being read: what is here of them is newer than what is read */
  const touched = new Set<string>();
  const touch = (ids: readonly string[]): void => {
    if (get().loading || !useKeeping.getState().isRead) for (const id of ids) touched.add(id);
  };
  /** What was written of drafts: both windows' changes come into this one, or ours stands beside theirs, which the news brings. */
  const takeOver = ({ merged, clashes }: Written): void => {
    const now = get().drafts;
    // what has been changed here since is newer: it meets theirs when it is written itself
    const taken = merged.filter(({ ours }) => now.get(ours.id) === ours).map(({ both }) => both);
    agree(taken);
    const [clash] = clashes;
    if (taken.length > 0 || clash)
      set({ drafts: withOurs(new Map([...now, ...byId(taken)]), clashes), ...(clash && { clash: namesOf(clash) }) });
  };
  const owe = (met: ReadonlyMap<string, ReadonlySet<string>>): void => {
    for (const [id, known] of met) owed.set(id, new Set([...(owed.get(id) ?? []), ...known]));
  };
  /** Writes drafts; those that could not be are owed. */
  const write = async (drafts: readonly Draft[], met: ReadonlyMap<string, ReadonlySet<string>>): Promise<void> => {
    try {
      takeOver(await writeUnlessNews(drafts, met));
    } catch (error) {
      owe(met);
      throw error;
    }
  };
  /** What failed is written again, in its latest state, by the same comparison as ever: what others wrote meanwhile stays. */
  const writeOwed = async (): Promise<void> => {
    const due = new Map(owed);
    const late = [...due.keys()].flatMap((id) => get().drafts.get(id) ?? []);
    if (late.length > 0) await write(late, due);
    // what has come to be owed meanwhile stays so
    for (const [id, met] of due) if (owed.get(id) === met) owed.delete(id);
    for (const draft of gone.values()) {
      await binDraft(draft);
      if (gone.get(draft.id) === draft) gone.delete(draft.id);
    }
  };
  /** Drafts on their way to the store; what cannot be written is owed. */
  const send = (drafts: readonly Draft[], met: ReadonlyMap<string, ReadonlySet<string>>): void => {
    if (isHeldBack()) owe(met);
    void keep(
      "drafts",
      async () => {
        await write(drafts, met);
        await emptyBin(
          drafts.map((d) => d.id),
          false,
        );
        await writeOwed();
      },
      writeOwed,
    );
  };
  // another window may have put its own back already: what it has of a draft is met like any news
  holds("drafts", async () => {
    const { drafts, aside } = get();
    const all = [...drafts.values()];
    await write(all, seenOf(all));
    const there = new Set(await db.drafts.toCollection().primaryKeys());
    await db.drafts.bulkPut(aside.filter(({ id }) => !there.has(id)));
  });
  // what others did while this window could not listen: their changes, and what they deleted
  onceMended(async () => {
    const read = await readAllRows(get().drafts);
    // what is on its way is newer than what was read
    if (useKeeping.getState().writing > 1) return;
    note(read.drafts.values());
    agree(read.drafts.values());
    set(read);
  });
  const isBusy = (): boolean => {
    const { isRead, writing, trouble } = useKeeping.getState();
    return !isRead || writing > 0 || trouble !== undefined;
  };
  const listen = (): void => {
    followStore({
      known: () => get().drafts,
      isBusy,
      onNews: ({ drafts, aside }, ids) => {
        const others = [...get().drafts].filter(([id]) => !ids.has(id));
        set({
          drafts: new Map([...others, ...drafts]),
          aside: [...get().aside.filter(({ id }) => !ids.has(id)), ...aside],
        });
      },
      onAll: set,
      onDeleted: noteDeleted,
      onTrouble: () => {
        useKeeping.setState({ trouble: "blocked" });
      },
    });
  };
  return {
    drafts: new Map(),
    aside: [],
    loading: true,
    listed: [],
    clash: undefined,
    waiting: false,
    list: async () => {
      try {
        if (await isOfLaterApp()) return;
        await beginIfNew();
        const listed = await newestListed(CARDS_FIRST);
        await recallSmalls(listed);
        set({ listed });
        // what is done while the rest is read is kept at once
        opened();
      } catch {
        // told by what reads all of it
      }
    },
    want: async (id) => {
      const row = (await isOfLaterApp()) ? undefined : await db.drafts.get(id);
      const draft = row && (await readRows([row], get().drafts)).drafts.get(id);
      if (!draft || !get().loading || get().drafts.has(id) || gone.has(id)) return;
      note([draft]);
      agree([draft]);
      set({ drafts: new Map([...get().drafts, [id, draft]]) });
    },
    load: async () => {
      try {
        if (await isOfLaterApp()) {
          set({ loading: false });
          useKeeping.setState({ trouble: "later" });
          return;
        }
        await beginIfNew();
        const read = await readAllRows(get().drafts);
        agree(read.drafts.values());
        const here = get().drafts;
        const drafts = new Map(read.drafts);
        for (const id of [...touched, ...gone.keys()]) {
          const draft = here.get(id);
          if (draft) drafts.set(id, draft);
          else drafts.delete(id);
        }
        touched.clear();
        note(drafts.values());
        set({ ...read, drafts, loading: false });
        opened();
        // what is over a month old is let go when there is nothing else to do
        tidyBin().catch(() => undefined);
        listen();
      } catch (error) {
        // nothing is shown in place of what could not be read, and nothing is written where it lies
        set({ loading: false });
        useKeeping.setState({ isRead: false, trouble: troubleOf(error) });
      }
    },
    put: (given) => {
      const drafts = [...given, ...following(given, get().drafts)];
      set({ drafts: new Map([...get().drafts, ...byId(drafts)]) });
      touch(drafts.map(({ id }) => id));
      for (const { id } of drafts) gone.delete(id);
      send(drafts, seenOf(drafts));
      askToKeep();
    },
    remove: (id) => {
      const rest = new Map(get().drafts);
      const draft = rest.get(id);
      if (!draft) return;
      rest.delete(id);
      gone.set(id, draft);
      touch([id]);
      set({ drafts: rest });
      void keep("drafts", writeOwed);
    },
  };
});
