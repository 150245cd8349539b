/// <reference lib="webworker" />
import { PrecacheController } from 'workbox-precaching';

// Holds every page with all that it loads, so that the book opens without a network. Requests to the API pass it by: what
// is kept and sent is the page's own affair. Built by build-service-worker.mjs, which writes the list.
declare const self: ServiceWorkerGlobalScope;
declare const FILES: readonly { readonly url: string; readonly revision: string | null }[];
/** Changes with any of the files. */
declare const VERSION: string;

const PREFIX = 'arbolito pages ';
const own = new PrecacheController({ cacheName: `${PREFIX}${VERSION}`, fallbackToNetwork: false });
own.addToCacheList([...FILES]);

/** Pages that have another address than their file: the book without the list that only the server can draw. */
const DOCUMENTS: Readonly<Record<string, string>> = { '/': '/book' };

// all of it or nothing: a version that came by half never takes over
self.addEventListener('install', (event) => event.waitUntil(own.install(event)));

self.addEventListener('activate', (event) =>
  event.waitUntil(
    (async () => {
      const names = (await caches.keys()).filter((name) => name.startsWith(PREFIX) && name !== own.strategy.cacheName);
      // a page of the version before may still be open somewhere and ask for its parts
      for (const name of names.slice(0, -1)) await caches.delete(name);
      await self.clients.claim();
    })(),
  ),
);

// a newer version waits until a page says that nobody is typing
self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting();
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin || pathname.startsWith('/api/')) return;
  event.respondWith(request.mode === 'navigate' ? page(request, pathname) : part(request, pathname));
});

async function kept(pathname: string): Promise<Response | undefined> {
  const key = own.getCacheKeyForURL(pathname);
  return key === undefined ? undefined : (await caches.open(own.strategy.cacheName)).match(key);
}

/** A page from here at once; what has no page here is asked of the server, and without one the book is shown. */
async function page(request: Request, pathname: string): Promise<Response> {
  const path = pathname.length > 1 ? pathname.replace(/\/$/, '') : pathname;
  const here = await kept(DOCUMENTS[path] ?? path);
  if (here) return here;
  try {
    return await fetch(request);
  } catch (e) {
    const book = await kept('/book');
    if (book) return book;
    throw e;
  }
}

/** A part of a page: of this version, else of the one before, else from the server. */
async function part(request: Request, pathname: string): Promise<Response> {
  return (await kept(pathname)) ?? (await caches.match(request)) ?? fetch(request);
}
