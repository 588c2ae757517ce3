import { LRUCache } from 'lru-cache';
import { whenClosed } from './pool';

/**
 * What never changes in the database once it is there, kept by this process: the newest used, so many of them.
 * @param load asks the database; what is not there is not kept
 */
export function kept<K extends string | number, V extends object, A extends unknown[]>(
  most: number,
  load: (key: K, ...asked: A) => Promise<V | undefined>
): (key: K, ...asked: A) => Promise<V | undefined> {
  const known = new LRUCache<K, V>({ max: most });
  whenClosed(() => known.clear());
  return async (key, ...asked) => {
    const found = known.get(key) ?? (await load(key, ...asked));
    if (found !== undefined) known.set(key, found);
    return found;
  };
}
