import {
  catalogueOf,
  speaker,
  type Arg,
  type Catalogue,
  type FileText,
  type Language,
  type Message,
  type Said
} from '$core/language';
import type { Model } from '$core/machine';
import { fileName } from '$core/words';
import type { Messages } from './messages';
import type { Trial } from './trial';

type With<K extends keyof Messages> = keyof Messages[K] extends never ? [] : [given: Messages[K]];

/** What a screen says: its own messages by their keys, and what the core says. */
export interface Translate {
  language: Language;
  /** A message of the screens' catalogue, in the reader's language. */
  t: <K extends keyof Messages>(key: K, ...given: With<K>) => string;
  /** What the core, a file or a person said, in the reader's language where it is there. */
  told: (said: Said | null | undefined) => string;
}

/** A message of the screens' catalogue that is put into words later, or elsewhere. */
export const message = <K extends keyof Messages>(key: K, ...[given]: With<K>): Message =>
  given === undefined ? { say: key } : { say: key, with: given as Record<string, Arg> };

const catalogues = new Map<string, Promise<Catalogue>>();

/** All that screens say in a language: the core's messages and their own. Made once. */
export function screenCatalogue(language: Language, trial?: Trial): Promise<Catalogue> {
  const key = `${language} ${trial ?? ''}`;
  let made = catalogues.get(key);
  if (!made) {
    made = madeCatalogue(language, trial);
    catalogues.set(key, made);
    // What could not be fetched is asked for again.
    made.catch(() => catalogues.delete(key));
  }
  return made;
}

async function madeCatalogue(language: Language, trial?: Trial): Promise<Catalogue> {
  const own =
    language === 'de' ? import('./catalogue/de.json', { with: { type: 'json' } }) : import('./catalogue/en.json');
  const catalogue = { ...(await catalogueOf(language)), ...(await own).default };
  return trial ? (await import('./trial')).onTrial(catalogue, trial) : catalogue;
}

/** @param spelling the locale of numbers, where it is another than the language's own: `en-GB` */
export function translator(language: Language, catalogue: Catalogue, spelling?: string, trial?: Trial): Translate {
  const speak = speaker(language, catalogue, spelling, trial === 'mirrored');
  return { language, told: (said) => speak(said ?? ''), t: (key, ...given) => speak(message(key, ...given)) };
}

/** A name or another text of a machine file, in the languages that it has it in. */
export const named = ({ machine }: Model, text: string): FileText => fileName(machine, text);
