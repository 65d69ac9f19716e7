/** The browser's store. Drafts are kept whole, as recipes; settings by name. */
import type { Draft } from "@cut-fold/core";
import { Dexie, type EntityTable } from "dexie";

interface Kept {
  readonly key: string;
  readonly value: unknown;
}

class Store extends Dexie {
  declare readonly drafts: EntityTable<Draft, "id">;
  declare readonly kept: EntityTable<Kept, "key">;

  constructor() {
    super("cut-fold");
    this.version(1).stores({ drafts: "id, changed", kept: "key" });
  }
}

export const db = new Store();

/** Under what runs are kept, each with its id. */
export const RUN = "run ";
/** Under what pictures are kept, each with what it shows. */
export const PICTURE = "picture ";

/** What is kept beside a draft or run, each under its own kind and the draft's id. */
export const BESIDE = ["steps", "made", "drawn", "laid", "took"] as const;
type KeptBeside = (typeof BESIDE)[number] | "bin";
export const besideKey = (kind: KeptBeside, id: string): string => `${kind} ${id}`;

let isAsked = false;
/**
 * Asks the browser to hold on to what is stored here even when it needs room: once something has been made that would be
 * missed. Browsers that do not know how, or say no, go on as before.
 */
export function askToKeep(): void {
  if (isAsked) return;
  isAsked = true;
  const { navigator: browser } = globalThis as { navigator?: Partial<Navigator> };
  browser?.storage?.persist().catch(() => undefined);
}

/** Rows read at once: as many as come in between two frames. */
const ROWS_AT_ONCE = 100;

/** All drafts as they lie in the store, some at a time: years of them are never read in one go. */
export async function* draftRows(): AsyncGenerator<readonly Draft[]> {
  let last: string | undefined;
  for (;;) {
    const all = last === undefined ? db.drafts.orderBy(":id") : db.drafts.where(":id").above(last);
    const rows = await all.limit(ROWS_AT_ONCE).toArray();
    if (rows.length > 0) yield rows;
    if (rows.length < ROWS_AT_ONCE) return;
    last = rows.at(-1)?.id;
  }
}

/** What browsers are told of our version 1: the library counts in tens, and in ones what it adds by itself. */
const NEXT_VERSION = 20;

/**
 * Whether a later version of the app has shaped the store. Asked before it is opened: opening alone would add our tables to
 * it. Browsers that do not tell are taken to hold none.
 */
export async function isOfLaterApp(): Promise<boolean> {
  const all = (await (indexedDB as Partial<IDBFactory>).databases?.()) ?? [];
  return all.some(({ name, version = 0 }) => name === db.name && version >= NEXT_VERSION);
}

/** Everything that a store holds, table by table, as it is: read without knowing its shape. */
export function everythingIn(name: string = db.name): Promise<{ version: number; tables: Record<string, unknown[]> }> {
  return new Promise((resolve, reject) => {
    const failed = (request: IDBRequest | IDBTransaction) => () => {
      reject(request.error ?? new Error("The browser's store cannot be opened."));
    };
    const opening = indexedDB.open(name);
    opening.onerror = failed(opening);
    opening.onsuccess = () => {
      const { result: open } = opening;
      const names = [...open.objectStoreNames];
      const tables: Record<string, unknown[]> = {};
      const done = (): void => {
        open.close();
        resolve({ version: open.version, tables });
      };
      if (names.length === 0) {
        done();
        return;
      }
      const reading = open.transaction(names, "readonly");
      for (const table of names) {
        const all = reading.objectStore(table).getAll();
        all.onsuccess = () => {
          tables[table] = all.result as unknown[];
        };
      }
      reading.oncomplete = done;
      reading.onerror = failed(reading);
    };
  });
}
