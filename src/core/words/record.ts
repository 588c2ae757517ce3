import type { Fate } from '../fasteners';
import { suspectJoint } from '../ids';
import type { Model } from '../machine';
import { type Said, say, word, wordsOf } from '../language';
import { jointName } from './text';

/** How a test ended. */
export const OUTCOMES = wordsOf('outcome', ['pass', 'fail', 'not-applicable', 'skipped']);
/** What may turn out not to be as the plan has it. */
export const DIFFERS = wordsOf('differs', [
  'fewer',
  'more',
  'different-size',
  'stripped',
  'missing-as-received',
  'already-open',
  'hidden-elsewhere',
  'broken',
  'could-not'
]);

/** Explaining words for a fate, as a technician would say it of `n` screws. */
export const fateWords = (fate: Fate, n: number): Said => say('fate', { fate: word(fate), n });

/** What became of screws of a group. */
export const fateOf = (count: number, joint: Said, fate: Fate): Said =>
  say('fate.of', { count, joint, fate: word(fate) });

/** What held a part. */
export function suspectWords(model: Model, id: string): Said {
  const joint = suspectJoint(id);
  if (joint === undefined) return say('suspect.undocumented');
  return model.hasJoint(joint) ? jointName(model, model.joint(joint)) : joint;
}

const onLabel = ({ number, serial }: Label) => [number ?? '?', ...(serial ? [serial] : [])].join(' ');

/** Lines of the full record; `step` is the step's own text, `note` what was added in writing. */
export const EVENT = {
  done: (step: Said, count?: number, mark?: string): Said =>
    count === undefined
      ? mark === undefined
        ? say('event.done', { step })
        : say('event.doneMark', { step, mark })
      : mark === undefined
        ? say('event.doneCounted', { step, count })
        : say('event.doneCountedMark', { step, count, mark }),
  skipped: (step: Said): Said => say('event.skipped', { step }),
  notSo: (step: Said, what: keyof typeof DIFFERS, count?: number): Said =>
    say('event.notSo', { step, what: word(what), counted: count === undefined ? 'no' : 'yes', count: count ?? 0 }),
  account: (count: number, joint: Said, fate: Fate): Said => say('event.account', { fate: fateOf(count, joint, fate) }),
  tested: (step: Said, outcome: keyof typeof OUTCOMES): Said => say('event.tested', { step, outcome: word(outcome) }),
  note: (step: Said, text: string): Said => (step ? say('event.note', { step, text }) : text),
  paused: say('event.paused'),
  resumed: say('event.resumed'),
  learning: say('event.learning'),
  notLearning: say('event.notLearning'),
  hint: (step: Said): Said => say('event.hint', { step }),
  looked: (part: Said, suspect: Said, found: boolean): Said =>
    say('event.looked', { part, suspect, found: found ? 'yes' : 'no' }),
  settled: (step: Said, event: string): Said => say('event.settled', { step, event }),
  undo: (event: string): Said => say('event.undo', { event }),
  replanned: (why: string): Said => say('event.replanned', { why }),
  photo: (photo: string, step: Said): Said =>
    step ? say('event.photoOf', { photo, step }) : say('event.photo', { photo }),
  marked: (photo: string, n: number): Said => say('event.marked', { photo, n }),
  swapped: (part: Said, old: Label, now: Label): Said =>
    say('event.swapped', { part, old: onLabel(old), new: onLabel(now) }),
  movedOver: (part: Said, to: Said): Said => say('event.movedOver', { part, to }),
  used: (what: string, amount: string): Said => say('event.used', { what, amount }),
  torqued: (step: Said, hole: number, pass: number, nm: number): Said =>
    say('event.torqued', { step, hole: hole + 1, pass: pass + 1, nm }),
  listed: (when: string, n: number): Said => say('event.listed', { when, n }),
  battery: (when: string, reading: string): Said => say('event.battery', { when, reading }),
  signed: say('event.signed'),
  countersigned: say('event.countersigned'),
  corrected: (text: string, of?: string): Said =>
    of ? say('event.correctedOf', { text, of }) : say('event.corrected', { text }),
  added: (event: Said): Said => say('event.added', { event })
};

interface Label {
  number?: string | undefined;
  serial?: string | undefined;
}
