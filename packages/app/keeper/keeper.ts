/**
 * Keeps the whole app in the browser, so that drafts open, fold and print when the server is not running. The page itself
 * is asked of the server first, so that a newer one is never hidden; what it is made of carries a hash in its name and is
 * taken from what is kept.
 */
declare const self: ServiceWorkerGlobalScope;
/** every file of the build, written in by `keptFiles.ts` */
declare const KEPT_FILES: readonly string[];
/** changes with any of them */
declare const KEPT_VERSION: string;

const PAGE = "/";
const NAME = `cut-fold-${KEPT_VERSION}`;

self.addEventListener("install", (event) => {
  const keep = async (): Promise<void> => {
    const cache = await caches.open(NAME);
    await cache.addAll([PAGE, ...KEPT_FILES]);
    await self.skipWaiting();
  };
  event.waitUntil(keep());
});

self.addEventListener("activate", (event) => {
  const take = async (): Promise<void> => {
    const others = (await caches.keys()).filter((name) => name.startsWith("cut-fold-") && name !== NAME);
    await Promise.all(others.map((name) => caches.delete(name)));
    await self.clients.claim();
  };
  event.waitUntil(take());
});

/** What is kept at an address: by us, whatever else this origin may have served. */
const keptAt = async (request: RequestInfo): Promise<Response | undefined> => (await caches.open(NAME)).match(request);

async function page(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch (error) {
    const kept = await keptAt(PAGE);
    if (kept) return kept;
    throw error;
  }
}

const part = async (request: Request): Promise<Response> => (await keptAt(request)) ?? (await fetch(request));

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  // the server is asked about itself, and everything it does, without a go-between
  if (request.method !== "GET" || origin !== self.location.origin || pathname.startsWith("/api/")) return;
  event.respondWith(request.mode === "navigate" ? page(request) : part(request));
});
