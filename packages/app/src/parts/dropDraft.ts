import type { Draft } from "@cut-fold/core";
import { useDrafts } from "../store/drafts.ts";
import { tellDone } from "./tell.tsx";

/** Deletes a draft and offers to put it back. */
export function dropDraft(draft: Draft): void {
  const { put, remove } = useDrafts.getState();
  remove(draft.id);
  tellDone(`Deleted: ${draft.name}`, "Put it back", () => {
    put([draft]);
  });
}
