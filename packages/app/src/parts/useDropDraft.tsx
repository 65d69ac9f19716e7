import type { Draft } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useSnackbar } from "notistack";
import { useCallback } from "react";
import { useDrafts } from "../store/drafts.ts";

/** Long enough to think better of it. */
const PUT_BACK_MS = 9000;

/** Deletes a draft and offers to put it back. */
export function useDropDraft(): (draft: Draft) => void {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  return useCallback(
    (draft) => {
      const { put, remove } = useDrafts.getState();
      remove(draft.id);
      enqueueSnackbar(`Deleted: ${draft.name}`, {
        autoHideDuration: PUT_BACK_MS,
        action: (key) => (
          <Button
            color="inherit"
            onClick={() => {
              put([draft]);
              closeSnackbar(key);
            }}
          >
            Put it back
          </Button>
        ),
      });
    },
    [enqueueSnackbar, closeSnackbar],
  );
}
