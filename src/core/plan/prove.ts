import { removes, type Joint, type Model, type Move, type Part } from '../machine';
import type { Phrase } from './phrase';

/** Something that was opened or moved. */
export type Touched = { kind: 'open'; joint: Joint } | { kind: 'move'; part: Part; move: Move };

/**
 * The functions that the work may have disturbed: those of every part moved, with all that rode on it,
 * and those of every plug opened with the part at its plug's end.
 */
export function touchedFunctions(model: Model, actions: Iterable<Touched>): string[] {
  const found = new Set<string>();
  for (const action of actions) {
    if (action.kind === 'move') {
      for (const id of model.takes(action.part.id, action.move)) for (const f of model.part(id).functions) found.add(f);
      continue;
    }
    for (const f of action.joint.functions) found.add(f);
    if (action.joint.kind === 'connector') for (const f of model.part(action.joint.a).functions) found.add(f);
  }
  return [...found].sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
}

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
/** Parts whose edge has to lie right again once they are back. */
export const CLOSING_PARTS: ReadonlySet<string> = new Set(['cover', 'bezel', 'case', 'keyboard']);

/** Whether something has to lie right again all round once it is back. */
export const closesUp = (touched: Touched): boolean =>
  touched.kind === 'open'
    ? touched.joint.kind === 'clips'
    : CLOSING_PARTS.has(touched.part.kind) && removes(touched.move);

/** The last look at the machine itself, before what works in it is tried. */
export const CLOSING_CHECK: Phrase = {
  text: 'Closed all round',
  detail:
    'No screw left, none missing; no gap along any seam, all four corners flat; the lid opens with one hand; nothing rattles.'
};

const ORDER = Object.keys(TESTS);
const rank = (f: string) => (ORDER.includes(f) ? ORDER.indexOf(f) : ORDER.length);

export function testPhrase(f: string): Phrase {
  return TESTS[f] ?? { text: `Works: ${f.replaceAll('-', ' ')}`, detail: 'As at intake.' };
}
