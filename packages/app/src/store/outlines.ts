/** The maker's own outlines: what came out of files and pictures and what was made of those, each with where it came from. */
import { loopsOf, MOST_DRAWN } from "@cut-fold/core";
import { z } from "zod";
import { create } from "zustand";
import { askToKeep, db, isOfLaterApp } from "./db.ts";

const outlineSchema = z.object({
  id: z.string().max(60),
  name: z.string().min(1).max(80),
  /** closed lines as a recipe keeps them, mm */
  drawn: z
    .string()
    .max(MOST_DRAWN)
    .refine((drawn) => loopsOf(drawn) !== undefined),
  width: z.number().positive().max(5000),
  height: z.number().positive().max(5000),
  /** where it came from, in words */
  from: z.string().max(200),
  /** ISO time */
  made: z.string().max(40),
});
/** An outline of the shelf: in the size it was read or made, mm. */
export type ShelfOutline = z.infer<typeof outlineSchema>;

/** No shelf is longer. */
export const MOST_OUTLINES = 300;
const KEY = "outline ";

interface OutlinesState {
  /** the newest first; undefined until the store has been read */
  readonly outlines: readonly ShelfOutline[] | undefined;
  readonly load: () => Promise<void>;
}

let reading: Promise<void> | undefined;

export const useOutlines = create<OutlinesState>()((set, get) => ({
  outlines: undefined,
  load: () =>
    (reading ??= (async () => {
      const rows = (await isOfLaterApp())
        ? []
        : await db.kept
            .where("key")
            .startsWith(KEY)
            .toArray()
            .catch(() => []);
      const read = rows.flatMap(({ value }) => {
        const one = outlineSchema.safeParse(value);
        return one.success ? [one.data] : [];
      });
      const held = get().outlines ?? [];
      set({ outlines: newestFirst([...held, ...read.filter((o) => !held.some((h) => h.id === o.id))]) });
    })()),
}));

const newestFirst = (outlines: readonly ShelfOutline[]): ShelfOutline[] =>
  [...outlines].sort((a, b) => (a.made < b.made ? 1 : -1));

/** What cannot be kept is still there while the window is open. */
const written = (write: () => Promise<unknown>): void => {
  void isOfLaterApp()
    .then((later) => (later ? undefined : write()))
    .catch(() => undefined);
};

/** Puts an outline on the shelf, or what has changed of one that is there. */
export function keepOutline(outline: ShelfOutline): void {
  const others = (useOutlines.getState().outlines ?? []).filter((o) => o.id !== outline.id);
  useOutlines.setState({ outlines: newestFirst([outline, ...others]) });
  written(() => db.kept.put({ key: KEY + outline.id, value: outline }));
  askToKeep();
}

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
  written(() => db.kept.delete(KEY + id));
}
