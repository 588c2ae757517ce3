/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';
import { forgetSent } from './lib/offline/kept';
import { isAtBench, isWorkedOffline, SEEN, SERVE_ME, TAKE_OVER } from './lib/offline/pages';

/**
 * Opens benches and practice without the server: the application's own files are kept from the first visit on, and each such page as
 * it was last seen. What was recorded lies with the bench, not here. Where the server cannot be reached, every other address shows our own
 * page with the benches that are kept.
 */
const worker = globalThis as unknown as ServiceWorkerGlobalScope;
const SHELL = `shell ${version}`;
const OFFLINE = '/offline';
/** What is read without the server, as it was when this build came. */
const PAGES = [OFFLINE, '/help'];
/** Pictures of the manual are large, and its words do without them: they come when they are looked at. */
const OWN = new Set([...build.filter((file) => !file.endsWith('.png')), ...files]);
/** A server that does not answer for so long is taken for gone, ms: one stands at the bench and waits. */
const PATIENCE_MS = 4000;
/** A page whose first words are there is waited for this long, ms. */
const BODY_MS = 20_000;

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches.open(SHELL).then(async (cache) => {
      await cache.addAll([...OWN]);
      // As nobody in particular: whoever signs out leaves no name behind.
      for (const path of PAGES.flatMap((page) => [page, `${page}/__data.json`]))
        await cache.put(path, await fetch(path, { credentials: 'omit' }));
    })
  );
});

// A new build waits while a bench is open: its page goes on with the files that it was opened with.
worker.addEventListener('message', (event) => {
  if (event.data === TAKE_OVER) event.waitUntil(beginUnlessAtBench());
  if (event.data === SERVE_ME) event.waitUntil(worker.clients.claim());
});

async function beginUnlessAtBench(): Promise<void> {
  if (!(await isAtBench())) await worker.skipWaiting();
}

worker.addEventListener('activate', (event) => {
  // Whatever becomes of the pages that were kept, the windows that are open belong to it from now on.
  event.waitUntil(
    renewPages()
      .catch(() => {})
      .then(() => worker.clients.claim())
  );
});

/** Pages that were kept name the files of their build: they are kept anew, and the old files go once no page needs them. */
async function renewPages(): Promise<void> {
  const old = (await caches.keys()).filter((name) => name !== SHELL && name !== SEEN);
  // The first build of this browser: all pages are of it.
  if (old.length === 0) return;
  const seen = await caches.open(SEEN);
  let isRenewed = true;
  for (const { url } of await seen.keys()) {
    const response = await whole(new Request(url)).catch(() => undefined);
    if (response?.ok && !response.redirected) await seen.put(url, response);
    else if (!response || response.status >= 500) isRenewed = false;
    else await seen.delete(url);
  }
  if (!isRenewed) return;
  for (const name of old) await caches.delete(name);
}

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== worker.location.origin) return;
  // Whoever signs out leaves nothing behind on this machine that could be looked at; what the server has not got stays, unseen.
  if (url.pathname === '/signout') event.waitUntil(Promise.all([caches.delete(SEEN), forgetSent().catch(() => {})]));
  if (request.method !== 'GET') return;
  if (OWN.has(url.pathname) || url.pathname.startsWith('/_app/immutable/')) event.respondWith(ofShell(request));
  else if (isWorkedOffline(url.pathname)) event.respondWith(freshOrSeen(event, request));
  else if (request.mode === 'navigate' || url.pathname.endsWith('/__data.json'))
    event.respondWith(fetch(request).catch(() => ownPage(request)));
});

async function ofShell(request: Request): Promise<Response> {
  const cache = await caches.open(SHELL);
  // Files of an earlier build are asked for by pages that were opened with it.
  return (
    (await cache.match(request, { ignoreSearch: true })) ??
    (await caches.match(request, { ignoreSearch: true })) ??
    fetch(request)
  );
}

/**
 * A page with all of its body, or not at all: one that began to arrive just before patience ended must not be cut off in the middle.
 * @throws when the server does not begin to answer in time, or does not come to an end
 */
async function whole(request: Request): Promise<Response> {
  const stop = new AbortController();
  const until = (ms: number) => setTimeout(() => stop.abort(), ms);
  let timer = until(PATIENCE_MS);
  try {
    const response = await fetch(request, { signal: stop.signal });
    clearTimeout(timer);
    // A way to another page has nothing to be read, and is followed by the browser.
    if (response.type === 'opaqueredirect' || response.redirected) return response;
    timer = until(BODY_MS);
    const body = await response.arrayBuffer();
    const { status, statusText, headers } = response;
    return new Response(status === 204 || status === 304 ? null : body, { status, statusText, headers });
  } finally {
    clearTimeout(timer);
  }
}

async function freshOrSeen(event: FetchEvent, request: Request): Promise<Response> {
  const cache = await caches.open(SEEN);
  // Asked for page by page: what else stands in the address does not make it another page.
  const { pathname, searchParams } = new URL(request.url);
  // Of a page whose frame is there already only a part is asked for: that opens nothing by itself.
  const isWhole =
    !searchParams.has('x-sveltekit-invalidated') || !searchParams.get('x-sveltekit-invalidated')!.includes('0');
  try {
    const response = await whole(request);
    if (isWhole && response.ok && !response.redirected) event.waitUntil(cache.put(pathname, response.clone()));
    if (response.status < 500) return response;
    return (await cache.match(pathname)) ?? response;
  } catch {
    return (await cache.match(pathname)) ?? ownPage(request);
  }
}

/** The page for all that cannot be shown without the server; for a change of page within the application, the way to it. */
async function ownPage(request: Request): Promise<Response> {
  const { pathname, search } = new URL(request.url);
  const cache = await caches.open(SHELL);
  if (PAGES.some((page) => pathname === page || pathname === `${page}/__data.json`))
    return (await cache.match(pathname)) ?? Response.error();
  if (pathname.endsWith('/__data.json'))
    return Response.json({
      type: 'redirect',
      location: `${OFFLINE}?to=${encodeURIComponent(pathname.replace(/\/__data\.json$/, '') + cleared(search))}`
    });
  return (await cache.match(OFFLINE)) ?? Response.error();
}

/** An address without what the application puts into it for itself. */
function cleared(search: string): string {
  const params = new URLSearchParams(search);
  params.delete('x-sveltekit-invalidated');
  return params.size > 0 ? `?${params}` : '';
}
