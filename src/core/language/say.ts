import type { Messages } from './messages';
import type { Arg, Message } from './said';

/** What a message has to be given, by its key. */
type With<K extends keyof Messages> = keyof Messages[K] extends never ? [] : [given: Messages[K]];

/** A message of the core's catalogue. */
export const say = <K extends keyof Messages>(key: K, ...[given]: With<K>): Message =>
  given === undefined ? { say: key } : { say: key, with: given as Record<string, Arg> };

/** A word of a format as messages choose by it: they know no hyphens and no spaces. */
export const word = (text: string): string => text.replace(/[- ]/g, '_');

/** The messages of a set of words, by the word: `waits.bench` under `bench`. */
export const wordsOf = <P extends string, K extends string>(
  room: P,
  words: readonly (`${P}.${K}` extends keyof Messages ? K : never)[]
): Readonly<Record<K, Message>> =>
  Object.fromEntries(words.map((word) => [word, { say: `${room}.${word}` }])) as Record<K, Message>;
