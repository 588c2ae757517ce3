import { catalogueOf, speaker, spoken, type Said } from '../language';

/** What the core says, in English: as tests read it. */
export const english = speaker('en', await catalogueOf('en'));
/** The same value with all that it says in English. */
export const inEnglish = <T>(value: T) => spoken(value, english);
export const inGerman = speaker('de', await catalogueOf('de')) satisfies (said: Said) => string;
