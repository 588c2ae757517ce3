import type { Model } from '../machine';
import { say, type Said } from '../language';
import { partName, type Phrase } from './text';

const phrase = (text: Said, detail: Said): Phrase => ({ text, detail });

/** What is done before everything else, by what the machine came in with. */
export const FIRST_OF_ALL = {
  'cell-doubtful': phrase(say('first.cell-doubtful'), say('first.cell-doubtful.how')),
  'cell-swollen': phrase(say('first.cell-swollen'), say('first.cell-swollen.how')),
  'cell-burnt': phrase(say('first.cell-burnt'), say('first.cell-burnt.how')),
  wet: phrase(say('first.wet'), say('first.wet.how')),
  residue: phrase(say('first.residue'), say('first.residue.how')),
  glass: phrase(say('first.glass'), say('first.glass.how'))
} as const;

/** Instead of shutting it down from its screen. */
export const FORCED_OFF = phrase(say('keptOff.forced'), say('keptOff.forced.how'));

export const ADAPTER_BACK = say('keptOff.adapterBack');

/** What is done while it lies open, before any power comes back. */
export const WHILE_OPEN = {
  splinters: phrase(say('whileOpen.splinters'), say('whileOpen.splinters.how')),
  clean: phrase(say('whileOpen.clean'), say('whileOpen.clean.how')),
  'clean-cell': phrase(say('whileOpen.cleanCell'), say('whileOpen.cleanCell.how')),
  dry: phrase(say('whileOpen.dry'), say('whileOpen.dry.how')),
  look: phrase(say('whileOpen.look'), say('whileOpen.look.how'))
} as const;

/** A cell that may fail, once it is out. */
export const cellAwayWords = (model: Model, part: string): Phrase =>
  phrase(say('cellAway', { part: partName(model, part) }), say('cellAway.how'));

/** A new one is not laid beside a cell that may fail. */
export const layApart = (model: Model, part: string): Said => say('swap.layApart', { part: partName(model, part) });

/** What a machine needs once it runs again, before it is handed over. */
export const SET_CLOCK = phrase(say('setClock'), say('setClock.how'));
export const FIRST_CHARGE = phrase(say('firstCharge'), say('firstCharge.how'));

export const UNDER_WATCH = phrase(say('underWatch'), say('underWatch.how'));
