/**
 * Several windows of one browser over the same drafts. Each remembers which states it has read or written: a row in any other
 * was changed elsewhere, and stays; ours is kept beside it, and nothing of either is lost.
 */
import type { Draft } from "@cut-fold/core";
import { liveQuery } from "dexie";
import { db } from "./db.ts";
import { besideOf, stamp } from "./drafting.ts";
import { isBegun } from "./keeping.ts";
import { merged } from "./merge.ts";
import { type ReadRows, readRows } from "./rows.ts";

/** A draft that another window wrote first, and ours beside it. */
export interface WrittenTwice {
  readonly theirs: Draft;
  readonly ours: Draft;
}

/** The states of a draft that this window has read or written, by its id. */
const seen = new Map<string, Set<string>>();
/** As many as a drag and its undo can make between two looks at the store. */
const SEEN_MOST = 200;

export function note(drafts: Iterable<Draft>): void {
  for (const { id, changed } of drafts) {
    const stamps = seen.get(id) ?? new Set<string>();
    stamps.add(changed);
    const [oldest] = stamps;
    if (stamps.size > SEEN_MOST && oldest !== undefined) stamps.delete(oldest);
    seen.set(id, stamps);
  }
}

/** What was known of these drafts up to now, with what is about to be written. */
export function seenOf(drafts: readonly Draft[]): ReadonlyMap<string, ReadonlySet<string>> {
  note(drafts);
  return new Map(drafts.map(({ id }) => [id, new Set(seen.get(id))]));
}

/** Each draft as this window and the store both had it last, by its id: what each has changed since is told by it. */
const common = new Map<string, Draft>();

/** Notes drafts as this window and the store agree on them. */
export function agree(drafts: Iterable<Draft>): void {
  for (const draft of drafts) common.set(draft.id, draft);
}

/** What came of writing: drafts with what both windows had changed, and those where the two clash. */
export interface Written {
  /** ours as it was written, and both together */
  readonly merged: readonly { readonly ours: Draft; readonly both: Draft }[];
  readonly clashes: readonly WrittenTwice[];
}

/**
 * Writes drafts, each compared with its row inside the same transaction: where another window has written it in the
 * meantime, what each has changed is put together; where both have changed one place theirs stays, and ours is kept beside.
 */
export const writeUnlessNews = (
  drafts: readonly Draft[],
  met: ReadonlyMap<string, ReadonlySet<string>>,
): Promise<Written> =>
  db.transaction("rw", db.drafts, async () => {
    const rows = await db.drafts.bulkGet(drafts.map((d) => d.id));
    const clashes: WrittenTwice[] = [];
    const together: { ours: Draft; both: Draft }[] = [];
    const written = drafts.map((draft, i) => {
      const theirs = rows[i];
      if (!theirs || met.get(theirs.id)?.has(theirs.changed) !== false) return draft;
      const base = common.get(draft.id);
      const both = base && merged(base, draft, theirs);
      if (both) {
        const stamped = { ...both, changed: stamp() };
        together.push({ ours: draft, both: stamped });
        return stamped;
      }
      const ours = besideOf(draft);
      clashes.push({ theirs, ours });
      return ours;
    });
    note(written);
    await db.drafts.bulkPut(written);
    // what this window goes on from is what it wrote, until it has taken the other's change over
    agree(drafts.filter((d) => !clashes.some(({ theirs }) => theirs.id === d.id)));
    return { merged: together, clashes };
  });

interface Following {
  readonly known: () => ReadonlyMap<string, Draft>;
  /** whether what comes now is left: our own writes are on their way, or the store is in trouble */
  readonly isBusy: () => boolean;
  readonly onRows: (read: ReadRows) => void;
  /** another store has taken the place of the one that was read */
  readonly onDeleted: () => void;
  readonly onTrouble: () => void;
}

/** Whether the store is listened to. */
let isFollowing = false;

/** Another window of the same browser may write too; our own writes come back equal and change nothing. */
export function followStore({ known, isBusy, onRows, onDeleted, onTrouble }: Following): void {
  if (isFollowing) return;
  isFollowing = true;
  liveQuery(async () => ({ rows: await db.drafts.toArray(), begun: await isBegun() })).subscribe({
    next: ({ rows, begun }) => {
      if (!begun) {
        onDeleted();
        return;
      }
      void readRows(rows, known()).then((read) => {
        if (isBusy()) return;
        note(read.drafts.values());
        agree(read.drafts.values());
        onRows(read);
      });
    },
    error: () => {
      isFollowing = false;
      onTrouble();
    },
  });
}
