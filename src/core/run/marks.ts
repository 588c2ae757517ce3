import { pairingOf, type Pairing } from '../cables';
import type { Model } from '../machine';
import type { Step } from '../plan';

/** What is read off at this step before the plug counts as in; undefined where nothing could be mixed up. */
export function expectedMark(model: Model, step: Step): Pairing | undefined {
  const joint =
    step.do === 'close' && step.joint !== undefined && model.hasJoint(step.joint) ? model.joint(step.joint) : undefined;
  return joint?.kind === 'connector' ? pairingOf(model, joint) : undefined;
}
