import { accessOf, type Access } from '../core/access';
import { belief, nextStep, priors, reachFrom, type FaultSet, type Findings, type Next } from '../core/faults';
import { modelOf, type Machine } from '../core/machine';
import type { From } from '../core/plan';

/** In the browser: what to test or mend next, worked out away from the screen. The newest question counts. */
export interface FaultAsked {
  id: number;
  machine: Machine;
  set: FaultSet;
  known: Findings;
  /** How often each fault was the one, over closed jobs. */
  found: Record<string, number>;
  /** How the machine lies now, when it is on the bench. */
  from?: From;
}
export interface FaultTold {
  id: number;
  /** In the order of the set's faults; all 0 when no single fault explains what is known. */
  belief: number[];
  next?: Next;
}

let access: Access | undefined;
self.addEventListener('message', ({ data }: MessageEvent<FaultAsked>) => {
  const { id, machine, set, known, found, from } = data;
  const weights = belief(set, known, priors(set, found));
  if (access?.model.machine.id !== machine.id || access.model.machine.revision !== machine.revision) access = accessOf(modelOf(machine));
  const told: FaultTold = { id, belief: weights };
  // What is believed is shown at once; the next step takes longer.
  self.postMessage(told);
  if (Object.keys(known.symptoms).length === 0 || weights.every((w) => w === 0)) return;
  self.postMessage({ ...told, next: nextStep(set, weights, { tests: Object.keys(known.tests), repairs: known.repairs }, reachFrom(access, from)) });
});
