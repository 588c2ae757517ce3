import type { Action } from '../access';
import type { Model } from '../machine';
import { inSentence, type Phrase } from './text';

/** How each function is tried; a function not listed here is tried by its name. */
const TESTS: Record<string, Phrase> = {
  power: { text: 'Starts and charges', detail: 'Adapter in, charge light on, starts to the sign-in screen.' },
  identity: {
    text: 'Serial number and identity data',
    detail: 'Firmware shows the machine\u2019s own serial number and model.'
  },
  clock: { text: 'Clock keeps the time', detail: 'Date and time right after a cold start.' },
  storage: { text: 'Drive found', detail: 'Listed at full size; starts from it.' },
  memory: { text: 'Memory found', detail: 'The full amount is listed.' },
  cooling: { text: 'Fan and temperature', detail: 'Spins freely, no scraping; temperature settles under load.' },
  display: { text: 'Picture', detail: 'No lines or flicker while the lid moves; brightness changes.' },
  keyboard: { text: 'Every key', detail: 'Each key once; backlight.' },
  touchpad: { text: 'Touchpad', detail: 'Moves, clicks at all four corners.' },
  fingerprint: { text: 'Fingerprint reader', detail: 'A known finger is recognised.' },
  battery: { text: 'Battery', detail: 'Seen, charging; note full-charge capacity and cycles.' },
  wifi: { text: 'Wireless network', detail: 'Both bands seen; signal as at intake.' },
  bluetooth: { text: 'Short-range radio', detail: 'Finds a known device.' },
  wwan: { text: 'Mobile network', detail: 'Card and SIM seen; registers.' },
  sim: { text: 'SIM', detail: 'Read by the mobile network card.' },
  'left-speaker': { text: 'Left speaker', detail: 'Left channel alone, no rattle.' },
  'right-speaker': { text: 'Right speaker', detail: 'Right channel alone, no rattle.' },
  microphone: { text: 'Microphone', detail: 'Record and play back.' },
  camera: { text: 'Camera', detail: 'Sharp picture; shutter moves.' },
  audio: { text: 'Headphone socket', detail: 'Both channels; microphone.' },
  'usb-right': { text: 'Ports on the right', detail: 'A stick in each, both ways round where it fits.' },
  'usb-left': { text: 'Ports on the left', detail: 'A stick in each, both ways round where it fits.' },
  video: { text: 'Outer display', detail: 'Picture on a second screen.' },
  'card-reader': { text: 'Card reader', detail: 'A card is read.' },
  leds: { text: 'Lights', detail: 'Charge and activity lights.' },
  optical: { text: 'Optical drive', detail: 'A disc is read; the tray opens and closes.' },
  'power-button': { text: 'Power button', detail: 'Starts at the first press.' },
  'pointing-stick': { text: 'Pointing stick', detail: 'Moves and stops where it should; all its buttons.' },
  'lid-switch': { text: 'Lid switch', detail: 'Sleeps when closed, wakes when opened.' }
};

/** Functions that have a test of their own, in the order in which they are tried. */
export const TESTED: readonly string[] = Object.keys(TESTS);

export const testWords = (f: string): Phrase =>
  TESTS[f] ?? { text: `Works: ${f.replaceAll('-', ' ')}`, detail: 'As at intake.' };

/** The last look at the machine itself, before what works in it is tried. */
export const CLOSING_CHECK: Phrase = {
  text: 'Closed all round',
  detail:
    'No screw left, none missing; no gap along any seam, all four corners flat; the lid opens with one hand; nothing rattles.'
};

export const OPEN_TEST: Phrase = {
  text: 'Power test with the cover off',
  detail:
    'Adapter in: charge light, start, screen, keys. Then shut down fully, adapter out, battery disconnected in firmware again if it was.'
};

/** @param hidden what is on already although it hides something that was touched, and what could only be closed after it */
export function openTestReason(model: Model, hidden?: { cover: Action; last: Action }): string {
  const name = (a: Action) => inSentence(a.kind === 'open' ? a.joint.name : a.part.name);
  const isPower = hidden?.last.kind === 'open' && hidden.last.joint.id === model.machine.isolation.joint;
  const why =
    hidden &&
    (isPower ? 'power goes on after all work beside it' : `this is closed only after it: ${name(hidden.last)}`);
  return `Boards, plugs or the battery were touched: tried before it is covered.${hidden ? ` The ${name(hidden.cover)} is on already: ${why}.` : ''}`;
}
