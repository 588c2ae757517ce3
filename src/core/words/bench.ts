import type { Joint, Model } from '../machine';
import { type Said, say, word } from '../language';
import { fileText, jointName, numberOf, partName } from './text';

/** A share of the doubt as one says it at the bench. */
export const chanceWords = (probability: number): Said =>
  say('chance', {
    how: probability > 0.5 ? 'most' : probability > 0.2 ? 'likely' : probability > 0.07 ? 'possible' : 'hardly'
  });

/** What runs found of a joint that differs from the file, as something that the file could say. */
export function proposedWords(joint: Said, what: string, times: number, notes: readonly string[]): Said {
  const text = say('proposed', { joint, what: word(what), times });
  return notes.length === 0 ? text : say('proposed.noted', { text, notes: notes.join('; ') });
}

/** What may still hold a part, and where to look. */
export interface SuspectWords {
  text: Said;
  look: Said;
}

/** "Won't come off", by what is known of the joint. */
export const RESISTS = {
  undone: (model: Model, joint: Joint): SuspectWords => ({
    text: say('resists.undone', { joint: jointName(model, joint) }),
    look: say('resists.undoneLook')
  }),
  skipped: (model: Model, joint: Joint, note?: string): SuspectWords => ({
    text: say('resists.skipped', { joint: jointName(model, joint) }),
    look: note ? say('resists.skippedNote', { note }) : say('resists.skippedLook')
  }),
  byItself: (model: Model, joint: Joint): SuspectWords => ({
    text: say('resists.byItself', { joint: jointName(model, joint) }),
    look: say('resists.byItselfLook')
  }),
  stillIn: (model: Model, joint: Joint, left: number, of: number, said?: Said): SuspectWords => ({
    text: say('resists.stillIn', { left, of, joint: jointName(model, joint) }),
    look: said ? say('resists.stillInSaid', { said }) : say('resists.stillInLook')
  }),
  miscounted: (model: Model, joint: Joint, count: number): SuspectWords => ({
    text: say('resists.miscounted', { joint: jointName(model, joint) }),
    look: say('resists.miscountedLook', { count })
  }),
  doubted: (model: Model, joint: Joint): SuspectWords => ({
    text: say('resists.doubted', { joint: jointName(model, joint) }),
    look: say('resists.doubtedLook')
  }),
  dressed: (model: Model, cable: string, guide: string): SuspectWords => ({
    text: say('resists.dressed', { cable: partName(model, cable) }),
    look: say('resists.dressedLook', { guide: { ...fileText(model.machine, guide), name: true } })
  }),
  undocumented: { text: say('resists.undocumented'), look: say('resists.undocumentedLook') },
  hooked: (model: Model, joint: Joint, at: readonly string[], direction?: string): SuspectWords => ({
    text: say('resists.hooked', {
      edges: at.map((edge) => fileText(model.machine, edge)),
      joint: jointName(model, joint)
    }),
    look:
      direction === undefined
        ? say('resists.hookedAway')
        : say('resists.hookedLook', { direction: fileText(model.machine, direction) })
  }),
  caught: (model: Model, joint: Joint, start: string): SuspectWords => ({
    text: say('resists.caught', { joint: jointName(model, joint) }),
    look: say('resists.caughtLook', { start: fileText(model.machine, start) })
  }),
  bond: (model: Model, joint: Joint, method: string): SuspectWords => ({
    text: say('resists.bond', { joint: jointName(model, joint) }),
    look: fileText(model.machine, method)
  }),
  plug: (model: Model, joint: Joint): SuspectWords => ({
    text: say('resists.plug', { joint: jointName(model, joint) }),
    look: say('resists.plugLook')
  }),
  other: (model: Model, joint: Joint): SuspectWords => ({
    text: say('resists.other', { joint: jointName(model, joint) }),
    look: say('resists.otherLook')
  })
} as const;

/** What the bench found, as a note that the machine file could carry. @param joint undefined: no file knows it */
export function foundBefore(model: Model, part: string, joint: Joint | undefined, times: number): Said {
  const given = { part: partName(model, part), times };
  return joint === undefined
    ? say('foundBefore.undocumented', given)
    : say('foundBefore', { ...given, joint: jointName(model, joint) });
}

/** "The touchpad plug was opened at step 14." */
export const openedAtStep = (model: Model, joint: Joint, step: number): Said =>
  say('openedAtStep', {
    joint: jointName(model, joint),
    number: joint.kind === 'screws' ? 'plural' : numberOf(joint),
    step
  });

/** What to do about a plug that was put on another one's place. */
export const wrongSocket = (plug: string, socket: string): Said => say('wrongSocket', { plug, socket });

/** What keeps a run from being signed. */
export const OBSTACLE = {
  uncounted: (n: number, of: number): Said => say('obstacle.uncounted', { n, of }),
  moreOut: (n: number): Said => say('obstacle.moreOut', { n }),
  inHand: (n: number): Said => say('obstacle.inHand', { n }),
  moreIn: (n: number): Said => say('obstacle.moreIn', { n }),
  screws: (group: Said, pieces: readonly Said[], isOne: boolean): Said =>
    say('obstacle.screws', { group, pieces, n: isOne ? 1 : 2 }),
  conflict: (step: Said): Said => say('obstacle.conflict', { step })
};
