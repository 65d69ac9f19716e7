/**
 * Lists of which each entry lies in the browser's store under a key of its own, read like any file, and the same in every window:
 * the shelf, and runs.
 */
import { liveQuery } from "dexie";
import type { z } from "zod";
import { create } from "zustand";
import { askToKeep, db, isOfLaterApp } from "./db.ts";
import { holds, isAhead, isHeldBack, keepRow } from "./keeping.ts";

export interface RowsState<T> {
  /** in the order they are listed; undefined until the store has been read */
  readonly entries: readonly T[] | undefined;
  /** rows of the store that this version cannot read: left as they are, and told */
  readonly aside: readonly unknown[];
  readonly load: () => Promise<void>;
}

interface Rows<T> {
  /** the first letters of each key */
  readonly prefix: string;
  readonly schema: z.ZodType<T>;
  readonly compare: (a: T, b: T) => number;
  /** what is done in the store before it is read first */
  readonly before?: () => Promise<void>;
}

/** The list of a kind. */
export function keptRows<T extends { readonly id: string }>({ prefix, schema, compare, before }: Rows<T>) {
  let reading: Promise<void> | undefined;
  let isFollowed = false;

  const rows = async (): Promise<unknown[]> =>
    (await db.kept.where("key").startsWith(prefix).toArray()).map(({ value }): unknown => value);

  /** Another window may change it too. */
  const follow = (): void => {
    if (isFollowed) return;
    isFollowed = true;
    liveQuery(rows).subscribe({
      next: take,
      // what could not be read is told by the account of what is written
      error: () => {
        isFollowed = false;
      },
    });
  };

  const useRows = create<RowsState<T>>()((set, get) => ({
    entries: undefined,
    aside: [],
    load: () =>
      (reading ??= (async () => {
        // a store that a later app has shaped is not even opened: that alone would add our tables to it
        if (await isOfLaterApp()) {
          set({ entries: get().entries ?? [] });
          return;
        }
        const read = async (): Promise<unknown[]> => {
          await before?.();
          return rows();
        };
        const found = await read().catch(() => undefined);
        // what could not be read this time is asked for again the next
        if (!found) reading = undefined;
        take(found ?? []);
        if (get().entries === undefined) set({ entries: [] });
        if (found) follow();
      })()),
  }));

  /** Takes rows over from the store: what this window has newer of, it keeps. */
  function take(found: readonly unknown[]): void {
    const held = useRows.getState().entries ?? [];
    const read: T[] = [];
    const aside: unknown[] = [];
    for (const row of found) {
      const one = schema.safeParse(row);
      if (one.success) read.push(one.data);
      else aside.push(row);
    }
    const isNewer = ({ id }: T): boolean => isAhead(prefix + id);
    const entries = [...held.filter(isNewer), ...read.filter((entry) => !isNewer(entry))];
    useRows.setState({ entries: entries.sort(compare), aside });
  }

  const now = (): readonly T[] => useRows.getState().entries ?? [];

  holds(prefix, () => db.kept.bulkPut(now().map((value) => ({ key: prefix + value.id, value }))));

  /** Puts a list in the place of what is there: only what differs is written. */
  const put = (next: readonly T[]): void => {
    const was = new Map(now().map((entry) => [entry.id, entry]));
    useRows.setState({ entries: [...next].sort(compare) });
    for (const entry of next) {
      if (JSON.stringify(was.get(entry.id)) !== JSON.stringify(entry)) void keepRow(prefix + entry.id, entry);
      was.delete(entry.id);
    }
    for (const id of was.keys()) void keepRow(prefix + id, undefined);
    askToKeep();
  };

  return {
    useRows,
    now,
    rows,
    put,
    keyOf: (id: string): string => prefix + id,
    /** Reads them again as they are in the store. */
    refresh: async (): Promise<void> => {
      if (isHeldBack()) return;
      const found = await rows().catch(() => undefined);
      if (found) take(found);
    },
    /** Puts one there, or what has changed of it. */
    keepOne: (entry: T): void => put([...now().filter(({ id }) => id !== entry.id), entry]),
    dropOne: ({ id }: Pick<T, "id">): void => put(now().filter((entry) => entry.id !== id)),
  };
}
