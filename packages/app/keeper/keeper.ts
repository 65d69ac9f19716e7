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
    // the one before stays: a window that was opened with it still fetches its parts
    const others = (await ours()).filter((name) => name !== NAME).slice(0, -1);
    await Promise.all(others.map((name) => caches.delete(name)));
    await self.clients.claim();
  };
  event.waitUntil(take());
});

/** Our caches, the oldest first, whatever else this origin may have served. */
const ours = async (): Promise<string[]> => (await caches.keys()).filter((name) => name.startsWith("cut-fold-"));

/** What is kept at an address, by this version or by the one before. */
async function keptAt(request: RequestInfo): Promise<Response | undefined> {
  for (const name of [NAME, ...(await ours()).reverse()]) {
    const kept = await (await caches.open(name)).match(request);
    if (kept) return kept;
  }
  return undefined;
}

/** Fetches again what the browser has thrown out to make room. */
async function keepMissing(): Promise<void> {
  const cache = await caches.open(NAME);
  const there = new Set((await cache.keys()).map(({ url }) => new URL(url).pathname));
  await cache.addAll([PAGE, ...KEPT_FILES].filter((name) => !there.has(name)));
}

async function page(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch (error) {
    const kept = await (await caches.open(NAME)).match(PAGE);
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
  // while the server is down nothing can be fetched: the next visit tries again
  if (request.mode === "navigate") event.waitUntil(keepMissing().catch(() => undefined));
});
