import { describe, expect, it } from 'vitest';
import { dayText, languageOfPlace, numberText, placeFor, type Place } from '.';

const at = (language: Place['language']): Place => ({ timeZone: 'Europe/Dublin', language });

describe('a place as somebody reads it', () => {
  it.each([
    ['en-GB', 'en', 'en-GB'],
    ['en-US', 'en', 'en-US'],
    ['en-GB', 'de', 'de-DE'],
    ['de-DE', 'en', 'en-GB'],
    ['fr-FR', 'en', 'fr-FR'],
    ['fr-FR', 'de', 'fr-FR'],
    ['en-GB', 'xx', 'en-GB']
  ] as const)('the shop writes %s, who reads %s sees %s', (shop, reads, sees) =>
    expect(placeFor(at(shop), reads)).toEqual(at(sees))
  );
  it('changes how days and numbers are written, and not which day it is', () => {
    const german = placeFor(at('en-GB'), 'de');
    expect(dayText('2026-11-24T23:30:00Z', at('en-GB'))).toBe('24 Nov 2026');
    expect(dayText('2026-11-24T23:30:00Z', german)).toBe('24. Nov. 2026');
    expect(numberText(1234.5, german)).toBe('1.234,5');
  });
});

it('papers are in the shop\u2019s language where it is spoken, else in the first that is', () => {
  const spoken = ['en', 'de'] as const;
  expect((['de-DE', 'en-US', 'sv-SE'] as const).map((l) => languageOfPlace(at(l), spoken))).toEqual(['de', 'en', 'en']);
});
