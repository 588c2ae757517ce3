/** Tours that this device has shown: each begins by itself once. */
const STORED = 'toured';

function toured(store: Pick<Storage, 'getItem'>): string[] {
  try {
    const kept: unknown = JSON.parse(store.getItem(STORED) ?? '[]');
    return Array.isArray(kept) ? kept.filter((name) => typeof name === 'string') : [];
  } catch {
    return [];
  }
}

export const isToured = (store: Pick<Storage, 'getItem'>, name: string): boolean => toured(store).includes(name);

export const setToured = (store: Pick<Storage, 'getItem' | 'setItem'>, name: string): void =>
  store.setItem(STORED, JSON.stringify([...new Set([...toured(store), name])]));
