import { openId, type Access } from '../access';
import { PlanningError, removalSet, type From } from '../plan';
import type { ReachSeconds } from './next';

/**
 * The planner's time to reach goals from how the machine lies now: the least set of joints and parts, there and back, with
 * making it safe where the job goes inside. Turns and changes of tool are left out: they depend on the order, and are small.
 */
export function reachFrom(access: Access, from: From = { done: [], stuck: [] }): ReachSeconds {
  const { steps, joint } = access.model.machine.isolation;
  const safe = steps.filter((s) => !s.joint).reduce((sum, s) => sum + s.seconds + (s.undo ? (s.undoSeconds ?? s.seconds) : 0), 0);
  const isSafe = joint !== undefined && from.done.includes(openId(joint));
  return (goals) => {
    if (goals.length === 0 && from.done.length === 0) return 0;
    try {
      const set = removalSet(access, goals, undefined, from);
      return set.cost + (joint !== undefined && !isSafe && set.actions.has(openId(joint)) ? safe : 0);
    } catch (error) {
      if (error instanceof PlanningError) return Infinity;
      throw error;
    }
  };
}
