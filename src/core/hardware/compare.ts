import { SIZED, type Device, type Listing } from './listing';

export interface ListingChange {
  /** Listed before and not any more. */
  missing: Device[];
  /** Listed now and not before. */
  added: Device[];
  /** What the machine calls itself otherwise than before: after a new board, what has to be written anew. */
  identity: { what: 'maker' | 'model' | 'serial'; before?: string; after?: string }[];
  /** Kinds of devices that were compared; undefined where both listings are of one program, and all were. */
  compared?: string[];
}

/** What dmidecode lists by kind: all else it never names, so that its absence says nothing. */
const TABLES: ReadonlySet<string> = new Set(['memory', 'battery']);

/** What a machine lists of itself after the work against before it: equal names are told apart by how many there are. */
export function compareListings(before: Listing, after: Listing): ListingChange {
  const less = (from: readonly Device[], by: readonly Device[], key: (d: Device) => string) => {
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
    return a === b
      ? []
      : [{ what, ...(b === undefined ? {} : { before: b }), ...(a === undefined ? {} : { after: a }) }];
  });
  const [first, second] = [sourceOf(before), sourceOf(after)];
  if (first === undefined || second === undefined || first === second)
    return {
      missing: less(before.devices, after.devices, key),
      added: less(after.devices, before.devices, key),
      identity
    };
  // Two programs name one device differently, and list different kinds: only kinds that both have are compared, by how many there are.
  const compared = [...TABLES].filter((kind) =>
    [before, after].every((l) => l.devices.some((d) => d.function === kind))
  );
  const of = (l: Listing) => l.devices.filter((d) => compared.includes(d.function ?? ''));
  const kindOf = (d: Device) => `${d.function} ${d.size ?? ''}`;
  return {
    missing: less(of(before), of(after), kindOf),
    added: less(of(after), of(before), kindOf),
    identity,
    compared
  };
}

/** Listings that were kept before their program was noted are told by what they hold. */
const sourceOf = (l: Listing) =>
  l.source ?? (l.devices.some((d) => d.function !== undefined && !TABLES.has(d.function)) ? 'lshw' : undefined);

const key = (d: Device) => `${d.function ?? ''} ${d.name} ${SIZED.has(d.function ?? '') ? (d.size ?? '') : ''}`;
