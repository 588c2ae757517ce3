import { refused, type Result } from '$core/result';

/** What the bench's keys do. Digits go to the count. */
export const KEYS = {
  done: { keys: ['Enter', ' '], means: 'Done' },
  undo: { keys: ['u'], means: 'Take back the last fact' },
  notSo: { keys: ['n'], means: 'Not so: something is not as expected' },
  fails: { keys: ['f'], means: 'A test fails' },
  absent: { keys: ['x'], means: 'A test does not apply here' },
  resists: { keys: ['r'], means: 'It resists: what may still hold the part' },
  screw: { keys: ['w'], means: 'Which screw is this?' },
  photo: { keys: ['c'], means: 'Photos of this step' },
  replan: { keys: ['g'], means: 'Change the plan from here' },
  listings: { keys: ['b'], means: 'Listings from before and after the work' },
  note: { keys: ['m'], means: 'Write a note' },
  pause: { keys: ['p'], means: 'Pause or go on' },
  ahead: { keys: ['ArrowRight'], means: 'Look ahead' },
  back: { keys: ['ArrowLeft'], means: 'Look back' },
  here: { keys: ['Escape'], means: 'Back to the step in hand' },
  near: { keys: ['z'], means: 'Drawing: closer, or all of it' },
  speak: { keys: ['s'], means: 'Speak the steps, or be silent' },
  help: { keys: ['?'], means: 'These keys' }
} as const;
export type Key = keyof typeof KEYS;
/** Keys that a person chose instead, one for each. */
export type Chosen = Partial<Record<Key, string>>;

const NAMES: Record<string, string> = {
  ' ': 'Space',
  ArrowRight: '→',
  ArrowLeft: '←',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Escape: 'Esc'
};
export const shownKey = (key: string): string => NAMES[key] ?? (key.length === 1 ? key.toUpperCase() : key);

const named = (event: Pick<KeyboardEvent, 'key'>) => (event.key.length === 1 ? event.key.toLowerCase() : event.key);

/** The keys that do something: the one that was chosen, or those it has from the start. */
export const keysOf = (key: Key, chosen: Chosen): readonly string[] =>
  chosen[key] === undefined ? KEYS[key].keys : [chosen[key]!];

export function keyOf(event: KeyboardEvent, chosen: Chosen = {}): Key | undefined {
  if (event.ctrlKey || event.metaKey || event.altKey) return undefined;
  const pressed = named(event);
  return (Object.keys(KEYS) as Key[]).find((key) => keysOf(key, chosen).includes(pressed));
}

/**
 * Gives a key another place, such as one that a pedal sends.
 * @returns the new choice, or why not: digits count screws, Tab moves on, and one key does one thing
 */
export function choose(chosen: Chosen, key: Key, event: Pick<KeyboardEvent, 'key'>): Result<{ chosen: Chosen }> {
  const pressed = named(event);
  if (/^\d$/.test(pressed) || pressed === 'Backspace')
    return refused('counts', `${shownKey(pressed)} counts the screws.`);
  if (['Tab', 'Shift', 'Control', 'Alt', 'Meta', 'CapsLock', 'Dead', 'Unidentified'].includes(pressed))
    return refused('needed', 'That key is needed for other things.');
  const other = (Object.keys(KEYS) as Key[]).find((k) => k !== key && keysOf(k, chosen).includes(pressed));
  if (other) return refused('taken', `${shownKey(pressed)} already means: ${KEYS[other].means}.`);
  const { [key]: _, ...rest } = chosen;
  return {
    ok: true,
    chosen: (KEYS[key].keys as readonly string[]).includes(pressed) ? rest : { ...rest, [key]: pressed }
  };
}

const STORED = 'bench keys';

/** What this device remembers; nothing that is not a key comes of a store that somebody changed. */
export function storedKeys(store: Pick<Storage, 'getItem'>): Chosen {
  try {
    const kept: unknown = JSON.parse(store.getItem(STORED) ?? '{}');
    return Object.fromEntries(
      Object.entries(kept as object).filter(
        ([k, v]) => Object.hasOwn(KEYS, k) && typeof v === 'string' && v.length > 0 && v.length < 20
      )
    ) as Chosen;
  } catch {
    return {};
  }
}

export const storeKeys = (store: Pick<Storage, 'setItem'>, chosen: Chosen): void =>
  store.setItem(STORED, JSON.stringify(chosen));
