import { describe, expect, it } from 'vitest';
import {
  choose,
  KEYS,
  keyOf,
  keysOf,
  shownShortcut,
  spokenShortcut,
  storedKeys,
  storeKeys,
  type Chosen
} from './bench-keys';
import { duration } from './format';
import { screenCatalogue, translator } from '$lib/words/translator';
import { whyNot } from '$core/result';

const { told } = translator('en', await screenCatalogue('en'));

describe('figures as one says them', () => {
  it.each([
    [0, '0 s'],
    [89, '89 s'],
    [90, '2 min'],
    [3540, '59 min'],
    [3600, '1 h 00 min'],
    [5400, '1 h 30 min']
  ])('%i s is %s', (seconds, text) => expect(duration(seconds)).toBe(text));
});

describe('keys at the bench', () => {
  const press = (key: string, more: object = {}) =>
    keyOf({ key, ctrlKey: false, metaKey: false, altKey: false, ...more } as KeyboardEvent);
  it('no key means two things', () => {
    const all = Object.values(KEYS).flatMap((k) => [...k.keys] as string[]);
    expect(new Set(all).size).toBe(all.length);
    expect(all.some((k) => /^\d$/.test(k))).toBe(false);
  });
  it('are found whatever the case, and left to the browser with Ctrl, Alt or Meta', () => {
    expect([press('Enter'), press(' '), press('U'), press('u'), press('?')]).toEqual([
      'done',
      'done',
      'undo',
      'undo',
      'help'
    ]);
    expect([press('p', { ctrlKey: true }), press('n', { metaKey: true }), press('q')]).toEqual([
      undefined,
      undefined,
      undefined
    ]);
  });
  it('letters can be given Alt, or be switched off; Enter and arrows stay', () => {
    const asked = (chosen: Chosen, key: string, altKey = false) =>
      keyOf({ key, ctrlKey: false, metaKey: false, altKey } as KeyboardEvent, chosen);
    const [withAlt, off]: Chosen[] = [{ letters: 'alt' }, { letters: 'off' }];
    expect([asked(withAlt!, 'n'), asked(withAlt!, 'n', true), asked({}, 'n', true)]).toEqual([
      undefined,
      'notSo',
      undefined
    ]);
    expect([asked(off!, 'n'), asked(off!, 'n', true), asked(off!, 'Enter'), asked(off!, 'ArrowLeft')]).toEqual([
      undefined,
      undefined,
      'done',
      'back'
    ]);
    expect([shownShortcut('notSo', {}), shownShortcut('notSo', withAlt!), shownShortcut('notSo', off!)]).toEqual([
      'N',
      'Alt+N',
      '\u2013'
    ]);
    expect([spokenShortcut('done', off!), spokenShortcut('notSo', withAlt!), spokenShortcut('notSo', off!)]).toEqual([
      'Enter Space',
      'Alt+N',
      undefined
    ]);
    const store = { 'bench keys': JSON.stringify({ letters: 'off', done: 'PageDown' }) };
    expect(storedKeys({ getItem: () => store['bench keys'] })).toEqual({ letters: 'off', done: 'PageDown' });
    expect(storedKeys({ getItem: () => '{"letters":"loud"}' })).toEqual({});
  });
  const chosenFor = (chosen: Chosen, key: keyof typeof KEYS, pressed: string) => {
    const answer = choose(chosen, key, { key: pressed });
    if (!answer.ok) throw new Error(told(whyNot(answer)));
    return answer.chosen;
  };
  it('may be others, one for each, and come back to what they were', () => {
    const pedal = chosenFor({}, 'done', 'PageDown');
    const event = (key: string) => ({ key, ctrlKey: false, metaKey: false, altKey: false }) as KeyboardEvent;
    expect([keyOf(event('PageDown'), pedal), keyOf(event('Enter'), pedal), keyOf(event('PageDown'))]).toEqual([
      'done',
      undefined,
      undefined
    ]);
    expect(keysOf('done', pedal)).toEqual(['PageDown']);
    expect(chosenFor(pedal, 'done', 'Enter')).toEqual({});
    // A key that was given up is free for another.
    expect(chosenFor(pedal, 'note', 'Enter')).toEqual({ done: 'PageDown', note: 'Enter' });
  });
  it.each([
    ['5', /counts the screws/],
    ['Backspace', /counts the screws/],
    ['Tab', /other things/],
    ['n', /already means: Something’s different/],
    ['N', /already means/]
  ])('%s is refused for another, and why is said', (pressed, why) => {
    const answer = choose({}, 'done', { key: pressed });
    expect(answer.ok ? '' : told(whyNot(answer))).toMatch(why);
  });
  it('are remembered by the device, whatever stands in its store', () => {
    let kept: string | null = null;
    storeKeys({ setItem: (_, value) => void (kept = value) }, { done: 'PageDown' });
    expect(storedKeys({ getItem: () => kept })).toEqual({ done: 'PageDown' });
    for (const junk of [
      null,
      '',
      '{',
      '[]',
      'null',
      '{"done":5,"nothing":"x","undo":""}',
      `{"done":"${'x'.repeat(99)}"}`
    ])
      expect(storedKeys({ getItem: () => junk })).toEqual({});
  });
});
