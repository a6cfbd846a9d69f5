// Opens the desk where there is no connection, as it was last seen: pages are asked for as usual, and shown from what is
// kept only where nobody answers. What a page reads and writes is the page’s own business (ui/data/seen.ts, ui/queue).
/* global self, caches, fetch, Response, URL, AbortController, setTimeout, clearTimeout */

const PAGES = 'oak-pages';
const FILES = 'oak-files';
// Whoever has no page of this address is shown the first of these there is.
const FALLBACKS = ['/inbox', '/departures', '/write'];
// So many pages are kept; the longest kept go first.
const MOST_PAGES = 40;
// Longer than this nobody looks at an empty window, ms.
const PATIENCE_MS = 8000;

const OFFLINE = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Oak Lantern: no connection</title><h1>No connection</h1>
<p>Oak Lantern does not answer, and this page has not been seen here before. Try again once there is a connection.</p></html>`;

self.addEventListener('install', (event) => event.waitUntil(self.skipWaiting()));
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/** A page of the desk: no page to sign in, none for readers, nothing of the API. */
const isDesk = ({ pathname }) => !/^\/(sign-in|visit|answer|api|_next)(\/|$)|\.ics$/.test(pathname);

/** What a build has made has another name whenever it is another; the other files are few, and asked for first. */
const isBuilt = ({ pathname }) => pathname.startsWith('/_next/static/');
const isFile = ({ pathname }) =>
  /^\/(live-updates\.js|mark\.svg|reminder\.wav|icons\/[\w-]+\.png)$/.test(pathname);

async function keepFew(cache) {
  const keys = await cache.keys();
  for (const key of keys.slice(0, Math.max(0, keys.length - MOST_PAGES))) await cache.delete(key);
}

async function keepPage(path, response) {
  const cache = await caches.open(PAGES);
  // Taken out first, so that it counts as the newest.
  await cache.delete(path);
  await cache.put(path, response);
  await keepFew(cache);
}

async function impatient(request) {
  const abort = new AbortController();
  const timer = setTimeout(() => abort.abort(), PATIENCE_MS);
  try {
    return await fetch(request, { signal: abort.signal });
  } finally {
    clearTimeout(timer);
  }
}

async function page(event, { pathname, search }) {
  try {
    const response = await impatient(event.request);
    // One that leads elsewhere, as to the page to sign in, is no page of this address.
    if (response.status === 200 && !response.redirected && search === '')
      event.waitUntil(keepPage(pathname, response.clone()));
    return response;
  } catch {
    const cache = await caches.open(PAGES);
    const exact = search === '' && (await cache.match(pathname));
    if (exact) return exact;
    // A page stands at its own address only.
    for (const path of [pathname, ...FALLBACKS])
      if (await cache.match(path)) return Response.redirect(path, 302);
    return new Response(OFFLINE, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
  }
}

// By its path alone; and given out as if it had come from where it was asked for: a worker finds what it is to do in the rest
// of its address.
async function keptFile({ pathname }) {
  const kept = await (await caches.open(FILES)).match(pathname);
  return kept && new Response(kept.body, { status: kept.status, headers: kept.headers });
}

async function fetched(event, { pathname }) {
  const response = await fetch(event.request);
  if (response.status === 200) {
    const copy = response.clone();
    event.waitUntil(caches.open(FILES).then((cache) => cache.put(pathname, copy)));
  }
  return response;
}

const built = async (event, url) => (await keptFile(url)) ?? fetched(event, url);

const file = (event, url) =>
  fetched(event, url).catch(async (error) => {
    const kept = await keptFile(url);
    if (kept) return kept;
    throw error;
  });

self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET') return;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (isBuilt(url)) event.respondWith(built(event, url));
  else if (isFile(url)) event.respondWith(file(event, url));
  else if (request.mode === 'navigate' && request.destination === 'document' && isDesk(url))
    event.respondWith(page(event, url));
});

// What the desk is made of by now, and the few files beside; what an earlier build was made of goes.
async function keepFiles() {
  const built = await (await fetch('/offline-files')).json();
  const cache = await caches.open(FILES);
  for (const request of await cache.keys()) {
    const { pathname } = new URL(request.url);
    if (pathname.startsWith('/_next/') && !built.includes(pathname)) await cache.delete(request);
  }
  for (const path of [...built, '/live-updates.js', '/mark.svg', '/icons/mark-192.png'])
    if (!(await cache.match(path))) await cache.add(path);
}

// A page asks for it some time after it was opened: what one would want to look at without a connection is kept.
self.addEventListener('message', (event) => {
  if (event.data?.type !== 'keep') return;
  event.waitUntil(
    (async () => {
      await keepFiles().catch(() => {});
      for (const path of event.data.pages) {
        const response = await fetch(path, { headers: { accept: 'text/html' } }).catch(() => undefined);
        if (response?.status === 200 && !response.redirected) await keepPage(path, response);
      }
    })(),
  );
});
