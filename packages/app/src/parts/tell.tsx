/** Short notes at the window's foot. What shows them comes with the first note: the first screen has nothing to tell. */
import type { OptionsObject, SnackbarKey } from "notistack";
import Button from "@mui/material/Button";
import { lazy, Suspense } from "react";
import { create } from "zustand";
import type { Told } from "../store/files.ts";

const NOTE_MS = 5_000;
/** Long enough to read why something was refused. */
const TROUBLE_MS = 10_000;
const AT_ONCE = 3;

const useWanted = create<{ readonly wanted: boolean }>()(() => ({ wanted: false }));
const Provider = lazy(() => import("notistack").then((m) => ({ default: m.SnackbarProvider })));
let showing = (): void => undefined;
const shown = new Promise<void>((resolve) => {
  showing = resolve;
});

/** Where notes appear. */
export function Notes() {
  const { wanted } = useWanted();
  if (!wanted) return null;
  return (
    <Suspense>
      <Provider
        ref={(provider) => {
          if (provider) showing();
        }}
        maxSnack={AT_ONCE}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
        autoHideDuration={NOTE_MS}
      />
    </Suspense>
  );
}

/** Shows a note. */
export function tell(text: string, options: OptionsObject = {}): void {
  useWanted.setState({ wanted: true });
  void Promise.all([import("notistack"), shown]).then(([{ enqueueSnackbar }]) => enqueueSnackbar(text, options));
}

/** Says what went wrong. */
export const tellTrouble = (text: string): void => {
  tell(text, { variant: "error", autoHideDuration: TROUBLE_MS });
};

/** Takes a note away again. */
export const untell = (key: SnackbarKey): void =>
  void import("notistack").then(({ closeSnackbar }) => {
    closeSnackbar(key);
  });

/** Long enough to think better of it. */
const BACK_MS = 9_000;

/** A note on what was done, with a button that takes it back. */
export function tellDone(text: string, label: string, back: () => void): void {
  tell(text, {
    autoHideDuration: BACK_MS,
    action: (key) => (
      <Button
        className="note-back"
        onClick={() => {
          back();
          untell(key);
        }}
      >
        {label}
      </Button>
    ),
  });
}

/** Tells what became of a file that was to be saved; nothing where the maker called it off. */
export const toldSaved = (saving: Promise<boolean>, text: string): Promise<void> =>
  told(saving.then((saved) => (saved ? text : undefined)));

/** Runs a piece of work and tells how it went: what it returns is said, what it throws is said as trouble. */
export async function told(work: Promise<string | Told | undefined>): Promise<void> {
  try {
    const said = await work;
    if (typeof said === "object" && said.back) tellDone(said.text, "Take it back", said.back);
    else if (said) tell(typeof said === "string" ? said : said.text);
  } catch (error) {
    tellTrouble(error instanceof Error ? error.message : "That did not work.");
  }
}
