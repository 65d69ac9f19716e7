/**
 * What is written to the browser's store, and how it went: one account for drafts, outlines, settings and lists. What cannot
 * be written is owed, and written with the next write that succeeds. Until the store is known as ours nothing is written to it,
 * and where all of it was deleted under this window nothing is, until the maker has said so.
 */
import { create } from "zustand";
import { db } from "./db.ts";

/**
 * What is wrong with the browser's store: it is not allowed, it is full, it could not be read this time, a later version of
 * the app has shaped it, or it was deleted while this window was open.
 */
export type StoreTrouble = "blocked" | "full" | "unread" | "later" | "deleted" | undefined;

interface KeepingState {
  readonly trouble: StoreTrouble;
  /** whether the store is known as ours, and could be read so far: only then is anything written to it */
  readonly isRead: boolean;
  /** whether something waits for that */
  readonly isOwing: boolean;
  /** writes on their way to the browser's store */
  readonly writing: number;
}

export const useKeeping = create<KeepingState>()(() => ({
  trouble: undefined,
  isRead: false,
  isOwing: false,
  writing: 0,
}));

/** The mark that a store has been begun: where it is missing, the store is new, or not the one that was read. */
const BEGUN = "demo-seeded";
export const isBegun = async (): Promise<boolean> => (await db.kept.get(BEGUN)) !== undefined;
export const markBegun = (): Promise<unknown> => db.kept.put({ key: BEGUN, value: true });

/** All that an error says of itself: the store's library wraps the browser's own. */
function sayingOf(error: unknown): string {
  const { name = "", message = "", inner } = (error ?? {}) as { name?: string; message?: string; inner?: Error };
  return `${name} ${message} ${inner?.name ?? ""}`;
}
const isFull = (error: unknown): boolean => /quota/iu.test(sayingOf(error));

/** Names of errors by which browsers say that nothing may be stored here at all. */
const REFUSED = /SecurityError|InvalidStateError|MissingAPI|NotAllowed/u;

/** What an error of the store comes to. */
export function troubleOf(error: unknown): StoreTrouble {
  if (isFull(error)) return "full";
  return REFUSED.test(sayingOf(error)) ? "blocked" : "unread";
}

type Work = () => Promise<unknown>;
/** what failed or had to wait, by name; each writes the latest of it, and is another one each time it is owed */
const owed = new Map<string, { readonly again: Work }>();
/** what this window holds, by name: written whole into a store that was deleted */
const holders = new Map<string, Work>();
const afterwards: Work[] = [];

/** how many writes of each are on their way */
const going = new Map<string, number>();
const goes = (name: string, by: 1 | -1): void => {
  going.set(name, (going.get(name) ?? 0) + by);
};

/** Whether what this window has of something is newer than what the store has: it is on its way there, or owed. */
export const isAhead = (name: string): boolean => owed.has(name) || (going.get(name) ?? 0) > 0;

/** Says how all of something is written again, should the store be deleted under this window. */
export const holds = (name: string, writeAll: Work): void => {
  holders.set(name, writeAll);
};
/** What is done once trouble is over. */
export const onceMended = (work: Work): void => {
  afterwards.push(work);
};

const isLost = (): boolean => ["deleted", "later"].includes(useKeeping.getState().trouble ?? "");

/** Writes what is owed, with what comes to be owed meanwhile. */
async function payOwed(): Promise<void> {
  for (const [name, debt] of owed) {
    await debt.again();
    if (owed.get(name) === debt) owed.delete(name);
  }
}

async function settle(): Promise<void> {
  await payOwed();
  if (useKeeping.getState().trouble !== undefined) for (const work of afterwards) await work();
}

/** Whether a write would be owed and not tried: the store is not known as ours yet, or was deleted under this window. */
export function isHeldBack(): boolean {
  const { isRead, trouble } = useKeeping.getState();
  return !isRead || trouble === "deleted";
}

/**
 * Writes, and notes how it went; a success clears the trouble, after what was owed has been written too.
 * @param name of what is written: owed under it where it fails
 * @param again writes the latest state of it; the work itself where that is the same
 */
export async function keep(name: string, work: Work, again = work): Promise<void> {
  if (isHeldBack()) {
    owed.set(name, { again });
    useKeeping.setState({ isOwing: true });
    return;
  }
  useKeeping.setState((s) => ({ writing: s.writing + 1 }));
  goes(name, 1);
  const before = owed.get(name);
  try {
    if (!(await isBegun())) throw new StoreDeletedError();
    await work();
    // what was owed under this name is older than what has just been written
    if (before && owed.get(name) === before) owed.delete(name);
    await settle();
    // a store that was deleted or shaped anew meanwhile is no better for it
    if (!isLost()) useKeeping.setState({ trouble: undefined });
  } catch (error) {
    owed.set(name, { again });
    if (error instanceof StoreDeletedError) noteDeleted();
    else useKeeping.setState({ trouble: isFull(error) ? "full" : "blocked" });
  } finally {
    goes(name, -1);
    useKeeping.setState((s) => ({ writing: s.writing - 1 }));
  }
}
class StoreDeletedError extends Error {}

/** The store was deleted under this window: what it holds is all there is, and stays here until the maker says what to do. */
export function noteDeleted(): void {
  if (useKeeping.getState().isRead) useKeeping.setState({ trouble: "deleted" });
}

/** The store is known as ours: what was made meanwhile is written now. */
export function opened(): void {
  useKeeping.setState({ isRead: true, isOwing: false, trouble: undefined });
  if (owed.size > 0) void keep("owed", () => Promise.resolve());
}

/** Puts all that this window holds into a store that was deleted under it. */
export async function putAllBack(): Promise<void> {
  useKeeping.setState((s) => ({ writing: s.writing + 1 }));
  try {
    await markBegun();
    for (const work of holders.values()) await work();
    // what is done while this is written is owed, and paid before it is over
    await payOwed();
    useKeeping.setState({ trouble: undefined, isOwing: false });
  } catch (error) {
    useKeeping.setState({ trouble: isFull(error) ? "full" : "blocked" });
  } finally {
    useKeeping.setState((s) => ({ writing: s.writing - 1 }));
  }
}

/** Writes a row that is kept by its key, or takes it out. */
export const keepRow = (key: string, value: unknown): Promise<void> =>
  keep(key, () => (value === undefined ? db.kept.delete(key) : db.kept.put({ key, value })));

// a store that is deleted, or shaped anew by a later app, says so to every window that has it open
db.on("versionchange", ({ newVersion }) => {
  if (newVersion === null) noteDeleted();
  else useKeeping.setState({ isRead: false, trouble: "later" });
});
