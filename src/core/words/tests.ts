import type { Action } from '../access';
import type { Model } from '../machine';
import { passage, type Said, say, word } from '../language';
import { jointName, partName, type Phrase } from './text';

/** Functions that have a test of their own, in the order in which they are tried. */
const FUNCTIONS = [
  'power',
  'identity',
  'clock',
  'storage',
  'storage-b',
  'memory',
  'cooling',
  'display',
  'keyboard',
  'touchpad',
  'fingerprint',
  'battery',
  'wifi',
  'bluetooth',
  'wwan',
  'sim',
  'left-speaker',
  'right-speaker',
  'microphone',
  'camera',
  'audio',
  'usb-right',
  'usb-left',
  'video',
  'card-reader',
  'leds',
  'optical',
  'power-button',
  'pointing-stick',
  'lid-switch'
] as const;
export const TESTED: readonly string[] = FUNCTIONS;

const tested = (name: (typeof FUNCTIONS)[number] | 'closing'): Phrase => ({
  text: say(`test.${name}`),
  detail: say(`test.${name}.how`)
});

/** What a function is called within a sentence; one that we do not know by its id. */
export const functionName = (f: string): Said => say('test.function', { id: word(f), name: f.replaceAll('-', ' ') });

/** How a function is tried; one that has no test of its own by its name. */
export function testWords(f: string): Phrase {
  const own = FUNCTIONS.find((name) => name === f);
  return own
    ? tested(own)
    : { text: say('test.other', { name: f.replaceAll('-', ' ') }), detail: say('test.other.how') };
}

/** The last look at the machine itself, before what works in it is tried. */
export const CLOSING_CHECK = tested('closing');

/** What one looks at while the machine is tried with its case open. */
export const LOOKS = ['start', 'charge', 'picture', 'keys', 'fan'] as const;
export type Look = (typeof LOOKS)[number];

/**
 * @param isBatteryIn whether its battery is connected by then
 * @param by how its power was taken away, and is again after the test
 */
export const openTestWords = (
  looks: readonly Look[],
  isBatteryIn: boolean,
  by: 'firmware' | 'plug' | 'other'
): Phrase => ({
  text: say('test.open'),
  detail: passage(
    say(isBatteryIn ? 'test.open.adapter' : 'test.open.adapterAlone'),
    say('test.open.looks', { looks: looks.map((look) => say(`look.${look}`)) }),
    say('test.open.after', { by })
  )!
});

/** @param hidden what is on already although it hides something that was touched, and what could only be closed after it */
export function openTestReason(model: Model, hidden?: { cover: Action; last: Action }): Said {
  const why = say('test.openWhy');
  if (!hidden) return why;
  const name = (a: Action) => (a.kind === 'open' ? jointName(model, a.joint) : partName(model, a.part.id));
  const isPower = hidden.last.kind === 'open' && hidden.last.joint.id === model.machine.isolation.joint;
  const cover = name(hidden.cover);
  return passage(
    why,
    isPower ? say('test.openPower', { cover }) : say('test.openClosed', { cover, last: name(hidden.last) })
  )!;
}
