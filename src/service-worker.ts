/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';

/**
 * Opens the bench without the server: the application's own files are kept from the first visit on, and each run's pages
 * as they were last seen. What was recorded since lies with the bench, not here.
 */
const worker = globalThis as unknown as ServiceWorkerGlobalScope;
const SHELL = `shell ${version}`;
const SEEN = 'seen';
const OWN = new Set([...build, ...files]);
/** A server that does not answer for so long is taken for gone, ms: one stands at the bench and waits. */
const PATIENCE_MS = 4000;

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(SHELL)
      .then((cache) => cache.addAll([...OWN]))
      .then(() => worker.skipWaiting())
  );
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== SHELL && name !== SEEN).map((name) => caches.delete(name))))
      .then(() => worker.clients.claim())
  );
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== worker.location.origin) return;
  // Whoever signs out leaves nothing behind on this machine that could be looked at.
  if (url.pathname === '/signout') event.waitUntil(caches.delete(SEEN));
  if (request.method !== 'GET') return;
  if (OWN.has(url.pathname)) event.respondWith(ofShell(request));
  else if (/^\/jobs\/\d+\/bench(\/__data\.json)?$/.test(url.pathname)) event.respondWith(freshOrSeen(event, request));
});

async function ofShell(request: Request): Promise<Response> {
  const cache = await caches.open(SHELL);
  return (await cache.match(request, { ignoreSearch: true })) ?? fetch(request);
}

async function freshOrSeen(event: FetchEvent, request: Request): Promise<Response> {
  const cache = await caches.open(SEEN);
  // Asked for page by page: what else stands in the address does not make it another page.
  const key = new URL(request.url).pathname;
  try {
    const response = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) });
    if (response.ok && !response.redirected) event.waitUntil(cache.put(key, response.clone()));
    if (response.status < 500) return response;
    return (await cache.match(key)) ?? response;
  } catch (error) {
    const seen = await cache.match(key);
    if (seen) return seen;
    throw error;
  }
}
