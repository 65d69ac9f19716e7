/** Lists out of tables of the maker's: a CSV file, read with limits. */
import { fileOpen } from "browser-fs-access";

/** A table: what its columns are called, and its rows. */
export interface ListFile {
  readonly ok: true;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
}
type ReadList = ListFile | { readonly ok: false; readonly why: string };

const MOST_BYTES = 1_000_000;
const MOST_ROWS = 2000;
const MOST_COLUMNS = 40;
/** First rows that name their column. */
const HEADINGS = /^(?:first |last |full |given |family )?names?$|^guests?$|^(?:from|to|table|seat)$/iu;

/** Reads a table (RFC 4180; semicolons and tabs too). A first row that names a column is its heading. */
export async function readTable(text: string): Promise<ReadList> {
  const { parse } = (await import("papaparse")).default;
  const { data } = parse<string[]>(text, { skipEmptyLines: "greedy", preview: MOST_ROWS + 1 });
  const rows = data.map((row) => row.slice(0, MOST_COLUMNS).map((cell) => cell.trim()));
  const [first] = rows;
  if (!first) return { ok: false, why: "There is nothing in this file." };
  if (rows.length > MOST_ROWS) return { ok: false, why: `It has more than ${String(MOST_ROWS)} rows.` };
  const hasHeadings = first.some((cell) => HEADINGS.test(cell));
  const wide = Math.max(...rows.map((row) => row.length));
  return {
    ok: true,
    columns: Array.from({ length: wide }, (_, i) => (hasHeadings && first[i]) || `Column ${String(i + 1)}`),
    rows: hasHeadings ? rows.slice(1) : rows,
  };
}

/** A column of it, a line each. */
export const columnOf = ({ rows }: ListFile, i: number): string =>
  rows
    .map((row) => (row[i] ?? "").replace(/\s+/gu, " ").trim())
    .filter((cell) => cell !== "")
    .join("\n");

/** A table that the maker chooses; undefined where they called it off. */
export async function chooseList(): Promise<ReadList | undefined> {
  try {
    const file = await fileOpen({ description: "Tables", extensions: [".csv", ".txt", ".tsv"] });
    if (file.size > MOST_BYTES) return { ok: false, why: "The file is larger than 1 MB." };
    return await readTable(await file.text());
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") return undefined;
    throw error;
  }
}
