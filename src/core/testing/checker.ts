import type { Access } from '../access';
import { checkPlan } from '../check';
import type { Plan } from '../plan';

/** For tests only: what is wrong with a plan. */
export function problemsOf(access: Access, plan: Plan): string[] {
  return checkPlan(access.model.machine, plan);
}
