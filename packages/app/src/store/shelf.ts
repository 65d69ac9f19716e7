/**
 * The maker's shelf: each entry under a key of its own in the browser's store, and the same in every window. What a run takes off it
 * is taken in one go with a note of it, so that nothing is taken twice.
 */
import {
  type Layout,
  ofKind,
  putBack,
  SHELF_MOST,
  type ShelfEntry,
  type ShelfKind,
  type ShelfOffcut,
  type OnShelf,
  shelfOffcutSchema,
  shelfSchema,
  taken,
  type Taking,
  takingOf,
  titleOfEntry,
  withoutRest,
  withRest,
} from "@cut-fold/core";
import { liveQuery } from "dexie";
import { useEffect, useMemo } from "react";
import { z } from "zod";
import { create } from "zustand";
import { besideKey, db, isOfLaterApp } from "./db.ts";
import { layoutSchema, offcutOf } from "./kept.ts";
import { isHeldBack, keep, keepRow } from "./keeping.ts";
import { keptRows } from "./keptRows.ts";

/** Where offcuts lay before there was a shelf, all in one row. */
const OLD_OFFCUTS = "offcuts";

const list = keptRows<ShelfEntry>({
  prefix: "shelf ",
  schema: shelfSchema,
  /** by what they are called, rests the largest first */
  compare: (a, b) =>
    a.kind === "offcut" && b.kind === "offcut"
      ? a.paper.localeCompare(b.paper) || b.width * b.height - a.width * a.height || a.id.localeCompare(b.id)
      : titleOfEntry(a).localeCompare(titleOfEntry(b)) || a.id.localeCompare(b.id),
  /** Offcuts of earlier versions become entries: all of them in one go, so that none comes twice. */
  before: async () => {
    if (isHeldBack()) return;
    await db.transaction("rw", db.kept, async () => {
      const old: unknown = (await db.kept.get(OLD_OFFCUTS))?.value;
      if (!Array.isArray(old)) return;
      const made = old.flatMap((row) => offcutOf(row, crypto.randomUUID()) ?? []);
      await db.kept.bulkPut(made.map((value) => ({ key: list.keyOf(value.id), value })));
      await db.kept.delete(OLD_OFFCUTS);
    });
  },
});
export const useShelfStore = list.useRows;

/** The shelf as it is now. */
export const shelfNow = list.now;

/** The shelf; nothing on it until it has been read. */
export function useShelf(): readonly ShelfEntry[] {
  const entries = useShelfStore((s) => s.entries);
  const load = useShelfStore((s) => s.load);
  useEffect(() => void load(), [load]);
  return entries ?? NOTHING;
}
const NOTHING: readonly ShelfEntry[] = [];

/** What is on it of some kinds. */
export function useOnShelf<K extends ShelfKind>(...kinds: readonly K[]): readonly OnShelf<K>[] {
  const shelf = useShelf();
  const which = kinds.join(" ");
  return useMemo(() => ofKind(shelf, ...(which.split(" ") as K[])), [shelf, which]);
}

/** Puts a shelf in the place of what is there: only what differs is written. */
export const putShelf = list.put;

/** Puts an entry on the shelf, or what has changed of one that is there. False where the shelf is full. */
export function keepEntry(entry: ShelfEntry): boolean {
  if (shelfNow().filter(({ id }) => id !== entry.id).length >= SHELF_MOST) return false;
  list.keepOne(entry);
  return true;
}

/** Takes one off the shelf; drafts that use it keep their own copy. */
export const dropEntry = list.dropOne;

/** A rest of a sheet: its size in mm, how many, and of which paper. */
type Rest = Omit<ShelfOffcut, "kind" | "id">;
const restOf = (rest: Rest): ShelfOffcut => ({ kind: "offcut", id: crypto.randomUUID(), ...rest });

/** Puts rests on the shelf, with those of their size and paper. */
export async function keepRest(rest: Rest): Promise<void> {
  await useShelfStore.getState().load();
  putShelf(withRest(shelfNow(), restOf(rest)));
}

/** Takes so many rests off the shelf again: they were not kept after all. */
export async function letGoRest(rest: Rest): Promise<void> {
  await useShelfStore.getState().load();
  putShelf(withoutRest(shelfNow(), restOf(rest)));
}

/** Entries of a file that are not here: neither by their id, nor as the same thing of the same name. */
export const unknownEntries = (given: readonly ShelfEntry[]): ShelfEntry[] => {
  const bare = (entry: ShelfEntry): string =>
    JSON.stringify(Object.entries({ ...entry, id: "" }).sort(([a], [b]) => a.localeCompare(b)));
  const here = shelfNow();
  return given.filter((one) => !here.some((entry) => entry.id === one.id || bare(entry) === bare(one)));
};

const takingSchema = z.object({
  /** the layout that was taken, by what was asked for */
  asked: z.string(),
  layout: layoutSchema,
  /** ISO time */
  at: z.string(),
  sheets: z.array(z.object({ id: z.string(), count: z.number() })),
  used: z.array(z.object({ entry: shelfOffcutSchema, count: z.number() })),
  rests: z.array(shelfOffcutSchema),
});
/** What was taken for a draft or run: with what it was taken for, and the layout, which stays as it was. */
export type Took = Omit<z.infer<typeof takingSchema>, "layout"> & { readonly layout: Layout };

const tookKey = (id: string): string => besideKey("took", id);

const readTook = (value: unknown): Took | undefined =>
  takingSchema.safeParse(value).data as unknown as Took | undefined;

/** What has been taken, as far as it is looked at: by draft or run. */
export const useTaken = create<{ readonly taken: ReadonlyMap<string, Took | undefined> }>()(() => ({
  taken: new Map(),
}));
const setTaken = (id: string, took: Took | undefined): void => {
  useTaken.setState(({ taken: all }) => ({ taken: new Map(all).set(id, took) }));
};

/** What was taken for a draft or run; undefined where nothing was. */
export const tookFor = async (id: string): Promise<Took | undefined> =>
  readTook((await db.kept.get(tookKey(id)))?.value);

/** Follows what is taken for a draft or run, in whichever window. Gives what ends that. */
export function followTook(id: string): () => void {
  let isOver = false;
  let following: { unsubscribe: () => void } | undefined;
  void isOfLaterApp().then((isLater) => {
    // nothing of ours is asked of a store that a later app has shaped
    if (isOver || isLater) return;
    following = liveQuery(() => tookFor(id)).subscribe({
      next: (took) => setTaken(id, took),
      // a store that cannot be read has taken nothing
      error: () => setTaken(id, undefined),
    });
  });
  return () => {
    isOver = true;
    following?.unsubscribe();
  };
}

/**
 * Takes what a layout is cut from off the shelf, and puts there what is left over: once, whichever window asks. What is told is
 * what has been taken, by this press or another one before it.
 */
export async function takeFromShelf(
  id: string,
  asked: string,
  layout: Layout,
  grid: number,
): Promise<Took | undefined> {
  await useShelfStore.getState().load();
  let told: Took | undefined;
  await keep(`took ${id}`, () =>
    db.transaction("rw", db.kept, async () => {
      told = await tookFor(id);
      if (told) return;
      const shelf = (await list.rows()).flatMap((row) => shelfSchema.safeParse(row).data ?? []);
      const taking = takingOf(layout, shelf, grid, () => crypto.randomUUID());
      await write(shelf, taken(shelf, taking));
      told = { asked, layout, at: new Date().toISOString(), ...copyOf(taking) };
      await db.kept.put({ key: tookKey(id), value: told });
    }),
  );
  // first that it is taken, then what is left: nobody lays it out anew on that
  if (told) setTaken(id, told);
  await list.refresh();
  return told;
}

/** Puts back what was taken for a draft or run: once. */
export async function putBackOnShelf(id: string): Promise<void> {
  await keep(`took ${id}`, () =>
    db.transaction("rw", db.kept, async () => {
      const before = await tookFor(id);
      if (!before) return;
      const shelf = (await list.rows()).flatMap((row) => shelfSchema.safeParse(row).data ?? []);
      await write(shelf, putBack(shelf, before));
      await db.kept.delete(tookKey(id));
    }),
  );
  await list.refresh();
  setTaken(id, undefined);
}

/** What was taken stays taken, and the next can be: it has been used up. */
export async function noteUsedUp(id: string): Promise<void> {
  await keepRow(tookKey(id), undefined);
  setTaken(id, undefined);
}

const copyOf = ({ sheets, used, rests }: Taking) => ({ sheets: [...sheets], used: [...used], rests: [...rests] });

/** Writes what differs between two shelves, inside a transaction. */
async function write(was: readonly ShelfEntry[], next: readonly ShelfEntry[]): Promise<void> {
  const before = new Map(was.map((entry) => [entry.id, entry]));
  await db.kept.bulkPut(
    next.filter((entry) => before.get(entry.id) !== entry).map((value) => ({ key: list.keyOf(value.id), value })),
  );
  const ids = new Set(next.map(({ id }) => id));
  await db.kept.bulkDelete(was.filter(({ id }) => !ids.has(id)).map(({ id }) => list.keyOf(id)));
}
