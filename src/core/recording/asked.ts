import type { Said } from '../language';
import { readAction, type ActionId } from '../ids';
import type { Model } from '../machine';
import { ASK, jointName, partName, POWER_ANSWERS } from '../words';
import type { WithoutPlug } from './power';
import type { Question } from './questions';

/** A question as it is put to whoever took the machine apart. */
export function questionWords(model: Model, { about }: Pick<Question, 'about'>): Said {
  const part = (id: string) => partName(model, id);
  const joint = (id: string) => jointName(model, model.joint(id));
  const thing = (action: ActionId): Said => {
    const named = readAction(action)!;
    return 'joint' in named ? joint(named.joint) : part(named.part);
  };
  switch (about.kind) {
    case 'power':
      return ASK.power;
    case 'onto':
      return ASK.onto(about.joints.map(joint), part(model.joint(about.joint).a));
    case 'over': {
      const isJoint = 'joint' in readAction(about.action)!;
      return (isJoint ? ASK.overJoint : ASK.overPart)(part(about.cover), thing(about.action));
    }
    case 'on':
      return ASK.on(part(about.part));
    case 'leash':
      return ASK.leash(joint(about.joint), part(about.part));
  }
}

/** What an option is called, where it is a part, a plug or a way to take power away; yes and no are the screen's own words. */
export const optionName = (model: Model, option: string): Said | undefined =>
  model.hasPart(option)
    ? partName(model, option)
    : model.hasJoint(option)
      ? jointName(model, model.joint(option))
      : option in POWER_ANSWERS
        ? POWER_ANSWERS[option as WithoutPlug]
        : undefined;
