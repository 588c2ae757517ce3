import type { Device, Listing } from './listing';

export interface ListingChange {
  /** Listed before and not any more. */
  missing: Device[];
  /** Listed now and not before. */
  added: Device[];
  /** What the machine calls itself otherwise than before: after a new board, what has to be written anew. */
  identity: { what: 'maker' | 'model' | 'serial'; before?: string; after?: string }[];
}

/** What a machine lists of itself after the work against before it: equal names are told apart by how many there are. */
export function compareListings(before: Listing, after: Listing): ListingChange {
  const less = (from: readonly Device[], by: readonly Device[]) => {
    const left = new Map<string, number>();
    for (const d of by) left.set(key(d), (left.get(key(d)) ?? 0) + 1);
    return from.filter((d) => {
      const n = left.get(key(d)) ?? 0;
      left.set(key(d), n - 1);
      return n <= 0;
    });
  };
  const identity = (['maker', 'model', 'serial'] as const).flatMap((what) => {
    const [b, a] = [before.identity[what], after.identity[what]];
    return a === b ? [] : [{ what, ...(b === undefined ? {} : { before: b }), ...(a === undefined ? {} : { after: a }) }];
  });
  return { missing: less(before.devices, after.devices), added: less(after.devices, before.devices), identity };
}

const key = (d: Device) => `${d.function ?? ''} ${d.name} ${d.size ?? ''}`;
