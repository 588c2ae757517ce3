import { type Said, say } from '../language';

/** The tray sheet. */
export const TRAY = {
  title: (machine: string): Said => say('tray.title', { machine }),
  trueSize: say('tray.trueSize'),
  ruler: (mm: number): Said => say('tray.ruler', { mm }),
  bin: (number: number, count: number, size: Said): Said => say('tray.bin', { number, count, size }),
  stay: (part: Said): Said => say('tray.stay', { part }),
  notInto: (group: Said): Said => say('tray.notInto', { group })
};
