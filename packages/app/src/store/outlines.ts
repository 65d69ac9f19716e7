/** The maker's own outlines: what came out of files and pictures and what was made of those, each with where it came from. */
import { create } from "zustand";
import { askToKeep, db, isOfLaterApp } from "./db.ts";
import { outlineSchema, type ShelfOutline } from "./kept.ts";
import { holds, keepRow } from "./keeping.ts";

/** No shelf is longer. */
export const MOST_OUTLINES = 300;
const KEY = "outline ";

interface OutlinesState {
  /** the newest first; undefined until the store has been read */
  readonly outlines: readonly ShelfOutline[] | undefined;
  /** rows of the store that this version cannot read: left as they are, and told */
  readonly aside: readonly unknown[];
  readonly load: () => Promise<void>;
}

let reading: Promise<void> | undefined;

export const useOutlines = create<OutlinesState>()((set, get) => ({
  outlines: undefined,
  aside: [],
  load: () =>
    (reading ??= (async () => {
      const rows = await outlineRows().catch(() => undefined);
      // what could not be read this time is asked for again the next
      if (!rows) reading = undefined;
      const read: ShelfOutline[] = [];
      const aside: unknown[] = [];
      for (const row of rows ?? []) {
        const one = outlineSchema.safeParse(row);
        if (one.success) read.push(one.data);
        else aside.push(row);
      }
      const held = get().outlines ?? [];
      set({ outlines: newestFirst([...held, ...read.filter((o) => !held.some((h) => h.id === o.id))]), aside });
    })()),
}));

/** The shelf's rows as they lie in the store. */
export const outlineRows = async (): Promise<unknown[]> =>
  (await isOfLaterApp())
    ? []
    : (await db.kept.where("key").startsWith(KEY).toArray()).map(({ value }): unknown => value);

const newestFirst = (outlines: readonly ShelfOutline[]): ShelfOutline[] =>
  [...outlines].sort((a, b) => (a.made < b.made ? 1 : -1));

holds("outlines", () =>
  db.kept.bulkPut((useOutlines.getState().outlines ?? []).map((value) => ({ key: KEY + value.id, value }))),
);

/** Puts an outline on the shelf, or what has changed of one that is there. */
export function keepOutline(outline: ShelfOutline): void {
  const others = (useOutlines.getState().outlines ?? []).filter((o) => o.id !== outline.id);
  useOutlines.setState({ outlines: newestFirst([outline, ...others]) });
  void keepRow(KEY + outline.id, outline);
  askToKeep();
}

/** Those of a file that are not on the shelf: neither by their id nor as the same line of the same name. */
export const unknownOutlines = (given: readonly ShelfOutline[]): ShelfOutline[] => {
  const all = useOutlines.getState().outlines ?? [];
  return given.filter((one) => !all.some((o) => o.id === one.id || (o.drawn === one.drawn && o.name === one.name)));
};

/** A new one; the same line in the same size is kept once. Undefined where the shelf is full. */
export function newOutline(outline: Omit<ShelfOutline, "id" | "made">): ShelfOutline | undefined {
  const all = useOutlines.getState().outlines ?? [];
  const known = all.find((o) => o.drawn === outline.drawn && o.name === outline.name);
  if (known) return known;
  if (all.length >= MOST_OUTLINES) return undefined;
  const made = { ...outline, id: crypto.randomUUID(), made: new Date().toISOString() };
  keepOutline(made);
  return made;
}

/** Takes one off the shelf; drafts that use it keep their own copy. */
export function dropOutline({ id }: ShelfOutline): void {
  useOutlines.setState({ outlines: (useOutlines.getState().outlines ?? []).filter((o) => o.id !== id) });
  void keepRow(KEY + id, undefined);
}
