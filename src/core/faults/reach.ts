import { type Access } from '../access';
import { setsOfGoals, type From } from '../plan';
import type { ReachSeconds } from './next';
import type { FaultSet } from './schema';
import { openId } from '../ids';
import { goalId, type Goal } from '../goals';

/**
 * The planner's time to reach what a fault set names, from how the machine lies now: the least set of joints and parts, there and
 * back, with making it safe where the job goes inside. Turns and changes of tool are left out: they depend on the order, and are
 * small.
 */
export function reachFrom(access: Access, set: FaultSet, from: From = { done: [], stuck: [] }): ReachSeconds {
  const { steps, joint } = access.model.machine.isolation;
  const safe = steps
    .filter((s) => !s.joint)
    .reduce((sum, s) => sum + s.seconds + (s.undo ? (s.undoSeconds ?? s.seconds) : 0), 0);
  const isSafe = joint !== undefined && from.done.includes(openId(joint));
  const sets = setsOfGoals(access, goalsOf(set), from);
  return (goals) => {
    const found = sets(goals.map(goalId));
    if (!found) return Infinity;
    return found.cost + (joint !== undefined && !isSafe && found.actions.has(openId(joint)) ? safe : 0);
  };
}

/** All that its tests and repairs need opened. */
function goalsOf({ tests, repairs }: FaultSet): Goal[] {
  return [...tests.flatMap((t) => t.needs), ...repairs.flatMap((r) => (r.goal ? [r.goal] : []))];
}
