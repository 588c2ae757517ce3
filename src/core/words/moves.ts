import type { Action } from '../access';
import type { Bend } from '../cables';
import type { Goal } from '../goals';
import type { Model, Part } from '../machine';
import { inSentence, sentence, type Phrase } from './text';

const OUT = {
  lift: 'Lift out',
  slide: 'Slide out',
  tilt: 'Tilt out',
  raise: 'Raise',
  swing: 'Swing away',
  fold: 'Fold back'
} as const;
const BACK = {
  lift: 'Put back',
  slide: 'Slide back in',
  tilt: 'Tilt back in',
  raise: 'Lower',
  swing: 'Swing back',
  fold: 'Fold down'
} as const;

/** @param along parts that leave together with it */
export function moveWords(action: Action & { kind: 'move' }, along: readonly Part[] = []): Phrase {
  return {
    text: `${OUT[action.move.kind]} the ${inSentence(action.part.name)}${together(along)}`,
    detail: action.move.how
  };
}

/** @param fresh the part is replaced: the new one goes in */
export function returnWords(action: Action & { kind: 'move' }, fresh: boolean, along: readonly Part[] = []): Phrase {
  return {
    text: `${BACK[action.move.kind]} the ${fresh ? 'new ' : ''}${inSentence(action.part.name)}${together(along)}`,
    detail: action.move.back
  };
}

export const together = (along: readonly Part[]) =>
  along.length === 0 ? '' : ` together with the ${along.map((p) => inSentence(p.name)).join(' and the ')}`;

/** @param loose whether something in the machine is not held meanwhile */
export function poseWords({ up, lid }: { up: string; lid: string }, loose = false): Phrase {
  const side = up === 'underside' ? 'underside up' : up === 'topside' ? 'upright' : 'as it lies';
  return {
    text: `Turn the machine: ${side}${lid === 'any' ? '' : `, lid ${lid}`}`,
    detail: loose ? 'On a clean mat, slowly.' : 'On a clean mat; nothing loose inside.'
  };
}

const places = (n: number) => (n === 1 ? 'one place' : `${n} places`);

/** What a spare brings, and what moves over to it. */
export interface Swap {
  part: string;
  brings: readonly string[];
  over: readonly { part: string; when: 'before' | 'after' }[];
}

/** @param swap what the spare brings and what moves over, before or after the old part is lifted */
export function swapWords(model: Model, swap: Swap): Phrase {
  const { name, numbers } = model.part(swap.part);
  const names = (ids: readonly string[]) => ids.map((id) => inSentence(model.part(id).name)).join(', ');
  const over = (when: 'before' | 'after') => names(swap.over.filter((o) => o.when === when).map((o) => o.part));
  return {
    text: `Lay the new ${inSentence(name)} beside the old one`,
    detail: sentence(
      numbers.length > 0 && `Number ${numbers.map((n) => n.number).join(' or ')}.`,
      'Same holes, same plugs, same side.',
      over('before') && `Goes over to the new one, off already: ${over('before')}.`,
      over('after') && `Goes over to the new one, taken off on the mat: ${over('after')}.`,
      swap.brings.length > 0 && `Comes with the new one: ${names(swap.brings)}.`
    )
  };
}

/** A new flat cable is bent where and how the old one was. */
export function formWords(model: Model, cable: string, bends: readonly Bend[]): Phrase {
  const folds = bends.filter((b) => b.folded).length;
  return {
    text: `Form the new ${inSentence(model.part(cable).name)} after the old one`,
    detail: sentence(
      'Lay both side by side.',
      folds > 0 && `Fold it at ${places(folds)}.`,
      bends.length > folds &&
        `Bend it at ${places(bends.length - folds)}, no tighter than ${model.cable(cable)!.minBendRadiusMm} mm.`,
      'Foam, tape and tabs go over.'
    )
  };
}

/** The work itself where nothing is swapped. */
export function goalWorkWords(model: Model, goal: Goal): Phrase {
  if (goal.do === 'reach') {
    const { kind, name } = model.joint(goal.joint);
    return kind === 'connector'
      ? { text: `Reseat: ${inSentence(name)}`, detail: 'Look for bent contacts, dirt, a torn cable.' }
      : { text: `Look at: ${inSentence(name)}`, detail: 'How it sits, and what it holds or presses.' };
  }
  const name = inSentence(model.part(goal.part).name);
  return goal.do === 'expose'
    ? { text: `Look at the ${name}`, detail: 'Note what you find.' }
    : { text: `The ${name} is out: do the work on it`, detail: 'It goes back on the way up.' };
}
