/** ms after the first screen stands before the rest of the app is fetched and kept: never in its way */
const UNHURRIED_MS = 4000;

/** Lets the browser keep the whole app, where it can and where it was built. */
export function keepApp(): void {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  setTimeout(() => {
    // a browser that will not keep anything still has a server to ask
    navigator.serviceWorker.register("/keeper.js").catch(() => undefined);
  }, UNHURRIED_MS);
}

/** Whether everything is kept, so that nothing of the app needs the server. */
export const isKept = (): boolean => "serviceWorker" in navigator && navigator.serviceWorker.controller !== null;
