import { message } from '$lib/words';
import { refused, type Result } from '$core/result';

/** What the bench's keys do. Digits go to the count. */
export const KEYS = {
  done: { keys: ['Enter', ' '], means: message('keys.done') },
  undo: { keys: ['u'], means: message('keys.undo') },
  notSo: { keys: ['n'], means: message('keys.notSo') },
  fails: { keys: ['f'], means: message('keys.fails') },
  absent: { keys: ['x'], means: message('keys.absent') },
  resists: { keys: ['r'], means: message('keys.resists') },
  screw: { keys: ['w'], means: message('keys.screw') },
  photo: { keys: ['c'], means: message('keys.photo') },
  replan: { keys: ['g'], means: message('keys.replan') },
  listings: { keys: ['b'], means: message('keys.listings') },
  things: { keys: ['h'], means: message('keys.things') },
  note: { keys: ['m'], means: message('keys.note') },
  pause: { keys: ['p'], means: message('keys.pause') },
  ahead: { keys: ['ArrowRight'], means: message('keys.ahead') },
  back: { keys: ['ArrowLeft'], means: message('keys.back') },
  here: { keys: ['Escape'], means: message('keys.here') },
  near: { keys: ['z'], means: message('keys.near') },
  speak: { keys: ['s'], means: message('keys.speak') },
  help: { keys: ['?'], means: message('keys.help') }
} as const;
export type Key = keyof typeof KEYS;
/**
 * Keys that a person chose instead, one for each; and whether letters do anything: by themselves unless it is said, with Alt, or not
 * at all (WCAG 2.2, 2.1.4), for those who speak to their machine or have one that reads to them.
 */
export type Chosen = Partial<Record<Key, string>> & { letters?: 'alt' | 'off' };

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

const isLetter = (key: string): boolean => key.length === 1 && key !== ' ';

/** What has to be pressed for a key; a dash where letters are switched off. */
export function pressed(key: string, chosen: Chosen): string {
  if (!isLetter(key) || chosen.letters === undefined) return shownKey(key);
  return chosen.letters === 'alt' ? `Alt+${shownKey(key)}` : '\u2013';
}

/** A key as it is shown on its button. */
export const shownShortcut = (key: Key, chosen: Chosen): string => pressed(keysOf(key, chosen)[0]!, chosen);

/** The same for assistive technology, as `aria-keyshortcuts` has it; nothing where there is none. */
export function spokenShortcut(key: Key, chosen: Chosen): string | undefined {
  const keys = keysOf(key, chosen).filter((k) => !isLetter(k) || chosen.letters !== 'off');
  const named = keys.map((k) =>
    k === ' ' ? 'Space' : isLetter(k) ? `${chosen.letters === 'alt' ? 'Alt+' : ''}${k.toUpperCase()}` : k
  );
  return named.length > 0 ? named.join(' ') : undefined;
}

/** The keys that do something: the one that was chosen, or those it has from the start. */
export const keysOf = (key: Key, chosen: Chosen): readonly string[] =>
  chosen[key] === undefined ? KEYS[key].keys : [chosen[key]!];

export function keyOf(event: KeyboardEvent, chosen: Chosen = {}): Key | undefined {
  if (event.ctrlKey || event.metaKey) return undefined;
  const name = named(event);
  const needsAlt = isLetter(name) && chosen.letters === 'alt';
  if (event.altKey !== needsAlt || (isLetter(name) && chosen.letters === 'off')) return undefined;
  return (Object.keys(KEYS) as Key[]).find((key) => keysOf(key, chosen).includes(name));
}

/**
 * Gives a key another place, such as one that a pedal sends.
 * @returns the new choice, or why not: digits count screws, Tab moves on, and one key does one thing
 */
export function choose(chosen: Chosen, key: Key, event: Pick<KeyboardEvent, 'key'>): Result<{ chosen: Chosen }> {
  const name = named(event);
  if (/^\d$/.test(name) || name === 'Backspace')
    return refused('counts', message('keys.counts', { key: shownKey(name) }));
  if (['Tab', 'Shift', 'Control', 'Alt', 'Meta', 'CapsLock', 'Dead', 'Unidentified'].includes(name))
    return refused('needed', message('keys.needed'));
  const other = (Object.keys(KEYS) as Key[]).find((k) => k !== key && keysOf(k, chosen).includes(name));
  if (other) return refused('taken', message('keys.taken', { key: shownKey(name), means: KEYS[other].means }));
  const { [key]: _, ...rest } = chosen;
  return { ok: true, chosen: (KEYS[key].keys as readonly string[]).includes(name) ? rest : { ...rest, [key]: name } };
}

const STORED = 'bench keys';

/** What this device remembers; nothing that is not a key comes of a store that somebody changed. */
export function storedKeys(store: Pick<Storage, 'getItem'>): Chosen {
  try {
    const kept: unknown = JSON.parse(store.getItem(STORED) ?? '{}');
    return Object.fromEntries(
      Object.entries(kept as object).filter(
        ([k, v]) =>
          (k === 'letters' && (v === 'alt' || v === 'off')) ||
          (Object.hasOwn(KEYS, k) && typeof v === 'string' && v.length > 0 && v.length < 20)
      )
    ) as Chosen;
  } catch {
    return {};
  }
}

export const storeKeys = (store: Pick<Storage, 'setItem'>, chosen: Chosen): void =>
  store.setItem(STORED, JSON.stringify(chosen));
