/** Lets go of pictures that nothing prints any more: megabytes that nobody could reach. */
import { besideKey, db, draftRows, PICTURE, RUN } from "./db.ts";

/** A picture's row: what it shows, and since when nothing has been found that prints it. */
interface Row {
  readonly unused?: number;
}

/**
 * A picture is looked for in every draft, in the bin, in steps of undo and in runs. Where it is in none it is noted, and gone only when
 * that is as long ago as a deleted draft rests: another window may have taken it up a moment ago.
 * @param now ms, as a clock counts them @param rest ms that what is let go rests
 */
export async function tidyPictures(now: number, rest: number): Promise<void> {
  const keys = await db.kept.where("key").startsWith(PICTURE).primaryKeys();
  const unused = new Set(keys);
  // a picture is said by its digest, wherever a row says it
  const seek = (row: unknown): void => {
    const text = JSON.stringify(row);
    for (const key of unused) if (text.includes(key.slice(PICTURE.length))) unused.delete(key);
  };
  for await (const rows of draftRows()) seek(rows);
  await db.kept
    .where("key")
    .startsWithAnyOf([besideKey("bin", ""), besideKey("steps", ""), RUN])
    .each(seek);
  for (const key of keys)
    await db.transaction("rw", db.kept, async () => {
      const row = await db.kept.get(key);
      if (!row) return;
      const { unused: since, ...picture } = row.value as Row;
      if (!unused.has(key)) {
        if (since !== undefined) await db.kept.put({ key, value: picture });
      } else if (since === undefined) await db.kept.put({ key, value: { ...picture, unused: now } });
      else if (since + rest < now) await db.kept.delete(key);
    });
}
