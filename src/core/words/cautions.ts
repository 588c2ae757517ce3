import type { Unheld } from '../access';
import type { Model } from '../machine';
import { inSentence } from './text';

/** Cautions as they stand at a step: short, what it is first, then what to do. */
export const CAUTIONS = {
  cell: 'Lithium cell: do not bend, press or pierce it. Swollen, wet or hot: stop, leave it, follow your local rules.',
  sharp: 'Sharp edges.',
  hot: 'May be hot: let it cool.',
  bends: 'Bends easily: keep it flat and even.',
  fragile: 'Breaks easily.',
  static: 'Wrist strap on; hold boards and cards by the edges.',
  seal: 'Only if the owner was told and agreed.',
  nearCell: 'No metal tool near the cell, and no solvent unless the cell is sound.',
  batteryPlug: 'Plastic tools only at the battery plug.',
  backLock: 'Locks at the back break more easily than those in front.',
  antenna: 'Never pull by the wire.',
  shutDown: 'A fast or hybrid shutdown is not off.',
  adapter: 'The adapter stays away until the end. Adapters are never opened.',
  coolDown: 'Heat sink and exhaust can burn.'
} as const;

/** What a machine's condition adds. */
export const CONDITION_CAUTIONS = {
  doubtfulCell:
    'Doubtful cell: plastic only, no solvent, no heat, no bending. Warm, hissing or bulging: stop and follow your local rules.',
  noCharging: 'No charging while the doubtful cell is in: only once a sound one is fitted.',
  dryFirst: 'Only when every layer is dry: no power and no charging before.',
  glass: 'Broken glass: gloves and eye protection; film over it before it is moved.',
  damagedAdapter: 'Damaged adapter: switch the socket off first, pull by the plug, and set it aside marked.',
  soundAdapter: 'With a sound adapter of the same rating, not with the one that came.',
  wet: 'Wet inside: dab dry as you go, no power until it is dry through.',
  residue: 'Look for residue: note it, with a photo.'
} as const;

/** How a bond at a doubtful cell is freed, whatever its file says. */
export const DRY_ONLY =
  'Dry only: draw the strips slowly and flat, or ease a plastic card under it. No solvent, no warming, no prying against the cell. It does not come: stop.';

const TO_HOLD: Record<Unheld, (name: string) => string> = {
  free: (name) => `the ${name} lies free: keep a hand on it, or lift it out of the way`,
  leash: (name) => `the ${name} hangs on its leash: hold it against the machine, without a pull on its cable`,
  popped: (name) => `the ${name} stands up from its socket: press it down flat and keep it there`
};

/** What has to be held while the machine or its lid moves, and how. */
export const looseWords = (model: Model, loose: readonly { part: string; how: Unheld }[]): string =>
  `Not held while it turns: ${loose.map(({ part, how }) => TO_HOLD[how](inSentence(model.part(part).name))).join('; ')}.`;

/** What comes down, or up, as the lid is moved. */
export const withLidWords = (model: Model, parts: readonly string[]): string =>
  `With the lid goes: ${parts.map((id) => inSentence(model.part(id).name)).join(', ')}. Slowly, with nothing beneath.`;

/** While power is inside. @param byDriver the step needs a driver, which has to be of metal */
export function liveWords(leg: 'down' | 'up', byDriver: boolean): string {
  const power = leg === 'down' ? 'Live: the battery is still connected.' : 'Live: the battery is connected again.';
  return byDriver
    ? `${power} The driver touches its screws alone; nothing else of metal near open contacts.`
    : `${power} Plastic tools only, nothing of metal near open contacts.`;
}
