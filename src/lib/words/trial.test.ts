import { expect, it } from 'vitest';
import { catalogueOf, speaker, type Said } from '$core/language';
import { screenCatalogue } from './translator';
import { onTrial, TRIALS } from './trial';

const catalogue = { fit: 'Fit the {part}', count: '{n, plural, one {# screw} other {# screws}} of {parts}' };
const fan = { file: 'Fan', in: { de: 'Lüfter' }, name: true } as const;
const say = (key: string, given: Record<string, unknown>): Said => ({ say: key, with: given }) as Said;

it('a language on trial is longer by two fifths and has accents; what a message is given stays as it is', async () => {
  const own = await catalogueOf('en');
  const longer = onTrial(own, 'longer');
  expect(Object.keys(longer)).toEqual(Object.keys(own));
  const plain = Object.keys(own).filter((key) => !/[{'<]/.test(own[key as keyof typeof own]!));
  const length = (of: Record<string, string>) => plain.reduce((sum, key) => sum + of[key]!.length, 0);
  expect(length(longer) / length(own)).toBeGreaterThan(1.38);
  const tried = onTrial(catalogue, 'longer');
  expect(tried.count).toBe('{n,plural,one{# scŕŕééw} other{# scŕŕééws}} óóf {parts}');
  expect(speaker('en', tried)(say('count', { n: 3, parts: [fan, 'x'] }))).toBe('3 scŕŕééws óóf fan and x');
});

it('what runs from right to left keeps names in their own direction', () => {
  const speak = speaker('en', onTrial(catalogue, 'mirrored'), 'en', true);
  expect(speak(say('fit', { part: fan }))).toBe('\u202eFíít théé \u202c\u2068fan\u2069');
  // A name that stands alone is not within anything.
  expect(speak(fan)).toBe('Fan');
});

it.each(TRIALS)('every message can still be said in %s', async (trial) => {
  const own = await screenCatalogue('en');
  const speak = speaker('en', await screenCatalogue('en', trial));
  // Without what they are about messages are told by their key: those that need nothing are said.
  for (const key of Object.keys(own).filter((k) => !own[k]!.includes('{'))) expect(speak({ say: key })).not.toBe(key);
});
