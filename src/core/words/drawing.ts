import { sizeText } from '../fasteners';
import type { Joint, Model } from '../machine';
import { begun, inSentence, listed } from './text';

/**
 * Where a part is and what holds it.
 * @param holding joints that are still closed between it, with what rides on it, and the rest
 */
export function aboutPart(model: Model, id: string, isLeashed: boolean, holding: readonly Joint[]): string {
  if (id === model.root.id) return 'What all the rest stands on.';
  const on = model.part(id).on;
  const where = isLeashed ? 'Loose on its leash' : on ? `On the ${inSentence(model.part(on).name)}` : '';
  const by = holding.length === 0 ? 'held by nothing any more' : `held by ${listed(holding.map(holder))}`;
  return `${where ? `${where}, ${by}` : begun(by)}.`;
}

function holder(joint: Joint): string {
  if (joint.kind !== 'screws') return inSentence(joint.name);
  return `${joint.count} ${joint.count === 1 ? 'screw' : 'screws'} ${sizeText(joint.screw)}`;
}

/** How a plug gives, by the way it is drawn. */
const OPENED = {
  up: 'lifts straight off',
  along: 'is drawn out along the board',
  flip: 'has a lock that turns up first'
};
export type Motion = keyof typeof OPENED;

/** What a joint holds, and how it opens. @param motion of a plug */
export function aboutJoint(model: Model, joint: Joint, isOpen: boolean, motion: Motion | undefined): string {
  const ends = `${model.part(joint.a).name} on ${inSentence(model.part(joint.b).name)}`;
  if (isOpen) return `${ends}; open.`;
  switch (joint.kind) {
    case 'screws':
      return `${ends}; ${joint.count} × ${sizeText(joint.screw)}, ${joint.screw.drive}${joint.screw.captive ? ', captive' : ''}.`;
    case 'connector':
      return `${ends}; ${OPENED[motion!]}.`;
    case 'clips':
      return `${ends}; begin at ${joint.start}${joint.hooked.length > 0 ? `, hooked at ${joint.hooked.join(' and ')}` : ''}.`;
    default:
      return `${ends}.`;
  }
}
