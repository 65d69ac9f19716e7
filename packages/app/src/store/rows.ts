/** Rows of the browser's store as drafts. */
import { type Draft, readDraft } from "@cut-fold/core";
import { loadFormsIn } from "../needs/forms.ts";

/** What was read: drafts by id, and rows that this version cannot read, left as they are. */
export interface ReadRows {
  readonly drafts: ReadonlyMap<string, Draft>;
  readonly aside: readonly Draft[];
}

/**
 * Rows as drafts, read like any file: another version of the app may have written them. A row that is the draft we have
 * stays that very object, so that its drawing need not be made again.
 */
export async function readRows(rows: readonly Draft[], known: ReadonlyMap<string, Draft>): Promise<ReadRows> {
  await loadFormsIn(rows.map((row) => row.spec));
  const drafts = new Map<string, Draft>();
  const aside: Draft[] = [];
  for (const row of rows) {
    const read = readRow(row, known.get(row.id));
    if (read) drafts.set(row.id, read);
    else aside.push(row);
  }
  return { drafts, aside };
}

/** One row as a draft, whatever it holds; undefined for what is none. */
function readRow(row: Draft, same: Draft | undefined): Draft | undefined {
  if (same && same.changed === row.changed && same.step === row.step) return same;
  try {
    const read = readDraft(row);
    return read.ok ? read.draft : undefined;
  } catch {
    // one row that breaks the reader must not hide the others
    return undefined;
  }
}
