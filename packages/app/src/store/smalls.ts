/**
 * The small drawings of the drawer. Each is kept beside its draft as paths, and shown from there: the drawer draws nothing
 * itself. What was never drawn, has changed since, or was drawn by another version of the app is drawn by a worker, which
 * is let go when it has nothing more to draw.
 */
import type { PaperColours, PathPicture, Size } from "@cut-fold/core";
import { useEffect } from "react";
import { create } from "zustand";
import type { DrawerApi } from "../workers/drawDraft.ts";
import { besideKey, db } from "./db.ts";
import { hire } from "./hire.ts";
import { isBegun, useKeeping } from "./keeping.ts";
import type { Listed } from "./listed.ts";

/** A draft's small drawings. */
export interface Small {
  /** flat, and closed */
  readonly pictures: readonly PathPicture[];
  /** what the main piece is cut to, mm */
  readonly cut: Size;
  /** mm between two marks of the ruler it is cut with */
  readonly grid: number;
  /** the two faces of its paper */
  readonly colours: PaperColours;
}

interface Kept extends Small {
  /** what drew it, and the draft's change that it shows */
  readonly by: string;
  readonly changed: string;
}

const WORKER = new URL("../workers/drawer.worker.ts", import.meta.url);
/**
 * What draws now: in a build the worker's file, whose name changes with all that it is made of. While the app is worked on
 * it keeps its name, and each start draws anew.
 */
const DRAWN_BY = import.meta.env.DEV ? String(performance.timeOrigin) : WORKER.pathname;

/** Longer rows are not kept, in letters: a drawing of thousands of letters is sooner made than read. */
const MOST_KEPT = 400_000;
/** ms a worker with nothing to draw is held for more. */
const IDLE_MS = 4000;
/** ms after which a drawing is given up: its card goes without. */
const LONGEST_MS = 10_000;

interface SmallsState {
  readonly smalls: ReadonlyMap<string, Kept>;
  /** whether any is being looked for or drawn */
  readonly isDrawing: boolean;
}
const useSmalls = create<SmallsState>()(() => ({ smalls: new Map(), isDrawing: false }));
/** Whether drawings are still to come. */
export const useIsDrawing = (): boolean => useSmalls((s) => s.isDrawing);

const isOf = (kept: Partial<Kept> | undefined, { changed }: Listed): kept is Kept =>
  kept?.by === DRAWN_BY && kept.changed === changed;

/** drafts whose drawing is looked for, by id */
const wanted = new Map<string, Listed>();
/** drafts that nothing can be drawn of, each with the change that was tried */
const undrawn = new Map<string, string>();

const show = (drawn: ReadonlyMap<string, Kept>): void => {
  useSmalls.setState({ smalls: new Map([...useSmalls.getState().smalls, ...drawn]) });
};

const keyOf = (id: string): string => besideKey("drawn", id);

/** Shows what is kept of these: asked before the first card is drawn, they come with their drawings. */
export async function recallSmalls(drafts: readonly Listed[]): Promise<void> {
  // a store that a later app has shaped would be shaped anew by being read
  if (useKeeping.getState().trouble !== undefined) return;
  const rows = await db.kept.bulkGet(drafts.map(({ id }) => keyOf(id))).catch((): undefined[] => []);
  const found = new Map<string, Kept>();
  for (const [i, draft] of drafts.entries()) {
    const kept = rows[i]?.value as Partial<Kept> | undefined;
    if (isOf(kept, draft)) found.set(draft.id, kept);
  }
  if (found.size === 0) return;
  for (const id of found.keys()) wanted.delete(id);
  show(found);
}

/** Keeps a drawing. One that cannot be is no trouble: it is made again. */
async function hold(id: string, kept: Kept): Promise<void> {
  const { isRead, trouble } = useKeeping.getState();
  if (!isRead || trouble !== undefined || JSON.stringify(kept).length > MOST_KEPT || !(await isBegun())) return;
  await db.kept.put({ key: keyOf(id), value: kept });
}

const drawer = hire<DrawerApi>(() => new Worker(WORKER, { type: "module" }));
let letting: ReturnType<typeof setTimeout> | undefined;

/** One drawing from the worker; undefined where there can be none. @throws where the worker cannot be loaded or takes too long */
async function drawn(draft: Listed): Promise<Small | undefined> {
  const late = setTimeout(drawer.letGo, LONGEST_MS);
  try {
    return await drawer.ask((api) => api.small(draft.spec));
  } finally {
    clearTimeout(late);
  }
}

/** Shows a drawing, and keeps it. */
async function take({ id, changed }: Listed, made: Small): Promise<void> {
  const kept: Kept = { ...made, by: DRAWN_BY, changed };
  show(new Map([[id, kept]]));
  await hold(id, kept).catch(() => undefined);
}

let isAtWork = false;
/** Draws what is looked for, one after the other. */
async function work(): Promise<void> {
  if (isAtWork || wanted.size === 0) return;
  isAtWork = true;
  clearTimeout(letting);
  useSmalls.setState({ isDrawing: true });
  let looked = new Set<string>();
  for (;;) {
    const news = [...wanted.values()].filter(({ id, changed }) => !looked.has(`${id} ${changed}`));
    looked = new Set([...looked, ...news.map(({ id, changed }) => `${id} ${changed}`)]);
    if (news.length > 0) await recallSmalls(news);
    const [draft] = wanted.values();
    if (!draft) break;
    try {
      const made = await drawn(draft);
      if (made) await take(draft, made);
      else undrawn.set(draft.id, draft.changed);
    } catch {
      // one that took too long, or that the worker broke at, is not asked for again before it changes
      undrawn.set(draft.id, draft.changed);
      drawer.letGo();
    }
    if (wanted.get(draft.id) === draft) wanted.delete(draft.id);
  }
  isAtWork = false;
  useSmalls.setState({ isDrawing: false });
  letting = setTimeout(drawer.letGo, IDLE_MS);
}

/** The small drawings of a draft: as it was before until those of it as it is have come, and whether they are of now. */
export function useSmall(draft: Listed): { readonly small: Small | undefined; readonly isNow: boolean } {
  const small = useSmalls((s) => s.smalls.get(draft.id));
  const isNow = isOf(small, draft);
  useEffect(() => {
    if (isNow || undrawn.get(draft.id) === draft.changed) return undefined;
    wanted.set(draft.id, draft);
    // all cards of one frame ask together
    queueMicrotask(() => void work());
    return () => {
      if (wanted.get(draft.id) === draft) wanted.delete(draft.id);
    };
  }, [draft, isNow]);
  return { small, isNow };
}
