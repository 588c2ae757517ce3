/** Pages that are worked on without the server, as they were last seen, by path: the service worker serves them. */
export const SEEN = 'seen';
/** What the service worker of a new build is told when it may begin. */
export const TAKE_OVER = 'take over';
/** What the service worker is told by a window that it does not serve yet: one that was opened just as it began. */
export const SERVE_ME = 'serve me';
/** Benches and recordings; practice and rehearsals. */
export const isWorkedOffline = (path: string): boolean =>
  /^\/(jobs\/\d+\/(bench|record|rehearse)|practice(\/\d+\/[^/]+)?)(\/__data\.json)?$/.test(path);

const AT_BENCH = 'at a bench';

/** Says to all windows of this browser that a bench is open. @returns what ends it; it ends with the window, too */
export function sitDown(): () => void {
  let rise = () => {};
  void navigator.locks?.request(AT_BENCH, { mode: 'shared' }, () => new Promise<void>((resolve) => (rise = resolve)));
  return () => rise();
}

/** Whether a bench is open in any window of this browser. */
export async function isAtBench(): Promise<boolean> {
  return ((await navigator.locks?.query())?.held ?? []).some((lock) => lock.name === AT_BENCH);
}

/** Keeps a page and its data, whichever way it was come to; without the server, or where a browser has no such store, nothing changes. */
export async function keepPage(path: string): Promise<void> {
  if (!('caches' in globalThis)) return;
  try {
    const cache = await caches.open(SEEN);
    for (const url of [path, `${path}/__data.json`]) {
      const response = await fetch(url, { headers: { accept: 'text/html,application/json' } });
      if (response.ok && !response.redirected) await cache.put(url, response);
    }
  } catch {
    // What was kept before stays.
  }
}

/** Sees to it that this window is served by the service worker, and lets that of a new build begin, where one waits; it does so itself only when no bench is open. */
export async function takeOver(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  void navigator.serviceWorker.ready.then(
    ({ active }) => navigator.serviceWorker.controller ?? active?.postMessage(SERVE_ME)
  );
  const registration = await navigator.serviceWorker.getRegistration().catch(() => undefined);
  // A bench that was just left lets go a moment later.
  if (registration?.waiting) setTimeout(() => registration.waiting?.postMessage(TAKE_OVER), 500);
}
