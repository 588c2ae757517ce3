import fc from 'fast-check';
import { expect, it } from 'vitest';
import { catalogueOf, LANGUAGES, onUnsaid, passage, SaidSchema, say, speaker, spoken, type Said } from '.';

const catalogue = {
  fit: 'Fit the {part}',
  state: '{part}: {how, select, done {done} other {open}}',
  count: '{n, plural, one {# screw} other {# screws}} of {parts}',
  length: '{mm, number} mm'
};
const fan = { file: 'Fan', in: { de: 'Lüfter' }, name: true } as const;
const english = speaker('en', catalogue);
const german = speaker('de', { ...catalogue, fit: '{part} einsetzen' });
const say0 = (key: string, given?: Record<string, unknown>): Said => ({ say: key, with: given }) as Said;

it('names are in lower case within an English sentence, abbreviations as they are, and a sentence begins with a capital', () => {
  expect(english(say0('fit', { part: fan }))).toBe('Fit the fan');
  expect(english(say0('fit', { part: { file: 'SSD', name: true } }))).toBe('Fit the SSD');
  expect(english(say0('state', { part: fan, how: 'done' }))).toBe('Fan: done');
  expect(english(fan)).toBe('Fan');
  // What somebody wrote begins as they wrote it.
  expect(english(say0('state', { part: 'notes.pdf', how: 'x' }))).toBe('notes.pdf: open');
});

it('a machine file’s words are told in the reader’s language where it has them', () => {
  expect(german(say0('fit', { part: fan }))).toBe('Lüfter einsetzen');
  expect(german(say0('fit', { part: { file: 'Heat sink', name: true } }))).toBe('Heat sink einsetzen');
});

it('counts, lists and numbers are told as the language has them', () => {
  expect(english(say0('count', { n: 1, parts: [fan] }))).toBe('1 screw of fan');
  expect(english(say0('count', { n: 3, parts: [fan, fan, 'x'] }))).toBe('3 screws of fan, fan and x');
  expect(english(say0('length', { mm: 1.25 }))).toBe('1.25 mm');
  expect(german(say0('length', { mm: 1.25 }))).toBe('1,25 mm');
});

it('a record is read whatever stands in it: unknown messages by their key, and without what they should be given', () => {
  const unsaid = new Set<string>();
  onUnsaid((key) => unsaid.add(key));
  expect(english(say0('none.such'))).toBe('none.such');
  expect(english(say0('toString'))).toBe('toString');
  expect(english(say0('fit'))).toBe('fit');
  expect([...unsaid]).toEqual(['none.such', 'toString', 'fit']);
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      const read = SaidSchema.safeParse(value);
      if (read.success) expect(typeof english(read.data)).toBe('string');
    })
  );
});

it('pieces that apply stand one after the other', () => {
  expect(passage(undefined, false, '')).toBeUndefined();
  expect(passage('One.')).toBe('One.');
  expect(english(passage('One.', say0('fit', { part: fan }), undefined)!)).toBe('One. Fit the fan');
});

it('a whole value is put into words, and what is none stays as it is', () => {
  expect(
    spoken({ id: 'a', text: say0('fit', { part: fan }), more: [{ n: 1, said: fan }], none: null }, english)
  ).toEqual({ id: 'a', text: 'Fit the fan', more: [{ n: 1, said: 'Fan' }], none: null });
});

it('the core’s messages can be said in every language', async () => {
  for (const language of LANGUAGES) {
    const speak = speaker(language, await catalogueOf(language));
    expect(speak(say('about.root'))).not.toBe('about.root');
  }
});
