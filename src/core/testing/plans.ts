import { plan, type Plan } from '../plan';
import { demoAccess } from './machines';

let made: Plan | undefined;

/** For tests only: the main board of the demo's first machine replaced, the dearest of its plans, made once in a process; each asker has a copy. */
export function boardPlan(): Plan {
  made ??= plan(demoAccess(), [{ do: 'replace', part: 'board' }]);
  return structuredClone(made);
}
