import { whenClosed } from './pool';

/**
 * What never changes in the database once it is there, kept by this process: the newest used, so many of them.
 * @param load asks the database; what is not there is not kept
 */
export function kept<K, V, A extends unknown[]>(
  most: number,
  load: (key: K, ...asked: A) => Promise<V | undefined>
): (key: K, ...asked: A) => Promise<V | undefined> {
  // A map goes through its entries in the order in which they came: the first is the one that was not used longest.
  const known = new Map<K, V>();
  whenClosed(() => known.clear());
  return async (key, ...asked) => {
    const found = known.get(key) ?? (await load(key, ...asked));
    if (found === undefined) return undefined;
    known.delete(key);
    known.set(key, found);
    if (known.size > most) known.delete(known.keys().next().value as K);
    return found;
  };
}
