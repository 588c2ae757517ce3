import { z } from 'zod';
import { Entry } from '$core/rehearsal';

type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
const Entries = z.array(Entry);

/** What was done of a rehearsal so far, on this device: what cannot be read any more is begun anew. */
export const keptEntries = (key: string) => ({
  read(store: Store): readonly Entry[] {
    try {
      return Entries.parse(JSON.parse(store.getItem(key) ?? '[]'));
    } catch {
      return [];
    }
  },
  write(store: Store, entries: readonly Entry[]): void {
    try {
      if (entries.length === 0) store.removeItem(key);
      else store.setItem(key, JSON.stringify(entries));
    } catch {
      // A full store keeps nothing: the rehearsal goes on as long as its page is open.
    }
  }
});
