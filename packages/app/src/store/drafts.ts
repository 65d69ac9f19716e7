/**
 * All drafts: a mirror in memory of what the browser's store holds. Every change goes to both; when the store is blocked
 * or full the mirror goes on, the screen says so, and nothing typed is lost while the window is open.
 */
import { type Draft, readDraft, type Spec } from "@cut-fold/core";
import { liveQuery } from "dexie";
import { create } from "zustand";
import { db } from "./db.ts";
import { demoDrafts, demoSpecs } from "./demo.ts";
import { following } from "./following.ts";
import { loadFormsOf, loadRemembered, rememberForms } from "./forms.ts";

export type StoreTrouble = "blocked" | "full" | undefined;

interface DraftsState {
  readonly drafts: ReadonlyMap<string, Draft>;
  /** rows of the store that this version cannot read: left as they are, and told */
  readonly aside: readonly Draft[];
  readonly loading: boolean;
  readonly trouble: StoreTrouble;
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
  const specs = rows.map((row) => row.spec);
  rememberForms(specs);
  await loadFormsOf(specs);
  const drafts = new Map<string, Draft>();
  const aside: Draft[] = [];
  for (const row of rows) {
    const same = known.get(row.id);
    const read =
      same?.changed === row.changed && same.step === row.step ? { ok: true as const, draft: same } : readDraft(row);
    if (read.ok) drafts.set(row.id, read.draft);
    else aside.push(row);
  }
  return { drafts, aside };
}

const SEEDED = "demo-seeded";

/** The demo drafts, with the forms they are of. */
async function loadDemo(): Promise<Draft[]> {
  await loadFormsOf(demoSpecs);
  return demoDrafts();
}

export const useDrafts = create<DraftsState>()((set, get) => {
  /** Writes, and notes how it went. A later success clears the trouble: everything in memory is written again with it. */
  const keep = async (work: () => Promise<unknown>): Promise<void> => {
    set({ writing: get().writing + 1 });
    try {
      await work();
      if (get().trouble) await db.drafts.bulkPut([...get().drafts.values()]);
      set({ trouble: undefined });
    } catch (error) {
      set({ trouble: isFull(error) ? "full" : "blocked" });
    } finally {
      set({ writing: get().writing - 1 });
    }
  };
  return {
    drafts: new Map(),
    aside: [],
    loading: true,
    trouble: undefined,
    writing: 0,
    load: async () => {
      // not waited for: what is missing is fetched when it is read, and whether that can be is told there
      loadRemembered(demoSpecs).catch(() => undefined);
      try {
        const [seeded, rows] = await Promise.all([db.kept.get(SEEDED), db.drafts.toArray()]);
        if (!seeded && rows.length === 0) {
          // the first visit shows the demo at once, and keeps it meanwhile
          const demo = await loadDemo();
          set({ drafts: byId(demo), loading: false });
          void keep(() => db.drafts.bulkPut(demo));
        } else set({ ...(await readRows(rows, get().drafts)), loading: false });
        if (!seeded) await db.kept.put({ key: SEEDED, value: true });
        // another window of the same browser may write too; our own writes come back equal and change nothing
        liveQuery(() => db.drafts.toArray()).subscribe({
          next: (rows) => {
            void readRows(rows, get().drafts).then((read) => {
              if (get().writing === 0 && !get().trouble) set(read);
            });
          },
          error: () => {
            set({ trouble: "blocked" });
          },
        });
      } catch (error) {
        set({ drafts: byId(await loadDemo()), loading: false, trouble: isFull(error) ? "full" : "blocked" });
      }
    },
    put: (given) => {
      const drafts = [...given, ...following(given, get().drafts)];
      set({ drafts: new Map([...get().drafts, ...byId(drafts)]) });
      void keep(() => db.drafts.bulkPut(drafts));
    },
    remove: (id) => {
      const rest = new Map(get().drafts);
      rest.delete(id);
      set({ drafts: rest });
      void keep(() => db.drafts.delete(id));
    },
  };
});

const newId = (): string => `draft-${crypto.randomUUID()}`;

/** A new draft round a recipe. */
export function makeDraft(name: string, spec: Spec, rest: Partial<Pick<Draft, "tags" | "note">> = {}): Draft {
  const now = new Date().toISOString();
  return { id: newId(), name, tags: rest.tags ?? [], note: rest.note ?? "", made: now, changed: now, step: 1, spec };
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

/** Drafts from a file, each with a new id where one of ours already has it: an import never writes over anything. */
export const adopt = (drafts: readonly Draft[], known: ReadonlyMap<string, Draft>): Draft[] =>
  drafts.map((d) => (known.has(d.id) ? { ...d, id: newId() } : d));
