/** Opens the browser's store before anything else is set up: it answers while the screen is made. */
import { useDrafts } from "./drafts.ts";
import { useSettings } from "./settings.ts";

/** A store that takes longer than this is not waited for: the screen says that it is being opened. */
const PATIENCE_MS = 250;

const after = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms);
  });
const nextFrame = (): Promise<unknown> => new Promise((resolve) => requestAnimationFrame(resolve));

/** Settled when there is something to list, or when the store takes long. */
export const begun: Promise<unknown> = Promise.race([
  Promise.all([useSettings.getState().load(), useDrafts.getState().list()]),
  after(PATIENCE_MS),
]);

/** Reads all drafts, once the screen stands: a page that is not looked at has no frames. */
export async function readOn(): Promise<void> {
  await Promise.race([nextFrame().then(nextFrame), after(PATIENCE_MS)]);
  await useDrafts.getState().load();
}
