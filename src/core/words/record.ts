import type { Fate } from '../fasteners';
import { suspectJoint } from '../ids';
import type { Model } from '../machine';
import { inSentence } from './text';

/** How a test ended. */
export const OUTCOMES = {
  pass: 'works',
  fail: 'fails',
  'not-applicable': 'not in this machine',
  skipped: 'skipped'
} as const;
/** What may turn out not to be as the plan has it. */
export const NOT_SO_WORDS = {
  fewer: 'Fewer than expected',
  more: 'More than expected',
  'different-size': 'A different size',
  stripped: 'Stripped',
  'missing-as-received': 'Missing as received',
  'already-open': 'Already open',
  'hidden-elsewhere': 'Hidden elsewhere',
  broken: 'Broken',
  'could-not': 'Could not be done'
} as const;
/** Explaining words for a fate, as a technician would say it of `n` screws. */
export function fateWords(fate: Fate, n: number): string {
  const one = n === 1;
  switch (fate) {
    case 'missing-as-received':
      return one ? 'Was missing when the machine came in' : 'Were missing when the machine came in';
    case 'still-in':
      return one ? 'Is still in: would not come out' : 'Are still in: would not come out';
    case 'lost':
      return one ? 'Is lost' : 'Are lost';
    case 'discarded':
      return 'Stripped or bent: thrown away';
    case 'from-stock':
      return 'Taken from stock';
    case 'extra':
      return one ? 'One more than the machine file knows' : 'More than the machine file knows';
  }
}

/** What became of screws of a group. */
export const fateOf = (count: number, joint: string, fate: Fate): string =>
  `${count} of ${inSentence(joint)}: ${inSentence(fateWords(fate, count))}`;

/** What held a part. */
export function suspectWords(model: Model, id: string): string {
  const joint = suspectJoint(id);
  if (joint === undefined) return 'a fastener that the machine file does not know';
  return model.hasJoint(joint) ? inSentence(model.joint(joint).name) : joint;
}

const onLabel = ({ number, serial }: Label) => [number ?? '?', ...(serial ? [serial] : [])].join(' ');

/** Lines of the full record; `step` is the step's own text, `note` what was added in writing. */
export const EVENT = {
  done: (step: string, count?: number, mark?: string) =>
    `${step}: done${count === undefined ? '' : `, ${count} counted`}${mark === undefined ? '' : `, on ${mark}`}`,
  skipped: (step: string) => `${step}: skipped.`,
  notSo: (step: string, what: keyof typeof NOT_SO_WORDS, count?: number) =>
    `${step}: ${inSentence(NOT_SO_WORDS[what])}${count === undefined ? '' : ` (${count})`}.`,
  account: (count: number, joint: string, fate: Fate) => `${fateOf(count, joint, fate)}.`,
  tested: (step: string, outcome: keyof typeof OUTCOMES) => `${step}: ${OUTCOMES[outcome]}.`,
  note: (step: string, text: string) => (step ? `${step}: ${text}` : text),
  paused: 'Paused',
  resumed: 'Went on',
  looked: (part: string, suspect: string, found: boolean) =>
    `${part} resisted: ${suspect} ${found ? 'was it' : 'was not it'}.`,
  settled: (step: string, event: string) => `${step}: settled which word stands (${event})`,
  undo: (event: string) => `Taken back: ${event}`,
  replanned: (why: string) => `The plan was changed: ${why}`,
  photo: (photo: string, step: string) => `Photo ${photo}${step ? ` of: ${step}` : ''}.`,
  marked: (photo: string, n: number) => `Photo ${photo}: ${n} marks`,
  swapped: (part: string, old: Label, now: Label) => `${part}: out ${onLabel(old)}, in ${onLabel(now)}`,
  movedOver: (part: string, to: string) => `${part} onto the new ${inSentence(to)}`,
  used: (what: string, amount: string) => `Used: ${what}, ${amount}`,
  torqued: (step: string, hole: number, pass: number, nm: number) =>
    `${step}: hole ${hole + 1}, pass ${pass + 1}: ${nm} N·m`,
  listed: (when: string, n: number) => `Listing from ${when} the work: ${n} devices`,
  battery: (when: string, reading: string) => `Battery from ${when} the work: ${reading}`,
  signed: 'Signed.',
  countersigned: 'Signed by a second person.',
  corrected: (text: string, of?: string) => `Correction${of ? ` of ${of}` : ''}: ${text}`,
  added: (event: string) => `Added after signing: ${event}`
};

interface Label {
  number?: string | undefined;
  serial?: string | undefined;
}
