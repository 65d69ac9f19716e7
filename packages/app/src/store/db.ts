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
