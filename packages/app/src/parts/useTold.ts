import { useSnackbar } from "notistack";
import { useCallback } from "react";

/** Long enough to read why something was refused. */
const TROUBLE_MS = 10_000;

/** Runs a piece of work and tells how it went: what it returns is said, what it throws is said as trouble. */
export function useTold(): (work: Promise<string | undefined>) => Promise<void> {
  const { enqueueSnackbar } = useSnackbar();
  return useCallback(
    async (work) => {
      try {
        const said = await work;
        if (said) enqueueSnackbar(said);
      } catch (error) {
        const why = error instanceof Error ? error.message : "That did not work.";
        enqueueSnackbar(why, { variant: "error", autoHideDuration: TROUBLE_MS });
      }
    },
    [enqueueSnackbar],
  );
}
