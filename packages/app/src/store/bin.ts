/** Deleted drafts, kept for a while: what is taken out of the drawer rests here before it is gone. */
import type { Draft } from "@cut-fold/core";
import { BESIDE, besideKey, db, PICTURE, RUN } from "./db.ts";
import { type Binned, readBinned } from "./kept.ts";
import { loadFormsOf } from "../needs/forms.ts";

/** How long a deleted draft can be put back. */
export const BIN_DAYS = 30;
export const DAY_MS = 24 * 60 * 60 * 1000;

const PREFIX = besideKey("bin", "");
const keyOf = (id: string): string => besideKey("bin", id);

/** How many days are left until it is gone. */
export const daysLeft = ({ deleted }: Pick<Binned, "deleted">, now = Date.now()): number =>
  Math.max(0, Math.ceil((Date.parse(deleted) + BIN_DAYS * DAY_MS - now) / DAY_MS));

/** Moves a draft from the drawer to the bin: both or neither. */
export const binDraft = (draft: Draft): Promise<void> =>
  db.transaction("rw", db.drafts, db.kept, async () => {
    await db.kept.put({ key: keyOf(draft.id), value: { draft, deleted: new Date().toISOString() } satisfies Binned });
    await db.drafts.delete(draft.id);
  });

/** Takes drafts out of the bin: they are in the drawer again, or gone for good with all that is kept beside them. */
export const emptyBin = (ids: readonly string[], isForGood: boolean): Promise<void> =>
  db.kept.bulkDelete(ids.flatMap((id) => [keyOf(id), ...(isForGood ? BESIDE.map((kind) => besideKey(kind, id)) : [])]));

/** The bin's rows as they lie in the store. */
export const binRows = async (): Promise<unknown[]> =>
  (await db.kept.where("key").startsWith(PREFIX).toArray()).map(({ value }): unknown => value);

/** What rests in the bin, last deleted first. What cannot be read is left where it is. */
export async function binned(): Promise<Binned[]> {
  const rows = await binRows();
  await loadFormsOf(rows.map((row) => (row as Partial<Binned> | undefined)?.draft?.spec));
  return rows.flatMap((row) => readBinned(row) ?? []).sort((a, b) => b.deleted.localeCompare(a.deleted));
}

/** Puts what a file's bin held into ours, as long ago as it was deleted. */
export const putInBin = (given: readonly Binned[]): Promise<unknown> =>
  db.kept.bulkPut(given.map((one) => ({ key: keyOf(one.draft.id), value: one })));

/** Lets go of what has rested long enough, and of what is kept beside drafts that are neither in the drawer nor in the bin. */
export async function tidyBin(now = Date.now()): Promise<void> {
  await db.transaction("rw", db.drafts, db.kept, async () => {
    const rows = await db.kept.where("key").startsWith(PREFIX).toArray();
    const isOver = ({ value }: { value: unknown }): boolean => {
      const { deleted } = value as Partial<Binned>;
      return typeof deleted === "string" && Date.parse(deleted) + BIN_DAYS * DAY_MS < now;
    };
    await db.kept.bulkDelete(rows.filter(isOver).map((row) => row.key));
    const there = new Set(await db.drafts.toCollection().primaryKeys());
    for (const row of rows) if (!isOver(row)) there.add(row.key.slice(PREFIX.length));
    // what is kept beside a run goes with the run
    const runs = await db.kept.where("key").startsWith(RUN).primaryKeys();
    for (const key of runs) there.add(key.slice(RUN.length));
    const beside = await db.kept
      .where("key")
      .startsWithAnyOf(BESIDE.map((kind) => besideKey(kind, "")))
      .primaryKeys();
    await db.kept.bulkDelete(beside.filter((key) => !there.has(key.slice(key.indexOf(" ") + 1))));
  });
  if ((await db.kept.where("key").startsWith(PICTURE).count()) > 0)
    await (await import("./tidyPictures.ts")).tidyPictures(now, BIN_DAYS * DAY_MS);
}
