import { AsyncLocalStorage } from 'node:async_hooks';
import { LANGUAGES, onUnsaid, type Language } from '$core/language';
import { settings } from '$lib/server/settings/environment';
import { log } from './log';
import { screenCatalogue, translator, type Translate } from '$lib/words';

/** So many different ones are told, once each. */
const MOST_UNSAID = 1000;
const unsaid = new Set<string>();
onUnsaid((key, why) => {
  if (unsaid.has(key) || unsaid.size >= MOST_UNSAID) return;
  unsaid.add(key);
  log.warn({ key, why }, 'a message could only be told by its key');
});

/** The language of whose request is being answered: set by the gate for all that it leads to. */
export const speaking = new AsyncLocalStorage<Language>();

const TRANSLATORS = Object.fromEntries(
  await Promise.all(
    LANGUAGES.map(
      async (l) => [l, translator(l, await screenCatalogue(l, settings.trial), undefined, settings.trial)] as const
    )
  )
) as Record<Language, Translate>;

/** The words of one language: for papers, which are in the language of who reads them. */
export const wordsIn = (language: Language): Translate => TRANSLATORS[language];

/** The words of who asks; English where nobody does. */
export const here = (): Translate => wordsIn(speaking.getStore() ?? 'en');

/** Which way one reads. */
export const direction = settings.trial === 'mirrored' ? 'rtl' : 'ltr';

/** The language that a browser asks for, of those that are spoken here; English where it asks for none of them. */
export function languageAsked(header: string | null): Language {
  const wanted = (header ?? '').split(',').map((one) => one.trim().slice(0, 2).toLowerCase());
  return wanted.flatMap((one) => LANGUAGES.find((l) => l === one) ?? [])[0] ?? 'en';
}
