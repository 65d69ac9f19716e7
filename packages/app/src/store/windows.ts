/**
 * Several windows of one browser over the same drafts. Each remembers which states it has read or written: a row in any other
 * was changed elsewhere, and stays; ours is kept beside it, and nothing of either is lost.
 */
import type { Draft } from "@cut-fold/core";
import { liveQuery } from "dexie";
import { db } from "./db.ts";
import { besideOf } from "./drafting.ts";
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

/**
 * Writes drafts, each compared with its row inside the same transaction: a row that another window has written in the
 * meantime stays, and ours is kept beside it. Gives those that were.
 */
export const writeUnlessNews = (
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

interface Following {
  readonly known: () => ReadonlyMap<string, Draft>;
  /** whether what comes now is left: our own writes are on their way, or the store is in trouble */
  readonly isBusy: () => boolean;
  readonly onRows: (read: ReadRows) => void;
  readonly onTrouble: () => void;
}

/** Whether the store is listened to. */
let isFollowing = false;

/** Another window of the same browser may write too; our own writes come back equal and change nothing. */
export function followStore({ known, isBusy, onRows, onTrouble }: Following): void {
  if (isFollowing) return;
  isFollowing = true;
  liveQuery(() => db.drafts.toArray()).subscribe({
    next: (rows) => {
      void readRows(rows, known()).then((read) => {
        if (isBusy()) return;
        note(read.drafts.values());
        onRows(read);
      });
    },
    error: () => {
      isFollowing = false;
      onTrouble();
    },
  });
}
