import { type Said, say } from '../language';
import { anyOf } from './text';

/** Whether the spare in hand belongs here, as one would say it with the spare in the hand. */
export const SPARE = {
  fits: (part: Said, machine: string, revision: string): Said => say('spare.fits', { part, machine, revision }),
  otherRevision: (fits: readonly string[], revision: string): Said =>
    say('spare.otherRevision', { fits: anyOf(fits), revision }),
  otherVariant: (fits: readonly string[]): Said => say('spare.otherVariant', { fits: anyOf(fits) }),
  otherPart: (of: Said, part: Said): Said => say('spare.otherPart', { of, part }),
  unknown: (part: Said): Said => say('spare.unknown', { part })
};

/** What else is told of a spare. */
export const FITS = {
  replaces: (number: string): Said => say('spare.replaces', { number }),
  otherHoles: (of: number, part: Said, wanted: number): Said => say('spare.otherHoles', { of, part, wanted }),
  sameHoles: (n: number): Said => say('spare.sameHoles', { n }),
  holesOff: (mm: number): Said => say('spare.holesOff', { mm }),
  samePlugs: say('spare.samePlugs'),
  otherPlugs: (has: string, wanted: string): Said =>
    say('spare.otherPlugs', { has: has || say('spare.noPlugs'), wanted })
};
