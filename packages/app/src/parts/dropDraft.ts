import type { Draft } from "@cut-fold/core";
import { useDrafts } from "../store/drafts.ts";
import { tellDone } from "./tell.tsx";

/** Deletes drafts and offers to put them back; they rest in the bin as well. */
export function dropDrafts(drafts: readonly Draft[]): void {
  const { put, remove } = useDrafts.getState();
  const [first] = drafts;
  for (const { id } of drafts) remove(id);
  const what = drafts.length === 1 && first ? first.name : `${String(drafts.length)} drafts`;
  tellDone(`Deleted: ${what}`, drafts.length === 1 ? "Put it back" : "Put them back", () => {
    put(drafts);
  });
}
