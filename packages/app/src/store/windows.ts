/**
 * Several windows of one browser over the same drafts. Each remembers which states it has read or written: a row in any other
 * was changed elsewhere, and stays; ours is kept beside it, and nothing of either is lost.
 */
import type { Draft } from "@cut-fold/core";
import { Dexie, type IntervalTree, RangeSet } from "dexie";
import { db } from "./db.ts";
import { besideOf, stamp } from "./drafting.ts";
import { isBegun, useKeeping } from "./keeping.ts";
import { merged } from "./merge.ts";
import { type ReadRows, readAllRows, readRows } from "./rows.ts";

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
  /** whether what comes now waits: our own writes are on their way, or the store is in trouble */
  readonly isBusy: () => boolean;
  /** some rows as they are now: of these ids, those that are not among them have been deleted */
  readonly onNews: (read: ReadRows, ids: ReadonlySet<string>) => void;
  readonly onAll: (read: ReadRows) => void;
  /** another store has taken the place of the one that was read */
  readonly onDeleted: () => void;
  readonly onTrouble: () => void;
}

const DRAFTS = `idb://${db.name}/${db.drafts.name}/`;
const MARKS = `idb://${db.name}/${db.kept.name}/`;

/** The rows that a change of the store names: their ids, or all where it names a stretch of them. */
function idsIn(rows: IntervalTree): readonly string[] | "all" {
  const ids: string[] = [];
  // what comes from another window has lost its kind on the way
  for (const { from, to } of RangeSet(rows)) {
    if (typeof from !== "string" || from !== to) return "all";
    ids.push(from);
  }
  return ids;
}

/** Whether the store is listened to. */
let isFollowing = false;

/**
 * Another window of the same browser may write too. Of each change only the rows it names are read again; our own come back
 * as they are and change nothing.
 */
export function followStore({ known, isBusy, onNews, onAll, onDeleted, onTrouble }: Following): void {
  if (isFollowing) return;
  isFollowing = true;
  let late: Set<string> | "all" = new Set();
  let isLooking = false;
  const isNothing = (ids: typeof late): boolean => ids !== "all" && ids.size === 0;
  const hear = (ids: Iterable<string> | "all"): void => {
    late = late === "all" || ids === "all" ? "all" : new Set([...late, ...ids]);
  };
  /** Reads what is news; gives it back to be read later where this window was at work meanwhile. */
  const take = async (ids: typeof late): Promise<void> => {
    const read =
      ids === "all"
        ? await readAllRows(known())
        : await readRows(
            (await db.drafts.bulkGet([...ids])).filter((row) => row !== undefined),
            known(),
          );
    if (isBusy()) {
      hear(ids);
      return;
    }
    note(read.drafts.values());
    agree(read.drafts.values());
    if (ids === "all") onAll(read);
    else onNews(read, ids);
  };
  const look = async (): Promise<void> => {
    if (isLooking || isNothing(late) || isBusy()) return;
    isLooking = true;
    const ids = late;
    late = new Set();
    try {
      if (await isBegun()) await take(ids);
      else onDeleted();
    } catch {
      hear(ids);
      onTrouble();
    }
    isLooking = false;
    void look();
  };
  Dexie.on("storagemutated", (parts) => {
    const drafts = parts[DRAFTS];
    if (drafts) hear(idsIn(drafts));
    // the mark may have gone with the store
    else if (parts[MARKS] && !isBusy()) void isBegun().then((begun) => begun || onDeleted(), onTrouble);
    void look();
  });
  useKeeping.subscribe(() => void look());
}
