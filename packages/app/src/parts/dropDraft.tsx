import type { Draft } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useDrafts } from "../store/drafts.ts";
import { tell, untell } from "./tell.tsx";

/** Long enough to think better of it. */
const PUT_BACK_MS = 9000;

/** Deletes a draft and offers to put it back. */
export function dropDraft(draft: Draft): void {
  const { put, remove } = useDrafts.getState();
  remove(draft.id);
  tell(`Deleted: ${draft.name}`, {
    autoHideDuration: PUT_BACK_MS,
    action: (key) => (
      <Button
        color="inherit"
        onClick={() => {
          put([draft]);
          untell(key);
        }}
      >
        Put it back
      </Button>
    ),
  });
}
