import type { FaultSet } from '../faults';
import type { Plan, Step } from '../plan';
import { faultOf, functionsHurt, symptomsOf } from './aftermath';
import { harmKey, type Harm } from './harms';
import { stepOfHarm } from './hint';
import type { RehearsalLog } from './log';

/** What broke, and all that comes of it: so often, at these entries; none for what was left in the end. */
export interface Chapter {
  harm: Harm;
  entries: readonly number[];
  isUndone: boolean;
  /** Where the plan does it. */
  step?: Step;
  /** What does not work at the test. */
  functions: readonly string[];
  /** The fault of the machine's set that it comes to, where there is one. */
  fault?: string;
  /** What a customer would say: symptoms of that fault, by their ids. */
  symptoms: readonly string[];
}

/** A rehearsal told from its end: what broke in the order in which it did, then what was left; the same harm once. */
export function storyOf(log: RehearsalLog, plan: Plan | undefined, faults?: FaultSet): Chapter[] {
  const { model } = log.access;
  const chapters = new Map<string, Chapter>();
  const tell = (harm: Harm, entry: number | undefined, isUndone: boolean) => {
    const key = `${harmKey(harm)} ${isUndone}`;
    const known = chapters.get(key);
    const entries = [...(known?.entries ?? []), ...(entry === undefined ? [] : [entry])];
    const fault = faults && faultOf(model, faults, harm);
    const step = plan && stepOfHarm(plan, harm);
    chapters.set(key, {
      harm,
      entries,
      isUndone,
      functions: functionsHurt(model, harm),
      symptoms: fault ? symptomsOf(fault) : [],
      ...(step ? { step } : {}),
      ...(fault ? { fault: fault.id } : {})
    });
  };
  for (const { harm, entry, isUndone } of log.suffered) tell(harm, entry, isUndone);
  for (const harm of log.left) tell(harm, undefined, false);
  return [...chapters.values()];
}
