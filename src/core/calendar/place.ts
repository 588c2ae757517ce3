import { z } from 'zod';
import { de, enGB, enUS, fr, nl, sv } from './languages';

/** Languages that dates, amounts and numbers can be written in, by BCP 47 tag, each with its own name. */
export const LANGUAGES = {
  'en-GB': { name: 'English (British)', dates: enGB },
  'en-US': { name: 'English (American)', dates: enUS },
  'de-DE': { name: 'Deutsch', dates: de },
  'fr-FR': { name: 'Français', dates: fr },
  'nl-NL': { name: 'Nederlands', dates: nl },
  'sv-SE': { name: 'Svenska', dates: sv }
} as const;

export type Language = keyof typeof LANGUAGES;

/** The last zone that was one: a shop asks for its own again and again, and each asking is dear. */
let last: string | undefined;

/** Whether a name is a time zone of the IANA database; plain offsets are none, since they know no summer. */
export function isZone(name: string): boolean {
  if (name === last) return true;
  if (!/^[A-Za-z]/.test(name)) return false;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    last = name;
    return true;
  } catch {
    return false;
  }
}

/** Where the shop is: its days and times are of this zone wherever a server or a browser stands, and are written in this language. */
export const Place = z.strictObject({
  timeZone: z.string().max(60).refine(isZone, 'is no time zone: write it like Europe/Dublin or UTC'),
  language: z.enum(Object.keys(LANGUAGES) as [Language, ...Language[]])
});
export type Place = z.infer<typeof Place>;

/** How each language that the application speaks writes dates and numbers, where nothing else is said. */
const SPELLING: Readonly<Record<string, Language>> = { en: 'en-GB', de: 'de-DE' };
const baseOf = (tag: string) => tag.split('-')[0]!;

/**
 * The place as somebody reads it: in the spelling of the language that is read; a spelling of a language that the application does
 * not speak is the shop's wish, and stays.
 */
export function placeFor(place: Place, reads: string): Place {
  const own = SPELLING[reads];
  const stays = own === undefined || baseOf(place.language) === reads || SPELLING[baseOf(place.language)] === undefined;
  return stays ? place : { ...place, language: own };
}

/** The language of the shop's papers, of those that are spoken. */
export const languageOfPlace = <L extends string>({ language }: Place, spoken: readonly L[]): L =>
  spoken.find((l) => l === baseOf(language)) ?? spoken[0]!;

export const STANDARD_PLACE: Place = { timeZone: 'UTC', language: 'en-GB' };
