/** Opens the browser's store before anything else is set up: it answers while the screen is made. */
import { useDrafts } from "./drafts.ts";
import { useSettings } from "./settings.ts";

/** A store that takes longer than this is not waited for: the screen says that it is being opened. */
const PATIENCE_MS = 250;

/** Settled when there is something to draw, or when the store takes long. */
export const begun: Promise<unknown> = Promise.race([
  Promise.all([useSettings.getState().load(), useDrafts.getState().load()]),
  new Promise((resolve) => {
    setTimeout(resolve, PATIENCE_MS);
  }),
]);
