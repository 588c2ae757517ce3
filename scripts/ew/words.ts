import { catalogueOf, LANGUAGES, speaker, type Language, type Speak } from '$core/language';

/** The command line speaks English: what it writes is read by other programs as well. A plan is told in any language. */
const speakers = Object.fromEntries(
  await Promise.all(LANGUAGES.map(async (language) => [language, speaker(language, await catalogueOf(language))]))
) as Record<Language, Speak>;
export const told = speakers.en;

/** Puts into the words of a language; undefined of one that is not there. */
export const speaking = (language: string): Speak | undefined =>
  Object.hasOwn(speakers, language) ? speakers[language as Language] : undefined;
