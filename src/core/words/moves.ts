import type { Action } from '../access';
import type { Bend } from '../cables';
import type { Goal } from '../goals';
import type { Model, Part } from '../machine';
import { passage, say, type Said } from '../language';
import { anyOf, fileText, jointName, partName, type Phrase } from './text';

/** @param along parts that leave together with it */
export function moveWords(model: Model, action: Action & { kind: 'move' }, along: readonly Part[] = []): Phrase {
  const { kind: how, how: detail } = action.move;
  const part = partName(model, action.part.id);
  return {
    text:
      along.length > 0
        ? say('move.outWith', { how, part, along: namesOf(model, along) })
        : say('move.out', { how, part }),
    detail: detail === undefined ? undefined : fileText(model.machine, detail)
  };
}

/** @param isFresh the part is replaced: the new one goes in */
export function returnWords(
  model: Model,
  action: Action & { kind: 'move' },
  isFresh: boolean,
  along: readonly Part[] = []
): Phrase {
  const { kind: how, back } = action.move;
  const given = { how, part: partName(model, action.part.id), fresh: isFresh ? 'yes' : 'no' };
  return {
    text: along.length > 0 ? say('move.backWith', { ...given, along: namesOf(model, along) }) : say('move.back', given),
    detail: back === undefined ? undefined : fileText(model.machine, back)
  };
}

const namesOf = (model: Model, parts: readonly Part[]) => parts.map((p) => partName(model, p.id));

/**
 * How the machine is turned and its lid moved.
 * @param stands how it stands then
 * @param changed what of it is another than before
 * @param isLoose whether something in the machine is not held meanwhile
 */
export function poseWords(
  { up, lid }: { up: string; lid: string },
  changed: { up: boolean; lid: boolean },
  isLoose = false,
  laidOn: readonly Said[] = []
): Phrase {
  return {
    text: !changed.up
      ? say('pose.lid', { lid })
      : changed.lid
        ? say('pose.turnOverLid', { up, lid })
        : say('pose.turnOver', { up }),
    detail: passage(
      laidOn.length > 0 && say('pose.layOn', { parts: laidOn }),
      say(isLoose ? 'pose.matSlowly' : 'pose.mat')
    )!
  };
}

/** What a spare brings, and what moves over to it. */
export interface Swap {
  part: string;
  brings: readonly string[];
  over: readonly { part: string; when: 'before' | 'after' }[];
}

/**
 * @param swap what the spare brings and what moves over, before or after the old part is lifted
 * @param numbers of spares that fit this machine
 */
export function swapWords(model: Model, swap: Swap, numbers: readonly string[]): Phrase {
  const names = (ids: readonly string[]) => ids.map((id) => partName(model, id));
  const [before, after] = (['before', 'after'] as const).map((when) =>
    names(swap.over.filter((o) => o.when === when).map((o) => o.part))
  ) as [ReturnType<typeof names>, ReturnType<typeof names>];
  return {
    text: say('swap.lay', { part: partName(model, swap.part) }),
    detail: passage(
      numbers.length > 0 && say('swap.number', { numbers: anyOf(numbers) }),
      say('swap.compare'),
      before.length > 0 && say('swap.overBefore', { parts: before }),
      after.length > 0 && say('swap.overAfter', { parts: after }),
      swap.brings.length > 0 && say('swap.brings', { parts: names(swap.brings) })
    )
  };
}

/** A new flat cable is bent where and how the old one was. */
export function formWords(model: Model, cable: string, bends: readonly Bend[]): Phrase {
  const folds = bends.filter((b) => b.folded).length;
  return {
    text: say('form.text', { cable: partName(model, cable) }),
    detail: passage(
      say('form.side'),
      folds > 0 && say('form.fold', { n: folds }),
      bends.length > folds && say('form.bend', { n: bends.length - folds, mm: model.cable(cable)!.minBendRadiusMm }),
      say('form.foam')
    )
  };
}

/** The work itself where nothing is swapped. */
export function goalWorkWords(model: Model, goal: Goal): Phrase {
  if (goal.do === 'reach') {
    const joint = model.joint(goal.joint);
    const name = { joint: jointName(model, joint) };
    return joint.kind === 'connector'
      ? { text: say('work.reseat', name), detail: say('work.reseatHow') }
      : { text: say('work.lookJoint', name), detail: say('work.lookJointHow') };
  }
  const part = { part: partName(model, goal.part) };
  return goal.do === 'expose'
    ? { text: say('work.lookPart', part), detail: say('work.lookPartHow') }
    : { text: say('work.out', part), detail: say('work.outHow') };
}
