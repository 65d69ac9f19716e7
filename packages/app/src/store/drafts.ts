/**
 * All drafts: a mirror in memory of what the browser's store holds. Every change goes to both; when the store is blocked
 * or full the mirror goes on, the screen says so, and nothing typed is lost while the window is open. What could not be
 * read is never written over: until the store has been read, nothing is written to it.
 */
import { type Draft, NAME_LONGEST, readDraft, type Spec } from "@cut-fold/core";
import { liveQuery } from "dexie";
import { create } from "zustand";
import { binDraft, emptyBin, tidyBin } from "./bin.ts";
import { askToKeep, db, isOfLaterApp } from "./db.ts";
import { demoDrafts, demoSpecs } from "./demo.ts";
import { following } from "./following.ts";
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

/**
 * Rows as drafts, read like any file: another version of the app may have written them. A row that is the draft we have
 * stays that very object, so that its drawing need not be made again.
 */
async function readRows(
  rows: readonly Draft[],
  known: ReadonlyMap<string, Draft>,
): Promise<Pick<DraftsState, "drafts" | "aside">> {
  await loadFormsOf(rows.map((row) => row.spec));
  const drafts = new Map<string, Draft>();
  const aside: Draft[] = [];
  for (const row of rows) {
    const read = readRow(row, known.get(row.id));
    if (read) drafts.set(row.id, read);
    else aside.push(row);
  }
  return { drafts, aside };
}

/** One row as a draft, whatever it holds; undefined for what is none. */
function readRow(row: Draft, same: Draft | undefined): Draft | undefined {
  if (same && same.changed === row.changed && same.step === row.step) return same;
  try {
    const read = readDraft(row);
    return read.ok ? read.draft : undefined;
  } catch {
    // one row that breaks the reader must not hide the others
    return undefined;
  }
}

/** Names of errors by which browsers say that nothing may be stored here at all. */
const REFUSED = /SecurityError|InvalidStateError|MissingAPI|NotAllowed/u;

function troubleOf(error: unknown): StoreTrouble {
  if (isFull(error)) return "full";
  const { name = "", message = "", inner } = error as { name?: string; message?: string; inner?: Error };
  return REFUSED.test(`${name} ${message} ${inner?.name ?? ""}`) ? "blocked" : "unread";
}

/** A draft that another window wrote first, and ours beside it. */
interface WrittenTwice {
  readonly theirs: Draft;
  readonly ours: Draft;
}

/** Which states of a draft this window has read or written: a row in any other was changed elsewhere. */
const seen = new Map<string, Set<string>>();
/** As many as a drag and its undo can make between two looks at the store. */
const SEEN_MOST = 200;

function note(drafts: Iterable<Draft>): void {
  for (const { id, changed } of drafts) {
    const stamps = seen.get(id) ?? new Set<string>();
    stamps.add(changed);
    const [oldest] = stamps;
    if (stamps.size > SEEN_MOST && oldest !== undefined) stamps.delete(oldest);
    seen.set(id, stamps);
  }
}

/** What was known of these drafts up to now, with what is about to be written. */
function seenOf(drafts: readonly Draft[]): ReadonlyMap<string, ReadonlySet<string>> {
  note(drafts);
  return new Map(drafts.map(({ id }) => [id, new Set(seen.get(id))]));
}

/**
 * Writes drafts, each compared with its row inside the same transaction: a row that another window has written in the
 * meantime stays, and ours is kept beside it. Gives those that were.
 */
const writeUnlessNews = (
  drafts: readonly Draft[],
  met: ReadonlyMap<string, ReadonlySet<string>>,
): Promise<WrittenTwice[]> =>
  db.transaction("rw", db.drafts, async () => {
    const rows = await db.drafts.bulkGet(drafts.map((d) => d.id));
    const clashes: WrittenTwice[] = [];
    const written = drafts.map((draft, i) => {
      const theirs = rows[i];
      if (!theirs || met.get(theirs.id)?.has(theirs.changed) !== false) return draft;
      const ours = besideOf(draft);
      clashes.push({ theirs, ours });
      return ours;
    });
    note(clashes.map(({ ours }) => ours));
    await db.drafts.bulkPut(written);
    return clashes;
  });

const SEEDED = "demo-seeded";

/** The demo drafts, with the forms they are of. */
async function loadDemo(): Promise<Draft[]> {
  await loadFormsOf(demoSpecs);
  return demoDrafts();
}

export const useDrafts = create<DraftsState>()((set, get) => {
  /** deleted, and not yet out of the store: taken out with the next write that succeeds, or they would be back by themselves */
  const gone = new Map<string, Draft>();
  /** Writes, and notes how it went. A later success clears the trouble: everything in memory is written again with it. */
  const keep = async (work: () => Promise<unknown>): Promise<void> => {
    if (!get().isRead) return;
    set({ writing: get().writing + 1 });
    try {
      await work();
      if (get().trouble) await db.drafts.bulkPut([...get().drafts.values()]);
      for (const draft of gone.values()) await binDraft(draft);
      gone.clear();
      set({ trouble: undefined });
    } catch (error) {
      set({ trouble: isFull(error) ? "full" : "blocked" });
    } finally {
      set({ writing: get().writing - 1 });
    }
  };
  let isFollowing = false;
  /** Another window of the same browser may write too; our own writes come back equal and change nothing. */
  const followStore = (): void => {
    if (isFollowing) return;
    isFollowing = true;
    liveQuery(() => db.drafts.toArray()).subscribe({
      next: (rows) => {
        void readRows(rows, get().drafts).then((read) => {
          if (!get().isRead || get().writing > 0 || get().trouble) return;
          note(read.drafts.values());
          set(read);
        });
      },
      error: () => {
        isFollowing = false;
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
        const [seeded, rows] = await Promise.all([db.kept.get(SEEDED), db.drafts.toArray()]);
        // what was made while the store could not be read is kept now
        const made = get().isRead ? [] : [...get().drafts.values()];
        const isFirst = !seeded && rows.length === 0;
        rememberForms(isFirst ? demoSpecs : rows.map((row) => row.spec));
        const read = isFirst ? { drafts: byId(await loadDemo()), aside: [] } : await readRows(rows, get().drafts);
        const drafts = new Map([...read.drafts, ...byId(made)]);
        note(drafts.values());
        set({ ...read, drafts, loading: false, isRead: true, trouble: undefined });
        // the first visit shows the demo at once, and keeps it meanwhile
        const fresh = isFirst ? [...drafts.values()] : made;
        if (fresh.length > 0) void keep(() => db.drafts.bulkPut(fresh));
        if (!seeded) await db.kept.put({ key: SEEDED, value: true });
        // what is over a month old is let go when there is nothing else to do
        tidyBin().catch(() => undefined);
        followStore();
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
        const clashes = await writeUnlessNews(drafts, met);
        const [clash] = clashes;
        if (clash) {
          // another window was quicker by a moment: theirs stands, and the store's own news brings it here
          const beside = byId(clashes.map(({ ours }) => ours));
          set({
            clash: { theirs: clash.theirs.name, ours: clash.ours.name },
            drafts: new Map([...get().drafts, ...beside]),
          });
        }
        await emptyBin(
          drafts.map((d) => d.id),
          false,
        );
      });
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

const newId = (): string => `draft-${crypto.randomUUID()}`;

/** A new draft round a recipe. */
export function makeDraft(name: string, spec: Spec, rest: Partial<Pick<Draft, "tags" | "note">> = {}): Draft {
  const now = new Date().toISOString();
  return {
    id: newId(),
    name: name.slice(0, NAME_LONGEST),
    tags: rest.tags ?? [],
    note: rest.note ?? "",
    made: now,
    changed: now,
    step: 1,
    spec,
  };
}

/** A draft as it is in this window, kept beside what another window has made of it. */
export function besideOf(draft: Draft): Draft {
  const END = ", from this window";
  return { ...draft, id: newId(), name: draft.name.slice(0, NAME_LONGEST - END.length) + END };
}

/** The same draft again under a new name. */
export const duplicateDraft = (draft: Draft): Draft => makeDraft(`${draft.name}, again`, draft.spec, draft);

/** The family a draft belongs to: that of its first version. */
export const familyOf = (draft: Draft): string => draft.family ?? draft.id;

/** All versions of a draft, the oldest first. */
export const versionsOf = (draft: Draft, all: ReadonlyMap<string, Draft>): Draft[] =>
  [...all.values()]
    .filter((d) => familyOf(d) === familyOf(draft))
    .sort((a, b) => a.made.localeCompare(b.made) || a.id.localeCompare(b.id));

/** Another version of a draft beside it, named by what is different. */
export function versionOf(draft: Draft, spec: Spec, difference: string): Draft {
  const stem = draft.name.replace(/ · .*$/u, "").slice(0, 80);
  const { tags, note, holds } = draft;
  const version = makeDraft(`${stem} · ${difference}`.slice(0, 120), spec, { tags, note });
  return { ...version, family: familyOf(draft), ...(holds !== undefined && { holds }) };
}

/** What taking in drafts comes to. */
export interface Adopted {
  /** drafts to put: what is new, and what differs from ours under an id of its own */
  readonly fresh: readonly Draft[];
  /** how many of them differ from one of ours: they stand beside it, or take its place */
  readonly beside: number;
  /** ours that theirs take the place of, as they were */
  readonly replaced: readonly Draft[];
  /** how many are here already, just the same */
  readonly same: number;
}

/** A draft as a text that is the same for the same draft, wherever the maker stands in it and however its fields are ordered. */
const saying = (draft: Draft): string =>
  JSON.stringify({ ...draft, step: 1 }, (_key, value: unknown) =>
    typeof value === "object" && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );

/**
 * Drafts from a file as they can stand beside ours: none writes over anything unless that is asked for, none that is here
 * already comes twice, and of several with one id none is lost. What belongs together in the file stays together.
 */
export function adopt(
  drafts: readonly Draft[],
  known: ReadonlyMap<string, Draft>,
  onDifferent: "beside" | "replace" = "beside",
): Adopted {
  const taken = new Set(known.keys());
  const ids = new Map<string, string>();
  const coming: { readonly draft: Draft; readonly id: string }[] = [];
  const replaced: Draft[] = [];
  let [beside, same] = [0, 0];
  for (const draft of drafts) {
    const ours = known.get(draft.id);
    if (ours && saying(ours) === saying(draft)) {
      same += 1;
      continue;
    }
    if (ours) beside += 1;
    const replaces = ours !== undefined && onDifferent === "replace" && !ids.has(draft.id);
    if (replaces) replaced.push(ours);
    const id = taken.has(draft.id) && !replaces ? newId() : draft.id;
    taken.add(id);
    if (!ids.has(draft.id)) ids.set(draft.id, id);
    coming.push({ draft, id });
  }
  const moved = (id: string): string => ids.get(id) ?? id;
  const fresh = coming.map(({ draft, id }): Draft => {
    const { family, holds } = draft;
    return {
      ...draft,
      id,
      ...(family !== undefined && { family: moved(family) }),
      ...(holds !== undefined && { holds: moved(holds) }),
    };
  });
  return { fresh, beside, replaced, same };
}
