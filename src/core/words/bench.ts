import type { Joint } from '../machine';
import { inSentence } from './text';

/** A share of the doubt as one says it at the bench. */
export const chanceWords = (probability: number): string =>
  probability > 0.5 ? 'most likely' : probability > 0.2 ? 'likely' : probability > 0.07 ? 'possible' : 'hardly';

/** What may still hold a part, and where to look. */
export interface SuspectWords {
  text: string;
  look: string;
}

/** "It resists", by what is known of the joint. */
export const RESISTS = {
  undone: (joint: Joint) => ({
    text: `Not opened yet: ${inSentence(joint.name)}`,
    look: 'It stands in the plan and has not been done.'
  }),
  skipped: (joint: Joint, note?: string) => ({
    text: `Skipped: ${inSentence(joint.name)}`,
    look: note ? `Left out: ${note}` : 'It was left out.'
  }),
  byItself: (joint: Joint) => ({
    text: `Still closed: ${inSentence(joint.name)}`,
    look: 'The plan does not open it, since it should give by itself.'
  }),
  stillIn: (joint: Joint, left: number, of: number, said?: string) => ({
    text: `${left} of ${of} still in: ${inSentence(joint.name)}`,
    look: said ? `You said so: ${said.toLowerCase()}.` : 'Fewer were counted than there are.'
  }),
  miscounted: (joint: Joint, count: number) => ({
    text: `Miscounted: ${inSentence(joint.name)}`,
    look: `Look into each of the ${count} holes; a screw may stand loose in one.`
  }),
  doubted: (joint: Joint) => ({
    text: `Was not as expected: ${inSentence(joint.name)}`,
    look: 'Something was noted there. Look again.'
  }),
  dressed: (cable: string, guide: string) => ({
    text: `A cable still dressed: ${inSentence(cable)}`,
    look: `It runs through the ${inSentence(guide)}.`
  }),
  undocumented: {
    text: 'A fastener that the machine file does not know',
    look: 'Under labels, feet, rubber plugs and film; along the edge that will not lift.'
  },
  hooked: (joint: Joint, at: readonly string[], direction?: string) => ({
    text: `Hooked at ${at.join(' and ')}: ${inSentence(joint.name)}`,
    look: `Hooks slide out, they are not pried: ${direction ?? 'draw away from them'}.`
  }),
  caught: (joint: Joint, start: string) => ({
    text: `A clip has caught again: ${inSentence(joint.name)}`,
    look: `Go along the seam once more from ${start}.`
  }),
  bond: (joint: Joint, method: string) => ({ text: `The bond holds on: ${inSentence(joint.name)}`, look: method }),
  plug: (joint: Joint) => ({
    text: `Not all the way out: ${inSentence(joint.name)}`,
    look: 'Lift the lock fully, then look whether the plug is free of its socket.'
  }),
  other: (joint: Joint) => ({ text: `Holds on: ${inSentence(joint.name)}`, look: 'Look whether it has sprung back.' })
} as const;

/** What the bench found, as a note that the machine file could carry. @param joint undefined: no file knows it */
export function foundBefore(part: string, joint: string | undefined, times: number): string {
  const often = times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`;
  return joint === undefined
    ? `The ${inSentence(part)} was held ${often} by a fastener that this file does not know: find it and draw it.`
    : `The ${inSentence(part)} was held ${often} by the ${inSentence(joint)}: look there first.`;
}

/** "The touchpad plug was opened at step 14." */
export const openedAtStep = (joint: Joint, step: number): string =>
  `The ${inSentence(joint.name)} ${joint.kind === 'screws' || joint.name.endsWith('s') ? 'were' : 'was'} opened at step ${step}.`;

/** What to do about a plug that was put on another one's place. */
export const wrongSocket = (plug: string, socket: string): string =>
  `Plug ${plug} belongs on ${socket}: move it, then read the mark again.`;

/** What keeps a run from being signed. */
export const OBSTACLE = {
  uncounted: (n: number, of: number) => `${n} of ${of} neither counted out nor explained`,
  moreOut: (n: number) => `${n} more came out than the machine file knows`,
  inHand: (n: number) => `${n} still in hand`,
  moreIn: (n: number) => `${n} more went in than had come out`,
  screws: (group: string, pieces: readonly string[], isOne: boolean) =>
    `${group}: ${pieces.join(', ')}. Say what became of ${isOne ? 'it' : 'them'}.`,
  conflict: (step: string) => `Said differently by two people: ${step}`
};
