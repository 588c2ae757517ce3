import { error } from '@sveltejs/kit';
import { TooMuchAtOnce } from '../planning/fair-queue';

/** What a page shows: there when it is opened, or following while the page says that it is being worked out. */
export type Soon<T> = { now: T } | { later: Promise<T> };

/** A page waits no longer than this before it is shown without what takes long, ms. */
const SOON_MS = 1500;

/**
 * Waits a moment for what a page shows; what takes longer follows it.
 * @throws what `found` throws within that moment; later it is the promise that is refused, in words
 */
export async function soon<T>(found: Promise<T>, ms = SOON_MS): Promise<Soon<T>> {
  const inWords = found.catch((thrown: unknown): never => {
    if (thrown instanceof TooMuchAtOnce) error(429, thrown.message);
    throw thrown;
  });
  let timer: ReturnType<typeof setTimeout>;
  const late = new Promise<undefined>((resolve) => (timer = setTimeout(resolve, ms, undefined)));
  const first = await Promise.race([inWords.then((value) => ({ now: value })), late]).finally(() =>
    clearTimeout(timer)
  );
  if (first) return first;
  // Whoever has left does not hear of its failure.
  inWords.catch(() => {});
  return { later: inWords };
}
