import { inSentence } from './text';

/** Whether the spare in hand belongs here, as one would say it with the spare in the hand. */
export const SPARE = {
  fits: (part: string, machine: string, revision: string) =>
    `Fits: a ${inSentence(part)} for ${machine}, revision ${revision}.`,
  otherRevision: (fits: readonly string[], revision: string) =>
    `Does not fit here: it is for revision ${fits.join(' or ')}, this machine is ${revision}.`,
  otherVariant: (fits: readonly string[]) => `Does not fit here: it is for the variant ${fits.join(' or ')}.`,
  otherPart: (of: string, part: string) => `That is the number of the ${inSentence(of)}, not of a ${inSentence(part)}.`,
  unknown: (part: string) =>
    `The machine file does not know this number for a ${inSentence(part)}. Look twice before it goes in.`
};

/** What else is told of a spare. */
export const FITS = {
  replaces: (number: string) => `Takes the place of ${number}, which fits.`,
  otherHoles: (of: number, part: string, wanted: number) =>
    `It has ${of} screw holes, the ${inSentence(part)} of this machine ${wanted}.`,
  sameHoles: (n: number) => `All ${n} screw holes lie where they should.`,
  holesOff: (mm: number) => `Its holes lie up to ${mm.toFixed(1)} mm off.`,
  samePlugs: 'Its plugs are of the same kinds.',
  otherPlugs: (has: string, wanted: string) => `Its plugs are ${has || 'none'}; here it needs ${wanted}.`
};
