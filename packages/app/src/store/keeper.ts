import { create } from "zustand";

/** ms after the first screen stands before the rest of the app is fetched and kept: never in its way */
const UNHURRIED_MS = 4000;

/** Whether a newer app has come since this window was opened: it goes on with its own parts until it is loaded again. */
export const useNewer = create<{ readonly isThere: boolean }>()(() => ({ isThere: false }));

/** Lets the browser keep the whole app, where it can and where it was built. */
export function keepApp(): void {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  // the first to take over is this window's own; any later one is newer
  let had = isKept();
  navigator.serviceWorker.addEventListener("controllerchange", () => {
    if (had) useNewer.setState({ isThere: true });
    had = true;
  });
  setTimeout(() => {
    // a browser that will not keep anything still has a server to ask
    navigator.serviceWorker.register("/keeper.js").catch(() => undefined);
  }, UNHURRIED_MS);
}

/** Whether everything is kept, so that nothing of the app needs the server. */
export const isKept = (): boolean => "serviceWorker" in navigator && navigator.serviceWorker.controller !== null;
