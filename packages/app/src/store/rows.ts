/** Rows of the browser's store as drafts. */
import { type Draft, readDraft } from "@cut-fold/core";
import { loadFormsIn } from "../needs/forms.ts";
import { draftRows } from "./db.ts";

/** What was read: drafts by id, and rows that this version cannot read, left as they are. */
export interface ReadRows {
  readonly drafts: ReadonlyMap<string, Draft>;
  readonly aside: readonly Draft[];
}

/** ms rows are read for before the screen has its turn. */
const SLICE_MS = 8;
const breath = (): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve);
  });

/**
 * Rows as drafts, read like any file: another version of the app may have written them. A row that is the draft we have
 * stays that very object, so that its drawing need not be made again.
 */
export async function readRows(rows: readonly Draft[], known: ReadonlyMap<string, Draft>): Promise<ReadRows> {
  await loadFormsIn(rows.map((row) => row.spec));
  const drafts = new Map<string, Draft>();
  const aside: Draft[] = [];
  let until = performance.now() + SLICE_MS;
  for (const row of rows) {
    if (performance.now() > until) {
      await breath();
      until = performance.now() + SLICE_MS;
    }
    const read = readRow(row, known.get(row.id));
    if (read) drafts.set(row.id, read);
    else aside.push(row);
  }
  return { drafts, aside };
}

/** Everything the store holds, read. */
export async function readAllRows(known: ReadonlyMap<string, Draft>): Promise<ReadRows> {
  const drafts = new Map<string, Draft>();
  const aside: Draft[] = [];
  for await (const rows of draftRows()) {
    const read = await readRows(rows, known);
    for (const [id, draft] of read.drafts) drafts.set(id, draft);
    aside.push(...read.aside);
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
